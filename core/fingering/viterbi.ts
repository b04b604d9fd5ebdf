import type { Line, Prices } from "./line.ts";

/** How a line's pairs of grips in a row lie one after the other in a flat table. */
interface Layout {
  readonly sizes: Int32Array;
  /**
   * Where the pairs of each moment begin: (grip before, grip now), the last fastest; of the first
   * moment there is nothing before.
   */
  readonly starts: Int32Array;
}

/** A line gone through in both directions. Costs are right but for a constant at each moment. */
export interface Passed extends Layout {
  readonly own: Prices;
  /**
   * The best cost of all that comes before a pair, with it; and the grip two before that is best.
   */
  readonly before: Float64Array;
  readonly back: Uint16Array;
  /** The best cost of all that comes after a pair, without it. */
  readonly after: Float64Array;
  /** Moments at which costs are otherwise than before. */
  readonly touched: readonly number[];
}

function layoutOf(own: Prices): Layout {
  const sizes = Int32Array.from(own, (prices) => prices.length);
  const starts = new Int32Array(own.length + 1);
  for (let at = 0; at < own.length; at++)
    starts[at + 1] = starts[at]! + (at > 0 ? sizes[at - 1]! : 1) * sizes[at]!;
  return { sizes, starts };
}

/**
 * The cheapest way through a line, exactly: what a moment costs depends on the two before it at
 * most, so the best cost of every pair of ways in a row is carried along (Viterbi 1967, of the
 * second order). Time grows with the length.
 *
 * @param own the price of each grip of each moment
 */
export function viterbi(line: Line, own: Prices): { path: number[]; cost: number } {
  if (own.length === 0) return { path: [], cost: 0 };
  const layout = layoutOf(own);
  const [before, back] = [
    new Float64Array(layout.starts[own.length]!),
    new Uint16Array(layout.starts[own.length]!),
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
 * Goes through a line in both directions.
 *
 * @param known the same line at other prices: only what the difference can affect is worked out
 * again
 * @param spent whether nobody needs what is known any more, so that its tables may be written over
 */
export function passed(line: Line, own: Prices, known?: Passed, spent = false): Passed {
  const count = own.length;
  const { sizes, starts } = known ?? layoutOf(own);
  const table = (from: Float64Array | undefined) =>
    !from ? new Float64Array(starts[count]!) : spent ? from : from.slice();
  const [before, after] = [table(known?.before), table(known?.after)];
  const back = !known ? new Uint16Array(starts[count]!) : spent ? known.back : known.back.slice();
  const layout = { sizes, starts };
  const moved = (at: number) =>
    !known ||
    (known.own[at] !== own[at] && own[at]!.some((price, grip) => price !== known.own[at]![grip]));
  const touched = new Uint8Array(count);
  const was = new Float64Array(
    sizes.reduce((most, size, at) => Math.max(most, size * (at > 0 ? sizes[at - 1]! : 1)), 0),
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
  for (let at = count - 2; at >= 0; at--)
    if (dirty || moved(at + 1))
      dirty = changes(after, at, () => backward(line, own, layout, at, after));
  return {
    sizes,
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

/** The best costs up to each pair that ends with a moment. */
function forward(
  line: Line,
  own: Prices,
  { sizes, starts }: Layout,
  at: number,
  costs: Float64Array,
  back: Uint16Array,
): void {
  const [hold, start] = [own[at]!, starts[at]!];
  if (at === 0) {
    costs.set(hold, start);
    return;
  }
  const [before, middle, now, from] = [
    at > 1 ? sizes[at - 2]! : 1,
    sizes[at - 1]!,
    sizes[at]!,
    starts[at - 1]!,
  ];
  const [step, triple] = [line.step[at]!, line.triple[at]];
  const joined = step.length > 0;
  for (let b = 0; b < middle; b++) {
    const row = start + b * now;
    if (triple) {
      for (let c = 0; c < now; c++) costs[row + c] = Infinity;
      for (let a = 0; a < before; a++) {
        const [base, place] = [costs[from + a * middle + b]!, (a * middle + b) * now];
        for (let c = 0; c < now; c++) {
          const cost = base + triple[place + c]!;
          if (cost < costs[row + c]!) {
            costs[row + c] = cost;
            back[row + c] = a;
          }
        }
      }
    } else {
      // without a price on three in a row what came before does not matter for what comes
      let [least, best] = [Infinity, 0];
      for (let a = 0; a < before; a++) {
        const cost = costs[from + a * middle + b]!;
        if (cost < least) [least, best] = [cost, a];
      }
      for (let c = 0; c < now; c++) {
        costs[row + c] = least;
        back[row + c] = best;
      }
    }
    for (let c = 0; c < now; c++) costs[row + c]! += (joined ? step[b * now + c]! : 0) + hold[c]!;
  }
}

/** The best costs after each pair that ends with a moment; 0 after the last. */
function backward(
  line: Line,
  own: Prices,
  { sizes, starts }: Layout,
  at: number,
  costs: Float64Array,
): void {
  const [before, now, next, start, then] = [
    at > 0 ? sizes[at - 1]! : 1,
    sizes[at]!,
    sizes[at + 1]!,
    starts[at]!,
    starts[at + 1]!,
  ];
  const [step, triple, hold] = [line.step[at + 1]!, line.triple[at + 1], own[at + 1]!];
  const joined = step.length > 0;
  const onward = new Float64Array(next);
  for (let c = 0; c < now; c++) {
    const row = c * next;
    for (let d = 0; d < next; d++)
      onward[d] = costs[then + row + d]! + hold[d]! + (joined ? step[row + d]! : 0);
    if (!triple) {
      // what came before does not matter for what comes
      let least = Infinity;
      for (let d = 0; d < next; d++) if (onward[d]! < least) least = onward[d]!;
      for (let b = 0; b < before; b++) costs[start + b * now + c] = least;
      continue;
    }
    for (let b = 0; b < before; b++) {
      const place = (b * now + c) * next;
      let least = Infinity;
      for (let d = 0; d < next; d++) {
        const cost = onward[d]! + triple[place + d]!;
        if (cost < least) least = cost;
      }
      costs[start + b * now + c] = least;
    }
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
  let pair = 0;
  for (let i = last; i < starts[count]!; i++)
    if (before[i]! < before[last + pair]!) pair = i - last;
  for (let at = count - 1; at > 0; at--) {
    path[at] = pair % sizes[at]!;
    pair = back[starts[at]! + pair]! * sizes[at - 1]! + (pair - path[at]!) / sizes[at]!;
  }
  path[0] = pair;
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
