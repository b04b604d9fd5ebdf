import { beatSign } from "@yarrow-ridge/core/score";
import { instrument, linesOf } from "@yarrow-ridge/core/instruments";
import { ridges } from "@yarrow-ridge/core/practice";
import { and, asc, desc, eq, sql } from "drizzle-orm";
import { today } from "../clock.ts";
import { assignments, attempts, pieces, plans, students } from "../db/schema.ts";
import type { Database } from "../db/open.ts";
import { notFound } from "../http/problems.ts";
import { unlessMoved } from "../http/was.ts";
import type { Handlers } from "../http/serve.ts";
import { formOf } from "../pieces/form.ts";
import { knownPiece, pieceRow } from "../pieces/store.ts";
import { layingOf, openPlans } from "../plans/laying.ts";
import { clearAhead, layAnew, markStudentStale, practisingOf } from "../plans/layout.ts";
import { triesIn } from "../plans/log.ts";
import { stageOf } from "../plans/stage.ts";
import { thresholdsOf } from "../plans/house.ts";
import { barsText } from "../plans/store.ts";
import { newId, PAGE_SIZE, type Studio } from "../studio.ts";

type Made = Pick<
  Handlers,
  "listAssignments" | "addAssignment" | "assignment" | "editAssignment" | "ridge" | "log"
>;

const select = (db: Database) =>
  db
    .select({
      assignment: assignments,
      studentName: students.name,
      pieceTitle: pieces.title,
      instrument: pieces.instrument,
      plan: plans,
    })
    .from(assignments)
    .innerJoin(students, eq(students.id, assignments.studentId))
    .innerJoin(pieces, eq(pieces.id, assignments.pieceId))
    .leftJoin(plans, and(eq(plans.assignmentId, assignments.id), eq(plans.superseded, false)));

type Row = Awaited<ReturnType<typeof select>>[number];

const answer = ({ assignment, studentName, pieceTitle, instrument, plan }: Row) => ({
  id: assignment.id,
  studentId: assignment.studentId,
  studentName,
  pieceId: assignment.pieceId,
  pieceTitle,
  instrument,
  layer: assignment.layer,
  said: assignment.said,
  archived: assignment.archived,
  createdAt: assignment.createdAt.toISOString(),
  plan: plan && {
    id: plan.id,
    goalTempo: plan.goalTempo,
    readyBy: plan.readyBy,
    rule: plan.rule,
    feasible: plan.feasible,
    missingMinutes: plan.missingMinutes,
  },
});

async function find(db: Database, id: string): Promise<Row> {
  const [row] = await select(db).where(eq(assignments.id, id));
  if (!row) throw notFound("assignment");
  return row;
}

