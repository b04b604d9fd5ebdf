import { FULL, inner, type Moment } from "./places.ts";

export type Direction = "open" | "close";

/** What the bellows do at a moment: which way from there on, and how far open they are then. */
export interface Step {
  readonly way: Direction;
  /** Hundredths of a full stroke, 0 closed. */
  readonly open: number;
  /** The air button brought them there, in the rest before. */
  readonly byButton: boolean;
  /** Hundredths that are missing until the next moment. */
  readonly missing: number;
}

/** How the bellows stand: hundredths open, and which way they go. */
export interface Stand {
  readonly open: number;
  readonly way: Direction;
}

/** From where the bellows begin; and whether they are to be nearly closed at the end. */
export interface Ends {
  /** Nothing is played before: they begin closed, opening. */
  readonly start?: Stand;
  readonly closes: boolean;
  /** How they are to stand at the end, so that what follows goes on as it is. */
  readonly end?: Stand;
}

/** What is wanted of moments, by their index. */
export interface Wanted {
  /** The direction a moment should have, where it should be like another. */
  readonly like?: ReadonlyMap<number, Direction>;
  /** At which they should be nearly closed and opening. */
  readonly home?: ReadonlySet<number>;
  /** Where they turn into a direction, whatever it costs. */
  readonly turns?: ReadonlyMap<number, Direction>;
  /** The direction a moment has now, which is left for a reason only. */
  readonly now?: ReadonlyMap<number, Direction>;
}

/** Prices. Common practice, no source. */
const TURN = 1;
const BUTTON = 0.7;
/** For each hundredth the bellows are open at the end. */
const LEFT_OPEN = 0.03;
/** There is no air: whatever else it costs, and for each hundredth that is missing. */
const NONE = 1000;
const MISSING = 10;
/** What begins and ends alike can come again: for each hundredth open, and for closing there. */
const FROM_HOME = 0.05;
const CLOSING = 2;
/** Hundredths that nobody measures. */
const SLACK = 2;
/** A moment that goes another way than when it was first. */
const UNLIKE = 20;
/** A moment that goes another way than it does now, where what is written heals. */
const CHANGED = 0.3;
/** For each hundredth they stand otherwise at the end than what follows has them. */
const OFF_THE_END = 0.1;

/** Seconds the button takes for a full stroke, and the least rest for it. From memory. */
const BUTTON_SECONDS = 1.5;
export const BUTTON_REST = 0.4;

/** Hundredths that are missing to get there: beyond fully open or closed. */
export function missingFrom(to: number): number {
  const short = Math.max(0, to - FULL, -to);
  return short > SLACK ? short : 0;
}

/** Each state comes from itself, where nothing is done at a moment. */
const STAYS = Int16Array.from({ length: 2 * (FULL + 1) }, (_, state) => state);

const WAYS: readonly Direction[] = ["open", "close"];

/**
 * The cheapest way through the moments: exact over place, direction and hundredths of a stroke.
 *
 * @returns a cost that is infinite where no way does what is wanted
 */
export function cheapest(
  moments: readonly Moment[],
  { start, closes, end }: Ends,
  { like, home, turns, now: ways }: Wanted = {},
): { readonly steps: Step[]; readonly cost: number } {
  const size = 2 * (FULL + 1);
  // three lists in turn: a long piece has thousands of moments, and is gone through many times
  let [before, after] = [new Float64Array(size), new Float64Array(size)];
  const at = new Float64Array(size);
  before.fill(Infinity);
  if (start) before[WAYS.indexOf(start.way) * (FULL + 1) + start.open] = 0;
  else before[0] = 0;
  // for each moment and state after it: the state before it, and where the air button brought it
  const from = new Int16Array(size * moments.length);
  const placed = new Int16Array(size * moments.length);
  let row = 0;
  const relax = (state: number, cost: number, by: number) => {
    if (cost >= at[state]! - 1e-9) return;
    at[state] = cost;
    from[row + state] = by;
  };
  for (let i = 0; i < moments.length; i++) {
    const moment = moments[i]!;
    row = size * i;
    // at the moment itself: the same way on, a turn, or begun again after the button
    at.set(before);
    from.set(STAYS, row);
    const free = i === 0 && !start;
    const turn = turns?.get(i);
    if (turn) at.fill(Infinity);
    if ((moment.canTurn || turn) && !free)
      for (let open = 0; open <= FULL; open++)
        for (const way of [0, 1]) {
          const [now, other] = [way * (FULL + 1) + open, (1 - way) * (FULL + 1) + open];
          if (!turn || turn === WAYS[1 - way])
            relax(other, before[now]! + TURN + moment.price, now);
        }
    const reach = Math.floor((moment.silence / BUTTON_SECONDS) * FULL);
    if (moment.silence >= BUTTON_REST && i > 0 && !turn)
      for (let now = 0; now < size; now++) {
        if (before[now] === Infinity) continue;
        const open = now % (FULL + 1);
        const [low, high] = [Math.max(0, open - reach), Math.min(FULL, open + reach)];
        for (let to = low; to <= high; to++)
          if (to !== open)
            for (const way of [0, 1]) relax(way * (FULL + 1) + to, before[now]! + BUTTON, now);
      }
    const [wanted, was] = [like?.get(i), ways?.get(i)];
    const isHome = home?.has(i) ?? false;
    after.fill(Infinity);
    for (const way of [0, 1]) {
      const first = way * (FULL + 1);
      const step = way === 0 ? moment.air : -moment.air;
      const other =
        (wanted && wanted !== WAYS[way] ? UNLIKE : 0) +
        (was && was !== WAYS[way] ? CHANGED : 0) +
        (isHome && way === 1 ? CLOSING : 0);
      for (let open = 0; open <= FULL; open++) {
        if (at[first + open] === Infinity) continue;
        const to = open + step;
        const short = missingFrom(to);
        let cost = at[first + open]! + other;
        if (short > 0) cost += NONE + MISSING * short;
        if (isHome) cost += FROM_HOME * open;
        const there = first + Math.max(0, Math.min(FULL, to));
        if (cost >= after[there]! - 1e-9) continue;
        after[there] = cost;
        placed[row + there] = first + open;
      }
    }
    [before, after] = [after, before];
  }
  let [best, cost] = [-1, Infinity];
  for (let state = 0; state < size; state++) {
    const open = state % (FULL + 1);
    const away = end ? OFF_THE_END * Math.abs(open - end.open) : 0;
    const isOther = end && end.way !== WAYS[state > FULL ? 1 : 0];
    const all = before[state]! + (closes ? LEFT_OPEN * open : 0) + away + (isOther ? NONE : 0);
    if (all < cost - 1e-9) [best, cost] = [state, all];
  }
  const steps: Step[] = [];
  if (best < 0) return { steps, cost };
  for (let i = moments.length - 1; i >= 0; i--) {
    const state = placed[size * i + best]!;
    const came = from[size * i + state]!;
    const open = state % (FULL + 1);
    const to = state > FULL ? open - moments[i]!.air : open + moments[i]!.air;
    steps.push({
      way: WAYS[state > FULL ? 1 : 0]!,
      open,
      byButton: came % (FULL + 1) !== open,
      missing: missingFrom(to),
    });
    best = came;
  }
  return { steps: steps.reverse(), cost: moments.length ? cost : 0 };
}

