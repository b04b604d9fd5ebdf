import { say } from "../../words/say.ts";
import type { Key, Pitch } from "./model.ts";

const SEMITONES = { C: 0, D: 2, E: 4, F: 5, G: 7, A: 9, B: 11 } as const;

/**
 * Key number, A4 = 69 (MIDI tuning standard).
 *
 * @example midiOf({ step: "A", alter: 0, octave: 4 }) // => 69
 */
export const midiOf = (pitch: Pitch): number =>
  (pitch.octave + 1) * 12 + SEMITONES[pitch.step] + Math.round(pitch.alter);

/** Its place on the line of fifths: F = -1, C = 0, G = 1 … F sharp = 6, B flat = -2. */
export const fifthsOf = ({ step, alter }: Pick<Pitch, "step" | "alter">): number =>
  "FCGDAEB".indexOf(step) - 1 + 7 * Math.round(alter);

/** Scientific name as spelled: `F#4`, `Bb3`, C4 = middle C. */
export const pitchName = (pitch: Pitch): string =>
  `${pitch.step}${pitch.alter > 0 ? "#".repeat(pitch.alter) : "b".repeat(-pitch.alter)}${pitch.octave}`;

const KEY_NAMES = ["C", "C#", "D", "Eb", "E", "F", "F#", "G", "Ab", "A", "Bb", "B"];

/** A key as strings are spelled, A4 = 69. */
export function pitchOfKey(midi: number): Pitch {
  const [step, sign] = [...KEY_NAMES[((midi % 12) + 12) % 12]!];
  const alter = sign === undefined ? 0 : sign === "#" ? 1 : -1;
  return { step: step as Pitch["step"], alter, octave: Math.floor(midi / 12) - 1 };
}

/** The name of a key, A4 = 69, as strings are called: `E2`, `Bb3`. */
export const keyNamed = (midi: number): string => pitchName(pitchOfKey(midi));

/** The pitch of such a name, also with several signs: `F##4`; undefined where it is none. */
export function pitchNamed(name: string): Pitch | undefined {
  const [, step, sign = "", octave] = /^([A-G])(#*|b*)(-?\d)$/.exec(name) ?? [];
  if (!step) return undefined;
  const alter = sign.startsWith("b") ? -sign.length : sign.length;
  return { step: step as Pitch["step"], alter, octave: Number(octave) };
}

/** The key of a name as somebody types it, A4 = 69: `e4`, `B♭3`; undefined where it is none. */
export function keyOfName(name: string): number | undefined {
  const [first = "", ...rest] = name.trim().replace("♯", "#").replace("♭", "b");
  const pitch = pitchNamed(first.toUpperCase() + rest.join(""));
  return pitch && midiOf(pitch);
}

/** The name as a musician says it: `F sharp`, `B flat`. */
export const spokenName = (pitch: Pitch): string =>
  pitch.step +
  ({ "1": say` sharp`, "-1": say` flat`, "2": say` double sharp`, "-2": say` double flat` }[
    String(pitch.alter)
  ] ?? "");

const SHARPS = [
  "C",
  say`C sharp`,
  "D",
  say`D sharp`,
  "E",
  "F",
  say`F sharp`,
  "G",
  say`G sharp`,
  "A",
  say`A sharp`,
  "B",
];
const FLATS = [
  "C",
  say`D flat`,
  "D",
  say`E flat`,
  "E",
  "F",
  say`G flat`,
  "G",
  say`A flat`,
  "A",
  say`B flat`,
  "B",
];

/** The name of a key that nobody spelled, with sharps or flats as the signature has them. */
export const pitchText = (midi: number, fifths: number): string =>
  (fifths < 0 ? FLATS : SHARPS)[((midi % 12) + 12) % 12]!;

/** The same with its octave: `E♭4`; C4 is middle C. */
export function octaveText(midi: number, fifths: number): string {
  const at = ((midi % 12) + 12) % 12;
  const sign = isBlack(midi) ? (fifths < 0 ? "♭" : "♯") : "";
  const letter = (fifths < 0 ? "CDDEEFGGAABB" : "CCDDEFFGGAAB")[at]!;
  return `${letter}${sign}${Math.floor(midi / 12) - 1}`;
}

/** Whether a key, as a MIDI number, is a black one. */
export const isBlack = (midi: number): boolean =>
  [1, 3, 6, 8, 10].includes(((midi % 12) + 12) % 12);

const MAJORS = ["C♭", "G♭", "D♭", "A♭", "E♭", "B♭", "F", "C", "G", "D", "A", "E", "B", "F♯", "C♯"];
const MINORS = ["A♭", "E♭", "B♭", "F", "C", "G", "D", "A", "E", "B", "F♯", "C♯", "G♯", "D♯", "A♯"];

/** The tonic of the major key with so many sharps, or flats below zero: `E♭` of -3. */
export const majorTonic = (fifths: number): string => MAJORS[fifths + 7]!;

/**
 * `E♭ major`; the signature alone (`3 flats`) when the file does not say the mode.
 *
 * @example keyName({ fifths: -3, mode: "major" }) // => "E♭ major"
 */
export function keyName(key: Key): string {
  const at = key.fifths + 7;
  if (key.mode === "major" && MAJORS[at]) return say`${MAJORS[at]} major`;
  if (key.mode === "minor" && MINORS[at]) return say`${MINORS[at]} minor`;
  if (key.fifths === 0) return say`no sharps or flats`;
  const count = Math.abs(key.fifths);
  return `${count} ${key.fifths > 0 ? say`sharp` : say`flat`}${count === 1 ? "" : "s"}`;
}
