import type { Taught } from "./items.ts";

/**
 * Written after the prices were frozen, and never tuned on; common practice, no source. What is
 * missed stays here as it is.
 */
export const WRITTEN_AFTER: readonly Taught[] = [
  {
    name: "C sharp minor, barre",
    notes: "C#3+G#3+C#4+E4+G#4",
    places: "5.4.1 4.6.3 3.6.4 2.5.2 1.4.1",
  },
  {
    name: "B, barre",
    notes: "B2+F#3+B3+D#4+F#4",
    places: "5.2.1 4.4.2 3.4.3 2.4.4 1.2.1 | 5.2.1 4.4.3 3.4.3 2.4.3 1.2.1",
  },
  {
    name: "G minor, barre",
    notes: "G2+D3+G3+Bb3+D4+G4",
    places: "6.3.1 5.5.3 4.5.4 3.3.1 2.3.1 1.3.1",
  },
  { name: "B flat, barre", notes: "Bb2+F3+Bb3+D4+F4", places: "5.1.1 4.3.2 3.3.3 2.3.4 1.1.1" },
  { name: "F, small barre", notes: "F3+A3+C4+F4", places: "4.3.3 3.2.2 2.1.1 1.1.1" },
  { name: "A minor 7", notes: "A2+E3+G3+C4+E4", places: "5.0.0 4.2.2 3.0.0 2.1.1 1.0.0" },
  {
    name: "E minor 7",
    notes: "E2+B2+D3+G3+B3+E4",
    places: "6.0.0 5.2.2 4.0.0 3.0.0 2.0.0 1.0.0 | 6.0.0 5.2.1 4.0.0 3.0.0 2.0.0 1.0.0",
  },
  { name: "C major 7", notes: "C3+E3+G3+B3+E4", places: "5.3.3 4.2.2 3.0.0 2.0.0 1.0.0" },
  {
    name: "D major 7",
    notes: "D3+A3+C#4+F#4",
    places: "4.0.0 3.2.1 2.2.1 1.2.1 | 4.0.0 3.2.1 2.2.2 1.2.3",
  },
  { name: "D minor 7", notes: "D3+A3+C4+F4", places: "4.0.0 3.2.2 2.1.1 1.1.1" },
  {
    name: "D over F sharp",
    notes: "F#2+D3+A3+D4+F#4",
    places: "6.2.1 4.0.0 3.2.2 2.3.4 1.2.3 | 6.2.1 4.0.0 3.2.2 2.3.3 1.2.4",
  },
  {
    name: "E augmented fourth string up",
    notes: "E3+G#3+C4+E4",
    places:
      "4.2.2 3.1.1 2.1.1 1.0.0 | 4.2.3 3.1.1 2.1.2 1.0.0 | 4.2.3 3.1.2 2.1.1 1.0.0 | 4.2.4 3.1.2 2.1.1 1.0.0",
  },
  {
    name: "D major, an octave",
    position: "1",
    notes: "D3 E3 F#3 G3 A3 B3 C#4 D4",
    places: "4.0.0 4.2.2 4.4.4 3.0.0 3.2.2 2.0.0 2.2.2 2.3.3",
  },
  {
    name: "D major in II, an octave",
    position: "2",
    notes: "D4 E4 F#4 G4 A4",
    places: "2.3.2 2.5.4 1.2.1 1.3.2 1.5.4 | 2.3.2 1.0.0 1.2.1 1.3.2 1.5.4",
  },
  {
    name: "A major, an octave",
    position: "1",
    notes: "A2 B2 C#3 D3 E3 F#3 G#3 A3",
    places: "5.0.0 5.2.2 5.4.4 4.0.0 4.2.2 4.4.4 3.1.1 3.2.2",
  },
  {
    name: "E major, an octave",
    position: "1",
    notes: "E2 F#2 G#2 A2 B2 C#3 D#3 E3",
    places: "6.0.0 6.2.2 6.4.4 5.0.0 5.2.2 5.4.4 4.1.1 4.2.2",
  },
  {
    name: "chromatic on the first string",
    position: "1",
    notes: "E4 F4 F#4 G4 G#4",
    places: "1.0.0 1.1.1 1.2.2 1.3.3 1.4.4",
  },
  {
    name: "G major in II, two octaves",
    position: "2",
    open: "avoid",
    notes: "G2 A2 B2 C3 D3 E3 F#3 G3 A3 B3 C4 D4 E4 F#4 G4",
    places:
      "6.3.2 6.5.4 5.2.1 5.3.2 5.5.4 4.2.1 4.4.3 4.5.4 3.2.1 3.4.3 3.5.4 2.3.2 2.5.4 1.2.1 1.3.2",
  },
  {
    name: "D major in IV from the fifth string",
    position: "4",
    open: "avoid",
    notes: "D3 E3 F#3 G3 A3 B3 C#4 D4",
    places: "5.5.2 5.7.4 4.4.1 4.5.2 4.7.4 3.4.1 3.6.3 3.7.4",
  },
  {
    name: "E minor pentatonic in XII",
    position: "12",
    open: "avoid",
    notes: "E3 G3 A3 B3 D4 E4 G4 A4",
    places: "6.12.1 6.15.4 5.12.1 5.14.3 4.12.1 4.14.3 3.12.1 3.14.3",
  },
  {
    name: "G, broken",
    notes: "G2 B2 D3 G3 B3 G4",
    places:
      "6.3.2 5.2.1 4.0.0 3.0.0 2.0.0 1.3.3 | 6.3.3 5.2.2 4.0.0 3.0.0 2.0.0 1.3.4 | 6.3.2 5.2.1 4.0.0 3.0.0 2.0.0 1.3.4",
  },
  { name: "F, broken", notes: "F3 A3 C4 F4 C4 A3", places: "4.3.3 3.2.2 2.1.1 1.1.1 2.1.1 3.2.2" },
  { name: "D, broken", notes: "D3 A3 D4 F#4 D4 A3", places: "4.0.0 3.2.1 2.3.3 1.2.2 2.3.3 3.2.1" },
  {
    name: "B 7, broken",
    notes: "B2 D#3 A3 B3 A3 D#3",
    places: "5.2.2 4.1.1 3.2.3 2.0.0 3.2.3 4.1.1",
  },
  {
    name: "E bass under a melody",
    position: "1",
    notes: "E2:4+G#3:1 A3 B3 C#4",
    places: "6.0.0 3.1.1 3.2.2 2.0.0 2.2.2 | 6.0.0 3.1.1 3.2.2 2.0.0 2.2.3",
  },
  {
    name: "F bass under a melody",
    position: "1",
    notes: "F2:4+A3:1 B3 C4 A3",
    places:
      "6.1.1 3.2.2 2.0.0 2.1.1 3.2.2 | 6.1.1 3.2.3 2.0.0 2.1.2 3.2.3 | 6.1.1 3.2.2 2.0.0 2.1.1 3.2.3",
  },
  {
    name: "D bass under a melody",
    position: "1",
    notes: "D3:4+F#4:1 G4 F#4 E4",
    places: "4.0.0 1.2.2 1.3.3 1.2.2 1.0.0 | 4.0.0 1.2.2 1.3.4 1.2.2 1.0.0",
  },
  {
    name: "sixths on strings 3 and 1",
    strings: "3 1",
    open: "avoid",
    notes: "B3+G4 C4+A4 D4+B4",
    places:
      "3.4.3 1.3.2 3.5.2 1.5.3 3.7.2 1.7.3 | 3.4.2 1.3.1 3.5.2 1.5.3 3.7.2 1.7.3 | 3.4.3 1.3.2 3.5.3 1.5.4 3.7.3 1.7.4",
  },
  {
    name: "octaves on strings 6 and 4",
    strings: "6 4",
    open: "avoid",
    notes: "G2+G3 A2+A3 B2+B3",
    places: "6.3.1 4.5.3 6.5.1 4.7.3 6.7.1 4.9.3 | 6.3.1 4.5.4 6.5.1 4.7.4 6.7.1 4.9.4",
  },
  {
    name: "thirds on strings 3 and 2",
    strings: "3 2",
    open: "avoid",
    notes: "C4+E4 D4+F4 E4+G4",
    places: "3.5.2 2.5.3 3.7.2 2.6.1 3.9.2 2.8.1 | 3.5.1 2.5.2 3.7.2 2.6.1 3.9.2 2.8.1",
  },
];
