import { say } from "@yarrow-ridge/core/words";
import type { Form } from "@yarrow-ridge/core/form";
import {
  instrument,
  linesOf,
  type InstrumentRecord,
  type Player,
} from "@yarrow-ridge/core/instruments";
import {
  awkwardFingers,
  bothOf,
  cleanShares,
  cover,
  promotionRule,
  schoolsOf,
  writtenGoals,
  unitsOf,
  difficultiesAt,
  hardBars,
  hardness,
  slipShares,
  stuckSpots,
  type DayToFill,
  type Difficulties,
  type How,
  type PieceToLay,
  type Pin,
  type Unit,
} from "@yarrow-ridge/core/practice";
import {
  comparePlaces,
  lastBarOf,
  startOf,
  type Line,
  type Road,
  type Score,
  type Section,
} from "@yarrow-ridge/core/score";
import { and, asc, eq, gte, lt, notExists } from "drizzle-orm";
import { addDays, daysBetween, localDate, today, weekday } from "../clock.ts";
import type { students } from "../db/schema.ts";
import { assignments, attempts, cards, pieces, plans } from "../db/schema.ts";
import type { Database } from "../db/open.ts";
import type { Known } from "../heavy/tasks.ts";
import { adornedOf } from "../pieces/adorned.ts";
import { againIn, formOf } from "../pieces/form.ts";
import { sectionsOf } from "../pieces/store.ts";
import type { Studio } from "../studio.ts";
import { chosenIn } from "./chosen.ts";
import { resultsIn, triesIn, visitsIn, type AttemptRow, type TriedRow } from "./log.ts";
import { reached } from "./reached.ts";
import type { PlanRow } from "./store.ts";

/** Plans reach at most this far ahead, in days. */
export const FARTHEST = 730;

/** Cards that keep a piece reach this far beyond the day it must be ready, and beyond today. */
const KEPT_FOR = 28;

export type Student = typeof students.$inferSelect;
type Practising = Pick<Student, "minutesByWeekday" | "daysOff" | "warmUp" | "longest" | "shares">;

/** A plan with whose and of what it is. */
export interface Open {
  readonly plan: PlanRow;
  readonly studentId: string;
  readonly pieceId: string;
  readonly road: Road | null;
  readonly title: string;
  readonly kind: string;
  /** What the teacher says of its stage. */
  readonly said: "keeping" | "ended" | null;
  /** Laid out as if it were made today: the days it was laid out over before do not count. */
  readonly isNew?: boolean;
}

/** The plans of a student that are in force, and this one though it was put away. */
export async function openPlans(db: Database, studentId: string, always?: string): Promise<Open[]> {
  const rows = await db
    .select({
      plan: plans,
      studentId: assignments.studentId,
      pieceId: assignments.pieceId,
      road: pieces.road,
      title: pieces.title,
      kind: pieces.instrument,
      said: assignments.said,
      putAway: assignments.archived,
      pieceGone: pieces.archived,
    })
    .from(plans)
    .innerJoin(assignments, eq(assignments.id, plans.assignmentId))
    .innerJoin(pieces, eq(pieces.id, assignments.pieceId))
    .where(and(eq(assignments.studentId, studentId), eq(plans.superseded, false)))
    .orderBy(asc(plans.readyBy), asc(plans.createdAt), asc(plans.id));
  return rows.filter(
    ({ plan, said, putAway, pieceGone }) =>
      plan.id === always || !(putAway || pieceGone || said === "ended"),
  );
}

/**
 * What a plan is laid out from.
 *
 * @param known the piece as it would be read otherwise; as it is when not given
 */
