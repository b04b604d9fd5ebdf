import { Type } from "@sinclair/typebox";
import { playerFields } from "@yarrow-ridge/core/instruments";
import { stages } from "@yarrow-ridge/core/practice";
import {
  BarIndex,
  Id,
  Instrument,
  IsoDate,
  LongText,
  Name,
  Nullable,
  OneOf,
  OwnId,
  Was,
} from "./common.ts";
import {
  Card,
  DaysOff,
  Longest,
  Minutes,
  Result,
  Rule,
  Schools,
  Shares,
  Status,
  WarmUp,
} from "./plans.ts";

const LessonTime = Type.String({
  pattern: "^([01]\\d|2[0-3]):[0-5]\\d$",
  description: "a time such as 16:30",
});
const Weekday = Type.Integer({ minimum: 0, maximum: 6, description: "Monday is 0" });

/** What is known of a hand beside its reach. */
const { reach: _, ...handFields } = playerFields;
export const Hand = Type.Object(handFields, { additionalProperties: false });

export const Student = Type.Object({
  id: Id,
  name: Type.String(),
  instrument: Type.String(),
  notes: Type.String(),
  lessonWeekday: Nullable(Type.Integer()),
  lessonTime: Nullable(Type.String()),
  minutesByWeekday: Type.Array(Type.Integer(), {
    description: "practised on each weekday over all pieces, Monday first",
  }),
  daysOff: Type.Array(Type.String(), { description: "dates without practice" }),
  warmUp: WarmUp,
  longest: Longest,
  shares: Shares,
  reach: Nullable(Type.Number({ description: "millimetres between the outer keys a hand takes" })),
  hand: Nullable(Hand),
  player: Type.Record(Type.String(), Type.Record(Type.String(), Type.Unknown()), {
    description: "what is known of hands and feet, by instrument",
  }),
  nextLesson: Nullable(Type.String({ description: "local date and time of the next lesson" })),
  archived: Type.Boolean(),
  createdAt: Type.String(),
});
const studentFields = {
  instrument: Type.Optional(Instrument),
  notes: Type.Optional(LongText),
  lessonWeekday: Type.Optional(Nullable(Weekday)),
  lessonTime: Type.Optional(Nullable(LessonTime)),
  minutesByWeekday: Type.Optional(Minutes),
  daysOff: Type.Optional(DaysOff),
  warmUp: Type.Optional(WarmUp),
  longest: Type.Optional(Longest),
  shares: Type.Optional(Shares),
  reach: Type.Optional(
    Nullable(
      Type.Integer({
        minimum: 60,
        maximum: 320,
        description: "millimetres between the outer keys a hand takes, 60 to 320",
      }),
    ),
  ),
  hand: Type.Optional(Nullable(Hand)),
  player: Type.Optional(
    Type.Record(
      Type.String({ maxLength: 40 }),
      Type.Record(Type.String({ maxLength: 40 }), Type.Unknown()),
      {
        description: "records by instrument, each as that instrument asks for",
      },
    ),
  ),
};
export const StudentNew = Type.Object({ id: OwnId, name: Name, ...studentFields });
export const StudentEdit = Type.Object(
  {
    name: Type.Optional(Name),
    ...studentFields,
    archived: Type.Optional(Type.Boolean()),
    was: Was,
  },
  { additionalProperties: false },
);

export const PlanSummary = Type.Object({
  id: Id,
  goalTempo: Type.Number(),
  readyBy: Type.String(),
  rule: Rule,
  feasible: Type.Boolean(),
  missingMinutes: Type.Integer(),
});
const Said = OneOf("keeping", "ended");
export const Assignment = Type.Object({
  id: Id,
  studentId: Id,
  studentName: Type.String(),
  pieceId: Id,
  pieceTitle: Type.String(),
  instrument: Type.String(),
  layer: Type.String({
    description:
      "whose fingers the student reads: teacher or small-hand; their own come over these",
  }),
  said: Nullable(Said),
  archived: Type.Boolean(),
  createdAt: Type.String(),
  plan: Nullable(PlanSummary),
});
export const AssignmentNew = Type.Object({ id: OwnId, studentId: Id, pieceId: Id });
export const AssignmentEdit = Type.Object({
  said: Type.Optional(Nullable(Said)),
  archived: Type.Optional(Type.Boolean()),
  layer: Type.Optional(
    Type.Union([Type.Literal("teacher"), Type.Literal("small-hand")], {
      description: "teacher or small-hand",
    }),
  ),
  was: Was,
});

export const RidgeBar = Type.Object({
  secure: Type.Number(),
  together: Type.Number(),
  isNew: Type.Boolean(),
  silent: Type.Boolean(),
});
export const Ridge = Type.Object({
  goalTempo: Nullable(Type.Number()),
  stage: OneOf(...stages),
  evidence: Type.Array(
    Type.Object({
      stage: OneOf(...stages),
      have: Type.Integer(),
      of: Type.Integer(),
      what: Type.String(),
    }),
    { description: "what speaks for each stage; none without a plan" },
  ),
  bars: Type.Array(RidgeBar),
  history: Type.Array(
    Type.Object({
      date: Type.String(),
      secure: Type.Number({ description: "mean secure tempo over the bars" }),
      clean: Type.Integer(),
      slip: Type.Integer(),
    }),
  ),
});

