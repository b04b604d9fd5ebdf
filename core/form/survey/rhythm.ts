import {
  add,
  beatLength,
  compare,
  fraction,
  multiply,
  notesByBar,
  onsets,
  parseFraction,
  subtract,
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

const divisor = (a: number, b: number): number => (b === 0 ? a : divisor(b, a % b));

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