export async function layingOf(studio: Studio, open: Open, student: Student, known?: Known) {
  const { plan, pieceId, road } = open;
  const { db, clock } = studio;
  const { score, form } = known ?? (await formOf(studio, pieceId));
  const named = await sectionsOf(db, pieceId);
  const lines = linesOf(instrument(open.kind));
  const chosen = chosenIn(named, plan, score.bars.length);
  const log = triesIn(
    await db
      .select()
      .from(attempts)
      .where(eq(attempts.assignmentId, plan.assignmentId))
      .orderBy(asc(attempts.position)),
  );
  const { hard, spots } = await hardSpots(studio, open, student, score, form, log, lines);
  const whole = chosen ?? cover(score, named);
  const sections = onRoad(whole, road);
  const how = { ...schoolsOf(plan), named, hard, spots, firstTempo: plan.firstTempo };
  const written = writtenGoals(score, sections, plan.goalTempo);
  const adorned = await adornedOf(studio, open, score);
  const made = (goals: PlanRow["goals"], on: Road | null) =>
    unitsOf(adorned, form, onRoad(whole, on), plan.goalTempo, lines, {
      ...{ ...how, road: on, goals: { ...written, ...goals } },
    });
  const found = made(plan.goals, road);
  const units = without(found, plan.dropped);
  const { tempos, daysHad, promotions } = reached(units, log, plan.rule, lines, today(clock));
  const piece: PieceToLay = {
    score,
    units,
    rule: promotionRule(plan.rule),
    goal: plan.goalTempo,
    clean: cleanShares(resultsIn(log)).of,
    earned: tempos,
    daysHad,
    visits: visitsIn(units, log, tempos, lines),
    // nothing new is begun in what is only kept
    readyBy: open.said === "keeping" ? addDays(today(clock), -1) : plan.readyBy,
    pins: await pinsOf(db, plan.id, today(clock)),
    ...(open.isNew ? {} : { before: await daysBefore(db, plan.id, today(clock)) }),
    waited: waited(student, lastOn(plan, log), today(clock)),
  };
  /** The units with other tempos for sections, and on another road. */
  const unitsWith = (goals: PlanRow["goals"]) => without(made(goals, road), plan.dropped);
  const unitsOver = (on: Road) => without(made(plan.goals, on), plan.dropped);
  return {
    ...{ open, chosen, sections, piece, written, unitsWith, unitsOver },
    ...{ form, log, lines, found, hard, promotions },
  };
}

/** Cards put on days by hand, from today. */
const pinsOf = (db: Database, planId: string, from: string): Promise<Pin[]> =>
  db
    .select({ unit: cards.unit, date: cards.date, minutes: cards.minutes })
    .from(cards)
    .where(and(eq(cards.planId, planId), eq(cards.pinned, true), gte(cards.date, from)));

/** A week that was looked at holds where it can; what comes later is laid out freely. */
const LOOKED_AT = 7;

/** What was on the next days when the plan was laid out before, and was not begun. */
async function daysBefore(db: Database, planId: string, from: string) {
  const tried = db.select({ id: attempts.id }).from(attempts).where(eq(attempts.cardId, cards.id));
  const rows = await db
    .select({ unit: cards.unit, date: cards.date })
    .from(cards)
    .where(
      and(
        eq(cards.planId, planId),
        gte(cards.date, from),
        lt(cards.date, addDays(from, LOOKED_AT)),
        notExists(tried),
      ),
    );
  const found = new Map<string, Set<string>>();
  for (const { unit, date } of rows) found.set(date, (found.get(date) ?? new Set()).add(unit));
  return found;
}

/** What makes a score hard for a hand at a tempo is found once. */
const difficult = new WeakMap<Score, Map<string, Promise<Difficulties>>>();

/** Of longer lines nobody waits for what their fingers cost. Notes. */
const LONGEST_FINGERED = 5000;

/** What its bars have of difficulties for a player, with what their fingers cost. */
async function difficulties(
  { heavy }: Studio,
  { plan, kind }: Open,
  record: InstrumentRecord | undefined,
  score: Score,
  form: Form,
): Promise<Difficulties> {
  const { octave, limbs } = instrument(kind);
  const reach = record?.["reach"];
  const on = { ...(octave ? { octave } : {}), ...(typeof reach === "number" ? { reach } : {}) };
  const found = difficultiesAt(score, plan.goalTempo, on);
  if (score.notes.length > LONGEST_FINGERED || score.paperHands) return found;
  const player = record ? { player: record as Player } : {};
  const costs = limbs
    .filter((limb) => limb.proposed && found[limb.id])
    .map(async ({ id: hand }) => {
      const asked = { hand, instrument: kind, form: againIn(form, hand), ...player };
      return [hand, await heavy.run("costsByBar", score, asked)] as const;
    });
  return bothOf(found, awkwardFingers(score, Object.fromEntries(await Promise.all(costs))));
}

