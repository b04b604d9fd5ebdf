import { say } from "@yarrow-ridge/core/words";
import {
  barCount,
  daysToEarn,
  firstReading,
  ladderOf,
  lastStep,
  schoolsOf,
  stepEarned,
  triesWithin,
  type Remedies,
} from "@yarrow-ridge/core/practice";
import { barSpan, beatSign, roadText, type Score } from "@yarrow-ridge/core/score";
import dayjs from "dayjs";
import { and, asc, eq, gte, inArray } from "drizzle-orm";
import { attempts, cards, plans } from "../db/schema.ts";
import type { Database } from "../db/open.ts";
import { notFound } from "../http/problems.ts";
import { triesIn } from "./log.ts";

export type PlanRow = typeof plans.$inferSelect;
export type CardRow = typeof cards.$inferSelect;
export type CardStatus = "open" | "started" | "done";

export async function planRow(db: Database, id: string): Promise<PlanRow> {
  const [row] = await db.select().from(plans).where(eq(plans.id, id));
  if (!row) throw notFound("plan");
  return row;
}

export const barsText = (score: Score, from: number, to: number): string =>
  `${from === to ? say`bar` : say`bars`} ${barSpan(score.bars, from, to)}`;

/**
 * A card is done when a step was earned on it; one that only keeps a piece, when it was played
 * clean once.
 */
export async function statuses(
  db: Database,
  rows: readonly CardRow[],
): Promise<Map<string, CardStatus>> {
  const found = new Map<string, CardStatus>(rows.map((row) => [row.id, "open"]));
  if (rows.length === 0) return found;
  const tries = await db
    .select({ try: attempts, rule: plans.rule })
    .from(attempts)
    .innerJoin(cards, eq(cards.id, attempts.cardId))
    .innerJoin(plans, eq(plans.id, cards.planId))
    .where(
      inArray(
        attempts.cardId,
        rows.map(({ id }) => id),
      ),
    )
    .orderBy(asc(attempts.position));
  const byCard = new Map<string, typeof tries>();
  for (const one of tries) {
    const known = byCard.get(one.try.cardId);
    if (known) known.push(one);
    else byCard.set(one.try.cardId, [one]);
  }
  for (const row of rows) {
    const own = byCard.get(row.id);
    const first = own?.[0];
    if (!own || !first) continue;
    const isDone =
      own.some((one) => one.try.promoted) ||
      (row.kind === "keeping" && own.some((one) => one.try.result === "clean")) ||
      hasHadItsDay(row, triesIn(own.map((one) => one.try)), first.rule);
    found.set(row.id, isDone ? "done" : "started");
  }
  return found;
}

/** Whether a last step that is earned on several days was played well enough on this one. */
function hasHadItsDay(
  { kind, steps, fromBar: from, toBar: to, played }: CardRow,
  tries: ReturnType<typeof triesIn>,
  rule: string,
): boolean {
  if (kind === "keeping" || daysToEarn(kind) === 1) return false;
  const on = tries.filter(({ tempo }) => tempo === steps.at(-1));
  const unit = { kind, bars: barCount({ from, to, played }), rule, isLast: true };
  return stepEarned(unit, on, on[0]?.day ?? "").days > 0;
}

export const answerCard = (score: Score, row: CardRow, status: CardStatus) => ({
  id: row.id,
  unit: row.unit,
  date: row.date,
  from: row.fromBar,
  to: row.toBar,
  hands: row.hands,
  tempo: row.tempo,
  minutes: row.minutes,
  tries: triesWithin(score, { from: row.fromBar, to: row.toBar, played: row.played }, row),
  kind: row.kind,
  section: row.section,
  why: row.why,
  bars: row.played
    ? say`bars ${roadText(score.bars, row.played)}`
    : barsText(score, row.fromBar, row.toBar),
  played: row.played,
  pinned: row.pinned,
  beat: beatSign(score.bars[row.fromBar]!),
  status,
});

export async function answerPlan(
  db: Database,
  score: Score,
  plan: PlanRow,
  from: string,
  remedies: Remedies,
  isShared: boolean,
) {
  const rows = await db
    .select()
    .from(cards)
    .where(and(eq(cards.planId, plan.id), gte(cards.date, from)))
    .orderBy(asc(cards.date), asc(cards.position));
  const status = await statuses(db, rows);
  const days = [...new Set(rows.map((row) => row.date))].map((date) => ({
    date,
    cards: rows
      .filter((row) => row.date === date)
      .map((row) => answerCard(score, row, status.get(row.id)!)),
  }));
  const goal = plan.goalTempo;
  return {
    id: plan.id,
    revision: plan.revision,
    assignmentId: plan.assignmentId,
    goalTempo: goal,
    readyBy: plan.readyBy,
    rule: plan.rule,
    dates: plan.dates,
    sections: plan.sections,
    goals: plan.goals,
    firstTempo: plan.firstTempo,
    added: plan.added,
    dropped: plan.dropped.map((unit) => droppedUnit(score, unit)),
    ...schoolsOf(plan),
    steps: ladderOf(plan.ladder).steps(
      plan.firstTempo ?? firstReading(goal),
      lastStep(goal, plan.top),
    ),
    feasible: plan.feasible,
    workMinutes: plan.workMinutes,
    availableMinutes: plan.availableMinutes,
    missingMinutes: plan.missingMinutes,
    message: message(plan, isShared, from),
    remedies,
    days,
  };
}

/** A unit that is left out, from its key. */
function droppedUnit(score: Score, unit: string) {
  const [from, to, ...line] = unit.split("-");
  const last = score.bars.length - 1;
  const bar = (text: string | undefined) => Math.min(last, Number(text) || 0);
  return { unit, bars: barsText(score, bar(from), bar(to)), hands: line.join("-").split(">")[0]! };
}

type Told = Pick<
  PlanRow,
  "readyBy" | "feasible" | "workMinutes" | "availableMinutes" | "missingMinutes"
>;

const duration = (minutes: number): string =>
  minutes < 60
    ? say`${minutes} min`
    : `${Math.floor(minutes / 60)} h${minutes % 60 ? say` ${minutes % 60} min` : ""}`;

/**
 * Whether a plan fits, in a sentence.
 *
 * @param isShared whether other pieces take of the same minutes
 */
export function message(plan: Told, isShared: boolean, today: string): string {
  const day = dayjs(plan.readyBy).format("D MMMM");
  const left = `${duration(plan.availableMinutes)}${isShared ? say` left by other pieces` : ""}`;
  const time = say`about ${duration(plan.workMinutes)} of work, ${left} until ${day}`;
  if (plan.readyBy < today) return say`Its day, ${day}, is past: what is learnt is kept.`;
  if (plan.workMinutes === 0)
    return say`Every step is earned; from now on the piece is kept ready until ${day}.`;
  if (plan.feasible) return say`It fits: ${time}.`;
  const missing = duration(plan.missingMinutes);
  // minutes enough, and yet not ready: a day gives each unit so many steps at most
  return plan.availableMinutes >= plan.workMinutes
    ? say`Too few days: ${time} would be enough, but parts wait for each other and run-throughs
        count on different days; ${missing} are left over. Choose a later day, a slower goal or
        fewer sections.`
    : say`Too little time: ${time}; ${missing} missing. Add minutes, choose fewer sections, a slower
        goal or a later day.`;
}
