import { and, eq, inArray } from "drizzle-orm";
import { assignments, plans } from "../db/schema.ts";
import type { Studio } from "../studio.ts";

/**
 * Says that the plans for a piece have to be laid out again for the days after today, because its
 * sections changed.
 */
export const markPieceStale = ({ db }: Pick<Studio, "db">, pieceId: string) =>
  db
    .update(plans)
    .set({ stale: true })
    .where(
      and(
        eq(plans.superseded, false),
        inArray(
          plans.assignmentId,
          db
            .select({ id: assignments.id })
            .from(assignments)
            .where(eq(assignments.pieceId, pieceId)),
        ),
      ),
    );
