import type { Layout, Place } from "./layout.ts";
import { BESIDE, EASY, LEVEL, liesAt, mostBetween, type ButtonPrices } from "./prices.ts";

/** A button with the finger on it. */
export interface Pressed extends Place {
  readonly finger: number;
}

/** How a moment is taken. */
export interface ButtonWay {
  readonly notes: readonly Pressed[];
  /** The row of the board at the edge of the hand, from 1. */
  readonly base: number;
  /** Millimetres along the keyboard at which the first finger lies, if all lie where they do. */
  readonly lies: number;
  readonly cost: number;
}

/** Ways kept of a moment, the cheapest. */
const KEPT = 120;

/** A row that the hand lies over, from 0: none where it does not reach it. */
const within = ({ row }: Place, base: number, { under }: Layout): number | undefined =>
  row >= base && row < base + under ? row - base : undefined;

/** What a finger costs on a row under the hand. */
const fingerCost = (prices: ButtonPrices, finger: number, row: number): number =>
  finger === 1
    ? [0, prices.thumbInside, prices.thumbFar][row]!
    : finger === 4
      ? prices.fourth
      : finger === 5
        ? prices.fifth
        : 0;

/** What two fingers cost at once; Infinity beyond the most between them. */
export function spread(
  prices: ButtonPrices,
  low: { readonly finger: number; readonly x: number },
  high: { readonly finger: number; readonly x: number },
): number {
  const apart = high.x - low.x;
  if (apart < -BESIDE || apart > mostBetween(low.finger, high.finger)) return Infinity;
  const off = apart - (liesAt(high.finger) - liesAt(low.finger));
  const order = apart < -LEVEL ? prices.order : 0;
  if (Math.abs(off) <= EASY) return order;
  return order + (off > 0 ? prices.wide * (off - EASY) : prices.narrow * (-off - EASY));
}

/**
 * Every way to take some notes at once, the cheapest first; none where no hand has them.
 *
 * @param keys rising
 * @param fingers those of this hand, rising
 */
export function gripsOf(
  layout: Layout,
  prices: ButtonPrices,
  keys: readonly number[],
  fingers: readonly number[],
): ButtonWay[] {
  const found: ButtonWay[] = [];
  const places = keys.map(layout.placesOf);
  for (let base = 1; base <= layout.rows - layout.under + 1; base++)
    for (const taken of each(places.map((all) => all.filter((one) => isUnder(one, base, layout)))))
      for (const hand of fingersFor(taken, fingers)) {
        const cost = priceOf(prices, layout, taken, hand, base);
        if (cost === Infinity) continue;
        const notes = taken.map((place, i) => ({ ...place, finger: hand[i]! }));
        const lies = notes.reduce((sum, { x, finger }) => sum + x - liesAt(finger), 0);
        found.push({ notes, base, lies: lies / notes.length, cost });
      }
  return found.sort((a, b) => a.cost - b.cost).slice(0, KEPT);
}

const isUnder = (place: Place, base: number, layout: Layout): boolean =>
  within(place, base, layout) !== undefined;

/** One of each list. */
function each<T>(lists: readonly (readonly T[])[]): T[][] {
  let found: T[][] = [[]];
  for (const list of lists) found = found.flatMap((before) => list.map((one) => [...before, one]));
  return found;
}

/** Fingers for places: they rise along the keyboard, or beside each other by their rows. */
const fingersFor = (places: readonly Place[], fingers: readonly number[]): number[][] =>
  each(places.map(() => fingers)).filter((hand) =>
    places.every((place, i) =>
      places.slice(0, i).every((other, k) => {
        const [apart, higher] = [place.x - other.x, hand[i]! - hand[k]!];
        return higher !== 0 && (higher > 0 ? apart > -BESIDE : apart < BESIDE);
      }),
    ),
  );

function priceOf(
  prices: ButtonPrices,
  layout: Layout,
  places: readonly Place[],
  hand: readonly number[],
  base: number,
): number {
  let cost = 0;
  const inOrder = places
    .map((place, i) => ({ ...place, finger: hand[i]! }))
    .sort((a, b) => a.finger - b.finger);
  inOrder.forEach((one, i) => {
    cost += fingerCost(prices, one.finger, within(one, base, layout)!);
    for (const other of inOrder.slice(i + 1)) {
      const both = spread(prices, one, other);
      // beyond the most is beyond it for any two; what is wide counts for neighbours
      if (both === Infinity || other === inOrder[i + 1]) cost += both;
    }
  });
  return cost;
}
