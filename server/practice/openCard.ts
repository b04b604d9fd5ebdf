import { eq } from "drizzle-orm";
import type { Database } from "../db/open.ts";
import { cards, plans, assignments, students, pieces } from "../db/schema.ts";
import { notFound } from "../http/problems.ts";
import type { CardRow, PlanRow } from "../plans/store.ts";

/** A card with whose it is and of what. */
export interface Opened {
  card: CardRow;
  plan: PlanRow;
  studentId: string;
  studentName: string;
  layer: string;
  warmUp: number;
  pieceId: string;
  pieceTitle: string;
  instrument: string;
}

export async function openCard(db: Database, id: string): Promise<Opened> {
  const [row] = await db
    .select({
      card: cards,
      plan: plans,
      layer: assignments.layer,
      studentId: students.id,
      studentName: students.name,
      warmUp: students.warmUp,
      pieceId: pieces.id,
      pieceTitle: pieces.title,
      instrument: pieces.instrument,
    })
    .from(cards)
    .innerJoin(plans, eq(plans.id, cards.planId))
    .innerJoin(assignments, eq(assignments.id, plans.assignmentId))
    .innerJoin(students, eq(students.id, assignments.studentId))
    .innerJoin(pieces, eq(pieces.id, assignments.pieceId))
    .where(eq(cards.id, id));
  if (!row) throw notFound("card");
  return row;
}
