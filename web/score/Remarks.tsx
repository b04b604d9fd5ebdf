import { toNumber, type Remark, type Score } from "@yarrow-ridge/core/score";
import { xAt, type PageBoxes } from "./geometry.ts";

/**
 * How far below a system notes to oneself stand, and from each other, in engraver units: under the
 * pedal line.
 */
const BELOW = 1050;
const LINE = 380;
const LONGEST = 42;

/** Notes to oneself under the bar they are about. */
export function Remarks({
  boxes,
  score,
  remarks,
}: {
  boxes: PageBoxes;
  score: Score;
  remarks: readonly Remark[];
}) {
  const count = new Map<number, number>();
  return (
    <g>
      {remarks.map(({ id, bar, offset, noteId, text }) => {
        const box = boxes.bars.find((one) => one.bar === bar);
        if (!box) return null;
        const level = count.get(bar) ?? 0;
        count.set(bar, level + 1);
        const x =
          noteId !== undefined || offset.num > 0
            ? (xAt(boxes, score, bar, toNumber(offset)) ?? box.left)
            : box.left + 60;
        return (
          <text key={id} className="remark" x={x} y={box.bottom + BELOW + level * LINE}>
            {text.length > LONGEST ? `${text.slice(0, LONGEST - 1)}…` : text}
            <title>{text}</title>
          </text>
        );
      })}
    </g>
  );
}
