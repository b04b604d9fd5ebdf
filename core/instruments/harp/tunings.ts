import { majorTonic, type Score } from "../../score/index.ts";
import { signatureOf } from "./notes.ts";
import type { SettingOptions } from "./settings/asked.ts";
import { proposeInBars } from "./settings/index.ts";
import { TUNINGS, tunedTo } from "./setup.ts";
import { letterOf, PEDALS, type Harp, type Setting } from "./strings.ts";

/** What a tuning of the strings, levers down, makes of a piece. */
export interface Tried {
  /** The major key of the strings. */
  readonly tuning: string;
  /** Levers that are flipped while it is played. */
  readonly flips: number;
  /** Notes that cannot be had. */
  readonly missing: number;
}

/**
 * The tunings for a piece, best first: fewest notes missing, then fewest flips, then the one the
 * harp has, so that it is not tuned for nothing.
 */
export function tuningsFor(
  harp: Harp,
  score: Score,
  options: Pick<SettingOptions, "tempo" | "secondsPerMove">,
): Tried[] {
  const bars = [0, score.bars.length - 1] as const;
  const now = tuningOf(harp);
  return TUNINGS.map((tuning): Tried => {
    const found = proposeInBars({ ...harp, tuning: tunedTo(tuning) }, score, bars, {
      ...options,
      withoutWays: true,
    });
    return { tuning, flips: found.changes.length, missing: found.problems.length };
  }).sort(
    (a, b) =>
      a.missing - b.missing ||
      a.flips - b.flips ||
      Number(b.tuning === now) - Number(a.tuning === now),
  );
}

/** The major key a harp's strings are tuned to. */
export const tuningOf = ({ tuning }: Harp): string =>
  TUNINGS.find((key) => PEDALS.every((letter) => tunedTo(key)[letter] === tuning[letter]))!;

/** Sharps of the keys there are, flats below zero. */
const MOST = 7;

/** Tonics of the major keys that need no flip: each letter is there, its levers down or up. */
export function keysWithoutFlips({ tuning, fixed }: Pick<Harp, "tuning" | "fixed">): string[] {
  const noLever = new Set(fixed.map(letterOf));
  const isThere = (key: Setting) =>
    PEDALS.every((letter) =>
      (noLever.has(letter) ? [0] : [0, 1]).includes(key[letter] - tuning[letter]),
    );
  return Array.from({ length: 2 * MOST + 1 }, (_, i) => i - MOST)
    .filter((fifths) => isThere(signatureOf(fifths)))
    .map(majorTonic);
}
