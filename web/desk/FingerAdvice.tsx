import { say } from "@yarrow-ridge/core/words";
import { Button } from "@mui/material";
import type { Piece } from "@yarrow-ridge/contract";
import { handName, instrument } from "@yarrow-ridge/core/instruments";
import type { Score } from "@yarrow-ridge/core/score";
import { useAnnotationEdits } from "../edits/annotations.ts";
import { NO_ADVICE, useDesk, withBeside, type FingerWay } from "../piece/useDesk.ts";

/**
 * With fingers in pencil: where the hand cannot go, what the other could take, and other ways to
 * compare at the keyboard.
 */
export function FingerAdviceList({
  piece,
  score,
  free,
}: {
  piece: Piece;
  score: Score;
  free: (id: string) => boolean;
}) {
  const {
    advice: { ways, problems, handovers },
    pencil,
    beside,
    set,
  } = useDesk();
  const edits = useAnnotationEdits(piece.id);
  const kind = instrument(piece.instrument);
  const show = (note: string | undefined) => note !== undefined && set({ note });
  const take = (way: FingerWay) =>
    set({
      pencil: new Map([...pencil, ...[...way.fingers].filter(([id]) => free(id))]),
      beside: withBeside(beside, way),
    });
  const isOn = (way: FingerWay) =>
    [...way.fingers].every(([id, finger]) => !free(id) || pencil.get(id) === finger) &&
    [...way.beside].every(([aspect, values]) =>
      [...values].every(([id, value]) => !free(id) || beside.get(aspect)?.get(id) === value),
    );
  const hands = [...new Set(ways.filter((way) => way.more > 0).map((way) => way.hand))];
  const give = (notes: readonly string[], to: string) => {
    const byId = new Map(score.notes.map((note) => [note.id, note]));
    const own = (id: string) =>
      kind.limbs[Math.min(byId.get(id)!.staff, kind.limbs.length) - 1]?.id === to;
    void edits.hands(
      notes.map((id) => ({ id, hand: own(id) ? null : to })),
      say`notes to the ${handName(kind, to)}`,
    );
    set({ pencil: new Map(), reasons: [], advice: NO_ADVICE });
  };
  return (
    <>
      {problems.length > 0 && (
        <ul className="reasons hand-problems">
          {problems.map((problem, i) => (
            <li key={i}>
              <button type="button" className="bar-link" onClick={() => show(problem.note)}>
                {problem.text}
              </button>{" "}
              <span className="soft">{problem.ways.join(" ")}</span>
            </li>
          ))}
        </ul>
      )}
      {handovers.map((one) => (
        <div key={one.text} className="row">
          <span className="grow small">
            {one.text} <span className="soft">{one.sound}</span>
          </span>
          <Button
            size="small"
            variant="outlined"
            onClick={() => give(one.notes, one.to)}
          >{say`Give it over`}</Button>
        </div>
      ))}
      {hands.map((hand) => (
        <div key={hand} role="group" aria-label={say`Ways for the ${handName(kind, hand)}`}>
          <h3>{say`Ways for the ${handName(kind, hand)}`}</h3>
          {ways
            .filter((way) => way.hand === hand)
            .map((way) => (
              <button
                key={way.reason}
                type="button"
                className={`way ${isOn(way) ? "on" : ""}`}
                aria-pressed={isOn(way)}
                onClick={() => take(way)}
              >
                <span>{way.more === 0 ? say`First choice` : way.reason}</span>
                <span className="soft">{way.more === 0 ? "" : `+${way.more.toFixed(1)}`}</span>
              </button>
            ))}
        </div>
      ))}
    </>
  );
}
