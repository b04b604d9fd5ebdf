import { comeOf, openOf, PLACES, reachIn, stateOf, turnedAt, wayOf } from "./ahead.ts";
import { eachOf, put, type Label, type Labels, type Search } from "./labels.ts";
import { FULL } from "./places.ts";
import type { Stretch } from "./stretches.ts";
import { lackOf, LAST, SET_BY } from "./strokes.ts";

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
  if (i === from && times.length > 1)
    for (const label of eachOf(now)) label.start = label.low = label.high = openOf(label.state);
  if (always.button[i]! < Infinity) setByButton(search, i, eachOf(now), next);
  for (const state of now.used) {
    const last = state * now.kept + now.counts[state]!;
    for (let slot = state * now.kept; slot < last; slot++) {
      const label = now.slots[slot]!;
      const { cost, own } = label;
      if (cost + turn <= limit) {
        const other = turnedAt(state);
        carry(search, label, i, other, cost + turn, own + once.turn[i]!, next, false);
      }
      carry(search, label, i, state, cost, own, next);
    }
  }
}

/** So many ways are tried to where the button sets the bellows. */
const FROM = 8;

/** In a rest the button sets the bellows anywhere: from where that is cheapest. */
function setByButton(search: Search, i: number, labels: readonly Label[], next: Labels): void {
  const { moments, always, once } = search;
  const cheapest = [...labels].sort((a, b) => a.cost - b.cost);
  const opens = cheapest.map(({ state }) => openOf(state));
  const reach = reachIn(moments[i]!.silence);
  for (let to = 0; to <= FULL; to += SET_BY)
    for (let k = 0, found = 0; k < opens.length && found < FROM; k++) {
      if (opens[k] === to || Math.abs(opens[k]! - to) > reach) continue;
      const label = cheapest[k]!;
      const cost = label.cost + always.button[i]!;
      const own = label.own + once.button[i]!;
      carry(search, label, i, stateOf(0, to), cost, own, next, true);
      carry(search, label, i, stateOf(1, to), cost, own, next, true);
      found++;
    }
}

/**
 * Brings a way from a moment to the next one, if it may cost so much.
 *
 * @param state the way is in at the moment
 * @param isSet whether the button brought it there, or a turn; none where it goes on
 */
function carry(
  { moments, unplayed, ahead, limit }: Search,
  label: Label,
  i: number,
  state: number,
  cost: number,
  own: number,
  next: Labels,
  isSet?: boolean,
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
  const one = isSet === undefined ? label : changed(label, i, state, isSet);
  one.state = after;
  one.cost = cost + lack;
  one.own = own + lack;
  if (one.start >= 0) spread(one, openOf(after));
  put(next, one);
}

/** A way that does something at a moment is another from there on. */
function changed(before: Label, i: number, state: number, isSet: boolean): Label {
  const { cost, own, start, low, high, room, known } = before;
  const turn = { at: i, state, isSet, before: before.turn };
  const label = { state, cost, own, start, low, high, room, turn, known };
  if (start >= 0) spread(label, openOf(state));
  return label;
}

function spread(label: Label, open: number): void {
  if (open < label.low) label.low = open;
  if (open > label.high) label.high = open;
}
