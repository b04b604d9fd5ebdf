import {
  type Promotion,
  type Unit,
  earned,
  standing as standingOf,
  barCount,
} from "@yarrow-ridge/core/practice";
import type { Line } from "@yarrow-ridge/core/score";
import type { TriedRow, AttemptRow } from "./log.ts";
import { promotionsIn, byUnit } from "./log.ts";

/** Where each unit goes on. */
export interface Reached {
  /** What was earned, or below the step it was sent back to; by unit key. */
  readonly tempos: ReadonlyMap<string, number>;
  /** Days on which the last step was played well enough, of units that need several. */
  readonly daysHad: ReadonlyMap<string, number>;
  /** Steps that were earned and still stand. */
  readonly promotions: readonly Promotion[];
}

export function reached(
  units: readonly Unit[],
  log: readonly TriedRow[],
  rule: string,
  lines: readonly Line[],
  today: string,
): Reached {
  const known = earned(units, promotionsIn(log), lines);
  const tries = byUnit(log);
  const at = units.map((unit) => ({
    unit,
    ...standingOf(
      { ...unit, bars: barCount(unit), rule },
      tries.get(unit.key) ?? [],
      known.get(unit.key) ?? 0,
      today,
    ),
  }));
  const standing = new Map(at.map((one) => [one.unit.key, one]));
  const isLost = (row: AttemptRow) => {
    const own = standing.get(row.unit);
    return own !== undefined && row.tempo >= own.unit.steps.at(-1)! && row.tempo > own.secure;
  };
  return {
    promotions: promotionsIn(log.filter((row) => !isLost(row))),
    tempos: new Map(
      at.map(({ unit, step, secure, sentBack }) => {
        const before = unit.steps[unit.steps.indexOf(step) - 1] ?? 0;
        return [unit.key, sentBack === undefined ? secure : before];
      }),
    ),
    daysHad: new Map(at.map(({ unit, daysNeeded, days }) => [unit.key, daysNeeded > 1 ? days : 0])),
  };
}
