import { FULL, type Moment } from "./places.ts";
import {
  BUTTON_REST,
  BUTTON_SECONDS,
  comeSoFar,
  goneOn,
  lackOf,
  LAST,
  openAt,
  PRICES,
  WAYS,
  type Ends,
  type Gone,
} from "./strokes.ts";

/** Strokes by how far they have come. */
export const PLACES = LAST + 1;
/** Strokes that open, by how far they have come, and then those that close. */
export const STATES = 2 * PLACES;
/** A way is no better by less than this. */
export const EPSILON = 1e-9;

/** What is done with the bellows costs at each moment. */
export interface Costs {
  /** To turn; infinite where they cannot. */
  readonly turn: Float64Array;
  /** To set them by the air button; infinite where there is no rest. */
  readonly button: Float64Array;
  /** What opening, and closing, costs more. */
  readonly more: readonly [opening: Float64Array, closing: Float64Array];
  /** Where they turn into a direction, by its index in `WAYS`, whatever it costs. */
  readonly turns?: ReadonlyMap<number, number> | undefined;
}

/** What it costs by itself to go through moments. */
export function costsOf(moments: readonly Moment[], { start }: Ends): Costs {
  const turn = new Float64Array(moments.length).fill(Infinity);
  const button = new Float64Array(moments.length).fill(Infinity);
  for (const [i, { canTurn, price, silence }] of moments.entries()) {
    if (canTurn && (i > 0 || start)) turn[i] = PRICES.turn + price;
    if (i > 0 && silence >= BUTTON_REST) button[i] = PRICES.button;
  }
  const more = [new Float64Array(moments.length), new Float64Array(moments.length)] as const;
  return { turn, button, more };
}

/** How far the air button brings the bellows in a rest, in hundredths. */
export const reachIn = (silence: number): number => Math.floor((silence / BUTTON_SECONDS) * FULL);

/** What it costs by each state to end there. */
export function endingCosts({ closes, end }: Ends): Float64Array {
  const costs = new Float64Array(STATES);
  for (let state = 0; state < STATES; state++) {
    const open = openOf(state);
    const away = end ? PRICES.offTheEnd * Math.abs(open - end.open) : 0;
    const other = end && end.way !== WAYS[wayOf(state)] ? PRICES.none : 0;
    costs[state] = (closes ? PRICES.leftOpen * open : 0) + away + other;
  }
  return costs;
}

/** The direction of a state, by its index in `WAYS`; how far its stroke has come; how far open. */
export const wayOf = (state: number): 0 | 1 => (state < PLACES ? 0 : 1);
export const comeOf = (state: number): number => (state < PLACES ? state : state - PLACES);
export const openOf = (state: number): number => openAt(WAYS[wayOf(state)]!, comeOf(state));
export const stateOf = (way: number, open: number): number =>
  way * PLACES + comeSoFar(WAYS[way]!, open);
/** The state once the bellows are turned: what was beyond them is forgiven. */
export const turnedAt = (state: number): number =>
  (1 - wayOf(state)) * PLACES + Math.max(0, FULL - comeOf(state));

/** The state the bellows begin in: where nothing is played before, closed and opening. */
export const firstState = ({ start = { way: "open", open: 0 } }: Ends): number =>
  stateOf(WAYS.indexOf(start.way), start.open);

/** What it costs by the state before each moment and after the last, in one piece of memory. */
export function rowsFor(moments: readonly Moment[]): Float64Array[] {
  const all = new Float64Array(STATES * (moments.length + 1));
  return Array.from({ length: moments.length + 1 }, (_, i) =>
    all.subarray(STATES * i, STATES * (i + 1)),
  );
}

/**
 * The least that is still to come before a moment, by the state the bellows are in: exact over
 * place, direction and hundredths of a stroke.
 *
 * @param rows the same before the next moment; and where it is put
 */
export function costsBefore(
  { air, silence }: Moment,
  i: number,
  rows: readonly Float64Array[],
  costs: Costs,
): void {
  const row = rows[i]!;
  const after = rows[i + 1]!;
  goOn(after, row, air, 0, costs.more[0][i]!);
  goOn(after, row, air, PLACES, costs.more[1][i]!);
  const turn = costs.turns?.get(i);
  const set = costs.button[i]! < Infinity && turn === undefined ? row.slice() : undefined;
  if (turn !== undefined) row.fill(Infinity, (1 - turn) * PLACES, (2 - turn) * PLACES);
  if (turn !== undefined || costs.turn[i]! < Infinity) turned(row, costs.turn[i]!);
  if (turn !== undefined) row.fill(Infinity, turn * PLACES, (turn + 1) * PLACES);
  if (set) setByButton(set, row, costs.button[i]!, reachIn(silence));
}

