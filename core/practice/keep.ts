import type { DayToFill, PlannedCard } from "./card.ts";
import type { Unit } from "./unit.ts";

/**
 * Minutes a day for a piece that is finished: one run-through and one section. Common practice, no
 * source.
 */
export const KEEPING = 10;

/** What is kept of a piece. */
interface Kept {
  readonly units: readonly Unit[];
  /** Beats a minute. */
  readonly goal: number;
  /** Highest tempo earned on each unit. */
  readonly earned: ReadonlyMap<string, number>;
}

/**
 * Days since 1970-01-01 of an ISO date: what comes in turn goes on though it is laid out anew. The
 * year begins with March, so that leap days come last (Gregorian calendar: 146,097 days in 400
 * years).
 */
function dayNumber(date: string): number {
  const [year, month, day] = date.split("-").map(Number) as [number, number, number];
  const y = month > 2 ? year : year - 1;
  const ofYear = Math.floor((153 * ((month + 9) % 12) + 2) / 5) + day - 1;
  const leaps = Math.floor(y / 4) - Math.floor(y / 100) + Math.floor(y / 400);
  return 365 * y + leaps + ofYear - 719_468;
}

/** Whether another unit holds all its bars; of two on the same bars the later is the whole one. */
const liesIn = (unit: Unit, all: readonly Unit[]): boolean =>
  all.some(
    (other, i) =>
      other !== unit &&
      other.from <= unit.from &&
      other.to >= unit.to &&
      (other.from < unit.from || other.to > unit.to || i > all.indexOf(unit)),
  );

/**
 * Once all is learnt, or the day is past: a run-through and one part in turn, each at the tempo
 * it stands at, so that the piece is not forgotten.
 */
export function keep(
  { units, goal, earned }: Kept,
  { date, minutes }: DayToFill,
  isLearnt: boolean,
): PlannedCard[] {
  if (minutes <= 0) return [];
  const tempoOf = (unit: Unit) => (isLearnt ? goal : (earned.get(unit.key) ?? 0));
  const reached = units.filter((unit) => tempoOf(unit) > 0);
  // of what was only begun, the largest parts that stand
  const kept = reached.filter(
    (unit) => unit.kind === "piece" || unit.kind === "section" || !liesIn(unit, reached),
  );
  const whole =
    kept.find((unit) => unit.kind === "piece") ?? kept.findLast((unit) => unit.kind === "section");
  const parts = kept.filter((unit) => unit.kind !== "piece" && unit !== whole);
  const turn = parts[dayNumber(date) % Math.max(1, parts.length)];
  const budget = Math.min(minutes, KEEPING);
  return [whole, budget > 1 ? turn : undefined]
    .filter((unit) => unit !== undefined)
    .map((unit, _, all): PlannedCard => ({
      unit: unit.key,
      from: unit.from,
      to: unit.to,
      hands: unit.hands,
      tempo: tempoOf(unit),
      kind: "keeping",
      section: unit.section,
      minutes: Math.max(1, Math.floor(budget / all.length)),
      why: "Learnt: kept ready by a run-through and one section in turn.",
    }));
}
