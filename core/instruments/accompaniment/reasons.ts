import { say } from "../../words/say.ts";
import type { Score } from "../../score/index.ts";
import { barsNamed } from "../barsNamed.ts";

/**
 * Which chords are not played as their symbols say, with their bars.
 *
 * @param how what is played instead; nothing where the chord is not known
 */
export const nearReasons = <C extends { readonly name: string }>(
  near: ReadonlyMap<C, ReadonlySet<number>>,
  score: Score,
  how: (chord: C) => string | undefined,
): string[] =>
  [...near].map(([chord, bars]) => {
    const what =
      how(chord) ??
      say`No chord is known by ${chord.name.replace("?", "")} with its sign; the bass is alone`;
    const where = bars.size === 1 ? say`bar` : say`bars`;
    return say`${what}: ${where} ${barsNamed([...bars], score)}.`;
  });
