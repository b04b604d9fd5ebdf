import type { Locks, Moment, Played, Wish } from "../fingering/index.ts";
import { compare, subtract } from "../score/index.ts";

// What every hand that plucks has in common.

/** No chord has more notes. */
const CHORD = 12;

/** Nothing is held by a hand that plucks: each note is over for it when its next one comes. */
export const letGo = (played: readonly Played[]): Played[] =>
  played.map((note, i) => {
    const next = played.slice(i + 1, i + CHORD).find(({ at }) => compare(at, note.at) > 0);
    if (!next) return note;
    const length = subtract(next.at, note.at);
    return compare(length, note.length) < 0 ? { ...note, length } : note;
  });

/** What is written is obeyed on every note, or not at all. */
export function toTheLetter<C>(
  { notes }: Moment,
  { locks }: Locks,
  fingerOf: (way: C, at: number) => string,
): Wish<C>[] {
  const told = notes.flatMap(({ id }, i) => {
    const finger = locks?.get(id);
    return finger ? [{ i, finger }] : [];
  });
  return told.length
    ? [{ obeyedBy: (way) => told.every(({ i, finger }) => fingerOf(way, i) === finger) }]
    : [];
}
