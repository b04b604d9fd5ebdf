import {
  demoPage,
  demoScore,
  demoStudio,
  type DemoSection,
  type DemoStudio,
} from "@yarrow-ridge/demo";
import { instrument, mainAspect } from "@yarrow-ridge/core/instruments";
import { barCount, daysToEarn, stepEarned, type CountedTry } from "@yarrow-ridge/core/practice";
import dayjs from "dayjs";
import { and, asc, eq, sql } from "drizzle-orm";
import { TABLES } from "./copies/tables.ts";
import { addDays, daysBetween, localDate, today } from "./clock.ts";
import {
  assignments,
  attempts,
  cards,
  lessons,
  noteMarks,
  pages,
  pieces,
  plans,
  remarks,
  sections,
  settings,
  students,
} from "./db/schema.ts";
import { bringScore } from "./pieces/bring.ts";
import { refreshHead } from "./pieces/marks.ts";
import { bringPaper } from "./pieces/paper.ts";
import { taskFor } from "./pieces/marksWork.ts";
import { knownPiece } from "./pieces/store.ts";
import { markRecord, TEACHER, writtenText } from "@yarrow-ridge/core/score";
import { insertMarks, rowOf } from "./pieces/written.ts";
import { layOutStudents } from "./plans/layout.ts";
import { triesIn } from "./plans/log.ts";
import { editHouse, type HouseRules } from "./plans/house.ts";
import { newId, type Studio } from "./studio.ts";

/** The settings key that says for which day the demo's dates hold. */
const DEMO_DATE = "demo-date";
/** Stands while it is filled: a studio that was left half filled is filled anew. */
const FILLING = "demo-filling";

/** Only of a studio that says of itself that it was being filled with made-up people. */
async function emptyStudio({ db }: Studio): Promise<void> {
  await db.transaction(async (tx) => {
    for (const table of Object.values(TABLES).reverse()) await tx.delete(table);
  });
}

/**
 * Puts the made-up studio into an empty database; in one that has it, moves its dates on to today,
 * so that there is always a lesson ahead, cards due and some days of practice behind.
 */
export async function fillDemo(studio: Studio, say: (line: string) => void): Promise<void> {
  const date = today(studio.clock);
  const [known] = await studio.db.select().from(settings).where(eq(settings.key, DEMO_DATE));
  if (known) await moveDates(studio, daysBetween(known.value, date));
  else {
    const [left] = await studio.db.select().from(settings).where(eq(settings.key, FILLING));
    if (left) await emptyStudio(studio);
    const [someone] = await studio.db.select({ id: students.id }).from(students).limit(1);
    const [something] = await studio.db.select({ id: pieces.id }).from(pieces).limit(1);
    if (someone || something) return;
    say("Filling the demo studio (once, some seconds) …");
    await studio.db.insert(settings).values({ key: FILLING, value: date }).onConflictDoNothing();
    const data = demoStudio();
    const [people, scores] = [await addStudents(studio, data), await addPieces(studio, data)];
    for (const one of data.paper) await addPaper(studio, one);
    await editHouse(studio.db, { houseRules: data.houseRules as HouseRules });
    for (const [key, id] of people) {
      const given = data.assignments.filter((one) => one.student === key);
      await addPractice(studio, id, given, scores);
      const told = data.lessons.filter((one) => one.student === key);
      if (told.length)
        await studio.db.insert(lessons).values(
          told.map(({ daysAgo, notes }) => ({
            ...{ id: newId(), studentId: id, notes },
            date: addDays(date, -daysAgo),
          })),
        );
    }
  }
  await studio.db
    .insert(settings)
    .values({ key: DEMO_DATE, value: date })
    .onConflictDoUpdate({ target: settings.key, set: { value: date } });
  await studio.db.delete(settings).where(eq(settings.key, FILLING));
}

async function moveDates({ db }: Studio, days: number): Promise<void> {
  if (days <= 0) return;
  await db.transaction(async (tx) => {
    await tx
      .update(attempts)
      .set({ at: sql`${attempts.at} + make_interval(days => ${days}::int)` });
    await tx
      .update(cards)
      .set({ date: sql`to_char(${cards.date}::date + ${days}::int, 'YYYY-MM-DD')` });
    await tx.update(plans).set({
      readyBy: sql`to_char(${plans.readyBy}::date + ${days}::int, 'YYYY-MM-DD')`,
      laidOutOn: null,
    });
    await tx
      .update(lessons)
      .set({ date: sql`to_char(${lessons.date}::date + ${days}::int, 'YYYY-MM-DD')` });
    for (const { id, dates } of await tx.select().from(plans))
      if (dates.length)
        await tx
          .update(plans)
          .set({ dates: dates.map((one) => ({ ...one, date: addDays(one.date, days) })) })
          .where(eq(plans.id, id));
    for (const { id, daysOff } of await tx.select().from(students))
      if (daysOff.length)
        await tx
          .update(students)
          .set({ daysOff: daysOff.map((date) => addDays(date, days)) })
          .where(eq(students.id, id));
  });
}

