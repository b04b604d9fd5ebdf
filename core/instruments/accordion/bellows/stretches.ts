import type { Moment } from "./places.ts";
import { BUTTON_REST } from "./strokes.ts";

/** Moments that are the same music, in their order; each group has two or more. */
export type Groups = readonly (readonly number[])[];

/** Moments that come again together, one after the other; or that come once. */
export interface Stretch {
  readonly from: number;
  /** The last inclusive. */
  readonly to: number;
  /** Where it begins each time, in order. */
  readonly times: readonly number[];
}

export function groupsOf(moments: readonly Moment[], asked: ReadonlySet<number>): number[][] {
  const firstOf = (at: number): number => {
    const first = moments[at]!.again;
    return first === undefined ? at : firstOf(first);
  };
  const groups = new Map<number, number[]>();
  for (const at of [...asked].sort((a, b) => a - b)) {
    const first = firstOf(at);
    groups.set(first, [...(groups.get(first) ?? [first]), at]);
  }
  return [...groups.values()];
}

/** Moments that go another way than when they were first. */
export const unlike = (groups: Groups, ways: ArrayLike<string | number>): number =>
  groups.reduce(
    (sum, [first, ...others]) => sum + others.filter((at) => ways[at] !== ways[first!]).length,
    0,
  );

/**
 * All moments as stretches that come again whole. After a rest another begins: the air button may
 * set the bellows there, each time otherwise.
 */
export function stretchesOf(moments: readonly Moment[], groups: Groups): Stretch[] {
  const count = moments.length;
  const groupAt = new Array<readonly number[] | undefined>(count).fill(undefined);
  for (const group of groups) for (const i of group) groupAt[i] = group;
  const isSet = (i: number): boolean => moments[i]!.silence >= BUTTON_REST;
  const goesOn = (i: number): boolean => {
    const [before, here] = [groupAt[i - 1], groupAt[i]];
    if ((here ?? [i]).some(isSet)) return false;
    if (!before || !here) return before === here;
    return before.length === here.length && before.every((one, time) => here[time] === one + 1);
  };
  const found: Stretch[] = [];
  for (let from = 0, i = 1; i <= count; i++) {
    if (i < count && goesOn(i)) continue;
    found.push({ from, to: i - 1, times: groupAt[from] ?? [from] });
    from = i;
  }
  return found;
}
