import { LEFT_AT, rangeOf, remedies, type Remedies } from "@yarrow-ridge/core/practice";
import { eq } from "drizzle-orm";
import { addDays, today } from "../clock.ts";
import { plans } from "../db/schema.ts";
import type { Studio } from "../studio.ts";
import { daysFrom, daysUntil, layingOf, type Open } from "./laying.ts";
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
  const pieces = [];
  for (const open of all) pieces.push((await layingOf(studio, open, practising)).piece);
  const days = daysUntil(
    practising,
    today(studio.clock),
    all.map((open) => open.plan.readyBy),
  );
  const at = all.findIndex((open) => open.plan.id === plan.id);
  const further = daysFrom(practising, addDays(days.at(-1)!.date, 1), LATER);
  const leaving = await leavingSections(studio, all[at]!, practising);
  const found = remedies(pieces, at, days, further, leaving);
  await studio.db.update(plans).set({ remedies: found }).where(eq(plans.id, plan.id));
  return found;
}

/** A piece with one, two and more of its sections left at Settling: those that are learned last. */
async function leavingSections(
  studio: Studio,
  open: Open,
  practising: Awaited<ReturnType<typeof practisingOf>>,
) {
  const { plan } = open;
  const { sections, piece } = await layingOf(studio, open, practising);
  const tempo = Math.round(plan.goalTempo * LEFT_AT);
  const idOf = new Map(sections.map((one) => [rangeOf(one).join("-"), one.id]));
  const ids = piece.units
    .filter(({ kind }) => kind === "section")
    .flatMap(({ from, to }) => idOf.get(`${from}-${to}`) || [])
    .filter((id) => (plan.goals[id] ?? plan.goalTempo) > tempo)
    .reverse();
  const found = [];
  for (const i of ids.keys()) {
    const left = ids.slice(0, i + 1).map((id) => [id, tempo] as const);
    const goals = { ...plan.goals, ...Object.fromEntries(left) };
    const laid = await layingOf(studio, { ...open, plan: { ...plan, goals } }, practising);
    found.push({ units: laid.piece.units, goals });
  }
  return found;
}
