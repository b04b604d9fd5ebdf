import { say } from "@yarrow-ridge/core/words";
import type { Body } from "@yarrow-ridge/contract";
import { schoolsOf } from "@yarrow-ridge/core/practice";
import { and, eq, exists, gt, inArray, or } from "drizzle-orm";
import { daysBetween, today } from "../clock.ts";
import { assignments, attempts, cards, plans, students } from "../db/schema.ts";
import type { Database } from "../db/open.ts";
import { notFound, ProblemError } from "../http/problems.ts";
import { BEATS, beatLength, toNumber } from "@yarrow-ridge/core/score";
import { knownPiece, sectionsOf } from "../pieces/store.ts";
import { houseRulesOf } from "./house.ts";
import { newId, type Studio } from "../studio.ts";
import { checkFirst, checkGoals, chooseFrom } from "./chosen.ts";
import { FARTHEST } from "./laying.ts";
import { layAnew } from "./layout.ts";
import { changedFields, nextRevision, unlessStale } from "./revision.ts";
import type { PlanRow } from "./store.ts";

type Several = Extract<Body<"addPlan">, { pieces: unknown }>;
/** What a plan of one piece is made from. */
type Wanted = Several["pieces"][number] & {
  readonly readyBy?: string;
  /** The revision of the plan before that its sender saw. */
  readonly seen?: number | undefined;
};

/** The first day on which it is played to somebody; without one the last lesson. */
function readyByOf({ readyBy, dates }: Wanted): string {
  if (readyBy !== undefined) return readyBy;
  const sorted = [...dates].sort((a, b) => a.date.localeCompare(b.date));
  const day = sorted.find(({ kind }) => kind !== "lesson") ?? sorted.at(-1);
  if (!day)
    throw new ProblemError(
      400,
      say`Say at least one day for each piece: lesson, exam or concert.`,
      "dates",
    );
  return day.date;
}

/**
 * Makes plans of a student's pieces, all or none; each takes the place of the one before.
 *
 * @throws ProblemError when a day is past or too far, or a section or an assignment is not there
 */
export async function makePlans(
  studio: Studio,
  { studentId, pieces: asked, template, ...when }: Omit<Several, "pieces"> & { pieces: Wanted[] },
): Promise<PlanRow[]> {
  const { db } = studio;
  const given = asked.map(({ assignmentId }) => assignmentId);
  if (new Set(given).size < given.length)
    throw new ProblemError(400, say`The same piece is there twice.`, "pieces");
  const own = await db.select().from(assignments).where(eq(assignments.studentId, studentId));
  const known = new Map(own.map((row) => [row.id, row]));
  for (const id of given) if (!known.has(id)) throw notFound(say`assignment of this student`);
  const house = template === undefined ? {} : await houseRule(db, template);
  const pieces: Wanted[] = [];
  for (const one of asked) {
    const goalTempo = await inOwnBeats(studio, known.get(one.assignmentId)!.pieceId, one);
    pieces.push({ ...house, ...one, goalTempo });
  }
  return db.transaction(async (tx) => {
    // plans of one student are made one after the other
    const [student] = await tx
      .select()
      .from(students)
      .where(eq(students.id, studentId))
      .for("update");
    if (!student) throw notFound("student");
    const ids = pieces.flatMap(({ id }) => (id === undefined ? [] : [id]));
    const sent = ids.length ? await tx.select().from(plans).where(inArray(plans.id, ids)) : [];
    if (sent.length === pieces.length) return sent;
    const made: PlanRow[] = [];
    for (const one of pieces)
      made.push(await makeOne(studio, tx, known.get(one.assignmentId)!.pieceId, one));
    if (Object.keys(when).length)
      await tx.update(students).set(when).where(eq(students.id, studentId));
    await layAnew({ db: tx }, studentId);
    return made;
  });
}

/**
 * Performance tempo in beats of the piece's metre.
 *
 * @throws ProblemError where those are too many or too few
 */