async function addStudents({ db }: Studio, data: DemoStudio): Promise<Map<string, string>> {
  const rows = data.students.map(({ key, reach, ...rest }) => ({
    key,
    row: { id: newId(), ...rest, ...(reach ? { player: { [rest.instrument]: { reach } } } : {}) },
  }));
  await db.insert(students).values(rows.map(({ row }) => row));
  return new Map(rows.map(({ key, row }) => [key, row.id]));
}

async function addPieces(studio: Studio, data: DemoStudio): Promise<Map<string, string>> {
  const ids = new Map<string, string>();
  for (const piece of data.pieces) {
    const { id } = await bringScore(studio, demoScore(piece.file), piece.instrument);
    ids.set(piece.key, id);
    await studio.db.insert(sections).values(piece.sections.map((one) => sectionRow(id, one)));
    const { score, form } = await knownPiece(studio, id);
    for (const { id: hand, proposed } of instrument(piece.instrument).limbs) {
      if (!proposed) continue;
      const { notes } = await studio.heavy.run(
        "propose",
        score,
        {
          ...{ hand, instrument: piece.instrument, form, school: { edition: true } },
          ...{ from: piece.fingered[0], to: piece.fingered[1] },
        },
        `${id} ${hand}`,
      );
      const written = notes.flatMap(({ id: noteId, finger, then, also }) =>
        Object.entries({
          [mainAspect(instrument(piece.instrument), hand)]:
            finger && writtenText(then ? { finger, then } : { finger }),
          // in the first position everybody knows the string
          string: also?.["position"] === "1" ? undefined : also?.["string"],
        }).flatMap(([aspect, value]) =>
          value ? [{ pieceId: id, layer: TEACHER, aspect, noteId, value }] : [],
        ),
      );
      await studio.db.insert(noteMarks).values(written);
    }
    const taken: string[] = [];
    for (const [stratum, all] of Object.entries(piece.told ?? {})) {
      const rows = all.map(([bar, offset, data]) =>
        rowOf(id, stratum, { id: newId(), layer: TEACHER, from: { bar, offset }, data }),
      );
      await insertMarks(studio.db, rows);
      taken.push(stratum);
      await studio.db.update(pieces).set({ taken }).where(eq(pieces.id, id));
    }
    // what is told is counted in what is worked out
    for (const [stratum, [from, to]] of Object.entries(piece.marks ?? {})) {
      const { task } = await taskFor(studio, id, stratum, "propose", { from, to });
      const { marks } = await studio.heavy.run(
        ...(["proposeMarks", piece.instrument, stratum, task] as const),
      );
      await insertMarks(
        studio.db,
        marks.map(({ from: place, data }) =>
          rowOf(id, stratum, markRecord({ id: newId(), layer: TEACHER, from: place, data })),
        ),
      );
      taken.push(stratum);
      await studio.db.update(pieces).set({ taken }).where(eq(pieces.id, id));
    }
    if (piece.climax)
      await studio.db
        .update(pieces)
        .set({ climax: { bar: piece.climax[0], offset: piece.climax[1] } })
        .where(eq(pieces.id, id));
    if (piece.shape)
      await studio.db.update(pieces).set({ shape: piece.shape }).where(eq(pieces.id, id));
    if (piece.remarks)
      await studio.db.insert(remarks).values(
        piece.remarks.map(([bar, offset, text]) => ({
          id: newId(),
          pieceId: id,
          bar,
          offset,
          text,
        })),
      );
    if (piece.pedal) {
      const rows = piece.pedal.map(([bar, offset, kind]) =>
        rowOf(id, "pedal", {
          id: newId(),
          layer: TEACHER,
          from: { bar, offset },
          data: { kind },
        }),
      );
      await insertMarks(studio.db, rows);
      await studio.db
        .update(pieces)
        .set({ taken: ["pedal"] })
        .where(eq(pieces.id, id));
    }
  }
  return ids;
}

async function addPaper(
  studio: Studio,
  { title, composer, instrument, paper, sections: named, page }: DemoStudio["paper"][number],
): Promise<void> {
  const { id } = await bringPaper(studio, title, composer, instrument, paper);
  await studio.db.insert(sections).values(named.map((one) => sectionRow(id, one)));
  await studio.db.insert(pages).values({
    id: newId(),
    pieceId: id,
    position: 0,
    name: title,
    mime: "image/png",
    width: page.width,
    height: page.height,
    picture: demoPage(page.file),
    marks: page.marks.map(([bar, x, y, width, height]) => ({ bar, x, y, width, height })),
  });
  await refreshHead(studio, id);
}

