import { beatLength, toNumber, type Score } from "../score/index.ts";
import type { Unit } from "./units.ts";

/** Seconds between two tries: hands back, breathe, decide. Common practice, no source. */
const BETWEEN_TRIES = 3;

/** What a player manages: the share of tries that come out clean. */
export const USUAL_CLEAN = 0.9;

/**
 * The share of clean tries to expect from a log, starting from the usual one and trusting the log
 * as it grows.
 *
 * @example cleanShare(9, 1) // => 0.9
 */
export function cleanShare(clean: number, slips: number): number {
  const weight = 20;
  const share = (clean + USUAL_CLEAN * weight) / (clean + slips + weight);
  return Math.min(0.98, Math.max(0.6, share));
}

/** Seconds that one try of a stretch takes at a tempo, with a full bar of count-in. */
export function trySeconds(score: Score, from: number, to: number, tempo: number): number {
  const beats = score.bars
    .slice(from, to + 1)
    .reduce((sum, bar) => sum + toNumber(bar.length) / toNumber(beatLength(bar)), 0);
  const first = score.bars[from]!;
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
      minutes: (tries * unit.work * trySeconds(score, unit.from, unit.to, tempo)) / 60,
    }));
}
