import { and, asc, eq, inArray, sql } from "drizzle-orm";
import { addDays } from "../clock.ts";
import { assignments, cards, pieces, plans, students } from "../db/schema.ts";
import type { Studio } from "../studio.ts";
import { inForce } from "./due.ts";

/**
 * Each day's practice over the studio, and the pieces that are to be ready; to be asked once the
 * plans are up to date.
 */
export async function week({ db }: Pick<Studio, "db">, first: string) {
  const dates = Array.from({ length: 7 }, (_, i) => addDays(first, i));
  const who = {
    assignmentId: assignments.id,
    studentId: students.id,
    studentName: students.name,
    pieceTitle: pieces.title,
  };
  const practice = await db
    .select({
      ...who,
      date: cards.date,
      cards: sql<number>`count(*)::int`,
      minutes: sql<number>`sum(${cards.minutes})::int`,
    })
    .from(cards)
    .innerJoin(plans, eq(plans.id, cards.planId))
    .innerJoin(assignments, eq(assignments.id, plans.assignmentId))
    .innerJoin(students, eq(students.id, assignments.studentId))
    .innerJoin(pieces, eq(pieces.id, assignments.pieceId))
    .where(and(inForce(), inArray(cards.date, dates)))
    .groupBy(assignments.id, students.id, students.name, pieces.title, cards.date)
    .orderBy(asc(students.name), asc(pieces.title));
  const ready = await db
    .select({ ...who, date: plans.readyBy })
    .from(plans)
    .innerJoin(assignments, eq(assignments.id, plans.assignmentId))
    .innerJoin(students, eq(students.id, assignments.studentId))
    .innerJoin(pieces, eq(pieces.id, assignments.pieceId))
    .where(and(inForce(), inArray(plans.readyBy, dates)))
    .orderBy(asc(students.name));
  return dates.map((date) => ({
    date,
    practice: practice.filter((row) => row.date === date).map(({ date: _, ...row }) => row),
    ready: ready
      .filter((row) => row.date === date)
      .map(({ assignmentId, studentName, pieceTitle }) => ({
        assignmentId,
        studentName,
        pieceTitle,
      })),
  }));
}
