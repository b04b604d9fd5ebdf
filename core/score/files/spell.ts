import type { Key, Pitch } from "../model/model.ts";

/**
 * Names of the twelve keys in C major or A minor; other keys move them along the line of fifths.
 */
const LINE = ["F", "C", "G", "D", "A", "E", "B"] as const;

/** The pitch that a note on the line of fifths names: 0 is C, 1 is G, -1 is F. */
function onLine(position: number): { step: Pitch["step"]; alter: number } {
  const at = position + 1;
  return { step: LINE[((at % 7) + 7) % 7]!, alter: Math.floor(at / 7) };
}

const SEMITONES = { C: 0, D: 2, E: 4, F: 5, G: 7, A: 9, B: 11 } as const;

/** Spelling of keys that nobody spelled. */
export const spell = {
  /**
   * A key number as written in a key: of its names the one nearest to the key on the line of
   * fifths.
   */
  pitch(midi: number, { fifths, mode }: Key): Pitch {
    const centre = fifths + (mode === "minor" ? 3 : 2);
    const pitchClass = ((midi % 12) + 12) % 12;
    // seven fifths up is a semitone: positions of one pitch class are twelve apart
    const first = (pitchClass * 7) % 12;
    const position = [first - 24, first - 12, first, first + 12].sort(
      (a, b) => Math.abs(a - centre) - Math.abs(b - centre),
    )[0]!;
    const { step, alter } = onLine(position);
    return { step, alter, octave: Math.round((midi - SEMITONES[step] - alter) / 12) - 1 };
  },

  /** The signature in which most of what is played is natural. */
  key(notes: readonly { midi: number; length: { num: number; den: number } }[]): Key {
    const weight = new Array<number>(12).fill(0);
    for (const { midi, length } of notes)
      weight[((midi % 12) + 12) % 12]! += length.num / length.den;
    const inside = (fifths: number) =>
      [-1, 0, 1, 2, 3, 4, 5].reduce(
        (sum, at) => sum + weight[((((at + fifths) * 7) % 12) + 12) % 12]!,
        0,
      );
    return {
      fifths: [0, 1, -1, 2, -2, 3, -3, 4, -4, 5, -5, 6].sort(
        (a, b) => inside(b) - inside(a) || Math.abs(a) - Math.abs(b),
      )[0]!,
    };
  },
};
