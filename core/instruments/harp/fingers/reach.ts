/**
 * How far two fingers of a harpist's hand lie apart, in strings: at least, easily, at most. The
 * thumb is 1 and uppermost in both hands. Own figures.
 */
const SPANS: Readonly<Record<string, readonly [least: number, easy: number, most: number]>> = {
  ...{ "12": [1, 4, 6], "23": [1, 3, 4], "34": [1, 2, 4] },
  ...{ "13": [3, 5, 8], "24": [3, 4, 7], "14": [3, 8, 9] },
};

/** From the thumb to the fourth finger, in strings, where nobody says: a tenth. */
export const USUAL_SPAN = 9;

/** How far a hand reaches with each two fingers. */
export interface Reach {
  /** What two fingers so many strings apart cost; Infinity for what cannot be. */
  readonly apart: (upper: number, lower: number, strings: number) => number;
}

/** For each string too wide or too narrow. Own figures. */
const [WIDE, NARROW] = [0.3, 0.2];

/**
 * The reach of a hand.
 *
 * @param span strings from the thumb to the fourth finger at most
 */
export function reachOf(span = USUAL_SPAN): Reach {
  const cost = new Map<string, readonly number[]>();
  for (const [pair, [least, easy, most]] of Object.entries(SPANS)) {
    const share = span / USUAL_SPAN;
    const [own, ease] = [Math.max(least, Math.round(most * share)), easy * Math.min(1, share)];
    cost.set(
      pair,
      Array.from({ length: own + 1 }, (_, d) =>
        d < least ? NARROW * (least - d) : WIDE * Math.max(0, d - ease),
      ),
    );
  }
  return {
    apart: (upper, lower, strings) => cost.get(`${upper}${lower}`)?.[strings] ?? Infinity,
  };
}
