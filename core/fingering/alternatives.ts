import type { Ready } from './propose.ts';
import type { ProposedNote } from './propose.ts';
import { factsOf, reasonOf } from './reasons.ts';
import { costOf, narrowed, type Prices } from './line.ts';
import { solveAgain, solveTied, type Solution } from './solve.ts';

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
/** Moments either side of what is asked for whose fingers may change with it. */
const MARGIN = 4;

/**
 * The best few really different ways for the moments asked for; the rest of the line keeps its fingers. Each is the
 * cheapest when the ways found before it are made dearer everywhere.
 */
export function alternativesTo(ready: Ready, first: Solution, asked: readonly number[], count: number): { path: readonly number[]; more: number; reason: string }[] {
  if (count === 0 || asked.length === 0) return [];
  const { line } = ready;
  /** What is tied pays for all its times: so must its push. */
  const times = new Map<number, number>();
  for (const of of first.classes) times.set(of, (times.get(of) ?? 0) + 1);
  const open = opened(first.classes, times, asked);
  const { line: small, narrow, widen } = narrowed(line, first.path, open);
  const allowed = narrow(ready.prices);
  const cost = (path: readonly number[]) => costOf(line, path);
  const base = cost(first.path);
  /** What a way costs more, each time it comes. */
  const more = (path: readonly number[]) => {
    const differing = asked.filter((at) => path[at] !== first.path[at]);
    return ((cost(path) - base) * differing.length) / differing.reduce((sum, at) => sum + times.get(first.classes[at]!)!, 0);
  };
  const found: { path: readonly number[]; more: number }[] = [];
  const apart = (a: readonly number[], b: readonly number[]) => asked.filter((at) => a[at] !== b[at]).length;
  const enough = Math.max(Math.min(LEAST, asked.length), Math.ceil(asked.length * SHARE));
  const take = (path: readonly number[]) => {
    if (![first, ...found].every((other) => apart(path, other.path) >= enough)) return false;
    found.push({ path, more: more(path) });
    return true;
  };
  /** A way that was pushed everywhere, with the first choice again wherever that is cheaper and enough is left that differs. */
  const plainer = (pushed: readonly number[]): readonly number[] => {
    let path = pushed;
    for (let least = cost(path);;) {
      let better: readonly number[] | undefined;
      for (const segment of segmentsOf(asked, (at) => path[at] !== first.path[at])) {
        const back = new Set(segment.map((at) => first.classes[at]!));
        const one = path.map((grip, at) => (back.has(first.classes[at]!) ? first.path[at]! : grip));
        const less = apart(one, first.path) >= enough ? cost(one) : Infinity;
        if (less < least) [least, better] = [less, one];
      }
      if (!better) return path;
      path = better;
    }
  };
  for (const push of asked.length > LONG ? PUSHES.slice(-1) : PUSHES) {
    let prices: Prices = allowed;
    /** Makes the grips of a way that was found dearer. */
    const dearer = (path: readonly number[]) => {
      const next = [...prices];
      for (const at of asked) {
        next[at] = prices[at]!.slice();
        next[at][path[at]!]! += push * times.get(first.classes[at]!)!;
      }
      prices = next;
    };
    for (const one of [first, ...found]) dearer(one.path);
    let solution: Solution | undefined;
    for (let tries = 0; tries < count; tries++) {
      solution = (solution?.base && solveAgain(small, solution.base, prices)) ?? solveTied(small, first, prices);
      if (!solution) break;
      const path = spread(widen(solution.path), first, asked);
      if (!(asked.length <= LONG && take(plainer(path))) && !take(path)) break;
      dearer(path);
    }
  }
  const before = factsOf(ready, first.path, asked);
  return found.sort((a, b) => a.more - b.more).slice(0, count).map((one) => ({ ...one, reason: reasonOf(ready, one.path, first.path, asked, before) }));
}

/** Which moments are open: those asked for with all their times, and those beside them whose other times are beside them too. */
function opened(classes: Int32Array, times: ReadonlyMap<number, number>, asked: readonly number[]): Uint8Array {
  const [from, to] = [asked[0]! - MARGIN, asked.at(-1)! + MARGIN];
  const inside = new Set(asked.map((at) => classes[at]!));
  const near = new Map<number, number>();
  for (let at = Math.max(0, from); at <= to && at < classes.length; at++) near.set(classes[at]!, (near.get(classes[at]!) ?? 0) + 1);
  return Uint8Array.from(classes, (of) => Number(inside.has(of) || near.get(of) === times.get(of)));
}

/** A way with what changed in it brought to the moments that were brought to agree with those asked for, beyond what is tied. */
function spread(path: readonly number[], { path: before, alike }: Solution, asked: readonly number[]): readonly number[] {
  const changed = new Map(asked.filter((at) => path[at] !== before[at]).map((at) => [alike[at]!, at]));
  return path.map((grip, at) => {
    const of = changed.get(alike[at]!);
    return of !== undefined && before[at] === before[of] ? path[of]! : grip;
  });
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
