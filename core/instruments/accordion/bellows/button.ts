import { openOf, reachIn, stateOf } from "./ahead.ts";
import type { Label, Search } from "./labels.ts";
import { FULL } from "./places.ts";
import { SET_BY } from "./strokes.ts";

/** So many ways are set to the same by the button. */
const MOST = 100;

/**
 * Ways whose bellows the air button sets in the rest before a moment, anywhere it reaches. Once
 * set, those that know the same are alike: the cheapest will do.
 *
 * @param waysOf the directions a way may take then, by their index in `WAYS`
 */
export function setByButton(
  { moments, once }: Search,
  i: number,
  labels: readonly Label[],
  waysOf: (label: Label) => readonly number[],
): Label[] {
  const price = once.button[i]!;
  if (price === Infinity) return [];
  const reach = reachIn(moments[i]!.silence);
  const cheapest = [...labels].sort((a, b) => a.cost - b.cost);
  const opens = cheapest.map(({ state }) => openOf(state));
  const found: Label[] = [];
  for (let to = 0; to <= FULL; to += SET_BY) {
    const known = new Set<number>();
    for (let k = 0; k < cheapest.length && known.size < MOST; k++) {
      const label = cheapest[k]!;
      const id = label.known?.id ?? 0;
      if (opens[k] === to || Math.abs(opens[k]! - to) > reach || known.has(id)) continue;
      known.add(id);
      for (const way of waysOf(label)) found.push(setTo(label, i, stateOf(way, to), price));
    }
  }
  return found;
}

const setTo = (label: Label, i: number, state: number, price: number): Label => ({
  ...label,
  ...{ state, cost: label.cost + price, own: label.own + price },
  turn: { at: i, state, isSet: true, before: label.turn },
});
