import type { Score } from "../../score/index.ts";
import { difficulties, type HardFacts } from "./difficulties.ts";
import type { FirstWork } from "./facts.ts";

const MOST = 6;

/**
 * The bars in which most comes together that has to be worked on, hardest first.
 *
 * @param tempo quarters a minute
 */
export function firstWork(score: Score, facts: HardFacts, tempo: number): FirstWork[] {
  const found = new Map<number, { weight: number; reasons: string[] }>();
  for (const { bar, weight, reason } of difficulties(score, facts, tempo)) {
    const at = found.get(bar) ?? { weight: 0, reasons: [] };
    found.set(bar, { weight: at.weight + weight, reasons: [...at.reasons, reason] });
  }
  return [...found]
    .sort((a, b) => b[1].weight - a[1].weight || a[0] - b[0])
    .slice(0, MOST)
    .map(([bar, { reasons }]) => ({ bar, reasons }));
}
