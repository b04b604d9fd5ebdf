import { say } from "../words/say.ts";
import type { DayToFill, PlannedCard } from "./card.ts";
import { dayNumber, visited, type Memory } from "./forgetting.ts";
import type { Unit } from "./unit.ts";

/** Minutes for a run-through, and for a section, of what is learnt. Common practice, no source. */
export const KEEPING = 5;

/** What is remembered of each unit, by key; it goes along with the days. */
export type Memories = Map<string, Memory>;

/** Something to be visited again. Tempo in beats a minute. */
export interface Due {
  readonly unit: Unit;
  readonly tempo: number;
}

/** What is kept of a piece. */
interface Kept {
  readonly units: readonly Unit[];
  /** Beats a minute. */
  readonly goal: number;
  /** Highest tempo earned on each unit. */
  readonly earned: ReadonlyMap<string, number>;
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

/** Its sections and the whole, or the largest parts of what was only begun, each at its tempo. */
export function keptOf({ units, goal, earned }: Kept, isLearnt: boolean): Due[] {
  const tempoOf = (unit: Unit) => (isLearnt ? goal : (earned.get(unit.key) ?? 0));
  const reached = units.filter((unit) => tempoOf(unit) > 0);
  return reached
    .filter((unit) => unit.kind === "piece" || unit.kind === "section" || !liesIn(unit, reached))
    .map((unit) => ({ unit, tempo: tempoOf(unit) }));
}

/** A run-through, and the one section that has waited longest, of what is due on a day. */
export function dueOn(kept: readonly Due[], memory: Memories, date: string): Due[] {
  const today = dayNumber(date);
  const whole =
    kept.find(({ unit }) => unit.kind === "piece") ??
    kept.findLast(({ unit }) => unit.kind === "section");
  // of what nobody knows when it was visited it is high time
  const dueAt = ({ unit }: Due) => memory.get(unit.key)?.due ?? 0;
  const parts = kept
    .filter((one) => one !== whole && one.unit.kind !== "piece" && dueAt(one) <= today)
    .sort((a, b) => dueAt(a) - dueAt(b));
  return [whole && dueAt(whole) <= today ? whole : undefined, parts[0]].filter(
    (one) => one !== undefined,
  );
}

/** Cards that keep what is learnt, and what is remembered once they are played. */
export function keep(
  due: readonly Due[],
  { date, minutes }: DayToFill,
  memory: Memories,
): PlannedCard[] {
  const played = minutes > 1 ? due : due.slice(0, 1);
  for (const { unit } of played)
    memory.set(unit.key, visited(memory.get(unit.key), dayNumber(date), 0));
  return played.map(({ unit, tempo }): PlannedCard => ({
    unit: unit.key,
    from: unit.from,
    to: unit.to,
    hands: unit.hands,
    tempo,
    kind: "keeping",
    section: unit.section,
    minutes: Math.max(1, Math.floor(minutes / played.length)),
    why: say`Learnt: visited again before it fades, after ever longer gaps while it comes clean.`,
  }));
}
