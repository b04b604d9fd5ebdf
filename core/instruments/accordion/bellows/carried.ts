import { comeOf, openOf, PLACES, turnedAt, wayOf } from "./ahead.ts";
import { setByButton } from "./button.ts";
import { eachOf, put, type Label, type Labels, type Search } from "./labels.ts";
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
  const { always, once, limit } = search;
  const turn = always.turn[i]!;
  if (once.button[i]! < Infinity)
    for (const label of setByButton(search, i, eachOf(now), () => [0, 1])) {
      if (times.length > 1) label.start = label.low = label.high = openOf(label.state);
      carry(search, label, i, label.state, label.cost, label.own, next);
    }
  for (const state of now.used) {
    const last = state * now.kept + now.counts[state]!;
    for (let slot = state * now.kept; slot < last; slot++) {
      const label = now.slots[slot]!;
      const { cost, own } = label;
      if (i === from && times.length > 1) label.start = label.low = label.high = openOf(state);
      if (cost + turn <= limit) {
        const other = turnedAt(state);
        carry(search, label, i, other, cost + turn, own + once.turn[i]!, next, true);
      }
      carry(search, label, i, state, cost, own, next);
    }
  }
}

/**
 * Brings a way from a moment to the next one, if it may cost so much.
 *
 * @param state the way is in at the moment
 * @param isTurned whether it turned there, and is another way from there on
 */
function carry(
  { moments, unplayed, ahead, limit }: Search,
  label: Label,
  i: number,
  state: number,
  cost: number,
  own: number,
  next: Labels,
  isTurned = false,
): void {
  const { air } = moments[i]!;
  let come = comeOf(state) + air;
  let lack = 0;
  if (come > LAST) {
    lack = lackOf(come - air, air);
    come = LAST;
  }
  const after = wayOf(state) * PLACES + come;
  if (cost + lack + unplayed[i + 1]![after]! > limit) return;
  if (own + lack + ahead[i + 1]![after]! > limit) return;
  const one = isTurned ? turnedTo(label, i, state) : label;
  one.state = after;
  one.cost = cost + lack;
  one.own = own + lack;
  if (one.start >= 0) spread(one, openOf(after));
  put(next, one);
}

function turnedTo(before: Label, i: number, state: number): Label {
  const { cost, own, start, low, high, room, known } = before;
  const turn = { at: i, state, isSet: false, before: before.turn };
  const label = { state, cost, own, start, low, high, room, turn, known };
  if (start >= 0) spread(label, openOf(state));
  return label;
}

function spread(label: Label, open: number): void {
  if (open < label.low) label.low = open;
  if (open > label.high) label.high = open;
}
