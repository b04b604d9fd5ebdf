import { resultOf, stepEarned, type CountedTry, type StepToEarn } from "./earning.ts";
import { barCount } from "./workload.ts";

/** A try as it stands in the log of a unit, in order: the tries of a day are a visit. */
export interface Try extends CountedTry {
  /** Beats a minute. */
  readonly tempo: number;
  readonly promoted: boolean;
}

/** What is raised. */
export interface Raised {
  /** Rising, beats a minute. */
  readonly steps: readonly number[];
  readonly kind: StepToEarn["kind"];
  readonly bars: number;
  /** The promotion rule that was chosen. */
  readonly rule: string;
}

/** Where a log leaves the tempo steps of a unit. */
export interface Standing<T> {
  /** Highest tempo earned, 0 while none is. */
  readonly secure: number;
  /** The step to play. */
  readonly step: number;
  /** The tries that count for it. */
  readonly tries: readonly T[];
  /** Clean tries still needed on this day if all are clean from now on. */
  readonly missing: number;
  /** Days on which the step was earned, and on how many it is to be. */
  readonly days: number;
  readonly daysNeeded: number;
  /** Whether the last step is earned. */
  readonly finished: boolean;
  /** The day on which too many slips sent it back a step that is not earned again yet. */
  readonly sentBack?: string;
}

/** Slips in one visit after which a step is too high. Common practice, no source. */
export const TOO_MANY = 8;

/** Index of the try that made it too many on a step, if nothing was earned there since. */
function tooMany(step: number, log: readonly Try[]): number | undefined {
  let [found, slips, day]: [number | undefined, number, string] = [undefined, 0, ""];
  log.forEach((one, i) => {
    if (one.tempo !== step) return;
    if (one.day !== day) [day, slips] = [one.day, 0];
    if (one.promoted) found = undefined;
    else if (one.result === "slip" && ++slips % TOO_MANY === 0) found = i;
  });
  return found;
}

/** Slips in one visit after which what was learnt counts as lost. Common practice, no source. */
export const LOST = 2;

/** Index of the try by which the last step was lost again, on a later day than it was earned. */
function lost(last: number, log: readonly Try[]): number | undefined {
  const earned = log.findLastIndex((one) => one.promoted && one.tempo >= last);
  if (earned < 0) return undefined;
  let [slips, day] = [0, ""];
  for (let i = earned + 1; i < log.length; i++) {
    const one = log[i]!;
    if (one.tempo !== last || one.day === log[earned]!.day) continue;
    if (one.day !== day) [day, slips] = [one.day, 0];
    if (one.result === "slip" && ++slips === LOST) return i;
  }
  return undefined;
}

/**
 * Where the log of a unit leaves its tempo steps: the plan and the practice room both ask here.
 * Eight slips in a visit send it back one step, which is earned again before the other; two slips
 * in a later visit of what was learnt take its last step away until it is earned again.
 *
 * @param known the highest tempo earned on stretches that hold this one, 0 for none
 * @param today the day it is asked for, ISO date
 * @example
 *   standing({ steps: [60], kind: "cell", bars: 2, rule: "ten-in-a-row" }, [], 0, "2030-01-01")
 *     .missing
 *   // => 10
 */
export function standing<T extends Try>(
  unit: Raised,
  log: readonly T[],
  known: number,
  today: string,
): Standing<T> {
  const { steps } = unit;
  const last = steps.at(-1)!;
  const counted = log.map((one) => ({ ...one, result: resultOf(one, unit.kind, unit.bars) }));
  const reached = Math.max(known, ...log.filter((one) => one.promoted).map((one) => one.tempo));
  const lostAt = reached >= last ? lost(last, counted) : undefined;
  const secure = lostAt === undefined ? reached : (steps.at(-2) ?? 0);
  const step = steps.find((tempo) => tempo > secure) ?? last;
  const isFinished = secure >= last;
  const back = isFinished ? undefined : tooMany(step, counted);
  const lower = steps[steps.indexOf(step) - 1];
  const again =
    back === undefined || lower === undefined
      ? -1
      : log.findLastIndex((one, i) => i > back && one.promoted && one.tempo === lower);
  const isBack = back !== undefined && lower !== undefined && again < 0;
  const since = isFinished
    ? log.findLastIndex((one) => one.promoted)
    : Math.max(again, lostAt ?? -1, isBack || lower === undefined ? (back ?? -1) : -1);
  const played = isBack ? lower : step;
  const tries = log.filter((one, i) => one.tempo === played && i > since);
  const { missing, days, daysNeeded } = stepEarned(stepOf(unit, played), tries, today);
  return {
    ...{ secure, step: played, tries, missing, days, daysNeeded, finished: isFinished },
    ...(isBack ? { sentBack: log[back]!.day } : {}),
  };
}

const stepOf = ({ steps, ...unit }: Raised, step: number): StepToEarn => ({
  ...unit,
  isLast: step === steps.at(-1),
});

/** Whether one more try that counts earns the step of a standing. */
export const earns = <T extends Try>(
  unit: Raised,
  { step, tries }: Standing<T>,
  one: CountedTry,
): boolean => stepEarned(stepOf(unit, step), [...tries, one], one.day).met;

/** What a card shows of its standing. */
interface Shown {
  readonly from: number;
  readonly to: number;
  readonly played?: readonly number[] | null;
  readonly steps: readonly number[];
  readonly step: number;
  readonly secure: number;
  readonly missing: number;
  readonly days: number;
  readonly daysNeeded: number;
  readonly finished: boolean;
  readonly kind: StepToEarn["kind"];
  readonly rule: string;
  readonly tries: readonly CountedTry[];
}

const raised = (card: Shown): Raised => ({ ...card, bars: barCount(card) });

/** The same with other tries on its step, as its rule counts them. */
export function withTries<S extends Shown>(card: S, tries: S["tries"], today: string): S {
  const { missing, days, daysNeeded } = stepEarned(stepOf(raised(card), card.step), tries, today);
  return { ...card, tries, missing, days, daysNeeded };
}

/** The same after one more try that counts, from what a card shows, before the log is asked. */
export function afterTry<S extends Shown>(card: S, one: S["tries"][number]): S {
  const tries = [...card.tries, one];
  if (card.finished || !stepEarned(stepOf(raised(card), card.step), tries, one.day).met)
    return withTries(card, tries, one.day);
  const step = card.steps.find((tempo) => tempo > card.step) ?? card.step;
  const finished = card.step >= card.steps.at(-1)!;
  return withTries({ ...card, secure: card.step, step, finished }, [], one.day);
}
