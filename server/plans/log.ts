import {
  barCount,
  earned,
  standing,
  type Promotion,
  type Result,
  type Unit,
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

/** Tries as a standing asks for them. */
export const triesIn = (log: readonly AttemptRow[]) =>
  log.map((row) => ({ ...row, day: localDate(row.at) }));

function byUnit<T extends { unit: string }>(log: readonly T[]): Map<string, T[]> {
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

/** The tempo each unit goes on from: what was earned, or below the step it was sent back to. */
export function reached(
  units: readonly Unit[],
  log: readonly AttemptRow[],
  rule: string,
  lines: readonly Line[],
): Map<string, number> {
  const known = earned(units, promotionsIn(log), lines);
  const tries = byUnit(triesIn(log));
  return new Map(
    units.map((unit) => {
      const own = tries.get(unit.key) ?? [];
      const at = standing(unit.steps, own, rule, barCount(unit), known.get(unit.key));
      const before = unit.steps[unit.steps.indexOf(at.step) - 1] ?? 0;
      return [unit.key, at.sentBack === undefined ? at.secure : before];
    }),
  );
}
