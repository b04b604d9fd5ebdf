import type { PlayedBar } from "../../../score/index.ts";
import { inOrder } from "../../../score/marks/strata.ts";
import type { ProposedMark } from "../../../score/marks/work.ts";
import type { Moment } from "./places.ts";
import type { Step } from "./strokes.ts";

/** Moments of bars that are played again are the same moments: alike to the last of them. */
export function repeatedOf(moments: readonly Moment[], played: readonly PlayedBar[]): Moment[] {
  const firsts = new Map<string, number>();
  return moments.map((moment, i) => {
    const key = keyOf(played[moment.bar]!.bar, moment.offset);
    const again = firsts.get(key);
    if (again === undefined) firsts.set(key, i);
    return again === undefined ? moment : { ...moment, again, isRepeated: true };
  });
}

const keyOf = (bar: number, { num, den }: { readonly num: number; readonly den: number }) =>
  `${bar} ${num}/${den}`;

/**
 * Turns along the road as they are written in bars: once where the bellows go alike each time, else
 * for the time they are of.
 */
export function turnsInBars(
  marks: readonly ProposedMark[],
  played: readonly PlayedBar[],
  { moments, steps }: { readonly moments: readonly Moment[]; readonly steps: readonly Step[] },
): ProposedMark[] {
  const stepAt = new Map(moments.map(({ bar, offset }, i) => [keyOf(bar, offset), steps[i]!]));
  const found = new Map<string, ProposedMark>();
  for (const mark of marks) {
    const { offset } = mark.from;
    const { bar, time } = played[mark.from.bar]!;
    const { direction, button } = mark.data;
    const isAlways = played.every((one, i) => {
      const step = one.bar === bar ? stepAt.get(keyOf(i, offset)) : undefined;
      if (!step) return true;
      return (
        step.way === direction && (button === undefined || (step.byButton && step.open === button))
      );
    });
    const data = isAlways ? mark.data : { time, ...mark.data };
    const key = `${keyOf(bar, offset)} ${isAlways ? "" : time}`;
    if (!found.has(key)) found.set(key, { ...mark, data, from: { bar, offset } });
  }
  return inOrder([...found.values()]);
}
