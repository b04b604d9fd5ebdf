import { schoolsOf } from "@yarrow-ridge/core/practice";
import { say } from "@yarrow-ridge/core/words";
import { and, eq } from "drizzle-orm";
import { cards, plans } from "../db/schema.ts";
import type { Database } from "../db/open.ts";
import { ProblemError } from "../http/problems.ts";
import { same } from "../http/was.ts";
import type { PlanRow } from "./store.ts";

type Counted = Pick<PlanRow, "revision" | "edited">;

/** The next revision, in which these fields were changed. */
export function nextRevision({ revision, edited }: Counted, changed: readonly string[]): Counted {
  const next = revision + 1;
  return {
    revision: next,
    edited: { ...edited, ...Object.fromEntries(changed.map((field) => [field, next])) },
  };
}

/** What a plan is made from, as it is answered. */
const madeFrom = (plan: PlanRow) => {
  const { goalTempo, firstTempo, readyBy, dates, rule, sections, goals } = plan;
  const { added, dropped } = plan;
  const fields = { goalTempo, firstTempo, readyBy, dates, rule, sections, goals, added, dropped };
  return { ...fields, ...schoolsOf(plan) };
};

/** Fields in which a plan is otherwise than the one whose place it takes. */
export function changedFields(before: PlanRow, after: PlanRow): string[] {
  const was: Readonly<Record<string, unknown>> = madeFrom(before);
  return Object.entries(madeFrom(after)).flatMap(([field, value]) =>
    same(was[field], value) ? [] : [field],
  );
}

/**
 * Whether an edit was made on the plan as it stands: only what people change is counted, not what
 * the calendar or tries lay out anew. What was changed to just what is wanted is no conflict: the
 * same request may come twice.
 *
 * @param revision the one its sender saw; nothing is checked without it
 * @throws ProblemError 409 with what has changed since, and how it is now
 */
export async function unlessStale(
  db: Database,
  plan: PlanRow,
  wanted: Readonly<Record<string, unknown>>,
  revision: number | undefined,
): Promise<void> {
  if (revision === undefined) return;
  // a plan that was replaced is told by the one in its place
  const [inForce] = await db
    .select()
    .from(plans)
    .where(and(eq(plans.assignmentId, plan.assignmentId), eq(plans.superseded, false)));
  const current = inForce ?? plan;
  if (revision > current.revision)
    throw new ProblemError(
      409,
      say`This plan has no revision ${revision}; it is at ${current.revision}.`,
      "revision",
      { id: current.id, revision: current.revision },
    );
  const now: Record<string, unknown> = madeFrom(current);
  const moved = Object.keys(current.edited).filter(
    (field) =>
      current.edited[field]! > revision &&
      (wanted[field] === undefined || !same(now[field], wanted[field])),
  );
  if (moved.length === 0) return;
  if (moved.includes("cards")) now.cards = await pinnedOf(db, current.id);
  const fields = moved.map((field) => [field, now[field]] as const);
  throw new ProblemError(
    409,
    say`This plan was changed in the meantime: ${moved.join(", ")}.`,
    "revision",
    { id: current.id, revision: current.revision, now: Object.fromEntries(fields) },
  );
}

/** Cards that were put on their day by hand. */
const pinnedOf = (db: Database, planId: string) =>
  db
    .select({ id: cards.id, unit: cards.unit, date: cards.date })
    .from(cards)
    .where(and(eq(cards.planId, planId), eq(cards.pinned, true)));
