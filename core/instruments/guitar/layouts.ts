import { say } from "../../words/say.ts";
import type { Layout } from "../../score/musicxml/layouts.ts";

/**
 * Written notes of the lowest open string and a dropped one. Lower than these nobody writes for a
 * guitar an octave above its sound.
 */
const LOWEST_WRITTEN = 50;
/** Highest fretted note of a usual neck, as it sounds. */
const HIGHEST = 83;

/**
 * Guitar music is written an octave above its sound. Some files say so, others leave it to the
 * reader. Common practice, no source.
 */
export const GUITAR_LAYOUTS: readonly Layout[] = [
  {
    id: "sounding",
    name: say`written as it sounds, or as the file says`,
    staves: ["hands"],
    fits: () => 0.5,
  },
  {
    id: "octave",
    name: say`written an octave above its sound`,
    staves: ["hands"],
    sounds: -12,
    fits: ([staff]) =>
      !staff!.transposed && staff!.low >= LOWEST_WRITTEN && staff!.high <= HIGHEST + 12 ? 1 : 0,
  },
];
