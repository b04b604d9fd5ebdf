import { beatSign } from "@yarrow-ridge/core/score";
import { and, asc, eq, isNull, ne, or, sql } from "drizzle-orm";
import { today } from "../clock.ts";
import { assignments, cards, pieces, plans, students } from "../db/schema.ts";
import { scoresOf } from "../pieces/store.ts";
import { layOutStudents } from "../plans/layout.ts";
import { barsText, statuses } from "../plans/store.ts";
import type { Studio } from "../studio.ts";

/** Plans that are being worked on, over the studio or by one student. */
export const inForce = (studentId?: string) =>
  and(
    eq(plans.superseded, false),
    eq(assignments.archived, false),
    // what was left as it is is not worked on
    sql`${assignments.said} is distinct from 'ended'`,
    eq(students.archived, false),
    eq(pieces.archived, false),
    studentId ? eq(students.id, studentId) : undefined,
  );

/**
 * Cards of a day over all plans in force, or those of one student, in the order they are to be
 * practised.
 */
export const cardsOn = ({ db }: Pick<Studio, "db">, date: string, studentId?: string) =>
  db
    .select({
      card: cards,
      assignmentId: assignments.id,
      studentId: students.id,
      studentName: students.name,
      pieceId: pieces.id,
      pieceTitle: pieces.title,
    })
    .from(cards)
    .innerJoin(plans, eq(plans.id, cards.planId))
    .innerJoin(assignments, eq(assignments.id, plans.assignmentId))
    .innerJoin(students, eq(students.id, assignments.studentId))
    .innerJoin(pieces, eq(pieces.id, assignments.pieceId))
    .where(and(inForce(studentId), eq(cards.date, date)))
    .orderBy(asc(students.name), asc(plans.readyBy), asc(plans.id), asc(cards.position));

/** Lays out anew what has moved on since it was last laid out. */
async function refresh(studio: Studio, studentId?: string): Promise<void> {
  const { db, clock } = studio;
  const moved = await db
    .selectDistinct({ id: students.id })
    .from(plans)
    .innerJoin(assignments, eq(assignments.id, plans.assignmentId))
    .innerJoin(students, eq(students.id, assignments.studentId))
    .innerJoin(pieces, eq(pieces.id, assignments.pieceId))
    .where(
      and(
        inForce(studentId),
        or(plans.stale, isNull(plans.laidOutOn), ne(plans.laidOutOn, today(clock))),
      ),
    );
  await layOutStudents(
    studio,
    moved.map(({ id }) => id),
  );
}

/** What is to be practised on a day, over the studio or by one student; brings plans up to date. */
export async function due(studio: Studio, date: string, studentId?: string) {
  const { db } = studio;
  await refresh(studio, studentId);
  const rows = await cardsOn(studio, date, studentId);
  const status = await statuses(
    db,
    rows.map(({ card }) => card),
  );
  const scores = await scoresOf(
    studio,
    rows.map(({ pieceId }) => pieceId),
  );
  return rows.map(({ card, pieceId, ...rest }) => {
    const score = scores.get(pieceId)!;
    return {
      id: card.id,
      assignmentId: rest.assignmentId,
      pieceTitle: rest.pieceTitle,
      studentId: rest.studentId,
      studentName: rest.studentName,
      bars: barsText(score, card.fromBar, card.toBar),
      hands: card.hands,
      tempo: card.tempo,
      beat: beatSign(score.bars[card.fromBar]!),
      minutes: card.minutes,
      section: card.section,
      status: status.get(card.id)!,
    };
  });
}
