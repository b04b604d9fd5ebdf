import { barSpan, type Line, type Score } from "../score/index.ts";
import { holding } from "./lines.ts";
import type { HardSpot } from "./sectionUnits.ts";
import type { Try } from "./standing.ts";

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
 * Visits without a step after which the worst bar is practised alone. Common practice, no source.
 */
const STUCK_VISITS = 2;

/** The bar with most slips of each unit that has not moved on two visits. */
export function stuckSpots(score: Score, log: readonly PlacedTry[]): HardSpot[] {
  const byUnit = new Map<string, PlacedTry[]>();
  for (const one of log) {
    const own = byUnit.get(one.unit) ?? [];
    byUnit.set(one.unit, own);
    // what came before a step that was earned is made good
    if (one.promoted) own.length = 0;
    else own.push(one);
  }
  return [...byUnit.values()].flatMap((own): HardSpot[] => {
    const visits = new Set(own.map(({ day }) => day)).size;
    const slips = new Map<number, number>();
    for (const { bar } of own) if (bar !== null) slips.set(bar, (slips.get(bar) ?? 0) + 1);
    const [worst] = [...slips].sort((a, b) => b[1] - a[1] || a[0] - b[0]);
    const [first] = own;
    if (visits < STUCK_VISITS || !worst || !first || first.from === first.to) return [];
    const bars = barSpan(score.bars, first.from, first.to);
    const why = `most slips (${worst[1]}) in ${visits} visits of bars ${bars} that moved nothing`;
    return [{ bar: worst[0], why }];
  });
}
