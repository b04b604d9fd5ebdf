import { capital, say } from "@yarrow-ridge/core/words";
import type { Body } from "@yarrow-ridge/contract";
import dayjs from "dayjs";
import { and, asc, eq, gte, inArray, ne } from "drizzle-orm";
import { today } from "../clock.ts";
import { assignments, attempts, cards, plans } from "../db/schema.ts";
import { notFound, ProblemError } from "../http/problems.ts";
import { unlessMoved } from "../http/was.ts";
import { knownPiece } from "../pieces/store.ts";
import type { Studio } from "../studio.ts";
import { daysFrom, daysUntil, layingOf, type Open } from "./laying.ts";
import { layAnew, markStudentStale, practisingOf, togetherWith, upToDate } from "./layout.ts";
import { changedFields, nextRevision, unlessStale } from "./revision.ts";
import { barsText, planRow, type CardRow, type PlanRow } from "./store.ts";

async function openPlan(
  studio: Studio,
  plan: PlanRow,
): Promise<{ open: Open; all: readonly Open[] }> {
  const all = await togetherWith(studio.db, plan);
  const open = all.find((one) => one.plan.id === plan.id);
  if (!open) throw new ProblemError(409, say`This plan has been replaced by a newer one.`);
  return { open, all };
}

/** Adds bars practised alone, or leaves units out. @throws ProblemError for what is not there */
export async function editPlan(
  studio: Studio,
  id: string,
  body: Body<"editPlan">,
): Promise<PlanRow> {
  const { db } = studio;
  const plan = await planRow(db, id);
  const { added, dropped } = body;
  await unlessStale(db, plan, { added, dropped }, body.revision);
  unlessMoved(plan, body, body.was);
  const { open } = await openPlan(studio, plan);
  const { score } = await knownPiece(studio, open.pieceId);
  const last = score.bars.length - 1;
  const wrong = added?.find(({ from, to }) => from > to || to > last);
  if (wrong)
    throw new ProblemError(
      400,
      say`Bars ${wrong.from} to ${wrong.to} are not in this piece.`,
      "added",
    );
  const fresh = dropped?.filter((unit) => !plan.dropped.includes(unit)) ?? [];
  if (fresh.length) {
    const student = await practisingOf(db, open.studentId);
    const { found } = await layingOf(studio, open, student);
    const unknown = fresh.find((unit) => !found.some(({ key }) => key === unit));
    if (unknown !== undefined)
      throw new ProblemError(400, say`This plan has no unit "${unknown}".`, "dropped");
  }
  await db.transaction(async (tx) => {
    // two edits at the same instant come one after the other
    const [now = plan] = await tx.select().from(plans).where(eq(plans.id, id)).for("update");
    await unlessStale(tx, now, { added, dropped }, body.revision);
    const change = { ...(added ? { added } : {}), ...(dropped ? { dropped } : {}) };
    const changed = changedFields(now, { ...now, ...change });
    await tx
      .update(plans)
      .set({ ...change, ...(changed.length ? nextRevision(now, changed) : {}) })
      .where(eq(plans.id, id));
    await layAnew({ db: tx }, open.studentId);
  });
  return planRow(db, id);
}

const dayText = (date: string): string => dayjs(date).format("dddd D MMMM");

/**
 * Puts a card on another day; the other cards give way.
 *
 * @returns its plan, and what the move breaks
 * @throws ProblemError when the card or the day has passed
 */
export async function moveCard(
  studio: Studio,
  planId: string,
  id: string,
  { date, pinned = true, was }: Body<"moveCard">,
): Promise<{ plan: PlanRow; broken: string[] }> {
  const { db, clock } = studio;
  const [card] = await db
    .select()
    .from(cards)
    .where(and(eq(cards.id, id), eq(cards.planId, planId)));
  if (!card) throw notFound("card");
  unlessMoved(card, { date, pinned }, was);
  const plan = await planRow(db, planId);
  const { open, all } = await openPlan(studio, plan);
  const now = today(clock);
  if (card.date < now) throw new ProblemError(409, say`The day of this card has passed.`);
  if (date < now)
    throw new ProblemError(
      400,
      say`${dayText(date)} has passed. Choose today or a later day.`,
      "date",
    );
  const ends = all.map((one) => one.plan.readyBy);
  const last = daysUntil(await practisingOf(db, open.studentId), now, ends).at(-1)!.date;
  if (date > last)
    throw new ProblemError(
      400,
      say`The plan goes no further than ${dayText(last)}. Choose a day up to then.`,
      "date",
    );
  await db.transaction(async (tx) => {
    if (date !== card.date) {
      const [tried] = await tx.select().from(attempts).where(eq(attempts.cardId, id)).limit(1);
      if (tried) throw new ProblemError(409, say`This card has been begun; it stays on its day.`);
      const { unit } = card;
      const same = and(eq(cards.planId, planId), eq(cards.unit, unit), eq(cards.date, date));
      // what the plan had there itself makes room
      const there = await tx
        .select()
        .from(cards)
        .where(and(same, ne(cards.id, id)));
      const begun = there.length
        ? await tx
            .select()
            .from(attempts)
            .where(
              inArray(
                attempts.cardId,
                there.map((one) => one.id),
              ),
            )
            .limit(1)
        : [];
      if (begun.length || there.some((one) => one.pinned))
        throw new ProblemError(409, say`These bars are on ${dayText(date)} already.`);
      await tx.delete(cards).where(and(same, ne(cards.id, id)));
    }
    await tx.update(cards).set({ date, pinned }).where(eq(cards.id, id));
    await tx
      .update(plans)
      .set(nextRevision(plan, ["cards"]))
      .where(eq(plans.id, planId));
    await markStudentStale({ db: tx }, open.studentId);
  });
  const after = await upToDate(studio, plan);
  return { plan: after, broken: pinned ? await brokenBy(studio, open, { ...card, date }) : [] };
}

/** What speaks against a card on its day, a sentence each. */
async function brokenBy(studio: Studio, open: Open, card: CardRow): Promise<string[]> {
  const { db, clock } = studio;
  const student = await practisingOf(db, open.studentId);
  const { piece } = await layingOf(studio, open, student);
  const unit = piece.units.find(({ key }) => key === card.unit);
  const ahead = await db
    .select({ card: cards })
    .from(cards)
    .innerJoin(plans, eq(plans.id, cards.planId))
    .innerJoin(assignments, eq(assignments.id, plans.assignmentId))
    .where(
      and(
        eq(assignments.studentId, open.studentId),
        eq(plans.superseded, false),
        gte(cards.date, today(clock)),
      ),
    )
    .orderBy(asc(cards.date));
  const later = ahead.find(
    (one) =>
      one.card.planId === card.planId &&
      unit?.after.includes(one.card.unit) &&
      one.card.kind !== "keeping" &&
      one.card.date >= card.date,
  )?.card;
  const { minutes } = daysFrom(student, card.date, 1)[0]!;
  const used = ahead
    .filter((one) => one.card.date === card.date)
    .reduce((sum, one) => sum + one.card.minutes, 0);
  return [
    ...(later
      ? [
          say`${capital(barsText(piece.score, later.fromBar, later.toBar))} should be done before;
            they are on ${dayText(later.date)}.`,
        ]
      : []),
    ...(minutes === 0
      ? [say`Nothing is practised on ${dayText(card.date)}.`]
      : used > minutes
        ? [say`${dayText(card.date)} has ${used} min now, where there are ${minutes}.`]
        : []),
    ...(card.date > open.plan.readyBy
      ? [say`It comes after the day the piece must be ready, ${dayText(open.plan.readyBy)}.`]
      : []),
  ];
}
