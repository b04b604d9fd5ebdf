import { USUAL_SHARES, type DayToFill, type Pin, type PlannedCard } from "./card.ts";
import { minutesOfDay, remaining, type Load, type StepToClimb } from "./chains.ts";
import { isRunThrough } from "./earning.ts";

/** A card is no shorter than this many minutes: long enough to climb. */
export const SHORTEST = 3;
/**
 * Where nobody says, a card is no longer than this many minutes while others have had none: short
 * enough to stay fresh. Common practice, no source.
 */
export const USUAL_LONGEST = 8;

/** However many minutes are left over. */
const LONGEST_OF_ALL = 64;

/** Run-throughs on one day, and of how much of its minutes. Common practice, no source. */
const RUN_THROUGHS_A_DAY = 2;
const RUN_THROUGH_SHARE = 0.25;

/** A day of a piece while it is filled. */
export interface DayOfPiece {
  readonly cards: Map<string, PlannedCard>;
  /** Puts on the day what was pinned to it, whatever the rules say. @returns minutes it takes */
  readonly pinned: () => number;
  /**
   * Adds what may be done by rule: forerunners done on an earlier day, two steps a unit.
   *
   * @returns minutes that are left
   */
  readonly byRule: (minutes: number) => number;
}

/**
 * What a piece can take of a day, from where its loads stand before it.
 *
 * @param pins of this day and later ones
 * @param before units that were on this day when it was laid out before: they come first
 * @param later whether a unit was on a later one: it comes last, so that it can stay there
 */
