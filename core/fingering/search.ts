/** A second-order chain: at each position some states, costs for one, two and three in a row. */
export interface Chain<S> {
  readonly states: readonly (readonly S[])[];
  readonly hold: (at: number, state: S) => number;
  readonly step: (at: number, a: S, b: S) => number;
  readonly turn: (at: number, a: S, b: S, c: S) => number;
}

/**
 * The cheapest path through a chain, exactly, by dynamic programming over pairs of neighbouring states; time and
 * memory grow linearly with its length. Undefined when every path costs Infinity; empty for an empty chain.
 */
export function cheapest<S>(chain: Chain<S>): { path: S[]; cost: number } | undefined {
  const { states } = chain;
  const n = states.length;
  if (n === 0) return { path: [], cost: 0 };
  const first = states[0]!;
  if (n === 1) {
    const costs = first.map((state) => chain.hold(0, state));
    const at = argmin(costs);
    return costs[at]! < Infinity ? { path: [first[at]!], cost: costs[at]! } : undefined;
  }
  // costs[b][a]: cheapest way to end with states a, b at positions i-1, i
  let costs = states[1]!.map((b) =>
    first.map((a) => chain.hold(0, a) + chain.hold(1, b) + chain.step(1, a, b)));
  const back: Int16Array[][] = [];
  for (let i = 2; i < n; i++) {
    const [befores, middles, nows] = [states[i - 2]!, states[i - 1]!, states[i]!];
    const choice = nows.map(() => new Int16Array(middles.length));
    costs = nows.map((c, ci) => {
      const hold = chain.hold(i, c);
      return middles.map((b, bi) => {
        const step = chain.step(i, b, c);
        let least = Infinity;
        for (let ai = 0; step < Infinity && ai < befores.length; ai++) {
          const before = costs[bi]![ai]!;
          if (before >= least) continue;
          const cost = before + chain.turn(i, befores[ai]!, b, c);
          if (cost < least) [least, choice[ci]![bi]] = [cost, ai];
        }
        return least + step + hold;
      });
    });
    back.push(choice);
  }
  return trace(states, costs, back);
}

function trace<S>(states: readonly (readonly S[])[], costs: number[][], back: Int16Array[][]): { path: S[]; cost: number } | undefined {
  let [last, before, cost] = [0, 0, Infinity];
  costs.forEach((row, c) => row.forEach((value, b) => {
    if (value < cost) [last, before, cost] = [c, b, value];
  }));
  if (cost === Infinity) return undefined;
  const n = states.length;
  const path: S[] = new Array<S>(n);
  path[n - 1] = states[n - 1]![last]!;
  path[n - 2] = states[n - 2]![before]!;
  for (let i = n - 1; i >= 2; i--) {
    const earlier = back[i - 2]![last]![before]!;
    path[i - 2] = states[i - 2]![earlier]!;
    [last, before] = [before, earlier];
  }
  return { path, cost };
}

const argmin = (values: readonly number[]): number => values.reduce((best, value, at) => (value < values[best]! ? at : best), 0);
