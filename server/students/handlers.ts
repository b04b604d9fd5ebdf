import { and, asc, desc, eq, ilike, sql } from "drizzle-orm";
import dayjs from "dayjs";
import { nextLesson, today, weekday, type Clock } from "../clock.ts";
import { students } from "../db/schema.ts";
import { notFound } from "../http/problems.ts";
import type { Handlers } from "../http/serve.ts";
import { like, newId, PAGE_SIZE, type Studio } from "../studio.ts";

type Made = Pick<Handlers, "listStudents" | "addStudent" | "student" | "editStudent">;

/** Who comes next stands first; students without a lesson time come last. */
function byLesson(clock: Clock) {
  const day = weekday(today(clock));
  const time = dayjs(clock.now()).format("HH:mm");
  const { lessonWeekday: at, lessonTime: begins } = students;
  return [
    asc(
      sql`(${at} - ${day}::int + 7) % 7 + case when ${begins} is null then null when ${at} = ${day}::int and ${begins} < ${time} then 7 else 0 end`,
    ),
    asc(begins),
    asc(students.name),
  ];
}

export function studentHandlers(studio: Studio): Made {
  const { db, clock } = studio;
  const answer = (row: typeof students.$inferSelect) => ({
    ...row,
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
      const [row] = await db
        .insert(students)
        .values({ id: newId(), ...body, name: body.name.trim() })
        .returning();
      return answer(row!);
    },
    student: async ({ param }) => answer(await find(param("id"))),
    editStudent: async ({ param, body }) => {
      await find(param("id"));
      const { name, ...rest } = body;
      if (Object.keys(body).length)
        await db
          .update(students)
          .set({ ...rest, ...(name === undefined ? {} : { name: name.trim() }) })
          .where(eq(students.id, param("id")));
      return answer(await find(param("id")));
    },
  };
}
