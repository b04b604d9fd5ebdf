import { say } from "@yarrow-ridge/core/words";
import { instrument } from "@yarrow-ridge/core/instruments";
import { and, eq } from "drizzle-orm";
import type { Context } from "hono";
import { addDays, today } from "../clock.ts";
import { assignments, pieces, plans, students } from "../db/schema.ts";
import { notFound } from "../http/problems.ts";
import type { Handlers } from "../http/serve.ts";
import { knownPiece } from "../pieces/store.ts";
import type { Studio } from "../studio.ts";
import { calendar, planEntries, studentEntries } from "./calendar.ts";
import { editPlan, moveCard } from "./edit.ts";
import { forecastOf } from "./forecast.ts";
import { openPlans } from "./laying.ts";
import { markStudentStale, practisingOf, upToDate } from "./layout.ts";
import { makePlans } from "./make.ts";
import { daysOfStudent, portfolioOf } from "./portfolio.ts";
import { replan } from "./replan.ts";
import { remediesOf } from "./remedies.ts";
import { whatIf } from "./whatIf.ts";
import { answerPlan, planRow, type PlanRow } from "./store.ts";

type Made = Pick<
  Handlers,
  | ("addPlan" | "plan" | "portfolio" | "currentPlan" | "editPlan" | "removePlan")
  | ("forecast" | "whatIf" | "replan" | "moveCard" | "calendar" | "studentCalendar")
>;

export function planHandlers(studio: Studio): Made {
  const { db, clock } = studio;

  const assignmentOf = async (id: string) => {
    const [row] = await db
      .select({
        assignment: assignments,
        studentName: students.name,
        pieceTitle: pieces.title,
        kind: pieces.instrument,
      })
      .from(assignments)
      .innerJoin(students, eq(students.id, assignments.studentId))
      .innerJoin(pieces, eq(pieces.id, assignments.pieceId))
      .where(eq(assignments.id, id));
    if (!row) throw notFound("assignment");
    return row;
  };
  const answer = async (row: PlanRow) => {
    const plan = await upToDate(studio, row);
    const { assignment } = await assignmentOf(plan.assignmentId);
    const { score } = await knownPiece(studio, assignment.pieceId);
    const { minutesByWeekday } = await practisingOf(db, assignment.studentId);
    const isShared = (await openPlans(db, assignment.studentId, plan.id)).length > 1;
    const found = await remediesOf(studio, plan);
    return {
      ...(await answerPlan(db, score, plan, today(clock), found, isShared)),
      minutesByWeekday,
    };
  };
  const datedForecast = async (row: PlanRow) => {
    const found = await forecastOf(studio, await upToDate(studio, row));
    if (!found) return { p10: null, p50: null, p90: null, chance: null, minutesFor80: null };
    const date = today(clock);
    // ready after so many days of practice, today being the first
    const on = (days: number | null) =>
      days === null ? null : addDays(date, Math.max(0, days - 1));
    return { ...found, p10: on(found.p10), p50: on(found.p50), p90: on(found.p90) };
  };
  const forecasts = async (of: readonly PlanRow[]) => {
    const found = [];
    for (const row of of)
      found.push({ assignmentId: row.assignmentId, ...(await datedForecast(row)) });
    return found;
  };

  return {
    addPlan: async ({ body }) => {
      const { forecast = true } = body;
      if ("pieces" in body) {
        const all = await makePlans(studio, body);
        const portfolio = await portfolioOf(studio, body.studentId);
        return { ...portfolio, ...(forecast ? { forecast: await forecasts(all) } : {}) };
      }
      const { minutesByWeekday, ...wanted } = body;
      const { assignment } = await assignmentOf(wanted.assignmentId);
      const [made] = await makePlans(studio, {
        studentId: assignment.studentId,
        ...(minutesByWeekday ? { minutesByWeekday } : {}),
        pieces: [{ dates: [], ...wanted }],
      });
      const plan = await answer(made!);
      return { ...plan, ...(forecast ? { forecast: await forecasts([made!]) } : {}) };
    },

    portfolio: async ({ param }) => portfolioOf(studio, param("id")),

    plan: async ({ param }) => answer(await planRow(db, param("id"))),

    currentPlan: async ({ param }) => {
      await assignmentOf(param("id"));
      const [row] = await db
        .select()
        .from(plans)
        .where(and(eq(plans.assignmentId, param("id")), eq(plans.superseded, false)));
      if (!row) throw notFound(say`plan for this piece and student yet`);
      return answer(row);
    },

    forecast: async ({ param }) => datedForecast(await planRow(db, param("id"))),

    whatIf: ({ param, body }) => whatIf(studio, param("id"), body),

    replan: async ({ param, body }) => {
      const { plan, would } = await replan(studio, param("id"), body);
      return { ...(await answer(plan)), would };
    },

    editPlan: async ({ param, body }) => answer(await editPlan(studio, param("id"), body)),

    moveCard: async ({ param, body }) => {
      const { plan, broken } = await moveCard(studio, param("id"), param("card"), body);
      return { ...(await answer(plan)), broken };
    },

    removePlan: async ({ param }) => {
      const { id, assignmentId } = await planRow(db, param("id"));
      await db.update(plans).set({ superseded: true }).where(eq(plans.id, id));
      // what it took is the student's other pieces' again
      const { assignment } = await assignmentOf(assignmentId);
      await markStudentStale(studio, assignment.studentId);
      return { id };
    },

    calendar: async ({ param, c }) => {
      const plan = await answer(await planRow(db, param("id")));
      const { studentName, pieceTitle, kind } = await assignmentOf(plan.assignmentId);
      const entries = planEntries(plan, pieceTitle, instrument(kind));
      return sent(c, calendar(`${pieceTitle} · ${studentName}`, entries, clock.now()));
    },

    studentCalendar: async ({ param, c }) => {
      const entries = studentEntries(await daysOfStudent(studio, param("id")));
      const { name } = await practisingOf(db, param("id"));
      return sent(c, calendar(name, entries, clock.now()));
    },
  };
}

const sent = (c: Context, text: string): Response =>
  c.body(text, 200, {
    "content-type": "text/calendar; charset=utf-8",
    "content-disposition": 'attachment; filename="practice.ics"',
  });