export const CardState = Type.Intersect([
  Card,
  Type.Object({
    assignmentId: Id,
    pieceId: Id,
    pieceTitle: Type.String(),
    studentName: Type.String(),
    studentId: Id,
    layer: Type.String(),
    planId: Id,
    rule: Rule,
    goalTempo: Type.Number(),
    steps: Type.Array(Type.Number()),
    step: Type.Number({ description: "the tempo to play now" }),
    secure: Type.Number({
      description: "the highest step earned on these bars and hands, 0 for none",
    }),
    tries: Type.Array(
      Type.Object({
        id: Id,
        result: Result,
        slips: Nullable(Type.Integer()),
        bar: Nullable(Type.Integer()),
        day: Type.String(),
      }),
    ),
    newest: Nullable(Type.String({ description: "id of the newest try on these bars and hands" })),
    warmUp: Type.Integer({ description: "minutes of it, before the first card of a day" }),
    missing: Type.Integer({ description: "clean tries still needed for this step today" }),
    days: Type.Integer({ description: "days on which it was earned" }),
    daysNeeded: Type.Integer({ description: "on how many it is to be" }),
    finished: Type.Boolean(),
    enough: Type.Boolean({
      description: "eight slips today sent it back a step: enough of this card for the day",
    }),
    nextCard: Nullable(Id),
    words: Type.String(),
  }),
]);
export const AttemptNew = Type.Object({
  id: OwnId,
  at: Type.Optional(
    Type.String({
      format: "date-time",
      description: "when it was made, such as 2026-03-14T16:20:00Z; now when not given",
    }),
  ),
  cardId: Id,
  result: Type.Union([Type.Literal("clean"), Type.Literal("slip")], {
    description: "clean or slip",
  }),
  slips: Type.Optional(
    Type.Integer({ minimum: 1, maximum: 99, description: "how many in a run-through, 1 to 99" }),
  ),
  bar: Type.Optional(Nullable(BarIndex)),
  tempo: Type.Optional(
    Type.Number({
      minimum: 5,
      maximum: 400,
      description:
        "when it is not the step itself, as in a repair; it then does not count for the step",
    }),
  ),
});
export const Attempt = Type.Object({ id: Id, promoted: Type.Boolean(), card: CardState });

export const LogEntry = Type.Object({
  id: Id,
  at: Type.String(),
  from: Type.Integer(),
  to: Type.Integer(),
  bars: Type.String(),
  hands: Type.String(),
  tempo: Type.Number(),
  beat: Type.String(),
  result: Result,
  bar: Nullable(Type.Integer()),
  promoted: Type.Boolean(),
});

export const DueCard = Type.Object({
  id: Id,
  assignmentId: Id,
  pieceTitle: Type.String(),
  studentId: Id,
  studentName: Type.String(),
  bars: Type.String(),
  hands: Type.String(),
  tempo: Type.Number(),
  beat: Type.String(),
  minutes: Type.Integer(),
  section: Type.String(),
  status: Status,
});
export const Stages = Type.Object({
  joining: Type.Number({
    minimum: 0.1,
    maximum: 1,
    description: "share of the goal at which sections stand, 0.1 to 1",
  }),
  settling: Type.Number({
    minimum: 0.1,
    maximum: 1,
    description: "share of the goal at which joins stand, 0.1 to 1",
  }),
  days: Type.Integer({
    minimum: 1,
    maximum: 3,
    description: "days with a good run-through at the goal, 1 to 3",
  }),
});
const { top, ...kept } = Schools;
// rules that were kept before there was a top go to the goal
const HouseRule = Type.Object({ name: Name, rule: Rule, ...kept, top: Type.Optional(top) });
const HouseRules = Type.Array(HouseRule, {
  maxItems: 30,
  description: "up to thirty ways to plan, each with a name",
});
export const StudioEdit = Type.Object({
  stages: Type.Optional(Stages),
  houseRules: Type.Optional(HouseRules),
  was: Was,
});
export const House = Type.Object({ stages: Stages, houseRules: HouseRules });
export const Studio = Type.Object({
  stages: Stages,
  houseRules: HouseRules,
  name: Type.String(),
  demo: Type.Boolean(),
  today: Type.String(),
  pieces: Type.Integer(),
  students: Type.Integer(),
  lessons: Type.Array(
    Type.Object({ studentId: Id, studentName: Type.String(), at: Type.String() }),
  ),
  due: Type.Array(DueCard),
  week: Type.Array(
    Type.Object({
      date: Type.String(),
      practice: Type.Array(
        Type.Object({
          assignmentId: Id,
          studentId: Id,
          studentName: Type.String(),
          pieceTitle: Type.String(),
          cards: Type.Integer(),
          minutes: Type.Integer(),
        }),
      ),
      ready: Type.Array(
        Type.Object(
          { assignmentId: Id, studentName: Type.String(), pieceTitle: Type.String() },
          { description: "pieces whose day it is" },
        ),
      ),
    }),
    { description: "today and the six days after it" },
  ),
});

export const CopyBrought = Type.Object({
  made: Type.String(),
  added: Type.Integer({ description: "rows that came" }),
  same: Type.Integer({ description: "rows that were there already" }),
  different: Type.Array(
    Type.Object({ id: Type.String(), name: Type.String(), what: Type.String() }),
    {
      description: "pieces and students that are here otherwise",
    },
  ),
  brought: Type.Boolean(),
  piece: Nullable(Type.String({ description: "the piece, of a copy of one" })),
});
export const Copies = Type.Object({
  last: Nullable(IsoDate),
  dates: Type.Array(IsoDate),
  folder: Nullable(Type.String()),
});
