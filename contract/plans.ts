import { Type } from "@sinclair/typebox";
import { promotionRules, schools } from "@yarrow-ridge/core/practice";
import { BEATS } from "@yarrow-ridge/core/score";
import { BarIndex, Id, IsoDate, Nullable, OneOf, OwnId, Was } from "./common.ts";

export const Rule = OneOf(...promotionRules.map(({ id }) => id));
export const Result = OneOf("clean", "slip");
export const Status = OneOf("open", "started", "done");

export const Minutes = Type.Array(
  Type.Integer({ minimum: 0, maximum: 600, description: "whole minutes, 0 to 600" }),
  {
    minItems: 7,
    maxItems: 7,
    description: "seven numbers, the minutes of each weekday, Monday first",
  },
);
export const DaysOff = Type.Array(IsoDate, {
  maxItems: 400,
  description: "up to 400 dates without practice",
});
export const WarmUp = Type.Integer({
  minimum: 0,
  maximum: 60,
  description: "minutes of each day of practice that warm up, 0 to 60",
});
export const Longest = Type.Integer({
  minimum: 3,
  maximum: 60,
  description: "minutes of a card while others have had none, 3 to 60",
});
const OfAnHour = Type.Integer({ minimum: 0, maximum: 60, description: "minutes of an hour" });
export const Shares = Type.Object(
  { keeping: OfAnHour, learning: OfAnHour },
  {
    additionalProperties: false,
    description: "of an hour, minutes that keep what is learnt and for what was never played",
  },
);
const PlanDate = Type.Object({ date: IsoDate, kind: OneOf("lesson", "exam", "concert") });

