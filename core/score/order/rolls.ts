import { toNumber } from "../model/fraction.ts";
import { toText } from "../model/fractionText.ts";
import type { Note } from "../model/model.ts";
import type { Performance } from "../model/performance.ts";

/** Quarters from one note of a rolled chord to the next. Own figure. */
const APART = 1 / 16;
/** A roll takes at most this share of its shortest note. */
const MOST = 1 / 2;

/**
 * How much later than the beat each note of a rolled chord comes, in quarters: each hand rolls by
 * itself unless the file says that they are one, and begins on the beat. Common practice, no
 * source: others end on it.
 *
 * @param inBar the notes of a bar
 */
export function rollsIn(inBar: readonly Note[]): ReadonlyMap<Note, number> {
  const chords = new Map<string, Note[]>();
  for (const note of inBar) {
    if (!note.rolled || note.held || note.grace) continue;
    const at = `${note.roll ?? note.hand} ${toText(note.offset)}`;
    chords.set(at, [...(chords.get(at) ?? []), note]);
  }
  return new Map(
    [...chords.values()].flatMap((chord) => {
      const shortest = Math.min(...chord.map(({ length }) => toNumber(length)));
      const step = Math.min(APART, (MOST * shortest) / chord.length);
      const way = chord[0]!.rolled === "down" ? -1 : 1;
      return [...chord]
        .sort((a, b) => way * (a.midi - b.midi))
        .map((note, i) => [note, i * step] as const);
    }),
  );
}

/** Rolled chords one note after the other; all of them end when they did. */
export const rolledOut = (performance: Performance): Performance =>
  performance.notes.some(({ later }) => later)
    ? {
        ...performance,
        notes: performance.notes.map(({ later = 0, ...note }) => ({
          ...note,
          onset: note.onset + later,
          length: Math.max(0, note.length - later),
        })),
      }
    : performance;
