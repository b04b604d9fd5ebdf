import { say } from "@yarrow-ridge/core/words";
import { eq, inArray } from "drizzle-orm";
import {
  assignments,
  attempts,
  cards,
  lessons,
  marks,
  noteMarks,
  pieces,
  plans,
  students,
} from "./db/schema.ts";
import type { Database } from "./db/open.ts";
import { notFound, ProblemError } from "./http/problems.ts";
import type { Handlers } from "./http/serve.ts";
import type { Studio } from "./studio.ts";

type Made = Pick<Handlers, "removeStudent" | "removePiece" | "removeAssignment">;

/** Assignments with all that was planned and tried on them. */
async function eraseAssignments(tx: Database, ids: readonly string[]): Promise<void> {
  if (ids.length === 0) return;
  const made = tx.select({ id: plans.id }).from(plans).where(inArray(plans.assignmentId, ids));
  await tx.delete(attempts).where(inArray(attempts.assignmentId, ids));
  await tx.delete(cards).where(inArray(cards.planId, made));
  await tx.delete(plans).where(inArray(plans.assignmentId, ids));
  await tx.delete(assignments).where(inArray(assignments.id, ids));
}

const idsWhere = async (tx: Database, where: ReturnType<typeof eq>): Promise<string[]> =>
  (await tx.select({ id: assignments.id }).from(assignments).where(where)).map(({ id }) => id);

/** @throws ProblemError 409 where it has not been put away: what is in use is never erased */
function put(away: { archived: boolean } | undefined, what: string): void {
  if (!away) throw notFound(what);
  if (!away.archived)
    throw new ProblemError(
      409,
      say`This ${what} is in use. Archive it first; then it can be erased.`,
    );
}

/** The layers a student writes into scores, in every piece. */
const ownLayer = (student: string): string => `student:${student}`;

/** Erasing for good what was put away. There is no way back but a copy. */
export const eraseHandlers = ({ db }: Studio): Made => ({
  removeStudent: async ({ param }) => {
    const id = param("id");
    await db.transaction(async (tx) => {
      const [row] = await tx.select().from(students).where(eq(students.id, id)).for("update");
      put(row, "student");
      await eraseAssignments(tx, await idsWhere(tx, eq(assignments.studentId, id)));
      await tx.delete(noteMarks).where(eq(noteMarks.layer, ownLayer(id)));
      await tx.delete(marks).where(eq(marks.layer, ownLayer(id)));
      await tx.delete(lessons).where(eq(lessons.studentId, id));
      await tx.delete(students).where(eq(students.id, id));
    });
    return { id };
  },

  removePiece: async ({ param }) => {
    const id = param("id");
    await db.transaction(async (tx) => {
      const [row] = await tx.select().from(pieces).where(eq(pieces.id, id)).for("update");
      put(row, "piece");
      await eraseAssignments(tx, await idsWhere(tx, eq(assignments.pieceId, id)));
      await tx.delete(pieces).where(eq(pieces.id, id));
    });
    return { id };
  },

  removeAssignment: async ({ param }) => {
    const id = param("id");
    await db.transaction(async (tx) => {
      const [row] = await tx.select().from(assignments).where(eq(assignments.id, id)).for("update");
      put(row, "assignment");
      await eraseAssignments(tx, [id]);
    });
    return { id };
  },
});
