import type { Taught } from "./items.ts";

/**
 * Written after a barre's fingers had been counted twice and were counted once; nothing was changed
 * on it. Common practice, no source. What is missed stays here as it is.
 */
const CHORDS: readonly Taught[] = [
  {
    name: "A 7 suspended fourth",
    notes: "A2+E3+G3+D4+E4",
    places:
      "5.0.0 4.2.2 3.0.0 2.3.3 1.0.0 | 5.0.0 4.2.1 3.0.0 2.3.3 1.0.0 | 5.0.0 4.2.2 3.0.0 2.3.4 1.0.0",
  },
  {
    name: "E minor with the ninth",
    notes: "E2+B2+F#3+G3+B3+E4",
    places:
      "6.0.0 5.2.1 4.4.3 3.0.0 2.0.0 1.0.0 | 6.0.0 5.2.1 4.4.4 3.0.0 2.0.0 1.0.0 | 6.0.0 5.2.2 4.4.4 3.0.0 2.0.0 1.0.0",
  },
  { name: "C over B", notes: "B2+E3+G3+C4+E4", places: "5.2.2 4.2.3 3.0.0 2.1.1 1.0.0" },
  {
    name: "G over B",
    notes: "B2+D3+G3+D4+G4",
    places: "5.2.1 4.0.0 3.0.0 2.3.3 1.3.4 | 5.2.2 4.0.0 3.0.0 2.3.3 1.3.4",
  },
  { name: "D 7 over F sharp", notes: "F#2+D3+A3+C4+F#4", places: "6.2.2 4.0.0 3.2.3 2.1.1 1.2.4" },
  { name: "A minor 6", notes: "A2+E3+A3+C4+F#4", places: "5.0.0 4.2.2 3.2.3 2.1.1 1.2.4" },
  {
    name: "E major 7",
    notes: "E2+B2+D#3+G#3+B3+E4",
    places: "6.0.0 5.2.3 4.1.1 3.1.2 2.0.0 1.0.0 | 6.0.0 5.2.2 4.1.1 3.1.1 2.0.0 1.0.0",
  },
  { name: "A major 7", notes: "A2+E3+G#3+C#4+E4", places: "5.0.0 4.2.2 3.1.1 2.2.3 1.0.0" },
  {
    name: "G major 7",
    notes: "G2+B2+D3+G3+B3+F#4",
    places: "6.3.3 5.2.2 4.0.0 3.0.0 2.0.0 1.2.1 | 6.3.3 5.2.1 4.0.0 3.0.0 2.0.0 1.2.2",
  },
  { name: "D minor 6", notes: "D3+A3+B3+F4", places: "4.0.0 3.2.2 2.0.0 1.1.1" },
  {
    name: "A augmented",
    notes: "A2+F3+A3+C#4",
    places: "5.0.0 4.3.4 3.2.2 2.2.3 | 5.0.0 4.3.3 3.2.1 2.2.2 | 5.0.0 4.3.2 3.2.1 2.2.1",
  },
  {
    name: "E 7 suspended fourth",
    notes: "E2+B2+D3+A3+B3+E4",
    places: "6.0.0 5.2.1 4.0.0 3.2.2 2.0.0 1.0.0 | 6.0.0 5.2.2 4.0.0 3.2.3 2.0.0 1.0.0",
  },
  { name: "C suspended fourth", notes: "C3+F3+G3+C4+F4", places: "5.3.3 4.3.4 3.0.0 2.1.1 1.1.1" },
  {
    name: "G suspended fourth",
    notes: "G2+D3+G3+C4+G4",
    places:
      "6.3.3 4.0.0 3.0.0 2.1.1 1.3.4 | 6.3.2 4.0.0 3.0.0 2.1.1 1.3.3 | 6.3.2 4.0.0 3.0.0 2.1.1 1.3.4",
  },
  {
    name: "E minor over G",
    notes: "G2+B2+E3+G3+B3+E4",
    places: "6.3.3 5.2.1 4.2.2 3.0.0 2.0.0 1.0.0 | 6.3.4 5.2.2 4.2.3 3.0.0 2.0.0 1.0.0",
  },
  { name: "F over C", notes: "C3+F3+A3+C4+F4", places: "5.3.3 4.3.4 3.2.2 2.1.1 1.1.1" },
  { name: "D over A", notes: "A2+D3+A3+D4+F#4", places: "5.0.0 4.0.0 3.2.1 2.3.3 1.2.2" },
  { name: "A minor 7 over G", notes: "G2+E3+G3+C4+E4", places: "6.3.3 4.2.2 3.0.0 2.1.1 1.0.0" },
  { name: "F minor, small barre", notes: "F3+Ab3+C4+F4", places: "4.3.3 3.1.1 2.1.1 1.1.1" },
  { name: "C diminished 7", notes: "C3+F#3+A3+D#4", places: "5.3.2 4.4.3 3.2.1 2.4.4" },
  {
    name: "B half-diminished",
    notes: "B2+F3+A3+D4",
    places:
      "5.2.1 4.3.3 3.2.2 2.3.4 | 5.2.1 4.3.2 3.2.1 2.3.3 | 5.2.1 4.3.3 3.2.1 2.3.4 | 5.2.1 4.3.2 3.2.1 2.3.4",
  },
  { name: "F sharp half-diminished", notes: "F#2+E3+A3+C4", places: "6.2.2 4.2.3 3.2.4 2.1.1" },
  {
    name: "D flat major 7 in IV",
    position: "4",
    notes: "C#3+G#3+C4+F4",
    places: "5.4.1 4.6.3 3.5.2 2.6.4",
  },
  {
    name: "A minor 7 in V, barre",
    notes: "A2+E3+G3+C4+E4+A4",
    places: "6.5.1 5.7.3 4.5.1 3.5.1 2.5.1 1.5.1",
  },
  {
    name: "A 7 in V, barre",
    notes: "A2+E3+G3+C#4+E4+A4",
    places: "6.5.1 5.7.3 4.5.1 3.6.2 2.5.1 1.5.1",
  },
  {
    name: "D in V, barre",
    notes: "D3+A3+D4+F#4+A4",
    places: "5.5.1 4.7.2 3.7.3 2.7.4 1.5.1 | 5.5.1 4.7.3 3.7.3 2.7.3 1.5.1",
  },
  {
    name: "D minor in V, barre",
    notes: "D3+A3+D4+F4+A4",
    places: "5.5.1 4.7.3 3.7.4 2.6.2 1.5.1",
  },
  {
    name: "E flat in VI, barre",
    notes: "Eb3+Bb3+Eb4+G4+Bb4",
    places: "5.6.1 4.8.2 3.8.3 2.8.4 1.6.1 | 5.6.1 4.8.3 3.8.3 2.8.3 1.6.1",
  },
  { name: "C 7, barre", notes: "C3+G3+Bb3+E4+G4", places: "5.3.1 4.5.3 3.3.1 2.5.4 1.3.1" },
  { name: "C minor 7, barre", notes: "C3+G3+Bb3+Eb4+G4", places: "5.3.1 4.5.3 3.3.1 2.4.2 1.3.1" },
  {
    name: "B flat major 7, barre",
    notes: "Bb2+F3+A3+D4+F4",
    places: "5.1.1 4.3.3 3.2.2 2.3.4 1.1.1",
  },
  {
    name: "C major 7 in III, barre",
    notes: "C3+G3+B3+E4+G4",
    places: "5.3.1 4.5.3 3.4.2 2.5.4 1.3.1",
  },
  {
    name: "F sharp minor 7, barre",
    notes: "F#2+C#3+E3+A3+C#4+F#4",
    places: "6.2.1 5.4.3 4.2.1 3.2.1 2.2.1 1.2.1",
  },
  {
    name: "E flat on four strings",
    notes: "Eb3+Bb3+Eb4+G4",
    places: "4.1.1 3.3.2 2.4.4 1.3.3 | 4.1.1 3.3.3 2.4.4 1.3.3",
  },
  {
    name: "A over C sharp",
    notes: "C#3+E3+A3+C#4+E4",
    places:
      "5.4.4 4.2.1 3.2.2 2.2.3 1.0.0 | 5.4.4 4.2.1 3.2.1 2.2.1 1.0.0 | 5.4.3 4.2.1 3.2.1 2.2.1 1.0.0",
  },
  {
    name: "E minor, then C",
    notes: "E2+B2+E3+G3+B3+E4 C3+E3+G3+C4+E4",
    places:
      "6.0.0 5.2.2 4.2.3 3.0.0 2.0.0 1.0.0 5.3.3 4.2.2 3.0.0 2.1.1 1.0.0 | 6.0.0 5.2.1 4.2.2 3.0.0 2.0.0 1.0.0 5.3.3 4.2.2 3.0.0 2.1.1 1.0.0",
  },
  {
    name: "A minor, then F",
    notes: "A2+E3+A3+C4+E4 F3+A3+C4+F4",
    places: "5.0.0 4.2.2 3.2.3 2.1.1 1.0.0 4.3.3 3.2.2 2.1.1 1.1.1",
  },
];

