/**
 * What is taught for feet on pedals; common practice, no source. Notes one second apart at the
 * most, a third of a second each unless a length is given; `+` joins what is down together.
 * Middle octave: C3 to B3, the bench under D3 and E flat 3.
 */

export const KEYS = ["C", "G", "D", "A", "E", "B", "F#", "Db", "Ab", "Eb", "Bb", "F"] as const;
/** Looked at while prices were set; the others were not. */
export const SEEN: readonly string[] = ["C", "D", "E", "Ab", "Bb", "F#"];

const PITCH: Readonly<Record<string, number>> = {
  ...{ C: 0, Db: 1, "C#": 1, D: 2, Eb: 3, E: 4, F: 5, "F#": 6, G: 7, Ab: 8, A: 9, Bb: 10, B: 11 },
};

/** Scales of an octave, up and down, from the tonic at or over C2 and C3. */
export const scaleOf = (key: string, octave: number): number[] => {
  const tonic = 12 * (octave + 1) + PITCH[key]!;
  const up = [0, 2, 4, 5, 7, 9, 11, 12].map((step) => tonic + step);
  return [...up, ...up.slice(0, -1).reverse()];
};

/** Basses as hymns have them, by steps of the scale from the tonic at or over C3. */
const BASSES: readonly (readonly number[])[] = [
  [0, -3, 0, 3, 4, -3, 0],
  [0, 2, 3, 4, 0, -3, 0],
  [0, -1, -2, -3, -4, -3, 0],
  [0, 0, 3, 3, 4, -3, 0],
];
const SCALE = [0, 2, 4, 5, 7, 9, 11];
const degree = (step: number): number => 12 * Math.floor(step / 7) + SCALE[((step % 7) + 7) % 7]!;
export const hymnBasses = (key: string): number[][] => {
  const tonic = 48 + PITCH[key]!;
  return BASSES.map((bass) => bass.map((step) => tonic + degree(step)));
};

export const CHROMATIC = [48, 49, 50, 51, 52, 53, 54, 55, 56, 57, 58, 59, 60];

/** With the feet and parts that are taught, `|` between ways that are as good. */
export const FIGURES: readonly (readonly [notes: string, feet: string])[] = [
  ["C3 G3 C3 A3 C3 F3 C3", "Lt Rt Lt Rt Lt Rt Lt"],
  ["G3 C3 G3 D3 G3 E3 G3", "Rt Lt Rt Lt Rt Lt Rt"],
  ["C3 F3 C3 F3", "Lt Rt Lt Rt"],
  ["D3 A3 D3", "Lt Rt Lt"],
  ["C2 C3", "Lt Rt"],
  ["C3 C2", "Rt Lt"],
  ["C3 C3 C3", "Lt Lt Lt | Rt Rt Rt"],
  ["C3 D3 C3 D3 C3 D3", "Lt Rt Lt Rt Lt Rt"],
  ["F#3 G#3 F#3 G#3", "Lt Rt Lt Rt"],
  ["C2+C3", "Lt+Rt"],
  ["C2+G2", "Lt+Rt"],
  ["C3+E3", "Lt+Rt"],
  ["F#2+C#3", "Lt+Rt"],
  ["D3+A3 G2+D3", "Lt+Rt Lt+Rt"],
];

/** Written when prices were set. */
export const FIGURES_AFTER: typeof FIGURES = [
  ["D3 G3 D3 B3 D3", "Lt Rt Lt Rt Lt"],
  ["A3 D3 A3 E3 A3", "Rt Lt Rt Lt Rt"],
  ["Bb2 F3 Bb2", "Lt Rt Lt"],
  ["E3 E3 E3 E3", "Lt Lt Lt Lt | Rt Rt Rt Rt"],
  ["G2 G3", "Lt Rt"],
  ["F2 F3 F2", "Lt Rt Lt"],
  ["A2 B2 A2 B2", "Lt Rt Lt Rt"],
  ["C#3 D#3 C#3 D#3", "Lt Rt Lt Rt"],
  ["G2+G3", "Lt+Rt"],
  ["D2+A2", "Lt+Rt"],
  ["Bb2+D3", "Lt+Rt"],
  ["C3+G3 F2+C3", "Lt+Rt Lt+Rt"],
];
