import type { Score } from "../score/index.ts";
import type { Pin, PlannedDay } from "./card.ts";
import { daysToEarn, ruleFor } from "./earning.ts";
import { total, withRest, type Load, type StepToClimb } from "./chains.ts";
import { memoryOf, type Visit } from "./forgetting.ts";
import { keptOf, type Due, type Memories } from "./keep.ts";
import type { PromotionRule } from "./rules.ts";
import type { Unit } from "./unit.ts";
import { barCount, stepMinutes } from "./workload.ts";
import { BEST, WORST } from "./cleanShares.ts";

/** A piece of a student's, to be laid out over the days. */
export interface PieceToLay {
  readonly score: Score;
  readonly units: readonly Unit[];
  readonly rule: PromotionRule;
  /** Share of tries on a unit that come out clean. */
  readonly clean: (unit: string) => number;
  /** Highest tempo earned on each unit. */
  readonly earned: ReadonlyMap<string, number>;
  readonly goal: number;
  /**
   * The day it must be ready, ISO date; every day when not given. After it nothing new is begun,
   * what is learnt is kept.
   */
  readonly readyBy?: string;
  /** Days on which the last step was played well enough, of units that need several, by key. */
  readonly daysHad?: ReadonlyMap<string, number>;
  /** Cards that were put on a day by hand; before it their units wait. */
  readonly pins?: readonly Pin[];
  /**
   * Units that were on a day when it was laid out before, by ISO date: what can stay on its day
   * does, so that a week that was looked at holds.
   */
  readonly before?: ReadonlyMap<string, ReadonlySet<string>>;
  /** Days of practice since it was last practised. */
  readonly waited?: number;
  /** Visits of what is learnt, by unit: the day it was learnt, and those after. */
  readonly visits?: ReadonlyMap<string, readonly Visit[]>;
}

/** A piece while it is laid out. */
export interface Laying {
  readonly piece: PieceToLay;
  readonly loads: readonly Load[];
  readonly byKey: ReadonlyMap<string, Load>;
  readonly workMinutes: number;
  readonly days: PlannedDay[];
  readonly memory: Memories;
  /** What is kept of it once all is learnt, and where its day came before. */
  readonly kept: { readonly learnt: readonly Due[]; readonly begun: readonly Due[] };
  /** Minutes that each bar had. */
  readonly had: number[];
  /** The last day a unit was on when it was laid out before. */
  readonly lastBefore: ReadonlyMap<string, string>;
  isBegun: boolean;
  owed: number;
  waited: number;
  available: number;
}

export function begin(piece: PieceToLay): Laying {
  const made = piece.units.map((unit) => ({
    unit,
    left: onItsDays(
      unit,
      stepMinutes(
        piece.score,
        unit,
        ruleFor(unit.kind, piece.rule.id).expected(cleanOf(piece, unit), barCount(unit)),
        piece.earned.get(unit.key) ?? 0,
      ),
      piece.daysHad?.get(unit.key) ?? 0,
    ),
  }));
  const loads = withRest(made);
  return {
    piece,
    loads,
    byKey: new Map(loads.map((load) => [load.unit.key, load])),
    workMinutes: Math.ceil(total(loads)),
    days: [],
    memory: new Map([...(piece.visits ?? [])].map(([key, visits]) => [key, memoryOf(visits)!])),
    kept: { learnt: keptOf(piece, true), begun: keptOf(piece, false) },
    had: [],
    lastBefore: lastDays(piece.before),
    isBegun: [...piece.earned.values()].some((tempo) => tempo > 0),
    owed: 0,
    waited: piece.waited ?? 0,
    available: 0,
  };
}

/** The last of the days, by unit. */
function lastDays(before: PieceToLay["before"]): Map<string, string> {
  const found = new Map<string, string>();
  for (const [date, units] of before ?? [])
    for (const unit of units) if (date > (found.get(unit) ?? "")) found.set(unit, date);
  return found;
}

/** The hardest unit comes clean so much less often than a middling one. */
const HARD_COSTS = 0.3;

/** Share of tries on a unit that come out clean, less where it is harder than the piece. */
const cleanOf = ({ clean }: PieceToLay, { key, harder = 0 }: Unit): number =>
  Math.min(BEST, Math.max(WORST, clean(key) - HARD_COSTS * harder));

/** The last step once for each day on which it has still to be played well. */
function onItsDays({ kind }: Unit, steps: StepToClimb[], had: number): StepToClimb[] {
  const last = steps.at(-1);
  const more = Math.max(0, daysToEarn(kind) - had - 1);
  return last ? [...steps, ...Array.from({ length: more }, () => ({ ...last }))] : steps;
}
