import { say } from "@yarrow-ridge/core/words";
import type { Answer, Body } from "@yarrow-ridge/contract";
import { and, gte, inArray } from "drizzle-orm";
import { addDays, today } from "../clock.ts";
import { cards } from "../db/schema.ts";
import { ProblemError } from "../http/problems.ts";
import { sectionsOf } from "../pieces/store.ts";
import type { Studio } from "../studio.ts";
import { checkFirst, checkGoals, chooseFrom } from "./chosen.ts";
import type { Open } from "./laying.ts";
import { begunOn, practisingOf, togetherWith, upToDate, worked } from "./layout.ts";
import { checkDay } from "./make.ts";
import { message, planRow } from "./store.ts";

type WouldBe = Answer<"whatIf">;

/** Days from today whose cards are compared. */
const COMPARED = 14;

/** A card as far as one asks whether it is still there. */
interface Placed {
  readonly planId: string;
  readonly unit: string;
  readonly date: string;
  readonly kind: string;
}

/**
 * What a plan and its neighbours would be if it were laid out otherwise. Nothing is stored.
 *
 * @throws ProblemError for a plan that was replaced, a day that is past, a section not there
 */
export async function whatIf(studio: Studio, id: string, asked: Body<"whatIf">): Promise<WouldBe> {
  const { db, clock } = studio;
  const date = today(clock);
  const plan = await upToDate(studio, await planRow(db, id));
  const all = await togetherWith(db, plan);
  const own = all.find((open) => open.plan.id === id);
  if (!own) throw new ProblemError(409, say`This plan has been replaced by a newer one.`);
  const { minutesByWeekday, ...change } = asked;
  if (change.readyBy !== undefined) checkDay(studio, change.readyBy);
  const student = await practisingOf(db, own.studentId);
  const practising = minutesByWeekday ? { ...student, minutesByWeekday } : student;
  const isAsked = Object.keys(asked).length > 0;
  const changed = isAsked ? await changedBy(studio, own, change) : own;
  const others = all.filter((open) => open !== own);
  // the nearest day first, as they are laid out
  const then = [changed, ...others].sort((a, b) => a.plan.readyBy.localeCompare(b.plan.readyBy));
  const begun = await begunOn(db, date, all);
  const laid = await worked(studio, then, practising, begun);
  const stays = new Set(begun.map(({ planId, unit }) => `${planId} ${unit}`));
  const isOpen = (one: Placed) => one.date > date || !stays.has(`${one.planId} ${one.unit}`);
  const planned = laid.flatMap(({ open, schedule }) =>
    schedule.days.flatMap((day) =>
      day.cards.map(({ unit, kind }) => ({ planId: open.plan.id, unit, kind, date: day.date })),
    ),
  );
  const stored = (
    await db
      .select({ planId: cards.planId, unit: cards.unit, date: cards.date, kind: cards.kind })
      .from(cards)
      .where(
        and(
          inArray(
            cards.planId,
            all.map((open) => open.plan.id),
          ),
          gte(cards.date, date),
        ),
      )
  ).filter(isOpen);
  const near = ({ date: on }: Placed) => on < addDays(date, COMPARED);
  const { schedule } = laid.find(({ open }) => open === changed)!;
  return {
    feasible: schedule.feasible,
    missingMinutes: schedule.missingMinutes,
    message: message({ ...changed.plan, ...schedule }, all.length > 1, date),
    learnt: { now: lastLearnt(stored, id), then: lastLearnt(planned, id) },
    days: COMPARED,
    cards: compared(stored.filter(near), planned.filter(near).filter(isOpen)),
    others: others.flatMap(({ plan: other, title }) => {
      const would = laid.find(({ open }) => open.plan.id === other.id)!.schedule;
      const missing = { now: other.missingMinutes, then: would.missingMinutes };
      return missing.now === missing.then
        ? []
        : [{ assignmentId: other.assignmentId, pieceTitle: title, missing }];
    }),
  };
}

/** A plan as it would be made anew with some changes. */
async function changedBy(
  studio: Studio,
  own: Open,
  { sections: wanted, ...change }: Omit<Body<"whatIf">, "minutesByWeekday">,
): Promise<Open> {
  const there = await sectionsOf(studio.db, own.pieceId);
  checkGoals(change.goals, there);
  checkFirst(
    change.firstTempo === undefined ? own.plan.firstTempo : change.firstTempo,
    change.goalTempo ?? own.plan.goalTempo,
  );
  if (wanted === undefined) return { ...own, isNew: true, plan: { ...own.plan, ...change } };
  const sections = wanted?.length ? wanted : null;
  const chosen = sections && chooseFrom(sections, there, own.plan);
  return { ...own, isNew: true, plan: { ...own.plan, ...change, sections, chosen } };
}

const lastLearnt = (of: readonly Placed[], planId: string): string | null =>
  of
    .filter((one) => one.planId === planId && one.kind !== "keeping")
    .map((one) => one.date)
    .sort()
    .at(-1) ?? null;

/** What becomes of cards: the same on its day stays; the same on another day has moved. */
function compared(before: readonly Placed[], after: readonly Placed[]): WouldBe["cards"] {
  const keyOf = ({ planId, unit, date }: Placed) => `${planId} ${unit} ${date}`;
  const [was, is] = [new Set(before.map(keyOf)), new Set(after.map(keyOf))];
  const gone = before.filter((one) => !is.has(keyOf(one)));
  const fresh = after.filter((one) => !was.has(keyOf(one)));
  let move = 0;
  const free = fresh.map(({ planId, unit }) => `${planId} ${unit}`);
  for (const { planId, unit } of gone) {
    const at = free.indexOf(`${planId} ${unit}`);
    if (at >= 0) {
      free.splice(at, 1);
      move++;
    }
  }
  return {
    stay: before.length - gone.length,
    move,
    go: gone.length - move,
    come: fresh.length - move,
  };
}
