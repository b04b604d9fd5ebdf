import { agree, type Agreed } from "./agree.ts";
import type { Star } from "./star.ts";
import { countedFrom } from "./shapes.ts";
import { FORBIDDEN, IMPOSSIBLE, sublineOf, type Line, type Prices } from "./line.ts";
import { costOf } from "./costs.ts";
import { regular } from "./prepare.ts";
import type { SolvedLine } from "./solve.ts";

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
 * The best few really different ways for the moments asked for, which follow one another; the rest
 * of the line keeps its fingers but for what comes again, which follows as it follows what a
 * teacher writes.
 */
export function alternativesTo(
  solved: SolvedLine,
  asked: readonly number[],
  count: number,
): { path: readonly number[]; more: number; reason: string }[] {
  if (count === 0 || asked.length === 0) return [];
  const { line, stars, written, agreed } = solved;
  const open = openPart(solved, asked);
  const found = waysThrough(open, asked.length, count)
    .map((way) => {
      const inside = new Map(open.asked.map((at) => [at + open.from, way[at]!]));
      const held = written.map((own, at) =>
        inside.has(at)
          ? own.map((price, grip) => (grip === inside.get(at) ? price : FORBIDDEN))
          : own,
      );
      const { path } = agree(line, stars, held, agreed);
      const changed = path.reduce((sum, grip, at) => sum + Number(grip !== solved.path[at]), 0);
      const here = asked.filter((at) => path[at] !== solved.path[at]).length;
      return {
        path,
        more: ((costOf(line, path) - costOf(line, solved.path)) * here) / Math.max(1, changed),
      };
    })
    .sort((a, b) => a.more - b.more);
  const reasons = solved.prepared.plan.differences(
    solved,
    asked,
    found.map(({ path }) => path),
  );
  return found.map((one, i) => ({ ...one, reason: reasons[i]! }));
}

/**
 * What is asked for of a line, with a few moments either side, beyond which it keeps its fingers.
 */
interface Open {
  readonly from: number;
  readonly line: Line;
  /** Under what is written. */
  readonly written: Prices;
  /** With what keeps runs regular. */
  readonly regular: (prices: Prices) => Prices;
  /** What comes again inside it. */
  readonly stars: readonly Star[];
  readonly path: readonly number[];
  /** Which of its moments were asked for. */
  readonly asked: readonly number[];
}

function openPart(
  { prepared: { agreeing, plan }, line, path, written, stars }: SolvedLine,
  asked: readonly number[],
): Open {
  const [from, to] = [
    Math.max(0, asked[0]! - 2 * MARGIN),
    Math.min(path.length - 1, asked.at(-1)! + 2 * MARGIN),
  ];
  const kept = (at: number) => at < asked[0]! - MARGIN || at > asked.at(-1)! + MARGIN;
  const inside = stars
    .map((star) => countedFrom(star, from, to))
    .filter(({ moments }) => moments.length > 1);
  const part = sublineOf(line, from, to);
  return {
    from,
    line: part,
    regular: (prices) => (agreeing ? regular(plan, part, prices) : prices),
    stars: inside,
    path: path.slice(from, to + 1),
    asked: asked.map((at) => at - from),
    written: written
      .slice(from, to + 1)
      .map((own, i) =>
        kept(i + from)
          ? own.map((price, grip) => (grip === path[i + from] ? price : FORBIDDEN))
          : own,
      ),
  };
}

/** Each is the cheapest when the ways found before it are made dearer everywhere. */
function waysThrough(
  { line, stars, written, regular, path: first, asked }: Open,
  length: number,
  count: number,
): (readonly number[])[] {
  const cost = (path: readonly number[]) => costOf(line, path);
  const base = cost(first);
  const found: (readonly number[])[] = [];
  const distance = (a: readonly number[], b: readonly number[]) =>
    asked.filter((at) => a[at] !== b[at]).length;
  const enough = Math.max(Math.min(LEAST, length), Math.ceil(length * SHARE));
  const take = (path: readonly number[]) => {
    if (
      cost(path) - base >= IMPOSSIBLE ||
      ![first, ...found].every((other) => distance(path, other) >= enough)
    )
      return false;
    found.push(path);
    return true;
  };
  /**
   * A way that was pushed everywhere, with the first choice again wherever that is cheaper and
   * enough is left that differs.
   */
  const plainer = (pushed: readonly number[]): readonly number[] => {
    let path = pushed;
    for (let least = cost(path); ;) {
      let better: readonly number[] | undefined;
      for (const segment of segmentsOf(asked, (at) => path[at] !== first[at])) {
        const one = [...path];
        for (const at of segment) one[at] = first[at]!;
        const less = distance(one, first) >= enough ? cost(one) : Infinity;
        if (less < least) [least, better] = [less, one];
      }
      if (!better) return path;
      path = better;
    }
  };
  let last: Agreed | undefined;
  for (const push of length > LONG ? PUSHES.slice(-1) : PUSHES) {
    const pushed = [...written];
    /** Makes the grips of a way that was found dearer. */
    const dearer = (path: readonly number[]) => {
      for (const at of asked) {
        pushed[at] = pushed[at]!.slice();
        pushed[at][path[at]!]! += push;
      }
    };
    for (const one of [first, ...found]) dearer(one);
    for (let tries = 0; tries < count; tries++) {
      last = agree(line, stars, regular(pushed), last);
      const { path } = last;
      if (!(length <= LONG && take(plainer(path))) && !take(path)) break;
      dearer(path);
    }
  }
  return found.sort((a, b) => cost(a) - cost(b)).slice(0, count);
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
