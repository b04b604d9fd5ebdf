import { getTableColumns, type Column } from "drizzle-orm";
import type { PgTable } from "drizzle-orm/pg-core";
import * as schema from "../db/schema.ts";

/** What a copy of a studio holds, each table after those its rows belong to. */
export const TABLES = {
  students: schema.students,
  pieces: schema.pieces,
  noteMarks: schema.noteMarks,
  marks: schema.marks,
  sections: schema.sections,
  remarks: schema.remarks,
  readings: schema.readings,
  pages: schema.pages,
  corrections: schema.corrections,
  assignments: schema.assignments,
  plans: schema.plans,
  cards: schema.cards,
  attempts: schema.attempts,
  lessons: schema.lessons,
} as const satisfies Record<string, PgTable>;

export type TableName = keyof typeof TABLES;
export type Row = Record<string, unknown>;

/** Of a piece that is handed on: nothing of students or lessons. */
export const OF_A_PIECE = [
  "pieces",
  "noteMarks",
  "marks",
  "sections",
  "remarks",
  "readings",
  "pages",
] as const satisfies readonly TableName[];

/** Fields of a table but those the database counts itself. */
export const columnsOf = (name: TableName): [string, Column][] =>
  Object.entries(getTableColumns(TABLES[name]) as Record<string, Column>).filter(
    ([, column]) => !column.generatedIdentity,
  );

/** The field by which the database keeps rows in order, where there is one. */
export const orderOf = (name: TableName): Column | undefined =>
  Object.values(getTableColumns(TABLES[name]) as Record<string, Column>).find(
    (column) => column.generatedIdentity,
  );

/** Fields that together name a row; the whole row where no primary key is declared. */
const KEYS: { readonly [K in TableName]?: readonly string[] } = {
  noteMarks: ["pieceId", "layer", "aspect", "noteId"],
  marks: ["pieceId", "id"],
};
export const keyOf = (name: TableName, row: Row): string =>
  (KEYS[name] ?? ["id"]).map((field) => String(row[field])).join("\n");
