import type { Form } from "@yarrow-ridge/core/form";
import { instrument, linesOf } from "@yarrow-ridge/core/instruments";
import {
  cleanShares,
  cover,
  promotionRule,
  unitsOf,
  difficultiesAt,
  hardBars,
  hardness,
  slipShares,
  stuckSpots,
  type DayToFill,
  type Difficulties,
  type How,
  type PieceToLay,
  type Pin,
  type Unit,
} from "@yarrow-ridge/core/practice";
import {
  comparePlaces,
  lastBarOf,
  startOf,
  type Line,
  type Road,
  type Score,
  type Section,
} from "@yarrow-ridge/core/score";
import { and, asc, eq, gte } from "drizzle-orm";
import { addDays, daysBetween, localDate, today, weekday } from "../clock.ts";
import type { students } from "../db/schema.ts";
import { assignments, attempts, cards, pieces, plans } from "../db/schema.ts";
import type { Database } from "../db/open.ts";
import { formOf } from "../pieces/form.ts";
import { sectionsOf } from "../pieces/store.ts";
import type { Studio } from "../studio.ts";
import { chosenIn } from "./chosen.ts";
import { resultsIn, triesIn, visitsIn, type AttemptRow, type TriedRow } from "./log.ts";
import { reached } from "./reached.ts";
import type { PlanRow } from "./store.ts";

/** Plans reach at most this far ahead, in days. */
export const FARTHEST = 730;

/** Cards that keep a piece reach this far beyond the day it must be ready, and beyond today. */
export const KEPT_FOR = 28;

type Student = typeof students.$inferSelect;
type Practising = Pick<Student, "minutesByWeekday" | "daysOff">;

/** A plan with whose and of what it is. */
export interface Open {
  readonly plan: PlanRow;
  readonly studentId: string;
  readonly pieceId: string;
  readonly road: Road | null;
  readonly title: string;
  readonly kind: string;
  /** What the teacher says of its stage. */
  readonly said: "keeping" | "ended" | null;
}

/** The plans of a student that are in force, and this one though it was put away. */
export async function openPlans(db: Database, studentId: string, always?: string): Promise<Open[]> {
  const rows = await db
    .select({
      plan: plans,
      studentId: assignments.studentId,
      pieceId: assignments.pieceId,
      road: pieces.road,
      title: pieces.title,
      kind: pieces.instrument,
      said: assignments.said,
      putAway: assignments.archived,
      pieceGone: pieces.archived,
    })
    .from(plans)
    .innerJoin(assignments, eq(assignments.id, plans.assignmentId))
    .innerJoin(pieces, eq(pieces.id, assignments.pieceId))
    .where(and(eq(assignments.studentId, studentId), eq(plans.superseded, false)))
    .orderBy(asc(plans.readyBy), asc(plans.createdAt), asc(plans.id));
  return rows.filter(
    ({ plan, said, putAway, pieceGone }) =>
      plan.id === always || !(putAway || pieceGone || said === "ended"),
  );
}

/** What a plan is laid out from. */
export async function layingOf(studio: Studio, open: Open, student: Student) {
  const { plan, pieceId, road } = open;
  const { db, clock } = studio;
  const { score, form } = await formOf(studio, pieceId);
  const named = await sectionsOf(db, pieceId);
  const lines = linesOf(instrument(open.kind));
  const chosen = chosenIn(named, plan, score.bars.length);
  const { order, raise, ladder, hands } = plan;
  const log = triesIn(
    await db
      .select()
      .from(attempts)
      .where(eq(attempts.assignmentId, plan.assignmentId))
      .orderBy(asc(attempts.position)),
  );
  const { hard, spots } = hardSpots(open, student, score, form, log, lines);
  const sections = onRoad(chosen ?? cover(score, named), road);
  const how = { order, raise, ladder, hands, road, named, hard, spots };
  const madeWith = (goals: PlanRow["goals"]) =>
    unitsOf(score, form, sections, plan.goalTempo, lines, { ...how, goals });
  const found = madeWith(plan.goals);
  const units = without(found, plan.dropped);
  const { tempos, daysHad, promotions } = reached(units, log, plan.rule, lines, today(clock));
  const piece: PieceToLay = {
    score,
    units,
    rule: promotionRule(plan.rule),
    goal: plan.goalTempo,
    clean: cleanShares(resultsIn(log)).of,
    earned: tempos,
    daysHad,
    visits: visitsIn(units, log, tempos, lines),
    // nothing new is begun in what is only kept
    readyBy: open.said === "keeping" ? addDays(today(clock), -1) : plan.readyBy,
    pins: await pinsOf(db, plan.id, today(clock)),
    waited: waited(student, lastOn(plan, log), today(clock)),
  };
  /** The units with other tempos for sections. */
  const unitsWith = (goals: PlanRow["goals"]) => without(madeWith(goals), plan.dropped);
  return { open, chosen, sections, piece, unitsWith, form, log, lines, found, hard, promotions };
}