async function inOwnBeats(studio: Studio, pieceId: string, { goalTempo, beat }: Wanted) {
  if (beat === undefined) return goalTempo;
  const { score } = await knownPiece(studio, pieceId);
  const [first] = score.bars;
  const tempo = (goalTempo * BEATS[beat]) / toNumber(beatLength(first!));
  if (tempo < 10 || tempo > 400)
    throw new ProblemError(
      400,
      say`${goalTempo} ${beat}s a minute are ${tempo} beats of this piece. Choose 10 to 400 of
        those.`,
      "goalTempo",
    );
  return tempo;
}

/** What house rules say. @throws ProblemError where there are none of that name */
async function houseRule(db: Database, template: string) {
  const named = (await houseRulesOf(db)).find(({ name }) => name === template);
  if (!named) throw new ProblemError(400, say`There are no house rules "${template}".`, "template");
  return { rule: named.rule, ...schoolsOf(named) };
}

/** @throws ProblemError for a day that is past or too far ahead */
export function checkDay(studio: Studio, readyBy: string): void {
  const ahead = daysBetween(today(studio.clock), readyBy);
  if (ahead < 0)
    throw new ProblemError(
      400,
      say`The day it must be ready, ${readyBy}, has passed. Choose today or a later day.`,
      "readyBy",
    );
  if (ahead > FARTHEST)
    throw new ProblemError(
      400,
      say`The day it must be ready lies more than two years ahead. Choose an earlier one.`,
      "readyBy",
    );
}

async function makeOne(
  studio: Studio,
  tx: Database,
  pieceId: string,
  wanted: Wanted,
): Promise<PlanRow> {
  const readyBy = readyByOf(wanted);
  checkDay(studio, readyBy);
  const { id, assignmentId, goalTempo, dates, rule } = wanted;
  const [before] = await tx
    .select()
    .from(plans)
    .where(and(eq(plans.assignmentId, assignmentId), eq(plans.superseded, false)));
  if (before) await unlessStale(tx, before, wanted, wanted.seen);
  const sections = wanted.sections?.length ? wanted.sections : null;
  const there = await sectionsOf(tx, pieceId);
  const chosen = sections && chooseFrom(sections, there, before);
  checkGoals(wanted.goals, there);
  const firstTempo =
    wanted.firstTempo === undefined ? (before?.firstTempo ?? null) : wanted.firstTempo;
  checkFirst(firstTempo, goalTempo);
  await tx.update(plans).set({ superseded: true }).where(eq(plans.assignmentId, assignmentId));
  const [made] = await tx
    .insert(plans)
    .values({
      id: id ?? newId(),
      createdAt: studio.clock.now(),
      ...{ assignmentId, goalTempo, readyBy, dates },
      rule: rule ?? before?.rule ?? "three-to-one",
      // where nobody says, as the plan before; the table has what is usual
      ...schoolsOf({ ...(before && schoolsOf(before)), ...wanted }),
      // what the teacher added and left out stays
      ...{ added: before?.added, dropped: before?.dropped },
      ...{ sections, chosen },
      goals: wanted.goals ?? before?.goals,
      firstTempo,
    })
    .returning();
  if (!before) return made!;
  // and so does what was put on a day to come, and what was begun today
  await takeOver(studio, tx, before.id, made!.id);
  const [counted] = await tx
    .update(plans)
    .set(nextRevision(before, changedFields(before, made!)))
    .where(eq(plans.id, made!.id))
    .returning();
  return counted!;
}

async function takeOver({ clock }: Studio, tx: Database, from: string, to: string): Promise<void> {
  const date = today(clock);
  const tried = tx.select({ id: attempts.id }).from(attempts).where(eq(attempts.cardId, cards.id));
  await tx
    .update(cards)
    .set({ planId: to })
    .where(
      and(
        eq(cards.planId, from),
        or(
          and(eq(cards.pinned, true), gt(cards.date, date)),
          and(eq(cards.date, date), exists(tried)),
        ),
      ),
    );
}
