import { plain, say } from "@yarrow-ridge/core/words";
import { Button } from "@mui/material";
import { beatName, type Mark, type Score } from "@yarrow-ridge/core/score";
import type { MarkPencil } from "./useDesk.ts";

/** More reasons than these are read by nobody. */
const SHOWN = 14;

/** Marks in pencil with their reasons; they are inked or rubbed out. */
export function PencilledMarks({
  score,
  pencil,
  words,
  busy,
  onInk,
  onRubOut,
}: {
  score: Score;
  pencil: MarkPencil;
  words: (mark: Mark) => string;
  busy: boolean;
  onInk: () => void;
  onRubOut: () => void;
}) {
  return (
    <>
      <div className="row">
        <Button variant="contained" disabled={busy} onClick={onInk}>{say`Ink it`}</Button>
        <Button onClick={onRubOut}>{say`Rub out`}</Button>
      </div>
      <ul className="reasons small">
        {pencil.marks.slice(0, SHOWN).map((mark) => {
          const bar = score.bars[mark.from.bar]!;
          const what = say`${bar.number}, beat ${beatName(bar, mark.from.offset)}: ${words(mark)}`;
          // a reason is a sentence, or goes on from what is said
          const isSentence = /^\p{Lu}/u.test(plain(mark.why));
          return (
            <li key={mark.id}>
              {isSentence ? say`${what}. ${mark.why}` : say`${what}, ${mark.why}`}
            </li>
          );
        })}
        {pencil.marks.length > SHOWN && <li>{say`and ${pencil.marks.length - SHOWN} more`}</li>}
      </ul>
      {pencil.notes.map((note) => (
        <p className="small" key={note}>
          {note}
        </p>
      ))}
    </>
  );
}
