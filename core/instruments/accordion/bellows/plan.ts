import { FULL, type Moment } from "./places.ts";

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
  /** What that is worth at each moment; `UNLIKE`. */
  readonly worth?: number;
  /** How they should stand when a moment comes, so that what follows can be like another. */
  readonly near?: ReadonlyMap<number, Stand>;
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
/** What should begin like another: for each hundredth it does not, and for the other direction. */
const AWAY = 0.05;
const OTHER_WAY = 2;
/** Hundredths that nobody measures: so much more a stroke may take than there is. */
const SLACK = 2;
/** A moment that goes another way than when it was first. */
export const UNLIKE = 20;
/** A moment that goes another way than it does now, where what is written heals. */
const CHANGED = 0.3;
/** For each hundredth they stand otherwise at the end than what follows has them. */
const OFF_THE_END = 0.1;

/** Seconds the button takes for a full stroke, and the least rest for it. From memory. */
const BUTTON_SECONDS = 1.5;
export const BUTTON_REST = 0.4;

// How far a stroke has come, in hundredths: the bellows are so far open where they open, so far
// from fully open where they close. It may go a little beyond what there is, and turning forgives
// that.

const LAST = FULL + SLACK;

/** How far a stroke has come where the bellows stand so. */
export const comeSoFar = (way: Direction, open: number): number =>
  way === "open" ? open : FULL - open;

/** How far open the bellows are then. */
export const openAt = (way: Direction, come: number): number =>
  way === "open" ? Math.min(FULL, come) : Math.max(0, FULL - come);

/** A stroke that goes on for a moment: how far it comes, and the hundredths that are missing. */
export function goneOn(come: number, air: number): { readonly to: number; missing: number } {
  const to = come + air;
  return to > LAST ? { to: LAST, missing: to - Math.max(come, FULL) } : { to, missing: 0 };
}

const WAYS: readonly Direction[] = ["open", "close"];
/** Strokes by how far they have come: those that open first, then those that close. */
const PLACES = LAST + 1;
const STATES = 2 * PLACES;
const wayOf = (state: number): Direction => WAYS[state < PLACES ? 0 : 1]!;
const openOf = (state: number): number => openAt(wayOf(state), state % PLACES);
const stateOf = (way: Direction, open: number): number =>
  WAYS.indexOf(way) * PLACES + comeSoFar(way, open);
const AS_IT_IS = Int16Array.from({ length: STATES }, (_, state) => state);
/** A way is no better by less than this. */
const EPSILON = 1e-9;

/**
 * The cheapest way through the moments: exact over place, direction and hundredths of a stroke.
 *
 * @returns a cost that is infinite where no way does what is wanted
 */
export function cheapest(
  moments: readonly Moment[],
  { start, closes, end }: Ends,
  { like, worth = UNLIKE, near, turns, now: ways }: Wanted = {},
): { readonly steps: Step[]; readonly cost: number } {
  // three lists in turn: a long piece has thousands of moments, and is gone through many times
  let [before, after] = [new Float64Array(STATES), new Float64Array(STATES)];
  const at = new Float64Array(STATES);
  before.fill(Infinity);
  before[start ? stateOf(start.way, start.open) : 0] = 0;
  // for each moment and state: the state before it, and after it the one at it
  const from = new Int16Array(STATES * moments.length);
  const placed = new Int16Array(STATES * moments.length);
  for (let i = 0; i < moments.length; i++) {
    const moment = moments[i]!;
    const came = from.subarray(STATES * i, STATES * (i + 1));
    const put = placed.subarray(STATES * i, STATES * (i + 1));
    const turn = turns?.get(i);
    at.set(before);
    came.set(AS_IT_IS);
    if (turn) at.fill(Infinity);
    const isFree = i === 0 && !start;
    if ((moment.canTurn || turn) && !isFree)
      for (const way of turn ? [WAYS.indexOf(turn)] : [0, 1])
        turned(before, at, came, way, TURN + moment.price);
    if (moment.silence >= BUTTON_REST && i > 0 && !turn)
      byButton(before, at, came, Math.floor((moment.silence / BUTTON_SECONDS) * FULL));
    const [wanted, was, stand] = [like?.get(i), ways?.get(i), near?.get(i)];
    if (stand)
      for (let state = 0; state < STATES; state++)
        at[state]! +=
          AWAY * Math.abs(openOf(state) - stand.open) +
          (wayOf(state) === stand.way ? 0 : OTHER_WAY);
    after.fill(Infinity);
    for (const way of [0, 1]) {
      const other =
        (wanted && wanted !== WAYS[way] ? worth : 0) + (was && was !== WAYS[way] ? CHANGED : 0);
      played(at, after, put, way, moment.air, other);
    }
    [before, after] = [after, before];
  }
  let [best, cost] = [-1, Infinity];
  for (let state = 0; state < STATES; state++) {
    const open = openOf(state);
    const away = end ? OFF_THE_END * Math.abs(open - end.open) : 0;
    const isOther = end && end.way !== wayOf(state);
    const all = before[state]! + (closes ? LEFT_OPEN * open : 0) + away + (isOther ? NONE : 0);
    if (all < cost - EPSILON) [best, cost] = [state, all];
  }
  return best < 0
    ? { steps: [], cost }
    : { steps: stepsTo(best, moments, from, placed), cost: moments.length ? cost : 0 };
}