/** Cards put on days by hand, from today. */
const pinsOf = (db: Database, planId: string, from: string): Promise<Pin[]> =>
  db
    .select({ unit: cards.unit, date: cards.date, minutes: cards.minutes })
    .from(cards)
    .where(and(eq(cards.planId, planId), eq(cards.pinned, true), gte(cards.date, from)));

/** What makes a score hard for a hand at a tempo is found once. */
const difficult = new WeakMap<Score, Map<string, Difficulties>>();

/** How hard the bars are for this player, and which are practised alone. */
function hardSpots(
  { plan, kind }: Open,
  { player }: Student,
  score: Score,
  form: Form,
  log: readonly TriedRow[],
  lines: readonly Line[],
): Pick<How, "hard" | "spots"> {
  const { octave } = instrument(kind);
  const reach = player[kind]?.reach;
  const on = { ...(octave ? { octave } : {}), ...(typeof reach === "number" ? { reach } : {}) };
  const known = difficult.get(score) ?? new Map<string, Difficulties>();
  difficult.set(score, known);
  const key = `${plan.goalTempo} ${String(reach)}`;
  const found = known.get(key) ?? difficultiesAt(score, plan.goalTempo, on);
  known.set(key, found);
  const slips = slipShares(score, Object.keys(found), log, lines);
  return {
    hard: score.paperHands ? [] : hardBars(hardness(score, form, found, slips)),
    spots: [
      ...plan.added.flatMap(({ from, to }) =>
        Array.from({ length: to - from + 1 }, (_, i) => ({ bar: from + i, why: "as asked" })),
      ),
      ...stuckSpots(score, log),
    ],
  };
}

/** What the teacher leaves out is nobody's forerunner. */
function without(units: readonly Unit[], dropped: readonly string[]): Unit[] {
  if (dropped.length === 0) return [...units];
  const gone = new Map(
    units.filter(({ key }) => dropped.includes(key)).map((one) => [one.key, one]),
  );
  // what rests on it rests on what it rested on
  const standsOn = (keys: readonly string[]): string[] =>
    keys.flatMap((key) => (gone.has(key) ? standsOn(gone.get(key)!.after) : [key]));
  return units
    .filter(({ key }) => !gone.has(key))
    .map((unit) => ({ ...unit, after: [...new Set(standsOn(unit.after))] }));
}

const lastOn = (plan: PlanRow, log: readonly AttemptRow[]): string =>
  localDate(log.at(-1)?.at ?? plan.createdAt);

/** Days of practice between the one it was last practised on and today; a fortnight is enough. */
function waited(practising: Practising, last: string, date: string): number {
  const days = Math.min(14, Math.max(0, daysBetween(last, date) - 1));
  return daysFrom(practising, addDays(date, -days), days).filter(({ minutes }) => minutes > 0)
    .length;
}

/** Of a cut only what is played is practised: sections end where a stretch does. */
export function onRoad(sections: readonly Section[], road: Road | null): Section[] {
  if (!road?.cuts.length) return [...sections];
  return sections.flatMap((section) =>
    road.cuts.flatMap((cut): Section[] => {
      const from = section.from.bar >= cut.from ? section.from : startOf(cut.from);
      const to = lastBarOf(section.to) <= cut.to ? section.to : startOf(cut.to + 1);
      return comparePlaces(from, to) < 0 ? [{ ...section, from, to }] : [];
    }),
  );
}

/** The days that plans are laid out over, from today. */
export function daysUntil(practising: Practising, date: string, readyBy: readonly string[]) {
  const ahead = Math.max(0, ...readyBy.map((day) => daysBetween(date, day) + 1));
  return daysFrom(practising, date, Math.min(FARTHEST, ahead) + KEPT_FOR);
}

export const daysFrom = (
  { minutesByWeekday, daysOff }: Practising,
  first: string,
  count: number,
): DayToFill[] =>
  Array.from({ length: count }, (_, i) => {
    const date = addDays(first, i);
    const minutes = daysOff.includes(date) ? 0 : minutesByWeekday[weekday(date)];
    return { date, minutes: minutes ?? 0 };
  });
