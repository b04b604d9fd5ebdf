import type { Taught } from "./items.ts";
import { inFirst, item, movable, onStrings } from "./writing.ts";

/**
 * Written when chords were taken as a whole and lines of two notes had their guide; nothing was
 * changed on it. Common practice, no source. What is missed stays here as it is.
 */
const CHORDS: readonly Taught[] = [
  item("F sharp minor, small barre", "F#3+A3+C#4+F#4", "4.4.3 3.2.1 2.2.1 1.2.1"),
  item("G minor, small barre", "G3+Bb3+D4+G4", "4.5.3 3.3.1 2.3.1 1.3.1"),
  item("G, small barre", "G3+B3+D4+G4", "4.5.3 3.4.2 2.3.1 1.3.1"),
  item("A flat, small barre", "Ab3+C4+Eb4+Ab4", "4.6.3 3.5.2 2.4.1 1.4.1"),
  item(
    "C, barre",
    "C3+G3+C4+E4+G4",
    "5.3.1 4.5.2 3.5.3 2.5.4 1.3.1",
    "5.3.1 4.5.3 3.5.3 2.5.3 1.3.1",
  ),
  item("B flat minor 7, barre", "Bb2+F3+Ab3+Db4+F4", "5.1.1 4.3.3 3.1.1 2.2.2 1.1.1"),
  item("F 7, barre", "F2+C3+Eb3+A3+C4+F4", "6.1.1 5.3.3 4.1.1 3.2.2 2.1.1 1.1.1"),
  item("F minor 7, barre", "F2+C3+Eb3+Ab3+C4+F4", "6.1.1 5.3.3 4.1.1 3.1.1 2.1.1 1.1.1"),
  item(
    "D 6",
    "D3+A3+B3+F#4",
    "4.0.0 3.2.1 2.0.0 1.2.2",
    "4.0.0 3.2.2 2.0.0 1.2.3",
    "4.0.0 3.2.1 2.0.0 1.2.3",
  ),
  item("E 6", "E2+B2+E3+G#3+C#4+E4", "6.0.0 5.2.2 4.2.3 3.1.1 2.2.4 1.0.0"),
  item("A 6, barre", "A2+E3+A3+C#4+F#4", "5.0.0 4.2.1 3.2.1 2.2.1 1.2.1"),
  item("C 6", "C3+E3+A3+C4+E4", "5.3.4 4.2.2 3.2.3 2.1.1 1.0.0"),
  item(
    "E minor 6",
    "E2+B2+E3+G3+C#4+E4",
    "6.0.0 5.2.1 4.2.2 3.0.0 2.2.3 1.0.0",
    "6.0.0 5.2.2 4.2.3 3.0.0 2.2.4 1.0.0",
  ),
  item(
    "D minor over A",
    "A2+D3+A3+D4+F4",
    "5.0.0 4.0.0 3.2.2 2.3.3 1.1.1",
    "5.0.0 4.0.0 3.2.2 2.3.4 1.1.1",
  ),
  item(
    "A 7 with the seventh above",
    "A2+E3+A3+C#4+G4",
    "5.0.0 4.2.1 3.2.1 2.2.1 1.3.2",
    "5.0.0 4.2.1 3.2.2 2.2.3 1.3.4",
    "5.0.0 4.2.1 3.2.1 2.2.1 1.3.3",
  ),
  {
    ...item("D 7 in III, the C 7 shape", "D3+F#3+C4+D4", "5.5.3 4.4.2 3.5.4 2.3.1"),
    position: "3",
  },
  item("E flat diminished 7", "D#3+A3+C4+F#4", "4.1.1 3.2.3 2.1.2 1.2.4"),
  item("F sharp 7 on four strings", "F#3+A#3+C#4+E4", "4.4.3 3.3.2 2.2.1 1.0.0"),
  item(
    "E 9",
    "E2+B2+D3+G#3+B3+F#4",
    "6.0.0 5.2.2 4.0.0 3.1.1 2.0.0 1.2.3",
    "6.0.0 5.2.2 4.0.0 3.1.1 2.0.0 1.2.4",
  ),
];

