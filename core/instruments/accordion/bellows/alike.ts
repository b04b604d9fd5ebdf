import { cheapestOf, costsAhead, costsOf, endingCosts, EPSILON, firstState } from "./ahead.ts";
import { folded } from "./folded.ts";
import { inner, type Moment } from "./places.ts";
import { costOf, stepsOf } from "./plan.ts";
import { groupsOf, stretchesOf, unlike, type Groups } from "./stretches.ts";
import { PRICES, type Ends, type Gone, type Step } from "./strokes.ts";

/** Where there are no more moments than these, what is found is proven, if that goes quickly. */
const SHORT = 64;
/** So many ways are gone through for that. */
const MOST = 150;

/** Some moments go in a direction, by its index in `WAYS`, each time; the others as they like. */
type Like = ReadonlyMap<number, number>;

/**
 * The bellows over some moments, alike where the music comes again: the cheapest of all ways, if
 * each moment that goes another way than the first time costs so much that this is done only
 * where the air would run out. Where the cheapest of all is alike, it is that; else what comes
 * again is planned for all its times together, and for a short stretch that is proven.
 */
export function planBellows(moments: readonly Moment[], ends: Ends): Step[] {
  const groups = groupsOf(moments, inner(moments));
  const costs = costsOf(moments, ends);
  const ahead = costsAhead(moments, endingCosts(ends), costs);
  const first = cheapestOf(moments, firstState(ends), costs, ahead);
  if (unlike(groups, first.ways) === 0) return stepsOf(moments, first);
  const found = folded(moments, stretchesOf(moments, groups), ends, ahead);
  const isShort = moments.length <= SHORT;
  return stepsOf(moments, isShort ? proven(moments, ends, groups, found) : found);
}

/**
 * A way, or a better one if there is any. The cheapest way that need not be alike is a bound; where
 * it goes otherwise the second time, both directions are tried for every time, the one that may be
 * cheaper first.
 */
function proven(moments: readonly Moment[], ends: Ends, groups: Groups, known: Gone): Gone {
  const priceOf = (gone: Gone) =>
    costOf(moments, stepsOf(moments, gone), ends) + PRICES.unlike * unlike(groups, gone.ways);
  let best = { gone: known, price: priceOf(known) };
  const tried = (like: Like) => {
    const costs = costsOf(moments, ends);
    for (const [i, way] of like) costs.more[way === 0 ? 1 : 0][i] = PRICES.unlike;
    const ahead = costsAhead(moments, endingCosts(ends), costs);
    const gone = cheapestOf(moments, firstState(ends), costs, ahead);
    const price = priceOf(gone);
    if (price < best.price - EPSILON) best = { gone, price };
    return { like, gone };
  };
  const open = [tried(new Map())];
  let left = MOST;
  for (let next = open.pop(); next; next = open.pop()) {
    const { like, gone } = next;
    const other = groups.find((group) => !like.has(group[0]!) && unlike([group], gone.ways) > 0);
    if (gone.cost >= best.price - EPSILON || !other || left <= 0) break;
    for (const way of [0, 1])
      open.push(tried(new Map([...like, ...other.map((at) => [at, way] as const)])));
    open.sort((a, b) => b.gone.cost - a.gone.cost || a.like.size - b.like.size);
    left -= 2;
  }
  return best.gone;
}
