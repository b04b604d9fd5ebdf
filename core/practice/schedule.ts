import type { Score } from "../score/index.ts";
import type { DayToFill, PlannedCard, PlannedDay } from "./card.ts";
import { fillDay, longestChain, total, type Load } from "./fillDay.ts";
import { memoryOf, type Visit } from "./forgetting.ts";
import { dueOn, keep, KEEPING, type Due, type Memories } from "./keep.ts";
import type { PromotionRule } from "./rules.ts";
import { fairShares, LONGEST_WAIT, SHORT, wholeShares, type Claim } from "./share.ts";
import type { Unit } from "./unit.ts";
import { barCount, stepMinutes } from "./workload.ts";

export interface Schedule {
  readonly days: readonly PlannedDay[];
  readonly feasible: boolean;
  /** Expected minutes of all work still to be done. */
  readonly workMinutes: number;
  /** Minutes up to the day it must be ready that other pieces leave. */
  readonly availableMinutes: number;
  /** Minutes of work that do not fit. */
  readonly missingMinutes: number;
}

/** A piece of a student's, to be laid out over the days. */
export interface PieceToLay {
  readonly score: Score;
  readonly units: readonly Unit[];
  readonly rule: PromotionRule;
  /** Share of tries on a unit that come out clean. */
  readonly clean: (unit: string) => number;
  /** Highest tempo earned on each unit. */
  readonly earned: ReadonlyMap<string, number>;
  readonly goal: number;
  /**
   * The day it must be ready, ISO date; every day when not given. After it nothing new is begun,
   * what is learnt is kept.
   */
  readonly readyBy?: string;
  /** Days of practice since it was last practised. */
  readonly waited?: number;
  /** Visits of what is learnt, by unit, from the day it was learnt on. */
  readonly visits?: ReadonlyMap<string, readonly Visit[]>;
}

export interface ScheduleInput extends PieceToLay {
  /** Days to fill, in order. */
  readonly days: readonly DayToFill[];
}

/** A piece while it is laid out. */
interface Laying {
  readonly piece: PieceToLay;
  readonly loads: readonly Load[];
  readonly byKey: ReadonlyMap<string, Load>;
  readonly workMinutes: number;
  readonly days: PlannedDay[];
  readonly memory: Memories;
  isBegun: boolean;
  owed: number;
  waited: number;
  available: number;
}

/**
 * New pieces are not begun all at once, but one that needs this share of all practice until its day
 * cannot wait. Common practice, no source.
 */
const [IN_FIRST_READING, CANNOT_WAIT] = [2, 0.25];
/** Of an hour as many minutes keep what is learnt, where something else is learned. */
const KEPT_SHARE = 10 / 60;

/** Lays out a single piece: {@link layOut} for a student who has no other. */
export const schedule = ({ days, ...piece }: ScheduleInput): Schedule => layOut([piece], days)[0]!;

/**
 * Lays the work on a student's pieces out over the days, as early as it fits. They share the
 * minutes of a day by what is left over until their days; each day takes the units whose
 * forerunners are done, a few minutes each, and assumes the expected progress on them. What does
 * not fit is counted, not dropped.
 *
 * @returns one for each piece, in their order
 */
export function layOut(pieces: readonly PieceToLay[], days: readonly DayToFill[]): Schedule[] {
  const all = pieces.map(begin);
  const minutesBefore = sums(days.map((day) => day.minutes));
  const daysBefore = sums(days.map((day) => Number(day.minutes > 0)));
  const endOf = new Map(all.map((one) => [one, endIn(days, one.piece.readyBy)]));
  const inOrder = [...all].sort((a, b) => endOf.get(a)! - endOf.get(b)!);
  days.forEach((day, i) =>
    layDay(inOrder, day, (one) => ({
      isAfter: i >= endOf.get(one)!,
      isFirst: i === 0,
      left: total(one.loads),
      chain: pieces.length > 1 ? longestChain(one.loads) : 0,
      until: minutesBefore[endOf.get(one)!]! - minutesBefore[i]!,
      days: daysBefore[endOf.get(one)!]! - daysBefore[i]!,
      waited: one.waited,
    })),
  );
  return all.map((one): Schedule => {
    const missingMinutes = Math.ceil(total(one.loads));
    return {
      days: one.days,
      feasible: missingMinutes === 0,
      workMinutes: one.workMinutes,
      availableMinutes: one.available,
      missingMinutes,
    };
  });
}

/** How many of the days come before a piece must be ready. */
const endIn = (days: readonly DayToFill[], readyBy: string | undefined): number =>
  readyBy === undefined ? days.length : days.filter(({ date }) => date <= readyBy).length;

/** Sum of what comes before each, and of all. */
function sums(all: readonly number[]): number[] {
  const found = [0];
  for (const one of all) found.push(found.at(-1)! + one);
  return found;
}

function begin(piece: PieceToLay): Laying {
  const loads = piece.units.map((unit): Load => ({
    unit,
    left: stepMinutes(
      piece.score,
      unit,
      piece.rule.expected(piece.clean(unit.key), barCount(unit)),
      piece.earned.get(unit.key) ?? 0,
    ),
  }));
  return {
    piece,
    loads,
    byKey: new Map(loads.map((load) => [load.unit.key, load])),
    workMinutes: Math.ceil(total(loads)),
    days: [],
    memory: new Map(
      [...(piece.visits ?? [])].flatMap(([key, visits]) => {
        const memory = memoryOf(visits);
        return memory ? [[key, memory] as const] : [];
      }),
    ),
    isBegun: [...piece.earned.values()].some((tempo) => tempo > 0),
    owed: 0,
    waited: piece.waited ?? 0,
    available: 0,
  };
}