const C = "5.3.3 4.2.2 3.0.0 2.1.1 1.0.0";
const A = [
  "5.0.0 4.2.1 3.2.2 2.2.3 1.0.0",
  "5.0.0 4.2.2 3.2.3 2.2.4 1.0.0",
  "5.0.0 4.2.2 3.2.1 2.2.3 1.0.0",
  "5.0.0 4.2.1 3.2.1 2.2.1 1.0.0",
];
const CHANGES: readonly Taught[] = [
  item(
    "G, then C",
    "G2+B2+D3+G3+B3+G4 C3+E3+G3+C4+E4",
    ...["2.1.3", "3.2.4", "2.1.4"].map((own) => {
      const [low, next, top] = own.split(".");
      return `6.3.${low} 5.2.${next} 4.0.0 3.0.0 2.0.0 1.3.${top} ${C}`;
    }),
  ),
  item(
    "D, then A",
    "D3+A3+D4+F#4 A2+E3+A3+C#4+E4",
    ...A.map((one) => `4.0.0 3.2.1 2.3.3 1.2.2 ${one}`),
  ),
  item(
    "C, then F with a barre",
    "C3+E3+G3+C4+E4 F2+C3+F3+A3+C4+F4",
    `${C} 6.1.1 5.3.3 4.3.4 3.2.2 2.1.1 1.1.1`,
  ),
  item(
    "E, then A",
    "E2+B2+E3+G#3+B3+E4 A2+E3+A3+C#4+E4",
    ...A.map((one) => `6.0.0 5.2.2 4.2.3 3.1.1 2.0.0 1.0.0 ${one}`),
  ),
  item(
    "A minor, then D minor",
    "A2+E3+A3+C4+E4 D3+A3+D4+F4",
    "5.0.0 4.2.2 3.2.3 2.1.1 1.0.0 4.0.0 3.2.2 2.3.3 1.1.1",
    "5.0.0 4.2.2 3.2.3 2.1.1 1.0.0 4.0.0 3.2.2 2.3.4 1.1.1",
  ),
  item(
    "G 7, then C",
    "G2+B2+D3+G3+B3+F4 C3+E3+G3+C4+E4",
    `6.3.3 5.2.2 4.0.0 3.0.0 2.0.0 1.1.1 ${C}`,
  ),
  item(
    "B 7, then E",
    "B2+D#3+A3+B3+F#4 E2+B2+E3+G#3+B3+E4",
    "5.2.2 4.1.1 3.2.3 2.0.0 1.2.4 6.0.0 5.2.2 4.2.3 3.1.1 2.0.0 1.0.0",
  ),
];

const SCALES: readonly Taught[] = [
  inFirst(
    "A melodic minor up",
    "A2 B2 C3 D3 E3 F#3 G#3 A3",
    "5.0.0 5.2.2 5.3.3 4.0.0 4.2.2 4.4.4 3.1.1 3.2.2",
  ),
  inFirst(
    "C major, five notes above",
    "C4 D4 E4 F4 G4",
    "2.1.1 2.3.3 1.0.0 1.1.1 1.3.3",
    "2.1.1 2.3.3 1.0.0 1.1.1 1.3.4",
  ),
  inFirst(
    "D minor down",
    "D4 C4 Bb3 A3 G3 F3 E3 D3",
    "2.3.3 2.1.1 3.3.3 3.2.2 3.0.0 4.3.3 4.2.2 4.0.0",
  ),
  inFirst(
    "A flat major",
    "Ab3 Bb3 C4 Db4 Eb4 F4 G4 Ab4",
    "3.1.1 3.3.3 2.1.1 2.2.2 2.4.4 1.1.1 1.3.3 1.4.4",
  ),
  inFirst(
    "chromatic from D",
    "D3 Eb3 E3 F3 F#3 G3 G#3 A3",
    "4.0.0 4.1.1 4.2.2 4.3.3 4.4.4 3.0.0 3.1.1 3.2.2",
  ),
  inFirst(
    "B major",
    "B2 C#3 D#3 E3 F#3 G#3 A#3 B3",
    "5.2.2 5.4.4 4.1.1 4.2.2 4.4.4 3.1.1 3.3.3 2.0.0",
  ),
  movable(
    6,
    "B major, two octaves",
    "B2 C#3 D#3 E3 F#3 G#3 A#3 B3 C#4 D#4 E4 F#4 G#4 A#4 B4",
    "6.7.2 6.9.4 5.6.1 5.7.2 5.9.4 4.6.1 4.8.3 4.9.4 3.6.1 3.8.3 3.9.4 2.7.2 2.9.4 1.6.1 1.7.2",
  ),
  movable(
    4,
    "C sharp minor",
    "C#3 D#3 E3 F#3 G#3 A3 B3 C#4",
    "5.4.1 5.6.3 5.7.4 4.4.1 4.6.3 4.7.4 3.4.1 3.6.3",
  ),
  movable(
    7,
    "B minor",
    "B2 C#3 D3 E3 F#3 G3 A3 B3",
    "6.7.1 6.9.3 6.10.4 5.7.1 5.9.3 5.10.4 4.7.1 4.9.3",
  ),
  movable(
    8,
    "C minor pentatonic",
    "C3 Eb3 F3 G3 Bb3 C4 Eb4 F4 G4 Bb4 C5 Eb5",
    "6.8.1 6.11.4 5.8.1 5.10.3 4.8.1 4.10.3 3.8.1 3.10.3 2.8.1 2.11.4 1.8.1 1.11.4",
  ),
  movable(
    9,
    "G major",
    "G3 A3 B3 C4 D4 E4 F#4 G4",
    "5.10.2 5.12.4 4.9.1 4.10.2 4.12.4 3.9.1 3.11.3 3.12.4",
  ),
  movable(7, "chromatic", "F#4 G4 G#4 A4", "2.7.1 2.8.2 2.9.3 2.10.4"),
];

