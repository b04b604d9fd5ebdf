import { compare, toNumber } from "../model/fraction.ts";
import type { Bar, Road } from "../model/model.ts";
import { barSpan } from "../model/places.ts";
import { tempoOf } from "../model/tempo.ts";

export type Repeats = Road["repeats"];

/** A stretch between repeat signs. Bar indexes, inclusive. */
export interface Repeated {
  readonly from: number;
  readonly to: number;
  readonly times: number;
}

/** Longer than anything a person plays; it stops signs that lead in circles. */
const LONGEST = 50_000;

/** The passages that repeat signs enclose. */
export function repeatsOf(bars: readonly Bar[]): Repeated[] {
  const found: Repeated[] = [];
  let start = 0;
  bars.forEach((bar, at) => {
    if (bar.repeatStart) start = at;
    if (bar.repeatEnd === undefined) return;
    // a second ending that repeats again belongs to the same passage
    found.push({ from: start, to: at, times: Math.max(bar.repeatEnd, lastPass(bars, at)) });
    if (!bar.endings || !bars[at + 1]?.endings) start = at + 1;
  });
  return found;
}

/** The highest pass that any bracket of the group from bar `at` on asks for. */
function lastPass(bars: readonly Bar[], at: number): number {
  let last = 1;
  for (let i = at; bars[i]?.endings; i++) last = Math.max(last, ...bars[i]!.endings!);
  return last;
}

/** Whether a bracket with a later pass stands further on in the same group. */
function isEarlierEnding(bars: readonly Bar[], at: number): boolean {
  const own = Math.max(...bars[at]!.endings!);
  for (let i = at + 1; bars[i]?.endings; i++) if (Math.max(...bars[i]!.endings!) > own) return true;
  return false;
}

/**
 * Bar indexes as played: repeats and endings, then D.C. or D.S. to Fine or by way of the coda.
 * After a jump no repeat is taken again and only last endings are played (common practice, no
 * source).
 *
 * @example playingOrder(score.bars).length // => 24
 */
export function playingOrder(bars: readonly Bar[], repeats: Repeats = "all"): number[] {
  const order: number[] = [];
  const taken = (at: number) => repeats === "all" || (repeats !== "none" && repeats.includes(at));
  const segno = Math.max(
    0,
    bars.findIndex((bar) => bar.signs?.segno),
  );
  let [at, start, pass, jumped] = [0, 0, 1, false];
  while (at < bars.length && order.length < LONGEST) {
    const bar = bars[at]!;
    if (bar.repeatStart && at !== start) [start, pass] = [at, 1];
    const plain = jumped || !groupTaken(bars, at, taken);
    if (bar.endings && (plain ? isEarlierEnding(bars, at) : !bar.endings.includes(pass))) {
      at++;
      continue;
    }
    order.push(at);
    if (
      bar.repeatEnd &&
      !jumped &&
      taken(at) &&
      pass < Math.max(bar.repeatEnd, lastPass(bars, at))
    ) {
      pass++;
      at = start;
      continue;
    }
    if ((bar.repeatEnd && !bar.endings) || (bar.endings && !bars[at + 1]?.endings))
      [start, pass] = [at + 1, 1];
    if (jumped && bar.signs?.fine) break;
    const coda =
      jumped && bar.signs?.toCoda
        ? bars.findIndex((other, i) => other.signs?.coda && i !== at && i > at)
        : -1;
    if (coda >= 0) at = coda;
    else if (bar.signs?.jump && !jumped)
      [at, jumped] = [bar.signs.jump === "capo" ? 0 : segno, true];
    else at++;
  }
  return order;
}

/** Whether the repeat that a bar under a bracket belongs to is taken. */
function groupTaken(bars: readonly Bar[], at: number, taken: (at: number) => boolean): boolean {
  if (!bars[at]!.endings) return true;
  let [from, to] = [at, at];
  while (bars[from - 1]?.endings) from--;
  while (bars[to + 1]?.endings) to++;
  return bars.slice(from, to + 1).some((bar) => bar.repeatEnd && taken(bar.index));
}

/** Bar indexes of chosen barRanges, one after the other in one pass: a cut for a performance. */
export const cutOrder = (
  bars: readonly Bar[],
  barRanges: readonly { from: number; to: number }[],
): number[] =>
  barRanges.flatMap(({ from, to }) => onePass(bars, from, Math.min(to, bars.length - 1)));

/** Bar indexes as the piece is gone through on a road. */
export const roadOrder = (bars: readonly Bar[], { repeats, cuts }: Road): number[] =>
  cuts.length ? cutOrder(bars, cuts) : playingOrder(bars, repeats);

/** The road when nothing else was chosen: everything as written. */
export const WHOLE_ROAD: Road = { repeats: "all", cuts: [] };

/** The order as people write it: `1–16, 1–15, 17–24`. */
export function roadText(bars: readonly Bar[], order: readonly number[]): string {
  const runs: [number, number][] = [];
  for (const bar of order) {
    const last = runs.at(-1);
    if (last && bar === last[1] + 1) last[1] = bar;
    else runs.push([bar, bar]);
  }
  return runs.map(([from, to]) => barSpan(bars, from, to)).join(", ");
}

/**
 * Seconds that an order of bars lasts. A tempo is kept until another is printed; those after the
 * first follow it when it is played otherwise. A note under a fermata is held for twice its length
 * (common practice, no source).
 *
 * @param tempo of the beginning, in quarters a minute; as printed when not given
 * @example secondsOf(score.bars, playingOrder(score.bars), 60) // => 72
 */
export function secondsOf(bars: readonly Bar[], order: readonly number[], tempo?: number): number {
  const printed: number[] = [];
  let now = tempoOf({ bars });
  const first = now;
  for (const bar of bars) printed.push((now = bar.tempo ?? now));
  const scale = (tempo ?? first) / first;
  return order.reduce(
    (sum, at) =>
      sum + ((toNumber(bars[at]!.length) + (bars[at]!.held ?? 0)) * 60) / (printed[at]! * scale),
    0,
  );
}

/** Whether the piece begins with less than a bar. */
export const hasPickup = (bars: readonly Bar[]): boolean =>
  bars.length > 1 && compare(bars[0]!.length, bars[0]!.nominal) < 0;

/**
 * One pass from bar `from` to bar `to` without repeats: where brackets stand side by side only the
 * last is played.
 */
export function onePass(bars: readonly Bar[], from: number, to: number): number[] {
  const indexes: number[] = [];
  for (let i = from; i <= to; i++) {
    const bar = bars[i]!;
    const last = bar.endings && Math.max(...bar.endings);
    let end = i;
    while (last && bars[end + 1]?.endings && end < to) end++;
    const later =
      last && bars.slice(i + 1, end + 1).some((next) => Math.max(...next.endings!) > last);
    if (!later) indexes.push(i);
  }
  return indexes;
}
