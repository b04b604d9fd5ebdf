import { eliminateAgain, eliminateAll, eliminationOrder, leastOf, type Eliminated, type Factor, type Order } from './elimination.ts';
import { tableOf, type Line, type Prices } from './line.ts';
import type { Tie } from './ties.ts';

/** Values in the largest table, and sums for each moment or in all, that are worked out; ties that would need more are left out, the loosest first. */
const LARGEST = 80_000;
const MOST = 3_000;
const ALWAYS = 2_000_000;
/** Values in all tables, eight bytes each, that are kept for the next time. */
const KEPT = 2_000_000;

/** A line in which tied moments are one variable, as one sum of costs, worked through. */
export interface Joint {
  /** The variable of each moment. */
  readonly classes: Int32Array;
  readonly members: readonly (readonly number[])[];
  readonly prices: Prices;
  readonly eliminated: Eliminated;
  /** Whether it can be gone on from. */
  readonly kept: boolean;
}

/** Undefined when it would take too long. */
export function joined(line: Line, classes: Int32Array, ties: readonly Tie[], prices: Prices, keep: boolean, onProgress?: (share: number) => void): Joint | undefined {
  const sizes = sizesOf(line, classes);
  const factors = merged([...factorsOf(line, classes, sizes), ...endsOf(line, classes, ties, sizes)]);
  const order = eliminationOrder(sizes, factors.map((factor) => factor.scope), LARGEST);
  if (!within(line, order)) return undefined;
  const members: number[][] = sizes.map(() => []);
  classes.forEach((of, at) => members[of]!.push(at));
  const kept = keep && order.values <= KEPT;
  return { classes, members, prices, kept, eliminated: eliminateAll(sizes, members.map((some) => together(some, prices)), factors, order, kept, onProgress) };
}

/** With other prices for some moments, that of the rest left as it was. */
export function joinedAgain(before: Joint, prices: Prices): Joint {
  const changed = new Map<number, Float64Array>();
  before.classes.forEach((of, at) => {
    if (prices[at] !== before.prices[at] && !changed.has(of) && prices[at]!.some((price, i) => price !== before.prices[at]![i])) changed.set(of, together(before.members[of]!, prices));
  });
  return { ...before, prices, eliminated: eliminateAgain(before.eliminated, changed) };
}

export function pathOf({ classes, eliminated }: Joint): { path: number[]; cost: number } {
  const { values, cost } = leastOf(eliminated);
  return { path: Array.from(classes, (of) => values[of]!), cost };
}

/** Whether the classes could be solved as one in time, found out without their costs. */
export function isQuick(line: Line, classes: Int32Array): boolean {
  return within(line, eliminationOrder(sizesOf(line, classes), scopesOf(line, classes), LARGEST));
}

/** Whether an order can be gone through in the time there is. */
const within = (line: Line, { largest, total }: Order): boolean => largest <= LARGEST && total <= Math.max(ALWAYS, MOST * line.moments.length);

function sizesOf(line: Line, classes: Int32Array): number[] {
  const sizes: number[] = [];
  classes.forEach((of, at) => (sizes[of] = line.grips[at]!.length));
  return sizes;
}

/** What the moments of one variable cost by themselves, together. */
function together(members: readonly number[], prices: Prices): Float64Array {
  if (members.length === 1) return prices[members[0]!]!;
  const sum = prices[members[0]!]!.slice();
  for (let m = 1; m < members.length; m++) for (let i = 0; i < sum.length; i++) sum[i]! += prices[members[m]!]![i]!;
  return sum;
}

/** The variables that costs are over, without the costs. */
const scopesOf = (line: Line, classes: Int32Array): number[][] => line.moments.flatMap((_, at) => [
  ...(line.step[at]!.length ? [[classes[at - 1]!, classes[at]!]] : []), ...(line.turn[at] ? [[classes[at - 2]!, classes[at - 1]!, classes[at]!]] : []),
]);

const factorsOf = (line: Line, classes: Int32Array, sizes: readonly number[]): Factor[] => line.moments.flatMap((_, at) => {
  const turn = line.turn[at];
  return [
    ...(line.step[at]!.length ? [folded(line.step[at]!, [classes[at - 1]!, classes[at]!], sizes)] : []),
    ...(turn ? [folded(turn, [classes[at - 2]!, classes[at - 1]!, classes[at]!], sizes)] : []),
  ];
});

/** Sums a table over moments into one over the variables they stand for, which may be the same. */
function folded(table: Float64Array, variables: readonly number[], sizes: readonly number[]): Factor {
  const scope = [...new Set(variables)];
  if (scope.length === variables.length) return { scope, table };
  const dims = scope.map((of) => sizes[of]!);
  const made = new Float64Array(dims.reduce((product, dim) => product * dim, 1));
  for (let index = 0; index < made.length; index++) {
    let rest = index;
    const digits = new Map<number, number>();
    for (let d = scope.length - 1; d >= 0; d--) {
      digits.set(scope[d]!, rest % dims[d]!);
      rest = Math.floor(rest / dims[d]!);
    }
    made[index] = table[variables.reduce((sum, of) => sum * sizes[of]! + digits.get(of)!, 0)]!;
  }
  return { scope, table: made };
}

/** Costs over the same variables added up: a stretch that returns is weighed once for all its times. */
function merged(factors: readonly Factor[]): Factor[] {
  const found = new Map<string, { factor: Factor; own: boolean }>();
  for (const factor of factors) {
    const key = factor.scope.join();
    const before = found.get(key);
    if (!before) found.set(key, { factor, own: false });
    else {
      // tables are shared between places that are alike: the first sum needs one of its own
      const table = before.own ? before.factor.table : before.factor.table.slice();
      for (let i = 0; i < table.length; i++) table[i]! += factor.table[i]!;
      found.set(key, { factor: { scope: factor.scope, table }, own: true });
    }
  }
  return [...found.values()].map((one) => one.factor);
}

/** The ends of runs lean to the fingers their keys have in other octaves. */
function endsOf(line: Line, classes: Int32Array, ties: readonly Tie[], sizes: readonly number[]): Factor[] {
  const done = new Set<string>();
  return ties.flatMap(({ at, of, kind }) => {
    const scope = [classes[of]!, classes[at]!];
    const [a, b] = [line.grips[of]!, line.grips[at]!];
    if (kind !== 'end' || scope[0] === scope[1] || done.has(scope.join()) || a.length !== sizes[scope[0]!] || b.length !== sizes[scope[1]!]) return [];
    done.add(scope.join());
    return [{ scope, table: tableOf(a, b, line.apart) }];
  });
}