/** The schools are those of the core's lists: what is added there is known here. */
export const Schools = {
  order: OneOf(...schools.order.map(({ id }) => id)),
  raise: OneOf(...schools.raise.map(({ id }) => id)),
  hands: OneOf(...schools.hands.map(({ id }) => id)),
  ladder: OneOf(...schools.ladder.map(({ id }) => id)),
  top: OneOf(...schools.top.map(({ id }) => id)),
};
const GoalTempo = Type.Number({
  minimum: 10,
  maximum: 400,
  description: "performance tempo, 10 to 400 beats a minute",
});
const Goals = Type.Record(Type.String({ maxLength: 64 }), GoalTempo, {
  maxProperties: 500,
  description: "tempos of sections with a goal of their own, by section id",
});
const FirstTempo = Nullable(
  Type.Number({
    minimum: 10,
    maximum: 400,
    description: "the tempo a first reading came clean at, 10 to 400; none is half the goal",
  }),
);
const how = {
  rule: Type.Optional(Rule),
  ...Type.Partial(Type.Object(Schools)).properties,
  goals: Type.Optional(Goals),
  firstTempo: Type.Optional(FirstTempo),
  sections: Type.Optional(
    Nullable(
      Type.Array(Id, { maxItems: 500, description: "section ids; none means the whole piece" }),
    ),
  ),
};
const Dates = Type.Array(PlanDate, {
  maxItems: 40,
  description: "up to forty days such as {date, kind}: lesson, exam or concert",
});
/** In which beats performance tempo is given; in those of the piece's metre when not said. */
const Beat = OneOf(...(Object.keys(BEATS) as (keyof typeof BEATS)[]));
const WithForecast = Type.Optional(
  Type.Boolean({
    description: "whether the answer waits for the forecast, about a second a piece; it does",
  }),
);
export const PlanNew = Type.Object({
  id: OwnId,
  forecast: WithForecast,
  assignmentId: Id,
  goalTempo: GoalTempo,
  beat: Type.Optional(Beat),
  readyBy: IsoDate,
  dates: Type.Optional(Dates),
  minutesByWeekday: Type.Optional(Minutes),
  ...how,
});
/** Plans of several of a student's pieces at once. */
export const PlansNew = Type.Object({
  studentId: Id,
  pieces: Type.Array(
    Type.Object({
      ...{ id: OwnId, assignmentId: Id, goalTempo: GoalTempo, beat: Type.Optional(Beat) },
      ...{ dates: Dates, ...how },
    }),
    { minItems: 1, maxItems: 40, description: "one to forty pieces" },
  ),
  minutesByWeekday: Type.Optional(Minutes),
  daysOff: Type.Optional(DaysOff),
  warmUp: Type.Optional(WarmUp),
  longest: Type.Optional(Longest),
  shares: Type.Optional(Shares),
  forecast: WithForecast,
  template: Type.Optional(
    Type.String({
      maxLength: 60,
      description: "house rules by name: what is not said goes by them",
    }),
  ),
});
/** Changes of a plan that are only looked at. */
export const WhatIf = Type.Object({
  goalTempo: Type.Optional(GoalTempo),
  readyBy: Type.Optional(IsoDate),
  minutesByWeekday: Type.Optional(Minutes),
  ...how,
});
const Learnt = Nullable(Type.String({ description: "ISO date; none where nothing is to come" }));
export const WouldBe = Type.Object({
  feasible: Type.Boolean(),
  missingMinutes: Type.Integer(),
  message: Type.String(),
  learnt: Type.Object({ now: Learnt, then: Learnt }, { description: "the last step is earned" }),
  days: Type.Integer({ description: "days from today whose cards are compared" }),
  cards: Type.Object(
    {
      stay: Type.Integer(),
      move: Type.Integer({ description: "to another day" }),
      go: Type.Integer(),
      come: Type.Integer(),
    },
    { description: "of these days, over all the student's pieces" },
  ),
  others: Type.Array(
    Type.Object({
      assignmentId: Id,
      pieceTitle: Type.String(),
      missing: Type.Object({ now: Type.Integer(), then: Type.Integer() }),
    }),
    { description: "other pieces for which more or fewer minutes would be missing" },
  ),
});
/** As its sender last saw the plan. */
const Revision = Type.Optional(
  Type.Integer({
    minimum: 1,
    description: "the revision you saw; where something was changed since, the answer is 409",
  }),
);
/** The same done: the plan is made anew with these changes. */
export const Replan = Type.Object({
  ...WhatIf.properties,
  ...{ id: OwnId, revision: Revision, was: Was },
});
const AddedBars = Type.Object({ from: BarIndex, to: BarIndex });
/** What the teacher changes in a plan without making it anew. */
export const PlanEdit = Type.Object({
  added: Type.Optional(
    Type.Array(AddedBars, { maxItems: 100, description: "up to a hundred stretches of bars" }),
  ),
  dropped: Type.Optional(
    Type.Array(Type.String({ maxLength: 100 }), {
      maxItems: 500,
      description: "units that are left out, up to 500",
    }),
  ),
  revision: Revision,
  was: Was,
});
export const CardMove = Type.Object({
  date: IsoDate,
  pinned: Type.Optional(
    Type.Boolean({ description: "whether it stays on that day; it does when not given" }),
  ),
  was: Was,
});
const Remedies = Type.Object(
  {
    minutes: Type.Optional(Type.Integer({ description: "more on each day of practice" })),
    readyBy: Type.Optional(Type.String({ description: "the first day that fits" })),
    rule: Type.Optional(Rule),
    goals: Type.Optional(Goals),
    cut: Type.Optional(AddedBars),
    reading: Type.Optional(
      Type.Object(
        { id: Id, from: Type.Integer(), to: Type.Integer(), source: Type.String() },
        { description: "bars as another edition has them, a reading that has been put aside" },
      ),
    ),
  },
  { description: "what would make a plan fit that does not, each alone" },
);
export const Card = Type.Object({
  id: Id,
  unit: Type.String({ description: "what is practised: the same on all its days" }),
  date: Type.String(),
  from: Type.Integer(),
  to: Type.Integer(),
  hands: Type.String(),
  tempo: Type.Number(),
  minutes: Type.Integer(),
  kind: OneOf(
    ...(["cell", "four", "eight", "sixteen", "spot"] as const),
    ...(["section", "join", "part", "piece", "keeping"] as const),
  ),
  played: Nullable(
    Type.Array(Type.Integer(), {
      description: "bar indexes as they are played, where not from the first to the last once",
    }),
  ),
  beat: Type.String({ description: "what the tempo counts, as a note sign" }),
  section: Type.String(),
  why: Type.String(),
  bars: Type.String(),
  pinned: Type.Boolean({ description: "put on its day by hand" }),
  status: Status,
});
/** A card as it is planned. */
export const PlannedCard = Type.Intersect([
  Card,
  Type.Object({ tries: Type.Integer({ description: "for which its minutes are enough" }) }),
]);
const Counted = Type.Integer({ description: "counts what people changed in the plan, from 1" });
export const Plan = Type.Object({
  id: Id,
  revision: Counted,
  assignmentId: Id,
  goalTempo: Type.Number(),
  readyBy: Type.String(),
  rule: Rule,
  dates: Type.Array(PlanDate),
  minutesByWeekday: Type.Array(Type.Integer(), {
    description: "the student's, over all pieces",
  }),
  ...Schools,
  sections: Nullable(Type.Array(Id)),
  goals: Goals,
  firstTempo: FirstTempo,
  added: Type.Array(AddedBars, { description: "bars the teacher has practised alone" }),
  dropped: Type.Array(
    Type.Object({ unit: Type.String(), bars: Type.String(), hands: Type.String() }),
    { description: "what the teacher leaves out" },
  ),
  steps: Type.Array(
    Type.Number({ description: "the tempo steps from first reading to performance tempo" }),
  ),
  feasible: Type.Boolean(),
  workMinutes: Type.Integer(),
  availableMinutes: Type.Integer(),
  missingMinutes: Type.Integer(),
  message: Type.String(),
  remedies: Remedies,
  days: Type.Array(Type.Object({ date: Type.String(), cards: Type.Array(PlannedCard) })),
});

