import type { Line, Prices } from "./line.ts";
import { allOf, stepOf, type Steps } from "./steps.ts";

/**
 * How the states of a line lie one after the other in a flat table. The state of a moment is its
 * grip; where three in a row have a price from it on, it is the pair (grip before, grip now), the
 * last fastest.
 */
interface Layout {
  readonly sizes: Int32Array;
  /** Whether the states of a moment are pairs. */
  readonly pairs: Uint8Array;
  /** Where the states of each moment begin. */
  readonly starts: Int32Array;
}

/** A line gone through in both directions. Costs are right but for a constant at each moment. */
export interface Passed extends Layout {
  readonly own: Prices;
  /**
   * The best cost of all that comes before a state, with it; and the state of the moment before
   * that is best.
   */
  readonly before: Float64Array;
  readonly back: Uint32Array;
  /** The best cost of all that comes after a state, without it. */
  readonly after: Float64Array;
  /** Moments at which costs are otherwise than before. */
  readonly touched: readonly number[];
}

function layoutOf({ triple }: Line, own: Prices): Layout {
  const sizes = Int32Array.from(own, (prices) => prices.length);
  const pairs = Uint8Array.from(own, (_, at) => (triple[at + 1] ? 1 : 0));
  const starts = new Int32Array(own.length + 1);
  for (let at = 0; at < own.length; at++)
    starts[at + 1] = starts[at]! + (pairs[at] ? sizes[at - 1]! : 1) * sizes[at]!;
  return { sizes, pairs, starts };
}

/**
 * The cheapest way through a line, exactly: what a moment costs depends on the two before it at
 * most, so the best cost of every way is carried along, or of every pair of ways in a row where
 * three have a price (Viterbi 1967, there of the second order). Time grows with the length.
 *
 * @param own the price of each grip of each moment
 */
export function viterbi(line: Line, own: Prices): { path: number[]; cost: number } {
  if (own.length === 0) return { path: [], cost: 0 };
  const layout = layoutOf(line, own);
  const [before, back] = [
    new Float64Array(layout.starts[own.length]!),
    new Uint32Array(layout.starts[own.length]!),
  ];
  for (let at = 0; at < own.length; at++) forward(line, own, layout, at, before, back);
  return {
    path: pathOf({ ...layout, before, back }),
    cost: before
      .subarray(layout.starts[own.length - 1])
      .reduce((least, cost) => Math.min(least, cost), Infinity),
  };
}

/**
 * Goes through a line in both directions, or where nobody asks for regrets only onwards.
 *
 * @param known the same line at other prices: only what the difference can affect is worked out
 * again
 * @param both whether regrets are asked for; else `after` stays 0
 * @param spent whether nobody needs what is known any more, so that its tables may be written over
 */
export function passed(
  line: Line,
  own: Prices,
  both: boolean,
  known?: Passed,
  spent = false,
): Passed {
  const count = own.length;
  const layout: Layout = known ?? layoutOf(line, own);
  const { sizes, pairs, starts } = layout;
  const table = (from: Float64Array | undefined) =>
    !from ? new Float64Array(starts[count]!) : spent ? from : from.slice();
  const [before, after] = [table(known?.before), table(known?.after)];
  const back = !known ? new Uint32Array(starts[count]!) : spent ? known.back : known.back.slice();
  const moved = (at: number) =>
    !known ||
    (known.own[at] !== own[at] && own[at]!.some((price, grip) => price !== known.own[at]![grip]));
  const touched = new Uint8Array(count);
  const was = new Float64Array(
    sizes.reduce((most, _, at) => Math.max(most, starts[at + 1]! - starts[at]!), 0),
  );
  /** Works out the costs of a moment, and tells whether they are otherwise than they were. */
  const changes = (costs: Float64Array, at: number, work: () => void): boolean => {
    const [from, to] = [starts[at]!, starts[at + 1]!];
    if (known) for (let i = from; i < to; i++) was[i - from] = costs[i]!;
    work();
    const changed = !known || !sameButForAConstant(costs, was, from, to);
    if (changed) touched[at] = 1;
    return changed;
  };
  let dirty = false;
  for (let at = 0; at < count; at++)
    if (dirty || moved(at))
      dirty = changes(before, at, () => forward(line, own, layout, at, before, back));
  dirty = false;
  for (let at = both ? count - 2 : -1; at >= 0; at--)
    if (dirty || moved(at + 1))
      dirty = changes(after, at, () => backward(line, own, layout, at, after));
  return {
    sizes,
    pairs,
    starts,
    own,
    before,
    back,
    after,
    touched: [...touched.keys()].filter((at) => touched[at]),
  };
}

/** Costs closer than this are the same. */
const SAME = 1e-9;

function sameButForAConstant(
  costs: Float64Array,
  was: Float64Array,
  from: number,
  to: number,
): boolean {
  const by = costs[from]! - was[0]!;
  for (let i = 1; i < to - from; i++)
    if (Math.abs(costs[from + i]! - was[i]! - by) > SAME) return false;
  return true;
}

