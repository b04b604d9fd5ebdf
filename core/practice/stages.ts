import { say } from "../words/say.ts";
import { playsIn, type Form } from "../form/index.ts";
import type { Line, Score } from "../score/index.ts";
import { daysToEarn } from "./earning.ts";
import { holding } from "./lines.ts";
import type { RidgeBar } from "./progress.ts";
import type { Unit } from "./unit.ts";

/** How far a piece has come. */
export const stages = [
  "First reading",
  "Taking shape",
  "Joining up",
  "Settling",
  "Performance",
  "Keeping",
] as const;
export type Stage = (typeof stages)[number];

/** What a stage is called, to be put into words. */
export const stageName: Readonly<Record<Stage, string>> = {
  "First reading": say`First reading`,
  "Taking shape": say`Taking shape`,
  "Joining up": say`Joining up`,
  Settling: say`Settling`,
  Performance: say`Performance`,
  Keeping: say`Keeping`,
};

/** What a stage asks for. The usual are common practice, no source. */
export interface Thresholds {
  /** Shares of the goal at which sections stand for "Joining up", and joins for "Settling". */
  readonly joining: number;
  readonly settling: number;
  /** Days with a run-through at the goal for "Performance". */
  readonly days: number;
}
export const USUAL_THRESHOLDS: Thresholds = { joining: 0.6, settling: 0.8, days: 3 };

/** What speaks for a stage: so much of what it asks for. */
export interface Evidence {
  readonly stage: Stage;
  readonly have: number;
  readonly of: number;
  readonly what: string;
}

/** Where a piece stands in a student's hands. */
export interface Worked {
  readonly score: Score;
  readonly form: Pick<Form, "isNew">;
  readonly units: readonly Unit[];
  readonly goal: number;
  /** Highest tempo standing on each unit, and days with a good run-through; by unit key. */
  readonly tempos: ReadonlyMap<string, number>;
  readonly daysHad: ReadonlyMap<string, number>;
  /** The ridge: a section stands where all its bars stand together, and shares with returns. */
  readonly bars: readonly RidgeBar[];
  /** Bars and line of every try. */
  readonly log: readonly { readonly from: number; readonly to: number; readonly hands: string }[];
  readonly lines: readonly Line[];
}

/**
 * What speaks for each stage that is earned. A stage is left again when what speaks for it lapses.
 *
 * @param asked where the studio asks for something else than usual
 */
export function evidenceOf(worked: Worked, asked: Thresholds = USUAL_THRESHOLDS): Evidence[] {
  const { units, goal, tempos, daysHad, bars } = worked;
  const percent = (share: number) => say`${Math.round(share * 100)} % of the goal`;
  const of = (kind: Unit["kind"]) => units.filter((unit) => unit.kind === kind);
  const sections = of("section");
  const joins = of("join").length ? of("join") : sections;
  const tempoOf = (unit: Unit) =>
    Math.max(tempos.get(unit.key) ?? 0, unit.kind === "section" ? lowest(bars, unit) : 0);
  const standing = (some: readonly Unit[], share: number) =>
    some.filter((unit) => tempoOf(unit) >= share * unit.steps.at(-1)!).length;
  const [whole] = of("piece");
  const through = whole
    ? {
        have: (tempos.get(whole.key) ?? 0) >= goal ? asked.days : (daysHad.get(whole.key) ?? 0),
        of: Math.min(asked.days, daysToEarn("piece")),
        what: say`days with a good run-through at the goal`,
      }
    : { have: standing(sections, 1), of: sections.length, what: say`sections at the goal` };
  return [
    { stage: "Taking shape", ...played(worked), what: say`new bars played in each hand` },
    {
      stage: "Joining up",
      have: standing(sections, asked.joining),
      of: sections.length,
      what: say`sections at ${percent(asked.joining)}`,
    },
    {
      stage: "Settling",
      have: standing(joins, asked.settling),
      of: joins.length,
      what: say`${joins === sections ? say`sections` : say`joins`} at ${percent(asked.settling)}`,
    },
    { stage: "Performance", ...through, have: Math.min(through.have, through.of) },
  ];
}

/** The tempo at which all bars of a unit stand together, silent ones aside. */
const lowest = (bars: readonly RidgeBar[], { from, to }: Unit): number => {
  const played = bars.slice(from, to + 1).filter(({ silent }) => !silent);
  return played.length ? Math.min(...played.map(({ together }) => together)) : 0;
};

/** New bars that are practised, and those played in each hand in which they are new. */
function played({ score, form, units, log, lines }: Worked): { have: number; of: number } {
  const inUnits = score.bars.map(({ index }) =>
    units.some(({ from, to }) => from <= index && to >= index),
  );
  const holds = holding(lines);
  const needs = score.bars.map((): string[] => []);
  const missing = new Set<number>();
  for (const [hand, isNew] of Object.entries(form.isNew)) {
    const plays = playsIn(score, hand);
    const tries = log.filter(({ hands }) => holds(hands, hand));
    for (const { index } of score.bars) {
      if (!inUnits[index] || !isNew[index] || !plays[index]) continue;
      needs[index]!.push(hand);
      if (!tries.some(({ from, to }) => from <= index && to >= index)) missing.add(index);
    }
  }
  const count = needs.filter((hands) => hands.length > 0).length;
  return { have: count - missing.size, of: count };
}

/**
 * The stage for which everything speaks up to it.
 *
 * @param isKept its day is past, or the teacher says so
 * @example
 *   stageFrom([{ stage: "Taking shape", have: 3, of: 4, what: "bars" }], false)
 *   // => "First reading"
 */
export function stageFrom(evidence: readonly Evidence[], isKept: boolean): Stage {
  if (isKept) return "Keeping";
  const open = evidence.findIndex(({ have, of }) => have < of);
  return stages[open < 0 ? evidence.length : open]!;
}
