import { type Result, NEWEST } from "./expectedTries.ts";

/** What a player manages: the share of tries that come out clean. */
export const USUAL_CLEAN = 0.9;

/** No player is taken for better or worse than this. */
export const [WORST, BEST] = [0.6, 0.98];

/** The usual share counts as much as this many units practised, and as this many tries on one. */
const [USUAL_UNITS, USUAL_TRIES] = [5, 24];

/**
 * The share of clean tries to expect, in general and on one unit. In general it is the middle of
 * the units practised: one bad bar does not make a bad player. On a unit it follows its own tries.
 *
 * @param tries of each unit in order, by unit key; the newest count
 * @example cleanShares(new Map()).of("0-1-both") // => 0.9
 */
export function cleanShares(tries: ReadonlyMap<string, readonly Result[]>): {
  readonly usual: number;
  readonly of: (unit: string) => number;
} {
  const clean = (all: readonly Result[]) => all.filter((one) => one === "clean").length;
  const newest = new Map([...tries].map(([unit, all]) => [unit, all.slice(-NEWEST)]));
  const shares = [...newest.values()].map((all) => clean(all) / all.length);
  const all = [...Array<number>(USUAL_UNITS).fill(USUAL_CLEAN), ...shares].sort((a, b) => a - b);
  const within = (share: number) => Math.min(BEST, Math.max(WORST, share));
  const usual = within((all[(all.length - 1) >> 1]! + all[all.length >> 1]!) / 2);
  return {
    usual,
    of: (unit) => {
      const own = newest.get(unit) ?? [];
      return within((clean(own) + usual * USUAL_TRIES) / (own.length + USUAL_TRIES));
    },
  };
}
