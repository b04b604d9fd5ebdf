import { spoken } from "../words/voice.ts";
import { say } from "@yarrow-ridge/core/words";
import { Button, TextField } from "@mui/material";
import type { Answer } from "@yarrow-ridge/contract";
import { useEffect, useState } from "react";
import { v4 as newId } from "uuid";
import { useHistory } from "../edits/history.ts";
import { request } from "../outbox/request.ts";

/** What is agreed for the next time: filled in from the plan, changed as the teacher likes. */
export function LessonNotes({ lesson }: { lesson: Answer<"lesson"> }) {
  const { studentId, today } = lesson;
  // what is written from here on is the teacher’s own
  const next = spoken(lesson.next);
  const [id] = useState(lesson.notes?.id ?? newId());
  const stored = lesson.notes?.notes ?? "";
  // what was typed and not kept waits here while one looks at something else
  const draft = `yarrow-ridge-lesson ${studentId} ${today}`;
  const [text, setText] = useState(() => sessionStorage.getItem(draft) ?? (stored || next));
  useEffect(() => {
    if (text === (stored || next)) sessionStorage.removeItem(draft);
    else sessionStorage.setItem(draft, text);
  }, [draft, text, stored, next]);
  const keep = async () => {
    const put = (notes: string, was: string) =>
      request("putLesson", { id }, { studentId, date: today, notes, was: { notes: was } });
    const ok = await useHistory.getState().perform({
      label: say`the lesson’s notes`,
      redo: [put(text, stored)],
      undo: [put(stored, text)],
    });
    if (ok) sessionStorage.removeItem(draft);
  };
  const isStored = stored !== "" && text === stored;
  return (
    <div className="card stack">
      <h2 id="next-time">{say`For next time`}</h2>
      <TextField
        multiline
        minRows={10}
        maxRows={24}
        label={say`What is agreed`}
        value={text}
        onChange={(event) => setText(event.target.value)}
        slotProps={{ htmlInput: { maxLength: 4000 } }}
      />
      <div className="row">
        <Button
          variant="contained"
          disabled={isStored || text.trim() === ""}
          onClick={() => void keep()}
        >
          {isStored ? say`Written down` : say`Write it down`}
        </Button>
        {text !== next && next !== "" && (
          <Button onClick={() => setText(next)}>{say`As the plan has it`}</Button>
        )}
      </div>
      <p className="small soft">{say`From the plan of the next seven days. The student’s cards
        follow the plan, not this text.`}</p>
    </div>
  );
}
