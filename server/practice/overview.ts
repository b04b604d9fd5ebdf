import { and, eq, isNotNull } from "drizzle-orm";
import { nextLesson, today } from "../clock.ts";
import { pieces, students } from "../db/schema.ts";
import type { Studio } from "../studio.ts";
import { due } from "./due.ts";
import { houseRulesOf, thresholdsOf } from "../plans/house.ts";
import { week } from "./week.ts";

/** The studio at a glance: who comes, what is due, the week. */
export async function overview(studio: Studio) {
  const { db, clock } = studio;
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
    due: await due(studio, date),
    week: await week(studio, date),
  };
}
