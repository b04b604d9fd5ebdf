import type { Pitch } from "../../score/model/model.ts";
import type { OnString as Sounding, OnStrings } from "../ringing.ts";

/** Letters in the order in which the pedals stand, from the left foot's outermost one. */
export const PEDALS = ["D", "C", "B", "E", "F", "G", "A"] as const;
export type Letter = (typeof PEDALS)[number];

/** Letters in the order of the strings, with their semitones over C. */
const SCALE: readonly Letter[] = ["C", "D", "E", "F", "G", "A", "B"];
const SEMITONES = [0, 2, 4, 5, 7, 9, 11];

/** How far a pedal or a lever alters a string, in semitones: flat, natural or sharp. */
export type Alter = -1 | 0 | 1;

/** Alterations by letter. */
export type Setting = Readonly<Record<Letter, Alter>>;

export const NATURALS: Setting = { D: 0, C: 0, B: 0, E: 0, F: 0, G: 0, A: 0 };

/** A harp as it stands there. */
export interface Harp {
  readonly kind: "pedal" | "lever";
  /** The lowest string, counted from C0 as 0, D0 as 1. */
  readonly lowest: number;
  readonly strings: number;
  /** Strings without a disc or a lever: they keep the pitch they are tuned to. */
  readonly fixed: readonly number[];
  /** What the strings of a lever harp are tuned to, levers down. */
  readonly tuning: Setting;
}

/** A string by its letter and octave: `stringAt("C", 4)` is middle C. */
export const stringAt = (letter: Letter, octave: number): number =>
  7 * octave + SCALE.indexOf(letter);

export const letterOf = (string: number): Letter => SCALE[string % 7]!;

const SIGNS = ["♭", "♮", "♯"];
/** A letter or string as it is altered: `F♯`, `B♭4`. */
export const called = (name: string, alter: number): string =>
  `${name[0]}${SIGNS[alter + 1]}${name.slice(1)}`;

/** A string as it is called: `C4`. */
export const stringName = (string: number): string =>
  `${letterOf(string)}${Math.floor(string / 7)}`;

/** The pitch of a string without accidental, A4 = 69. */
export const naturalOf = (string: number): number =>
  12 * (Math.floor(string / 7) + 1) + SEMITONES[string % 7]!;

/** The string a note is written for. */
export const writtenString = ({ step, octave }: Pick<Pitch, "step" | "octave">): number =>
  stringAt(step, octave);

/** Every string rings until it is plucked again or a hand is laid on it. */
export const harpStrings: OnStrings = ({ notes }) =>
  new Map(
    notes.map(({ id, pitch, staccato }): [string, Sounding] => [
      id,
      { string: writtenString(pitch), rings: !staccato },
    ]),
  );

/**
 * 47 strings from C1 to G7; the lowest two and the highest have no disc. From memory: makers
 * differ.
 */
export const PEDAL_HARP: Harp = {
  kind: "pedal",
  lowest: stringAt("C", 1),
  strings: 47,
  fixed: [stringAt("C", 1), stringAt("D", 1), stringAt("G", 7)],
  tuning: NATURALS,
};

/** 34 strings from C2 to A6, tuned to E flat, a lever on each. From memory: makers differ. */
export const LEVER_HARP: Harp = {
  kind: "lever",
  lowest: stringAt("C", 2),
  strings: 34,
  fixed: [],
  tuning: { ...NATURALS, B: -1, E: -1, A: -1 },
};

/** A string that has a pitch when it is altered so. */
export interface OnString {
  readonly string: number;
  readonly alter: Alter;
}

const ALTERS: readonly Alter[] = [-1, 0, 1];

/** What a string can be altered to: by its pedal all three, by its lever as tuned or raised. */
export function altersOf(harp: Harp, string: number): readonly Alter[] {
  const tuned = harp.tuning[letterOf(string)];
  if (harp.fixed.includes(string)) return [harp.kind === "pedal" ? 0 : tuned];
  return harp.kind === "pedal" ? ALTERS : [tuned, (tuned + 1) as Alter];
}

/**
 * The strings on which a pitch can be had.
 *
 * @param midi A4 = 69
 */
export function stringsFor(harp: Harp, midi: number): OnString[] {
  const found: OnString[] = [];
  const near = Math.floor(((midi - 12) * 7) / 12);
  for (let string = near - 2; string <= near + 3; string++) {
    if (string < harp.lowest || string >= harp.lowest + harp.strings) continue;
    for (const alter of altersOf(harp, string))
      if (naturalOf(string) + alter === midi) found.push({ string, alter });
  }
  return found;
}
