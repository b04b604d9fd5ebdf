import type { Link } from "../../../fingering/index.ts";
import { freesHand } from "../../../fingering/moment.ts";
import { isSharp, placeOf } from "./board.ts";
import type { FeetPrices } from "./prices.ts";
import type { Feet, FeetWay, OnKey } from "./ways.ts";

/** Naturals over which feet cross at most. */
const CROSSES = 2;

/** One foot from key to key. */
function byOneFoot({ prices, board }: Feet, from: OnKey, to: OnKey, { detached }: Link): number {
  const up = placeOf(to.key) - placeOf(from.key);
  const far = Math.abs(up);
  if (far === 0) return from.part === to.part ? 0 : prices.otherPart;
  if (detached) return 0.4 + prices.travel * far;
  if (from.part !== to.part) {
    if (far > board.oneFoot) return prices.leave + prices.travel * far;
    // low down the toes point left, so that a heel is higher than its toe; high up the other way
    const middle = (placeOf(to.key) + placeOf(from.key)) / 2;
    const points = Math.abs(middle - board.middle) < 1 ? 0 : middle < board.middle ? 1 : -1;
    const goes = up > 0 === (to.part === "h") ? 1 : -1;
    return prices.turn + (far > 1 ? 0.2 : 0) + (points * goes < 0 ? prices.twisted : 0);
  }
  // the toe slides from a sharp to the natural beside it
  if (from.part === "t" && isSharp(from.key) && !isSharp(to.key) && far <= 0.5) return prices.slide;
  return prices.leave + prices.travel * far + (from.part === "h" ? 1 : 0);
}

/** What going from one way to the next costs. */
export function stepCost(feet: Feet, a: FeetWay, b: FeetWay, link: Link): number {
  if (freesHand(link)) return 0;
  const { prices } = feet;
  let cost = 0;
  for (const to of b.notes) {
    const same = a.end.find(({ foot }) => foot === to.foot);
    const other = a.end.find(({ foot }) => foot !== to.foot);
    if (a.end.some(({ key, foot }) => key === to.key && foot !== to.foot)) {
      cost += prices.otherFoot;
      continue;
    }
    if (same) cost += byOneFoot(feet, same, to, link);
    else if (other) {
      const beyond = placeOf(to.key) - placeOf(other.key);
      const crossed = to.foot === "L" ? beyond : -beyond;
      if (crossed > 0)
        cost +=
          prices.cross +
          prices.crossFar * Math.max(0, crossed - 1) +
          (crossed > CROSSES ? prices.tangled : 0);
    }
  }
  return cost;
}

/** What three in a row cost beyond their steps: where each foot comes from, and which one stays. */
export function tripleCost(prices: FeetPrices, a: FeetWay, b: FeetWay, c: FeetWay): number {
  if (a.notes.length > 1 || b.notes.length > 1 || c.notes.length > 1) return 0;
  const [first, between, last] = [a.end[0]!, b.notes[0]!, c.notes[0]!];
  const after = b.end[0]!;
  if (first.key === last.key && first.foot !== last.foot) return prices.otherFoot;
  if (first.foot === between.foot && after.foot === last.foot && between.foot === last.foot)
    return first.key !== between.key && between.key !== last.key ? prices.alone : 0;
  if (first.foot === last.foot)
    return prices.travel * Math.abs(placeOf(last.key) - placeOf(first.key));
  return 0;
}
