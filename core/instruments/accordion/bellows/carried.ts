import { comeOf, openOf, PLACES, reachIn, stateOf, turnedAt, wayOf } from "./ahead.ts";
import { put, type Label, type Labels, type Search } from "./labels.ts";
import { FULL } from "./places.ts";
import type { Stretch } from "./stretches.ts";
import { lackOf, LAST } from "./strokes.ts";

/** From a moment to the next: the bellows go on, turn, or are set by the button. */
export function goOnFrom(
  search: Search,
  { from, times }: Stretch,
  i: number,
  now: Labels,
  next: Labels,
): void {
  const { moments, always, limit } = search;
  const reach = reachIn(moments[i]!.silence);
  const [turn, button] = [always.turn[i]!, always.button[i]!];
  for (const state of now.used) {
    const open = openOf(state);
    const other = turnedAt(state);
    const last = state * now.kept + now.counts[state]!;
    for (let slot = state * now.kept; slot < last; slot++) {
      const label = now.slots[slot]!;
      if (i === from && times.length > 1) label.start = label.low = label.high = open;
      if (label.cost + turn <= limit) change(search, label, i, other, false, next);
      if (label.cost + button <= limit)
        for (let to = Math.max(0, open - reach); to <= Math.min(FULL, open + reach); to++)
          if (to !== open) {
            change(search, label, i, stateOf(0, to), true, next);
            change(search, label, i, stateOf(1, to), true, next);
          }
      // the way itself is carried along
      carry(search, label, i, state, next);
    }
  }
}

/** A way that does something at a moment is another from there on. */
function change(
  search: Search,
  before: Label,
  i: number,
  state: number,
  isSet: boolean,
  next: Labels,
): void {
  const { always, once } = search;
  const cost = before.cost + (isSet ? always.button : always.turn)[i]!;
  const own = before.own + (isSet ? once.button : once.turn)[i]!;
  if (!isWithin(search, i, state, cost, own)) return;
  const { start, low, high, room, known } = before;
  const turn = { at: i, state, isSet, before: before.turn };
  const label = { state, cost, own, start, low, high, room, turn, known };
  if (start >= 0) spread(label, openOf(state));
  carry(search, label, i, state, next);
}

/** Whether a way may still cost no more than the limit. */
function isWithin(
  { moments, unplayed, ahead, limit }: Search,
  i: number,
  state: number,
  cost: number,
  own: number,
): boolean {
  const come = Math.min(LAST, comeOf(state) + moments[i]!.air);
  const after = wayOf(state) * PLACES + come;
  return cost + unplayed[i + 1]![after]! <= limit && own + ahead[i + 1]![after]! <= limit;
}

/** Brings a way from a state at a moment to the next one. */
function carry(search: Search, label: Label, i: number, state: number, next: Labels): void {
  const { air } = search.moments[i]!;
  const come = comeOf(state);
  if (come + air > LAST) {
    const lack = lackOf(come, air);
    label.cost += lack;
    label.own += lack;
  }
  if (!isWithin(search, i, state, label.cost, label.own)) return;
  label.state = wayOf(state) * PLACES + Math.min(LAST, come + air);
  if (label.start >= 0) spread(label, openOf(label.state));
  put(next, label);
}

function spread(label: Label, open: number): void {
  if (open < label.low) label.low = open;
  if (open > label.high) label.high = open;
}
