import type { Reach } from "./reach.ts";

/** What a hand plucks at a moment, with the finger on each string. */
export interface Plucked {
  /** Quarters from the beginning. */
  readonly at: number;
  readonly notes: readonly {
    readonly string: number;
    readonly finger: number;
    /** Quarters, as written. */
    readonly length: number;
  }[];
  /** The hand is free before it, or leaves the strings. */
  readonly isAnew: boolean;
}

/** Fingers that are put on their strings together, before the first of them plucks. */
export interface Group {
  /** First and last, by their places in the list. */
  readonly from: number;
  readonly to: number;
  /** Strings whose finger comes later, because they are still to ring. */
  readonly waits: readonly number[];
}

/** Fingers of a hand. */
const FINGERS = 4;

/**
 * The groups in which a line is placed: as many moments as the hand has fingers for, each on a
 * string of its own; a string that is still to ring by its written length is not touched.
 *
 * @returns groups of two moments and more, in their order
 */
export function groupsOf(reach: Reach, line: readonly Plucked[]): Group[] {
  const found: Group[] = [];
  /** By string, until when it is to ring. */
  const rings = new Map<number, number>();
  let from = 0;
  while (from < line.length) {
    const start = line[from]!;
    const placed = [...start.notes];
    const waits: number[] = [];
    let to = from;
    for (let at = from + 1; at < line.length; at++) {
      const next = line[at]!;
      if (next.isAnew || placed.length + next.notes.length > FINGERS) break;
      if (!next.notes.every((note) => placed.every((other) => areTogether(reach, note, other))))
        break;
      const ringing = next.notes.filter(({ string }) => (rings.get(string) ?? -1) > start.at);
      if (ringing.length) {
        waits.push(...ringing.map(({ string }) => string));
        break;
      }
      placed.push(...next.notes);
      to = at;
    }
    if (to > from || waits.length) found.push({ from, to, waits });
    for (let at = from; at <= to; at++)
      for (const { string, length } of line[at]!.notes) rings.set(string, line[at]!.at + length);
    from = to + 1;
  }
  return found;
}

type OnString = Pick<Plucked["notes"][number], "string" | "finger">;

/** Whether two strings can be under the hand at once. */
const areTogether = (reach: Reach, a: OnString, b: OnString): boolean => {
  const [low, high] = a.string < b.string ? [a, b] : [b, a];
  return (
    low.string !== high.string &&
    high.finger < low.finger &&
    reach.apart(high.finger, low.finger, high.string - low.string) < Infinity
  );
};
