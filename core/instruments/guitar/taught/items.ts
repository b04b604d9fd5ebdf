/**
 * What is taught for the left hand, to measure against; common practice, no source. Notes as they
 * sound, in their order; `+` joins what is struck together, `:n` is so many quarters long. Places
 * as string.fret.finger in the same order, `|` between accepted ways.
 */
export interface Taught {
  readonly name: string;
  readonly notes: string;
  readonly places: string;
  /** What the teacher tells: position or range, strings by note, no open strings. */
  readonly position?: string;
  readonly strings?: string;
  readonly open?: "avoid";
}

export const CHORDS: readonly Taught[] = [
  { name: "E", notes: "E2+B2+E3+G#3+B3+E4", places: "6.0.0 5.2.2 4.2.3 3.1.1 2.0.0 1.0.0" },
  {
    name: "E minor",
    notes: "E2+B2+E3+G3+B3+E4",
    places:
      "6.0.0 5.2.2 4.2.3 3.0.0 2.0.0 1.0.0 | 6.0.0 5.2.1 4.2.2 3.0.0 2.0.0 1.0.0 | 6.0.0 5.2.1 4.2.1 3.0.0 2.0.0 1.0.0",
  },
  {
    name: "A",
    notes: "A2+E3+A3+C#4+E4",
    places:
      "5.0.0 4.2.1 3.2.2 2.2.3 1.0.0 | 5.0.0 4.2.2 3.2.3 2.2.4 1.0.0 | 5.0.0 4.2.2 3.2.1 2.2.3 1.0.0 | 5.0.0 4.2.1 3.2.1 2.2.1 1.0.0",
  },
  { name: "A minor", notes: "A2+E3+A3+C4+E4", places: "5.0.0 4.2.2 3.2.3 2.1.1 1.0.0" },
  { name: "D", notes: "D3+A3+D4+F#4", places: "4.0.0 3.2.1 2.3.3 1.2.2" },
  {
    name: "D minor",
    notes: "D3+A3+D4+F4",
    places: "4.0.0 3.2.2 2.3.3 1.1.1 | 4.0.0 3.2.2 2.3.4 1.1.1",
  },
  { name: "C", notes: "C3+E3+G3+C4+E4", places: "5.3.3 4.2.2 3.0.0 2.1.1 1.0.0" },
  {
    name: "G",
    notes: "G2+B2+D3+G3+B3+G4",
    places:
      "6.3.2 5.2.1 4.0.0 3.0.0 2.0.0 1.3.3 | 6.3.3 5.2.2 4.0.0 3.0.0 2.0.0 1.3.4 | 6.3.2 5.2.1 4.0.0 3.0.0 2.0.0 1.3.4",
  },
  { name: "F, barre", notes: "F2+C3+F3+A3+C4+F4", places: "6.1.1 5.3.3 4.3.4 3.2.2 2.1.1 1.1.1" },
  { name: "B minor, barre", notes: "B2+F#3+B3+D4+F#4", places: "5.2.1 4.4.3 3.4.4 2.3.2 1.2.1" },
  { name: "B 7", notes: "B2+D#3+A3+B3+F#4", places: "5.2.2 4.1.1 3.2.3 2.0.0 1.2.4" },
  { name: "E 7", notes: "E2+B2+D3+G#3+B3+E4", places: "6.0.0 5.2.2 4.0.0 3.1.1 2.0.0 1.0.0" },
  {
    name: "A 7",
    notes: "A2+E3+G3+C#4+E4",
    places: "5.0.0 4.2.2 3.0.0 2.2.3 1.0.0 | 5.0.0 4.2.1 3.0.0 2.2.2 1.0.0",
  },
  { name: "D 7", notes: "D3+A3+C4+F#4", places: "4.0.0 3.2.2 2.1.1 1.2.3" },
  { name: "G 7", notes: "G2+B2+D3+G3+B3+F4", places: "6.3.3 5.2.2 4.0.0 3.0.0 2.0.0 1.1.1" },
  { name: "C 7", notes: "C3+E3+Bb3+C4+E4", places: "5.3.3 4.2.2 3.3.4 2.1.1 1.0.0" },
  { name: "G, barre", notes: "G2+D3+G3+B3+D4+G4", places: "6.3.1 5.5.3 4.5.4 3.4.2 2.3.1 1.3.1" },
  { name: "C minor, barre", notes: "C3+G3+C4+Eb4+G4", places: "5.3.1 4.5.3 3.5.4 2.4.2 1.3.1" },
  {
    name: "F sharp minor, barre",
    notes: "F#2+C#3+F#3+A3+C#4+F#4",
    places: "6.2.1 5.4.3 4.4.4 3.2.1 2.2.1 1.2.1",
  },
  { name: "A, barre", notes: "A2+E3+A3+C#4+E4+A4", places: "6.5.1 5.7.3 4.7.4 3.6.2 2.5.1 1.5.1" },
];

