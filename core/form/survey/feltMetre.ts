import { type Score, beatLength, ZERO, compare, add, subtract } from "../../score/index.ts";
import { notesByBar } from "../../score/index.ts";
import { divisor } from "./rhythm.ts";

/** A metre in which the notes move all through, though another is written. */
export interface FeltMetre {
  readonly written: string;
  readonly felt: string;
  /** Share of the divided beats that are divided so. */
  readonly share: number;
}

const MOST_OF_THE_PIECE = 0.8;

/**
 * Whether nearly all divided beats of a simple metre are divided in three: 4/4 written, 12/8 felt.
 */
export function feltMetre(score: Score): FeltMetre | undefined {
  const metre = score.bars[0]!.metre;
  if (
    metre.beatType > 4 ||
    score.bars.some(
      (bar) => bar.metre.beats !== metre.beats || bar.metre.beatType !== metre.beatType,
    )
  )
    return undefined;
  let [divided, inThree] = [0, 0];
  const byBar = notesByBar(score);
  for (const bar of score.bars) {
    const beat = beatLength(bar);
    const notes = byBar[bar.index]!.filter((note) => !note.grace);
    for (let at = ZERO; compare(at, bar.length) < 0; at = add(at, beat)) {
      const places = notes
        .map((note) => subtract(note.offset, at))
        .filter((place) => place.num > 0 && compare(place, beat) < 0)
        .map(
          (place) => (place.den * beat.num) / divisor(place.den * beat.num, place.num * beat.den),
        );
      if (places.length === 0) continue;
      divided++;
      if (places.every((parts) => parts % 3 === 0)) inThree++;
    }
  }
  const share = divided ? inThree / divided : 0;
  return divided >= 8 && share >= MOST_OF_THE_PIECE
    ? {
        written: `${metre.beats}/${metre.beatType}`,
        felt: `${metre.beats * 3}/${metre.beatType * 2}`,
        share: Math.round(share * 100) / 100,
      }
    : undefined;
}
