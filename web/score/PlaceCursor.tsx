import { parseFraction, toNumber, type Score } from "@yarrow-ridge/core/score";
import { xAt, type PageBoxes } from "./geometry.ts";

/** Where the next mark goes. */
export function PlaceCursor({
  boxes,
  score,
  place,
}: {
  boxes: PageBoxes;
  score: Score;
  place: { bar: number; offset: string };
}) {
  const bar = boxes.bars.find((box) => box.bar === place.bar);
  const x = xAt(boxes, score, place.bar, toNumber(parseFraction(place.offset)!));
  return bar && x !== undefined ? (
    <rect
      className="place-cursor"
      x={x - 110}
      y={bar.top - 200}
      width={220}
      height={bar.bottom - bar.top + 1000}
      rx={60}
    />
  ) : null;
}