export const FIRST_POSITION: readonly Taught[] = [
  {
    name: "C major, an octave",
    position: "1",
    notes: "C3 D3 E3 F3 G3 A3 B3 C4",
    places: "5.3.3 4.0.0 4.2.2 4.3.3 3.0.0 3.2.2 2.0.0 2.1.1",
  },
  {
    name: "G major, two octaves",
    position: "1",
    notes: "G2 A2 B2 C3 D3 E3 F#3 G3 A3 B3 C4 D4 E4 F#4 G4",
    places:
      "6.3.3 5.0.0 5.2.2 5.3.3 4.0.0 4.2.2 4.4.4 3.0.0 3.2.2 2.0.0 2.1.1 2.3.3 1.0.0 1.2.2 1.3.3",
  },
  {
    name: "F major, an octave",
    position: "1",
    notes: "F3 G3 A3 Bb3 C4 D4 E4 F4",
    places: "4.3.3 3.0.0 3.2.2 3.3.3 2.1.1 2.3.3 1.0.0 1.1.1",
  },
  {
    name: "E minor, an octave",
    position: "1",
    notes: "E2 F#2 G2 A2 B2 C3 D3 E3",
    places: "6.0.0 6.2.2 6.3.3 5.0.0 5.2.2 5.3.3 4.0.0 4.2.2",
  },
  {
    name: "A harmonic minor, an octave",
    position: "1",
    notes: "A2 B2 C3 D3 E3 F3 G#3 A3",
    places: "5.0.0 5.2.2 5.3.3 4.0.0 4.2.2 4.3.3 3.1.1 3.2.2",
  },
  {
    name: "chromatic from E",
    position: "1",
    notes: "E2 F2 F#2 G2 G#2 A2 Bb2 B2 C3 C#3 D3",
    places: "6.0.0 6.1.1 6.2.2 6.3.3 6.4.4 5.0.0 5.1.1 5.2.2 5.3.3 5.4.4 4.0.0",
  },
];

export const MOVABLE: readonly Taught[] = [
  {
    name: "C major in VII, two octaves",
    position: "7",
    open: "avoid",
    notes: "C3 D3 E3 F3 G3 A3 B3 C4 D4 E4 F4 G4 A4 B4 C5",
    places:
      "6.8.2 6.10.4 5.7.1 5.8.2 5.10.4 4.7.1 4.9.3 4.10.4 3.7.1 3.9.3 3.10.4 2.8.2 2.10.4 1.7.1 1.8.2",
  },
  {
    name: "A major in IV, two octaves",
    position: "4",
    open: "avoid",
    notes: "A2 B2 C#3 D3 E3 F#3 G#3 A3 B3 C#4 D4 E4 F#4 G#4 A4",
    places:
      "6.5.2 6.7.4 5.4.1 5.5.2 5.7.4 4.4.1 4.6.3 4.7.4 3.4.1 3.6.3 3.7.4 2.5.2 2.7.4 1.4.1 1.5.2",
  },
  {
    name: "A minor pentatonic in V",
    position: "5",
    open: "avoid",
    notes: "A2 C3 D3 E3 G3 A3 C4 D4 E4 G4 A4 C5",
    places: "6.5.1 6.8.4 5.5.1 5.7.3 4.5.1 4.7.3 3.5.1 3.7.3 2.5.1 2.8.4 1.5.1 1.8.4",
  },
];

export const BROKEN: readonly Taught[] = [
  {
    name: "C, up and down",
    notes: "C3 E3 G3 C4 E4 C4 G3 E3",
    places: "5.3.3 4.2.2 3.0.0 2.1.1 1.0.0 2.1.1 3.0.0 4.2.2",
  },
  {
    name: "A minor, up and down",
    notes: "A2 E3 A3 C4 E4 C4 A3 E3",
    places: "5.0.0 4.2.2 3.2.3 2.1.1 1.0.0 2.1.1 3.2.3 4.2.2",
  },
  {
    name: "E, up",
    notes: "E2 B2 E3 G#3 B3 E4",
    places: "6.0.0 5.2.2 4.2.3 3.1.1 2.0.0 1.0.0",
  },
  {
    name: "D minor, up and down",
    notes: "D3 A3 D4 F4 D4 A3",
    places: "4.0.0 3.2.2 2.3.3 1.1.1 2.3.3 3.2.2 | 4.0.0 3.2.2 2.3.4 1.1.1 2.3.4 3.2.2",
  },
];

export const TWO_VOICES: readonly Taught[] = [
  {
    name: "open bass under a melody",
    position: "1",
    notes: "A2:4+A3:1 B3 C4 D4",
    places: "5.0.0 3.2.2 2.0.0 2.1.1 2.3.3 | 5.0.0 3.2.2 2.0.0 2.1.1 2.3.4",
  },
  {
    name: "stopped bass under a melody",
    position: "1",
    notes: "C3:4+E4:1 D4 C4 B3",
    places: "5.3.3 1.0.0 2.3.4 2.1.1 2.0.0",
  },
  {
    name: "G bass under a melody",
    position: "1",
    notes: "G2:4+G4:1 F4 E4 D4",
    places:
      "6.3.3 1.3.4 1.1.1 1.0.0 2.3.4 | 6.3.2 1.3.4 1.1.1 1.0.0 2.3.3 | 6.3.2 1.3.3 1.1.1 1.0.0 2.3.3 | 6.3.2 1.3.4 1.1.1 1.0.0 2.3.4",
  },
];

export const PARALLEL: readonly Taught[] = [
  {
    name: "thirds on strings 2 and 1",
    strings: "2 1",
    open: "avoid",
    notes: "E4+G4 F4+A4 G4+B4 A4+C5",
    places: "2.5.3 1.3.1 2.6.2 1.5.1 2.8.2 1.7.1 2.10.3 1.8.1",
  },
  {
    name: "octaves on strings 4 and 2",
    strings: "4 2",
    open: "avoid",
    notes: "F3+F4 G3+G4 A3+A4",
    places: "4.3.1 2.6.4 4.5.1 2.8.4 4.7.1 2.10.4 | 4.3.1 2.6.3 4.5.1 2.8.3 4.7.1 2.10.3",
  },
];
