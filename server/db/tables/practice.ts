import { USUAL_INSTRUMENT, type InstrumentRecord } from "@yarrow-ridge/core/instruments";
import {
  USUAL_LONGEST,
  USUAL_MINUTES,
  USUAL_SCHOOLS,
  USUAL_SHARES,
  type Forecast,
  type PlannedCard,
  type PromotionRule,
  type Remedies,
  type Schools,
  type Shares,
} from "@yarrow-ridge/core/practice";
import type { PlaceText } from "@yarrow-ridge/core/score";
import {
  boolean,
  doublePrecision,
  index,
  integer,
  jsonb,
  pgTable,
  text,
  timestamp,
} from "drizzle-orm/pg-core";
import { archived, created, id } from "./columns.ts";
import { pieces } from "./pieces.ts";

// Students, what they have been given, and how they practise it.

export const students = pgTable("students", {
  id: id(),
  name: text("name").notNull(),
  instrument: text("instrument").notNull().default(USUAL_INSTRUMENT),
  notes: text("notes").notNull().default(""),
  /** Monday is 0. */
  lessonWeekday: integer("lesson_weekday"),
  lessonTime: text("lesson_time"),
  /** Practised on each weekday, Monday first, over all pieces. */
  minutesByWeekday: jsonb("minutes_by_weekday")
    .$type<number[]>()
    .notNull()
    .default([...USUAL_MINUTES]),
  /** Dates on which nothing is practised. */
  daysOff: jsonb("days_off").$type<string[]>().notNull().default([]),
  /** Minutes of every day of practice that warm up, before any piece. */
  warmUp: integer("warm_up").notNull().default(0),
  /** A card is no longer than this many minutes while others have had none. */
  longest: integer("longest").notNull().default(USUAL_LONGEST),
  /** Of an hour, minutes that keep what is learnt and that are for what was never played. */
  shares: jsonb("shares")
    .$type<Shares>()
    .notNull()
    .default({ ...USUAL_SHARES }),
  /** What is known of the hands and feet, by instrument: records of its own. */
  player: jsonb("player").$type<Record<string, InstrumentRecord>>().notNull().default({}),
  archived: archived(),
  createdAt: created(),
});

export const assignments = pgTable(
  "assignments",
  {
    id: id(),
    studentId: text("student_id")
      .notNull()
      .references(() => students.id),
    pieceId: text("piece_id")
      .notNull()
      .references(() => pieces.id),
    layer: text("layer").notNull().default("teacher"),
    /** The teacher's word on its stage: kept, or good enough as it is; else what the log says. */
    said: text("said").$type<"keeping" | "ended">(),
    archived: archived(),
    createdAt: created(),
  },
  (table) => [
    index("assignments_piece").on(table.pieceId),
    index("assignments_student").on(table.studentId),
  ],
);

/** A section a plan was made for. */
export interface ChosenSection {
  readonly id: string;
  readonly name: string;
  readonly from: PlaceText;
  readonly to: PlaceText;
}

/** Bars practised alone because the teacher says so. */
export interface AddedBars {
  readonly from: number;
  readonly to: number;
}

/** A day for which a piece is prepared. */
export interface PlanDate {
  /** ISO date. */
  readonly date: string;
  readonly kind: "lesson" | "exam" | "concert";
}

