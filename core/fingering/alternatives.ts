import type { Ready } from './propose.ts';
import type { ProposedNote } from './propose.ts';
import { factsOf, reasonOf } from './reasons.ts';
import { costOf, IMPOSSIBLE, type Prices } from './line.ts';
import { openIn, togetherIn } from './open.ts';
import type { Solution } from './solve.ts';

/** Another way to take the same notes. */
export interface Alternative {
  readonly notes: readonly ProposedNote[];
  /** The same music outside what was asked for, with its fingers. */
  readonly elsewhere: readonly ProposedNote[];
  /** What it costs more than the first choice, each time it comes. */
  readonly more: number;
  /** One line. */
  readonly reason: string;
}

/** Shares of moments, and least number of them, in which ways must differ to be different ways. */
const SHARE = 0.1;
const LEAST = 2;
/** How hard one is pushed away from the ways already found, from gently to firmly. */
const PUSHES = [0.4, 0.7, 1, 1.5, 2.2, 3.2, 4.5];
/** In longer stretches one push finds enough. */
const LONG = 120;

/**
 * The best few really different ways for the moments asked for; the rest of the line keeps its fingers. Each is the
 * cheapest when the ways found before it are made dearer everywhere.
 */
export function alternativesTo(ready: Ready, first: Solution, asked: readonly number[], count: number): { path: readonly number[]; more: number; reason: string }[] {
  if (count === 0 || asked.length === 0) return [];
  const { line } = ready;
  const together = togetherIn(line, first);
  /** What is tied pays for all its times: so must its push. */
  const { classes, times } = together;
  const solveAt = openIn(line, first, together, asked);
  const cost = (path: readonly number[]) => costOf(line, path);
  const base = cost(first.path);
  /** What a way costs more, each time it comes. */
  const more = (path: readonly number[]) => {
    const differing = asked.filter((at) => path[at] !== first.path[at]);
    return ((cost(path) - base) * differing.length) / differing.reduce((sum, at) => sum + times.get(classes[at]!)!, 0);
  };
  const found: { path: readonly number[]; more: number }[] = [];
  const apart = (a: readonly number[], b: readonly number[]) => asked.filter((at) => a[at] !== b[at]).length;
  const enough = Math.max(Math.min(LEAST, asked.length), Math.ceil(asked.length * SHARE));
  const take = (path: readonly number[]) => {
    if (cost(path) - base >= IMPOSSIBLE || ![first, ...found].every((other) => apart(path, other.path) >= enough)) return false;
    found.push({ path, more: more(path) });
    return true;
  };
  /** A way that was pushed everywhere, with the first choice again wherever that is cheaper and enough is left that differs. */
  const plainer = (pushed: readonly number[]): readonly number[] => {
    let path = pushed;
    for (let least = cost(path);;) {
      let better: readonly number[] | undefined;
      for (const segment of segmentsOf(asked, (at) => path[at] !== first.path[at])) {
        const back = new Set(segment.map((at) => classes[at]!));
        const one = path.map((grip, at) => (back.has(classes[at]!) ? first.path[at]! : grip));
        const less = apart(one, first.path) >= enough ? cost(one) : Infinity;
        if (less < least) [least, better] = [less, one];
      }
      if (!better) return path;
      path = better;
    }
  };
  for (const push of asked.length > LONG ? PUSHES.slice(-1) : PUSHES) {
    let prices: Prices = ready.prices;
    /** Makes the grips of a way that was found dearer. */
    const dearer = (path: readonly number[]) => {
      const next = [...prices];
      for (const at of asked) {
        next[at] = prices[at]!.slice();
        next[at][path[at]!]! += push * times.get(classes[at]!)!;
      }
      prices = next;
    };
    for (const one of [first, ...found]) dearer(one.path);
    for (let tries = 0; tries < count; tries++) {
      const path = solveAt(prices);
      if (!path) break;
      if (!(asked.length <= LONG && take(plainer(path))) && !take(path)) break;
      dearer(path);
    }
  }
  const before = factsOf(ready, first.path, asked);
  return found.sort((a, b) => a.more - b.more).slice(0, count).map((one) => ({ ...one, reason: reasonOf(ready, one.path, first.path, asked, before) }));
}

/** Moments in a row that are wanted. */
function segmentsOf(asked: readonly number[], wanted: (at: number) => boolean): number[][] {
  const found: number[][] = [];
  for (const at of asked.filter(wanted)) {
    const last = found.at(-1);
    if (last && last.at(-1) === at - 1) last.push(at);
    else found.push([at]);
  }
  return found;
}
