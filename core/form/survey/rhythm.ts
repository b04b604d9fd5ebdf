import {
  add,
  beatLength,
  compare,
  fraction,
  multiply,
  onsets,
  parseFraction,
  toNumber,
  toText,
  ZERO,
  type Fraction,
  type Score,
} from "../../score/index.ts";
import { handsOf } from "../content.ts";

export interface Polyrhythm {
  readonly bar: number;
  /** Quarters from the start of the bar. */
  readonly offset: number;
  /** Larger number first: `3:2`. */
  readonly ratio: string;
  /** The hand with the larger number. */
  readonly hand: string;
}

export const divisor = (a: number, b: number): number => (b === 0 ? a : divisor(b, a % b));

/**
 * Beats (or pairs of them) that two hands divide evenly into numbers of which neither goes into the
 * other.
 */
export function polyrhythms(score: Score): Polyrhythm[] {
  const hands = handsOf(score);
  const found: Polyrhythm[] = [];
  const inBar = new Map(
    hands.map((hand) => {
      const bars = score.bars.map((): string[] => []);
      for (const onset of onsets(
        score.notes.filter((note) => !note.grace),
        hand,
      ))
        bars[onset.bar]!.push(toText(onset.offset));
      return [hand, bars];
    }),
  );
  for (const bar of score.bars) {
    const beat = beatLength(bar);
    const spans = [beat, add(beat, beat)];
    for (const span of spans) {
      for (let at = ZERO; compare(add(at, span), bar.length) <= 0; at = add(at, span)) {
        const counts = hands
          .map((hand) => ({ hand, count: evenly(inBar.get(hand)![bar.index]!, at, span) }))
          .filter((one) => one.count > 1)
          .sort((a, b) => b.count - a.count);
        const [more, less] = [counts[0], counts.at(-1)];
        if (!more || !less || more.count % less.count === 0) continue;
        const common = divisor(more.count, less.count);
        const inner = found.some(
          (one) =>
            one.bar === bar.index &&
            one.offset >= toNumber(at) &&
            one.offset < toNumber(add(at, span)),
        );
        if (!inner)
          found.push({
            bar: bar.index,
            offset: toNumber(at),
            ratio: `${more.count / common}:${less.count / common}`,
            hand: more.hand,
          });
      }
    }
  }
  return found;
}

/** Into how many equal parts the onsets of a bar divide a span from `from`; 0 when they do not. */
function evenly(at: readonly string[], from: Fraction, span: Fraction): number {
  const end = add(from, span);
  const inside = new Set(
    at.filter((text) => {
      const place = parseFraction(text)!;
      return compare(place, from) >= 0 && compare(place, end) < 0;
    }),
  );
  const n = inside.size;
  for (let k = 0; k < n; k++)
    if (!inside.has(toText(add(from, multiply(span, fraction(k, n)))))) return 0;
  return n;
}
