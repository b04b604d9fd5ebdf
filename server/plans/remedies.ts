import {
  LEFT_AT,
  rangeOf,
  remedies,
  type Cut,
  type Leaving,
  type Remedies,
  type Simpler,
} from "@yarrow-ridge/core/practice";
import { WHOLE_ROAD } from "@yarrow-ridge/core/score";
import { eq } from "drizzle-orm";
import { addDays, today } from "../clock.ts";
import { plans, readings } from "../db/schema.ts";
import { pieceRow, readingOf, sourceOf } from "../pieces/store.ts";
import type { Studio } from "../studio.ts";
import { daysFrom, layingOf, type Open, type Student } from "./laying.ts";
import { begunOn, daysAhead, practisingOf, togetherWith } from "./layout.ts";
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
  for (const open of all) laid.push(await layingOf(studio, { ...open, isNew: true }, practising));
  const begun = await begunOn(studio.db, today(studio.clock), all);
  const days = daysAhead(studio, all, practising, begun);
  const at = all.findIndex((open) => open.plan.id === plan.id);
  const further = daysFrom(practising, addDays(days.at(-1)!.date, 1), LATER);
  const pieces = laid.map(({ piece }) => piece);
  const found = remedies(
    ...([pieces, at, days, further] as const),
    leavingSections(plan, laid[at]!),
    cutsOf(laid[at]!),
    await simplerOf(studio, all[at]!, practising),
  );
  await studio.db.update(plans).set({ remedies: found }).where(eq(plans.id, plan.id));
  return found;
}

/** A piece with so many of its sections left at Settling: those that are learned last. */
function leavingSections(
  plan: PlanRow,
  { sections, piece, written, unitsWith }: Awaited<ReturnType<typeof layingOf>>,
): Leaving {
  const tempo = Math.round(plan.goalTempo * LEFT_AT);
  const idOf = new Map(sections.map((one) => [rangeOf(one).join("-"), one.id]));
  const ids = piece.units
    .filter(({ kind }) => kind === "section")
    .flatMap(({ from, to }) => idOf.get(`${from}-${to}`) || [])
    .filter((id) => (plan.goals[id] ?? written[id] ?? plan.goalTempo) > tempo)
    .reverse();
  const goals = (count: number) => ({
    ...plan.goals,
    ...Object.fromEntries(ids.slice(0, count).map((id) => [id, tempo])),
  });
  return { most: ids.length, goals, units: (count) => unitsWith(goals(count)) };
}

/** Readings looked at: each is read and laid out. */
const MOST_READINGS = 3;

/** The piece with each reading that was put aside and whose bars are free, the shortest first. */
async function simplerOf(studio: Studio, open: Open, practising: Student): Promise<Simpler[]> {
  const { db, heavy } = studio;
  const rows = await db.select().from(readings).where(eq(readings.pieceId, open.pieceId));
  const used = rows.filter(({ inUse }) => inUse);
  const isFree = ({ fromBar, toBar }: (typeof rows)[number]) =>
    !used.some((one) => one.fromBar <= toBar && one.toBar >= fromBar);
  const aside = rows
    .filter((row) => !row.inUse && isFree(row))
    .sort((a, b) => a.toBar - a.fromBar - (b.toBar - b.fromBar))
    .slice(0, MOST_READINGS);
  const how = aside.length ? readingOf(await pieceRow(db, open.pieceId)) : undefined;
  const found: Simpler[] = [];
  for (const { id, fromBar: from, toBar: to, source } of aside) {
    const known = await heavy.run("know", await sourceOf(db, open.pieceId, id), how!);
    const { piece } = await layingOf(studio, { ...open, isNew: true }, practising, known);
    found.push({ reading: { id, from, to, source }, score: piece.score, units: piece.units });
  }
  return found;
}

/** Whole sections from within the piece, the shortest first; none where it is cut already. */
function cutsOf({ open, sections, piece, unitsOver }: Awaited<ReturnType<typeof layingOf>>): Cut[] {
  if (open.road?.cuts.length) return [];
  const last = piece.score.bars.length - 1;
  const repeats = open.road?.repeats ?? WHOLE_ROAD.repeats;
  return sections
    .filter(({ id }) => id !== "")
    .map(rangeOf)
    .filter(([from, to]) => from > 0 && to < last)
    .sort((a, b) => a[1] - a[0] - (b[1] - b[0]))
    .map(([from, to]) => ({
      ...{ from, to },
      units: () => {
        const played = [
          { from: 0, to: from - 1 },
          { from: to + 1, to: last },
        ];
        return unitsOver({ repeats, cuts: played });
      },
    }));
}
