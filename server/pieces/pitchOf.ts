import { say } from "@yarrow-ridge/core/words";
import type { Pitch } from "@yarrow-ridge/core/score";
import { ProblemError } from "../http/problems.ts";

/**
 * A pitch by its scientific name.
 *
 * @throws ProblemError for what is none
 */
export function pitchOf(name: string): Pitch {
  const found = /^([A-G])(#*|b*)(-?\d)$/.exec(name);
  if (!found)
    throw new ProblemError(
      400,
      say`"${name.slice(0, 12)}" is no pitch: write it like C#4, Bb3 or D5 (C4 is middle C).`,
      "pitch",
    );
  const [, step, sign, octave] = found;
  return {
    step: step as Pitch["step"],
    alter: sign!.startsWith("b") ? -sign!.length : sign!.length,
    octave: Number(octave),
  };
}
