import type { Body } from "@yarrow-ridge/contract";
import { and, eq, gt, inArray } from "drizzle-orm";
import { daysBetween, today } from "../clock.ts";
import { assignments, cards, plans, students } from "../db/schema.ts";
import type { Database } from "../db/open.ts";
import { notFound, ProblemError } from "../http/problems.ts";
import { sectionsOf } from "../pieces/store.ts";
import { newId, type Studio } from "../studio.ts";
import { checkGoals, chooseFrom } from "./chosen.ts";
import { FARTHEST } from "./laying.ts";
import { layAnew } from "./layout.ts";
import type { PlanRow } from "./store.ts";

type Several = Extract<Body<"addPlan">, { pieces: unknown }>;
/** What a plan of one piece is made from. */
type Wanted = Several["pieces"][number] & { readonly readyBy?: string };

/** The first day on which it is played to somebody; without one the last lesson. */
function readyByOf({ readyBy, dates }: Wanted): string {
  if (readyBy !== undefined) return readyBy;
  const sorted = [...dates].sort((a, b) => a.date.localeCompare(b.date));
  const day = sorted.find(({ kind }) => kind !== "lesson") ?? sorted.at(-1);
  if (!day)
    throw new ProblemError(
      400,
      "Say at least one day for each piece: lesson, exam or concert.",
      "dates",
    );
  return day.date;
}

/**
 * Makes plans of a student's pieces, all or none; each takes the place of the one before.
 *
 * @throws ProblemError when a day is past or too far, or a section or an assignment is not there
 */
export async function makePlans(
  studio: Studio,
  { studentId, pieces, minutesByWeekday, daysOff }: Several,
): Promise<PlanRow[]> {
  const { db } = studio;
  const asked = pieces.map(({ assignmentId }) => assignmentId);
  if (new Set(asked).size < asked.length)
    throw new ProblemError(400, "The same piece is there twice.", "pieces");
  const own = await db.select().from(assignments).where(eq(assignments.studentId, studentId));
  const known = new Map(own.map((row) => [row.id, row]));
  for (const id of asked) if (!known.has(id)) throw notFound("assignment of this student");
  return db.transaction(async (tx) => {
    // plans of one student are made one after the other
    const [student] = await tx
      .select()
      .from(students)
      .where(eq(students.id, studentId))
      .for("update");
    if (!student) throw notFound("student");
    const ids = pieces.flatMap(({ id }) => (id === undefined ? [] : [id]));
    const sent = ids.length ? await tx.select().from(plans).where(inArray(plans.id, ids)) : [];
    if (sent.length === pieces.length) return sent;
    const made: PlanRow[] = [];
    for (const one of pieces)
      made.push(await makeOne(studio, tx, known.get(one.assignmentId)!.pieceId, one));
    if (minutesByWeekday || daysOff)
      await tx
        .update(students)
        .set({ minutesByWeekday, daysOff })
        .where(eq(students.id, studentId));
    await layAnew({ db: tx }, studentId);
    return made;
  });
}

/** @throws ProblemError for a day that is past or too far ahead */
export function checkDay(studio: Studio, readyBy: string): void {
  const ahead = daysBetween(today(studio.clock), readyBy);
  if (ahead < 0)
    throw new ProblemError(
      400,
      `The day it must be ready, ${readyBy}, has passed. Choose today or a later day.`,
      "readyBy",
    );
  if (ahead > FARTHEST)
    throw new ProblemError(
      400,
      "The day it must be ready lies more than two years ahead. Choose an earlier one.",
      "readyBy",
    );
}

async function makeOne(
  studio: Studio,
  tx: Database,
  pieceId: string,
  wanted: Wanted,
): Promise<PlanRow> {
  const readyBy = readyByOf(wanted);
  checkDay(studio, readyBy);
  const { id, assignmentId, goalTempo, dates, rule } = wanted;
  const [before] = await tx
    .select()
    .from(plans)
    .where(and(eq(plans.assignmentId, assignmentId), eq(plans.superseded, false)));
  const sections = wanted.sections?.length ? wanted.sections : null;
  const there = await sectionsOf(tx, pieceId);
  const chosen = sections && chooseFrom(sections, there, before);
  checkGoals(wanted.goals, there);
  await tx.update(plans).set({ superseded: true }).where(eq(plans.assignmentId, assignmentId));
  const [made] = await tx
    .insert(plans)
    .values({
      id: id ?? newId(),
      createdAt: studio.clock.now(),
      ...{ assignmentId, goalTempo, readyBy, dates },
      rule: rule ?? before?.rule ?? "three-to-one",
      // where nobody says, as the plan before; the table has what is usual
      order: wanted.order ?? before?.order,
      raise: wanted.raise ?? before?.raise,
      hands: wanted.hands ?? before?.hands,
      ladder: wanted.ladder ?? before?.ladder,
      // what the teacher added and left out stays
      ...{ added: before?.added, dropped: before?.dropped },
      ...{ sections, chosen },
      goals: wanted.goals ?? before?.goals,
    })
    .returning();
  // and so does what was put on a day to come
  if (before)
    await tx
      .update(cards)
      .set({ planId: made!.id })
      .where(
        and(
          eq(cards.planId, before.id),
          eq(cards.pinned, true),
          gt(cards.date, today(studio.clock)),
        ),
      );
  return made!;
}