const SCALES: readonly Taught[] = [
  {
    name: "F major, two octaves",
    position: "1",
    notes: "F2 G2 A2 Bb2 C3 D3 E3 F3 G3 A3 Bb3 C4 D4 E4 F4",
    places:
      "6.1.1 6.3.3 5.0.0 5.1.1 5.3.3 4.0.0 4.2.2 4.3.3 3.0.0 3.2.2 3.3.3 2.1.1 2.3.3 1.0.0 1.1.1",
  },
  {
    name: "B flat major down",
    position: "1",
    notes: "Bb3 A3 G3 F3 Eb3 D3 C3 Bb2",
    places: "3.3.3 3.2.2 3.0.0 4.3.3 4.1.1 4.0.0 5.3.3 5.1.1",
  },
  {
    name: "G melodic minor, an octave",
    position: "1",
    notes: "G2 A2 Bb2 C3 D3 E3 F#3 G3",
    places: "6.3.3 5.0.0 5.1.1 5.3.3 4.0.0 4.2.2 4.4.4 3.0.0",
  },
  {
    name: "E major, two octaves",
    position: "1",
    notes: "E2 F#2 G#2 A2 B2 C#3 D#3 E3 F#3 G#3 A3 B3 C#4 D#4 E4",
    places:
      "6.0.0 6.2.2 6.4.4 5.0.0 5.2.2 5.4.4 4.1.1 4.2.2 4.4.4 3.1.1 3.2.2 2.0.0 2.2.2 2.4.4 1.0.0",
  },
  {
    name: "A major, the upper octave",
    position: "1",
    notes: "A3 B3 C#4 D4 E4 F#4 G#4",
    places: "3.2.2 2.0.0 2.2.2 2.3.3 1.0.0 1.2.2 1.4.4",
  },
  {
    name: "chromatic on strings 2 and 1",
    position: "1",
    notes: "B3 C4 C#4 D4 D#4 E4 F4",
    places: "2.0.0 2.1.1 2.2.2 2.3.3 2.4.4 1.0.0 1.1.1",
  },
  {
    name: "E flat major, an octave",
    position: "1",
    notes: "Eb3 F3 G3 Ab3 Bb3 C4 D4 Eb4",
    places: "4.1.1 4.3.3 3.0.0 3.1.1 3.3.3 2.1.1 2.3.3 2.4.4",
  },
  {
    name: "E harmonic minor, two octaves",
    position: "1",
    notes: "E2 F#2 G2 A2 B2 C3 D#3 E3 F#3 G3 A3 B3 C4 D#4 E4",
    places:
      "6.0.0 6.2.2 6.3.3 5.0.0 5.2.2 5.3.3 4.1.1 4.2.2 4.4.4 3.0.0 3.2.2 2.0.0 2.1.1 2.4.4 1.0.0",
  },
  {
    name: "D major in IX, two octaves",
    position: "9",
    open: "avoid",
    notes: "D3 E3 F#3 G3 A3 B3 C#4 D4 E4 F#4 G4 A4 B4 C#5 D5",
    places:
      "6.10.2 6.12.4 5.9.1 5.10.2 5.12.4 4.9.1 4.11.3 4.12.4 3.9.1 3.11.3 3.12.4 2.10.2 2.12.4 1.9.1 1.10.2",
  },
  {
    name: "E flat major in V",
    position: "5",
    open: "avoid",
    notes: "Eb3 F3 G3 Ab3 Bb3 C4 D4 Eb4",
    places: "5.6.2 5.8.4 4.5.1 4.6.2 4.8.4 3.5.1 3.7.3 3.8.4",
  },
  {
    name: "G minor in III",
    position: "3",
    open: "avoid",
    notes: "G2 A2 Bb2 C3 D3 Eb3 F3 G3",
    places: "6.3.1 6.5.3 6.6.4 5.3.1 5.5.3 5.6.4 4.3.1 4.5.3",
  },
  {
    name: "E minor in VII",
    position: "7",
    open: "avoid",
    notes: "E3 F#3 G3 A3 B3 C4 D4 E4",
    places: "5.7.1 5.9.3 5.10.4 4.7.1 4.9.3 4.10.4 3.7.1 3.9.3",
  },
  {
    name: "G minor pentatonic in III",
    position: "3",
    open: "avoid",
    notes: "G2 Bb2 C3 D3 F3 G3 Bb3 C4 D4 F4 G4 Bb4",
    places: "6.3.1 6.6.4 5.3.1 5.5.3 4.3.1 4.5.3 3.3.1 3.5.3 2.3.1 2.6.4 1.3.1 1.6.4",
  },
  {
    name: "F sharp minor pentatonic in II",
    position: "2",
    open: "avoid",
    notes: "F#2 A2 B2 C#3 E3 F#3 A3 B3 C#4 E4 F#4 A4",
    places: "6.2.1 6.5.4 5.2.1 5.4.3 4.2.1 4.4.3 3.2.1 3.4.3 2.2.1 2.5.4 1.2.1 1.5.4",
  },
  {
    name: "A harmonic minor in V",
    position: "5",
    open: "avoid",
    notes: "A2 B2 C3 D3 E3 F3 G#3 A3",
    places: "6.5.1 6.7.3 6.8.4 5.5.1 5.7.3 5.8.4 4.6.2 4.7.3",
  },
  {
    name: "chromatic in V",
    position: "5",
    notes: "A4 Bb4 B4 C5",
    places: "1.5.1 1.6.2 1.7.3 1.8.4",
  },
  {
    name: "C major pentatonic in VII",
    position: "7",
    open: "avoid",
    notes: "C3 D3 E3 G3 A3 C4 D4 E4 G4 A4 C5 D5",
    places: "6.8.2 6.10.4 5.7.1 5.10.4 4.7.1 4.10.4 3.7.1 3.9.3 2.8.2 2.10.4 1.8.2 1.10.4",
  },
  {
    name: "A blues scale in V",
    position: "5",
    open: "avoid",
    notes: "A2 C3 D3 Eb3 E3 G3 A3",
    places: "6.5.1 6.8.4 5.5.1 5.6.2 5.7.3 4.5.1 4.7.3",
  },
];

