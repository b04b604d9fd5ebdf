import { instrument, linesOf } from "@yarrow-ridge/core/instruments";
import { barCount, earned, earns, standing } from "@yarrow-ridge/core/practice";
import { beatSign } from "@yarrow-ridge/core/score";
import { and, asc, eq, gte, inArray, isNotNull, isNull, lte, ne, or, sql } from "drizzle-orm";
import { addDays, localDate, nextLesson, today } from "../clock.ts";
import { assignments, attempts, cards, pieces, plans, students } from "../db/schema.ts";
import type { Database } from "../db/open.ts";
import { notFound, ProblemError } from "../http/problems.ts";
import type { Handlers } from "../http/serve.ts";
import { knownPiece, sectionsOf } from "../pieces/store.ts";
import { layOutStudents, markStale } from "../plans/layout.ts";
import { promotionsIn, triesIn, type AttemptRow } from "../plans/log.ts";
import { answerCard, barsText, statuses, type CardRow, type PlanRow } from "../plans/store.ts";
import { newId, type Studio } from "../studio.ts";
import { editHouse, houseRulesOf, thresholdsOf } from "./house.ts";

type Made = Pick<
  Handlers,
  "dueCards" | "card" | "addAttempt" | "removeAttempt" | "studio" | "editStudio"
>;

interface Opened {
  card: CardRow;
  plan: PlanRow;
  studentId: string;
  studentName: string;
  layer: string;
  pieceId: string;
  pieceTitle: string;
  instrument: string;
}

async function openCard(db: Database, id: string): Promise<Opened> {
  const [row] = await db
    .select({
      card: cards,
      plan: plans,
      layer: assignments.layer,
      studentId: students.id,
      studentName: students.name,
      pieceId: pieces.id,
      pieceTitle: pieces.title,
      instrument: pieces.instrument,
    })
    .from(cards)
    .innerJoin(plans, eq(plans.id, cards.planId))
    .innerJoin(assignments, eq(assignments.id, plans.assignmentId))
    .innerJoin(students, eq(students.id, assignments.studentId))
    .innerJoin(pieces, eq(pieces.id, assignments.pieceId))
    .where(eq(cards.id, id));
  if (!row) throw notFound("card");
  return row;
}

/** Older tries than this were not made on this card. */
const OLDEST = 90 * 86_400_000;

/** When a try was made: what its sender says, where a clock can say so. */
function triedAt(now: Date, said: string | undefined): Date {
  const at = said === undefined ? now : new Date(said);
  return at > now || at.getTime() < now.getTime() - OLDEST ? now : at;
}

const barsIn = ({ fromBar: from, toBar: to, played }: CardRow): number =>
  barCount({ from, to, played });

