import type { MarkedAt, Performance, Sounding } from "../../score/model/performance.ts";
import { tonesOf, type Ornament } from "./kinds.ts";

/** Onsets so near are one, in quarters. */
const NEAR = 1e-6;
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
  const adorned = new Map<Sounding, Ornament>();
  for (const { at, data } of marks) {
    const struck = performance.notes.filter(
      (note) => note.hand === hand && Math.abs(note.onset - at) < NEAR && !note.after,
    );
    const top = struck.sort((a, b) => b.midi - a.midi)[0];
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
  /** Where graces begin, and the onsets they lead to. */
  const early = [...adorned.keys()].flatMap((note) => {
    const first = tones(note, note.length)[0]!.onset;
    return first < note.onset ? [{ from: first, to: note.onset }] : [];
  });
  const notes = performance.notes.flatMap((note) => {
    // what would end where the note of a grace begins ends where the grace does
    const end = note.onset + note.length;
    const cut = note.hand === hand && early.find(({ to }) => Math.abs(to - end) < NEAR);
    const left = cut ? cut.from - note.onset : note.length;
    return tones(note, left < KEPT * note.length ? note.length : left);
  });
  return { ...performance, notes };
}