/** How a piece stands on a day. */
interface Today extends Omit<Claim, "owed"> {
  readonly isAfter: boolean;
  readonly isFirst: boolean;
}

/** @param all in the order of their days */
function layDay(all: readonly Laying[], day: DayToFill, standing: (one: Laying) => Today): void {
  const today = new Map(all.map((one) => [one, standing(one)]));
  const isOpen = (one: Laying) => !today.get(one)!.isAfter && today.get(one)!.left > 0;
  const learning = day.minutes > 0 ? atOnce(all.filter(isOpen), today) : [];
  const due = new Map<Laying, Due[]>();
  for (const one of all)
    if (!isOpen(one))
      due.set(one, dueOn(one.piece, one.memory, day.date, today.get(one)!.left === 0));
  const kept = all.filter((one) => due.get(one)?.length);
  const toKeep = minutesToKeep(kept, due, day.minutes, learning.length > 0, today);
  const forKeeping = sum([...toKeep.values()]);
  const toLearn = minutesToLearn(learning, day.minutes - forKeeping, today);

  const cards = new Map(all.map((one) => [one, new Map<string, PlannedCard>()]));
  const fill = (one: Laying, minutes: number) =>
    fillDay(one.loads, one.byKey, minutes, cards.get(one)!);
  let rest = day.minutes - forKeeping - sum([...toLearn.values()]);
  for (const [one, minutes] of toLearn) rest += fill(one, minutes);
  // what one has no use for today is another's, where it is not too little
  for (const one of learning) if (rest >= SHORT || cards.get(one)!.size > 0) rest = fill(one, rest);

  const used = new Map<Laying, number>();
  for (const one of all) {
    const made = toKeep.has(one)
      ? keep(due.get(one)!, { ...day, minutes: toKeep.get(one)! }, one.memory)
      : [...cards.get(one)!.values()];
    one.days.push({ date: day.date, cards: made });
    used.set(one, sum(made.map((card) => card.minutes)));
    if (day.minutes > 0) one.waited = made.length ? 0 : one.waited + 1;
    if (made.length) one.isBegun = true;
  }
  const inAll = sum([...used.values()]);
  for (const one of all)
    if (!today.get(one)!.isAfter) one.available += day.minutes - inAll + used.get(one)!;
}

const sum = (all: readonly number[]): number => all.reduce((found, one) => found + one, 0);

/** Some of what comes first has not been played at all. */
const isInFirstReading = ({ loads }: Laying): boolean =>
  loads.some(({ unit, left }) => !unit.after.length && left.length === unit.steps.length);

/** What is begun goes on; of what is new and can wait no more than two are in first reading. */
function atOnce(open: readonly Laying[], today: ReadonlyMap<Laying, Today>): Laying[] {
  const cannotWait = (one: Laying) => today.get(one)!.left >= CANNOT_WAIT * today.get(one)!.until;
  const isOn = (one: Laying) => one.isBegun || cannotWait(one);
  const reading = open.filter((one) => isOn(one) && isInFirstReading(one)).length;
  const fresh = open.filter((one) => !isOn(one));
  const now = fresh.slice(0, Math.max(0, IN_FIRST_READING - reading));
  return open.filter((one) => isOn(one) || now.includes(one));
}

/** Minutes owed with those of today; on the first day also for the days it waited. */
const owing = (one: Laying, share: number, { isFirst, waited }: Today): number =>
  one.owed + share * (isFirst ? 1 + Math.min(waited, LONGEST_WAIT) : 1);

function minutesToKeep(
  kept: readonly Laying[],
  due: ReadonlyMap<Laying, readonly Due[]>,
  minutes: number,
  isLearning: boolean,
  today: ReadonlyMap<Laying, Today>,
): Map<Laying, number> {
  const found = new Map<Laying, number>();
  let rest = minutes;
  for (const one of [...kept].sort((a, b) => b.waited - a.waited)) {
    one.owed = owing(one, (minutes * KEPT_SHARE) / kept.length, today.get(one)!);
    const most = KEEPING * due.get(one)!.length;
    const wanted = isLearning ? (one.owed < SHORT ? 0 : Math.floor(one.owed)) : most;
    const given = Math.min(rest, most, wanted);
    if (given <= 0) continue;
    found.set(one, given);
    one.owed = isLearning ? one.owed - given : 0;
    rest -= given;
  }
  return found;
}

function minutesToLearn(
  learning: readonly Laying[],
  minutes: number,
  today: ReadonlyMap<Laying, Today>,
): Map<Laying, number> {
  const claims = learning.map((one): Claim => ({ ...today.get(one)!, owed: 0 }));
  const fair = fairShares(minutes, claims);
  const owed = learning.map((one, i) => owing(one, fair[i]!, today.get(one)!));
  const given = wholeShares(
    minutes,
    claims.map((claim, i) => ({ ...claim, owed: owed[i]! })),
  );
  learning.forEach((one, i) => (one.owed = owed[i]! - given[i]!));
  return new Map(learning.map((one, i) => [one, given[i]!]));
}