/** How hard the bars are for this player, and which are practised alone. */
async function hardSpots(
  studio: Studio,
  open: Open,
  { player }: Student,
  score: Score,
  form: Form,
  log: readonly TriedRow[],
  lines: readonly Line[],
): Promise<Pick<How, "hard" | "spots">> {
  const { plan, kind } = open;
  const known = difficult.get(score) ?? new Map<string, Promise<Difficulties>>();
  difficult.set(score, known);
  const key = `${plan.goalTempo} ${kind} ${JSON.stringify(player[kind])}`;
  const asked = known.get(key) ?? difficulties(studio, open, player[kind], score, form);
  known.set(key, asked);
  const found = await asked.catch((error: unknown) => {
    // asked for again the next time
    known.delete(key);
    throw error;
  });
  const slips = slipShares(score, Object.keys(found), log, lines);
  return {
    hard: score.paperHands ? [] : hardBars(hardness(score, form, found, slips)),
    spots: [
      ...plan.added.flatMap(({ from, to }) =>
        Array.from({ length: to - from + 1 }, (_, i) => ({ bar: from + i, why: say`as asked` })),
      ),
      ...stuckSpots(score, log),
    ],
  };
}

/** What the teacher leaves out is nobody's forerunner. */
function without(units: readonly Unit[], dropped: readonly string[]): Unit[] {
  if (dropped.length === 0) return [...units];
  const gone = new Map(
    units.filter(({ key }) => dropped.includes(key)).map((one) => [one.key, one]),
  );
  // what rests on it rests on what it rested on
  const standsOn = (keys: readonly string[]): string[] =>
    keys.flatMap((key) => (gone.has(key) ? standsOn(gone.get(key)!.after) : [key]));
  return units
    .filter(({ key }) => !gone.has(key))
    .map((unit) => ({ ...unit, after: [...new Set(standsOn(unit.after))] }));
}

const lastOn = (plan: PlanRow, log: readonly AttemptRow[]): string =>
  localDate(log.at(-1)?.at ?? plan.createdAt);

/** Days of practice between the one it was last practised on and today; a fortnight is enough. */
function waited(practising: Practising, last: string, date: string): number {
  const days = Math.min(14, Math.max(0, daysBetween(last, date) - 1));
  return daysFrom(practising, addDays(date, -days), days).filter(({ minutes }) => minutes > 0)
    .length;
}

/** Of a cut only what is played is practised: sections end where a stretch does. */
export function onRoad(sections: readonly Section[], road: Road | null): Section[] {
  if (!road?.cuts.length) return [...sections];
  return sections.flatMap((section) =>
    road.cuts.flatMap((cut): Section[] => {
      const from = section.from.bar >= cut.from ? section.from : startOf(cut.from);
      const to = lastBarOf(section.to) <= cut.to ? section.to : startOf(cut.to + 1);
      return comparePlaces(from, to) < 0 ? [{ ...section, from, to }] : [];
    }),
  );
}

/** The days that plans are laid out over, from today. */
export function daysUntil(practising: Practising, date: string, readyBy: readonly string[]) {
  const ahead = Math.max(0, ...readyBy.map((day) => daysBetween(date, day) + 1));
  return daysFrom(practising, date, Math.min(FARTHEST, ahead) + KEPT_FOR);
}

/** Days with the minutes there are for pieces: what warms up comes before. */
export const daysFrom = (
  { minutesByWeekday, daysOff, warmUp, longest, shares }: Practising,
  first: string,
  count: number,
): DayToFill[] =>
  Array.from({ length: count }, (_, i) => {
    const date = addDays(first, i);
    const minutes = daysOff.includes(date) ? 0 : (minutesByWeekday[weekday(date)] ?? 0);
    return { date, minutes: Math.max(0, minutes - warmUp), longest, shares };
  });
