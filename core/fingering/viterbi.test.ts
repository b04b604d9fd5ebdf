import { viterbi } from "./viterbi.ts";
import type { Line } from "./line.ts";
import { stepOf, stepsOf } from "./steps.ts";

/** A line of prices alone, with so many ways at each moment: what a fretted chord may have. */
function lineOf(sizes: readonly number[], seed: number): Line {
  let state = seed;
  const next = () => (state = (state * 48271) % 2147483647) / 2147483647;
  const table = (length: number) => Float64Array.from({ length }, () => Math.round(next() * 1000));
  const between = (a: number, b: number) => {
    const prices = table(a * b);
    const places = (count: number) => Array.from({ length: count }, (_, i) => i);
    return stepsOf(places(a), places(b), (from, to) => prices[from * b + to]!, 0);
  };
  return {
    moments: [],
    ways: [],
    hold: sizes.map(table),
    step: sizes.map((size, at) => (at > 0 ? between(sizes[at - 1]!, size) : undefined)),
    triple: sizes.map(() => undefined),
  };
}

/** The least cost by first-order dynamic programming, written the plain way. */
function least({ hold, step }: Line): number {
  let costs = [...hold[0]!];
  for (let at = 1; at < hold.length; at++)
    costs = [...hold[at]!].map((own, to) =>
      costs.reduce(
        (best, cost, from) => Math.min(best, cost + stepOf(step[at]!, from, to) + own),
        Infinity,
      ),
    );
  return Math.min(...costs);
}

it("finds the cheapest way through moments with hundreds of ways each, none of them confused", () => {
  for (let seed = 1; seed <= 24; seed++) {
    const sizes = seed % 2 ? [400, 2, 300, 2] : [2, 300, 3, 257];
    const line = lineOf(sizes, seed);
    const { path, cost } = viterbi(line, line.hold);
    expect(cost).toBe(least(line));
    const paid = path.reduce(
      (sum, grip, at) =>
        sum + line.hold[at]![grip]! + (at > 0 ? stepOf(line.step[at]!, path[at - 1]!, grip) : 0),
      0,
    );
    expect(paid).toBe(cost);
  }
});
