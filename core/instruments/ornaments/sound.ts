import type { MarkedAt, Performance, Sounding } from "../../score/model/performance.ts";
import { tonesOf, type Ornament } from "./kinds.ts";

/** Times that are one, whichever sum they came from; quarters. */
const timeOf = (at: number): number => Math.round(at * 1e6);
/** A note keeps at least this share when a grace is taken from its end. */
const KEPT = 0.5;

/**
 * What is heard with its ornaments: the tune note at each mark is played with it, and the note
 * before gives the time for a grace. No note leaves its beat.
 *
 * @param hand whose tune is adorned; its highest note at the place is
 */
export function withOrnaments(
  performance: Performance,
  marks: readonly MarkedAt[],
  hand: string,
): Performance {
  /** The highest note struck at each time. */
  const tops = new Map<number, Sounding>();
  for (const note of performance.notes) {
    const at = timeOf(note.onset);
    if (note.hand === hand && !note.after && (tops.get(at)?.midi ?? -1) < note.midi)
      tops.set(at, note);
  }
  const adorned = new Map<Sounding, Ornament>();
  for (const { at, data } of marks) {
    const top = tops.get(timeOf(at));
    if (top) adorned.set(top, data as unknown as Ornament);
  }
  const tones = (note: Sounding, length: number): Sounding[] => {
    const ornament = adorned.get(note);
    if (!ornament) return [{ ...note, length }];
    return tonesOf(ornament, note.midi, length).map(({ midi, at, length: own }) => ({
      ...note,
      midi,
      onset: Math.max(0, note.onset + at),
      length: own,
      ...(at ? { after: at } : {}),
    }));
  };
  /** Where graces begin, by the time of the notes they lead to. */
  const early = new Map<number, number>();
  for (const note of adorned.keys()) {
    const first = tones(note, note.length)[0]!.onset;
    if (first < note.onset) early.set(timeOf(note.onset), first);
  }
  const notes = performance.notes.flatMap((note) => {
    // what would end where the note of a grace begins ends where the grace does
    const cut = note.hand === hand ? early.get(timeOf(note.onset + note.length)) : undefined;
    const own = cut === undefined ? note.length : cut - note.onset;
    return tones(note, own < KEPT * note.length ? note.length : own);
  });
  return { ...performance, notes };
}
