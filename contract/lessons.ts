import { Type } from "@sinclair/typebox";
import { stages } from "@yarrow-ridge/core/practice";
import { Id, IsoDate, LongText, Nullable, OneOf, Was } from "./common.ts";

/** What was set on some bars since the last lesson. */
const SetWork = Type.Object({
  unit: Type.String(),
  from: Type.Integer(),
  to: Type.Integer(),
  bars: Type.String(),
  section: Type.String(),
  hands: Type.String(),
  tempo: Type.Number({ description: "the step it was set at, or the highest that was earned" }),
  beat: Type.String(),
  why: Type.String({ description: "why it is not done; empty where it is" }),
});
const LessonNotes = Type.Object({ id: Id, date: Type.String(), notes: Type.String() });
export const LessonPut = Type.Object({
  studentId: Id,
  date: IsoDate,
  notes: LongText,
  was: Was,
});
export const LessonSaved = LessonNotes;
export const Lesson = Type.Object({
  studentId: Id,
  studentName: Type.String(),
  since: Type.String({ description: "the day of the last lesson" }),
  today: Type.String(),
  daysPlanned: Type.Integer(),
  daysPractised: Type.Integer(),
  minutesPlanned: Type.Integer(),
  pieces: Type.Array(
    Type.Object({
      assignmentId: Id,
      pieceId: Id,
      pieceTitle: Type.String(),
      instrument: Type.String(),
      stage: OneOf(...stages),
      tries: Type.Integer(),
      steps: Type.Integer({ description: "steps earned" }),
      done: Type.Array(SetWork),
      notDone: Type.Array(SetWork),
      trouble: Type.Array(
        Type.Object({
          bar: Type.Integer(),
          name: Type.String({ description: "the bar as it is printed" }),
          slips: Type.Integer(),
          tries: Type.Integer({ description: "that played it" }),
        }),
        { description: "the bars with most slips" },
      ),
    }),
  ),
  next: Type.String({ description: "the next assignment, from the plan of the days ahead" }),
  notes: Nullable(LessonNotes),
  before: Type.Array(LessonNotes, { description: "earlier lessons, the newest first" }),
});
