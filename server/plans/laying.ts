import { instrument, linesOf } from "@yarrow-ridge/core/instruments";
import {
  cleanShares,
  cover,
  promotionRule,
  unitsOf,
  type DayToFill,
  type PieceToLay,
} from "@yarrow-ridge/core/practice";
import {
  comparePlaces,
  lastBarOf,
  startOf,
  type Road,
  type Section,
} from "@yarrow-ridge/core/score";
import { and, asc, eq } from "drizzle-orm";
import { addDays, daysBetween, localDate, today, weekday } from "../clock.ts";
import type { students } from "../db/schema.ts";
import { assignments, attempts, pieces, plans } from "../db/schema.ts";
import type { Database } from "../db/open.ts";
import { formOf } from "../pieces/form.ts";
import { sectionsOf } from "../pieces/store.ts";
import type { Studio } from "../studio.ts";
import { chosenIn } from "./chosen.ts";
import { reached, resultsIn, visitsIn, type AttemptRow } from "./log.ts";
import type { PlanRow } from "./store.ts";

/** Plans reach at most this far ahead, in days. */
export const FARTHEST = 730;
/** Cards that keep a piece reach this far beyond the day it must be ready, and beyond today. */
const KEPT_FOR = 28;

type Practising = Pick<typeof students.$inferSelect, "minutesByWeekday" | "daysOff">;

/** A plan with whose and of what it is. */
export interface Open {
  readonly plan: PlanRow;
  readonly studentId: string;
  readonly pieceId: string;
  readonly road: Road | null;
  readonly kind: string;
}

/** The plans of a student that are in force, and this one though it was put away. */
export async function openPlans(db: Database, studentId: string, always?: string): Promise<Open[]> {
  const rows = await db
    .select({
      plan: plans,
      studentId: assignments.studentId,
      pieceId: assignments.pieceId,
      road: pieces.road,
      kind: pieces.instrument,
      putAway: assignments.archived,
      pieceGone: pieces.archived,
    })
    .from(plans)
    .innerJoin(assignments, eq(assignments.id, plans.assignmentId))
    .innerJoin(pieces, eq(pieces.id, assignments.pieceId))
    .where(and(eq(assignments.studentId, studentId), eq(plans.superseded, false)))
    .orderBy(asc(plans.readyBy), asc(plans.createdAt), asc(plans.id));
  return rows.filter(
    ({ plan, putAway, pieceGone }) => plan.id === always || !(putAway || pieceGone),
  );
}

/** What a plan is laid out from. */
export async function layingOf(studio: Studio, open: Open, practising: Practising) {
  const { plan, pieceId, road } = open;
  const { db, clock } = studio;
  const { score, form } = await formOf(studio, pieceId);
  const named = await sectionsOf(db, pieceId);
  const lines = linesOf(instrument(open.kind));
  const chosen = chosenIn(named, plan, score.bars.length);
  const { order, raise, ladder, hands } = plan;
  const units = unitsOf(
    score,
    form,
    onRoad(chosen ?? cover(score, named), road),
    plan.goalTempo,
    lines,
    { order, raise, ladder, hands, road },
  );
  const log = await db
    .select()
    .from(attempts)
    .where(eq(attempts.assignmentId, plan.assignmentId))
    .orderBy(asc(attempts.position));
  const tempos = reached(units, log, plan.rule, lines);
  const piece: PieceToLay = {
    score,
    units,
    rule: promotionRule(plan.rule),
    goal: plan.goalTempo,
    clean: cleanShares(resultsIn(log)).of,
    earned: tempos,
    visits: visitsIn(units, log, tempos, lines),
    readyBy: plan.readyBy,
    waited: waited(practising, lastOn(plan, log), today(clock)),
  };
  return { open, chosen, piece };
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