export function dayOf(
  all: readonly Load[],
  byKey: ReadonlyMap<string, Load>,
  pins: readonly Pin[],
  {
    date,
    longest = USUAL_LONGEST,
    shares = USUAL_SHARES,
  }: Pick<DayToFill, "date" | "longest" | "shares">,
  before?: ReadonlySet<string>,
  later?: (unit: string) => boolean,
): DayOfPiece {
  const cards = new Map<string, PlannedCard>();
  const isHeld = new Set(pins.filter((pin) => pin.date > date).map(({ unit }) => unit));
  const free = all.filter(({ unit, left }) => left.length > 0 && !isHeld.has(unit.key));
  const turnOf = ({ unit }: Load) => (before?.has(unit.key) ? 0 : later?.(unit.key) ? 2 : 1);
  const loads = before
    ? [0, 1, 2].flatMap((turn) => free.filter((load) => turnOf(load) === turn))
    : free;
  /** What was left in the morning of what is worked on today; of the rest it is what is left. */
  const morning = new Map<string, readonly StepToClimb[]>();
  const leftOf = ({ unit, left }: Load) => morning.get(unit.key) ?? left;
  const onCard = (load: Load, minutes: number) => {
    if (!morning.has(load.unit.key)) morning.set(load.unit.key, load.left);
    work(load, minutes);
  };
  /** What it rests on was done before today; a run-through needs it at its own tempo. */
  const isReadyFor = (load: Load): boolean => {
    for (const key of load.unit.after) {
      const next = (morning.get(key) ?? byKey.get(key)?.left)?.[0];
      // a run-through is played at a tempo at which all it goes through stands
      const tempo = isRunThrough(load.unit.kind) ? leftOf(load)[0]?.tempo : undefined;
      if (next && !(next.tempo > (tempo ?? Infinity))) return false;
    }
    return true;
  };
  const known = new Map<Load, boolean>();
  const isReady = (load: Load): boolean => {
    const found = known.get(load) ?? isReadyFor(load);
    known.set(load, found);
    return found;
  };
  const isOneMore = ({ unit }: Load) =>
    !isRunThrough(unit.kind) ||
    cards.has(unit.key) ||
    [...cards.values()].filter(({ kind }) => isRunThrough(kind)).length < RUN_THROUGHS_A_DAY;
  /** Whether what is over were too little for another that could have a card of the shortest. */
  const isLost = (
    load: Load,
    budget: number,
    given: number,
    some: readonly Load[],
    most: (load: Load) => number,
  ): boolean => {
    const least = cards.has(load.unit.key) ? 0 : SHORTEST;
    if (given === budget || budget - given >= SHORTEST || budget - SHORTEST < least) return false;
    return some.some(
      (one) => one !== load && one.left.length && !cards.has(one.unit.key) && most(one) > 0,
    );
  };
  /**
   * Gives minutes to units in their order, up to a length of their cards.
   *
   * @param long minutes that a card may have
   * @param most minutes a unit may have on the day
   * @returns what is left
   */
  const give = (
    some: readonly Load[],
    minutes: number,
    long: number,
    most: (load: Load) => number,
  ): number => {
    let budget = minutes;
    for (const load of some) {
      if (budget <= 0) break;
      if (load.left.length === 0) continue;
      const before = cards.get(load.unit.key);
      // too little to begin with something
      if (budget < SHORTEST && !before && cards.size > 0) continue;
      const had = before?.minutes ?? 0;
      if (had >= long) continue;
      const may = most(load);
      if (may <= had) continue;
      const wanted = Math.max(SHORTEST, Math.ceil(remaining(load)));
      const room = Math.min(long, Math.max(SHORTEST, may)) - had;
      const all = Math.min(budget, wanted, room);
      const given = isLost(load, budget, all, some, most) ? budget - SHORTEST : all;
      if (given <= 0) continue;
      cards.set(load.unit.key, before ? { ...before, minutes: had + given } : cardOf(load, given));
      budget -= given;
      onCard(load, given);
    }
    return budget;
  };
  return {
    cards,
    pinned: () => {
      let used = 0;
      for (const { unit, minutes } of pins.filter((pin) => pin.date === date)) {
        const load = byKey.get(unit);
        if (!load || cards.has(unit)) continue;
        cards.set(unit, { ...cardOf(load, minutes), pinned: true });
        onCard(load, minutes);
        used += minutes;
      }
      return used;
    },
    byRule: (minutes) => {
      const most = (load: Load) => {
        if (!isReady(load) || !isOneMore(load)) return 0;
        const share = isRunThrough(load.unit.kind) ? minutes * RUN_THROUGH_SHARE : Infinity;
        return Math.ceil(Math.min(share, minutesOfDay(leftOf(load))));
      };
      // nothing of it was played yet, and nothing comes before it
      const fresh = loads.filter(
        (load) => load.unit.after.length === 0 && leftOf(load).length === load.unit.steps.length,
      );
      let [forNew, rest] = [Math.floor((minutes * shares.learning) / 60), minutes];
      for (const long of lengths(longest)) {
        const had = Math.min(forNew, rest);
        const left = give(fresh, had, long, most);
        forNew -= had - left;
        rest = give(loads, rest - had + left, long, most);
      }
      return rest;
    },
  };
}

/** How long cards may be: the usual length until all have had theirs, then more and more. */
const lengths = (longest: number): number[] => {
  const all = [longest];
  while (all.at(-1)! * 2 <= LONGEST_OF_ALL) all.push(all.at(-1)! * 2);
  return all;
};

function cardOf({ unit, left }: Load, minutes: number): PlannedCard {
  const { from, to, hands, section, why } = unit;
  const [next] = left;
  // one that is earned meanwhile is played to keep it
  const kind = next ? unit.kind : "keeping";
  const tempo = next?.tempo ?? unit.steps.at(-1)!;
  return { unit: unit.key, from, to, hands, tempo, minutes, kind, section, why };
}

function work(load: Load, minutes: number): void {
  let spent = minutes;
  while (spent > 1e-9 && load.left.length) {
    const step = load.left[0]!;
    const used = Math.min(spent, step.minutes);
    spent -= used;
    const [, ...rest] = load.left;
    if (step.minutes - used > 1e-9)
      load.left = [{ ...step, minutes: step.minutes - used }, ...rest];
    else {
      load.left = rest;
      // the same again is for another day
      if (load.left[0]?.tempo === step.tempo) return;
    }
  }
}
