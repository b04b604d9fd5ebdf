import { DIGIT, GAP } from "../../score/placeFingers.ts";
import type { BarBox, PageBoxes } from "../../score/geometry.ts";

/** In engraver units: room over the staff; what lies so near is under a sign. */
const [AWAY, NEAR] = [260, 450];
/** A printed tempo stands as high as this over the staff, for so far from where its bar begins. */
const [TEMPO, TEMPO_WIDE] = [1700, 2400];

/** Over the notes there, and the fingers over them. */
export function above(boxes: PageBoxes, bar: BarBox, x: number, hasTempo: boolean): number {
  const top = bar.staves[0]!.top - (hasTempo && x - bar.left < TEMPO_WIDE ? TEMPO : 0);
  const near = boxes.notes.filter(
    (one) => one.note.bar === bar.bar && one.staff === 1 && Math.abs(one.x - x) < NEAR,
  );
  return Math.min(top - AWAY, ...near.map((one) => one.top - DIGIT - 3 * GAP));
}
