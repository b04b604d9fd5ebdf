import type { Answer, Body } from "@yarrow-ridge/contract";
import { schoolsOf } from "@yarrow-ridge/core/practice";
import { eq } from "drizzle-orm";
import { unlessMoved } from "../http/was.ts";
import { plans } from "../db/schema.ts";
import type { Studio } from "../studio.ts";
import { practisingOf, togetherWith } from "./layout.ts";
import { makePlans } from "./make.ts";
import { unlessStale } from "./revision.ts";
import { planRow, type PlanRow } from "./store.ts";
import { whatIf } from "./whatIf.ts";

/**
 * Makes a plan anew with some changes; cards that were begun today or put on a day by hand stay.
 *
 * @throws ProblemError 409 where a field is not what its sender saw, or the plan was replaced
 */
export async function replan(
  studio: Studio,
  id: string,
  { id: own, was, revision, minutesByWeekday, ...change }: Body<"replan">,
): Promise<{ plan: PlanRow; would: Answer<"whatIf"> }> {
  const plan = await planRow(studio.db, id);
  const [open] = await togetherWith(studio.db, plan);
  const { studentId } = open!;
  const student = await practisingOf(studio.db, studentId);
  const [sent] = own ? await studio.db.select().from(plans).where(eq(plans.id, own)) : [];
  if (sent) return { plan: sent, would: await whatIf(studio, sent.id, {}) };
  await unlessStale(studio.db, plan, change, revision);
  const minutes = minutesByWeekday ? { minutesByWeekday } : {};
  const now = { ...plan, minutesByWeekday: student.minutesByWeekday };
  unlessMoved(now, { ...change, ...minutes }, was);
  const would = await whatIf(studio, id, { ...change, ...minutes });
  const { assignmentId, goalTempo, readyBy, dates, rule, sections, goals, firstTempo } = plan;
  const before = { assignmentId, goalTempo, readyBy, dates, rule, sections, goals, firstTempo };
  const [made] = await makePlans(studio, {
    ...{ studentId, ...minutes },
    pieces: [
      {
        ...{ ...before, ...schoolsOf(plan), ...change, seen: revision },
        ...(own === undefined ? {} : { id: own }),
      },
    ],
  });
  return { plan: made!, would };
}
