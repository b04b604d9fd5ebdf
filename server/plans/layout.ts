import { instrument, linesOf } from "@yarrow-ridge/core/instruments";
import {
  cleanShares,
  cover,
  promotionRule,
  remedies,
  schedule,
  unitsOf,
  type DayToFill,
  type PlannedCard,
  type Remedies,
  type ScheduleInput,
  type Unit,
} from "@yarrow-ridge/core/practice";
import {
  comparePlaces,
  lastBarOf,
  startOf,
  type Road,
  type Section,
} from "@yarrow-ridge/core/score";
import { and, asc, eq, getTableColumns, gte, inArray, lt, notExists, sql } from "drizzle-orm";
import { addDays, daysBetween, today, weekday } from "../clock.ts";
import { assignments, attempts, cards, plans } from "../db/schema.ts";
import { formOf } from "../pieces/form.ts";
import { pieceRow, sectionsOf } from "../pieces/store.ts";
import { newId, type Studio } from "../studio.ts";
import { chosenIn, chosenRecord } from "./chosen.ts";
import { reached, resultsIn } from "./log.ts";
import type { PlanRow } from "./store.ts";

/** Plans reach at most this far ahead, in days. */
export const FARTHEST = 730;

/**
 * The plan with its cards up to date: laid out anew from today when a day has passed (what was
 * missed rolls forward), and from tomorrow when the log or the sections have moved on during the
 * day.
 */
export async function upToDate(studio: Studio, plan: PlanRow): Promise<PlanRow> {
  const date = today(studio.clock);
  if (plan.superseded || (plan.laidOutOn === date && !plan.stale)) return plan;
  return layOut(studio, plan, plan.laidOutOn === date);
}

/** What a plan is laid out from. */
async function layingOf(studio: Studio, plan: PlanRow) {
  const { db, clock } = studio;
  const [assignment] = await db
    .select()
    .from(assignments)
    .where(eq(assignments.id, plan.assignmentId));
  const { score, form } = await formOf(studio, assignment!.pieceId);
  const named = await sectionsOf(db, assignment!.pieceId);
  const { road, instrument: kind } = await pieceRow(db, assignment!.pieceId);
  const lines = linesOf(instrument(kind));
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
  const input: ScheduleInput = {
    score,
    units,
    rule: promotionRule(plan.rule),
    goal: plan.goalTempo,
    clean: cleanShares(resultsIn(log)).of,
    earned: reached(units, log, plan.rule, lines),
    days: daysUntil(today(clock), plan),
  };
  return { chosen, input };
}

/**
 * What would make a plan fit that does not: worked out when somebody looks at the plan, and kept
 * until it is laid out anew.
 */
export async function remediesOf(studio: Studio, plan: PlanRow): Promise<Remedies> {
  if (plan.feasible || plan.superseded) return {};
  if (plan.remedies) return plan.remedies;
  const { input } = await layingOf(studio, plan);
  const found = remedies(input, daysFrom(addDays(plan.readyBy, 1), LATER, plan));
  await studio.db.update(plans).set({ remedies: found }).where(eq(plans.id, plan.id));
  return found;
}

async function layOut(studio: Studio, plan: PlanRow, keepToday: boolean): Promise<PlanRow> {
  const { db, clock } = studio;
  const { chosen, input } = await layingOf(studio, plan);
  const { units } = input;
  const date = today(clock);
  const laid = schedule(input);
  const planned = laid.days
    .filter((day) => !(keepToday && day.date === date))
    .flatMap((day) => day.cards.map((card, position) => ({ card, position, date: day.date })));
  const byKey = new Map(units.map((unit) => [unit.key, unit]));
  return db.transaction(async (tx) => {
    const tried = tx
      .select({ id: attempts.id })
      .from(attempts)
      .where(eq(attempts.cardId, cards.id));
    const first = keepToday ? addDays(date, 1) : date;
    await tx
      .delete(cards)
      .where(and(eq(cards.planId, plan.id), lt(cards.date, date), notExists(tried)));
    const before = await tx
      .select({ id: cards.id, date: cards.date, unit: cards.unit })
      .from(cards)
      .where(and(eq(cards.planId, plan.id), gte(cards.date, first)));
    const ids = new Map(before.map((row) => [`${row.date} ${row.unit}`, row.id]));
    const rows = planned.map(({ card, position, date: on }) =>
      row(plan.id, on, position, card, byKey, ids.get(`${on} ${card.unit}`)),
    );
    const kept = new Set(rows.map(({ id }) => id));
    const gone = before.filter(({ id }) => !kept.has(id)).map(({ id }) => id);
    for (let at = 0; at < gone.length; at += 1000)
      await tx
        .delete(cards)
        .where(and(inArray(cards.id, gone.slice(at, at + 1000)), notExists(tried)));
    for (let at = 0; at < rows.length; at += 500) {
      await tx
        .insert(cards)
        .values(rows.slice(at, at + 500))
        .onConflictDoUpdate({ target: cards.id, set: FROM_NEW });
    }
    const [after] = await tx
      .update(plans)
      .set({
        laidOutOn: date,
        stale: false,
        chosen: chosen?.map(chosenRecord) ?? null,
        feasible: laid.feasible,
        workMinutes: laid.workMinutes,
        availableMinutes: laid.availableMinutes,
        missingMinutes: laid.missingMinutes,
        remedies: null,
      })
      .where(eq(plans.id, plan.id))
      .returning();
    return after!;
  });
}

/** A card that keeps its id for the same day and unit takes all else from the new layout. */
const FROM_NEW = Object.fromEntries(
  Object.entries(getTableColumns(cards))
    .filter(([key]) => key !== "id")
    .map(([key, column]) => [key, sql.raw(`excluded."${column.name}"`)]),
);

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

/** So many days after the one it should be ready by are looked at for one that fits. */
const LATER = 400;

/** Cards that keep a piece reach this far beyond the day it must be ready, and beyond today. */
const KEPT_FOR = 28;

function daysUntil(date: string, plan: PlanRow): DayToFill[] {
  const before = Math.min(FARTHEST, Math.max(0, daysBetween(date, plan.readyBy) + 1));
  return daysFrom(date, before + KEPT_FOR, plan).map((day) => ({
    ...day,
    isAfter: day.date > plan.readyBy,
  }));
}

const daysFrom = (first: string, count: number, { minutesByWeekday }: PlanRow): DayToFill[] =>
  Array.from({ length: count }, (_, i) => {
    const date = addDays(first, i);
    return { date, minutes: minutesByWeekday[weekday(date)] ?? 0 };
  });

function row(
  planId: string,
  date: string,
  position: number,
  card: PlannedCard,
  units: ReadonlyMap<string, Unit>,
  id = newId(),
) {
  const { played, steps } = units.get(card.unit)!;
  return {
    id,
    planId,
    date,
    position,
    unit: card.unit,
    fromBar: card.from,
    toBar: card.to,
    hands: card.hands,
    tempo: card.tempo,
    minutes: card.minutes,
    kind: card.kind,
    section: card.section,
    why: card.why,
    played: played ? [...played] : null,
    steps: card.kind === "keeping" ? [card.tempo] : [...steps],
  };
}

/** Says that plans of an assignment have to be laid out again for the days after today. */
export const markStale = ({ db }: Pick<Studio, "db">, assignmentId: string) =>
  db
    .update(plans)
    .set({ stale: true })
    .where(and(eq(plans.assignmentId, assignmentId), eq(plans.superseded, false)));
