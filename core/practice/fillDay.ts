import type { PlannedCard } from "./card.ts";
import type { Unit } from "./unit.ts";

/**
 * A card is no shorter and, at first, no longer than this many minutes: long enough to climb, short
 * enough to stay fresh.
 */
const SHORT = 3;
const LONG = 8;
/** A unit and the steps still to be climbed on it, with their expected minutes. */
export interface Load {
  readonly unit: Unit;
  left: { tempo: number; minutes: number }[];
}

export const total = (loads: readonly Load[]): number =>
  loads.reduce((sum, load) => sum + remaining(load), 0);

const remaining = (load: Load): number => load.left.reduce((sum, step) => sum + step.minutes, 0);

/** Steps of a unit that are climbed on one day, where there is other work. */
const STEPS_A_DAY = 2;

/**
 * Days it takes by rule: two steps a unit a day, and what rests on another begins a day later.
 *
 * @param loads each after those it rests on
 */
export function longestChain(loads: readonly Load[]): number {
  const until = new Map<string, number>();
  let longest = 0;
  for (const { unit, left } of loads) {
    let days = 0;
    for (const key of unit.after) days = Math.max(days, until.get(key) ?? 0);
    days += Math.ceil(left.length / STEPS_A_DAY);
    until.set(unit.key, days);
    longest = Math.max(longest, days);
  }
  return longest;
}

/** A day of a piece while it is filled. */
export interface DayOfPiece {
  readonly cards: ReadonlyMap<string, PlannedCard>;
  /**
   * Adds what may be done by rule: forerunners done on an earlier day, two steps a unit.
   *
   * @returns minutes that are left
   */
  readonly byRule: (minutes: number) => number;
  /** Goes on with the same, so that no minutes are lost. @returns those nothing can be done in */
  readonly beyond: (minutes: number) => number;
}

/** What a piece can take of a day, from where its loads stand before it. */
export function dayOf(loads: readonly Load[], byKey: ReadonlyMap<string, Load>): DayOfPiece {
  const cards = new Map<string, PlannedCard>();
  const isReady = ({ unit }: Load) => unit.after.every((key) => !byKey.get(key)?.left.length);
  const ofToday = new Map(
    loads
      .filter(isReady)
      .map((load) => [
        load,
        load.left.slice(0, STEPS_A_DAY).reduce((sum, step) => sum + step.minutes, 0),
      ]),
  );
  return {
    cards,
    byRule: (minutes) =>
      give([...ofToday.keys()], minutes, cards, (load) => Math.ceil(ofToday.get(load)!)),
    beyond: (minutes) =>
      give(loads, minutes, cards, (load) =>
        isReady(load) ? Infinity : (cards.get(load.unit.key)?.minutes ?? 0),
      ),
  };
}

/**
 * Gives minutes to units in their order, a few each, more only once all have had theirs.
 *
 * @param most minutes a unit may have on the day
 * @returns what is left
 */
function give(
  loads: readonly Load[],
  minutes: number,
  cards: Map<string, PlannedCard>,
  most: (load: Load) => number,
): number {
  let budget = minutes;
  for (let longest = LONG; budget > 0 && longest <= 64; longest *= 2) {
    for (const load of loads) {
      if (budget <= 0) break;
      if (load.left.length === 0) continue;
      const before = cards.get(load.unit.key);
      const had = before?.minutes ?? 0;
      const wanted = Math.max(SHORT, Math.ceil(remaining(load)));
      const room = Math.min(longest, Math.max(SHORT, most(load))) - had;
      const given = Math.min(budget, wanted, room);
      if (given <= 0 || most(load) <= had || (budget < SHORT && !before && cards.size > 0))
        continue;
      cards.set(load.unit.key, before ? { ...before, minutes: had + given } : cardOf(load, given));
      budget -= given;
      work(load, given);
    }
  }
  return budget;
}

function cardOf({ unit, left }: Load, minutes: number): PlannedCard {
  const { from, to, hands, kind, section, why } = unit;
  return { unit: unit.key, from, to, hands, tempo: left[0]!.tempo, minutes, kind, section, why };
}

function work(load: Load, minutes: number): void {
  let spent = minutes;
  while (spent > 1e-9 && load.left.length) {
    const step = load.left[0]!;
    const used = Math.min(spent, step.minutes);
    spent -= used;
    if (step.minutes - used < 1e-9) load.left.shift();
    else load.left[0] = { ...step, minutes: step.minutes - used };
  }
}
