import { toNumber, type Mark, type Score, type Stratum } from "@yarrow-ridge/core/score";
import { xAt, type PageBoxes } from "./geometry.ts";

/** Away from the staff, in engraver units: beyond fingers. */
const AWAY = 700;

/** Marks that no instrument draws in its own way: their words over or under their place. */
export function MarkWords({
  boxes,
  score,
  stratum,
  marks,
  below,
  pencil,
}: {
  boxes: PageBoxes;
  score: Score;
  stratum: Stratum;
  marks: readonly Mark[];
  below: (line: string) => boolean;
  pencil: readonly Mark[];
}) {
  return (
    <g className="mark-words">
      {[...marks, ...pencil].map((mark) => {
        const bar = boxes.bars.find((one) => one.bar === mark.from.bar);
        if (!bar) return null;
        const low = mark.line !== undefined && below(mark.line);
        const offset = toNumber(mark.from.offset);
        const x = offset > 0 ? (xAt(boxes, score, mark.from.bar, offset) ?? bar.left) : bar.left;
        const y = low ? bar.bottom + AWAY : bar.top - AWAY;
        return (
          <text
            key={mark.id}
            x={x}
            y={y}
            data-mark={mark.id}
            className={`${stratum.id}${pencil.includes(mark) ? " pencil" : ""}`}
          >
            {stratum.words(mark)}
          </text>
        );
      })}
    </g>
  );
}
