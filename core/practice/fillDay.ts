import { USUAL_SHARES, type DayToFill, type Pin, type PlannedCard } from "./card.ts";
import { daysToEarn, isRunThrough } from "./earning.ts";
import type { Unit } from "./unit.ts";

/** A card is no shorter than this many minutes: long enough to climb. */
export const SHORTEST = 3;
/**
 * Where nobody says, a card is no longer than this many minutes while others have had none: short
 * enough to stay fresh. Common practice, no source.
 */
export const USUAL_LONGEST = 8;

/** However many minutes are left over. */
const LONGEST_OF_ALL = 64;

/** A tempo step, beats a minute, and the minutes it is expected to take. */
export interface StepToClimb {
  readonly tempo: number;
  readonly minutes: number;
}

/** A unit and the steps still to be climbed on it. */
export interface Load {
  readonly unit: Unit;
  left: readonly StepToClimb[];
}

export const total = (loads: readonly Load[]): number =>
  loads.reduce((sum, load) => sum + remaining(load), 0);

function remaining({ left }: Load): number {
  let sum = 0;
  for (const step of left) sum += step.minutes;
  return sum;
}

/** Steps of a unit that are climbed on one day, where there is other work. */
const STEPS_A_DAY = 2;

/** Run-throughs on one day, and of how much of its minutes. Common practice, no source. */
const RUN_THROUGHS_A_DAY = 2;
const RUN_THROUGH_SHARE = 0.25;

/**
 * How many steps from one on can be climbed on one day: what is to be earned on several days is
 * played once on each.
 */
function ofOneDay(left: readonly StepToClimb[], from: number, most: number): number {
  const end = Math.min(left.length, from + most);
  let to = from;
  while (to < end) if (left[to]!.tempo === left[++to]?.tempo) break;
  return to - from;
}

/** Minutes of what can be climbed on one day. */
function minutesOfDay(left: readonly StepToClimb[], most: number): number {
  let sum = 0;
  for (let at = ofOneDay(left, 0, most) - 1; at >= 0; at--) sum += left[at]!.minutes;
  return sum;
}

/** Days it takes to climb what is left, two steps a day. */
function daysToClimb(left: readonly StepToClimb[]): number {
  let [days, at] = [0, 0];
  for (; at < left.length; days++) at += ofOneDay(left, at, STEPS_A_DAY);
  return days;
}

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
    days += daysToClimb(left);
    until.set(unit.key, days);
    longest = Math.max(longest, days);
  }
  return longest;
}

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
  /** Goes on with the same, so that no minutes are lost. @returns those nothing can be done in */
  readonly beyond: (minutes: number) => number;
}

/**
 * What a piece can take of a day, from where its loads stand before it.
 *
 * @param pins of this day and later ones
 * @param before units that were on this day when it was laid out before: they come first
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
): DayOfPiece {
  const cards = new Map<string, PlannedCard>();
  const isHeld = new Set(pins.filter((pin) => pin.date > date).map(({ unit }) => unit));
  const free = isHeld.size ? all.filter(({ unit }) => !isHeld.has(unit.key)) : all;
  const wasHere = ({ unit }: Load) => before?.has(unit.key) ?? false;
  const loads = before ? [...free.filter(wasHere), ...free.filter((load) => !wasHere(load))] : free;
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
      const given = Math.min(budget, wanted, room);
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
        return Math.ceil(Math.min(share, minutesOfDay(leftOf(load), STEPS_A_DAY)));
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
    beyond: (minutes) =>
      lengths(longest).reduce(
        (rest, long) =>
          give(loads, rest, long, (load) => {
            if (!isReady(load) || !isOneMore(load)) return cards.get(load.unit.key)?.minutes ?? 0;
            const isOfSeveral = daysToEarn(load.unit.kind) > 1;
            return isOfSeveral ? Math.ceil(minutesOfDay(leftOf(load), Infinity)) : Infinity;
          }),
        minutes,
      ),
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