const PARALLEL: readonly Taught[] = [
  {
    name: "thirds on strings 2 and 1, from VII",
    strings: "2 1",
    open: "avoid",
    notes: "G4+B4 A4+C5 B4+D5",
    places: "2.8.2 1.7.1 2.10.3 1.8.1 2.12.3 1.10.1",
  },
  {
    name: "thirds on strings 3 and 2, from III",
    strings: "3 2",
    open: "avoid",
    notes: "B3+D4 C4+E4 D4+F4",
    places: "3.4.2 2.3.1 3.5.2 2.5.3 3.7.2 2.6.1 | 3.4.2 2.3.1 3.5.1 2.5.2 3.7.2 2.6.1",
  },
  {
    name: "thirds on strings 4 and 3",
    strings: "4 3",
    open: "avoid",
    notes: "F3+A3 G3+B3 A3+C4",
    places: "4.3.2 3.2.1 4.5.2 3.4.1 4.7.3 3.5.1",
  },
  {
    name: "thirds on strings 5 and 4",
    strings: "5 4",
    open: "avoid",
    notes: "C3+E3 D3+F3 E3+G3 F3+A3",
    places: "5.3.2 4.2.1 5.5.3 4.3.1 5.7.3 4.5.1 5.8.2 4.7.1",
  },
  {
    name: "thirds on strings 6 and 5",
    strings: "6 5",
    open: "avoid",
    notes: "G2+B2 A2+C3 B2+D3 C3+E3",
    places: "6.3.2 5.2.1 6.5.3 5.3.1 6.7.3 5.5.1 6.8.2 5.7.1",
  },
  {
    name: "sixths on strings 3 and 1, from VII",
    strings: "3 1",
    open: "avoid",
    notes: "D4+B4 E4+C5 F4+D5",
    places: "3.7.2 1.7.3 3.9.2 1.8.1 3.10.2 1.10.3 | 3.7.3 1.7.4 3.9.3 1.8.2 3.10.3 1.10.4",
  },
  {
    name: "sixths on strings 5 and 3",
    strings: "5 3",
    open: "avoid",
    notes: "C3+A3 D3+B3 E3+C4",
    places: "5.3.2 3.2.1 5.5.2 3.4.1 5.7.3 3.5.1 | 5.3.3 3.2.2 5.5.3 3.4.2 5.7.3 3.5.1",
  },
  {
    name: "octaves on strings 3 and 1",
    strings: "3 1",
    open: "avoid",
    notes: "C4+C5 D4+D5 E4+E5",
    places: "3.5.1 1.8.4 3.7.1 1.10.4 3.9.1 1.12.4",
  },
  {
    name: "fifths on strings 6 and 5",
    strings: "6 5",
    open: "avoid",
    notes: "G2+D3 A2+E3 C3+G3",
    places: "6.3.1 5.5.3 6.5.1 5.7.3 6.8.1 5.10.3 | 6.3.1 5.5.4 6.5.1 5.7.4 6.8.1 5.10.4",
  },
  {
    name: "fifths on strings 5 and 4",
    strings: "5 4",
    open: "avoid",
    notes: "C3+G3 D3+A3 E3+B3",
    places: "5.3.1 4.5.3 5.5.1 4.7.3 5.7.1 4.9.3 | 5.3.1 4.5.4 5.5.1 4.7.4 5.7.1 4.9.4",
  },
];

