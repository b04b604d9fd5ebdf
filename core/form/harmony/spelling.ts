import { Note as Pitch } from "tonal";
import type { Note, Score } from "../../score/index.ts";
import { classOf, type Kind } from "./kinds.ts";
import type { Mode, Tonality } from "./keys.ts";

/** A pitch class as a note is spelled, without its octave: `F#`, `Bb`. */
export const spelledAs = ({ pitch }: Pick<Note, "pitch">): string =>
  `${pitch.step}${pitch.alter > 0 ? "#".repeat(pitch.alter) : "b".repeat(-pitch.alter)}`;

/** How each pitch class is spelled most often among some notes. */
function mostSpelled(notes: readonly Note[]): Map<number, string> {
  const counts = new Map<number, Map<string, number>>();
  for (const note of notes) {
    const ofClass = counts.get(classOf(note.midi)) ?? new Map<string, number>();
    counts.set(
      classOf(note.midi),
      ofClass.set(spelledAs(note), (ofClass.get(spelledAs(note)) ?? 0) + 1),
    );
  }
  return new Map(
    [...counts].map(([pitch, names]) => [
      pitch,
      [...names].reduce((best, one) => (one[1] > best[1] ? one : best))[0],
    ]),
  );
}

/**
 * Intervals by semitones between tones of a chord, in tonal's words, as harmony books stack them in
 * thirds.
 */
const INTERVALS: Readonly<Record<number, string>> = {
  0: "1P",
  3: "3m",
  4: "3M",
  5: "4P",
  6: "5d",
  7: "5P",
  8: "5A",
  9: "7d",
  10: "7m",
  11: "7M",
};
const intervalOf = (kind: Kind, tone: number): string =>
  kind.symbol === "6" && tone === 9 ? "6M" : INTERVALS[tone]!;

const SHARPS = ["C", "C#", "D", "D#", "E", "F", "F#", "G", "G#", "A", "A#", "B"];
const FLATS = ["C", "Db", "D", "Eb", "E", "F", "Gb", "G", "Ab", "A", "Bb", "B"];
/** Keys that are written with flats whatever the signature around them. */
const FLAT_KEYS: Readonly<Record<Mode, readonly number[]>> = {
  major: [1, 3, 5, 8, 10],
  minor: [0, 2, 3, 5, 7, 10],
};

/** The name of a tonic as it would be signed. */
export const tonicName = ({ tonic, mode }: Tonality, fifths = 0): string =>
  (FLAT_KEYS[mode].includes(tonic) || (fifths < 0 && [6, 11].includes(tonic) && mode === "major")
    ? FLATS
    : SHARPS)[tonic]!;

/**
 * How a score spells its pitch classes, in some bars; what does not sound there is spelled as the
 * signature has it.
 */
export interface Spelling {
  /** Of a chord's root, from one of its tones that sounds. */
  readonly root: (notes: readonly Note[], root: number, kind: Kind) => string;
  readonly tone: (notes: readonly Note[], pitch: number) => string;
  /** Of a tonic: as it is spelled where it sounds, else as it would be signed. */
  readonly tonic: (key: Tonality, from: number, to: number) => string;
}

export function spellingOf(score: Score): Spelling {
  const whole = mostSpelled(score.notes);
  const plain = (pitch: number, fifths: number) =>
    whole.get(pitch) ?? (fifths < 0 ? FLATS : SHARPS)[pitch]!;
  const tonics = new Map<string, string>();
  const fifthsAt = (notes: readonly Note[]) => score.bars[notes[0]?.bar ?? 0]?.key.fifths ?? 0;
  return {
    tone: (notes, pitch) => mostSpelled(notes).get(pitch) ?? plain(pitch, fifthsAt(notes)),
    root: (notes, root, kind) => {
      const names = mostSpelled(notes);
      const sounding = kind.tones.find((tone) => names.has((root + tone) % 12));
      if (sounding === undefined) return plain(root, fifthsAt(notes));
      return (
        Pitch.transpose(names.get((root + sounding) % 12)!, `-${intervalOf(kind, sounding)}`) ||
        plain(root, fifthsAt(notes))
      );
    },
    tonic: (key, from, to) => {
      const area = `${key.tonic} ${key.mode} ${from} ${to}`;
      const name =
        tonics.get(area) ??
        mostSpelled(score.notes.filter((note) => note.bar >= from && note.bar <= to)).get(
          key.tonic,
        );
      // more than seven accidentals nobody signs
      const told =
        name && Math.abs(signatureOf(name, key.mode)) <= 7
          ? name
          : tonicName(key, score.bars[from]?.key.fifths);
      tonics.set(area, told);
      return told;
    },
  };
}

/** Sharps, below 0 flats, of a key by its name. */
function signatureOf(name: string, mode: Mode): number {
  const [step, sharps, flats] = [name[0]!, name.split("#").length - 1, name.split("b").length - 1];
  return "FCGDAEB".indexOf(step) - 1 + 7 * (sharps - flats) - (mode === "minor" ? 3 : 0);
}
