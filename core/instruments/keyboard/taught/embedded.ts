import { matchEmbedded, type Match } from "./measure.ts";
import type { FingerOptions } from "../../../fingering/index.ts";
import type { Taught } from "./keyboard.ts";

/**
 * Keys before the first and after the last of what is taught, in semitones from them; `way` is -1
 * where the line has risen.
 */
type Around = (
  first: number,
  last: number,
  way: number,
  keys: readonly number[],
) => [before: number[], after: number[]];

const from = (key: number, steps: readonly number[], way = 1) =>
  steps.map((step) => key + way * step);

/**
 * Phrases to hide it in. None marks it off; the more their own notes pull the hand elsewhere, the
 * less is found as it is taught alone.
 */
export const PHRASES = {
  "a turn an octave away": (first, last, way) => [
    from(first, [12, 14, 12, 11, 12]),
    from(last, [12, 14, 12, 11, 12], way),
  ],
  "chord tones an octave away": (first, last, way) => [
    from(first, [12, 16, 19, 16, 12]),
    from(last, [12, 16, 19, 16, 12], way),
  ],
  "leaps in and out": (first, last) => [
    from(first, [7, 4, 7, 12, 7, 4]),
    from(last, [5, 1, 8, 5, 12, 8], -1),
  ],
  "its own notes": (_, __, ___, keys) => [
    [2, 0, 2, 1].map((at) => keys[at]!),
    [3, 1, 3, 2].map((at) => keys.at(-at)!),
  ],
} as const satisfies Record<string, Around>;

export type Phrase = keyof typeof PHRASES;

export function embedded(
  taught: Taught,
  phrase: Phrase,
  options: Partial<FingerOptions> = {},
): Match {
  const keys = taught.notes.map((note) => note.midi);
  const [first, last] = [keys[0]!, keys.at(-1)!];
  const [before, after] = PHRASES[phrase](first, last, last > first ? -1 : 1, keys);
  return matchEmbedded(taught, before, after, options);
}
