import {
  earnedOn,
  type Promotion,
  type Result,
  type Unit,
  type Visit,
} from "@yarrow-ridge/core/practice";
import type { Line } from "@yarrow-ridge/core/score";
import { localDate } from "../clock.ts";
import type { attempts } from "../db/schema.ts";

export type AttemptRow = typeof attempts.$inferSelect;

/** Steps that were earned, from the log. */
export const promotionsIn = (log: readonly AttemptRow[]): Promotion[] =>
  log
    .filter((row) => row.promoted)
    .map((row) => ({ from: row.fromBar, to: row.toBar, hands: row.hands, tempo: row.tempo }));

/** A try with the day it was made, and its bars as core names them. */
export interface TriedRow extends AttemptRow {
  readonly from: number;
  readonly to: number;
  readonly day: string;
}

/** Tries as a standing asks for them: to be made once of a log, for saying a day takes its time. */
export const triesIn = (log: readonly AttemptRow[]): TriedRow[] =>
  log.map((row) => ({ ...row, from: row.fromBar, to: row.toBar, day: localDate(row.at) }));

export function byUnit<T extends { unit: string }>(log: readonly T[]): Map<string, T[]> {
  const found = new Map<string, T[]>();
  for (const row of log) {
    const own = found.get(row.unit);
    if (own) own.push(row);
    else found.set(row.unit, [row]);
  }
  return found;
}

/** What came of the tries of each unit, in order. */
export const resultsIn = (log: readonly AttemptRow[]): Map<string, Result[]> =>
  new Map([...byUnit(log)].map(([unit, rows]) => [unit, rows.map((row) => row.result)]));

/**
 * Visits of what was learnt: the day it was, and those after on which it was played at tempo, alone
 * or in something larger that was played through.
 */
export function visitsIn(
  units: readonly Unit[],
  log: readonly TriedRow[],
  tempos: ReadonlyMap<string, number>,
  lines: readonly Line[],
): Map<string, Visit[]> {
  const promoted = log.filter((row) => row.promoted);
  const learnt = earnedOn(units, promoted, lines);
  const stretches = [...byUnit(log).values()];
  const byKey = new Map(units.map((unit) => [unit.key, unit]));
  return new Map(
    [...learnt].map(([key, day]) => {
      const unit = byKey.get(key)!;
      const slips = new Map([[day, 0]]);
      const played = stretches.filter((rows) => holds(rows[0]!, unit)).flat();
      for (const row of played) {
        if (row.day <= day || row.tempo < tempos.get(key)!) continue;
        const isSlip = row.result === "slip";
        // a slip in a larger stretch is this one's where it was in its bars
        if (isSlip && row.unit !== key && row.bar === null) continue;
        const isOwn = row.unit === key || (row.bar! >= unit.from && row.bar! <= unit.to);
        slips.set(row.day, (slips.get(row.day) ?? 0) + Number(isSlip && isOwn));
      }
      return [key, [...slips].map(([on, count]) => ({ day: on, slips: count }))];
    }),
  );
}

/** Whether a try played all of a unit, in the same line. */
const holds = (row: TriedRow, unit: Unit): boolean =>
  row.unit === unit.key || (row.hands === unit.hands && row.from <= unit.from && row.to >= unit.to);
