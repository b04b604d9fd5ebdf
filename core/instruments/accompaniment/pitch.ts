import { midiOf, pitchNamed, type Pitch } from "../../score/index.ts";

/** A note by its name in the octave from a key on, as it is written. A4 = 69. */
export const pitchFrom = (name: string, lowest: number): Pitch =>
  [1, 2, 3, 4, 5, 6]
    .map((octave) => pitchNamed(`${name}${octave}`)!)
    .find((pitch) => midiOf(pitch) >= lowest)!;
