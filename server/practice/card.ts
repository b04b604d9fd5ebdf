import { instrument, linesOf } from "@yarrow-ridge/core/instruments";
import { barCount, earned, standing, writtenGoals } from "@yarrow-ridge/core/practice";
import { lastBarOf } from "@yarrow-ridge/core/score";
import { and, asc, eq, gte, lte, or } from "drizzle-orm";
import { today } from "../clock.ts";
import { attempts } from "../db/schema.ts";
import type { Database } from "../db/open.ts";
import { knownPiece, sectionsOf } from "../pieces/store.ts";
import { promotionsIn, triesIn, type AttemptRow } from "../plans/log.ts";
import { answerCard, statuses, type CardRow } from "../plans/store.ts";
import type { Studio } from "../studio.ts";
import { cardsOn } from "./due.ts";
import type { Opened } from "./openCard.ts";

const barsIn = ({ fromBar: from, toBar: to, played }: CardRow): number =>
  barCount({ from, to, played });

/** The tries of a unit, and the steps earned on stretches that hold its bars, in order. */
export const logOf = (db: Pick<Database, "select">, assignmentId: string, unit: UnitColumns) =>
  db
    .select()
    .from(attempts)
    .where(
      and(
        eq(attempts.assignmentId, assignmentId),
        or(
          eq(attempts.unit, unit.unit),
          and(
            eq(attempts.promoted, true),
            lte(attempts.fromBar, unit.fromBar),
            gte(attempts.toBar, unit.toBar),
          ),
        ),
      ),
    )
    .orderBy(asc(attempts.position));

type UnitColumns = Pick<CardRow, "unit" | "fromBar" | "toBar">;

/** Where the log leaves a card. */
export function standingOf(
  { card, plan, instrument: kind }: Opened,
  log: readonly AttemptRow[],
  today: string,
) {
  const { fromBar: from, toBar: to, unit: key, hands } = card;
  const known = earned([{ key, from, to, hands }], promotionsIn(log), linesOf(instrument(kind)));
  const own = triesIn(log.filter((row) => row.unit === key));
  const unit = { steps: card.steps, kind: card.kind, bars: barsIn(card), rule: plan.rule };
  return { ...standing(unit, own, known.get(key) ?? 0, today), own, unit };
}

/** A card with where its tries have brought it. */
export async function cardState(studio: Studio, opened: Opened) {
  const { db, clock } = studio;
  const { card, plan, pieceId } = opened;
  const { score } = await knownPiece(studio, pieceId);
  const log = await logOf(db, plan.assignmentId, card);
  const { secure, step, tries, missing, days, daysNeeded, finished, sentBack, own } = standingOf(
    opened,
    log,
    today(clock),
  );
  const ofDay = await cardsOn(studio, card.date, opened.studentId);
  const begun = await statuses(db, [card, ...ofDay.map((other) => other.card)]);
  const status = begun.get(card.id)!;
  const after = ofDay.slice(ofDay.findIndex((other) => other.card.id === card.id) + 1);
  const all = await sectionsOf(db, pieceId);
  const named = all.find(
    ({ name, from, to }) =>
      name === card.section && from.bar <= card.fromBar && lastBarOf(to) >= card.fromBar,
  );
  const goals = { ...writtenGoals(score, all, plan.goalTempo), ...plan.goals };
  return {
    ...answerCard(score, card, status),
    assignmentId: plan.assignmentId,
    pieceId,
    pieceTitle: opened.pieceTitle,
    studentName: opened.studentName,
    studentId: opened.studentId,
    layer: opened.layer,
    planId: plan.id,
    rule: plan.rule,
    goalTempo: (named && goals[named.id]) ?? plan.goalTempo,
    steps: card.steps,
    step,
    secure,
    missing,
    days,
    daysNeeded,
    finished,
    enough: sentBack === today(clock),
    tries: tries.map(({ id, result, slips, bar, day }) => ({ id, result, slips, bar, day })),
    newest: own.at(-1)?.id ?? null,
    nextCard: after[0]?.card.id ?? null,
    words: named?.words ?? "",
    warmUp: [...begun.values()].every((one) => one === "open") ? opened.warmUp : 0,
  };
}