export function assignmentHandlers(studio: Studio): Made {
  const { db, clock } = studio;
  return {
    listAssignments: async ({ query }) => {
      const rows = await select(db)
        .where(
          and(
            query.studentId ? eq(assignments.studentId, query.studentId) : undefined,
            query.pieceId ? eq(assignments.pieceId, query.pieceId) : undefined,
            eq(assignments.archived, query.archived === "true"),
            eq(students.archived, false),
            eq(pieces.archived, false),
          ),
        )
        .orderBy(asc(students.name), asc(pieces.title));
      return { items: rows.map(answer) };
    },

    addAssignment: async ({ body, c }) => {
      const [student] = await db
        .select({ id: students.id })
        .from(students)
        .where(eq(students.id, body.studentId));
      if (!student) throw notFound("student");
      await pieceRow(db, body.pieceId);
      const [before] = await db
        .select()
        .from(assignments)
        .where(
          and(eq(assignments.studentId, body.studentId), eq(assignments.pieceId, body.pieceId)),
        );
      if (before) {
        await db.update(assignments).set({ archived: false }).where(eq(assignments.id, before.id));
        await markStudentStale(studio, body.studentId);
        return c.json(answer(await find(db, before.id)), 200);
      }
      const { id = newId(), studentId, pieceId } = body;
      // the same request may come twice at once
      await db.insert(assignments).values({ id, studentId, pieceId }).onConflictDoNothing();
      return answer(await find(db, id));
    },

    assignment: async ({ param }) => answer(await find(db, param("id"))),

    editAssignment: async ({ param, body }) => {
      const { assignment, plan } = await find(db, param("id"));
      unlessMoved(assignment, body, body.was);
      const { archived, layer, said } = body;
      const change = {
        ...(archived === undefined ? {} : { archived }),
        ...(layer === undefined ? {} : { layer }),
        ...(said === undefined ? {} : { said }),
      };
      if (Object.keys(change).length)
        await db
          .update(assignments)
          .set(change)
          .where(eq(assignments.id, param("id")));
      // what it took is the student's other pieces', and the other way round
      if (archived !== undefined) await markStudentStale(studio, assignment.studentId);
      if (said !== undefined && said !== assignment.said) {
        if (said === "ended" && plan) await clearAhead(db, plan.id, today(clock));
        await layAnew(studio, assignment.studentId);
      }
      return answer(await find(db, param("id")));
    },

    ridge: async ({ param }) => {
      const { assignment, plan, instrument: kind } = await find(db, param("id"));
      const { score, form } = await formOf(studio, assignment.pieceId);
      const open =
        plan &&
        (await openPlans(db, assignment.studentId, plan.id)).find((one) => one.plan.id === plan.id);
      const laying =
        open && (await layingOf(studio, open, await practisingOf(db, assignment.studentId)));
      const log =
        laying?.log ??
        triesIn(
          await db
            .select()
            .from(attempts)
            .where(eq(attempts.assignmentId, assignment.id))
            .orderBy(asc(attempts.position)),
        );
      const promotions = log
        .filter((row) => row.promoted)
        .map((row) => ({
          from: row.fromBar,
          to: row.toBar,
          hands: row.hands,
          tempo: row.tempo,
          date: row.day,
        }));
      const lines = linesOf(instrument(kind));
      // a step that was lost in keeping counts no more; the history has what was earned
      const ridgeOf = ridges(score, form, lines);
      const bars = ridgeOf(laying?.promotions ?? promotions);
      const dates = [...new Set(log.map((row) => row.day))].sort();
      const history = dates.map((date) => {
        const then = ridgeOf(promotions.filter((one) => one.date <= date)).filter(
          (bar) => !bar.silent,
        );
        const ofDay = log.filter((row) => row.day === date);
        return {
          date,
          secure: then.reduce((sum, bar) => sum + bar.secure, 0) / Math.max(1, then.length),
          clean: ofDay.filter((row) => row.result === "clean").length,
          slip: ofDay.filter((row) => row.result === "slip").length,
        };
      });
      const at = laying
        ? stageOf(studio, open, laying, bars, await thresholdsOf(db))
        : { stage: "First reading" as const, evidence: [] };
      return {
        goalTempo: plan?.goalTempo ?? null,
        ...at,
        bars: bars.map((bar) => ({ ...bar })),
        history,
      };
    },

    log: async ({ param, query }) => {
      const { assignment } = await find(db, param("id"));
      const page = Number(query.page ?? 1);
      const { score } = await knownPiece(studio, assignment.pieceId);
      const where = eq(attempts.assignmentId, assignment.id);
      const rows = await db
        .select()
        .from(attempts)
        .where(where)
        .orderBy(desc(attempts.position))
        .limit(PAGE_SIZE)
        .offset((page - 1) * PAGE_SIZE);
      const [all] = await db
        .select({ total: sql<number>`count(*)::int` })
        .from(attempts)
        .where(where);
      return {
        items: rows.map((row) => ({
          id: row.id,
          at: row.at.toISOString(),
          from: row.fromBar,
          to: row.toBar,
          bars: barsText(score, row.fromBar, row.toBar),
          hands: row.hands,
          tempo: row.tempo,
          beat: beatSign(score.bars[row.fromBar] ?? score.bars[0]!),
          result: row.result,
          bar: row.bar,
          promoted: row.promoted,
        })),
        total: all?.total ?? 0,
        page,
        pageSize: PAGE_SIZE,
      };
    },
  };
}
