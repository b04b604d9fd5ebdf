import { FORBIDDEN, type Line } from './line.ts';

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

/** Moments either side of a stretch that are looked at with it. */
const AROUND = 8;

/** What it costs more, for each pair of moments, if those of one stretch take the grips the other has by itself, whichever way is cheaper. */
export function dearerAlike(line: Line, pairs: readonly (readonly [at: number, of: number])[]): number {
  const [now, before] = [alone(line, pairs.map(([at]) => at)), alone(line, pairs.map(([, of]) => of))];
  if (now.grips.every((grip, i) => grip === before.grips[i])) return 0;
  return Math.min(now.forced(before.grips), before.forced(now.grips)) / pairs.length;
}

/** The grips of some moments in a row without regard to the rest of the line, and what others would cost more. */
function alone(line: Line, own: readonly number[]): { grips: number[]; forced: (grips: readonly number[]) => number } {
  const from = Math.max(0, own[0]! - AROUND);
  const part = stretchOf(line, from, own.at(-1)! + AROUND);
  const { path, cost } = chain(part, part.hold);
  return {
    grips: own.map((at) => path[at - from]!),
    forced: (grips) => {
      const hold = [...part.hold];
      own.forEach((at, i) => (hold[at - from] = hold[at - from]!.map((price, grip) => (grip === grips[i] ? price : price + FORBIDDEN))));
      return chain(part, hold).cost - cost;
    },
  };
}

/** Some moments of a line, as if there were no others. */
function stretchOf(line: Line, from: number, to: number): Line {
  const cut = <T>(list: readonly T[]): T[] => list.slice(from, to + 1);
  const [step, turn] = [cut(line.step), cut(line.turn)];
  step[0] = new Float64Array(0);
  turn[0] = turn[1] = undefined;
  return { ...line, moments: cut(line.moments), grips: cut(line.grips), hold: cut(line.hold), step, turn };
}
