import { compare } from "../model/fraction.ts";
import type { Place } from "../model/model.ts";
import { comparePlaces } from "../model/places.ts";
import { placesIn } from "../model/placesIn.ts";
import type { Mark } from "./mark.ts";
import { inOrder } from "./strata.ts";
import type { MarkTask, StratumWork } from "./work.ts";

/** So many bars before and after it are looked at: who moves a mark further writes it anew. */
const AROUND = 4;

/**
 * The places a mark may be moved to, its own among them: those where no other stands and where
 * looking through the marks finds no more to doubt than it does now.
 *
 * @param check of the stratum; it looks at the bars around the mark
 * @returns in order
 */
export function windowOf(
  task: MarkTask,
  mark: Mark,
  check: NonNullable<StratumWork["check"]>,
): Place[] {
  const { score } = task;
  const others = task.written.filter(({ id }) => id !== mark.id);
  const from = Math.max(0, mark.from.bar - AROUND);
  const to = Math.min(score.bars.length - 1, mark.from.bar + AROUND);
  // what is played before the next mark may lie beyond
  const looked = { ...task, from, to: Math.min(score.bars.length - 1, to + AROUND) };
  const doubtsAt = (place: Place) =>
    check({ ...looked, written: inOrder([...others, { ...mark, from: place }]) }).length;
  const now = doubtsAt(mark.from);
  const found: Place[] = [];
  for (let bar = from; bar <= to; bar++)
    for (const offset of placesIn(score, bar)) {
      const place = { bar, offset };
      const isHere = comparePlaces(place, mark.from) === 0;
      // the end of a bar is the start of the next
      const isEnd = compare(offset, score.bars[bar]!.length) >= 0;
      const isTaken = others.some((one) => comparePlaces(one.from, place) === 0);
      if (isHere || (!isEnd && !isTaken && doubtsAt(place) <= now)) found.push(place);
    }
  return found;
}
