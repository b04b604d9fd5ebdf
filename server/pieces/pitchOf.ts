import { say } from "@yarrow-ridge/core/words";
import { pitchNamed, type Pitch } from "@yarrow-ridge/core/score";
import { ProblemError } from "../http/problems.ts";

/**
 * A pitch by its scientific name.
 *
 * @throws ProblemError for what is none
 */
export function pitchOf(name: string): Pitch {
  const found = pitchNamed(name);
  if (found) return found;
  throw new ProblemError(
    400,
    say`"${name.slice(0, 12)}" is no pitch: write it like C#4, Bb3 or D5 (C4 is middle C).`,
    "pitch",
  );
}
