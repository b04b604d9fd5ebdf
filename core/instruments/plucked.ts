import type { Locks, Moment, Played, Wish } from "../fingering/index.ts";
import { compare, subtract, type Score } from "../score/index.ts";
import { say } from "../words/say.ts";
import type { FollowingSign } from "./sign.ts";

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

/**
 * Where a file says that a string is damped, or all: engravers leave it out. It is shown at the
 * note struck there, else at the last one before.
 *
 * @param sign as players of the instrument write it
 */
export function printedDamps(score: Score, sign: string): FollowingSign[] {
  const found = new Map<string, FollowingSign>();
  for (const mark of score.marks.filter(({ kind }) => kind === "damp")) {
    const inBar = score.notes.filter(({ bar, grace }) => bar === mark.bar && !grace);
    const note =
      inBar.find(({ offset }) => compare(offset, mark.offset) === 0) ??
      inBar.findLast(({ offset }) => compare(offset, mark.offset) < 0) ??
      inBar[0];
    const isAll = mark.text === "damp-all";
    const isThere = note?.bar === mark.bar && compare(note.offset, mark.offset) === 0;
    // two staves may say it at once
    if (note)
      found.set(`${note.id} ${mark.text}`, {
        ...{ kind: `printed-${mark.text}`, from: note.id, to: note.id, look: "text", inFile: true },
        text: isAll ? say`${sign} all` : sign,
        stops: isAll
          ? { strings: "all", when: isThere ? "before" : "rest" }
          : { strings: "own", when: "after" },
        name: isAll ? say`all strings are damped, as printed` : say`damped, as printed`,
      });
  }
  return [...found.values()];
}
