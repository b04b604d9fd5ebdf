import { FORBIDDEN, type Prices } from './line.ts';

/** The grip that moments of one class are pulled towards, and how hard. */
export interface Pull {
  readonly grip: number;
  readonly by: number;
}

/** By class. */
export type Pulls = ReadonlyMap<number, Pull>;

/** From gently to so firmly that only what cannot be done is dearer. */
const LEVELS = [3, 20, 300];

/** Classes in which a grip is written, pulled firmly towards it. */
export function writtenIn(classes: Int32Array, prices: Prices): Pulls {
  const found = new Map<number, Pull>();
  prices.forEach((own, at) => {
    const allowed = own.some((price) => price >= FORBIDDEN) ? [...own.keys()].filter((grip) => own[grip]! < FORBIDDEN) : [];
    if (allowed.length === 1) found.set(classes[at]!, { grip: allowed[0]!, by: LEVELS.at(-1)! });
  });
  return found;
}

/** Prices with every other grip dearer than the one a class is pulled towards. */
export const pulled = (prices: Prices, classes: Int32Array, pulls: Pulls): Prices => pulls.size === 0 ? prices : prices.map((own, at) => {
  const pull = pulls.get(classes[at]!);
  return pull ? own.map((price, grip) => (grip === pull.grip ? price : price + pull.by)) : own;
});

/**
 * Brings to agree what should take equal grips and could not be solved as one: classes that do not agree are pulled, harder each
 * time, towards the grip that is written in them, or else the one most of their moments have. Not exact, but each round is.
 *
 * @param classes equal numbers should take equal grips
 * @param first a path, and what it was found with
 * @param next the same line solved at other prices
 */
export function agreed<Found extends { readonly path: readonly number[] }>(classes: Int32Array, prices: Prices, first: Found, before: Pulls, next: (found: Found, prices: Prices) => Found): { found: Found; pulls: Pulls } {
  let found = first;
  const pulls = new Map(before);
  for (const by of LEVELS) {
    const apart = disagreeing(classes, found.path);
    if (apart.size === 0) break;
    for (const [of, grip] of wantedOf(classes, found.path, prices, apart)) pulls.set(of, { grip, by });
    found = next(found, pulled(prices, classes, pulls));
  }
  return { found, pulls };
}

/** Classes whose moments have not all the same value. */
export function disagreeing(classes: Int32Array, values: ArrayLike<number>): Set<number> {
  const first = new Map<number, number>();
  const apart = new Set<number>();
  classes.forEach((of, at) => {
    const value = first.get(of);
    if (value === undefined) first.set(of, values[at]!);
    else if (value !== values[at]) apart.add(of);
  });
  return apart;
}

/** The grip that is written in a class, or the one most of its moments have; of equally many the one that came first. */
function wantedOf(classes: Int32Array, path: readonly number[], prices: Prices, among: ReadonlySet<number>): Map<number, number> {
  const votes = new Map<number, Map<number, number>>();
  classes.forEach((of, at) => {
    if (!among.has(of)) return;
    const list = votes.get(of) ?? new Map<number, number>();
    votes.set(of, list);
    const written = prices[at]!.some((price) => price >= FORBIDDEN);
    list.set(path[at]!, (list.get(path[at]!) ?? 0) + (written ? classes.length : 1));
  });
  return new Map([...votes].map(([of, list]): [number, number] => [of, [...list].reduce((best, one) => (one[1] > best[1] ? one : best))[0]]));
}
