import type { Unit } from "./unit.ts";

/** A tempo step, beats a minute, and the minutes it is expected to take. */
export interface StepToClimb {
  readonly tempo: number;
  readonly minutes: number;
}

/** A unit and the steps still to be climbed on it. */
export interface Load {
  readonly unit: Unit;
  left: readonly StepToClimb[];
  /** Days it takes by rule, once it is climbed, until all that rests on it is. */
  readonly rest: number;
  /** The day of practice, from today on, on which it must be begun at the latest. */
  latest: number;
}

/** Minutes of all that is left. */
export const total = (loads: readonly Load[]): number =>
  loads.reduce((sum, load) => sum + remaining(load), 0);

export function remaining(load: Load): number {
  let sum = 0;
  for (const step of load.left) sum += step.minutes;
  return sum;
}

/** Steps of a unit that are climbed on one day. */
const STEPS_A_DAY = 2;

/**
 * How many steps from one on can be climbed on one day: what is to be earned on several days is
 * played once on each.
 */
function ofOneDay(left: readonly StepToClimb[], from: number): number {
  const end = Math.min(left.length, from + STEPS_A_DAY);
  let to = from;
  while (to < end) if (left[to]!.tempo === left[++to]?.tempo) break;
  return to - from;
}

/** Minutes of what can be climbed on one day. */
export function minutesOfDay(left: readonly StepToClimb[]): number {
  let sum = 0;
  for (let at = ofOneDay(left, 0) - 1; at >= 0; at--) sum += left[at]!.minutes;
  return sum;
}

/** Days it takes to climb what is left, two steps a day. */
function daysToClimb(left: readonly StepToClimb[]): number {
  let [days, at] = [0, 0];
  for (; at < left.length; days++) at += ofOneDay(left, at);
  return days;
}

/** Adds the days of what rests on each. @param loads each after those it rests on */
export function withRest(loads: readonly Omit<Load, "rest" | "latest">[]): Load[] {
  const after = new Map<string, number>();
  return loads
    .toReversed()
    .map((load): Load => {
      const rest = after.get(load.unit.key) ?? 0;
      const all = rest + daysToClimb(load.left);
      for (const key of load.unit.after) after.set(key, Math.max(after.get(key) ?? 0, all));
      return { ...load, rest, latest: Infinity };
    })
    .toReversed();
}

/** Days by rule until a unit and all that rests on it is climbed. */
const chainOf = ({ left, rest }: Load): number => (left.length ? daysToClimb(left) + rest : 0);

/** Days it takes by rule: two steps a unit a day, what rests on another begins a day later. */
export const longestChain = (loads: readonly Load[]): number => Math.max(0, ...loads.map(chainOf));
