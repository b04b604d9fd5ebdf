import {
  LEFT_AT,
  rangeOf,
  remedies,
  type Leaving,
  type Remedies,
} from "@yarrow-ridge/core/practice";
import { eq } from "drizzle-orm";
import { addDays, today } from "../clock.ts";
import { plans } from "../db/schema.ts";
import type { Studio } from "../studio.ts";
import { daysFrom, daysUntil, layingOf } from "./laying.ts";
import { practisingOf, togetherWith } from "./layout.ts";
import type { PlanRow } from "./store.ts";

/** So many days after the last one known are looked at for one that fits. */
const LATER = 400;

/**
 * What would make a plan fit that does not: worked out when somebody looks at the plan, and kept
 * until it is laid out anew.
 */
export async function remediesOf(studio: Studio, plan: PlanRow): Promise<Remedies> {
  if (plan.feasible || plan.superseded) return {};
  if (plan.remedies) return plan.remedies;
  const all = await togetherWith(studio.db, plan);
  const practising = await practisingOf(studio.db, all[0]!.studentId);
  const laid = [];
  for (const open of all) laid.push(await layingOf(studio, open, practising));
  const days = daysUntil(
    practising,
    today(studio.clock),
    all.map((open) => open.plan.readyBy),
  );
  const at = all.findIndex((open) => open.plan.id === plan.id);
  const further = daysFrom(practising, addDays(days.at(-1)!.date, 1), LATER);
  const pieces = laid.map(({ piece }) => piece);
  const found = remedies(pieces, at, days, further, leavingSections(plan, laid[at]!));
  await studio.db.update(plans).set({ remedies: found }).where(eq(plans.id, plan.id));
  return found;
}

/** A piece with so many of its sections left at Settling: those that are learned last. */
function leavingSections(
  plan: PlanRow,
  { sections, piece, unitsWith }: Awaited<ReturnType<typeof layingOf>>,
): Leaving {
  const tempo = Math.round(plan.goalTempo * LEFT_AT);
  const idOf = new Map(sections.map((one) => [rangeOf(one).join("-"), one.id]));
  const ids = piece.units
    .filter(({ kind }) => kind === "section")
    .flatMap(({ from, to }) => idOf.get(`${from}-${to}`) || [])
    .filter((id) => (plan.goals[id] ?? plan.goalTempo) > tempo)
    .reverse();
  const goals = (count: number) => ({
    ...plan.goals,
    ...Object.fromEntries(ids.slice(0, count).map((id) => [id, tempo])),
  });
  return { most: ids.length, goals, units: (count) => unitsWith(goals(count)) };
}
