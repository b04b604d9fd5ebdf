import type { Performance, Score, Sounding } from "../score/index.ts";
import type { InstrumentRecord } from "./record.ts";
import type { FollowingSign, ValuesOn } from "./sign.ts";

/** A note as it lies on a string. */
export interface OnString {
  /** Which one, in the instrument's own count. */
  readonly string: number;
  /** Where a finger stops it: it leaves for another place with its next note. */
  readonly stopped?: { readonly finger: number; readonly fret: number };
  /** Nothing but a hand ends it: it sounds on over its value. */
  readonly rings: boolean;
}

/** Where notes lie by what is written on them, by note id. */
export type OnStrings = (
  score: Score,
  values: ValuesOn,
  setup: InstrumentRecord,
) => ReadonlyMap<string, OnString>;

type Event = { readonly at: number } & (
  | { readonly struck: number; readonly on: OnString }
  | { readonly strings: readonly number[] | "all" }
);

/**
 * What is plucked as its strings sound: each until it is plucked again, stopped by a hand, or left
 * by its finger; an open one over its value. Notes that lie on no known string sound as written.
 *
 * @param on where the notes of the piece lie, by id
 * @param signs what is stopped, among them
 */
export function rung(
  performance: Performance,
  on: ReadonlyMap<string, OnString>,
  signs: readonly FollowingSign[],
): Performance {
  const { notes } = performance;
  const written = notes.map(({ onset, length }) => onset + length);
  const ends = notes.map(({ id }, i) => (on.get(id)?.rings ? Infinity : written[i]!));
  /** By string what sounds on it; voices may meet in one note. */
  const sounding = new Map<number, number[]>();
  const stop = (string: number, at: number) => {
    for (const i of sounding.get(string) ?? []) ends[i] = Math.min(ends[i]!, at);
    sounding.delete(string);
  };
  for (const event of eventsOf(notes, written, on, signs)) {
    if ("strings" in event) {
      const { strings } = event;
      for (const string of strings === "all" ? [...sounding.keys()] : strings)
        stop(string, event.at);
      continue;
    }
    const { string, stopped } = event.on;
    const isMet = (i: number) => notes[i]!.onset === event.at;
    const met = (sounding.get(string) ?? []).filter(isMet);
    if (met.length === 0) stop(string, event.at);
    if (stopped)
      for (const [other, [first]] of sounding) {
        const held = on.get(notes[first!]!.id)!.stopped;
        const isLeft = held?.finger === stopped.finger && held.fret !== stopped.fret;
        if (isLeft && !isMet(first!)) stop(other, event.at);
      }
    sounding.set(string, [...met, event.struck]);
  }
  return {
    ...performance,
    notes: notes.map((note, i) => {
      const end = ends[i] === Infinity ? Math.max(written[i]!, performance.length) : ends[i]!;
      return { ...note, length: end - note.onset };
    }),
  };
}

/** By onset when all that is struck until then is over, as it is written. */
function endsBy(notes: readonly Sounding[], written: readonly number[]): Map<number, number> {
  const order = notes.map((_, i) => i).sort((a, b) => notes[a]!.onset - notes[b]!.onset);
  const found = new Map<number, number>();
  let last = -Infinity;
  for (const i of order) found.set(notes[i]!.onset, (last = Math.max(last, written[i]!)));
  return found;
}

/** What happens to strings, in order: what is stopped at an instant is so before it is plucked. */
function eventsOf(
  notes: readonly Sounding[],
  written: readonly number[],
  on: ReadonlyMap<string, OnString>,
  signs: readonly FollowingSign[],
): Event[] {
  const stops = new Map<string, NonNullable<FollowingSign["stops"]>[]>();
  for (const { from, stops: own } of signs)
    if (own) stops.set(from, [...(stops.get(from) ?? []), own]);
  const found: Event[] = [];
  const ends = endsBy(notes, written);
  notes.forEach(({ id, onset }, i) => {
    const own = on.get(id);
    if (own) found.push({ at: onset, struck: i, on: own });
    for (const { strings, when } of stops.get(id) ?? []) {
      const at = { before: onset, after: written[i]!, rest: ends.get(onset)! }[when];
      if (strings !== "own") found.push({ at, strings });
      else if (own) found.push({ at, strings: [own.string] });
    }
  });
  const rank = (event: Event) => ("strings" in event ? 0 : 1);
  return found.sort((a, b) => a.at - b.at || rank(a) - rank(b));
}
