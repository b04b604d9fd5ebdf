import { say } from "../words/say.ts";
import { barSpan, type Line, type Score } from "../score/index.ts";
import { holding } from "./lines.ts";
import type { HardSpot } from "./sectionUnits.ts";
import { LOST, type Try } from "./standing.ts";

/** A try with the bars it played and where its slip was, if said. */
export interface PlacedTry extends Try {
  readonly unit: string;
  readonly from: number;
  readonly to: number;
  readonly hands: string;
  readonly bar: number | null;
}

/** So many clean tries are assumed of every bar: one slip in one try tells little. */
const ASSUMED = 6;

/** Of the tries that played a bar, the share with a slip in it; by hand and bar. */
export function slipShares(
  score: Score,
  hands: readonly string[],
  log: readonly PlacedTry[],
  lines: readonly Line[],
): Record<string, number[]> {
  const holds = holding(lines);
  return Object.fromEntries(
    hands.map((hand) => {
      const [tries, slips] = [score.bars.map(() => ASSUMED), score.bars.map(() => 0)];
      for (const { from, to, bar, hands: id } of log) {
        if (!holds(id, hand)) continue;
        for (let at = from; at <= Math.min(to, tries.length - 1); at++) tries[at]!++;
        if (bar !== null && bar < slips.length) slips[bar]!++;
      }
      return [hand, slips.map((count, at) => count / tries[at]!)];
    }),
  );
}

/**
 * Visits without a step after which the worst bar is practised alone, and slips in one visit of
 * what was learnt. Common practice, no source.
 */
const STUCK_VISITS = 2;

/** A unit while its log is gone through: what it has, and slips since. */
interface Since {
  top: number;
  day: string;
  slips: PlacedTry[];
}

/**
 * The bar with most slips of each unit that has not moved on two visits, or that failed in a later
 * visit of what was learnt. Repairs below the step tell nothing, nor does a single slip in keeping.
 */
export function stuckSpots(score: Score, log: readonly PlacedTry[]): HardSpot[] {
  const byUnit = new Map<string, Since>();
  for (const one of log) {
    const known = byUnit.get(one.unit) ?? { top: 0, day: "", slips: [] };
    byUnit.set(one.unit, known);
    // what came before a step that was earned is made good
    if (one.promoted) Object.assign(known, { top: one.tempo, day: one.day, slips: [] });
    else if (one.result === "slip" && one.tempo >= known.top) known.slips.push(one);
  }
  return [...byUnit.values()].flatMap(({ top, day, slips }): HardSpot[] => {
    const rising = slips.filter(({ tempo }) => tempo > top);
    const visits = new Set(rising.map((one) => one.day)).size;
    const kept = slips.filter((one) => one.tempo === top && one.day > day);
    const failed = kept.find((one) => kept.filter((other) => other.day === one.day).length >= LOST);
    if (visits < STUCK_VISITS && !failed) return [];
    const bars = new Map<number, number>();
    for (const { bar } of slips) if (bar !== null) bars.set(bar, (bars.get(bar) ?? 0) + 1);
    const [worst] = [...bars].sort((a, b) => b[1] - a[1] || a[0] - b[0]);
    const { from, to } = slips[0]!;
    if (!worst || from === to) return [];
    const span = barSpan(score.bars, from, to);
    const why =
      visits < STUCK_VISITS
        ? say`most slips (${worst[1]}) where bars ${span} were lost again`
        : say`most slips (${worst[1]}) in ${visits} visits of bars ${span} that moved nothing`;
    return [{ bar: worst[0], why }];
  });
}
