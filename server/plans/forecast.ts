import type { Forecast, ToForecast } from "@yarrow-ridge/core/practice";
import { barCount, earned, standing } from "@yarrow-ridge/core/practice";
import dayjs from "dayjs";
import { and, asc, eq, gte, inArray, sql } from "drizzle-orm";
import { addDays, daysBetween, localDate, today } from "../clock.ts";
import { attempts, cards, plans } from "../db/schema.ts";
import type { Database } from "../db/open.ts";
import type { Studio } from "../studio.ts";
import { daysFrom, layingOf, type Open } from "./laying.ts";
import { practisingOf, togetherWith } from "./layout.ts";
import { promotionsIn } from "./log.ts";
import type { PlanRow } from "./store.ts";

/** Days beyond the one it must be ready that are looked at. */
const LATER = 120;
/** What a student kept so many days ago says nothing of today. */
const LOOKED_BACK = 60;

/** What is being worked out, by the state of the plan: two that look at once wait for one. */
const going = new Map<string, Promise<Forecast | undefined>>();

/** When a plan's piece will be ready: worked out when somebody looks, kept until laid out anew. */
export async function forecastOf(studio: Studio, plan: PlanRow): Promise<Forecast | undefined> {
  if (plan.superseded) return undefined;
  if (plan.forecast) return plan.forecast;
  // the row's version changes with every layout; a forecast of an older one is not kept
  const [at] = await studio.db
    .select({ version: VERSION })
    .from(plans)
    .where(eq(plans.id, plan.id));
  const key = `${plan.id} ${at?.version ?? ""}`;
  const found = going.get(key) ?? made(studio, plan, at?.version ?? "");
  going.set(key, found);
  return found.finally(() => going.delete(key));
}

/** PostgreSQL counts the versions of a row. */
const VERSION = sql<string>`xmin::text`;

async function made(studio: Studio, plan: PlanRow, version: string): Promise<Forecast | undefined> {
  const all = await togetherWith(studio.db, plan);
  const open = all.find((one) => one.plan.id === plan.id);
  // what is kept or left comes to nothing more
  if (!open || open.said !== null || plan.readyBy < today(studio.clock)) return undefined;
  const input = await inputOf(studio, open, all);
  const found = await studio.heavy.run("forecast", input);
  await studio.db
    .update(plans)
    .set({ forecast: found })
    .where(and(eq(plans.id, plan.id), eq(VERSION, version)));
  return found;
}

async function inputOf(studio: Studio, open: Open, all: readonly Open[]): Promise<ToForecast> {
  const { db, clock } = studio;
  const { plan } = open;
  const student = await practisingOf(db, open.studentId);
  const { piece, form, hard, lines, log } = await layingOf(studio, open, student);
  const date = today(clock);
  const daysUntil = Math.max(0, daysBetween(date, plan.readyBy) + 1);
  const days = daysFrom(student, date, daysUntil + LATER);
  const taken = await minutesOfOthers(db, open, all, date);
  const known = earned(piece.units, promotionsIn(log), lines);
  const begun = piece.units.map((unit) => {
    const own = log.filter((one) => one.unit === unit.key);
    const raised = { ...unit, bars: barCount(unit), rule: plan.rule };
    const at = standing(raised, own, known.get(unit.key) ?? 0, date);
    return [unit.key, at.tries.map(({ result }) => result)] as const;
  });
  return {
    score: piece.score,
    units: piece.units,
    goal: piece.goal,
    earned: piece.earned,
    ...(piece.daysHad ? { daysHad: piece.daysHad } : {}),
    rule: plan.rule,
    form: { returns: form.returns },
    hard,
    // what takes only some notes of a line is a function, which goes no further
    lines: lines.map(({ id, name, limbs }) => ({ id, name, limbs })),
    log: log.map(({ unit, from, to, hands, bar, result, slips, day, tempo, promoted }) => ({
      ...{ unit, from, to, hands, bar, result, slips, day, tempo, promoted },
    })),
    begun: new Map(begun),
    today: date,
    minutes: days.map((day) => Math.max(0, day.minutes - (taken.get(day.date) ?? 0))),
    habits: { longest: student.longest, shares: student.shares },
    daysUntil,
    practised: practisedOn(
      daysFrom(student, addDays(date, -LOOKED_BACK), LOOKED_BACK).filter(
        (day) => day.minutes > 0 && day.date >= localDate(plan.createdAt),
      ),
      new Set(await daysWithTries(db, all, addDays(date, -LOOKED_BACK))),
    ),
  };
}

const practisedOn = (planned: readonly { date: string }[], kept: ReadonlySet<string>) => ({
  days: planned.filter(({ date }) => kept.has(date)).length,
  of: planned.length,
});

async function daysWithTries(db: Database, all: readonly Open[], since: string): Promise<string[]> {
  const rows = await db
    .select({ at: attempts.at })
    .from(attempts)
    .where(
      and(
        inArray(
          attempts.assignmentId,
          all.map(({ plan }) => plan.assignmentId),
        ),
        gte(attempts.at, dayjs(since).toDate()),
      ),
    );
  return rows.map(({ at }) => localDate(at));
}

/** Minutes of each day that the student's other pieces take. */
async function minutesOfOthers(
  db: Database,
  open: Open,
  all: readonly Open[],
  from: string,
): Promise<Map<string, number>> {
  const others = all.filter(({ plan }) => plan.id !== open.plan.id).map(({ plan }) => plan.id);
  if (others.length === 0) return new Map();
  const rows = await db
    .select({ date: cards.date, minutes: cards.minutes })
    .from(cards)
    .where(and(inArray(cards.planId, others), gte(cards.date, from)))
    .orderBy(asc(cards.date));
  const found = new Map<string, number>();
  for (const { date, minutes } of rows) found.set(date, (found.get(date) ?? 0) + minutes);
  return found;
}