const PARALLEL: readonly Taught[] = [
  onStrings(
    "3 2",
    "thirds from II",
    "A3+C4 B3+D4 C4+E4",
    "3.2.2 2.1.1 3.4.2 2.3.1 3.5.2 2.5.3",
    "3.2.2 2.1.1 3.4.2 2.3.1 3.5.1 2.5.2",
  ),
  onStrings("4 3", "thirds from V", "A3+C4 B3+D4 C4+E4", "4.7.3 3.5.1 4.9.3 3.7.1 4.10.2 3.9.1"),
  onStrings(
    "2 1",
    "thirds of A major",
    "E4+G#4 F#4+A4 G#4+B4",
    "2.5.2 1.4.1 2.7.3 1.5.1 2.9.3 1.7.1",
  ),
  onStrings(
    "4 2",
    "sixths, all major",
    "G3+E4 A3+F#4 B3+G#4",
    "4.5.2 2.5.3 4.7.2 2.7.3 4.9.2 2.9.3",
    "4.5.1 2.5.2 4.7.1 2.7.2 4.9.1 2.9.2",
  ),
  onStrings(
    "3 1",
    "sixths down",
    "D4+B4 C4+A4 B3+G4",
    "3.7.2 1.7.3 3.5.2 1.5.3 3.4.2 1.3.1",
    "3.7.3 1.7.4 3.5.3 1.5.4 3.4.3 1.3.2",
  ),
  onStrings(
    "5 3",
    "sixths from D",
    "D3+B3 E3+C4 F3+D4",
    "5.5.2 3.4.1 5.7.3 3.5.1 5.8.2 3.7.1",
    "5.5.3 3.4.2 5.7.3 3.5.1 5.8.3 3.7.2",
  ),
  onStrings("4 2", "octaves down", "G3+G4 F3+F4 Eb3+Eb4", "4.5.1 2.8.4 4.3.1 2.6.4 4.1.1 2.4.4"),
  onStrings(
    "6 4",
    "octaves from F",
    "F2+F3 G2+G3 A2+A3",
    "6.1.1 4.3.3 6.3.1 4.5.3 6.5.1 4.7.3",
    "6.1.1 4.3.4 6.3.1 4.5.4 6.5.1 4.7.4",
  ),
  onStrings(
    "5 2",
    "tenths",
    "C3+E4 D3+F4 E3+G4",
    "5.3.1 2.5.3 5.5.1 2.6.2 5.7.1 2.8.2",
    "5.3.1 2.5.4 5.5.1 2.6.2 5.7.1 2.8.2",
    "5.3.2 2.5.4 5.5.2 2.6.3 5.7.2 2.8.3",
    "5.3.1 2.5.3 5.5.2 2.6.3 5.7.2 2.8.3",
  ),
];

