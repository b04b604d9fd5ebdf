import { THIRD_LINE } from "../../../score/musicxml/letters.ts";
import type { Layout } from "../../../score/musicxml/layouts.ts";
import { say } from "../../../words/say.ts";
import { keysNamed } from "./letters.ts";

/** Share of the notes that may be chords with letters of their own: then all are read so. */
const ENOUGH = 0.2;

/**
 * A bass staff has chords written out, or single notes above its third line with letters (M m 7 d).
 * Rules of accordion associations, from memory.
 */
export const ACCORDION_LAYOUTS: readonly Layout[] = [
  {
    id: "written",
    name: say`bass chords written out`,
    staves: ["right", "left"],
    fits: () => 0.5,
  },
  {
    id: "letters",
    name: say`bass chords as single notes with letters`,
    staves: ["right", "left"],
    letters: { limb: "left", above: THIRD_LINE, keysOf: keysNamed },
    isFor: ([, left]) => left!.lettered > 0 || left!.symbols,
    fits: ([, left]) => (left!.lettered >= ENOUGH ? 1 : 0),
  },
];
