import fc from "fast-check";
import type { FormReturns } from "../fingering/index.ts";
import { scoreOf } from "../testing.ts";

// Phrases that come back in another key.

const NAMES = "C C# D D# E F F# G G# A A# B".split(" ");
const named = (midi: number) => `${NAMES[midi % 12]}${Math.floor(midi / 12) - 1}`;
const bar = (keys: readonly number[]) => keys.map(named).join(" ");

/** A phrase of three bars, one between, and the phrase so many semitones away. */
export function phraseTwice(phrase: readonly number[], by: number, between: readonly number[]) {
  const again = phrase.map((key) => key + by);
  const bars = [phrase, between, again]
    .flatMap((keys) =>
      Array.from({ length: keys.length / 4 }, (_, i) => keys.slice(4 * i, 4 * i + 4)),
    )
    .map((keys): [string, string] => [bar(keys), "r:4"]);
  const score = scoreOf(bars);
  const form: FormReturns = {
    returns: [{ hand: "right", relation: "transposed", from: 4, to: 6, of: 0 }],
    sequences: [],
  };
  return { score, form };
}

/** Steps of a phrase of twelve notes: mostly small ones, now and then a leap. */
export const tune = fc.array(fc.constantFrom(-2, -2, -1, 1, 2, 2, 3, -3, 5, -4), {
  minLength: 11,
  maxLength: 11,
});

/** The notes such steps make from the middle of a range on, kept within it. */
export const fromSteps = (
  steps: readonly number[],
  [low, high]: readonly [low: number, high: number],
): number[] =>
  steps.reduce<number[]>(
    (keys, step) => [...keys, Math.max(low, Math.min(high, keys.at(-1)! + step))],
    [Math.ceil((low + high) / 2) - 1],
  );
