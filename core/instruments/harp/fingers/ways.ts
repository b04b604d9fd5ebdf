import type { Reach } from "./reach.ts";

/** A moment as a harpist takes it: a finger on each string, the lowest string first. */
export interface HarpWay {
  readonly strings: readonly number[];
  readonly fingers: readonly number[];
  /** The hand is placed anew; else these strings are under it together with those before. */
  readonly anew: boolean;
  readonly cost: number;
}

export const FINGERS = [1, 2, 3, 4] as const;

/** The thumb is strongest, the fourth finger is not wasted. Own figures. */
const SPARE = [0, 0, 0.04, 0.08, 0.15];

/** A note or a chord between neighbouring fingers. */
const between = (reach: Reach, strings: readonly number[], fingers: readonly number[]): number =>
  strings
    .slice(1)
    .reduce(
      (sum, string, i) => sum + reach.apart(fingers[i + 1]!, fingers[i]!, string - strings[i]!),
      strings.length > 2
        ? reach.apart(fingers.at(-1)!, fingers[0]!, strings.at(-1)! - strings[0]!)
        : 0,
    );

/**
 * All ways to pluck some strings at once, in the order of the fingers, from where the hand is and
 * placed anew; none where they are too far apart, or too many.
 *
 * @param strings rising, each once
 */
export function waysOf(reach: Reach, strings: readonly number[]): HarpWay[] {
  const found: HarpWay[] = [];
  const walk = (fingers: readonly number[]) => {
    if (fingers.length === strings.length) {
      const cost =
        between(reach, strings, fingers) + fingers.reduce((sum, finger) => sum + SPARE[finger]!, 0);
      if (cost === Infinity) return;
      for (const anew of [false, true]) found.push({ strings, fingers, anew, cost });
      return;
    }
    for (const finger of FINGERS)
      if (fingers.length === 0 || finger < fingers.at(-1)!) walk([...fingers, finger]);
  };
  if (new Set(strings).size === strings.length) walk([]);
  return found;
}
