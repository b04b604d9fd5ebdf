import { add, compare, fraction, multiply, subtract, ZERO } from "../../score/index.ts";
import type { Bar, Fraction, Metre } from "../../score/index.ts";

/** How often bass and chord are struck: in turn, half as often, or together and held. */
export type Pattern = "turns" | "half" | "held";

/** What is struck at a place of a bar; times in quarters from where the bar begins. */
export interface Stroke {
  readonly at: Fraction;
  readonly length: Fraction;
  readonly what: "bass" | "chord" | "both";
  /** It is held to the end. */
  readonly isLast?: boolean;
}

/** The strokes of a bar from one bass to the next. */
export type Group = readonly Stroke[];

/**
 * Bass and chord over a whole bar of a metre: oom-pah in two and four, oom-pah-pah in three, a
 * long and a short one on each beat of 6/8. Common practice, no source.
 */
export function groupsOf(metre: Metre, pattern: Pattern): Group[] {
  const unit = fraction(4, metre.beatType);
  const lengths = pattern === "held" ? [[metre.beats]] : unitsOf(metre, pattern === "half");
  let at = ZERO;
  return lengths.map((group) =>
    group.map((units, i): Stroke => {
      const length = multiply(fraction(Math.round(units * 2), 2), unit);
      const stroke = { at, length, what: whatIs(pattern, i) };
      at = add(at, length);
      return stroke;
    }),
  );
}

const whatIs = (pattern: Pattern, place: number): Stroke["what"] =>
  pattern === "held" ? "both" : place === 0 ? "bass" : "chord";

/** Lengths of strokes in units of the metre, grouped from bass to bass. */
function unitsOf({ beats, beatType }: Metre, isHalf: boolean): number[][] {
  const isTriple = beats % 3 === 0 && beats > 3;
  if (isTriple && beatType >= 8)
    return isHalf ? inPairs(beats / 3, 3) : Array.from({ length: beats / 3 }, () => [2, 1]);
  if (isTriple) return Array.from({ length: beats / 3 }, () => three(isHalf));
  if (beats <= 2) return isHalf ? [[beats / 2, beats / 2]] : twice(beats);
  if (beats % 2 === 0) return isHalf ? inPairs(beats / 2, 2) : twos(beats / 2);
  // five is three and two, seven two and two and three. From memory: others group otherwise
  const pairs = isHalf ? inPairs((beats - 3) / 2, 2) : twos((beats - 3) / 2);
  return beats === 5 ? [three(isHalf), ...pairs] : [...pairs, three(isHalf)];
}

/** Beats in turn, each of so many units, an odd one left over with the last chord. */
function inPairs(beats: number, units: number): number[][] {
  if (beats <= 1) return beats ? [[units / 2, units / 2]] : [];
  const found = Array.from({ length: Math.floor(beats / 2) }, () => [units, units]);
  if (beats % 2) found[found.length - 1] = [units, 2 * units];
  return found;
}
const three = (isHalf: boolean): number[] => (isHalf ? [1, 2] : [1, 1, 1]);
const twos = (count: number): number[][] => Array.from({ length: count }, () => [1, 1]);
const twice = (beats: number): number[][] => Array.from({ length: beats }, () => [0.5, 0.5]);

/**
 * Where a bar begins in its metre: a pick-up late, and so the second half of a bar that a repeat
 * has cut in two.
 */
export function beginsAt(bars: readonly Bar[], index: number): Fraction {
  const { length, nominal } = bars[index]!;
  if (compare(length, nominal) >= 0) return ZERO;
  const before = bars[index - 1]?.length;
  const isSecond = before !== undefined && compare(add(before, length), nominal) === 0;
  return index === 0 || isSecond ? subtract(nominal, length) : ZERO;
}

/** The strokes of a bar, from where it begins and as long as it is. */
export function strokesIn(bars: readonly Bar[], index: number, pattern: Pattern): Group[] {
  const { metre, length } = bars[index]!;
  const from = beginsAt(bars, index);
  return groupsOf(metre, pattern)
    .map((group) =>
      group.flatMap((stroke): Stroke[] => {
        const at = later(ZERO, subtract(stroke.at, from));
        const end = sooner(length, subtract(add(stroke.at, stroke.length), from));
        return compare(end, at) > 0 ? [{ ...stroke, at, length: subtract(end, at) }] : [];
      }),
    )
    .filter((group) => group.length > 0);
}

const later = (a: Fraction, b: Fraction): Fraction => (compare(a, b) > 0 ? a : b);
const sooner = (a: Fraction, b: Fraction): Fraction => (compare(a, b) < 0 ? a : b);
