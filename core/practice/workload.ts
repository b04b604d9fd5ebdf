import { beatLength, toNumber, type Score } from "../score/index.ts";
import type { Unit } from "./unit.ts";

/** Seconds between two tries: hands back, breathe, decide. Common practice, no source. */
const BETWEEN_TRIES = 3;

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

/** Tries for which a card's minutes are enough, one at least: whole. */
export const triesWithin = (
  score: Score,
  unit: Played,
  { tempo, minutes }: { readonly tempo: number; readonly minutes: number },
): number => Math.max(1, Math.round((minutes * 60) / trySeconds(score, unit, tempo)));

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
