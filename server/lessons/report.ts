import { say } from "@yarrow-ridge/core/words";
import { ridge } from "@yarrow-ridge/core/practice";
import { barSpan, beatSign, type Score } from "@yarrow-ridge/core/score";
import dayjs from "dayjs";
import { and, asc, eq, gte, inArray, lt } from "drizzle-orm";
import { daysBetween, localDate } from "../clock.ts";
import { attempts, cards, plans, type students } from "../db/schema.ts";
import type { Database } from "../db/open.ts";
import { daysFrom, layingOf, openPlans, type Open } from "../plans/laying.ts";
import { stageOf } from "../plans/stage.ts";
import { thresholdsOf } from "../plans/house.ts";
import { barsText, statuses, type CardRow, type CardStatus } from "../plans/store.ts";
import type { Studio } from "../studio.ts";

type Student = typeof students.$inferSelect;
type Try = typeof attempts.$inferSelect;

/** Bars with slips that are named for a piece. */
const MOST_TROUBLE = 4;

/** What was set from one day until before another, and what came of it. */
export async function reportOf(studio: Studio, student: Student, since: string, until: string) {
  const { db } = studio;
  const open = await openPlans(db, student.id);
  const asked = await thresholdsOf(db);
  const tried = await triesSince(db, open, since);
  const practised = new Set(tried.map(({ at }) => localDate(at)));
  const days = daysFrom(student, since, Math.max(0, daysBetween(since, until)));
  const first = await firstPlanOn(db, open);
  const planned = days.filter(({ date, minutes }) => minutes > 0 && date >= first);
  const found = [];
  for (const one of open) {
    const laying = await layingOf(studio, one, student);
    const { score } = laying.piece;
    const ground = ridge(score, laying.form, laying.promotions, laying.lines);
    const own = tried.filter(({ assignmentId }) => assignmentId === one.plan.assignmentId);
    const set = await cardsSet(db, one, since, until);
    const status = await statuses(db, set);
    found.push({
      assignmentId: one.plan.assignmentId,
      pieceId: one.pieceId,
      pieceTitle: one.title,
      instrument: one.kind,
      stage: stageOf(studio, one, laying, ground, asked).stage,
      tries: own.length,
      steps: own.filter(({ promoted }) => promoted).length,
      ...workOf(score, set, status, own, practised),
      trouble: troubleIn(score, own),
    });
  }
  return {
    daysPlanned: planned.length,
    daysPractised: [...practised].filter((day) => day < until).length,
    minutesPlanned: planned.reduce((sum, { minutes }) => sum + minutes, 0),
    pieces: found,
  };
}

async function triesSince(db: Database, open: readonly Open[], since: string): Promise<Try[]> {
  if (open.length === 0) return [];
  const rows = await db
    .select()
    .from(attempts)
    .where(
      and(
        inArray(
          attempts.assignmentId,
          open.map(({ plan }) => plan.assignmentId),
        ),
        gte(attempts.at, dayjs(since).toDate()),
      ),
    )
    .orderBy(asc(attempts.position));
  return rows;
}

/** The day on which the first plan of these pieces was made: before it nothing was set. */
async function firstPlanOn(db: Database, open: readonly Open[]): Promise<string> {
  const [first] = await db
    .select({ at: plans.createdAt })
    .from(plans)
    .where(
      inArray(
        plans.assignmentId,
        open.map(({ plan }) => plan.assignmentId),
      ),
    )
    .orderBy(asc(plans.createdAt))
    .limit(1);
  return first ? localDate(first.at) : "";
}

