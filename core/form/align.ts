import type { Score } from "../score/index.ts";
import { contents, handsOf, Numbers, type BarContent } from "./content.ts";
import { compareBars } from "./differences.ts";

/**
 * A bar of one edition beside the bar of another that it is; undefined where the other has none.
 * Bar indexes.
 */
export interface AlignedBar {
  readonly a: number | undefined;
  readonly b: number | undefined;
}

/**
 * What a bar that the other edition does not have costs, against 1 for a bar in which nothing is
 * alike.
 */
const MISSING = 0.55;

/** Both scores' lines, numbered together so that their bars can be compared. */
export function linesOfBoth(
  a: Score,
  b: Score,
): { a: Map<string, BarContent[]>; b: Map<string, BarContent[]>; hands: string[] } {
  const numbers = new Numbers();
  const hands = [...new Set([...handsOf(a), ...handsOf(b)])];
  const lines = (score: Score) =>
    new Map([...hands, "both"].map((hand) => [hand, contents(score, hand, numbers)]));
  return { a: lines(a), b: lines(b), hands };
}

/** How unlike two bars are: 0 for the same notes, 1 for nothing in common. */
function unlike(a: BarContent, b: BarContent): number {
  if (a.pattern === b.pattern && a.base === b.base) return 0;
  const { same, differing } = compareBars(a, b, 0);
  // the same notes an octave or a key away are still that bar rather than another
  return Math.min(differing / Math.max(1, same + differing), a.pattern === b.pattern ? 0.4 : 1);
}

/**
 * The bars of two editions side by side: the cheapest way to make one of the other by changing,
 * leaving out and adding bars.
 */
export function alignBars(a: readonly BarContent[], b: readonly BarContent[]): AlignedBar[] {
  const width = b.length + 1;
  const cost = new Float64Array((a.length + 1) * width);
  const from = new Uint8Array((a.length + 1) * width);
  for (let i = 0; i <= a.length; i++) {
    for (let j = 0; j <= b.length; j++) {
      const at = i * width + j;
      if (i === 0 && j === 0) continue;
      const both = i && j ? cost[at - width - 1]! + unlike(a[i - 1]!, b[j - 1]!) : Infinity;
      const onlyA = i ? cost[at - width]! + MISSING : Infinity;
      const onlyB = j ? cost[at - 1]! + MISSING : Infinity;
      cost[at] = Math.min(both, onlyA, onlyB);
      from[at] = cost[at] === both ? 0 : cost[at] === onlyA ? 1 : 2;
    }
  }
  const found: AlignedBar[] = [];
  for (let i = a.length, j = b.length; i > 0 || j > 0;) {
    const way = from[i * width + j]!;
    found.push({ a: way === 2 ? undefined : i - 1, b: way === 1 ? undefined : j - 1 });
    if (way !== 2) i--;
    if (way !== 1) j--;
  }
  return found.reverse();
}
