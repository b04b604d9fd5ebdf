import { say } from "../../../words/say.ts";
import type { Accompany } from "../../accompany.ts";
import { barsNamed } from "../../barsNamed.ts";
import { accompany } from "./accompany.ts";
import { PATTERNS } from "./patterns.ts";

/** A left hand in accordion notation: basses, and chords as their roots with letters. */
export const leftHandFor: Accompany = (score, { pattern, setup = {}, ...asked }) => {
  const { id } = PATTERNS.find((one) => one.id === pattern) ?? PATTERNS[0]!;
  const { bars, near } = accompany(score, { ...asked, pattern: id, setup: setup });
  return {
    layout: "letters",
    bars: new Map(
      [...bars].map(([index, struck]) => [
        index,
        {
          length: score.bars[index]!.length,
          events: struck.map(({ at, length, bass, chord, letter }) => ({
            ...{ at, length, pitches: [bass, chord].filter((one) => one !== undefined) },
            ...(letter === undefined ? {} : { letter }),
          })),
        },
      ]),
    ),
    reasons: near.map(({ chosen: { name, chord }, bars: inBars }) =>
      chord
        ? say`${name} has no button of its own; it is played as ${chord.root} ${chord.letter}: ${
            inBars.length === 1 ? say`bar` : say`bars`
          } ${barsNamed(inBars, score)}.`
        : say`No chord is known by ${name.replace("?", "")} with its sign; the bass is alone: ${
            inBars.length === 1 ? say`bar` : say`bars`
          } ${barsNamed(inBars, score)}.`,
    ),
  };
};