/** At a moment: turned into a direction. */
function turned(
  before: Float64Array,
  at: Float64Array,
  came: Int16Array,
  way: number,
  price: number,
): void {
  const now = (1 - way) * PLACES;
  for (let come = 0; come < PLACES; come++) {
    const to = way * PLACES + Math.max(0, FULL - come);
    const cost = before[now + come]! + price;
    if (cost >= at[to]! - EPSILON) continue;
    at[to] = cost;
    came[to] = now + come;
  }
}

/** At a moment: brought elsewhere by the air button, as far as the rest allows, either way on. */
function byButton(before: Float64Array, at: Float64Array, came: Int16Array, reach: number): void {
  // the cheapest of those that are so far open
  const from = new Int16Array(FULL + 1).fill(-1);
  for (let state = 0; state < STATES; state++) {
    const open = openOf(state);
    if (from[open]! < 0 || before[state]! < before[from[open]!]!) from[open] = state;
  }
  for (let to = 0; to <= FULL; to++) {
    let [least, by] = [Infinity, -1];
    for (let open = Math.max(0, to - reach); open <= Math.min(FULL, to + reach); open++) {
      const state = from[open]!;
      if (open !== to && before[state]! < least) [least, by] = [before[state]!, state];
    }
    for (const way of WAYS) {
      const state = stateOf(way, to);
      if (least + BUTTON >= at[state]! - EPSILON) continue;
      at[state] = least + BUTTON;
      came[state] = by;
    }
  }
}

/** From a moment to the next one in a direction: what it takes of air, and what is missing. */
function played(
  at: Float64Array,
  after: Float64Array,
  put: Int16Array,
  way: number,
  air: number,
  price: number,
): void {
  const first = way * PLACES;
  const lasts = Math.max(0, PLACES - air);
  for (let come = 0; come < lasts; come++) {
    after[first + come + air] = at[first + come]! + price;
    put[first + come + air] = first + come;
  }
  const last = first + LAST;
  for (let come = lasts; come < PLACES; come++) {
    const cost = at[first + come]! + price + NONE + MISSING * goneOn(come, air).missing;
    if (cost >= after[last]! - EPSILON) continue;
    after[last] = cost;
    put[last] = first + come;
  }
}

/** The steps that led to a state after the last moment. */
function stepsTo(
  last: number,
  moments: readonly Moment[],
  from: Int16Array,
  placed: Int16Array,
): Step[] {
  const steps: Step[] = [];
  let state = last;
  for (let i = moments.length - 1; i >= 0; i--) {
    const here = placed[STATES * i + state]!;
    const came = from[STATES * i + here]!;
    const open = openOf(here);
    steps.push({
      ...{ way: wayOf(here), open, byButton: openOf(came) !== open },
      missing: goneOn(here % PLACES, moments[i]!.air).missing,
    });
    state = came;
  }
  return steps.reverse();
}

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
