import { cheapestOf, costsAhead, costsOf, endingCosts, firstState } from "./ahead.ts";
import { FULL, type Moment } from "./places.ts";
import {
  goneOn,
  openAt,
  PRICES,
  WAYS,
  type Direction,
  type Ends,
  type Gone,
  type Step,
} from "./strokes.ts";

/** What is wanted of moments, by their index. */
export interface Wanted {
  /** Where they turn into a direction, whatever it costs. */
  readonly turns?: ReadonlyMap<number, Direction>;
  /** The direction a moment has now, which is left for a reason only. */
  readonly now?: ReadonlyMap<number, Direction>;
}

/**
 * The cheapest way through the moments.
 *
 * @returns no steps and a cost that is infinite where no way does what is wanted
 */
export function cheapest(
  moments: readonly Moment[],
  ends: Ends,
  { turns = new Map(), now = new Map() }: Wanted = {},
): { readonly steps: Step[]; readonly cost: number } {
  const costs = costsOf(moments, ends);
  for (const i of turns.keys()) costs.turn[i] = PRICES.turn + moments[i]!.price;
  const [opening, closing] = costs.more;
  for (const [i, way] of now) (way === "open" ? closing : opening)[i] = PRICES.changed;
  const wanted = {
    ...costs,
    turns: new Map([...turns].map(([i, way]) => [i, WAYS.indexOf(way)])),
  };
  const ahead = costsAhead(moments, endingCosts(ends), wanted);
  const found = cheapestOf(moments, firstState(ends), wanted, ahead);
  return { steps: found.cost < Infinity ? stepsOf(moments, found) : [], cost: found.cost };
}

/** A way through the moments, step by step. */
export const stepsOf = (
  moments: readonly Moment[],
  { ways, comes, buttons }: Omit<Gone, "cost">,
): Step[] =>
  moments.map(({ air }, i) => {
    const [way, come] = [WAYS[ways[i]!]!, comes[i]!];
    const { missing } = goneOn(come, air);
    return { way, open: openAt(way, come), byButton: buttons[i] === 1, missing };
  });

/** What steps cost by themselves. */
export function costOf(
  moments: readonly Moment[],
  steps: readonly Step[],
  { start, closes }: Ends,
): number {
  let cost = 0;
  let way = start?.way ?? "open";
  for (const [i, step] of steps.entries()) {
    if (step.byButton) cost += PRICES.button;
    else if (step.way !== way) cost += PRICES.turn + moments[i]!.price;
    if (step.missing > 0) cost += PRICES.none + PRICES.missing * step.missing;
    way = step.way;
  }
  const last = steps.at(-1);
  const air = moments.at(-1)?.air ?? 0;
  const end = last
    ? Math.max(0, Math.min(FULL, last.open + (last.way === "open" ? air : -air)))
    : 0;
  return cost + (closes ? PRICES.leftOpen * end : 0);
}
