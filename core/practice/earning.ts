import { promotionRule, type PromotionRule } from "./rules.ts";
import { type Result } from "./expectedTries.ts";
import type { Unit } from "./unit.ts";

// What earns a step depends on what is raised: parts and the whole by run-throughs on several days,
// the rest by tries under the rule that was chosen.

type Kind = Unit["kind"];

/** A try as it counts for a step. */
export interface CountedTry {
  readonly result: Result;
  /** In this try; one where nobody counted. */
  readonly slips?: number | null;
  /** The day it was made, ISO date. */
  readonly day: string;
}

/** A piece or a part of it is played through, from its start to its end. */
export const isRunThrough = (kind: string): boolean => kind === "piece" || kind === "part";

/** Bars in which a run-through may have one slip. Common practice, no source. */
const BARS_A_SLIP = 32;

/** Slips that a good run-through may have. */
export const slipsAllowed = (bars: number): number => Math.floor(bars / BARS_A_SLIP);

/**
 * On so many days is the last step earned: what stands once may be luck. Common practice, no
 * source.
 */
export const daysToEarn = (kind: string): number =>
  isRunThrough(kind) ? 3 : kind === "spot" ? 2 : 1;

/** What came of a try, as its kind of unit counts it. */
export function resultOf(one: CountedTry, kind: string, bars: number): Result {
  const slips = one.result === "clean" ? 0 : (one.slips ?? 1);
  return isRunThrough(kind) && slips <= slipsAllowed(bars) ? "clean" : one.result;
}

/** When tries are enough, as a promotion rule says it. */
type Rule = Pick<PromotionRule, "met" | "missing" | "expected">;

/** One good run-through in a day. */
const runThrough: Rule = {
  met: (tries) => tries.includes("clean"),
  missing: (tries) => (tries.includes("clean") ? 0 : 1),
  expected: (p) => 1 / p,
};

/** What earns a step on one day. */
export const ruleFor = (kind: string, rule: string): Rule =>
  isRunThrough(kind) ? runThrough : promotionRule(rule);

/** A step of a unit, as it is to be earned. */
export interface StepToEarn {
  readonly kind: Kind | "keeping";
  readonly bars: number;
  /** The promotion rule that was chosen. */
  readonly rule: string;
  readonly isLast: boolean;
}

/** Where the tries on a step leave it. */
export interface StepEarned {
  readonly met: boolean;
  /** Clean tries still needed on this day, if all are clean from now on. */
  readonly missing: number;
  /** Days on which it was earned, and those needed. */
  readonly days: number;
  readonly daysNeeded: number;
}

/**
 * Whether tries on a step are enough.
 *
 * @param today the day it is asked for, ISO date
 */
export function stepEarned(
  { kind, bars, rule, isLast }: StepToEarn,
  tries: readonly CountedTry[],
  today: string,
): StepEarned {
  const { met, missing } = ruleFor(kind, rule);
  const daysNeeded = isLast ? daysToEarn(kind) : 1;
  const results = (some: readonly CountedTry[]) => some.map((one) => resultOf(one, kind, bars));
  if (daysNeeded === 1) {
    const all = results(tries);
    const isMet = met(all, bars);
    return { met: isMet, missing: missing(all, bars), days: Number(isMet), daysNeeded };
  }
  const byDay = [...new Set(tries.map(({ day }) => day))];
  const on = (day: string) => results(tries.filter((one) => one.day === day));
  // a day on which it was met at some time has done its part, whatever follows
  const isMetOn = (day: string) => on(day).some((_, i, all) => met(all.slice(0, i + 1), bars));
  const days = byDay.filter(isMetOn).length;
  return {
    met: days >= daysNeeded,
    missing: isMetOn(today) ? 0 : missing(on(today), bars),
    ...{ days, daysNeeded },
  };
}
