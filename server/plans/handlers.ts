import { instrument } from "@yarrow-ridge/core/instruments";
import { and, eq } from "drizzle-orm";
import { daysBetween, today } from "../clock.ts";
import { assignments, pieces, plans, students } from "../db/schema.ts";
import { notFound, ProblemError } from "../http/problems.ts";
import type { Handlers } from "../http/serve.ts";
import { knownPiece, sectionsOf } from "../pieces/store.ts";
import { newId, type Studio } from "../studio.ts";
import { calendar } from "./calendar.ts";
import { chosenRecord } from "./chosen.ts";
import { FARTHEST, remediesOf, upToDate } from "./layout.ts";
import { answerPlan, planRow, type PlanRow } from "./store.ts";

type Made = Pick<Handlers, "addPlan" | "plan" | "currentPlan" | "removePlan" | "calendar">;

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
    return answerPlan(db, score, plan, today(clock), await remediesOf(studio, plan));
  };

  return {
    addPlan: async ({ body }) => {
      const { assignment } = await assignmentOf(body.assignmentId);
      const ahead = daysBetween(today(clock), body.readyBy);
      if (ahead < 0)
        throw new ProblemError(
          400,
          `The day it must be ready, ${body.readyBy}, has passed. Choose today or a later day.`,
          "readyBy",
        );
      if (ahead > FARTHEST)
        throw new ProblemError(
          400,
          "The day it must be ready lies more than two years ahead. Choose an earlier one.",
          "readyBy",
        );
      const chosen = body.sections?.length ? body.sections : null;
      const there = await sectionsOf(db, assignment.pieceId);
      const named = new Set(there.map((section) => section.id));
      const [before] = await db
        .select()
        .from(plans)
        .where(and(eq(plans.assignmentId, assignment.id), eq(plans.superseded, false)));
      const known = new Map((before?.chosen ?? []).map((one) => [one.id, one]));
      // what the plan before held and was removed since may stay
      const unknown = chosen?.find((id) => !named.has(id) && !known.has(id));
      if (unknown !== undefined)
        throw new ProblemError(
          400,
          `There is no section "${unknown.slice(0, 40)}" in this piece.`,
          "sections",
        );
      const row = await db.transaction(async (tx) => {
        // plans of one assignment are made one after the other
        await tx.select().from(assignments).where(eq(assignments.id, assignment.id)).for("update");
        const [sent] = body.id ? await tx.select().from(plans).where(eq(plans.id, body.id)) : [];
        if (sent) return sent;
        await tx
          .update(plans)
          .set({ superseded: true })
          .where(eq(plans.assignmentId, assignment.id));
        const [made] = await tx
          .insert(plans)
          .values({
            id: body.id ?? newId(),
            assignmentId: assignment.id,
            goalTempo: body.goalTempo,
            readyBy: body.readyBy,
            minutesByWeekday: body.minutesByWeekday,
            rule: body.rule ?? "three-to-one",
            // where nobody says, as the plan before; the table has what is usual
            order: body.order ?? before?.order,
            raise: body.raise ?? before?.raise,
            hands: body.hands ?? before?.hands,
            ladder: body.ladder ?? before?.ladder,
            sections: chosen,
            chosen: chosen && [
              ...there.filter(({ id }) => chosen.includes(id)).map(chosenRecord),
              ...[...known.values()].filter(({ id }) => chosen.includes(id) && !named.has(id)),
            ],
          })
          .returning();
        return made!;
      });
      return answer(row);
    },

    plan: async ({ param }) => answer(await planRow(db, param("id"))),

    currentPlan: async ({ param }) => {
      await assignmentOf(param("id"));
      const [row] = await db
        .select()
        .from(plans)
        .where(and(eq(plans.assignmentId, param("id")), eq(plans.superseded, false)));
      if (!row) throw notFound("plan for this piece and student yet");
      return answer(row);
    },

    removePlan: async ({ param }) => {
      const { id } = await planRow(db, param("id"));
      await db.update(plans).set({ superseded: true }).where(eq(plans.id, id));
      return { id };
    },

    calendar: async ({ param, c }) => {
      const plan = await answer(await planRow(db, param("id")));
      const { studentName, pieceTitle, kind } = await assignmentOf(plan.assignmentId);
      return c.body(calendar(plan, pieceTitle, studentName, instrument(kind), clock.now()), 200, {
        "content-type": "text/calendar; charset=utf-8",
        "content-disposition": 'attachment; filename="practice.ics"',
      });
    },
  };
}
