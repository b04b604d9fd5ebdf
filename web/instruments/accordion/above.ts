import { DIGIT, GAP } from "../../score/placeFingers.ts";
import { overWords, type BarBox, type PageBoxes } from "../../score/geometry.ts";

/** In engraver units: room over the staff; what lies so near is under a sign. */
const [AWAY, NEAR] = [260, 450];

/** Over the notes there, the fingers over them, and words that are engraved. */
export function above(boxes: PageBoxes, bar: BarBox, x: number, half: number): number {
  const near = boxes.notes.filter(
    (one) => one.note.bar === bar.bar && one.staff === 1 && Math.abs(one.x - x) < NEAR,
  );
  const tops = near.map((one) => one.top - DIGIT - 3 * GAP);
  const y = Math.min(bar.staves[0]!.top - AWAY, ...tops);
  return overWords(boxes, { left: x - half, right: x + half }, y, 2 * half);
}
