import { Chord, Note } from "tonal";
import {
  NATURALS,
  naturalOf,
  PEDALS,
  stringAt,
  type Alter,
  type Letter,
  type Setting,
} from "./strings.ts";

const ALTERS: readonly Alter[] = [-1, 0, 1];

/** A setting for a glissando over all strings. */
export interface Glissando {
  readonly setting: Setting;
  /** Pedals that are moved for it. */
  readonly moved: readonly Letter[];
  /** Strings that cannot belong to the chord: they stand as they stood. */
  readonly foreign: readonly Letter[];
}

const classOf = (letter: Letter, alter: number): number =>
  (naturalOf(stringAt(letter, 4)) + alter + 12) % 12;

/**
 * Settings in which a chord is whole and every string of an octave belongs to it, so that a
 * glissando sounds it and nothing else; a string that belongs to it nowhere is named. Those that
 * move fewest pedals come first.
 *
 * @param classes pitch classes of the chord, C = 0
 * @param stands how the pedals stand before
 * @example glissandiOf([0, 2, 4, 7, 10]).length // => 2
 */
export function glissandiOf(
  classes: readonly number[],
  stands: Setting = NATURALS,
): readonly Glissando[] {
  const fitting = (letter: Letter) =>
    ALTERS.filter((alter) => classes.includes(classOf(letter, alter)));
  const foreign = PEDALS.filter((letter) => fitting(letter).length === 0);
  let found: Partial<Record<Letter, Alter>>[] = [{}];
  for (const letter of PEDALS) {
    const some = foreign.includes(letter) ? [stands[letter]] : fitting(letter);
    found = found.flatMap((before) => some.map((alter) => ({ ...before, [letter]: alter })));
  }
  const isWhole = (setting: Setting) =>
    classes.every((one) => PEDALS.some((letter) => classOf(letter, setting[letter]) === one));
  return (found as Setting[])
    .filter(isWhole)
    .map((setting) => ({
      ...{ setting, foreign },
      moved: PEDALS.filter((letter) => setting[letter] !== stands[letter]),
    }))
    .sort((a, b) => a.moved.length - b.moved.length);
}

/**
 * The pitch classes of a chord by its name, or by the names of its notes; undefined where it is
 * none.
 *
 * @example chordClasses("Bb7") // => [10, 2, 5, 8]
 */
export function chordClasses(text: string): number[] | undefined {
  const name = text.trim().replaceAll("♭", "b").replaceAll("♯", "#");
  const named = name.split(/[\s,]+/).map((one) => Note.get(one.toUpperCase().replace(/B$/, "b")));
  const notes = named.length > 1 && named.every(({ empty }) => !empty) ? named : [];
  const classes = notes.length
    ? notes.map(({ chroma }) => chroma)
    : Chord.get(name).notes.map((one) => Note.chroma(one));
  const some = [...new Set(classes)];
  return some.length > 1 ? some : undefined;
}
