import { instrument, linesOf } from "@yarrow-ridge/core/instruments";
import {
  barCount,
  cleanShares,
  cover,
  earned,
  promotionRule,
  remedies,
  schedule,
  standing,
  unitsOf,
  type DayToFill,
  type PlannedCard,
  type Promotion,
  type Result,
  type Unit,
} from "@yarrow-ridge/core/practice";
import {
  comparePlaces,
  lastBarOf,
  parseFraction,
  startOf,
  toText,
  type Road,
  type Section,
} from "@yarrow-ridge/core/score";
import dayjs from "dayjs";
import { and, asc, eq, getTableColumns, gte, inArray, lt, notExists, sql } from "drizzle-orm";
import { addDays, daysBetween, today, weekday } from "../clock.ts";
import { assignments, attempts, cards, plans, type ChosenSection } from "../db/schema.ts";
import { formOf } from "../pieces/form.ts";
import { pieceRow, sectionsOf } from "../pieces/store.ts";
import { newId, type Studio } from "../studio.ts";
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

async function layOut(studio: Studio, plan: PlanRow, keepToday: boolean): Promise<PlanRow> {
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
  const units = unitsOf(
    score,
    form,
    onRoad(chosen.length ? chosen : cover(score, named), road),
    plan.goalTempo,
    lines,
    { order: plan.order, raise: plan.raise, ladder: plan.ladder, hands: plan.hands, road },
  );
  const log = await db
    .select()
    .from(attempts)
    .where(eq(attempts.assignmentId, plan.assignmentId))
    .orderBy(asc(attempts.position));
  const date = today(clock);
  const input = {
    score,
    units,
    rule: promotionRule(plan.rule),
    goal: plan.goalTempo,
    clean: cleanShares(newestTries(log)).of,
    earned: reached(units, log, plan.rule, earned(units, promotionsIn(log), lines)),
    days: daysUntil(date, plan),
  };
  const laid = schedule(input);
  const helped = laid.feasible ? null : remedies(input, daysAfter(plan));
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
        ...(chosen.length ? { chosen: chosen.map(chosenRecord) } : {}),
        feasible: laid.feasible,
        workMinutes: laid.workMinutes,
        availableMinutes: laid.availableMinutes,
        missingMinutes: laid.missingMinutes,
        remedies: helped,
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

/** Cards that keep a piece reach this far beyond the day it must be ready, and beyond today. */
const KEPT_FOR = 28;

function daysUntil(date: string, plan: PlanRow): DayToFill[] {
  const before = Math.min(FARTHEST, Math.max(0, daysBetween(date, plan.readyBy) + 1));
  return Array.from({ length: before + KEPT_FOR }, (_, i) => {
    const day = addDays(date, i);
    return {
      date: day,
      minutes: plan.minutesByWeekday[weekday(day)] ?? 0,
      isAfter: day > plan.readyBy,
    };
  });
}

/** Days on which it could still become ready after the day it should be, in days. */
const LATER = 400;

const daysAfter = (plan: PlanRow): DayToFill[] =>
  Array.from({ length: LATER }, (_, i) => {
    const date = addDays(plan.readyBy, i + 1);
    return { date, minutes: plan.minutesByWeekday[weekday(date)] ?? 0 };
  });

/** The sections a plan was made for: as they are now, or as they were before they were removed. */
function chosenIn(named: readonly Section[], plan: PlanRow, bars: number): Section[] {
  const before = new Map((plan.chosen ?? []).map((one) => [one.id, one]));
  return (plan.sections ?? [])
    .flatMap((id): Section[] => {
      const now = named.find((section) => section.id === id);
      if (now) return [now];
      const was = before.get(id);
      if (!was || was.to.bar > bars) return [];
      const place = ({ bar, offset }: ChosenSection["from"]) => ({
        bar,
        offset: parseFraction(offset)!,
      });
      return [{ id, name: was.name, words: "", from: place(was.from), to: place(was.to) }];
    })
    .sort((a, b) => comparePlaces(a.from, b.from));
}

export const chosenRecord = ({ id, name, from, to }: Section): ChosenSection => ({
  id,
  name,
  from: { bar: from.bar, offset: toText(from.offset) },
  to: { bar: to.bar, offset: toText(to.offset) },
});

type AttemptRow = typeof attempts.$inferSelect;

/** Steps that were earned, from the log. */
export const promotionsIn = (log: readonly AttemptRow[]): Promotion[] =>
  log
    .filter((row) => row.promoted)
    .map((row) => ({ from: row.fromBar, to: row.toBar, hands: row.hands, tempo: row.tempo }));

/** Tries as a standing asks for them. */
export const triesIn = (log: readonly AttemptRow[]) =>
  log.map((row) => ({ ...row, day: dayjs(row.at).format("YYYY-MM-DD") }));

/** The tempo each unit goes on from: what was earned, or below the step it was sent back to. */
function reached(
  units: readonly Unit[],
  log: readonly AttemptRow[],
  rule: string,
  known: ReadonlyMap<string, number>,
): Map<string, number> {
  const tries = new Map<string, ReturnType<typeof triesIn>>();
  for (const row of triesIn(log)) tries.set(row.unit, [...(tries.get(row.unit) ?? []), row]);
  return new Map(
    units.map((unit) => {
      const own = tries.get(unit.key) ?? [];
      const at = standing(unit.steps, own, rule, barCount(unit), known.get(unit.key));
      const before = unit.steps[unit.steps.indexOf(at.step) - 1] ?? 0;
      return [unit.key, at.sentBack === undefined ? at.secure : before];
    }),
  );
}

/** Tries of a unit that say how it goes now. */
const NEWEST = 12;

function newestTries(log: readonly AttemptRow[]): Map<string, Result[]> {
  const found = new Map<string, Result[]>();
  for (const row of log)
    found.set(row.unit, [...(found.get(row.unit) ?? []), row.result].slice(-NEWEST));
  return found;
}

function row(
  planId: string,
  date: string,
  position: number,
  card: PlannedCard,
  units: ReadonlyMap<string, Unit>,
  id = newId(),
) {
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
    played: units.get(card.unit)!.played ? [...units.get(card.unit)!.played!] : null,
    steps: card.kind === "keeping" ? [card.tempo] : [...units.get(card.unit)!.steps],
  };
}

/** Says that plans of an assignment have to be laid out again for the days after today. */
export const markStale = ({ db }: Pick<Studio, "db">, assignmentId: string) =>
  db
    .update(plans)
    .set({ stale: true })
    .where(and(eq(plans.assignmentId, assignmentId), eq(plans.superseded, false)));
