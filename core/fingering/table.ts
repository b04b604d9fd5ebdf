export const NO_TABLE = new Float64Array(0);

/** A price for every pair of ways, the last fastest. */
export function tableOf<C>(
  a: readonly C[],
  b: readonly C[],
  price: (one: C, other: C) => number,
): Float64Array {
  const table = new Float64Array(a.length * b.length);
  let i = 0;
  for (const one of a) for (const other of b) table[i++] = price(one, other);
  return table;
}
