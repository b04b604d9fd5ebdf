/**
 * What going from each way of a moment to each way of the next costs, worked out when it is asked
 * for: of most pairs nobody asks, as others are cheaper whatever those cost.
 */
export interface Steps {
  /** The later way fastest; 0 where nobody asked yet, and `FREE` for what costs nothing. */
  readonly costs: Float64Array;
  /** Ways of the later moment. */
  readonly size: number;
  readonly price: (from: number, to: number) => number;
  /** No step costs less; -Infinity where that is not known. */
  readonly least: number;
}

/** Added to anything it changes nothing. */
const FREE = Number.MIN_VALUE;

/** @param least no step costs less */
export function stepsOf<C>(
  a: readonly C[],
  b: readonly C[],
  price: (one: C, other: C) => number,
  least: number,
): Steps {
  const costs = new Float64Array(a.length * b.length);
  return { costs, size: b.length, price: (from, to) => price(a[from]!, b[to]!), least };
}

/** Of going from one way to another, by their places in the lists. */
export function stepOf({ costs, size, price }: Steps, from: number, to: number): number {
  const at = from * size + to;
  return costs[at]! || (costs[at] = price(from, to) || FREE);
}

/** The prices of all pairs. */
export function allOf({ costs, size, price }: Steps): Float64Array {
  for (let i = 0; i < costs.length; i++)
    if (costs[i] === 0) costs[i] = price(Math.floor(i / size), i % size) || FREE;
  return costs;
}
