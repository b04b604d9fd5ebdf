import { playedOf, type Side, type Taught } from './keyboard.ts';

const passage = (name: string, hand: Side, text: string, ...accepted: string[]): Taught => ({ name, hand, notes: playedOf(text), accepted, seen: false });

/**
 * Short places of pieces out of copyright that beginners play, with fingers as pianists use them: all from memory, none
 * looked at while prices were set. Where several are usual all are given.
 */
export const passages: readonly Taught[] = [
  passage('Petzold, Minuet in G, bars 1–2', 'right', 'D5 G4:1/2 A4:1/2 B4:1/2 C5:1/2 D5 G4 G4', '51234511'),
  passage('Petzold, Minuet in G, bars 3–4', 'right', 'E5 C5:1/2 D5:1/2 E5:1/2 F#5:1/2 G5 G4 G4', '31234511', '31234522'),
  passage('Petzold, Minuet in G, bars 5–6', 'right', 'C5 D5:1/2 C5:1/2 B4:1/2 A4:1/2 B4 C5:1/2 B4:1/2 A4:1/2 G4:1/2', '4543234321'),
  passage('Petzold, Minuet in G, bars 7–8', 'right', 'F#4 G4:1/2 A4:1/2 B4:1/2 G4:1/2 A4:3', '212312', '212313', '123423', '234535', '234534'),
  passage('Beethoven, Für Elise, opening', 'right', 'E5:1/4 D#5:1/4 E5:1/4 D#5:1/4 E5:1/4 B4:1/4 D5:1/4 C5:1/4 A4:1/2', '545452431', '545452321', '434341321'),
  passage('Beethoven, Für Elise, A minor', 'left', 'A2:1/4 E3:1/4 A3:1/4', '521', '531'),
  passage('Beethoven, Für Elise, E major', 'left', 'E2:1/4 E3:1/4 G#3:1/4', '521', '531'),
  passage('Beethoven, Für Elise, rising', 'right', 'C4:1/4 E4:1/4 A4:1/4 B4:1/2', '1245', '1234', '1235'),
  passage('Beethoven, Für Elise, rising to C', 'right', 'E4:1/4 G#4:1/4 B4:1/4 C5:1/2', '1245', '1235', '1345', '1234'),
  passage('Beethoven, theme of the Ninth', 'right', 'E4 E4 F4 G4 G4 F4 E4 D4 C4 C4 D4 E4 E4:3/2 D4:1/2 D4:2', '334554321123322'),
  passage('Mozart, Sonata K 545, bars 1–2', 'right', 'C5:2 E5 G5 B4:3/2 C5:1/4 D5:1/4 C5', '1352343', '1351232', '1351231'),
  passage('Mozart, Sonata K 545, bar 1', 'left', 'C4:1/2 G4:1/2 E4:1/2 G4:1/2 C4:1/2 G4:1/2 E4:1/2 G4:1/2', '51315131'),
  passage('Mozart, Sonata K 545, bar 2', 'left', 'D4:1/2 G4:1/2 F4:1/2 G4:1/2 C4:1/2 G4:1/2 E4:1/2 G4:1/2', '41215131', '51215131', '51315131', '41315131'),
  passage('Mozart, Sonata K 545, bar 5', 'right', 'A4:1/2 B4:1/4 C5:1/4 D5:1/4 E5:1/4 F5:1/4 G5:1/4 A5:1/4 G5:1/4 F5:1/4 E5:1/4 D5:1/4 C5:1/4 B4:1/4 A4:1/4', '123123454321321', '123123454321321'),
  passage('Burgmüller, Arabesque, bar 3', 'right', 'A4:1/4 B4:1/4 C5:1/4 B4:1/4 A4', '12321'),
  passage('Burgmüller, Arabesque, bar 4', 'right', 'A4:1/4 B4:1/4 C5:1/4 D5:1/4 E5', '12345'),
  passage('Clementi, Sonatina op. 36 no. 1, opening', 'right', 'C5 E5:1/2 C5:1/2 G4 G4', '24211', '35311', '35211'),
  passage('Bach, Prelude in C (WTC I), bar 1', 'right', 'G4:1/4 C5:1/4 E5:1/4 G4:1/4 C5:1/4 E5:1/4', '124124', '135135', '235235', '125125'),
  passage('Bach, Prelude in C (WTC I), bar 2', 'right', 'A4:1/4 D5:1/4 F5:1/4 A4:1/4 D5:1/4 F5:1/4', '124124', '135135', '235235', '125125'),
  passage('Bach, Invention in C, opening', 'right', 'C4:1/4 D4:1/4 E4:1/4 F4:1/4 D4:1/4 E4:1/4 C4:1/4', '1234231'),
  passage('Bach, Musette in D, bass', 'left', 'D3:1/2 D4:1/2 D3:1/2 D4:1/2', '5151'),
  passage('Beethoven, Sonata op. 27 no. 2, bar 1', 'right', 'G#3:1/3 C#4:1/3 E4:1/3 G#3:1/3 C#4:1/3 E4:1/3', '124124', '125125', '135135', '235235'),
  passage('Haydn, Surprise, theme', 'right', 'C4:1/2 C4:1/2 E4:1/2 E4:1/2 G4:1/2 G4:1/2 E4', '1133553'),
  passage('French song: Au clair de la lune', 'right', 'C4 C4 C4 D4 E4:2 D4:2 C4 E4 D4 D4 C4:2', '11123213221'),
  passage('French song: Frère Jacques', 'right', 'C4 D4 E4 C4 C4 D4 E4 C4 E4 F4 G4:2', '12311231345'),
  passage('French song: Ah vous dirai-je, maman', 'right', 'C4 C4 G4 G4 A4 A4 G4:2', '1144554', '1133443'),
  passage('German song: Hänschen klein', 'right', 'G4 E4 E4:2 F4 D4 D4:2 C4 D4 E4 F4 G4 G4 G4:2', '5334221234555'),
  passage('American song: Mary had a little lamb', 'right', 'E4 D4 C4 D4 E4 E4 E4:2', '3212333'),
  passage('American song: Jingle bells', 'right', 'E4 E4 E4:2 E4 E4 E4:2 E4 G4 C4:3/2 D4:1/2 E4:4', '33333335123'),
  passage('American song: Go tell aunt Rhody', 'right', 'E4 E4:1/2 D4:1/2 C4 C4 D4 D4 F4:1/2 E4:1/2 D4:1/2 C4:1/2', '33211224321'),
  passage('American song: When the saints', 'right', 'C4 E4 F4 G4:4', '1345'),
  passage('English song: London Bridge', 'right', 'G4:3/2 A4:1/2 G4 F4 E4 F4 G4:2 D4 E4 F4:2 E4 F4 G4:2', '4543234123234'),
  passage('English round: Row, row, row', 'right', 'C4:3/2 C4:3/2 C4 D4:1/2 E4:3/2 E4 D4:1/2 E4 F4:1/2 G4:3', '1112332345'),
  passage('Austrian carol: Silent night', 'right', 'G4:3/2 A4:1/2 G4 E4:3', '3431', '4542', '2321'),
  passage('Birthday song (Good morning to all)', 'right', 'G4:3/4 G4:1/4 A4 G4 C5 B4:2', '112143', '112132', '112154'),
  passage('Dvořák, Largo', 'right', 'E4:3/2 G4:1/2 G4:2 E4:3/2 D4:1/2 C4:2 D4:3/2 E4:1/2 G4:3/2 E4:1/2 D4:4', '35532123532'),
];
