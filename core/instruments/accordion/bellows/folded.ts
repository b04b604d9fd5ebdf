import { costsBefore, costsOf, endingCosts, firstState, rowsFor, type Costs } from "./ahead.ts";
import { setByButton } from "./button.ts";
import { goOnFrom } from "./carried.ts";
import { clear, eachOf, noLabels, put, type Label, type Search } from "./labels.ts";
import type { Moment } from "./places.ts";
import { asNearAsCanBe, forget, knownOf, learn, playedAgain, wayBy } from "./replayed.ts";
import type { Stretch } from "./stretches.ts";
import { PRICES, type Ends, type Gone } from "./strokes.ts";

/**
 * So much more than the least it may cost: one after the other, until there is a way, which
 * without a limit there is. In longer music that is more from the beginning.
 */
const MORE = [2, 3, 4.5, 7, 10, 16, 64, 256, 1024, Infinity];
const LONG = 300;

/** So many ways are kept at first, and what a better one costs less. */
const FEW = 4;
const CENT = 0.01;

/** So many ways are kept that come to the same: the fewer, the longer the music is. */
const keptFor = (moments: number): number =>
  moments > 2500 ? 1 : Math.max(3, Math.min(24, Math.round(2400 / moments)));

/**
 * The cheapest way that is alike wherever the music comes again, as far as is looked: what comes
 * again is planned once, for all its times together. Ways are carried from moment to moment with
 * what they did before; where a stretch comes again, each does there what it did the first time,
 * which takes as many steps as it has turns. Where that leaves no air for any, the nearest to it
 * is done.
 *
 * @param ahead the least that is still to come before each moment, alike or not
 */
export function folded(
  moments: readonly Moment[],
  stretches: readonly Stretch[],
  ends: Ends,
  ahead: readonly Float64Array[],
): Gone {
  const once = costsOf(moments, ends);
  const always = allTimes(stretches, once);
  const unplayed = unplayedCosts(moments, stretches, ends, always);
  const passed = [0];
  for (const { air } of moments) passed.push(passed.at(-1)! + air);
  const first = firstState(ends);
  const least = Math.max(ahead[0]![first]!, unplayed[0]![first]!);
  const ids = new Map<number, number>();
  const by = { moments, ends, once, always, ahead, unplayed, passed, ids };
  let found: Label | undefined;
  const length = Math.max(1, moments.length / LONG);
  for (let k = 0; !found; k++) {
    const limit = least + MORE[k]! * length;
    found = within({ ...by, limit }, stretches, Math.min(FEW, keptFor(moments.length)));
  }
  // what is known now is a limit for looking closer
  const limit = found.cost + endingCosts(ends)[found.state]! - CENT;
  found = within({ ...by, limit }, stretches, keptFor(moments.length)) ?? found;
  return wayBy(by, found);
}

/** What is done the first time is done each time; only how a stretch begins is its own affair. */
function allTimes(stretches: readonly Stretch[], once: Costs): Costs {
  const turn = once.turn.slice();
  for (const { from, to, times } of stretches)
    for (let i = from + 1; i <= to && times[0] === from; i++)
      for (const time of times.slice(1)) turn[i]! += once.turn[time + i - from]!;
  return { ...once, turn };
}

/** The least that is still to come of what is played for the first time. */
function unplayedCosts(
  moments: readonly Moment[],
  stretches: readonly Stretch[],
  ends: Ends,
  always: Costs,
): Float64Array[] {
  const rows = rowsFor(moments);
  rows[moments.length]!.set(endingCosts(ends));
  let least = 0;
  for (const { from, to, times } of [...stretches].reverse())
    if (times[0] === from) {
      for (let i = to; i >= from; i--) costsBefore(moments[i]!, i, rows, always);
      least = rows[from]!.reduce((a, b) => Math.min(a, b));
      // how the bellows stand after what is played again is not known
    } else rows[from]!.fill(least);
  return rows;
}

/** The cheapest way that costs no more than the limit. */
function within(search: Search, stretches: readonly Stretch[], kept: number): Label | undefined {
  let [now, next] = [noLabels(kept), noLabels(kept)];
  const state = firstState(search.ends);
  const nowhere = { start: -1, low: 0, high: 0, room: Infinity };
  put(now, { state, cost: 0, own: 0, ...nowhere, turn: undefined, known: undefined });
  for (const stretch of stretches) {
    const { from, to, times } = stretch;
    const isAgain = times[0] !== from;
    for (let i = from; i <= (isAgain ? from : to); i++) {
      clear(next);
      if (isAgain) allAgain(search, stretch, eachOf(now)).forEach((label) => put(next, label));
      else goOnFrom(search, stretch, i, now, next);
      [now, next] = [next, now];
    }
    if (now.used.length === 0) return undefined;
    if (!isAgain && times.length > 1)
      for (const label of eachOf(now)) learn(search, label, stretch, state);
  }
  const ending = endingCosts(search.ends);
  return eachOf(now).reduce((a, b) =>
    b.cost + ending[b.state]! < a.cost + ending[a.state]! ? b : a,
  );
}

/** So many try what is nearest, where none can do as before. */
const TRY = 8;

/** A stretch that comes again: all ways that can do as they did. */
function allAgain(search: Search, stretch: Stretch, labels: readonly Label[]): Label[] {
  const { unplayed, ahead, limit } = search;
  const [bound, road] = [unplayed[stretch.to + 1]!, ahead[stretch.to + 1]!];
  const isWithin = ({ state, cost, own }: Label) =>
    cost < Infinity && cost + bound[state]! <= limit && own + road[state]! <= limit;
  const set = setByButton(search, stretch.from, labels, (one) => [knownOf(one, stretch).way]);
  const alike = [...labels, ...set]
    .map((label) => playedAgain(search, label, stretch))
    .filter(isWithin);
  const found = alike.length > 0 ? alike : nearest(search, stretch, labels).filter(isWithin);
  if (stretch.from === stretch.times.at(-1)) forget(search, stretch, found);
  return found;
}

const nearest = (search: Search, stretch: Stretch, labels: readonly Label[]): Label[] =>
  labels
    .filter(({ cost }) => cost + PRICES.unlike <= search.limit)
    .sort((a, b) => a.cost - b.cost)
    .slice(0, TRY)
    .map((label) => asNearAsCanBe(search, label, stretch));
