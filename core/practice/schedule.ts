import type { Score } from "../score/index.ts";
import type { PromotionRule } from "./rules.ts";
import type { Unit } from "./unit.ts";
import { barCount, stepMinutes } from "./workload.ts";

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

export interface DayToFill {
  /** ISO date. */
  readonly date: string;
  readonly minutes: number;
  /** The day it must be ready is past: nothing new is begun, what is learnt is kept. */
  readonly isAfter?: boolean;
}

export interface ScheduleInput {
  readonly score: Score;
  readonly units: readonly Unit[];
  readonly rule: PromotionRule;
  /** Share of tries on a unit that come out clean. */
  readonly clean: (unit: string) => number;
  /** Highest tempo earned on each unit. */
  readonly earned: ReadonlyMap<string, number>;
  /** Days to fill, in order. */
  readonly days: readonly DayToFill[];
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
  const loads = input.units.map((unit): Load => ({
    unit,
    left: stepMinutes(
      input.score,
      unit,
      input.rule.expected(input.clean(unit.key), barCount(unit)),
      input.earned.get(unit.key) ?? 0,
    ),
  }));
  const workMinutes = Math.ceil(total(loads));
  const byKey = new Map(loads.map((load) => [load.unit.key, load]));
  const days = input.days.map(({ date, minutes, isAfter }): PlannedDay => ({
    date,
    cards: minutes > 0 && !isAfter ? fillDay(loads, byKey, minutes) : [],
  }));
  const missingMinutes = Math.ceil(total(loads));
  return {
    days: days.map((day, i) =>
      day.cards.length ? day : { ...day, cards: keep(input, input.days[i]!, loads) },
    ),
    feasible: missingMinutes === 0,
    workMinutes,
    availableMinutes: input.days.reduce((sum, day) => sum + (day.isAfter ? 0 : day.minutes), 0),
    missingMinutes,
  };
}

const total = (loads: readonly Load[]): number =>
  loads.reduce((sum, load) => sum + remaining(load), 0);

const remaining = (load: Load): number => load.left.reduce((sum, step) => sum + step.minutes, 0);

/** Steps of a unit that are climbed on one day, where there is other work. */
const STEPS_A_DAY = 2;

/**
 * A day's cards. First what may be done by rule: forerunners done on an earlier day, two steps a
 * unit; minutes that are left then go on with the same, so that none is lost.
 */
function fillDay(
  loads: readonly Load[],
  byKey: ReadonlyMap<string, Load>,
  minutes: number,
): PlannedCard[] {
  const cards = new Map<string, PlannedCard>();
  const isDone = (key: string) => !byKey.get(key)?.left.length;
  const ready = loads.filter(({ unit }) => unit.after.every(isDone));
  const ofToday = new Map(
    ready.map((load) => [
      load,
      load.left.slice(0, STEPS_A_DAY).reduce((sum, step) => sum + step.minutes, 0),
    ]),
  );
  const budget = give(ready, minutes, cards, (load) => Math.ceil(ofToday.get(load)!));
  give(loads, budget, cards, (load) =>
    load.unit.after.every(isDone) ? Infinity : (cards.get(load.unit.key)?.minutes ?? 0),
  );
  return [...cards.values()];
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

/**
 * Days since 1970-01-01 of an ISO date: what comes in turn goes on though it is laid out anew. The
 * year begins with March, so that leap days come last (Gregorian calendar: 146,097 days in 400
 * years).
 */
function dayNumber(date: string): number {
  const [year, month, day] = date.split("-").map(Number) as [number, number, number];
  const y = month > 2 ? year : year - 1;
  const ofYear = Math.floor((153 * ((month + 9) % 12) + 2) / 5) + day - 1;
  const leaps = Math.floor(y / 4) - Math.floor(y / 100) + Math.floor(y / 400);
  return 365 * y + leaps + ofYear - 719_468;
}

/** Whether another unit holds all its bars; of two on the same bars the later is the whole one. */
const liesIn = (unit: Unit, all: readonly Unit[]): boolean =>
  all.some(
    (other, i) =>
      other !== unit &&
      other.from <= unit.from &&
      other.to >= unit.to &&
      (other.from < unit.from || other.to > unit.to || i > all.indexOf(unit)),
  );

/**
 * Once all is learnt, or the day is past: a run-through and one part in turn, each at the tempo
 * it stands at, so that the piece is not forgotten.
 */
function keep(
  { units, goal, earned }: ScheduleInput,
  { date, minutes, isAfter }: DayToFill,
  loads: readonly Load[],
): PlannedCard[] {
  const isLearnt = total(loads) === 0;
  if (minutes <= 0 || !(isLearnt || isAfter)) return [];
  const tempoOf = (unit: Unit) => (isLearnt ? goal : (earned.get(unit.key) ?? 0));
  const reached = units.filter((unit) => tempoOf(unit) > 0);
  // of what was only begun, the largest parts that stand
  const kept = reached.filter(
    (unit) => unit.kind === "piece" || unit.kind === "section" || !liesIn(unit, reached),
  );
  const whole =
    kept.find((unit) => unit.kind === "piece") ?? kept.findLast((unit) => unit.kind === "section");
  const parts = kept.filter((unit) => unit.kind !== "piece" && unit !== whole);
  const turn = parts[dayNumber(date) % Math.max(1, parts.length)];
  const budget = Math.min(minutes, KEEPING);
  return [whole, budget > 1 ? turn : undefined]
    .filter((unit) => unit !== undefined)
    .map((unit, _, all): PlannedCard => ({
      unit: unit.key,
      from: unit.from,
      to: unit.to,
      hands: unit.hands,
      tempo: tempoOf(unit),
      kind: "keeping",
      section: unit.section,
      minutes: Math.max(1, Math.floor(budget / all.length)),
      why: "Learnt: kept ready by a run-through and one section in turn.",
    }));
}
