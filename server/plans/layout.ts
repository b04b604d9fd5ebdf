import {
  layOut,
  type DayToFill,
  type PieceToLay,
  type PlannedCard,
  type Schedule,
  type Unit,
} from "@yarrow-ridge/core/practice";
import { and, eq, getTableColumns, gte, inArray, lt, notExists, sql } from "drizzle-orm";
import { addDays, localDate, today } from "../clock.ts";
import { assignments, attempts, cards, plans, students } from "../db/schema.ts";
import type { Database } from "../db/open.ts";
import { newId, type Studio } from "../studio.ts";
import { chosenRecord } from "./chosen.ts";
import { daysUntil, layingOf, openPlans, type Open } from "./laying.ts";
import type { PlanRow } from "./store.ts";

/** The plans that share a student's minutes with this one, and it. */
export async function togetherWith(db: Database, plan: PlanRow): Promise<Open[]> {
  const [given] = await db
    .select({ studentId: assignments.studentId })
    .from(assignments)
    .where(eq(assignments.id, plan.assignmentId));
  return openPlans(db, given!.studentId, plan.id);
}

export async function practisingOf(db: Database, studentId: string) {
  const [row] = await db.select().from(students).where(eq(students.id, studentId));
  return row!;
}

const isUpToDate = ({ laidOutOn, stale }: PlanRow, date: string): boolean =>
  laidOutOn === date && !stale;

/**
 * The plan with its cards up to date, and with it all the student's plans: laid out anew from today
 * when a day has passed (what was missed is caught up with) or one is new, and from tomorrow when
 * the log or the sections have moved on during the day.
 */
export async function upToDate(studio: Studio, plan: PlanRow): Promise<PlanRow> {
  if (plan.superseded) return plan;
  const all = await togetherWith(studio.db, plan);
  // what was left as it is takes no minutes
  if (all.some((open) => open.plan.id === plan.id && open.said === "ended")) return plan;
  const date = today(studio.clock);
  const laid = all.every((open) => isUpToDate(open.plan, date))
    ? all.map((open) => open.plan)
    : await layOutTogether(studio, all);
  return laid.find((one) => one.id === plan.id) ?? plan;
}

/** The same for the plans of some students, of whom it is known that something has moved on. */
export async function layOutStudents(studio: Studio, ids: readonly string[]): Promise<void> {
  for (const id of ids) await layOutTogether(studio, await openPlans(studio.db, id));
}

type Laid = Awaited<ReturnType<typeof layingOf>> & { readonly schedule: Schedule };

async function layOutTogether(studio: Studio, all: readonly Open[]): Promise<PlanRow[]> {
  if (all.length === 0) return [];
  const { db, clock } = studio;
  const date = today(clock);
  const practising = await practisingOf(db, all[0]!.studentId);
  const keepToday = all.every(({ plan }) => plan.laidOutOn === date);
  const begun = keepToday ? [] : await begunOn(db, date, all);
  const laid = await worked(studio, all, practising, begun);
  const stays = new Set(begun.map(({ planId, unit }) => `${planId} ${unit}`));
  return db.transaction(async (tx) => {
    // two that look at once lay out one after the other
    await tx.select().from(students).where(eq(students.id, all[0]!.studentId)).for("update");
    const rows: PlanRow[] = [];
    for (const one of laid) rows.push(await write(tx, one, date, keepToday, stays));
    return rows;
  });
}

const missing = (schedules: readonly Schedule[]): number =>
  schedules.reduce((sum, { missingMinutes }) => sum + missingMinutes, 0);

/** A week that was looked at holds, but not at the price of the day a piece must be ready. */
function layOutInTime(pieces: readonly PieceToLay[], days: readonly DayToFill[]): Schedule[] {
  const held = layOut(pieces, days);
  if (missing(held) === 0 || !pieces.some(({ before }) => before?.size)) return held;
  const free = layOut(
    pieces.map(({ before: _, ...piece }) => piece),
    days,
  );
  return missing(free) < missing(held) ? free : held;
}

/** The days plans are laid out over: today's minutes without those of what was begun. */
export function daysAhead(
  { clock }: Studio,
  all: readonly Open[],
  practising: Awaited<ReturnType<typeof practisingOf>>,
  begun: readonly { readonly minutes: number }[],
): DayToFill[] {
  const used = begun.reduce((sum, card) => sum + card.minutes, 0);
  const ends = all.map(({ plan }) => plan.readyBy);
  const [first, ...rest] = daysUntil(practising, today(clock), ends);
  return [{ ...first!, minutes: Math.max(0, first!.minutes - used) }, ...rest];
}

