import { USUAL_SHARES, type DayToFill, type PlannedDay } from "./card.ts";
import { arrange } from "./arrange.ts";
import { atOnce, minutesToKeep, minutesToLearn, type Today } from "./dayShares.ts";
import { longestChain, total } from "./chains.ts";
import { DayOfPiece, USUAL_LONGEST } from "./fillDay.ts";
import { dueOn, keep, type Due } from "./keep.ts";
import { setLatest } from "./latestStart.ts";
import { countBars, playAgain } from "./again.ts";
import { begin, type Laying, type PieceToLay } from "./laying.ts";
import { SHORT } from "./share.ts";

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

export interface ScheduleInput extends PieceToLay {
  /** Days to fill, in order. */
  readonly days: readonly DayToFill[];
}

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
  const work = all.reduce((sum, { workMinutes }) => sum + workMinutes, 0);
  const mean = minutesBefore.at(-1)! / Math.max(1, daysBefore.at(-1)!);
  for (const one of all) {
    const until = one.piece.readyBy === undefined ? Infinity : daysBefore[endOf.get(one)!]!;
    const needed = one.workMinutes / Math.max(1, until);
    const share = (mean * one.workMinutes) / Math.max(1, work);
    setLatest(one.loads, Math.max(share, needed));
  }
  const inOrder = [...all].sort((a, b) => endOf.get(a)! - endOf.get(b)!);
  days.forEach((day, i) =>
    layDay(inOrder, day, daysBefore[i]!, (one) => ({
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

/** @param all in the order of their days */
function layDay(
  all: readonly Laying[],
  day: DayToFill,
  daysBefore: number,
  standing: (one: Laying) => Today,
): void {
  const { date, minutes } = day;
  const today = new Map(all.map((one) => [one, standing(one)]));
  const isOpen = (one: Laying) => !today.get(one)!.isAfter && today.get(one)!.left > 0;
  const filling = new Map<Laying, DayOfPiece>();
  let pinned = 0;
  for (const one of all) {
    const pins = pinsFrom(one, date);
    if (!isOpen(one) && pins.length === 0) continue;
    const filled = new DayOfPiece(one.loads, {
      ...{
        date,
        day: daysBefore,
        pins,
        byKey: one.byKey,
        longest: day.longest,
        shares: day.shares,
      },
      before: one.piece.before?.get(date),
      later: (unit) => (one.lastBefore.get(unit) ?? date) > date,
    });
    filling.set(one, filled);
    pinned += filled.pinned();
  }
  const free = Math.max(0, minutes - pinned);

  const learning = free > 0 ? atOnce(all.filter(isOpen), today) : [];
  const due = new Map<Laying, Due[]>();
  for (const one of all)
    if (!isOpen(one))
      due.set(
        one,
        dueOn(today.get(one)!.left ? one.kept.begun : one.kept.learnt, one.memory, date),
      );
  const kept = all.filter((one) => due.get(one)?.length);
  const shares = day.shares ?? USUAL_SHARES;
  const toKeep = minutesToKeep(kept, due, free, learning.length > 0, today, shares);
  const forKeeping = sum([...toKeep.values()]);
  const toLearn = minutesToLearn(learning, free - forKeeping, today);

  let rest = free - forKeeping - sum([...toLearn.values()]);
  for (const [one, given] of toLearn) rest += filling.get(one)!.byRule(given);
  // what one has no use for today is another's, where it is not too little, before it goes beyond
  const days = learning.map((one) => filling.get(one)!);
  for (const one of days) if (rest >= SHORT || one.cards.size > 0) rest = one.byRule(rest);

  // what nothing new can be done in goes to what had least
  const longest = day.longest ?? USUAL_LONGEST;
  for (const one of learning) {
    const before = one.piece.before?.get(date);
    rest = playAgain(one, filling.get(one)!.cards, rest, longest, before);
  }

  const used = new Map<Laying, number>();
  for (const one of all) {
    const keeping = toKeep.has(one)
      ? keep(due.get(one)!, { date, minutes: toKeep.get(one)! }, one.memory)
      : [];
    const filled = filling.get(one)?.cards;
    const made = [
      ...arrange([...(filled?.values() ?? [])]),
      ...keeping.filter(({ unit }) => !filled?.has(unit)),
    ];
    one.days.push({ date, cards: made });
    used.set(one, sum(made.map((card) => card.minutes)));
    for (const card of made) countBars(one, card);
    if (minutes > 0) one.waited = made.length ? 0 : one.waited + 1;
    if (made.length) one.isBegun = true;
  }
  const inAll = sum([...used.values()]);
  for (const one of all)
    if (!today.get(one)!.isAfter) one.available += Math.max(0, minutes - inAll + used.get(one)!);
}

const pinsFrom = ({ piece }: Laying, date: string) =>
  (piece.pins ?? []).filter((pin) => pin.date >= date);

const sum = (all: readonly number[]): number => all.reduce((found, one) => found + one, 0);
