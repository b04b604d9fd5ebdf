import { lying } from "@yarrow-ridge/core/instruments/keyboard";
import { barAxis, pitchText, toNumber, type Score } from "@yarrow-ridge/core/score";
import { positionOf, type HandPosition } from "@yarrow-ridge/core/instruments";
import { DIGIT, GAP } from "../../score/placeFingers.ts";
import { systemsOf, xAt } from "../../score/geometry.ts";
import type { DrawingProps } from "../view.ts";

/** The outer keys a hand lies over, the lower first. */
export function outerKeys(
  { thumb, hand, from }: HandPosition,
  { bars }: Score,
): [low: number, high: number] {
  const fifth =
    lying([{ midi: thumb, finger: "1" }], hand, bars[from.bar]!.key.fifths).find(
      (one) => one.finger === 5,
    )?.midi ?? thumb;
  return [Math.min(thumb, fifth), Math.max(thumb, fifth)];
}

/** The same in words. */
export function keysOf(kept: HandPosition, score: Score): string {
  const { fifths } = score.bars[kept.from.bar]!.key;
  return outerKeys(kept, score)
    .map((key) => `${pitchText(key, fifths)}${Math.floor(key / 12) - 1}`)
    .join("–");
}

/** Fingers stand between the notes and the bracket. */
const AWAY = GAP + DIGIT + 40;
const TICK = 80;

/** Brackets over the bars in which a hand keeps its position, on the side of its fingers. */
export function PositionDrawing({ boxes, score, marks, below }: DrawingProps) {
  if (marks.length === 0) return null;
  const systems = systemsOf(boxes);
  return (
    <g>
      {marks.map(positionOf).flatMap((one, i) =>
        systems.flatMap((bars) => {
          const [first, last] = [bars[0]!, bars.at(-1)!];
          const [start, end] = [barAxis(score.bars, one.from), barAxis(score.bars, one.to)];
          if (end <= first.bar || start >= last.bar + 1) return [];
          const under = below(one.hand);
          const x1 =
            (start >= first.bar
              ? one.from.offset.num > 0
                ? xAt(boxes, score, one.from.bar, toNumber(one.from.offset))
                : undefined
              : undefined) ??
            bars.find((bar) => bar.bar === one.from.bar)?.left ??
            first.left;
          const x2 =
            (one.to.offset.num > 0
              ? xAt(boxes, score, one.to.bar, toNumber(one.to.offset))
              : undefined) ??
            bars.find((bar) => bar.bar === one.to.bar - 1)?.right ??
            last.right;
          const over = boxes.notes.filter(
            (note) =>
              note.note.hand === one.hand &&
              note.x >= x1 - 200 &&
              note.x <= x2 &&
              note.y > first.top - 3000 &&
              note.y < first.bottom + 3000,
          );
          const y = under
            ? Math.max(first.bottom, ...over.map((note) => note.bottom)) + AWAY + 120
            : Math.min(first.top, ...over.map((note) => note.top)) - AWAY;
          const tick = under ? -TICK : TICK;
          return [
            <g key={`${i} ${first.bar}`} className="hand-position">
              <path
                d={`M ${x1 + 60} ${y + tick} L ${x1 + 60} ${y} L ${x2 - 60} ${y} L ${x2 - 60} ${y + tick}`}
              />
              <text x={(x1 + x2) / 2} y={y + 90}>
                {keysOf(one, score)}
              </text>
            </g>,
          ];
        }),
      )}
    </g>
  );
}