const DatedCard = Type.Intersect([
  PlannedCard,
  Type.Object({ assignmentId: Id, pieceTitle: Type.String(), instrument: Type.String() }),
]);
/** All a student works on: what each piece needs, and each day with its cards. */
export const Portfolio = Type.Object({
  studentId: Id,
  today: Type.String(),
  minutesByWeekday: Type.Array(Type.Integer()),
  daysOff: Type.Array(Type.String()),
  warmUp: Type.Integer({ description: "minutes before the pieces, on each day of practice" }),
  feasible: Type.Boolean(),
  shortfallMinutes: Type.Integer({ description: "work that does not fit, over all pieces" }),
  plans: Type.Array(
    Type.Object({
      id: Id,
      revision: Counted,
      assignmentId: Id,
      pieceTitle: Type.String(),
      goalTempo: Type.Number(),
      readyBy: Type.String(),
      dates: Type.Array(PlanDate),
      feasible: Type.Boolean(),
      workMinutes: Type.Integer(),
      availableMinutes: Type.Integer(),
      missingMinutes: Type.Integer(),
      remedies: Remedies,
    }),
    { description: "the nearest day first" },
  ),
  days: Type.Array(
    Type.Object({
      date: Type.String(),
      minutes: Type.Integer({ description: "what there is to practise in" }),
      cards: Type.Array(DatedCard),
    }),
  ),
});

export const Replanned = Type.Intersect([
  Plan,
  Type.Object({ would: WouldBe }, { description: "and what the change made of the one before" }),
]);
export const Moved = Type.Intersect([
  Plan,
  Type.Object({
    broken: Type.Array(Type.String(), {
      description: "rules the move breaks, a sentence each; it is made all the same",
    }),
  }),
]);

export const Forecast = Type.Object({
  p10: Nullable(Type.String({ description: "ISO date; none where it lies too far ahead" })),
  p50: Nullable(Type.String()),
  p90: Nullable(Type.String()),
  chance: Nullable(
    Type.Number({ description: "of being ready by the day it must be; none where nothing is due" }),
  ),
  minutesFor80: Nullable(
    Type.Integer({ description: "minutes a day more for four in five; none where no few do" }),
  ),
});

const Forecasts = Type.Object({
  forecast: Type.Optional(
    Type.Array(Type.Intersect([Type.Object({ assignmentId: Id }), Forecast]), {
      description: "of each piece it was made for, unless the request says not to",
    }),
  ),
});
/** The answer to a plan that is made: of one piece, or of several. */
export const Made = Type.Intersect([Plan, Forecasts]);
export const MadeOfSeveral = Type.Intersect([Portfolio, Forecasts]);
