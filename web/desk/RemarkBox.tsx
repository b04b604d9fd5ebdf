import { say } from "@yarrow-ridge/core/words";
import { v4 as newId } from "uuid";
import DeleteIcon from "@mui/icons-material/DeleteOutlined";
import { IconButton, TextField } from "@mui/material";
import type { Piece } from "@yarrow-ridge/contract";
import { barSpan, toText, type Place, type Remark, type Score } from "@yarrow-ridge/core/score";
import { useState, type FormEvent } from "react";
import { useAnnotationEdits } from "../edits/annotations.ts";

/** Notes to oneself about the chosen bars or a note: read, written, changed, removed. */
export function RemarkBox({
  piece,
  score,
  remarks,
  at,
  noteId,
  to,
}: {
  piece: Piece;
  score: Score;
  remarks: readonly Remark[];
  at: Place;
  to: number;
  noteId?: string;
}) {
  const edits = useAnnotationEdits(piece.id);
  const [text, setText] = useState("");
  const [editing, setEditing] = useState<string>();
  const here = remarks.filter((one) =>
    noteId === undefined ? one.bar >= at.bar && one.bar <= to : one.noteId === noteId,
  );
  const known = remarks.find((one) => one.id === editing);
  const save = (event: FormEvent) => {
    event.preventDefault();
    const said = text.trim();
    setText("");
    setEditing(undefined);
    if (!said) return;
    const place = known ?? {
      id: newId(),
      ...at,
      ...(noteId === undefined ? {} : { noteId }),
    };
    void edits.remarks(
      [
        {
          id: place.id,
          bar: place.bar,
          offset: toText(place.offset),
          noteId: place.noteId ?? null,
          text: said,
        },
      ],
      [],
      say`note “${said.slice(0, 30)}”`,
    );
  };
  return (
    <div>
      {here.map((one) => (
        <div key={one.id} className="remark-line">
          <span className="soft small">{barSpan(score.bars, one.bar, one.bar)}</span>
          <button
            type="button"
            className="remark-text"
            title={say`Change`}
            onClick={() => {
              setEditing(one.id);
              setText(one.text);
            }}
          >
            {one.text}
          </button>
          <IconButton
            size="small"
            aria-label={say`Remove the note ${one.text}`}
            onClick={() =>
              void edits.remarks([], [one.id], say`removing the note “${one.text.slice(0, 30)}”`)
            }
          >
            <DeleteIcon fontSize="small" />
          </IconButton>
        </div>
      ))}
      <form onSubmit={save}>
        <TextField
          fullWidth
          label={known ? say`Change the note` : say`Note to yourself`}
          value={text}
          onChange={(event) => setText(event.target.value)}
          slotProps={{ htmlInput: { maxLength: 500, enterKeyHint: "done" } }}
          helperText={text ? say`Enter keeps it` : undefined}
        />
      </form>
    </div>
  );
}
