import { say } from "../../words/say.ts";
import { compare, subtract, ZERO, type Fraction } from "./fraction.ts";
import type { Bar } from "./model.ts";

/**
 * The beat the metronome counts: a dotted quarter in 6/8, 9/8 and 12/8, else the written one, in
 * quarters.
 */
export function beatLength(bar: Pick<Bar, "metre">): Fraction {
  const { beats, beatType } = bar.metre;
  const compound = beatType >= 8 && beats % 3 === 0 && beats > 3;
  const num = compound ? 12 : 4;
  return num % beatType === 0 ? { num: num / beatType, den: 1 } : reduce(num, beatType);
}

/** Beats a tempo can be counted in, in quarters. */
export const BEATS = {
  quaver: 0.5,
  "dotted quaver": 0.75,
  crotchet: 1,
  "dotted crotchet": 1.5,
  minim: 2,
  "dotted minim": 3,
  semibreve: 4,
} as const;

const SIGNS: Readonly<Record<string, string>> = {
  "1/2": "♪",
  "3/4": "♪.",
  "1/1": "♩",
  "3/2": "♩.",
  "2/1": say`minim`,
  "4/1": say`semibreve`,
};

/**
 * The beat of a bar as it is written before a metronome figure.
 *
 * @example beatSign({ metre: { beats: 6, beatType: 8 } }) // => "♩."
 */
export function beatSign(bar: Pick<Bar, "metre">): string {
  const { num, den } = beatLength(bar);
  return SIGNS[`${num}/${den}`] ?? say`beat`;
}

const reduce = (num: number, den: number): Fraction => {
  const factor = [16, 8, 4, 2].find((f) => num % f === 0 && den % f === 0) ?? 1;
  return { num: num / factor, den: den / factor };
};

/** Where beat 1 of a bar lies relative to its first note: a pick-up starts late in its bar. */
export function lead(bar: Bar): Fraction {
  return bar.index === 0 && compare(bar.length, bar.nominal) < 0
    ? subtract(bar.nominal, bar.length)
    : ZERO;
}
