import { beatLength, toNumber, type Score } from "../score/index.ts";
import { NEWEST, type Result } from "./rules.ts";
import type { Unit } from "./unit.ts";

/** Seconds between two tries: hands back, breathe, decide. Common practice, no source. */
const BETWEEN_TRIES = 3;

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

/** What a try plays: bars from the first to the last, or those told, as often as they come. */
interface Played {
  readonly from: number;
  readonly to: number;
  readonly played?: readonly number[] | null;
}

const barsOf = ({ bars }: Score, { from, to, played }: Played): Score["bars"] =>
  played ? played.map((bar) => bars[bar]!) : bars.slice(from, to + 1);

/** Seconds that one try takes at a tempo, with a full bar of count-in. */
export function trySeconds(score: Score, unit: Played, tempo: number): number {
  const bars = barsOf(score, unit);
  const beats = bars.reduce(
    (sum, bar) => sum + toNumber(bar.length) / toNumber(beatLength(bar)),
    0,
  );
  const first = bars[0] ?? score.bars[unit.from]!;
  const countIn = toNumber(first.nominal) / toNumber(beatLength(first));
  return ((beats + countIn) * 60) / tempo + BETWEEN_TRIES;
}

/**
 * Expected minutes for each step of a unit that is still to be climbed, less where it is nearly
 * known.
 *
 * @param tries expected tries until a step is earned
 */
export function stepMinutes(
  score: Score,
  unit: Unit,
  tries: number,
  secureTempo: number,
): { tempo: number; minutes: number }[] {
  return unit.steps
    .filter((tempo) => tempo > secureTempo)
    .map((tempo) => ({
      tempo,
      minutes: (tries * unit.work * trySeconds(score, unit, tempo)) / 60,
    }));
}

/** Bars that one try plays. */
export const barCount = ({ from, to, played }: Played): number => played?.length ?? to - from + 1;
