/**
 * Written last, when a chord's inversions were placed each by itself; common practice, no source.
 * Nothing was changed on them.
 */
export const WRITTEN_LAST: readonly (readonly [notes: string, fingers: string])[] = [
  ["G4 A4 B4 C5", "4 3 2 1"],
  ["A4 G4 F4", "1 2 3"],
  ["C4 D4 E4 F4 G4 A4", "3 2 1 3 2 1 | 4 3 2 1 2 1"],
  ["A4 G4 F4 E4 D4 C4", "1 2 3 1 2 3 | 1 2 3 4 1 2 | 1 2 1 2 3 4"],
  ["E4 F4 E4", "2 1 2"],
  ["A4 G4 A4 G4", "1 2 1 2"],
  ["A3 C4 E4 A4 E4 C4", "4 3 2 1 2 3"],
  ["F3 C4 F4 A4", "4 3 2 1"],
  ["D4 F4 A4 F4", "3 2 1 2"],
  ["E4 G4 B4 G4 E4", "3 2 1 2 3"],
  ["G4 D4 B3 G3", "1 2 3 4"],
  ["C4 E4 G4 B4", "4 3 2 1"],
  ["A2 E3 A3", "4 2 1"],
  ["B3 D4 G4 D4 G4 B4", "3 2 1 3 2 1"],
  ["G5 E5 C5 E5 C5 G4 C5 G4 E4", "1 2 3 1 2 3 1 2 3"],
  ["F3 A3 C4 F4 A4 C5 F5", "4 3 2 1 3 2 1 | 3 2 1 4 3 2 1"],
  ["B4 G4 E4 C4 A3 F3", "1 2 3 4 1 2 | 1 2 3 1 2 3"],
  ["E4 G4 F4 A4 G4 B4 A4 C5", "4 2 3 1 4 2 3 1"],
  ["D3 D4 D3 D4", "4 1 4 1"],
  ["D4+D5", "41"],
  ["E4+B4", "21 | 31"],
  ["D4+F4+B4", "321"],
  ["C4+F4+A4+C5", "4321"],
  ["F4+A4 E4+G4 D4+F4", "21 21 21 | 31 42 31"],
  ["D4+D5 C4+C5 B3+B4", "41 41 41"],
  ["E4+G4+B4 F4+A4+C5", "321 321"],
  ["G3 B3+D4 B3+D4", "3 21 21"],
];
