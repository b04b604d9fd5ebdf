import type { Taught } from "./items.ts";

/**
 * Written last, when slurs had their price; never tuned on. Common practice, no source.
 */
export const WRITTEN_LAST: readonly Taught[] = [
  {
    name: "A suspended fourth",
    notes: "A2+E3+A3+D4+E4",
    places:
      "5.0.0 4.2.1 3.2.2 2.3.3 1.0.0 | 5.0.0 4.2.2 3.2.3 2.3.4 1.0.0 | 5.0.0 4.2.1 3.2.2 2.3.4 1.0.0",
  },
  {
    name: "A suspended second",
    notes: "A2+E3+A3+B3+E4",
    places: "5.0.0 4.2.1 3.2.2 2.0.0 1.0.0 | 5.0.0 4.2.2 3.2.3 2.0.0 1.0.0",
  },
  {
    name: "D suspended fourth",
    notes: "D3+A3+D4+G4",
    places:
      "4.0.0 3.2.1 2.3.3 1.3.4 | 4.0.0 3.2.1 2.3.2 1.3.3 | 4.0.0 3.2.1 2.3.2 1.3.4 | 4.0.0 3.2.2 2.3.3 1.3.4",
  },
  {
    name: "D suspended second",
    notes: "D3+A3+D4+E4",
    places: "4.0.0 3.2.1 2.3.3 1.0.0 | 4.0.0 3.2.1 2.3.2 1.0.0 | 4.0.0 3.2.2 2.3.3 1.0.0",
  },
  {
    name: "E suspended fourth",
    notes: "E2+B2+E3+A3+B3+E4",
    places: "6.0.0 5.2.1 4.2.2 3.2.3 2.0.0 1.0.0 | 6.0.0 5.2.2 4.2.3 3.2.4 2.0.0 1.0.0",
  },
  {
    name: "C over G",
    notes: "G2+C3+E3+G3+C4+E4",
    places: "6.3.3 5.3.4 4.2.2 3.0.0 2.1.1 1.0.0",
  },
  {
    name: "A minor over E",
    notes: "E2+A2+E3+A3+C4+E4",
    places: "6.0.0 5.0.0 4.2.2 3.2.3 2.1.1 1.0.0",
  },
  {
    name: "E 7, six strings",
    notes: "E2+B2+E3+G#3+D4+E4",
    places: "6.0.0 5.2.2 4.2.3 3.1.1 2.3.4 1.0.0",
  },
  {
    name: "F major 7",
    notes: "F3+A3+C4+E4",
    places: "4.3.3 3.2.2 2.1.1 1.0.0",
  },
  {
    name: "G 6",
    notes: "G2+B2+D3+G3+B3+E4",
    places: "6.3.2 5.2.1 4.0.0 3.0.0 2.0.0 1.0.0 | 6.3.3 5.2.2 4.0.0 3.0.0 2.0.0 1.0.0",
  },
  {
    name: "C with the ninth",
    notes: "C3+E3+G3+D4+E4",
    places: "5.3.2 4.2.1 3.0.0 2.3.3 1.0.0 | 5.3.3 4.2.2 3.0.0 2.3.4 1.0.0",
  },
  {
    name: "G sharp minor, barre",
    notes: "G#2+D#3+G#3+B3+D#4+G#4",
    places: "6.4.1 5.6.3 4.6.4 3.4.1 2.4.1 1.4.1",
  },
  {
    name: "F minor, barre",
    notes: "F2+C3+F3+Ab3+C4+F4",
    places: "6.1.1 5.3.3 4.3.4 3.1.1 2.1.1 1.1.1",
  },
  {
    name: "C sharp, barre",
    notes: "C#3+G#3+C#4+F4+G#4",
    places: "5.4.1 4.6.2 3.6.3 2.6.4 1.4.1 | 5.4.1 4.6.3 3.6.3 2.6.3 1.4.1",
  },
  {
    name: "F sharp 7, barre",
    notes: "F#2+C#3+E3+A#3+C#4+F#4",
    places: "6.2.1 5.4.3 4.2.1 3.3.2 2.2.1 1.2.1",
  },
  {
    name: "F sharp, barre",
    notes: "F#2+C#3+F#3+A#3+C#4+F#4",
    places: "6.2.1 5.4.3 4.4.4 3.3.2 2.2.1 1.2.1",
  },
  {
    name: "A flat, barre",
    notes: "Ab2+Eb3+Ab3+C4+Eb4+Ab4",
    places: "6.4.1 5.6.3 4.6.4 3.5.2 2.4.1 1.4.1",
  },
  {
    name: "B minor 7, barre",
    notes: "B2+F#3+A3+D4+F#4",
    places: "5.2.1 4.4.3 3.2.1 2.3.2 1.2.1",
  },
  {
    name: "B flat minor, barre",
    notes: "Bb2+F3+Bb3+Db4+F4",
    places: "5.1.1 4.3.3 3.3.4 2.2.2 1.1.1",
  },
  {
    name: "B flat 7, barre",
    notes: "Bb2+F3+Ab3+D4+F4",
    places: "5.1.1 4.3.3 3.1.1 2.3.4 1.1.1",
  },
  {
    name: "G minor 7, barre",
    notes: "G2+D3+F3+Bb3+D4+G4",
    places: "6.3.1 5.5.3 4.3.1 3.3.1 2.3.1 1.3.1",
  },
  {
    name: "E in VII, barre",
    notes: "E3+B3+E4+G#4+B4",
    places: "5.7.1 4.9.2 3.9.3 2.9.4 1.7.1 | 5.7.1 4.9.3 3.9.3 2.9.3 1.7.1",
  },
  {
    name: "D diminished 7",
    notes: "D3+G#3+B3+F4",
    places: "4.0.0 3.1.1 2.0.0 1.1.2 | 4.0.0 3.1.1 2.0.0 1.1.1",
  },
  {
    name: "D harmonic minor, an octave",
    position: "1",
    notes: "D3 E3 F3 G3 A3 Bb3 C#4 D4",
    places: "4.0.0 4.2.2 4.3.3 3.0.0 3.2.2 3.3.3 2.2.2 2.3.3",
  },
  {
    name: "C major down",
    position: "1",
    notes: "C4 B3 A3 G3 F3 E3 D3 C3",
    places: "2.1.1 2.0.0 3.2.2 3.0.0 4.3.3 4.2.2 4.0.0 5.3.3",
  },
  {
    name: "G major from the open third string",
    position: "1",
    notes: "G3 A3 B3 C4 D4 E4 F#4 G4",
    places: "3.0.0 3.2.2 2.0.0 2.1.1 2.3.3 1.0.0 1.2.2 1.3.3",
  },
  {
    name: "A minor, high",
    position: "1",
    notes: "A3 B3 C4 D4 E4 F4 G4",
    places: "3.2.2 2.0.0 2.1.1 2.3.3 1.0.0 1.1.1 1.3.3",
  },
  {
    name: "E minor, two octaves",
    position: "1",
    notes: "E2 F#2 G2 A2 B2 C3 D3 E3 F#3 G3 A3 B3 C4 D4 E4",
    places:
      "6.0.0 6.2.2 6.3.3 5.0.0 5.2.2 5.3.3 4.0.0 4.2.2 4.4.4 3.0.0 3.2.2 2.0.0 2.1.1 2.3.3 1.0.0",
  },
  {
    name: "B flat major, an octave",
    position: "1",
    notes: "Bb2 C3 D3 Eb3 F3 G3 A3 Bb3",
    places: "5.1.1 5.3.3 4.0.0 4.1.1 4.3.3 3.0.0 3.2.2 3.3.3",
  },
  {
    name: "chromatic from A",
    position: "1",
    notes: "A2 Bb2 B2 C3 C#3 D3 Eb3 E3 F3 F#3 G3",
    places: "5.0.0 5.1.1 5.2.2 5.3.3 5.4.4 4.0.0 4.1.1 4.2.2 4.3.3 4.4.4 3.0.0",
  },
  {
    name: "C major in II",
    position: "2",
    open: "avoid",
    notes: "C3 D3 E3 F3 G3 A3 B3 C4",
    places: "5.3.2 5.5.4 4.2.1 4.3.2 4.5.4 3.2.1 3.4.3 3.5.4",
  },
  {
    name: "B flat major in V",
    position: "5",
    open: "avoid",
    notes: "Bb2 C3 D3 Eb3 F3 G3 A3 Bb3",
    places: "6.6.2 6.8.4 5.5.1 5.6.2 5.8.4 4.5.1 4.7.3 4.8.4",
  },
  {
    name: "B minor pentatonic in VII",
    position: "7",
    open: "avoid",
    notes: "B2 D3 E3 F#3 A3 B3 D4 E4 F#4 A4 B4 D5",
    places: "6.7.1 6.10.4 5.7.1 5.9.3 4.7.1 4.9.3 3.7.1 3.9.3 2.7.1 2.10.4 1.7.1 1.10.4",
  },
  {
    name: "A minor in V",
    position: "5",
    open: "avoid",
    notes: "A2 B2 C3 D3 E3 F3 G3 A3",
    places: "6.5.1 6.7.3 6.8.4 5.5.1 5.7.3 5.8.4 4.5.1 4.7.3",
  },
  {
    name: "D minor in V",
    position: "5",
    open: "avoid",
    notes: "D3 E3 F3 G3 A3 Bb3 C4 D4",
    places: "5.5.1 5.7.3 5.8.4 4.5.1 4.7.3 4.8.4 3.5.1 3.7.3",
  },
  {
    name: "E minor, broken",
    notes: "E2 B2 E3 G3 B3 E4",
    places: "6.0.0 5.2.2 4.2.3 3.0.0 2.0.0 1.0.0 | 6.0.0 5.2.1 4.2.2 3.0.0 2.0.0 1.0.0",
  },
  {
    name: "A, broken",
    notes: "A2 E3 A3 C#4 E4 C#4",
    places:
      "5.0.0 4.2.1 3.2.2 2.2.3 1.0.0 2.2.3 | 5.0.0 4.2.2 3.2.3 2.2.4 1.0.0 2.2.4 | 5.0.0 4.2.2 3.2.1 2.2.3 1.0.0 2.2.3 | 5.0.0 4.2.1 3.2.1 2.2.1 1.0.0 2.2.1",
  },
  {
    name: "D minor, broken",
    notes: "D3 A3 D4 F4 D4 A3",
    places: "4.0.0 3.2.2 2.3.3 1.1.1 2.3.3 3.2.2 | 4.0.0 3.2.2 2.3.4 1.1.1 2.3.4 3.2.2",
  },
  {
    name: "C 7, broken",
    notes: "C3 E3 Bb3 C4 E4 C4",
    places: "5.3.3 4.2.2 3.3.4 2.1.1 1.0.0 2.1.1",
  },
  {
    name: "F barre, broken",
    notes: "F2 C3 F3 A3 C4 F4",
    places: "6.1.1 5.3.3 4.3.4 3.2.2 2.1.1 1.1.1",
  },
  {
    name: "B minor, broken",
    notes: "B2 F#3 B3 D4 F#4 D4",
    places: "5.2.1 4.4.3 3.4.4 2.3.2 1.2.1 2.3.2",
  },
  {
    name: "G 7, broken",
    notes: "G2 B2 D3 G3 B3 F4",
    places: "6.3.3 5.2.2 4.0.0 3.0.0 2.0.0 1.1.1",
  },
  {
    name: "A minor, broken up and down",
    notes: "A2 E3 A3 C4 E4 C4 A3 E3",
    places: "5.0.0 4.2.2 3.2.3 2.1.1 1.0.0 2.1.1 3.2.3 4.2.2",
  },
  {
    name: "E 7, broken",
    notes: "E2 B2 D3 G#3 B3 E4",
    places: "6.0.0 5.2.2 4.0.0 3.1.1 2.0.0 1.0.0",
  },
  {
    name: "A bass under a tune",
    position: "1",
    notes: "A2:4+C4:1 D4 E4 C4",
    places: "5.0.0 2.1.1 2.3.3 1.0.0 2.1.1 | 5.0.0 2.1.1 2.3.4 1.0.0 2.1.1",
  },
  {
    name: "C bass held under a tune",
    position: "1",
    notes: "C3:4+E4:1 F4 G4 E4",
    places: "5.3.3 1.0.0 1.1.1 1.3.4 1.0.0",
  },
  {
    name: "G bass under a tune",
    position: "1",
    notes: "G2:4+B3:1 C4 D4 B3",
    places:
      "6.3.3 2.0.0 2.1.1 2.3.4 2.0.0 | 6.3.2 2.0.0 2.1.1 2.3.4 2.0.0 | 6.3.2 2.0.0 2.1.1 2.3.3 2.0.0",
  },
  {
    name: "B bass under a tune",
    position: "1",
    notes: "B2:4+D4:1 E4 F#4 D4",
    places:
      "5.2.1 2.3.3 1.0.0 1.2.2 2.3.3 | 5.2.1 2.3.4 1.0.0 1.2.2 2.3.4 | 5.2.2 2.3.4 1.0.0 1.2.3 2.3.4 | 5.2.1 2.3.4 1.0.0 1.2.3 2.3.4",
  },
  {
    name: "thirds on strings 2 and 1",
    strings: "2 1",
    open: "avoid",
    notes: "D4+F4 E4+G4 F4+A4",
    places: "2.3.3 1.1.1 2.5.3 1.3.1 2.6.2 1.5.1",
  },
  {
    name: "sixths on strings 4 and 2",
    strings: "4 2",
    open: "avoid",
    notes: "G3+E4 A3+F4 B3+G4",
    places: "4.5.2 2.5.3 4.7.2 2.6.1 4.9.2 2.8.1 | 4.5.3 2.5.4 4.7.3 2.6.2 4.9.3 2.8.2",
  },
  {
    name: "octaves on strings 5 and 3",
    strings: "5 3",
    open: "avoid",
    notes: "C3+C4 D3+D4 E3+E4",
    places: "5.3.1 3.5.3 5.5.1 3.7.3 5.7.1 3.9.3 | 5.3.1 3.5.4 5.5.1 3.7.4 5.7.1 3.9.4",
  },
  {
    name: "octaves on strings 4 and 2",
    strings: "4 2",
    open: "avoid",
    notes: "F3+F4 G3+G4 A3+A4",
    places: "4.3.1 2.6.4 4.5.1 2.8.4 4.7.1 2.10.4",
  },
];