const sectionRow = (pieceId: string, { name, words, about = {}, from, to }: DemoSection) => ({
  id: newId(),
  pieceId,
  name,
  words,
  about,
  fromBar: from,
  fromOffset: "0",
  toBar: to,
  toOffset: "0",
});

type DemoAssignment = DemoStudio["assignments"][number];
interface Given {
  readonly demo: DemoAssignment;
  readonly assignmentId: string;
  readonly planId: string;
}

/** What a student was given, with plans, practised day by day as it would have been. */
async function addPractice(
  studio: Studio,
  studentId: string,
  all: readonly DemoAssignment[],
  pieceIds: ReadonlyMap<string, string>,
): Promise<void> {
  const { db } = studio;
  const now = today(studio.clock);
  const begun: Given[] = [];
  const turns = new Map<Given, number>();
  for (let ago = Math.max(0, ...all.map((one) => one.daysBehind)); ago > 0; ago--) {
    const at = dayjs(`${addDays(now, -ago)}T17:00`);
    for (const demo of all)
      if (demo.daysBehind === ago)
        begun.push(await give(studio, studentId, pieceIds.get(demo.piece)!, demo, at.toDate()));
    await layOutStudents({ ...studio, clock: { now: () => at.toDate() } }, [studentId]);
    for (const given of begun) {
      if (given.demo.skips.includes(given.demo.daysBehind - ago)) continue;
      const ofDay = await db
        .select()
        .from(cards)
        .where(and(eq(cards.planId, given.planId), eq(cards.date, at.format("YYYY-MM-DD"))))
        .orderBy(asc(cards.position));
      for (const card of ofDay)
        turns.set(given, await practise(studio, card, given, at, turns.get(given) ?? 0));
    }
  }
  for (const demo of all)
    if (demo.daysBehind === 0)
      await give(studio, studentId, pieceIds.get(demo.piece)!, demo, studio.clock.now());
  await layOutStudents(studio, [studentId]);
}

async function give(
  { db, clock }: Studio,
  studentId: string,
  pieceId: string,
  demo: DemoAssignment,
  createdAt: Date,
): Promise<Given> {
  const [assignmentId, planId] = [newId(), newId()];
  await db.insert(assignments).values({ id: assignmentId, studentId, pieceId });
  await db.insert(plans).values({
    ...{ id: planId, assignmentId, createdAt },
    goalTempo: demo.goalTempo,
    readyBy: addDays(today(clock), demo.readyInDays),
    rule: demo.rule,
  });
  return { demo, assignmentId, planId };
}

/**
 * As many steps as fit the card's minutes, each with the slips the demo gives it. Returns where the
 * list of slips stands.
 */
async function practise(
  { db }: Studio,
  card: typeof cards.$inferSelect,
  { demo, assignmentId }: Given,
  at: dayjs.Dayjs,
  turn: number,
): Promise<number> {
  const bars = barCount({ from: card.fromBar, to: card.toBar, played: card.played });
  const steps = card.steps
    .filter((step) => step >= card.tempo)
    .slice(0, Math.max(1, Math.round(card.minutes / 4)));
  const before = await db
    .select()
    .from(attempts)
    .where(and(eq(attempts.assignmentId, assignmentId), eq(attempts.unit, card.unit)))
    .orderBy(asc(attempts.position));
  const day = localDate(at.toDate());
  const rows: (typeof attempts.$inferInsert)[] = [];
  for (const tempo of steps) {
    const isLast = tempo === card.steps.at(-1);
    const step = { kind: card.kind, bars, rule: demo.rule, isLast };
    // what is to be earned on several days goes on from those before
    const tries: CountedTry[] =
      isLast && daysToEarn(card.kind) > 1
        ? triesIn(before.filter((row) => row.tempo === tempo))
        : [];
    const slips = demo.slips[turn++ % demo.slips.length]!;
    let [promoted, missing] = [false, 1];
    for (let i = 0; missing > 0; i++) {
      const result = i < slips ? "slip" : "clean";
      tries.push({ result, day });
      ({ met: promoted, missing } = stepEarned(step, tries, day));
      rows.push({
        id: newId(),
        cardId: card.id,
        assignmentId,
        unit: card.unit,
        fromBar: card.fromBar,
        toBar: card.toBar,
        hands: card.hands,
        tempo,
        result,
        // where it went wrong is the way out of the stretch
        bar: result === "slip" ? card.toBar : null,
        promoted: promoted && missing === 0,
        at: at
          .add(card.position * 6, "minute")
          .add(rows.length * 20, "second")
          .toDate(),
      });
    }
    if (!promoted) break;
  }
  await db.insert(attempts).values(rows);
  return turn;
}
