import { say } from "@yarrow-ridge/core/words";
import { Button } from "@mui/material";
import type { Body } from "@yarrow-ridge/contract";
import { barSpan, lastBarOf, parseFraction, type Score } from "@yarrow-ridge/core/score";
import { useAnnotationEdits } from "../edits/annotations.ts";
import type { SectionPut } from "../edits/puts.ts";
import { useHistory, type Edit, type Step } from "../edits/history.ts";

const putIn = (step: Step, piece: string): Body<"putSections"> | undefined =>
  typeof step !== "function" && step.operation === "putSections" && step.params.id === piece
    ? step.body
    : undefined;

/** Sections of a piece that were removed today and are not there, as they were; the last first. */
function deletedIn(done: readonly Edit[], piece: string, there: ReadonlySet<string>) {
  const gone = new Map<string, SectionPut>();
  for (const edit of done) {
    const removed = edit.redo.flatMap((step) => putIn(step, piece)?.remove ?? []);
    const before = edit.undo.flatMap((step) => putIn(step, piece)?.put ?? []) as SectionPut[];
    for (const one of before) if (removed.includes(one.id)) gone.set(one.id, one);
  }
  return [...gone.values()].filter(({ id }) => !there.has(id)).reverse();
}

/** What was removed stands where one looks for it, and comes back in one step. */
export function DeletedSections({
  piece,
  score,
  there,
}: {
  piece: string;
  score: Score;
  /** Ids of the sections that are there. */
  there: ReadonlySet<string>;
}) {
  const edits = useAnnotationEdits(piece);
  const gone = deletedIn(
    useHistory((state) => state.done),
    piece,
    there,
  );
  if (gone.length === 0) return null;
  return (
    <details className="small">
      <summary>{say`Removed today: ${gone.length}`}</summary>
      <ul className="plain-list">
        {gone.map((one) => (
          <li key={one.id} className="row">
            <span className="grow">
              <b className="serif">{one.name}</b> {barSpan(score.bars, one.from.bar, lastBar(one))}
            </span>
            <Button
              size="small"
              aria-label={say`Bring back section ${one.name}`}
              onClick={() => void edits.sections([one], [], say`bringing back section ${one.name}`)}
            >{say`Bring back`}</Button>
          </li>
        ))}
      </ul>
    </details>
  );
}

const lastBar = ({ to: { bar, offset } }: SectionPut): number =>
  lastBarOf({ bar, offset: parseFraction(String(offset))! });
