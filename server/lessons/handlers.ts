import { say } from "@yarrow-ridge/core/words";
import { and, desc, eq, ne } from "drizzle-orm";
import { addDays, today, weekday } from "../clock.ts";
import { lessons, students } from "../db/schema.ts";
import type { Database } from "../db/open.ts";
import { notFound, ProblemError } from "../http/problems.ts";
import { unlessMoved } from "../http/was.ts";
import type { Handlers } from "../http/serve.ts";
import { openPlans } from "../plans/laying.ts";
import { upToDate } from "../plans/layout.ts";
import type { Studio } from "../studio.ts";
import { nextAssignment } from "./next.ts";
import { reportOf } from "./report.ts";

type Made = Pick<Handlers, "lesson" | "putLesson">;

/** Earlier lessons that are shown. */
const BEFORE = 20;
/** A lesson so long ago is not looked back to by itself. */
const LONGEST = 60;

async function studentOf(db: Database, id: string) {
  const [row] = await db.select().from(students).where(eq(students.id, id));
  if (!row) throw notFound("student");
  return row;
}

/** The day of the last lesson: that of the last notes, else by its weekday, else a week ago. */
function lastLesson(date: string, lessonWeekday: number | null, noted: string | undefined): string {
  if (noted !== undefined && noted >= addDays(date, -LONGEST)) return noted;
  if (lessonWeekday === null) return addDays(date, -7);
  return addDays(date, -((weekday(date) - lessonWeekday + 7) % 7 || 7));
}

const answer = ({ id, date, notes }: typeof lessons.$inferSelect) => ({ id, date, notes });

export function lessonHandlers(studio: Studio): Made {
  const { db, clock } = studio;
  return {
    lesson: async ({ param, query }) => {
      const student = await studentOf(db, param("id"));
      const date = today(clock);
      if (query.since !== undefined && query.since > date)
        throw new ProblemError(400, say`The last lesson cannot lie ahead.`, "since");
      const noted = await db
        .select()
        .from(lessons)
        .where(and(eq(lessons.studentId, student.id), ne(lessons.notes, "")))
        .orderBy(desc(lessons.date), desc(lessons.createdAt));
      const before = noted.filter((one) => one.date < date);
      const own = noted.find((one) => one.date === date);
      const since = query.since ?? lastLesson(date, student.lessonWeekday, before[0]?.date);
      const [first] = await openPlans(db, student.id);
      // one brings all of them up to date
      if (first) await upToDate(studio, first.plan);
      return {
        studentId: student.id,
        studentName: student.name,
        since,
        today: date,
        ...(await reportOf(studio, student, since, date)),
        next: await nextAssignment(studio, student.id, date),
        notes: own ? answer(own) : null,
        before: before.slice(0, BEFORE).map(answer),
      };
    },

    putLesson: async ({ param, body }) => {
      const { studentId, date, notes, was } = body;
      await studentOf(db, studentId);
      const id = param("id");
      return db.transaction(async (tx) => {
        const [row] = await tx.select().from(lessons).where(eq(lessons.id, id)).for("update");
        if (row && row.studentId !== studentId)
          throw new ProblemError(409, say`This lesson is another student's.`);
        // two windows write down the same lesson: the second is told
        const [other] = await tx
          .select()
          .from(lessons)
          .where(
            and(
              eq(lessons.studentId, studentId),
              eq(lessons.date, date),
              ne(lessons.id, id),
              ne(lessons.notes, ""),
            ),
          );
        if (other)
          throw new ProblemError(
            409,
            say`Another window wrote this lesson down already.`,
            undefined,
            {
              now: { notes: other.notes },
            },
          );
        unlessMoved(row ?? { notes: "" }, body, was);
        await tx
          .insert(lessons)
          .values({ id, studentId, date, notes })
          .onConflictDoUpdate({ target: lessons.id, set: { date, notes } });
        return { id, date, notes };
      });
    },
  };
}
