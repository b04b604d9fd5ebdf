import type { Note } from "@yarrow-ridge/core/score";
import type { Said } from "../../score/placeFingers.ts";

/** Notes with the harmonics that are written over them: they lie elsewhere on the neck. */
export function asPlayed(notes: readonly Note[], said: readonly Said[]): readonly Note[] {
  const written = said.find(({ aspect }) => aspect.id === "harmonic")?.values;
  if (!written?.size) return notes;
  return notes.map((note) => {
    const value = written.get(note.id)?.finger;
    return value === undefined ? note : { ...note, printed: { ...note.printed, harmonic: value } };
  });
}
