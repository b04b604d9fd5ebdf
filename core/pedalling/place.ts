import type { PedalMark, Score } from "../score/index.ts";
import type { Moment } from "./ringing.ts";

/**
 * The place so many quarters after an instant, in written order; the end of a bar is the start of
 * the next, but for the last one asked for.
 */
export function placeAt(
  score: Score,
  from: Moment,
  quarters: number,
  last: number,
): Pick<PedalMark, "bar" | "offset"> {
  const ticks = Math.round((quarters + from.offset.num / from.offset.den) * 5040);
  let [bar, left] = [from.bar, ticks];
  for (;;) {
    const { length } = score.bars[bar]!;
    const whole = Math.round((length.num / length.den) * 5040);
    if (left < whole || bar === last) return { bar, offset: reduced(Math.min(left, whole), 5040) };
    left -= whole;
    bar++;
  }
}

function reduced(num: number, den: number): { num: number; den: number } {
  const gcd = (a: number, b: number): number => (b === 0 ? a : gcd(b, a % b));
  const by = gcd(num, den) || 1;
  return { num: num / by, den: den / by };
}
