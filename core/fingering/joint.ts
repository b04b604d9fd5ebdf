import { eliminateAgain, eliminateAll, eliminationOrder, leastOf, type Eliminated, type Factor, type Order } from './elimination.ts';
import { tableOf, type Line, type Prices } from './line.ts';
import type { Tie } from './ties.ts';

/** Values in the largest table, and sums for each moment or in all, that are worked out; ties that would need more are left out, the loosest first. */
const LARGEST = 80_000;
const MOST = 1_500;
const ALWAYS = 1_000_000;
/** Values in all tables, eight bytes each, that are kept for the next time. */
const KEPT = 2_000_000;

/** Moments that keep one grip whatever the others of their variable do, with its place in their list. */
export type Fixed = ReadonlyMap<number, number>;
const NONE: Fixed = new Map();

/** Costs over the same variables: a stretch that returns is weighed once for all its times. */
interface Part {
  readonly scope: readonly number[];
  /** Moments whose step or turn is part of it. */
  readonly steps: readonly number[];
  readonly turns: readonly number[];
  /** Ties that lean. */
  readonly ends: readonly Tie[];
}

/** A line in which tied moments are one variable, as one sum of costs, worked through. */
export interface Joint {
  /** The variable of each moment. */
  readonly classes: Int32Array;
  readonly members: readonly (readonly number[])[];
  readonly prices: Prices;
  readonly fixed: Fixed;
  readonly parts: readonly Part[];
  readonly factors: readonly Factor[];
  /** By moment: the parts that change with its grip. */
  readonly touching: readonly (readonly number[])[];
  readonly eliminated: Eliminated;
  /** Whether it can be gone on from. */
  readonly kept: boolean;
}

/** Undefined when it would take too long. */
export function joined(line: Line, classes: Int32Array, ties: readonly Tie[], prices: Prices, keep: boolean, onProgress?: (share: number) => void): Joint | undefined {
  const sizes = sizesOf(line, classes);
  const parts = partsOf(line, classes, ties);
  const order = eliminationOrder(sizes, parts.map((part) => part.scope), LARGEST);
  if (!within(line, order)) return undefined;
  const factors = parts.map((part) => factorOf(line, classes, sizes, part, NONE));
  const members: number[][] = sizes.map(() => []);
  classes.forEach((of, at) => members[of]!.push(at));
  const kept = keep && order.values <= KEPT;
  return {
    classes, members, prices, fixed: NONE, parts, factors, touching: kept ? touchingOf(line, parts) : [], kept,
    eliminated: eliminateAll(sizes, members.map((some) => together(some, prices)), factors, order, kept, onProgress),
  };
}

/** With other prices for some moments, and others fixed, that of the rest left as it was. */
export function joinedAgain(line: Line, before: Joint, prices: Prices, fixed: Fixed = NONE): Joint {
  const { classes, members, eliminated: { sizes } } = before;
  const moved = [...new Set([...before.fixed.keys(), ...fixed.keys()])].filter((at) => before.fixed.get(at) !== fixed.get(at));
  const own = new Map<number, Float64Array>();
  const price = (of: number) => own.set(of, together(members[of]!.filter((at) => !fixed.has(at)), prices, sizes[of]));
  for (const at of moved) price(classes[at]!);
  classes.forEach((of, at) => {
    if (prices[at] !== before.prices[at] && !own.has(of) && prices[at]!.some((one, i) => one !== before.prices[at]![i])) price(of);
  });
  const factors = [...before.factors];
  const changed = new Map<Factor, Factor>();
  for (const part of new Set(moved.flatMap((at) => before.touching[at]!))) {
    factors[part] = factorOf(line, classes, sizes, before.parts[part]!, fixed);
    changed.set(before.factors[part]!, factors[part]);
  }
  return { ...before, prices, fixed, factors, eliminated: eliminateAgain(before.eliminated, own, changed) };
}

export function pathOf({ classes, prices, fixed, eliminated }: Joint): { path: number[]; cost: number } {
  const { values, cost } = leastOf(eliminated);
  return { path: Array.from(classes, (of, at) => fixed.get(at) ?? values[of]!), cost: [...fixed].reduce((sum, [at, grip]) => sum + prices[at]![grip]!, cost) };
}

/** Whether the classes could be solved as one in time, found out without their costs. */
export function isQuick(line: Line, classes: Int32Array, ties: readonly Tie[], share = 1): boolean {
  return within(line, eliminationOrder(sizesOf(line, classes), [...scopesOf(line, classes), ...endsOf(line, classes, ties).map(({ at, of }) => [classes[of]!, classes[at]!])], LARGEST), share);
}

/** Whether an order can be gone through in the time there is. */
const within = (line: Line, { largest, total }: Order, share = 1): boolean => largest <= LARGEST && total <= share * Math.max(ALWAYS, MOST * line.moments.length);

