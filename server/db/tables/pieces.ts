import type { About, AdoptedMeasure, Paper, Road, ShapeRecord } from "@yarrow-ridge/core/score";
import type { InstrumentRecord } from "@yarrow-ridge/core/instruments";
import {
  boolean,
  customType,
  doublePrecision,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  text,
  timestamp,
} from "drizzle-orm/pg-core";
import { archived, created, id } from "./columns.ts";

// A piece, what is written into it, and its pictures.

/** Where a bar stands on a page: shares of its width and height. */
export interface PageMark {
  readonly bar: number;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

export const pieces = pgTable("pieces", {
  id: id(),
  title: text("title").notNull(),
  composer: text("composer").notNull(),
  instrument: text("instrument").notNull(),
  bars: integer("bars").notNull(),
  newBars: integer("new_bars").notNull(),
  key: text("key").notNull(),
  metre: text("metre").notNull(),
  hands: jsonb("hands").$type<string[]>().notNull(),
  tempo: doublePrecision("tempo"),
  warnings: jsonb("warnings")
    .$type<{ kind: string; message: string; bars?: number[] }[]>()
    .notNull(),
  /** The original with ids given; never changed after import. */
  xml: text("xml").notNull(),
  /** Kinds of marks that are the teacher's by now; of others the printed ones stand. */
  taken: jsonb("taken").$type<string[]>().notNull().default([]),
  /**
   * Parts of the file that are practised, by their place in it; null while they are chosen by their
   * staves.
   */
  parts: jsonb("parts").$type<number[]>(),
  /** How its staves are read, of the ways its instrument has; null while the best is taken. */
  layout: text("layout"),
  /** Loudness, timing, voices and touch, as the teacher hears them. */
  shape: jsonb("shape").$type<ShapeRecord>(),
  /** The one climax of the piece, as the teacher hears it. */
  climax: jsonb("climax").$type<{ bar: number; offset: string }>(),
  /** The road chosen for this piece; null for all of it with its repeats. */
  road: jsonb("road").$type<Road>(),
  /** How the instrument of this piece is set up: a record of its own. */
  setup: jsonb("setup").$type<InstrumentRecord>(),
  /** Notes that another hand takes than their staff says, by note id. */
  handOf: jsonb("hand_of").$type<Record<string, string>>(),
  /** What was said of a piece on paper, which has no file. */
  paper: jsonb("paper").$type<Paper>(),
  /** Counts the changes of how the score is read: its file, parts, hands and readings in use. */
  reading: integer("reading").notNull().default(0),
  /** Counts the edits of fingerings, pedal and sections. */
  revision: integer("revision").notNull().default(0),
  archived: archived(),
  createdAt: created(),
});

/** What is written on notes: fingers, strings, toe or heel. */
export const noteMarks = pgTable(
  "note_marks",
  {
    pieceId: text("piece_id")
      .notNull()
      .references(() => pieces.id, { onDelete: "cascade" }),
    layer: text("layer").notNull(),
    aspect: text("aspect").notNull(),
    noteId: text("note_id").notNull(),
    /** Empty where the teacher wants none although one is printed. */
    value: text("value").notNull(),
    /**
     * What stood here before, and when it went: what was practised since then was practised
     * otherwise.
     */
    was: text("was"),
    changedAt: timestamp("changed_at", { withTimezone: true, mode: "date" }),
  },
  (table) => [primaryKey({ columns: [table.pieceId, table.layer, table.aspect, table.noteId] })],
);

/** What is written between notes: pedal, kept positions. */
export const marks = pgTable(
  "marks",
  {
    pieceId: text("piece_id")
      .notNull()
      .references(() => pieces.id, { onDelete: "cascade" }),
    id: text("id").notNull(),
    stratum: text("stratum").notNull(),
    layer: text("layer").notNull(),
    /** The hand or foot it belongs to, where there is one. */
    line: text("line"),
    fromBar: integer("from_bar").notNull(),
    fromOffset: text("from_offset").notNull(),
    toBar: integer("to_bar"),
    toOffset: text("to_offset"),
    data: jsonb("data").$type<Record<string, unknown>>().notNull(),
    /** Keeps marks at one place in the order they were written. */
    position: integer("position").generatedAlwaysAsIdentity(),
  },
  (table) => [
    primaryKey({ columns: [table.pieceId, table.id] }),
    index("marks_stratum").on(table.pieceId, table.stratum),
  ],
);

/** Places as bar index and exact quarters (`3/2`). */
export const sections = pgTable(
  "sections",
  {
    id: id(),
    pieceId: text("piece_id")
      .notNull()
      .references(() => pieces.id, { onDelete: "cascade" }),
    name: text("name").notNull(),
    words: text("words").notNull().default(""),
    fromBar: integer("from_bar").notNull(),
    fromOffset: text("from_offset").notNull(),
    toBar: integer("to_bar").notNull(),
    toOffset: text("to_offset").notNull(),
    about: jsonb("about").$type<About>().notNull().default({}),
  },
  (table) => [index("sections_piece").on(table.pieceId)],
);

/** Notes to oneself, at a place or on a note. */
export const remarks = pgTable(
  "remarks",
  {
    id: id(),
    pieceId: text("piece_id")
      .notNull()
      .references(() => pieces.id, { onDelete: "cascade" }),
    bar: integer("bar").notNull(),
    offset: text("offset").notNull(),
    noteId: text("note_id"),
    text: text("text").notNull(),
  },
  (table) => [index("remarks_piece").on(table.pieceId)],
);

/**
 * Bars of another edition played "for now" in place of the piece's own; the original stays as it
 * is.
 */
export const readings = pgTable(
  "readings",
  {
    id: id(),
    pieceId: text("piece_id")
      .notNull()
      .references(() => pieces.id, { onDelete: "cascade" }),
    fromBar: integer("from_bar").notNull(),
    toBar: integer("to_bar").notNull(),
    /** The edition it is from. */
    source: text("source").notNull(),
    measures: jsonb("measures").$type<AdoptedMeasure[]>().notNull(),
    inUse: boolean("in_use").notNull().default(true),
    createdAt: created(),
  },
  (table) => [index("readings_piece").on(table.pieceId)],
);

const bytes = customType<{ data: Uint8Array }>({ dataType: () => "bytea" });

/** Pictures of the printed pages, with the bars marked on them. */
export const pages = pgTable(
  "pages",
  {
    id: id(),
    pieceId: text("piece_id")
      .notNull()
      .references(() => pieces.id, { onDelete: "cascade" }),
    position: integer("position").notNull(),
    name: text("name").notNull(),
    mime: text("mime").notNull(),
    width: integer("width").notNull(),
    height: integer("height").notNull(),
    picture: bytes("picture").notNull(),
    /** Kept for a while, so that its removal can be undone. */
    removed: boolean("removed").notNull().default(false),
    marks: jsonb("marks").$type<PageMark[]>().notNull().default([]),
    createdAt: created(),
  },
  (table) => [index("pages_piece").on(table.pieceId)],
);

/** What a piece and its annotations were before a corrected file took the old one's place. */
export const corrections = pgTable(
  "corrections",
  {
    id: id(),
    pieceId: text("piece_id")
      .notNull()
      .references(() => pieces.id, { onDelete: "cascade" }),
    before: jsonb("before").$type<PieceBefore>().notNull(),
    createdAt: created(),
  },
  (table) => [index("corrections_piece").on(table.pieceId)],
);

/** Rows as they stood, to be written back. */
export interface PieceBefore {
  readonly piece: Pick<
    typeof pieces.$inferSelect,
    | "bars"
    | "newBars"
    | "key"
    | "metre"
    | "hands"
    | "tempo"
    | "warnings"
    | "xml"
    | "taken"
    | "shape"
    | "climax"
    | "road"
    | "paper"
  >;
  readonly marks: Omit<typeof marks.$inferSelect, "position">[];
  readonly sections: (typeof sections.$inferSelect)[];
  readonly remarks: (typeof remarks.$inferSelect)[];
  readonly readings: Omit<typeof readings.$inferSelect, "createdAt">[];
  readonly pages: { id: string; marks: PageMark[] }[];
  readonly attempts: {
    id: string;
    unit: string;
    fromBar: number;
    toBar: number;
    bar: number | null;
  }[];
  readonly cards: { id: string; unit: string; fromBar: number; toBar: number }[];
}

/** Edits that were counted, by the key of their request: one that is sent again counts once. */
export const edits = pgTable("edits", {
  key: text("key").primaryKey(),
  pieceId: text("piece_id")
    .notNull()
    .references(() => pieces.id, { onDelete: "cascade" }),
  revision: integer("revision").notNull(),
  at: created(),
});
