import type { Line } from './solve.ts';

/**
 * The cheapest way through a line without ties, exactly: what a moment costs depends on the two before it at most, so the best
 * cost of every pair of grips in a row is carried along (Viterbi 1967, of the second order). Time grows with the length.
 *
 * @param own the price of each grip of each moment
 */
export function chain(line: Line, own: readonly ArrayLike<number>[]): { path: number[]; cost: number } {
  const count = own.length;
  /** Best costs of (grip before, grip now), the last fastest; of the first moment of (nothing, grip). */
  let costs = Float64Array.from(own[0]!);
  let before = 1;
  const back: Uint8Array[] = [new Uint8Array(costs.length)];
  for (let at = 1; at < count; at++) {
    const [middle, now] = [own[at - 1]!.length, own[at]!.length];
    const [step, turn, hold] = [line.step[at]!, line.turn[at], own[at]!];
    const next = new Float64Array(middle * now);
    const from = new Uint8Array(middle * now);
    for (let b = 0; b < middle; b++) {
      // without a turn what came before does not matter for what comes
      let [least, best] = [Infinity, 0];
      for (let a = 0; a < before; a++) if (costs[a * middle + b]! < least) [least, best] = [costs[a * middle + b]!, a];
      for (let c = 0; c < now; c++) {
        if (turn) {
          [least, best] = [Infinity, 0];
          for (let a = 0; a < before; a++) {
            const cost = costs[a * middle + b]! + turn[(a * middle + b) * now + c]!;
            if (cost < least) [least, best] = [cost, a];
          }
        }
        const place = b * now + c;
        next[place] = least + (step.length ? step[place]! : 0) + hold[c]!;
        from[place] = best;
      }
    }
    back.push(from);
    [costs, before] = [next, middle];
  }
  let [cost, last] = [Infinity, 0];
  costs.forEach((one, place) => { if (one < cost) [cost, last] = [one, place]; });
  const path = new Array<number>(count).fill(0);
  let now = own[count - 1]!.length;
  for (let at = count - 1, place = last; at >= 0; at--) {
    path[at] = place % now;
    if (at === 0) break;
    const b = Math.floor(place / now);
    const a = back[at]![place]!;
    const middle = own[at - 1]!.length;
    place = a * middle + b;
    now = middle;
  }
  return { path, cost };
}