function sizesOf(line: Line, classes: Int32Array): number[] {
  const sizes: number[] = [];
  classes.forEach((of, at) => (sizes[of] = line.grips[at]!.length));
  return sizes;
}

/** What the moments of one variable cost by themselves, together. */
function together(members: readonly number[], prices: Prices, size = 0): Float64Array {
  if (members.length === 1) return prices[members[0]!]!;
  const sum = members.length ? prices[members[0]!]!.slice() : new Float64Array(size);
  for (let m = 1; m < members.length; m++) for (let i = 0; i < sum.length; i++) sum[i]! += prices[members[m]!]![i]!;
  return sum;
}

/** The variables that costs are over, without the costs. */
const scopesOf = (line: Line, classes: Int32Array): number[][] => line.moments.flatMap((_, at) => [
  ...(line.step[at]!.length ? [[classes[at - 1]!, classes[at]!]] : []), ...(line.turn[at] ? [[classes[at - 2]!, classes[at - 1]!, classes[at]!]] : []),
]);

function partsOf(line: Line, classes: Int32Array, ties: readonly Tie[]): Part[] {
  const parts = new Map<string, { scope: number[]; steps: number[]; turns: number[]; ends: Tie[] }>();
  const part = (variables: readonly number[]) => {
    const scope = [...new Set(variables)];
    const key = scope.join();
    const found = parts.get(key) ?? { scope, steps: [], turns: [], ends: [] };
    parts.set(key, found);
    return found;
  };
  line.moments.forEach((_, at) => {
    if (line.step[at]!.length) part([classes[at - 1]!, classes[at]!]).steps.push(at);
    if (line.turn[at]) part([classes[at - 2]!, classes[at - 1]!, classes[at]!]).turns.push(at);
  });
  for (const tie of endsOf(line, classes, ties)) part([classes[tie.of]!, classes[tie.at]!]).ends.push(tie);
  return [...parts.values()];
}

/** By moment, the parts its grip is in. */
function touchingOf(line: Line, parts: readonly Part[]): number[][] {
  const found: number[][] = line.moments.map(() => []);
  parts.forEach(({ steps, turns, ends }, part) => {
    for (const at of steps) for (const one of [at - 1, at]) found[one]!.push(part);
    for (const at of turns) for (const one of [at - 2, at - 1, at]) found[one]!.push(part);
    for (const { at, of } of ends) for (const one of [of, at]) found[one]!.push(part);
  });
  return found;
}

function factorOf(line: Line, classes: Int32Array, sizes: readonly number[], { scope, steps, turns, ends }: Part, fixed: Fixed): Factor {
  const leaning = ends.find(({ at, of }) => !fixed.has(at) && !fixed.has(of));
  const tables = [
    ...steps.map((at) => folded(line.step[at]!, [at - 1, at], classes, sizes, scope, fixed)), ...turns.map((at) => folded(line.turn[at]!, [at - 2, at - 1, at], classes, sizes, scope, fixed)),
    // the ends of runs lean to the fingers their keys have in other octaves, however often
    ...(leaning ? [folded(tableOf(line.grips[leaning.of]!, line.grips[leaning.at]!, line.apart), [leaning.of, leaning.at], classes, sizes, scope, NONE)] : []),
  ];
  if (tables.length === 1) return { scope, table: tables[0]! };
  const table = new Float64Array(scope.reduce((product, of) => product * sizes[of]!, 1));
  for (const one of tables) for (let i = 0; i < table.length; i++) table[i]! += one[i]!;
  return { scope, table };
}

/** A table over moments as one over the variables they stand for, which may be the same; a fixed moment has its grip whatever its variable is. */
function folded(table: Float64Array, moments: readonly number[], classes: Int32Array, sizes: readonly number[], scope: readonly number[], fixed: Fixed): Float64Array {
  if (scope.length === moments.length && !moments.some((at) => fixed.has(at)) && moments.every((at, i) => classes[at] === scope[i])) return table;
  const dims = scope.map((of) => sizes[of]!);
  const made = new Float64Array(dims.reduce((product, dim) => product * dim, 1));
  const digits = new Map<number, number>();
  for (let index = 0; index < made.length; index++) {
    let rest = index;
    for (let d = scope.length - 1; d >= 0; d--) {
      digits.set(scope[d]!, rest % dims[d]!);
      rest = Math.floor(rest / dims[d]!);
    }
    made[index] = table[moments.reduce((sum, at) => sum * sizes[classes[at]!]! + (fixed.get(at) ?? digits.get(classes[at]!)!), 0)]!;
  }
  return made;
}

/** Ties that lean between two variables. */
const endsOf = (line: Line, classes: Int32Array, ties: readonly Tie[]): Tie[] =>
  ties.filter(({ at, of, kind }) => kind === 'end' && classes[at] !== classes[of] && line.grips[of]!.length === line.grips[at]!.length);
