import { and, asc, eq, gte, inArray } from "drizzle-orm";
import { addDays, today } from "../clock.ts";
import { cards, students } from "../db/schema.ts";
import { notFound } from "../http/problems.ts";
import { scoresOf } from "../pieces/store.ts";
import type { Studio } from "../studio.ts";
import { daysFrom, openPlans } from "./laying.ts";
import { upToDate } from "./layout.ts";
import { remediesOf } from "./remedies.ts";
import { answerCard, statuses } from "./store.ts";

/** Days of which is told what there is to practise in, though no card lies on them. */
const WEEKS = 28;

/** All a student works on, and each day with its cards. */
export async function portfolioOf(studio: Studio, studentId: string) {
  const told = await daysOfStudent(studio, studentId);
  const plans = [];
  for (const { plan, ...one } of told.plans)
    plans.push({ ...one, remedies: await remediesOf(studio, plan) });
  return { ...told, plans };
}

/** The same without what would make plans fit, which takes its time to work out. */
export async function daysOfStudent(studio: Studio, studentId: string) {
  const { db, clock } = studio;
  const [student] = await db.select().from(students).where(eq(students.id, studentId));
  if (!student) throw notFound("student");
  const date = today(clock);
  const [first] = await openPlans(db, studentId);
  // one brings all of them up to date
  if (first) await upToDate(studio, first.plan);
  const open = await openPlans(db, studentId);
  const of = new Map(open.map((one) => [one.plan.id, one]));
  const rows = of.size
    ? await db
        .select()
        .from(cards)
        .where(and(inArray(cards.planId, [...of.keys()]), gte(cards.date, date)))
        .orderBy(asc(cards.date), asc(cards.position))
    : [];
  const status = await statuses(db, rows);
  const scores = await scoresOf(
    studio,
    open.map(({ pieceId }) => pieceId),
  );
  const byDay = new Map<string, typeof rows>();
  // piece by piece as their days come, one after the other as they are played
  for (const { plan } of open)
    for (const row of rows)
      if (row.planId === plan.id) byDay.set(row.date, [...(byDay.get(row.date) ?? []), row]);
  const last = rows.at(-1)?.date ?? date;
  const days = [];
  for (let on = date; on <= last || on < addDays(date, WEEKS); on = addDays(on, 1)) {
    const found = [];
    for (const row of byDay.get(on) ?? []) {
      const { plan, pieceId, title, kind } = of.get(row.planId)!;
      const score = scores.get(pieceId)!;
      found.push({
        ...answerCard(score, row, status.get(row.id)!),
        assignmentId: plan.assignmentId,
        pieceTitle: title,
        instrument: kind,
      });
    }
    const { minutes } = daysFrom(student, on, 1)[0]!;
    days.push({ date: on, minutes, cards: found });
  }
  const plans = open.map(({ plan, title }) => ({
    plan,
    id: plan.id,
    revision: plan.revision,
    assignmentId: plan.assignmentId,
    pieceTitle: title,
    goalTempo: plan.goalTempo,
    readyBy: plan.readyBy,
    dates: plan.dates,
    feasible: plan.feasible,
    workMinutes: plan.workMinutes,
    availableMinutes: plan.availableMinutes,
    missingMinutes: plan.missingMinutes,
  }));
  return {
    studentId,
    today: date,
    minutesByWeekday: student.minutesByWeekday,
    daysOff: student.daysOff,
    warmUp: student.warmUp,
    feasible: plans.every((one) => one.feasible),
    shortfallMinutes: plans.reduce((sum, one) => sum + one.missingMinutes, 0),
    plans,
    days,
  };
}
