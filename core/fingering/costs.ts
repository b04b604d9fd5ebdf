import type { Line } from "./line.ts";
import { stepOf } from "./steps.ts";

/** What one moment of a path costs, with the way to it, without anything added. */
export function costAt(line: Line, path: readonly number[], at: number): number {
  const [grip, size] = [path[at]!, line.ways[at]!.length];
  let cost = line.hold[at]![grip]!;
  const [steps, triple] = [line.step[at], line.triple[at]];
  if (steps) cost += stepOf(steps, path[at - 1]!, grip);
  if (triple)
    cost += triple[(path[at - 2]! * line.ways[at - 1]!.length + path[at - 1]!) * size + grip]!;
  return cost;
}

/** The same summed over the moments of each bar. */
export function costByBar(line: Line, path: readonly number[], bars: number): number[] {
  const found = Array<number>(bars).fill(0);
  line.moments.forEach(({ bar }, at) => (found[bar]! += costAt(line, path, at)));
  return found;
}

/** What a path costs in a line or in a stretch of it, without anything added. */
export function costOf(
  line: Line,
  path: readonly number[],
  { first, last } = { first: 0, last: path.length - 1 },
): number {
  let sum = 0;
  for (let at = first; at <= last; at++) sum += costAt(line, path, at);
  return sum;
}
