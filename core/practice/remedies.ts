import type { DayToFill } from "./card.ts";
import { promotionRules, type PromotionRule } from "./rules.ts";
import type { PieceToLay } from "./laying.ts";
import { layOut } from "./schedule.ts";

/** What would make a plan fit that does not: each alone is enough. */
export interface Remedies {
  /** More minutes on each day of practice. */
  readonly minutes?: number;
  /** The first day it is ready with the minutes there are, ISO date. */
  readonly readyBy?: string;
  /** Another rule for raising the tempo with which it fits. */
  readonly rule?: PromotionRule["id"];
  /** Sections left at Settling: tempos by section id. */
  readonly goals?: Readonly<Record<string, number>>;
  /** Bars that are cut out, indexes, the last inclusive. */
  readonly cut?: { readonly from: number; readonly to: number };
  /** Bars as another edition has them, a reading that has been put aside. */
  readonly reading?: PutAside;
}

/** A reading of some bars that is not in use: indexes, the last inclusive, and its edition. */
export interface PutAside {
  readonly id: string;
  readonly from: number;
  readonly to: number;
  readonly source: string;
}

/** Sections left at Settling stay at this share of the goal. Common practice, no source. */
export const LEFT_AT = 0.8;

/** A piece with so many of its sections left at Settling, the last learned first. */
export interface Leaving {
  readonly most: number;
  readonly goals: (count: number) => Readonly<Record<string, number>>;
  readonly units: (count: number) => PieceToLay["units"];
}

/** A piece without some of its bars. */
export interface Cut {
  readonly from: number;
  readonly to: number;
  readonly units: () => PieceToLay["units"];
}

/** A piece with some bars as another edition has them. */
export interface Simpler extends Pick<PieceToLay, "score" | "units"> {
  readonly reading: PutAside;
}

/** Minutes more that are tried: what is asked of nobody is not offered. */
const STEP = 5;
const MOST = 120;

/**
 * Works out each remedy for a piece that does not get ready among the student's others.
 *
 * @param at which of the pieces
 * @param leaving the piece with some of its sections left at Settling
 * @param cuts what could be cut out, that which is missed least first
 * @param simpler readings that have been put aside, the shortest first
 * @param further the days after the last of them, as they would be practised
 */
export function remedies(
  pieces: readonly PieceToLay[],
  at: number,
  days: readonly DayToFill[],
  further: readonly DayToFill[],
  leaving?: Leaving,
  cuts: readonly Cut[] = [],
  simpler: readonly Simpler[] = [],
): Remedies {
  const fits = (over: Partial<PieceToLay>, on = days) =>
    layOut(
      pieces.map((piece, i) => (i === at ? { ...piece, ...over } : piece)),
      on,
    )[at]!.feasible;
  const minutes = least(MOST / STEP, (steps) =>
    fits(
      {},
      days.map((day) => (day.minutes > 0 ? { ...day, minutes: day.minutes + steps * STEP } : day)),
    ),
  );
  const all = [...days, ...further];
  const { readyBy, rule } = pieces[at]!;
  const later = all.filter(({ date }) => date > (readyBy ?? days.at(-1)?.date ?? ""));
  const day = least(later.length, (count) => fits({ readyBy: later[count - 1]!.date }, all));
  const other = promotionRules.find((one) => one !== rule && fits({ rule: one }));
  const left = leaving && least(leaving.most, (count) => fits({ units: leaving.units(count) }));
  const goals = left === undefined ? undefined : leaving!.goals(left);
  const cut = cuts.find((one) => fits({ units: one.units() }));
  const easier = simpler.find(({ score, units }) => fits({ score, units }));
  return {
    ...(easier ? { reading: easier.reading } : {}),
    ...(goals ? { goals } : {}),
    ...(cut ? { cut: { from: cut.from, to: cut.to } } : {}),
    ...(minutes === undefined ? {} : { minutes: minutes * STEP }),
    ...(day === undefined ? {} : { readyBy: later[day - 1]!.date }),
    ...(other ? { rule: other.id } : {}),
  };
}

/** The least count from one up that is enough, where more is never worse; if the most is. */
export function least(most: number, isEnough: (count: number) => boolean): number | undefined {
  let [low, high] = [1, most];
  if (high < low || !isEnough(high)) return undefined;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (isEnough(middle)) high = middle;
    else low = middle + 1;
  }
  return low;
}
