import { say } from "@yarrow-ridge/core/words";
import type { Body, StudentAnswer } from "@yarrow-ridge/contract";
import {
  instrument,
  instruments,
  type InstrumentRecord,
  USUAL_INSTRUMENT,
} from "@yarrow-ridge/core/instruments";
import { and, asc, desc, eq, ilike, sql } from "drizzle-orm";
import dayjs from "dayjs";
import { nextLesson, today, weekday, type Clock } from "../clock.ts";
import { students } from "../db/schema.ts";
import { notFound, ProblemError } from "../http/problems.ts";
import { unlessMoved } from "../http/was.ts";
import { checkedRecord } from "../http/records.ts";
import type { Handlers } from "../http/serve.ts";
import { layAnew } from "../plans/layout.ts";
import { like, newId, PAGE_SIZE, type Studio } from "../studio.ts";

type Made = Pick<Handlers, "listStudents" | "addStudent" | "student" | "editStudent">;

type StudentRow = typeof students.$inferSelect;
type Known = Pick<StudentRow, "instrument" | "player">;

/** The keyboard whose record the fields of before are in: the student's own, or the piano's. */
const keyboardIn = (kind: string): string => (instrument(kind).octave ? kind : USUAL_INSTRUMENT);

/** `reach` and `hand`, as they were asked for before each instrument had a record of its own. */
function keyboardOf({ instrument: kind, player }: Known) {
  const record = player[keyboardIn(kind)] ?? {};
  const hand = Object.fromEntries(
    ["pairs", "octave", "level"].flatMap((key) =>
      record[key] === undefined ? [] : [[key, record[key]] as const],
    ),
  ) as NonNullable<StudentAnswer["hand"]>;
  return {
    reach: (record.reach as number | undefined) ?? null,
    hand: Object.keys(hand).length ? hand : null,
  };
}

/** The records after an edit. @throws ProblemError when one is not what its instrument asks for */
function playerAfter(
  { instrument: kind, player }: Known,
  edit: { [K in "reach" | "hand" | "player"]: Body<"editStudent">[K] | undefined },
): StudentRow["player"] {
  const after: Record<string, InstrumentRecord> = { ...player };
  for (const [id, record] of Object.entries(edit.player ?? {})) {
    if (!instruments.some((one) => one.id === id))
      throw new ProblemError(400, say`There is no instrument called ${id}.`, "player");
    after[id] = checkedRecord(id, "player", record);
  }
  if (edit.reach === undefined && edit.hand === undefined) return after;
  const keys = keyboardIn(kind);
  const { pairs, octave, level, ...rest } = { ...after[keys] };
  const next = {
    ...rest,
    ...(edit.hand === undefined ? { pairs, octave, level } : edit.hand),
    ...(edit.reach === undefined ? {} : { reach: edit.reach }),
  };
  return { ...after, [keys]: checkedRecord(keys, "player", next) };
}

/** Who comes next stands first; students without a lesson time come last. */
function byLesson(clock: Clock) {
  const day = weekday(today(clock));
  const time = dayjs(clock.now()).format("HH:mm");
  const { lessonWeekday: at, lessonTime: begins } = students;
  return [
    asc(
      sql`(${at} - ${day}::int + 7) % 7 + case
        when ${begins} is null then null
        when ${at} = ${day}::int and ${begins} < ${time} then 7
        else 0 end`,
    ),
    asc(begins),
    asc(students.name),
  ];
}

export function studentHandlers(studio: Studio): Made {
  const { db, clock } = studio;
  const answer = (row: StudentRow) => ({
    ...row,
    ...keyboardOf(row),
    createdAt: row.createdAt.toISOString(),
    nextLesson: nextLesson(clock, row.lessonWeekday, row.lessonTime) ?? null,
  });
  const sorts = {
    name: () => [asc(students.name)],
    newest: () => [desc(students.createdAt)],
    lesson: () => byLesson(clock),
  };
  const find = async (id: string) => {
    const [row] = await db.select().from(students).where(eq(students.id, id));
    if (!row) throw notFound("student");
    return row;
  };
  return {
    listStudents: async ({ query }) => {
      const page = Number(query.page ?? 1);
      const where = and(
        eq(students.archived, query.archived === "true"),
        query.q?.trim() ? ilike(students.name, like(query.q)) : undefined,
      );
      const rows = await db
        .select()
        .from(students)
        .where(where)
        .orderBy(...(sorts[query.sort as keyof typeof sorts] ?? sorts.name)(), asc(students.id))
        .limit(PAGE_SIZE)
        .offset((page - 1) * PAGE_SIZE);
      const [all] = await db
        .select({ total: sql<number>`count(*)::int` })
        .from(students)
        .where(where);
      return { items: rows.map(answer), total: all?.total ?? 0, page, pageSize: PAGE_SIZE };
    },
    addStudent: async ({ body }) => {
      const { id = newId(), reach, hand, player, ...rest } = body;
      const known = { instrument: rest.instrument ?? USUAL_INSTRUMENT, player: {} };
      const [row] = await db
        .insert(students)
        .values({
          id,
          ...rest,
          name: body.name.trim(),
          player: playerAfter(known, { reach, hand, player }),
        })
        .onConflictDoNothing()
        .returning();
      return answer(row ?? (await find(id)));
    },
    student: async ({ param }) => answer(await find(param("id"))),
    editStudent: async ({ param, body }) => {
      const before = await find(param("id"));
      const { name, reach, hand, player, was, ...rest } = body;
      unlessMoved({ ...before, ...keyboardOf(before) }, body, was);
      const known = { ...before, instrument: rest.instrument ?? before.instrument };
      const after = playerAfter(known, { reach, hand, player });
      if (Object.keys(body).length)
        await db
          .update(students)
          .set({ ...rest, player: after, ...(name === undefined ? {} : { name: name.trim() }) })
          .where(eq(students.id, param("id")));
      const when = ["minutesByWeekday", "daysOff", "warmUp", "longest", "shares"] as const;
      if (when.some((key) => rest[key] !== undefined)) await layAnew(studio, param("id"));
      return answer(await find(param("id")));
    },
  };
}
