import { say } from "@yarrow-ridge/core/words";
import type { Piece } from "@yarrow-ridge/contract";
import { verticals } from "@yarrow-ridge/core/instruments/keyboard";
import { beatName, firstFinger, spokenName, type Note, type Score } from "@yarrow-ridge/core/score";
import { useMemo } from "react";
import type { WrittenFinger } from "../../score/placeFingers.ts";
import { useDesk } from "../../piece/useDesk.ts";

const SHOWN = 60;

/** Where both hands strike together, with which fingers: the anchors of two hands. */
export function Verticals({
  piece,
  score,
  fingers,
  from,
  to,
}: {
  piece: Piece;
  score: Score;
  fingers: ReadonlyMap<string, WrittenFinger>;
  from: number;
  to: number;
}) {
  const { set } = useDesk();
  const [upper, lower] = piece.hands;
  const found = useMemo(
    () =>
      upper && lower
        ? verticals(
            score,
            new Map([...fingers].map(([id, one]) => [id, one.finger])),
            [upper, lower],
            from,
            to,
          )
        : [],
    [score, fingers, upper, lower, from, to],
  );
  if (found.length === 0)
    return <p className="soft">{say`The hands do not strike together in these bars.`}</p>;
  const side = (notes: readonly Note[]) =>
    notes
      .map(
        (note) =>
          `${spokenName(note.pitch)}${fingers.has(note.id) ? ` ${firstFinger(fingers.get(note.id)!.finger)}` : ""}`,
      )
      .join(", ");
  const fingersOf = (notes: readonly Note[]) =>
    notes
      .map((note) => (fingers.has(note.id) ? firstFinger(fingers.get(note.id)!.finger) : "·"))
      .join(" ");
  return (
    <ol className="verticals" aria-label={say`Where both hands strike together`}>
      {found.slice(0, SHOWN).map((one) => (
        <li key={`${one.bar} ${one.offset.num}/${one.offset.den}`}>
          <button
            type="button"
            className={`vertical ${one.same.length ? "anchor" : ""}`}
            onClick={() => set({ note: one.upper[0]!.id })}
            title={say`${side(one.upper)} over ${side(one.lower)}`}
          >
            <b>{fingersOf(one.upper)}</b>
            <b>{fingersOf(one.lower)}</b>
            <span className="small soft">
              {score.bars[one.bar]!.number}.{beatName(score.bars[one.bar]!, one.offset)}
            </span>
            <span className="small">
              {one.same.length > 0
                ? say`both ${one.same.join(" ")}`
                : one.meeting
                  ? say`meet`
                  : "\u00a0"}
            </span>
          </button>
        </li>
      ))}
      {found.length > SHOWN && (
        <li className="soft small">{say`and ${found.length - SHOWN} more: choose fewer bars`}</li>
      )}
    </ol>
  );
}