/** The tries of a unit, and the steps earned on stretches that hold its bars, in order. */
const logOf = (db: Pick<Database, "select">, assignmentId: string, unit: UnitColumns) =>
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
function standingOf(
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

export function practiceHandlers(studio: Studio): Made {
  const { db, clock } = studio;

  /** Plans that are being worked on, over the studio or by one student. */
  const inForce = (studentId?: string) =>
    and(
      eq(plans.superseded, false),
      eq(assignments.archived, false),
      // what was left as it is is not worked on
      sql`${assignments.said} is distinct from 'ended'`,
      eq(students.archived, false),
      eq(pieces.archived, false),
      studentId ? eq(students.id, studentId) : undefined,
    );

  /**
   * Cards of a day over all plans in force, or those of one student, in the order they are to be
   * practised.
   */
  const cardsOn = async (date: string, studentId?: string) => {
    return db
      .select({
        card: cards,
        assignmentId: assignments.id,
        studentId: students.id,
        studentName: students.name,
        pieceId: pieces.id,
        pieceTitle: pieces.title,
      })
      .from(cards)
      .innerJoin(plans, eq(plans.id, cards.planId))
      .innerJoin(assignments, eq(assignments.id, plans.assignmentId))
      .innerJoin(students, eq(students.id, assignments.studentId))
      .innerJoin(pieces, eq(pieces.id, assignments.pieceId))
      .where(and(inForce(studentId), eq(cards.date, date)))
      .orderBy(asc(students.name), asc(plans.readyBy), asc(plans.id), asc(cards.position));
  };

  /** Lays out anew what has moved on since it was last laid out. */
  const refresh = async (studentId?: string) => {
    const moved = await db
      .selectDistinct({ id: students.id })
      .from(plans)
      .innerJoin(assignments, eq(assignments.id, plans.assignmentId))
      .innerJoin(students, eq(students.id, assignments.studentId))
      .innerJoin(pieces, eq(pieces.id, assignments.pieceId))
      .where(
        and(
          inForce(studentId),
          or(plans.stale, isNull(plans.laidOutOn), ne(plans.laidOutOn, today(clock))),
        ),
      );
    await layOutStudents(
      studio,
      moved.map(({ id }) => id),
    );
  };

  const due = async (date: string, studentId?: string) => {
    await refresh(studentId);
    const rows = await cardsOn(date, studentId);
    const status = await statuses(
      db,
      rows.map(({ card }) => card),
    );
    return Promise.all(
      rows.map(async ({ card, pieceId, ...rest }) => {
        const { score } = await knownPiece(studio, pieceId);
        return {
          id: card.id,
          assignmentId: rest.assignmentId,
          pieceTitle: rest.pieceTitle,
          studentId: rest.studentId,
          studentName: rest.studentName,
          bars: barsText(score, card.fromBar, card.toBar),
          hands: card.hands,
          tempo: card.tempo,
          beat: beatSign(score.bars[card.fromBar]!),
          minutes: card.minutes,
          section: card.section,
          status: status.get(card.id)!,
        };
      }),
    );
  };

  /**
   * Each day's practice over the studio, and the pieces that are to be ready; to be asked once the
   * plans are up to date.
   */
  const week = async (first: string) => {
    const dates = Array.from({ length: 7 }, (_, i) => addDays(first, i));
    const who = {
      assignmentId: assignments.id,
      studentId: students.id,
      studentName: students.name,
      pieceTitle: pieces.title,
    };
    const practice = await db
      .select({
        ...who,
        date: cards.date,
        cards: sql<number>`count(*)::int`,
        minutes: sql<number>`sum(${cards.minutes})::int`,
      })
      .from(cards)
      .innerJoin(plans, eq(plans.id, cards.planId))
      .innerJoin(assignments, eq(assignments.id, plans.assignmentId))
      .innerJoin(students, eq(students.id, assignments.studentId))
      .innerJoin(pieces, eq(pieces.id, assignments.pieceId))
      .where(and(inForce(), inArray(cards.date, dates)))
      .groupBy(assignments.id, students.id, students.name, pieces.title, cards.date)
      .orderBy(asc(students.name), asc(pieces.title));
    const ready = await db
      .select({ ...who, date: plans.readyBy })
      .from(plans)
      .innerJoin(assignments, eq(assignments.id, plans.assignmentId))
      .innerJoin(students, eq(students.id, assignments.studentId))
      .innerJoin(pieces, eq(pieces.id, assignments.pieceId))
      .where(and(inForce(), inArray(plans.readyBy, dates)))
      .orderBy(asc(students.name));
    return dates.map((date) => ({
      date,
      practice: practice.filter((row) => row.date === date).map(({ date: _, ...row }) => row),
      ready: ready
        .filter((row) => row.date === date)
        .map(({ assignmentId, studentName, pieceTitle }) => ({
          assignmentId,
          studentName,
          pieceTitle,
        })),
    }));
  };

  const state = async (opened: Opened) => {
    const { card, plan, pieceId } = opened;
    const { score } = await knownPiece(studio, pieceId);
    const log = await logOf(db, plan.assignmentId, card);
    const { secure, step, tries, missing, days, daysNeeded, finished, sentBack, own } = standingOf(
      opened,
      log,
      today(clock),
    );
    const status = (await statuses(db, [card])).get(card.id)!;
    const ofDay = await cardsOn(card.date, opened.studentId);
    const after = ofDay.slice(ofDay.findIndex((other) => other.card.id === card.id) + 1);
    const named = (await sectionsOf(db, pieceId)).find(
      (section) => section.name === card.section && section.from.bar <= card.fromBar,
    );
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
      goalTempo: plan.goalTempo,
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
    };
  };

  return {
    dueCards: async ({ query }) => {
      const date = query.date ?? today(clock);
      return { date, items: await due(date, query.studentId) };
    },

    card: async ({ param }) => state(await openCard(db, param("id"))),

    addAttempt: async ({ body }) => {
      const opened = await openCard(db, body.cardId);
      const { card, plan } = opened;
      const id = body.id ?? newId();
      const at = triedAt(clock.now(), body.at);
      if (
        body.bar !== undefined &&
        body.bar !== null &&
        !(card.played?.includes(body.bar) ?? (body.bar >= card.fromBar && body.bar <= card.toBar))
      ) {
        throw new ProblemError(400, "The bar of the slip lies outside this card.", "bar");
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
      return { id: made.id, promoted: made.promoted, card: await state(opened) };
    },

    removeAttempt: async ({ param }) => {
      const [row] = await db
        .select()
        .from(attempts)
        .where(eq(attempts.id, param("id")));
      if (!row) throw notFound("try");
      await db.transaction(async (tx) => {
        const own = (await logOf(tx, row.assignmentId, row)).filter(
          ({ unit }) => unit === row.unit,
        );
        if (own.at(-1)?.id !== row.id)
          throw new ProblemError(409, "Only the newest try on these bars can be taken back.");
        await tx.delete(attempts).where(eq(attempts.id, row.id));
        // it may have earned a step, or have been the slip that sent it back
        await markStale({ db: tx }, row.assignmentId);
      });
      return state(await openCard(db, row.cardId));
    },

    editStudio: ({ body }) => editHouse(db, body),

    studio: async () => {
      const date = today(clock);
      const coming = await db
        .select({
          id: students.id,
          name: students.name,
          lessonWeekday: students.lessonWeekday,
          lessonTime: students.lessonTime,
        })
        .from(students)
        .where(and(eq(students.archived, false), isNotNull(students.lessonWeekday)));
      const lessons = coming
        .flatMap((student) => {
          const at = nextLesson(clock, student.lessonWeekday, student.lessonTime);
          return at ? [{ studentId: student.id, studentName: student.name, at }] : [];
        })
        .sort((a, b) => a.at.localeCompare(b.at));
      return {
        name: studio.name,
        demo: studio.demo,
        stages: await thresholdsOf(db),
        houseRules: await houseRulesOf(db),
        today: date,
        pieces: await db.$count(pieces, eq(pieces.archived, false)),
        students: await db.$count(students, eq(students.archived, false)),
        lessons,
        due: await due(date),
        week: await week(date),
      };
    },
  };
}