/** The bellows over some moments, alike where the music comes again. */
export function planBellows(moments: readonly Moment[], ends: Ends): Step[] {
  const alone = cheapest(moments, ends);
  const asked = inner(moments);
  if (asked.size === 0) return alone.steps;
  const groups = groupsOf(moments, asked);
  let best: { steps: Step[]; cost: number } | undefined;
  // all as it is the first time, the second, …: whichever costs least over all
  const most = Math.min(TIMES, Math.max(...groups.map((group) => group.length)));
  const loudest = asLoud(moments, groups);
  const home = new Set(
    moments.flatMap(({ again }, i) => {
      const isStart = again !== undefined && moments[i - 1]?.again !== again - 1;
      return isStart ? [i, again] : [];
    }),
  );
  const patterns = [
    alone.steps,
    cheapest(loudest, ends).steps,
    cheapest(moments, ends, { home }).steps,
    cheapest(loudest, ends, { home }).steps,
  ];
  // what many patterns come to is worked out once
  const known = new Map<string, Step[]>();
  // nothing is cheaper than the way that need not be alike
  const isBest = () => best !== undefined && best.cost < alone.cost + 1e-9;
  for (const [from, time] of patterns.flatMap((pattern) =>
    Array.from({ length: most }, (_, at) => [pattern, at] as const),
  )) {
    let steps = from;
    for (let round = 0; round < ROUNDS && !isBest(); round++) {
      const ways = groups.map((group) => steps[group[Math.min(time, group.length - 1)]!]!.way);
      const key = ways.map((way) => way[0]).join("");
      const before = known.get(key);
      if (before) {
        steps = before;
        continue;
      }
      const like = new Map(
        groups.flatMap((group, i) => group.map((at): [number, Direction] => [at, ways[i]!])),
      );
      steps = cheapest(moments, ends, { like }).steps;
      known.set(key, steps);
      const cost = costOf(moments, steps, ends) + UNLIKE * unlike(groups, steps);
      if (!best || cost < best.cost - 1e-9) best = { steps, cost };
    }
  }
  return best!.steps;
}

/** Of what comes again more often the first times are tried, so that long pieces do not wait. */
const TIMES = 4;
/** Once more from what came of it: what gave way there may give way everywhere. */
const ROUNDS = 2;

/** The moments as if what comes again took as much air each time as when it takes most. */
function asLoud(moments: readonly Moment[], groups: readonly (readonly number[])[]): Moment[] {
  const most = new Map(
    groups.flatMap((group) => {
      const air = Math.max(...group.map((at) => moments[at]!.air));
      return group.map((at): [number, number] => [at, air]);
    }),
  );
  return moments.map((moment, i) => ({ ...moment, air: most.get(i) ?? moment.air }));
}

/** Moments that are the same music, in their order; each group has two or more. */
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
export const unlike = (groups: readonly (readonly number[])[], steps: readonly Step[]): number =>
  groups.reduce(
    (sum, [first, ...others]) =>
      sum + others.filter((at) => steps[at]!.way !== steps[first!]!.way).length,
    0,
  );

/** What steps cost by themselves. */
export function costOf(
  moments: readonly Moment[],
  steps: readonly Step[],
  { start, closes }: Ends,
): number {
  let cost = 0;
  let way = start?.way ?? "open";
  for (const [i, step] of steps.entries()) {
    if (step.byButton) cost += BUTTON;
    else if (step.way !== way) cost += TURN + moments[i]!.price;
    if (step.missing > 0) cost += NONE + MISSING * step.missing;
    way = step.way;
  }
  const last = steps.at(-1);
  const air = moments.at(-1)?.air ?? 0;
  const end = last
    ? Math.max(0, Math.min(FULL, last.open + (last.way === "open" ? air : -air)))
    : 0;
  return cost + (closes ? LEFT_OPEN * end : 0);
}
