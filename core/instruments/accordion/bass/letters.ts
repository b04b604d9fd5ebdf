import { Chord, Interval, Note } from "tonal";
import { isChordName, isSymbolName } from "../../../score/musicxml/letters.ts";
import { TONES, type Row } from "./board.ts";

/** Letters of chords, as they stand over or under a bass: none is major. */
const ROW_OF: Readonly<Record<string, Row>> = {
  ...{ "": "major", M: "major", maj: "major", m: "minor", min: "minor" },
  ...{ "7": "seventh", d: "diminished", dim: "diminished", dim7: "diminished" },
};
const STEPS: Readonly<Record<string, number>> = { C: 0, D: 2, E: 4, F: 5, G: 7, A: 9, B: 11 };

/** Chords are written above the third line of the bass staff, from this key on. A4 = 69. */
export const FROM = 52;

/**
 * The keys a chord of a bass button is written out with: Am, B♭, F♯m, G7, Bd.
 *
 * @returns rising; nothing where it is no chord of a button
 * @example instrument("accordion").chordKeys("Am") // => [57, 60, 64]
 */
export function chordKeys(text: string): number[] | undefined {
  const [, letter, sign, kind] =
    /^([A-G])([#b♯♭]?)(M|maj|m|min|7|d|dim|dim7)?$/.exec(text.trim()) ?? [];
  if (!letter) return undefined;
  const alter = sign === "" ? 0 : sign === "#" || sign === "♯" ? 1 : -1;
  return keysOver(STEPS[letter]! + alter, TONES[ROW_OF[kind ?? ""]!]);
}

/** The keys of a chord by its name, its root first, also of one that no single button has. */
export function keysNamed(name: string): readonly number[] | undefined {
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

/** Where a chord is written. Tones in semitones over the root, which is a pitch class, C = 0. */
export function keysOver(root: number, tones: readonly number[]): number[] {
  const lowest = FROM + ((root - (FROM % 12) + 24) % 12);
  return tones.map((tone) => lowest + tone);
}