const BROKEN: readonly Taught[] = [
  {
    name: "A 7, broken",
    notes: "A2 E3 G3 C#4 E4 C#4",
    places: "5.0.0 4.2.2 3.0.0 2.2.3 1.0.0 2.2.3 | 5.0.0 4.2.1 3.0.0 2.2.2 1.0.0 2.2.2",
  },
  {
    name: "D 7, broken",
    notes: "D3 A3 C4 F#4 C4 A3",
    places: "4.0.0 3.2.2 2.1.1 1.2.3 2.1.1 3.2.2",
  },
  {
    name: "A minor 7 over G, broken",
    notes: "G2 E3 G3 C4 E4 C4",
    places: "6.3.3 4.2.2 3.0.0 2.1.1 1.0.0 2.1.1",
  },
  {
    name: "C sharp minor barre, broken",
    notes: "C#3 G#3 C#4 E4 G#4 E4",
    places: "5.4.1 4.6.3 3.6.4 2.5.2 1.4.1 2.5.2",
  },
  {
    name: "F minor small barre, broken",
    notes: "F3 Ab3 C4 F4 C4 Ab3",
    places: "4.3.3 3.1.1 2.1.1 1.1.1 2.1.1 3.1.1",
  },
  {
    name: "D minor 7, broken",
    notes: "D3 A3 C4 F4 C4 A3",
    places: "4.0.0 3.2.2 2.1.1 1.1.1 2.1.1 3.2.2",
  },
  {
    name: "F major 7, broken",
    notes: "F3 A3 C4 E4 C4 A3",
    places: "4.3.3 3.2.2 2.1.1 1.0.0 2.1.1 3.2.2",
  },
  {
    name: "C major 7, broken",
    notes: "C3 E3 G3 B3 E4 B3",
    places: "5.3.3 4.2.2 3.0.0 2.0.0 1.0.0 2.0.0",
  },
  {
    name: "G barre, broken",
    position: "3",
    open: "avoid",
    notes: "G2 D3 G3 B3 D4 G4",
    places: "6.3.1 5.5.3 4.5.4 3.4.2 2.3.1 1.3.1",
  },
  {
    name: "B 7 on five strings, broken",
    notes: "B2 D#3 A3 B3 F#4 B3",
    places: "5.2.2 4.1.1 3.2.3 2.0.0 1.2.4 2.0.0",
  },
  {
    name: "D over F sharp, broken",
    notes: "F#2 D3 A3 D4 F#4 D4",
    places: "6.2.1 4.0.0 3.2.2 2.3.4 1.2.3 2.3.4 | 6.2.1 4.0.0 3.2.2 2.3.3 1.2.4 2.3.3",
  },
  {
    name: "C over G, broken",
    notes: "G2 C3 E3 G3 C4 E4",
    places: "6.3.3 5.3.4 4.2.2 3.0.0 2.1.1 1.0.0",
  },
  {
    name: "A minor and E, broken",
    notes: "A2 E3 A3 C4 E2 B2 E3 G#3",
    places: "5.0.0 4.2.2 3.2.3 2.1.1 6.0.0 5.2.2 4.2.3 3.1.1",
  },
  {
    name: "C and A minor, broken",
    notes: "C3 E3 G3 C4 A2 E3 A3 C4",
    places: "5.3.3 4.2.2 3.0.0 2.1.1 5.0.0 4.2.2 3.2.3 2.1.1",
  },
  {
    name: "D and A 7, broken",
    notes: "D3 A3 D4 F#4 A2 E3 G3 C#4",
    places:
      "4.0.0 3.2.1 2.3.3 1.2.2 5.0.0 4.2.2 3.0.0 2.2.3 | 4.0.0 3.2.1 2.3.3 1.2.2 5.0.0 4.2.1 3.0.0 2.2.2",
  },
];

