import { toNumber } from "../model/fraction.ts";
import { toText } from "../model/fractionText.ts";
import {
  ANY_LETTERS,
  chordNames,
  isChordLetter,
  lyricsOf,
  symbolsIn,
  type ChordLetters,
} from "./letters.ts";
import type { RawMeasure, RawNote } from "./measure.ts";
import { children, type Element } from "../xml/xml.ts";

/** One way to read the staves of a file: which notes are whose. */
export interface Layout {
  readonly id: string;
  /** Goes on from "read as": `a hymn on two staves, the lowest voice for the feet`. */
  readonly name: string;
  /** Whose each staff is, from the top; undefined for a staff that somebody else plays or sings. */
  readonly staves: readonly (string | undefined)[];
  /** Whose the lowest voice of the last staff is, where it is not that staff's. */
  readonly lowest?: string;
  /** Semitones from what is written to what sounds, where the file does not say it itself. */
  readonly sounds?: number;
  /** How single notes stand for chords, where they do. */
  readonly letters?: ChordLetters;
  /** Whether there is anything to choose it for; always when not given. */
  readonly isFor?: (staves: readonly StaffFacts[]) => boolean;
  /** How well staves like these fit, 0 for not at all: the best is taken till somebody objects. */
  readonly fits: (staves: readonly StaffFacts[]) => number;
}

/** What of a staff speaks for one way or another to read it. */
export interface StaffFacts {
  /** Words are sung under it. */
  readonly sung: boolean;
  /** Its part is called a voice of a choir. */
  readonly voice: boolean;
  /** Share of its moments in which exactly two notes sound. */
  readonly pairs: number;
  /** Share of its moments at which the staff before it strikes too. */
  readonly together: number;
  /** Lowest and highest key as read, A4 = 69. */
  readonly low: number;
  readonly high: number;
  /** The file says itself where it sounds: by a transposition, its clef, or as tablature. */
  readonly transposed: boolean;
  /** Share of its notes above the third line of a bass staff that have letters of their own. */
  readonly lettered: number;
  /** Chord symbols stand over the music. */
  readonly symbols: boolean;
}

/** A measure of one part, with what it says of pitch. */
type Measure = Pick<RawMeasure, "notes" | "length" | "letters">;

/** The facts of each staff, over the parts that are read, from the top. */
export function staffFacts(
  parts: readonly {
    readonly measures: readonly Measure[];
    readonly staves: number;
    readonly transposed: boolean;
    readonly voice: boolean;
  }[],
): StaffFacts[] {
  let before: ReadonlySet<string> = new Set();
  const symbols = symbolsIn(parts).some((inBar) => inBar.length > 0);
  return parts.flatMap(({ measures, staves, transposed, voice }) =>
    Array.from({ length: staves }, (_, i): StaffFacts => {
      const bars = measures.map(({ notes }) => notes.filter((note) => note.staff === i + 1));
      const moments = new Set<string>();
      let pairs = 0;
      for (const [bar, notes] of bars.entries()) {
        if (notes.length > FULLEST) continue;
        for (const at of onsetsOf(notes)) {
          moments.add(`${bar} ${at}`);
          if (soundingAt(notes, at) === 2) pairs++;
        }
      }
      const together = [...moments].filter((moment) => before.has(moment)).length;
      before = moments;
      const all = bars.flat();
      const named = chordNames(measures, i + 1, ANY_LETTERS, []);
      return {
        lettered: named.able ? named.own / named.able : 0,
        symbols,
        sung: all.some((note) => lyricsOf(note.element).some((text) => !isChordLetter(text))),
        pairs: pairs / Math.max(1, moments.size),
        together: together / Math.max(1, moments.size),
        low: all.reduce((least, { midi }) => Math.min(least, midi), Infinity),
        high: all.reduce((most, { midi }) => Math.max(most, midi), -Infinity),
        transposed,
        voice,
      };
    }),
  );
}

/** A bar with more notes on one staff tells nothing of how many sing. */
const FULLEST = 200;

const onsetsOf = (notes: readonly RawNote[]): Set<number> =>
  new Set(notes.filter((note) => !note.grace).map((note) => toNumber(note.offset)));

const soundingAt = (notes: readonly RawNote[], at: number): number =>
  notes.filter((note) => {
    const from = toNumber(note.offset);
    return !note.grace && from <= at && from + toNumber(note.duration) > at;
  }).length;

/**
 * The layout that fits best among those for so many staves; the first of them where nothing speaks
 * for another.
 */
export function fittest(layouts: readonly Layout[], facts: readonly StaffFacts[]): Layout {
  return layouts.reduce((best, one) => (one.fits(facts) > best.fits(facts) ? one : best));
}

/**
 * Which notes of a staff are its lowest voice: of the voice that lies lower, or the lowest of a
 * chord where one voice writes both. A voice alone in its bar keeps to what it is elsewhere.
 */
export function lowestVoice(bars: readonly (readonly RawNote[])[]): Set<Element> {
  const heights = new Map<string, { sum: number; count: number }>();
  for (const notes of bars) {
    if (new Set(notes.map((note) => note.voice)).size < 2) continue;
    for (const note of notes) {
      const at = heights.get(note.voice) ?? { sum: 0, count: 0 };
      heights.set(note.voice, { sum: at.sum + note.midi, count: at.count + 1 });
    }
  }
  const low = [...heights].sort(([, a], [, b]) => a.sum / a.count - b.sum / b.count)[0]?.[0];
  return new Set(
    bars.flatMap((notes) => {
      if (notes.some((note) => note.voice === low))
        return notes.filter((note) => note.voice === low).map((note) => note.element);
      const chords = new Map<string, RawNote[]>();
      for (const note of notes) {
        const at = `${note.voice} ${toText(note.offset)}`;
        const chord = chords.get(at);
        if (chord) chord.push(note);
        else chords.set(at, [note]);
      }
      // a line without a second one is the bass where no voice is known to be it
      return [...chords.values()].flatMap((chord) =>
        chord.length > 1 || low === undefined
          ? [chord.reduce((lowest, one) => (one.midi < lowest.midi ? one : lowest)).element]
          : [],
      );
    }),
  );
}

/** Whether a part has words to sing. */
export const isSung = (part: Element): boolean =>
  children(part, "measure").some((measure) =>
    children(measure, "note").some((note) => lyricsOf(note).some((text) => !isChordLetter(text))),
  );

/** Whether all a part writes is tablature. */
export function isTablature(part: Element): boolean {
  const clefs = children(part, "measure")
    .flatMap((measure) => children(measure, "attributes"))
    .flatMap((attributes) => children(attributes, "clef"))
    .flatMap((clef) => children(clef, "sign"));
  return clefs.length > 0 && clefs.every((sign) => sign.textContent?.trim() === "TAB");
}

/** Whether a part says where it sounds: by its signs, or as tablature, which has no octave. */
export const saysTransposed = (part: Element): boolean =>
  isTablature(part) ||
  children(part, "measure")
    .flatMap((measure) => children(measure, "attributes"))
    .some(
      (attributes) =>
        children(attributes, "transpose").length > 0 ||
        children(attributes, "clef").some((clef) => children(clef, "clef-octave-change").length),
    );
