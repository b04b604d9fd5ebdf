import { promotionRules, type PromotionRule } from "./rules.ts";
import { schedule, type DayToFill, type ScheduleInput } from "./schedule.ts";

/** What would make a plan fit that does not: each alone is enough. */
export interface Remedies {
  /** More minutes on each day of practice. */
  readonly minutes?: number;
  /** The first day it is ready with the minutes there are, ISO date. */
  readonly readyBy?: string;
  /** Another rule for raising the tempo with which it fits. */
  readonly rule?: PromotionRule["id"];
}

/** Minutes more that are tried: what is asked of nobody is not offered. */
const STEP = 5;
const MOST = 120;

/**
 * Works out each remedy for a plan that does not fit.
 *
 * @param further the days after the one it must be ready by, as they would be practised
 */
export function remedies(input: ScheduleInput, further: readonly DayToFill[]): Remedies {
  const minutes = moreMinutes(input);
  const readyBy = firstDay(input, further);
  const rule = promotionRules.find(
    (one) => one !== input.rule && schedule({ ...input, rule: one }).feasible,
  );
  return {
    ...(minutes === undefined ? {} : { minutes }),
    ...(readyBy === undefined ? {} : { readyBy }),
    ...(rule ? { rule: rule.id } : {}),
  };
}

/** The fewest minutes more a day that are enough, in steps of five. */
function moreMinutes(input: ScheduleInput): number | undefined {
  const fits = (steps: number) =>
    schedule({
      ...input,
      days: input.days.map((day) =>
        day.minutes > 0 && !day.isAfter ? { ...day, minutes: day.minutes + steps * STEP } : day,
      ),
    }).feasible;
  let [low, high] = [1, MOST / STEP];
  if (!fits(high)) return undefined;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (fits(middle)) high = middle;
    else low = middle + 1;
  }
  return low * STEP;
}

/** Work is laid out as early as it fits: the day of its last card is the first that fits. */
function firstDay(input: ScheduleInput, further: readonly DayToFill[]): string | undefined {
  const days = [...input.days.filter((day) => !day.isAfter), ...further];
  const laid = schedule({ ...input, days });
  if (!laid.feasible) return undefined;
  return laid.days.findLast(({ cards }) => cards.some(({ kind }) => kind !== "keeping"))?.date;
}
