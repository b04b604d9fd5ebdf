import type { Score } from "../score/index.ts";

/** Bar indexes, inclusive. */
export type Range = readonly [from: number, to: number];

/** A stretch of a section with the smaller ones it is joined from. */
export interface Level {
  readonly kind: "cell" | "four" | "eight" | "sixteen";
  readonly range: Range;
  readonly parts: readonly Level[];
}

/** Bars in a cell. Common practice, no source: two bars, then four, then eight. */
const CELL = 2;
/** More parts than these nobody joins at once. */
const MOST_PARTS = 4;

/**
 * A section cut into cells of two bars, these joined to fours and eights, and on until there are
 * at most four. A pick-up goes with the first cell, an odd bar or part with its neighbour.
 *
 * @example levelsOf(score, 0, 7).map((one) => one.range) // => [[0, 3], [4, 7]]
 */
export function levelsOf(score: Score, from: number, to: number): Level[] {
  let level: Level[] = cells(score, from, to).map((range) => ({ kind: "cell", range, parts: [] }));
  for (const kind of ["four", "eight"] as const)
    if (level.length >= MOST_PARTS) level = joined(level, kind);
  while (level.length > MOST_PARTS) level = joined(level, "sixteen");
  return level;
}

function cells(score: Score, from: number, to: number): Range[] {
  const first = score.bars[from]!;
  const pickup = first.length.num * first.nominal.den < first.nominal.num * first.length.den;
  const found: Range[] = [];
  for (let start = from; start <= to;) {
    const width = CELL + (start === from && pickup ? 1 : 0);
    const rest = to - (start + width) + 1;
    const end = rest === 1 ? to : Math.min(to, start + width - 1);
    found.push([start, end]);
    start = end + 1;
  }
  return found;
}

/** Two and two; what is over goes with its neighbour. */
function joined(level: readonly Level[], kind: Level["kind"]): Level[] {
  const pairs: Level[][] = [];
  for (let i = 0; i < level.length; i += 2) pairs.push(level.slice(i, i + 2));
  if (pairs.length > 1 && pairs.at(-1)!.length === 1) pairs.at(-2)!.push(...pairs.pop()!);
  return pairs.map((parts) => ({
    kind,
    range: [parts[0]!.range[0], parts.at(-1)!.range[1]],
    parts,
  }));
}
