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
  left: StepToClimb[];
}

export const total = (loads: readonly Load[]): number =>
  loads.reduce((sum, load) => sum + remaining(load), 0);

const remaining = (load: Load): number => minutesOf(load.left);

/** Steps of a unit that are climbed on one day, where there is other work. */
const STEPS_A_DAY = 2;

/** Nothing of it was played yet, and nothing comes before it. */
const isNew = ({ unit, left }: Load): boolean =>
  unit.after.length === 0 && left.length === unit.steps.length;

/** Run-throughs on one day, and of how much of its minutes. Common practice, no source. */
const RUN_THROUGHS_A_DAY = 2;
const RUN_THROUGH_SHARE = 0.25;

/** Steps that can be climbed on one day: what is to be earned on several is played once on each. */
function ofOneDay(left: StepToClimb[], most: number): StepToClimb[] {
  const again = left.findIndex((step, i) => left[i + 1]?.tempo === step.tempo);
  return left.slice(0, again < 0 ? most : Math.min(most, again + 1));
}

const minutesOf = (steps: StepToClimb[]): number =>
  steps.reduce((sum, step) => sum + step.minutes, 0);

/** Days it takes to climb what is left, two steps a day. */
function daysToClimb(left: StepToClimb[]): number {
  let [days, at] = [0, 0];
  for (; at < left.length; days++) at += ofOneDay(left.slice(at, at + 3), STEPS_A_DAY).length;
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
  const isReady = ({ unit, left }: Load) =>
    unit.after.every((key) => {
      const [next] = byKey.get(key)?.left ?? [];
      // a run-through is played at a tempo at which all it goes through stands
      return !next || (isRunThrough(unit.kind) && next.tempo > (left[0]?.tempo ?? Infinity));
    });
  const ofToday = new Map(
    loads.filter(isReady).map((load) => [load, minutesOf(ofOneDay(load.left, STEPS_A_DAY))]),
  );
  const severalDays = loads.filter(({ unit }) => daysToEarn(unit.kind) > 1);
  const mostAtAll = new Map(severalDays.map((load) => [load, minutesOf(ofOneDay(load.left, 64))]));
  const isOneMore = ({ unit }: Load) =>
    !isRunThrough(unit.kind) ||
    cards.has(unit.key) ||
    [...cards.values()].filter(({ kind }) => isRunThrough(kind)).length < RUN_THROUGHS_A_DAY;
  return {
    cards,
    pinned: () => {
      let used = 0;
      for (const { unit, minutes } of pins.filter((pin) => pin.date === date)) {
        const load = byKey.get(unit);
        if (!load || cards.has(unit)) continue;
        cards.set(unit, { ...cardOf(load, minutes), pinned: true });
        work(load, minutes);
        used += minutes;
      }
      return used;
    },
    byRule: (minutes) => {
      const today = [...ofToday.keys()];
      const most = (load: Load) => {
        if (!isOneMore(load)) return 0;
        const share = isRunThrough(load.unit.kind) ? minutes * RUN_THROUGH_SHARE : Infinity;
        return Math.ceil(Math.min(share, ofToday.get(load)!));
      };
      const fresh = today.filter(isNew);
      let [forNew, rest] = [Math.floor((minutes * shares.learning) / 60), minutes];
      for (const long of lengths(longest)) {
        const had = Math.min(forNew, rest);
        const left = give(fresh, had, long, cards, most);
        forNew -= had - left;
        rest = give(today, rest - had + left, long, cards, most);
      }
      return rest;
    },
    beyond: (minutes) =>
      lengths(longest).reduce(
        (rest, long) =>
          give(loads, rest, long, cards, (load) =>
            ofToday.has(load) && isOneMore(load)
              ? Math.ceil(mostAtAll.get(load) ?? Infinity)
              : (cards.get(load.unit.key)?.minutes ?? 0),
          ),
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

/**
 * Gives minutes to units in their order, up to a length of their cards.
 *
 * @param long minutes that a card may have
 * @param most minutes a unit may have on the day
 * @returns what is left
 */
function give(
  loads: readonly Load[],
  minutes: number,
  long: number,
  cards: Map<string, PlannedCard>,
  most: (load: Load) => number,
): number {
  let budget = minutes;
  for (const load of loads) {
    if (budget <= 0) break;
    if (load.left.length === 0) continue;
    const before = cards.get(load.unit.key);
    const had = before?.minutes ?? 0;
    const wanted = Math.max(SHORTEST, Math.ceil(remaining(load)));
    const room = Math.min(long, Math.max(SHORTEST, most(load))) - had;
    const given = Math.min(budget, wanted, room);
    if (given <= 0 || most(load) <= had || (budget < SHORTEST && !before && cards.size > 0))
      continue;
    cards.set(load.unit.key, before ? { ...before, minutes: had + given } : cardOf(load, given));
    budget -= given;
    work(load, given);
  }
  return budget;
}

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
    if (step.minutes - used > 1e-9) load.left[0] = { ...step, minutes: step.minutes - used };
    else {
      load.left.shift();
      // the same again is for another day
      if (load.left[0]?.tempo === step.tempo) return;
    }
  }
}