/** How a student's plans are laid out from today, beside what was begun; nothing is stored. */
export async function worked(
  studio: Studio,
  all: readonly Open[],
  practising: Awaited<ReturnType<typeof practisingOf>>,
  begun: readonly { readonly minutes: number }[],
): Promise<Laid[]> {
  const date = today(studio.clock);
  const laying = [];
  for (const open of all) laying.push(await layingOf(studio, open, practising));
  const days = daysAhead(studio, all, practising, begun);
  const pieces = laying.map(({ piece }) => piece);
  const schedules = layOutInTime(pieces, days);
  return laying.map((one, i): Laid => {
    const made = schedules[i]!;
    const isKept = one.open.said === "keeping" || one.open.plan.readyBy < date;
    // what is only kept has nothing more to come to
    const schedule = isKept ? { ...made, feasible: true, missingMinutes: 0 } : made;
    return { ...one, schedule };
  });
}

/** Cards of a day that were tried on it: they stay. */
export async function begunOn(db: Database, date: string, all: readonly Open[]) {
  const rows = await db
    .select({
      planId: cards.planId,
      unit: cards.unit,
      minutes: cards.minutes,
      id: cards.id,
      at: attempts.at,
    })
    .from(cards)
    .innerJoin(attempts, eq(attempts.cardId, cards.id))
    .where(
      and(
        eq(cards.date, date),
        inArray(
          cards.planId,
          all.map(({ plan }) => plan.id),
        ),
      ),
    );
  const today = rows.filter(({ at }) => localDate(at) === date);
  return [...new Map(today.map((row) => [row.id, row])).values()];
}

/** Days for which cards that were not tried are remembered. */
const REMEMBERED = 60;

/** Puts the cards of a plan in the place of those it had from a day on. */
async function write(
  tx: Database,
  { open: { plan }, piece, chosen, schedule }: Laid,
  date: string,
  keepToday: boolean,
  stays: ReadonlySet<string>,
): Promise<PlanRow> {
  const isKept = (unit: string, on: string) =>
    on === date && (keepToday || stays.has(`${plan.id} ${unit}`));
  const planned = schedule.days.flatMap((day) =>
    day.cards
      .filter(({ unit }) => !isKept(unit, day.date))
      .map((card, position) => ({ card, position, date: day.date })),
  );
  const byKey = new Map(piece.units.map((unit) => [unit.key, unit]));
  const tried = tx.select({ id: attempts.id }).from(attempts).where(eq(attempts.cardId, cards.id));
  // what was set and not done is asked for at the next lessons
  await tx
    .delete(cards)
    .where(
      and(eq(cards.planId, plan.id), lt(cards.date, addDays(date, -REMEMBERED)), notExists(tried)),
    );
  const before = (
    await tx
      .select({ id: cards.id, date: cards.date, unit: cards.unit })
      .from(cards)
      .where(and(eq(cards.planId, plan.id), gte(cards.date, keepToday ? addDays(date, 1) : date)))
  ).filter((row) => !isKept(row.unit, row.date));
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
      feasible: schedule.feasible,
      workMinutes: schedule.workMinutes,
      availableMinutes: schedule.availableMinutes,
      missingMinutes: schedule.missingMinutes,
      remedies: null,
      forecast: null,
    })
    .where(eq(plans.id, plan.id))
    .returning();
  return after!;
}

/** A card that keeps its id for the same day and unit takes all else from the new layout. */
const FROM_NEW = Object.fromEntries(
  Object.entries(getTableColumns(cards))
    .filter(([key]) => key !== "id")
    .map(([key, column]) => [key, sql.raw(`excluded."${column.name}"`)]),
);

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
    pinned: card.pinned === true,
    steps: card.kind === "keeping" ? [card.tempo] : [...steps],
  };
}

/** Says that plans of an assignment have to be laid out again for the days after today. */
export const markStale = ({ db }: Pick<Studio, "db">, assignmentId: string) =>
  db
    .update(plans)
    .set({ stale: true })
    .where(and(eq(plans.assignmentId, assignmentId), eq(plans.superseded, false)));

const ofStudent = (db: Pick<Database, "select">, studentId: string) =>
  and(
    inArray(
      plans.assignmentId,
      db
        .select({ id: assignments.id })
        .from(assignments)
        .where(eq(assignments.studentId, studentId)),
    ),
    eq(plans.superseded, false),
  );

/** The same of all plans of a student. */
export const markStudentStale = ({ db }: Pick<Studio, "db">, studentId: string) =>
  db.update(plans).set({ stale: true }).where(ofStudent(db, studentId));

/** The same, and today's cards that were not begun are laid out again too. */
export const layAnew = ({ db }: Pick<Studio, "db">, studentId: string) =>
  db.update(plans).set({ laidOutOn: null }).where(ofStudent(db, studentId));

/** Takes the cards of a plan away from a day on, but those that were tried. */
export async function clearAhead(db: Database, planId: string, from: string): Promise<void> {
  const tried = db.select({ id: attempts.id }).from(attempts).where(eq(attempts.cardId, cards.id));
  await db
    .delete(cards)
    .where(and(eq(cards.planId, planId), gte(cards.date, from), notExists(tried)));
}
