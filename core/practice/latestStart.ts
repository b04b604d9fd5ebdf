import type { Load } from "./chains.ts";
import { DayOfPiece } from "./fillDay.ts";
import { SHORT } from "./share.ts";

/** All of a day is for the work. */
const NO_SHARES = { keeping: 0, learning: 0 };

/**
 * Says by which day of practice each unit must be begun: the work is laid out once backwards from
 * its end, what comes last in the order of learning latest, with the minutes there are. So sections
 * can go on in their order, and a long chain in a late one is still begun in time. (Backward pass
 * of resource-constrained scheduling; Valls, Ballestín and Quintanilla 2005, Justification and
 * RCPSP.)
 *
 * @param loads each after those it rests on; their `latest` is set
 * @param minutesADay minutes this piece may have on a day
 */
export function setLatest(loads: readonly Load[], minutesADay: number): void {
  const mirrored = mirror(loads);
  const byKey = new Map(mirrored.map((load) => [load.unit.key, load]));
  const toFill = { date: "", day: 0, pins: [], shares: NO_SHARES, byKey };
  /** Days before the end on which each is begun. */
  const begun = new Map<string, number>();
  let open = mirrored;
  let day = 0;
  for (; open.length > 0; day++) {
    const filled = new DayOfPiece(open, toFill);
    filled.byRule(Math.max(SHORT, minutesADay));
    if (filled.cards.size === 0) break;
    for (const key of filled.cards.keys()) begun.set(key, day);
    open = open.filter(({ left }) => left.length > 0);
  }
  for (const load of loads) load.latest = day - 1 - (begun.get(load.unit.key) ?? -1);
}

/** What is left, from its end: each after those that rest on it, its highest step first. */
function mirror(loads: readonly Load[]): Load[] {
  const open = loads.filter(({ left }) => left.length > 0);
  const restOn = new Map<string, string[]>(open.map(({ unit }) => [unit.key, []]));
  for (const { unit } of open) for (const key of unit.after) restOn.get(key)?.push(unit.key);
  return open
    .map(({ unit, left, ...load }): Load => ({
      ...load,
      unit: { ...unit, after: restOn.get(unit.key)! },
      left: left.toReversed(),
    }))
    .toReversed();
}
