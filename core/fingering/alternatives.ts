import type { Ready } from './propose.ts';
import type { ProposedNote } from './propose.ts';
import { factsOf, reasonOf } from './reasons.ts';
import { costOf, FORBIDDEN } from './line.ts';
import { solve, type Solution } from './solve.ts';

/** Another way to take the same notes. */
export interface Alternative {
  readonly notes: readonly ProposedNote[];
  /** The same music outside what was asked for, with its fingers. */
  readonly elsewhere: readonly ProposedNote[];
  /** What it costs more than the first choice. */
  readonly more: number;
  /** One line. */
  readonly reason: string;
}

/** Shares of moments, and least number of them, in which ways must differ to be different ways. */
const SHARE = 0.1;
const LEAST = 2;
/** How hard one is pushed away from the ways already found, from gently to firmly. */
const PUSHES = [0.4, 1, 2.2, 4.5];
/** In longer stretches one push finds enough. */
const LONG = 120;
/** Moments either side of what is asked for whose fingers may change with it. */
const MARGIN = 4;

/**
 * The best few really different ways for the moments asked for; the rest of the line keeps its fingers. Each is the
 * cheapest when the ways found before it are made dearer everywhere.
 */
export function alternativesTo(ready: Ready, first: Solution, asked: readonly number[], count: number): { path: readonly number[]; more: number; reason: string }[] {
  if (count === 0 || asked.length === 0) return [];
  const { line, ties } = ready;
  const [from, to] = [asked[0]! - MARGIN, asked.at(-1)! + MARGIN];
  const inside = new Set(asked.map((at) => first.classes[at]!));
  const open = Uint8Array.from(line.moments, (_, at) => Number((at >= from && at <= to) || inside.has(first.classes[at]!)));
  const allowed = ready.prices.map((prices, at) => (open[at] ? prices : prices.map((price, grip) => (grip === first.path[at] ? price : FORBIDDEN))));
  const cost = (path: readonly number[]) => costOf(line, path);
  const base = cost(first.path);
  const found: { path: readonly number[]; more: number }[] = [];
  const apart = (a: readonly number[], b: readonly number[]) => asked.filter((at) => a[at] !== b[at]).length;
  const enough = Math.max(Math.min(LEAST, asked.length), Math.ceil(asked.length * SHARE));
  const take = (path: readonly number[]) => {
    if (![first, ...found].every((other) => apart(path, other.path) >= enough)) return false;
    found.push({ path, more: cost(path) - base });
    return true;
  };
  for (const push of asked.length > LONG ? PUSHES.slice(-1) : PUSHES) {
    const prices = [...allowed];
    for (const at of asked) prices[at] = allowed[at]!.slice();
    /** Makes the grips of a way that was found dearer. */
    const dearer = (path: readonly number[]) => { for (const at of asked) prices[at]![path[at]!]! += push; };
    for (const one of [first, ...found]) dearer(one.path);
    for (let tries = 0; tries < count; tries++) {
      const { path } = solve(line, { ties, prices });
      if (!take(path)) break;
      dearer(path);
    }
  }
  const before = factsOf(ready, first.path, asked);
  return found.sort((a, b) => a.more - b.more).slice(0, count).map((one) => ({ ...one, reason: reasonOf(ready, one.path, first.path, asked, before) }));
}
