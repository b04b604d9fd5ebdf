import { Chord, Interval, Note } from "tonal";
import { isChordName, isSymbolName, THIRD_LINE } from "../../../score/musicxml/letters.ts";
import type { Layout } from "../../../score/musicxml/layouts.ts";
import { say } from "../../../words/say.ts";
import { chordKeys, keysOver } from "./letters.ts";

/** The keys of a chord that a bass staff names, also of one that wants several buttons. */
function keysNamed(name: string): readonly number[] | undefined {
  const button = chordKeys(name);
  if (button) return button;
  if (!isChordName(name) && !isSymbolName(name)) return undefined;
  const { tonic, intervals } = Chord.get(name);
  if (!tonic) return undefined;
  return keysOver(
    Note.chroma(tonic),
    intervals.map((one) => Interval.semitones(one)),
  );
}

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
