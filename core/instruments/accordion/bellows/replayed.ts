import {
  cheapestOf,
  comeOf,
  costsAhead,
  endingCosts,
  firstState,
  openOf,
  PLACES,
  turnedAt,
  wayOf,
} from "./ahead.ts";
import type { Known, Label, Search, Turn } from "./labels.ts";
import { FULL } from "./places.ts";
import type { Stretch } from "./stretches.ts";
import { goneOn, lackOf, LAST, PRICES, type Gone } from "./strokes.ts";

/** What was done in a stretch is what will be done in it again. */
export function learn({ ids }: Search, label: Label, { from }: Stretch, first: number): void {
  const turns: Turn[] = [];
  let turn = label.turn;
  for (; turn && turn.at > from; turn = turn.before) turns.push(turn);
  const way = wayOf(turn ? turn.state : first);
  const net = openOf(label.state) - label.start;
  const does = ((2 * from + way) * 2 + wayOf(label.state)) * (2 * FULL + 1) + FULL + net;
  const before = label.known;
  label.known = { id: idOf(ids, does, before), from, way, does, turns: turns.reverse(), before };
  label.room = Math.min(label.room, FULL - (label.high - label.low));
  label.start = -1;
  label.low = label.high = 0;
}

/** More than there are ids: what is known is a number of two parts. */
const PART = 2 ** 24;

function idOf(ids: Map<number, number>, does: number, before: Known | undefined): number {
  const key = does * PART + (before?.id ?? 0);
  const id = ids.get(key) ?? ids.size + 1;
  ids.set(key, id);
  return id;
}

/** What was done in a stretch does not matter any more once it has come the last time. */
export function forget({ ids }: Search, { times }: Stretch, labels: readonly Label[]): void {
  // ways that did the same before are to have the same still
  const after = new Map<Known, Known>();
  const without = (known: Known | undefined): Known | undefined => {
    if (!known || known.from === times[0]) return known?.before;
    const done = after.get(known);
    if (done) return done;
    const before = without(known.before);
    const kept = { ...known, id: idOf(ids, known.does, before), before };
    after.set(known, kept);
    return kept;
  };
  for (const label of labels) label.known = without(label.known);
}

export function knownOf({ known }: Label, { times }: Stretch): Known {
  let one = known!;
  while (one.from !== times[0]) one = one.before!;
  return one;
}

/** A stretch that comes again, as it was the first time. */
export function playedAgain(search: Search, label: Label, stretch: Stretch): Label {
  const { once, passed } = search;
  const { from, to } = stretch;
  const known = knownOf(label, stretch);
  let { own, cost, turn, state } = label;
  if (wayOf(state) !== known.way) {
    cost += once.turn[from]!;
    own += once.turn[from]!;
    state = turnedAt(state);
    turn = { at: from, state, isSet: false, before: turn };
  }
  let at = from;
  for (let k = 0; k <= known.turns.length; k++) {
    const one = known.turns[k];
    const until = one ? one.at + from - known.from : to + 1;
    const come = comeOf(state) + passed[until]! - passed[at]!;
    if (come > LAST) {
      const out = outOfAir(search, comeOf(state), at, until);
      cost += out;
      own += out;
    }
    state = wayOf(state) * PLACES + Math.min(LAST, come);
    at = until;
    if (!one) break;
    own += once.turn[at]!;
    state = turnedAt(state);
    turn = { at, state, isSet: false, before: turn };
  }
  const { start, low, high, room, known: all } = label;
  return { state, cost, own, start, low, high, room, turn, known: all };
}

/** What missing air costs in a stroke from a moment to another. */
function outOfAir({ moments }: Search, begun: number, from: number, to: number): number {
  let [come, cost] = [begun, 0];
  for (let i = from; i < to; i++) {
    cost += lackOf(come, moments[i]!.air);
    come = goneOn(come, moments[i]!.air).to;
  }
  return cost;
}

/** A stretch that comes again, as near what it was the first time as there is air for. */
export function asNearAsCanBe(search: Search, label: Label, stretch: Stretch): Label {
  const { moments, once, ahead } = search;
  const { from, to } = stretch;
  const known = knownOf(label, stretch);
  // what was paid for this time already
  let paid = 0;
  const ways = new Uint8Array(to + 1 - from).fill(known.way);
  for (const { at, state } of known.turns) {
    const here = at + from - known.from;
    paid += once.turn[here]!;
    ways.fill(wayOf(state), here - from);
  }
  const costs = {
    turn: once.turn.slice(from, to + 1),
    button: once.button.slice(from, to + 1),
    more: [Float64Array.from(ways, unlikeOpen), Float64Array.from(ways, unlikeClosed)],
  } as const;
  const stretchOf = moments.slice(from, to + 1);
  const rows = costsAhead(stretchOf, ahead[to + 1]!, costs);
  const found = cheapestOf(stretchOf, label.state, costs, rows);
  let { state, turn } = label;
  for (const [i, { air }] of stretchOf.entries()) {
    const here = found.ways[i]! * PLACES + found.comes[i]!;
    if (wayOf(here) !== wayOf(state) || found.buttons[i])
      turn = { at: from + i, state: here, isSet: found.buttons[i] === 1, before: turn };
    state = wayOf(here) * PLACES + goneOn(comeOf(here), air).to;
  }
  const own = found.cost - ahead[to + 1]![state]!;
  return { ...label, state, cost: label.cost + own - paid, own: label.own + own, turn };
}

const unlikeOpen = (way: number): number => (way === 0 ? 0 : PRICES.unlike);
const unlikeClosed = (way: number): number => (way === 1 ? 0 : PRICES.unlike);

/** The way of a label, moment by moment. */
export function wayBy(
  { moments, ends }: Pick<Search, "moments" | "ends">,
  { turn, cost, state: last }: Label,
): Gone {
  const turns = new Map<number, Turn>();
  for (let one = turn; one; one = one.before) turns.set(one.at, one);
  const [ways, comes] = [new Uint8Array(moments.length), new Uint8Array(moments.length)];
  const buttons = new Uint8Array(moments.length);
  let state = firstState(ends);
  for (const [i, { air }] of moments.entries()) {
    const one = turns.get(i);
    if (one?.isSet) buttons[i] = 1;
    state = one ? one.state : state;
    ways[i] = wayOf(state);
    comes[i] = comeOf(state);
    state = wayOf(state) * PLACES + goneOn(comeOf(state), air).to;
  }
  return { cost: cost + endingCosts(ends)[last]!, ways, comes, buttons };
}