export const plans = pgTable(
  "plans",
  {
    id: id(),
    assignmentId: text("assignment_id")
      .notNull()
      .references(() => assignments.id),
    goalTempo: doublePrecision("goal_tempo").notNull(),
    readyBy: text("ready_by").notNull(),
    /** Other days that matter: lessons, exams, concerts before and after. */
    dates: jsonb("dates").$type<PlanDate[]>().notNull().default([]),
    rule: text("rule").$type<PromotionRule["id"]>().notNull(),
    sections: jsonb("sections").$type<string[]>(),
    /** Those sections as they were last seen: what is removed later stays in the plan. */
    chosen: jsonb("chosen").$type<ChosenSection[]>(),
    order: text("learning_order").$type<Schools["order"]>().notNull().default(USUAL_SCHOOLS.order),
    raise: text("raise").$type<Schools["raise"]>().notNull().default(USUAL_SCHOOLS.raise),
    hands: text("hands").$type<Schools["hands"]>().notNull().default(USUAL_SCHOOLS.hands),
    ladder: text("ladder").$type<Schools["ladder"]>().notNull().default(USUAL_SCHOOLS.ladder),
    top: text("top").$type<Schools["top"]>().notNull().default(USUAL_SCHOOLS.top),
    /** Bars the teacher has practised alone, and keys of units that are left out. */
    added: jsonb("added").$type<AddedBars[]>().notNull().default([]),
    dropped: jsonb("dropped").$type<string[]>().notNull().default([]),
    /** Tempos of sections with a goal of their own, by section id. */
    goals: jsonb("goals").$type<Record<string, number>>().notNull().default({}),
    /** The tempo a first reading came clean at, where somebody said. */
    firstTempo: doublePrecision("first_tempo"),
    /** The day the cards were last laid out. */
    laidOutOn: text("laid_out_on"),
    /** The log or the form has moved on since: the days after today are laid out again. */
    stale: boolean("stale").notNull().default(false),
    feasible: boolean("feasible").notNull().default(true),
    workMinutes: integer("work_minutes").notNull().default(0),
    availableMinutes: integer("available_minutes").notNull().default(0),
    missingMinutes: integer("missing_minutes").notNull().default(0),
    /** What would make it fit, once somebody has asked. */
    remedies: jsonb("remedies").$type<Remedies>(),
    /** When it will be ready, once somebody has asked. */
    forecast: jsonb("forecast").$type<Forecast>(),
    /** How often people have changed it, and in which of those changes each field was last. */
    revision: integer("revision").notNull().default(1),
    edited: jsonb("edited").$type<Record<string, number>>().notNull().default({}),
    superseded: boolean("superseded").notNull().default(false),
    createdAt: created(),
  },
  (table) => [index("plans_assignment").on(table.assignmentId)],
);

export const cards = pgTable(
  "cards",
  {
    id: id(),
    planId: text("plan_id")
      .notNull()
      .references(() => plans.id),
    date: text("date").notNull(),
    position: integer("position").notNull(),
    unit: text("unit").notNull(),
    fromBar: integer("from_bar").notNull(),
    toBar: integer("to_bar").notNull(),
    hands: text("hands").notNull(),
    tempo: doublePrecision("tempo").notNull(),
    minutes: integer("minutes").notNull(),
    kind: text("kind").$type<PlannedCard["kind"]>().notNull(),
    section: text("section").notNull(),
    why: text("why").notNull(),
    steps: jsonb("steps").$type<number[]>().notNull(),
    /** Bars as they are played, where that is not from the first to the last once. */
    played: jsonb("played").$type<number[]>(),
    /** It stays on its day, whatever the plan would do. */
    pinned: boolean("pinned").notNull().default(false),
  },
  (table) => [index("cards_plan").on(table.planId, table.date), index("cards_date").on(table.date)],
);

export const attempts = pgTable(
  "attempts",
  {
    id: id(),
    cardId: text("card_id")
      .notNull()
      .references(() => cards.id),
    assignmentId: text("assignment_id")
      .notNull()
      .references(() => assignments.id),
    unit: text("unit").notNull(),
    fromBar: integer("from_bar").notNull(),
    toBar: integer("to_bar").notNull(),
    hands: text("hands").notNull(),
    tempo: doublePrecision("tempo").notNull(),
    result: text("result").$type<"clean" | "slip">().notNull(),
    /** How many slips there were in a run-through, if said. */
    slips: integer("slips"),
    /** Where the slip was, if said. */
    bar: integer("bar"),
    /** Whether this try earned its step. */
    promoted: boolean("promoted").notNull(),
    /** Counts tries in the order they came, also within one instant. */
    position: integer("position").generatedAlwaysAsIdentity(),
    at: timestamp("at", { withTimezone: true, mode: "date" }).notNull(),
  },
  (table) => [
    index("attempts_assignment").on(table.assignmentId, table.unit),
    index("attempts_card").on(table.cardId),
  ],
);

/** What was agreed at a lesson. */
export const lessons = pgTable(
  "lessons",
  {
    id: id(),
    studentId: text("student_id")
      .notNull()
      .references(() => students.id),
    /** ISO date. */
    date: text("date").notNull(),
    notes: text("notes").notNull().default(""),
    createdAt: created(),
  },
  (table) => [index("lessons_student").on(table.studentId, table.date)],
);
