import { say } from "@yarrow-ridge/core/words";
import type { Body } from "@yarrow-ridge/contract";
import { earns } from "@yarrow-ridge/core/practice";
import { eq } from "drizzle-orm";
import { localDate } from "../clock.ts";
import { attempts } from "../db/schema.ts";
import { notFound, ProblemError } from "../http/problems.ts";
import { markStale } from "../plans/layout.ts";
import { newId, type Studio } from "../studio.ts";
import { cardState, logOf, standingOf } from "./card.ts";
import { openCard } from "./openCard.ts";

/** Older tries than this were not made on this card. */
const OLDEST = 90 * 86_400_000;

/** When a try was made: what its sender says, where a clock can say so. */
function triedAt(now: Date, said: string | undefined): Date {
  const at = said === undefined ? now : new Date(said);
  return at > now || at.getTime() < now.getTime() - OLDEST ? now : at;
}

/** Logs a try, and whether it earns the step. @throws ProblemError for a bar outside the card */
export async function addAttempt(studio: Studio, body: Body<"addAttempt">) {
  const { db, clock } = studio;
  const opened = await openCard(db, body.cardId);
  const { card, plan } = opened;
  const id = body.id ?? newId();
  const at = triedAt(clock.now(), body.at);
  if (
    body.bar !== undefined &&
    body.bar !== null &&
    !(card.played?.includes(body.bar) ?? (body.bar >= card.fromBar && body.bar <= card.toBar))
  ) {
    throw new ProblemError(400, say`The bar of the slip lies outside this card.`, "bar");
  }
  const made = await db.transaction(async (tx) => {
    const [sent] = await tx.select().from(attempts).where(eq(attempts.id, id));
    if (sent) return sent;
    const log = await logOf(tx, plan.assignmentId, card);
    const before = standingOf(opened, log, localDate(at));
    const tempo = body.tempo ?? before.step;
    const slips = body.slips ?? null;
    const promoted =
      tempo === before.step &&
      !before.finished &&
      earns(before.unit, before, { result: body.result, slips, day: localDate(at) });
    const [row] = await tx
      .insert(attempts)
      .values({
        id,
        cardId: card.id,
        assignmentId: plan.assignmentId,
        unit: card.unit,
        fromBar: card.fromBar,
        toBar: card.toBar,
        hands: card.hands,
        tempo,
        result: body.result,
        slips,
        bar: body.bar ?? null,
        promoted,
        at,
      })
      .returning();
    const after = standingOf(opened, [...log, row!], localDate(at));
    if (promoted || after.step !== before.step || after.days !== before.days)
      await markStale({ db: tx }, plan.assignmentId);
    return row!;
  });
  return { id: made.id, promoted: made.promoted, card: await cardState(studio, opened) };
}

/** Takes a try back. @throws ProblemError where a newer one was made on these bars */
export async function removeAttempt(studio: Studio, id: string) {
  const { db } = studio;
  const [row] = await db.select().from(attempts).where(eq(attempts.id, id));
  if (!row) throw notFound("try");
  await db.transaction(async (tx) => {
    const own = (await logOf(tx, row.assignmentId, row)).filter(({ unit }) => unit === row.unit);
    if (own.at(-1)?.id !== row.id)
      throw new ProblemError(409, say`Only the newest try on these bars can be taken back.`);
    await tx.delete(attempts).where(eq(attempts.id, row.id));
    // it may have earned a step, or have been the slip that sent it back
    await markStale({ db: tx }, row.assignmentId);
  });
  return cardState(studio, await openCard(db, row.cardId));
}
