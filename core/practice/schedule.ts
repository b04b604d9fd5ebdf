import type { Score } from "../score/index.ts";
import type { PromotionRule } from "./rules.ts";
import type { Unit } from "./units.ts";
import { stepMinutes } from "./workload.ts";

/** One thing to practise on one day. */
export interface PlannedCard {
  readonly unit: string;
  readonly from: number;
  readonly to: number;
  readonly hands: string;
  /** Beats a minute. */
  readonly tempo: number;
  readonly minutes: number;
  readonly kind: Unit["kind"] | "keeping";
  readonly section: string;
  readonly why: string;
}

export interface PlannedDay {
  /** ISO date. */
  readonly date: string;
  readonly cards: readonly PlannedCard[];
}

export interface Schedule {
  readonly days: readonly PlannedDay[];
  readonly feasible: boolean;
  /** Expected minutes of all work still to be done. */
  readonly workMinutes: number;
  /** Minutes available up to the day it must be ready. */
  readonly availableMinutes: number;
  /** Minutes of work that do not fit. */
  readonly missingMinutes: number;
}

export interface ScheduleInput {
  readonly score: Score;
  readonly units: readonly Unit[];
  readonly rule: PromotionRule;
  /** Share of tries that come out clean. */
  readonly clean: number;
  /** Highest tempo earned on each unit. */
  readonly earned: ReadonlyMap<string, number>;
  /** Days to fill, in order: ISO date and minutes. */
  readonly days: readonly { date: string; minutes: number }[];
  readonly goal: number;
}

/**
 * A card is no shorter and, at first, no longer than this many minutes: long enough to climb, short
 * enough to stay fresh.
 */
const SHORT = 3;
const LONG = 8;
/**
 * Minutes a day for a piece that is finished: one run-through and one section. Common practice, no
 * source.
 */
const KEEPING = 10;

interface Load {
  unit: Unit;
  left: { tempo: number; minutes: number }[];
}

/**
 * Lays the work out over the days, as early as it fits: each day takes the units whose forerunners
 * are done, a few minutes each, and assumes the expected progress on them. What does not fit is
 * counted, not dropped.
 */
export function schedule(input: ScheduleInput): Schedule {
  const tries = input.rule.expected(input.clean);
  const loads = input.units.map((unit): Load => ({
    unit,
    left: stepMinutes(input.score, unit, tries, input.earned.get(unit.key) ?? 0),
  }));
  const workMinutes = Math.ceil(total(loads));
  const byKey = new Map(loads.map((load) => [load.unit.key, load]));
  const days = input.days.map(({ date, minutes }): PlannedDay => ({
    date,
    cards: minutes > 0 ? fillDay(loads, byKey, minutes) : [],
  }));
  const missingMinutes = Math.ceil(total(loads));
  return {
    days: days.map((day, i) =>
      day.cards.length ? day : { ...day, cards: keep(input, input.days[i]!.minutes, i, loads) },
    ),
    feasible: missingMinutes === 0,
    workMinutes,
    availableMinutes: input.days.reduce((sum, day) => sum + day.minutes, 0),
    missingMinutes,
  };
}

const total = (loads: readonly Load[]): number =>
  loads.reduce((sum, load) => sum + remaining(load), 0);

const remaining = (load: Load): number => load.left.reduce((sum, step) => sum + step.minutes, 0);

function fillDay(
  loads: readonly Load[],
  byKey: ReadonlyMap<string, Load>,
  minutes: number,
): PlannedCard[] {
  const cards = new Map<string, PlannedCard>();
  let budget = minutes;
  for (let longest = LONG; budget > 0 && longest <= 64; longest *= 2) {
    for (const load of loads) {
      if (budget <= 0) break;
      if (load.left.length === 0 || load.unit.after.some((key) => byKey.get(key)?.left.length))
        continue;
      const before = cards.get(load.unit.key);
      const wanted = Math.max(SHORT, Math.ceil(remaining(load)));
      const room = longest - (before?.minutes ?? 0);
      const given = Math.min(budget, wanted, room);
      if (given <= 0 || (budget < SHORT && !before && cards.size > 0)) continue;
      cards.set(
        load.unit.key,
        before ? { ...before, minutes: before.minutes + given } : cardOf(load, given),
      );
      budget -= given;
      work(load, given);
    }
  }
  return [...cards.values()];
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

/**
 * Once all is learnt: a run-through and one section in turn, so that the piece is not forgotten
 * before the day.
 */
function keep(
  { units, goal }: ScheduleInput,
  minutes: number,
  day: number,
  loads: readonly Load[],
): PlannedCard[] {
  if (minutes <= 0 || total(loads) > 0) return [];
  const whole =
    units.find((unit) => unit.kind === "piece") ??
    units.findLast((unit) => unit.kind === "section");
  const sections = units.filter((unit) => unit.kind === "section" && unit !== whole);
  const turn = sections[day % Math.max(1, sections.length)];
  const budget = Math.min(minutes, KEEPING);
  return [whole, budget > 1 ? turn : undefined]
    .filter((unit) => unit !== undefined)
    .map((unit, _, all): PlannedCard => ({
      unit: unit.key,
      from: unit.from,
      to: unit.to,
      hands: unit.hands,
      tempo: goal,
      kind: "keeping",
      section: unit.section,
      minutes: Math.max(1, Math.floor(budget / all.length)),
      why: "Learnt: kept ready by a run-through and one section in turn.",
    }));
}
