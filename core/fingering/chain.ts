import type { Line } from './line.ts';

/**
 * The cheapest way through a line without ties, exactly: what a moment costs depends on the two before it at most, so the best
 * cost of every pair of grips in a row is carried along (Viterbi 1967, of the second order). Time grows with the length.
 *
 * @param own the price of each grip of each moment
 */
export function chain(line: Line, own: readonly ArrayLike<number>[]): { path: number[]; cost: number } {
  const count = own.length;
  const sizes = new Int32Array(count);
  for (let at = 0; at < count; at++) sizes[at] = own[at]!.length;
  /** Where the pairs of each moment begin in `back`; of the first moment there is nothing before. */
  const starts = new Int32Array(count + 1);
  let most = 1;
  for (let at = 0; at < count; at++) {
    const pairs = (at > 0 ? sizes[at - 1]! : 1) * sizes[at]!;
    starts[at + 1] = starts[at]! + pairs;
    most = Math.max(most, pairs);
  }
  /** The grip two before that is best for each pair. */
  const back = new Uint8Array(starts[count]!);
  // best costs of (grip before, grip now), the last fastest
  let [costs, next] = [new Float64Array(most), new Float64Array(most)];
  for (let c = 0; c < sizes[0]!; c++) costs[c] = own[0]![c]!;
  let before = 1;
  for (let at = 1; at < count; at++) {
    const [middle, now, start] = [sizes[at - 1]!, sizes[at]!, starts[at]!];
    const [step, turn, hold] = [line.step[at]!, line.turn[at], own[at]!];
    const joined = step.length > 0;
    for (let b = 0; b < middle; b++) {
      const row = b * now;
      if (turn) {
        for (let c = 0; c < now; c++) next[row + c] = Infinity;
        for (let a = 0; a < before; a++) {
          const [base, place] = [costs[a * middle + b]!, (a * middle + b) * now];
          for (let c = 0; c < now; c++) {
            const cost = base + turn[place + c]!;
            if (cost < next[row + c]!) {
              next[row + c] = cost;
              back[start + row + c] = a;
            }
          }
        }
      } else {
        // without a turn what came before does not matter for what comes
        let [least, best] = [Infinity, 0];
        for (let a = 0; a < before; a++) {
          const cost = costs[a * middle + b]!;
          if (cost < least) [least, best] = [cost, a];
        }
        for (let c = 0; c < now; c++) {
          next[row + c] = least;
          back[start + row + c] = best;
        }
      }
      for (let c = 0; c < now; c++) next[row + c]! += (joined ? step[row + c]! : 0) + hold[c]!;
    }
    [costs, next, before] = [next, costs, middle];
  }
  let [cost, place] = [Infinity, 0];
  const last = starts[count]! - starts[count - 1]!;
  for (let i = 0; i < last; i++) if (costs[i]! < cost) [cost, place] = [costs[i]!, i];
  const path = new Array<number>(count).fill(0);
  for (let at = count - 1; at > 0; at--) {
    const now = sizes[at]!;
    const c = place % now;
    path[at] = c;
    const b = (place - c) / now;
    place = back[starts[at]! + place]! * sizes[at - 1]! + b;
  }
  path[0] = place % sizes[0]!;
  return { path, cost };
}