const TWO_VOICES: readonly Taught[] = [
  {
    name: "D bass under A and C",
    position: "1",
    notes: "D3:4+A3:1 B3 C4 A3",
    places: "4.0.0 3.2.2 2.0.0 2.1.1 3.2.2",
  },
  {
    name: "low E bass under the first string",
    position: "1",
    notes: "E2:4+E4:1 F4 G4 E4",
    places: "6.0.0 1.0.0 1.1.1 1.3.3 1.0.0 | 6.0.0 1.0.0 1.1.1 1.3.4 1.0.0",
  },
  {
    name: "F on the fourth string under a tune",
    position: "1",
    notes: "F3:4+C4:1 D4 E4 C4",
    places: "4.3.3 2.1.1 2.3.4 1.0.0 2.1.1",
  },
  {
    name: "A bass under C sharp",
    position: "1",
    notes: "A2:4+C#4:1 D4 E4 C#4",
    places: "5.0.0 2.2.2 2.3.3 1.0.0 2.2.2 | 5.0.0 2.2.2 2.3.4 1.0.0 2.2.2",
  },
  {
    name: "E on the fourth string under a tune",
    position: "1",
    notes: "E3:4+C4:1 D4 E4 C4",
    places: "4.2.2 2.1.1 2.3.4 1.0.0 2.1.1 | 4.2.2 2.1.1 2.3.3 1.0.0 2.1.1",
  },
  {
    name: "C bass under C, B and D",
    position: "1",
    notes: "C3:4+C4:1 B3 C4 D4",
    places: "5.3.3 2.1.1 2.0.0 2.1.1 2.3.4",
  },
  {
    name: "F sharp bass under a tune",
    position: "1",
    notes: "F#2:4+A3:1 B3 C4 A3",
    places: "6.2.2 3.2.3 2.0.0 2.1.1 3.2.3",
  },
  {
    name: "tenths in I",
    position: "1",
    notes: "C3+E4 D3+F4 E3+G4",
    places: "5.3.3 1.0.0 4.0.0 1.1.1 4.2.2 1.3.4 | 5.3.3 1.0.0 4.0.0 1.1.1 4.2.2 1.3.3",
  },
  {
    name: "tenths from G",
    position: "1",
    notes: "G2+B3 A2+C4 B2+D4",
    places:
      "6.3.3 2.0.0 5.0.0 2.1.1 5.2.2 2.3.3 | 6.3.3 2.0.0 5.0.0 2.1.1 5.2.2 2.3.4 | 6.3.2 2.0.0 5.0.0 2.1.1 5.2.2 2.3.3",
  },
  {
    name: "open E over a bass that moves",
    position: "1",
    notes: "E4:4+C3:1 B2 A2 B2",
    places: "1.0.0 5.3.3 5.2.2 5.0.0 5.2.2",
  },
  {
    name: "C over a bass that moves",
    position: "1",
    notes: "C4:4+A2:1 B2 C3 B2",
    places: "2.1.1 5.0.0 5.2.2 5.3.3 5.2.2",
  },
  {
    name: "G over a bass that moves",
    position: "1",
    notes: "G4:4+E3:1 D3 C3 D3",
    places: "1.3.4 4.2.2 4.0.0 5.3.3 4.0.0",
  },
];

export const WRITTEN_SINCE: readonly Taught[] = [
  ...CHORDS,
  ...SCALES,
  ...PARALLEL,
  ...BROKEN,
  ...TWO_VOICES,
];