/** Cards of the days between, each of the plan that was in force on its day. */
async function cardsSet(
  db: Database,
  { plan }: Open,
  since: string,
  until: string,
): Promise<CardRow[]> {
  const made = await db
    .select({ id: plans.id, from: plans.createdAt })
    .from(plans)
    .where(eq(plans.assignmentId, plan.assignmentId))
    .orderBy(asc(plans.createdAt));
  const rows = await db
    .select()
    .from(cards)
    .where(
      and(
        inArray(
          cards.planId,
          made.map(({ id }) => id),
        ),
        gte(cards.date, since),
        lt(cards.date, until),
      ),
    )
    .orderBy(asc(cards.date), asc(cards.position));
  const inForce = (date: string) => made.findLast(({ from }) => localDate(from) <= date)?.id;
  return rows.filter((row) => row.planId === inForce(row.date));
}

/** What was set, by bars and hands: done once a step was earned, else why not. */
function workOf(
  score: Score,
  set: readonly CardRow[],
  status: ReadonlyMap<string, CardStatus>,
  tried: readonly Try[],
  practised: ReadonlySet<string>,
) {
  const byUnit = new Map<string, CardRow[]>();
  for (const row of set) byUnit.set(row.unit, [...(byUnit.get(row.unit) ?? []), row]);
  const told = [...byUnit.values()].map((rows) => {
    const last = rows.at(-1)!;
    const own = tried.filter(({ unit }) => unit === last.unit);
    const earned = own.filter(({ promoted }) => promoted).map(({ tempo }) => tempo);
    const isDone = rows.some(({ id }) => status.get(id) === "done") || earned.length > 0;
    return {
      isDone,
      unit: last.unit,
      from: last.fromBar,
      to: last.toBar,
      bars: barsText(score, last.fromBar, last.toBar),
      section: last.section,
      hands: last.hands,
      tempo: Math.max(last.tempo, ...earned),
      beat: beatSign(score.bars[last.fromBar]!),
      why: isDone ? "" : whyNot(score, rows, own, practised),
    };
  });
  const plain = (all: typeof told) => all.map(({ isDone: _, ...one }) => one);
  return {
    done: plain(told.filter(({ isDone }) => isDone)),
    notDone: plain(told.filter(({ isDone }) => !isDone)),
  };
}

const counted = (count: number, one: string, many: string) =>
  `${count} ${count === 1 ? one : many}`;

function whyNot(
  score: Score,
  rows: readonly CardRow[],
  own: readonly Try[],
  practised: ReadonlySet<string>,
): string {
  if (own.length > 0) {
    const slips = own.filter(({ result }) => result === "slip");
    const [worst] = slipsByBar(own);
    const where = worst ? say`, most in bar ${barSpan(score.bars, worst[0], worst[0])}` : "";
    return say`${counted(own.length, "try", "tries")},
      ${counted(slips.length, "slip", "slips")}${where}; no step yet`;
  }
  const days = [...new Set(rows.map(({ date }) => date))];
  const missed = days.filter((day) => !practised.has(day));
  const names = (all: readonly string[]) => all.map((day) => dayjs(day).format("ddd")).join(", ");
  return missed.length === days.length
    ? say`no practice on ${names(missed)}`
    : say`not reached: other cards took the time`;
}

function slipsByBar(tried: readonly Try[]): [bar: number, slips: number][] {
  const slips = new Map<number, number>();
  for (const { bar } of tried) if (bar !== null) slips.set(bar, (slips.get(bar) ?? 0) + 1);
  return [...slips].sort((a, b) => b[1] - a[1] || a[0] - b[0]);
}

/** A slip in every tenth try is trouble, and one slip is none. Common practice, no source. */
const [LEAST_SHARE, LEAST_SLIPS] = [0.1, 2];

/** The bars with most slips for how often they were played. */
const troubleIn = (score: Score, tried: readonly Try[]) =>
  slipsByBar(tried)
    .filter(([bar]) => score.bars[bar])
    .map(([bar, slips]) => ({
      bar,
      name: barSpan(score.bars, bar, bar),
      slips,
      tries: tried.filter(({ fromBar, toBar }) => fromBar <= bar && toBar >= bar).length,
    }))
    .filter(({ slips, tries }) => slips >= LEAST_SLIPS && slips >= LEAST_SHARE * tries)
    .slice(0, MOST_TROUBLE);