/** The best costs up to each state of a moment. */
function forward(
  line: Line,
  own: Prices,
  { sizes, pairs, starts }: Layout,
  at: number,
  costs: Float64Array,
  back: Uint32Array,
): void {
  const [hold, start] = [own[at]!, starts[at]!];
  if (at === 0) {
    costs.set(hold, start);
    return;
  }
  const [middle, now, from] = [sizes[at - 1]!, sizes[at]!, starts[at - 1]!];
  const before = (start - from) / middle;
  const [steps, triple, isPair] = [line.step[at], line.triple[at], pairs[at]];
  costs.fill(Infinity, start, starts[at + 1]);
  if (steps && !triple && !isPair && before === 1) {
    fromBest(steps, costs.subarray(from, start), costs.subarray(start), back.subarray(start));
    for (let c = 0; c < now; c++) costs[start + c]! += hold[c]!;
    return;
  }
  const step = steps && allOf(steps);
  /** From a state of the moment before, which ends with grip b. */
  const take = (state: number, b: number, row: number, place: number) => {
    const [base, joined] = [costs[from + state]!, b * now];
    for (let c = 0; c < now; c++) {
      let cost = base;
      if (step) cost += step[joined + c]!;
      if (triple) cost += triple[place + c]!;
      if (cost >= costs[row + c]!) continue;
      costs[row + c] = cost;
      back[row + c] = state;
    }
  };
  for (let b = 0; b < middle; b++) {
    const row = isPair ? start + b * now : start;
    if (triple)
      for (let a = 0; a < before; a++) take(a * middle + b, b, row, (a * middle + b) * now);
    else take(b, b, row, 0);
  }
  for (let i = start; i < starts[at + 1]!;) for (let c = 0; c < now; c++) costs[i++]! += hold[c]!;
}

/**
 * The best costs of coming to each way of a moment, the cheapest of those before it tried first:
 * where they alone cost more than what is found, the others are not looked at.
 */
function fromBest(
  steps: Steps,
  before: Float64Array,
  costs: Float64Array,
  back: Uint32Array,
): void {
  const order = cheapestFirst(before);
  for (let c = 0; c < steps.size; c++) {
    let least = Infinity;
    let best = 0;
    for (let i = 0; i < order.length; i++) {
      const b = order[i]!;
      if (before[b]! + steps.least > least) break;
      const cost = before[b]! + stepOf(steps, b, c);
      if (cost > least) continue;
      // of equal ones the first in the list
      best = cost < least ? b : Math.min(best, b);
      least = cost;
    }
    costs[c] = least;
    back[c] = best;
  }
}

/** Places of costs in a list, from the least on. */
function cheapestFirst(costs: Float64Array): Int32Array {
  const order = new Int32Array(costs.length);
  for (let i = 0; i < costs.length; i++) {
    let at = i;
    for (; at > 0 && costs[order[at - 1]!]! > costs[i]!; at--) order[at] = order[at - 1]!;
    order[at] = i;
  }
  return order;
}

/** The best costs after each state of a moment; 0 after the last. */
function backward(
  line: Line,
  own: Prices,
  { sizes, pairs, starts }: Layout,
  at: number,
  costs: Float64Array,
): void {
  const [now, next, start, then] = [sizes[at]!, sizes[at + 1]!, starts[at]!, starts[at + 1]!];
  const before = (then - start) / now;
  const [steps, triple, hold] = [line.step[at + 1], line.triple[at + 1], own[at + 1]!];
  const onward = new Float64Array(next);
  if (steps && !triple && !pairs[at + 1] && before === 1) {
    for (let d = 0; d < next; d++) onward[d] = costs[then + d]! + hold[d]!;
    toBest(steps, onward, costs.subarray(start, then));
    return;
  }
  const step = steps && allOf(steps);
  for (let c = 0; c < now; c++) {
    const [row, after] = [c * next, pairs[at + 1] ? then + c * next : then];
    for (let d = 0; d < next; d++)
      onward[d] = costs[after + d]! + hold[d]! + (step ? step[row + d]! : 0);
    for (let b = 0; b < before; b++) {
      const place = (b * now + c) * next;
      let least = Infinity;
      for (let d = 0; d < next; d++) {
        const cost = triple ? onward[d]! + triple[place + d]! : onward[d]!;
        if (cost < least) least = cost;
      }
      costs[start + b * now + c] = least;
    }
  }
}

/** The best costs of going on from each way of a moment, the cheapest of those after it first. */
function toBest(steps: Steps, after: Float64Array, costs: Float64Array): void {
  const order = cheapestFirst(after);
  for (let c = 0; c < costs.length; c++) {
    let least = Infinity;
    for (let i = 0; i < order.length; i++) {
      const d = order[i]!;
      if (after[d]! + steps.least >= least) break;
      least = Math.min(least, after[d]! + stepOf(steps, c, d));
    }
    costs[c] = least;
  }
}

/** The grips of the cheapest way, by their places in the lists. */
export function pathOf({
  sizes,
  starts,
  before,
  back,
}: Pick<Passed, "sizes" | "starts" | "before" | "back">): number[] {
  const count = sizes.length;
  const path = new Array<number>(count).fill(0);
  if (count === 0) return path;
  const last = starts[count - 1]!;
  let state = 0;
  for (let i = last; i < starts[count]!; i++)
    if (before[i]! < before[last + state]!) state = i - last;
  for (let at = count - 1; at >= 0; at--) {
    path[at] = state % sizes[at]!;
    state = back[starts[at]! + state]!;
  }
  return path;
}

/** By how much the best way through each grip of a moment is dearer than the best of all. */
export function regretsAt({ sizes, starts, before, after }: Passed, at: number): Float64Array {
  const now = sizes[at]!;
  const found = new Float64Array(now).fill(Infinity);
  let [least, grip] = [Infinity, 0];
  for (let i = starts[at]!; i < starts[at + 1]!; i++) {
    const cost = before[i]! + after[i]!;
    if (cost < found[grip]!) found[grip] = cost;
    if (cost < least) least = cost;
    grip = grip + 1 === now ? 0 : grip + 1;
  }
  return found.map((cost) => cost - least);
}
