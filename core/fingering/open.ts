import { narrowed, type Line, type Prices } from './line.ts';
import { solveAgain, solveTied, type Solution } from './solve.ts';
import { classesOf, numbered } from './ties.ts';

/** Moments either side of what is asked for whose fingers may change with it. */
const MARGIN = 4;

/** Moments that take equal grips in a solution, because they are tied or were brought to agree, with how many there are of each class. */
export interface Together {
  readonly classes: Int32Array;
  readonly times: ReadonlyMap<number, number>;
}

export function togetherIn(line: Line, { path, classes, alike }: Solution): Together {
  const [tied, agreed] = [new Map<number, number>(), new Map<string, number>()];
  const links: { at: number; of: number }[] = [];
  path.forEach((grip, at) => {
    const key = `${alike[at]} ${grip}`;
    for (const first of [tied.get(classes[at]!), agreed.get(key)]) if (first !== undefined) links.push({ at, of: first });
    if (!tied.has(classes[at]!)) tied.set(classes[at]!, at);
    if (!agreed.has(key)) agreed.set(key, at);
  });
  const all = classesOf(path.length, links, (at, of) => line.grips[at]!.length === line.grips[of]!.length);
  const times = new Map<number, number>();
  for (const one of all) times.set(one, (times.get(one) ?? 0) + 1);
  return { classes: all, times };
}

/** Which moments are open: those asked for with all their times, and those beside them whose other times are beside them too. */
function opened({ classes, times }: Together, asked: readonly number[]): Uint8Array {
  const [from, to] = [asked[0]! - MARGIN, asked.at(-1)! + MARGIN];
  const inside = new Set(asked.map((at) => classes[at]!));
  const near = new Map<number, number>();
  for (let at = Math.max(0, from); at <= to && at < classes.length; at++) near.set(classes[at]!, (near.get(classes[at]!) ?? 0) + 1);
  return Uint8Array.from(classes, (of) => Number(inside.has(of) || near.get(of) === times.get(of)));
}

/**
 * Solves some moments of a solution anew at other prices, with all their times, the rest of the line left as it is.
 *
 * @returns a path through the whole line; undefined where it would take too long or the ties contradict each other
 */
export function openIn(line: Line, solution: Solution, together: Together, asked: readonly number[]): (prices: Prices) => readonly number[] | undefined {
  const { line: small, at, narrow, widen } = narrowed(line, solution.path, opened(together, asked));
  const places = new Map(at.map((one, i) => [one, i]));
  const classes = numbered(Int32Array.from(at, (one) => together.classes[one]!));
  const obeyed = solution.obeyed.flatMap((tie) => {
    const [now, of] = [places.get(tie.at), places.get(tie.of)];
    return now === undefined || of === undefined ? [] : [{ ...tie, at: now, of }];
  });
  let last: Solution | undefined;
  return (prices) => {
    const own = narrow(prices);
    last = (last?.base && solveAgain(small, last.base, own)) ?? solveTied(small, { classes, obeyed }, own);
    return last && widen(last.path);
  };
}