/** A stroke goes on until the next moment. */
function goOn(after: Float64Array, row: Float64Array, air: number, first: number, more: number) {
  const within = Math.max(0, PLACES - air);
  for (let come = 0; come < within; come++) row[first + come] = after[first + come + air]! + more;
  for (let come = within; come < PLACES; come++)
    row[first + come] = after[first + LAST]! + more + lackOf(come, air);
}

/** The bellows may turn, either way. */
function turned(row: Float64Array, price: number): void {
  // what is beyond the bellows is forgiven by turning
  const [opened, closed] = [row[PLACES]! + price, row[0]! + price];
  for (let come = FULL + 1; come < PLACES; come++) {
    if (opened < row[come]!) row[come] = opened;
    if (closed < row[PLACES + come]!) row[PLACES + come] = closed;
  }
  // the inmost loop of all
  for (let come = 0; come <= FULL; come++) {
    const other = PLACES + FULL - come;
    const opens = row[come]!;
    const closes = row[other]!;
    if (closes + price < opens) row[come] = closes + price;
    if (opens + price < closes) row[other] = opens + price;
  }
}

/** The air button may bring the bellows elsewhere, either way on. */
function setByButton(row: Float64Array, best: Float64Array, price: number, reach: number): void {
  const costs = new Float64Array(FULL + 1);
  for (let open = 0; open <= FULL; open++)
    costs[open] = Math.min(row[open]!, row[PLACES + FULL - open]!);
  for (let state = 0; state < STATES; state++) {
    const open = openOf(state);
    let least = best[state]! - price;
    for (let to = Math.max(0, open - reach); to <= Math.min(FULL, open + reach); to++)
      if (to !== open && costs[to]! < least) least = costs[to]!;
    best[state] = least + price;
  }
}

/**
 * The least that is still to come before each moment, and after the last.
 *
 * @param end what it costs by each state to end there
 */
export function costsAhead(
  moments: readonly Moment[],
  end: Float64Array,
  costs: Costs,
): readonly Float64Array[] {
  const rows = rowsFor(moments);
  rows[moments.length]!.set(end);
  for (let i = moments.length - 1; i >= 0; i--) costsBefore(moments[i]!, i, rows, costs);
  return rows;
}

/** The cheapest way on from a state. */
export function cheapestOf(
  moments: readonly Moment[],
  begin: number,
  costs: Costs,
  ahead: readonly Float64Array[],
): Gone {
  const count = moments.length;
  const gone = { ways: new Uint8Array(count), comes: new Uint8Array(count) };
  const buttons = new Uint8Array(count);
  let state = begin;
  const cost = ahead[0]![state]!;
  for (let i = 0; i < count && cost < Infinity; i++) {
    const { air, silence } = moments[i]!;
    const next = ahead[i + 1]!;
    const on = (from: number) => {
      const way = wayOf(from);
      const more = costs.more[way][i]!;
      return next[way * PLACES + goneOn(comeOf(from), air).to]! + more + lackOf(comeOf(from), air);
    };
    const is = ahead[i]![state]! + EPSILON;
    const other = turnedAt(state);
    const turn = costs.turns?.get(i);
    if (turn !== undefined) state = other;
    else if (on(state) > is) {
      if (on(other) + costs.turn[i]! <= is) state = other;
      else {
        buttons[i] = 1;
        state = setTo(state, reachIn(silence), (to) => on(to) + costs.button[i]! <= is);
      }
    }
    const way = (gone.ways[i] = wayOf(state));
    const come = (gone.comes[i] = comeOf(state));
    state = way * PLACES + goneOn(come, air).to;
  }
  return { cost: count > 0 ? cost : 0, ...gone, buttons };
}

/** Where the air button brings the bellows, the first that is good. */
function setTo(state: number, reach: number, isGood: (to: number) => boolean): number {
  const open = openOf(state);
  for (let to = Math.max(0, open - reach); to <= Math.min(FULL, open + reach); to++)
    for (const way of [0, 1]) if (to !== open && isGood(stateOf(way, to))) return stateOf(way, to);
  return state;
}
