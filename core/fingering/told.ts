import { compare, toText, type Fraction } from "../score/index.ts";
import type { Moment, Played } from "./moment.ts";

/**
 * Moments as they are told of, in their order. What nobody takes stands beside the notes before it
 * where nothing else is struck with it; here it is by itself, in its own bar.
 */
export function toldMoments(moments: readonly Moment[]): Moment[] {
  return moments.flatMap((moment) => {
    const own = moment.beyond.filter(({ at }) => isAt(at, moment));
    if (own.length === moment.beyond.length) return [moment];
    const others = moment.beyond.filter(({ at }) => !isAt(at, moment));
    return [{ ...moment, beyond: own }, ...alone(moment, others)].sort((a, b) =>
      compare(a.at, b.at),
    );
  });
}

const isAt = (at: Fraction, moment: Moment): boolean => compare(at, moment.at) === 0;

/** Notes that nobody takes, by where they are struck. */
function alone(moment: Moment, notes: readonly Played[]): Moment[] {
  const byPlace = new Map<string, Played[]>();
  for (const note of notes) {
    const there = byPlace.get(toText(note.at));
    if (there) there.push(note);
    else byPlace.set(toText(note.at), [note]);
  }
  return [...byPlace.values()].map((beyond) => ({
    ...moment,
    ...{ at: beyond[0]!.at, bar: beyond[0]!.bar, beyond },
    ...{ notes: [], keys: [], struck: [], doubled: [], released: [] },
  }));
}