const BROKEN: readonly Taught[] = [
  item(
    "E minor and A minor, broken",
    "E2 B2 E3 G3 A2 E3 A3 C4",
    "6.0.0 5.2.2 4.2.3 3.0.0 5.0.0 4.2.2 3.2.3 2.1.1",
    "6.0.0 5.2.1 4.2.2 3.0.0 5.0.0 4.2.2 3.2.3 2.1.1",
  ),
  item(
    "C and G 7, broken",
    "C3 E3 G3 C4 G2 D3 B3 F4",
    "5.3.3 4.2.2 3.0.0 2.1.1 6.3.3 4.0.0 2.0.0 1.1.1",
  ),
  item("E 7, broken down", "E4 B3 G#3 D3 B2 E2", "1.0.0 2.0.0 3.1.1 4.0.0 5.2.2 6.0.0"),
  item(
    "F sharp minor barre, broken",
    "F#2 C#3 F#3 A3 C#4 F#4",
    "6.2.1 5.4.3 4.4.4 3.2.1 2.2.1 1.2.1",
  ),
  item("C minor barre, broken", "C3 G3 C4 Eb4 G4 Eb4", "5.3.1 4.5.3 3.5.4 2.4.2 1.3.1 2.4.2"),
  item(
    "B flat barre, broken",
    "Bb2 F3 Bb3 D4 F4 D4",
    "5.1.1 4.3.2 3.3.3 2.3.4 1.1.1 2.3.4",
    "5.1.1 4.3.3 3.3.3 2.3.3 1.1.1 2.3.3",
  ),
  item(
    "A minor and F, broken",
    "A2 E3 A3 C4 F3 A3 C4 F4",
    "5.0.0 4.2.2 3.2.3 2.1.1 4.3.3 3.2.2 2.1.1 1.1.1",
  ),
  item(
    "D minor and A 7, broken",
    "D3 A3 D4 F4 A2 E3 G3 C#4",
    ...["3", "4"].flatMap((top) =>
      ["2.3", "1.2"].map((own) => {
        const [low, high] = own.split(".");
        return `4.0.0 3.2.2 2.3.${top} 1.1.1 5.0.0 4.2.${low} 3.0.0 2.2.${high}`;
      }),
    ),
  ),
];

const TWO_VOICES: readonly Taught[] = [
  inFirst(
    "D bass under F sharp",
    "D3:4+F#4:1 E4 D4 E4",
    "4.0.0 1.2.2 1.0.0 2.3.3 1.0.0",
    "4.0.0 1.2.2 1.0.0 2.3.4 1.0.0",
  ),
  inFirst(
    "A bass under a tune that falls",
    "A2:4+E4:1 D4 C4 B3",
    "5.0.0 1.0.0 2.3.3 2.1.1 2.0.0",
    "5.0.0 1.0.0 2.3.4 2.1.1 2.0.0",
  ),
  inFirst(
    "G bass under D and F",
    "G2:4+D4:1 E4 F4 D4",
    "6.3.3 2.3.4 1.0.0 1.1.1 2.3.4",
    "6.3.2 2.3.3 1.0.0 1.1.1 2.3.3",
    "6.3.2 2.3.4 1.0.0 1.1.1 2.3.4",
  ),
  inFirst("C bass under the third string", "C3:4+G3:1 A3 B3 G3", "5.3.3 3.0.0 3.2.2 2.0.0 3.0.0"),
  inFirst(
    "open bass under the third string",
    "E2:4+G3:1 A3 B3 A3",
    "6.0.0 3.0.0 3.2.2 2.0.0 3.2.2",
  ),
  inFirst(
    "B bass under D sharp",
    "B2:4+D#4:1 E4 F#4 E4",
    "5.2.1 2.4.4 1.0.0 1.2.2 1.0.0",
    "5.2.2 2.4.4 1.0.0 1.2.3 1.0.0",
    "5.2.1 2.4.3 1.0.0 1.2.2 1.0.0",
  ),
  inFirst(
    "D over a bass that moves",
    "D4:4+G2:1 A2 B2 A2",
    "2.3.4 6.3.3 5.0.0 5.2.2 5.0.0",
    "2.3.3 6.3.2 5.0.0 5.2.1 5.0.0",
    "2.3.4 6.3.2 5.0.0 5.2.1 5.0.0",
  ),
  inFirst("F over a bass that moves", "F4:4+A2:1 B2 C3 B2", "1.1.1 5.0.0 5.2.2 5.3.3 5.2.2"),
  {
    ...item(
      "A bass under a tune in V",
      "A2:4+C5:1 B4 A4 C5",
      "5.0.0 1.8.4 1.7.3 1.5.1 1.8.4",
      "6.5.1 1.8.4 1.7.3 1.5.1 1.8.4",
    ),
    position: "5",
  },
];

export const WRITTEN_FRESH: readonly Taught[] = [
  ...CHORDS,
  ...CHANGES,
  ...SCALES,
  ...PARALLEL,
  ...BROKEN,
  ...TWO_VOICES,
];
