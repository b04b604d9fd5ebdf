import { say, small } from "@yarrow-ridge/core/words";
import { instrument, stratumOf } from "@yarrow-ridge/core/instruments";
import {
  inOrder,
  markFrom,
  ScoreError,
  SMALL_HAND,
  TEACHER,
  type Mark,
  type MarkRecord,
  type Score,
  type Stratum,
} from "@yarrow-ridge/core/score";
import { and, asc, eq } from "drizzle-orm";
import { assignments, marks, noteMarks } from "../db/schema.ts";
import type { Database } from "../db/open.ts";
import { ProblemError } from "../http/problems.ts";
import type { Studio } from "../studio.ts";
import { knownPiece, pieceRow } from "./store.ts";

export type NoteRow = typeof noteMarks.$inferSelect;
export type MarkRow = Omit<typeof marks.$inferSelect, "position">;

/** What is written on notes, of one layer or of all, of one aspect or of all. */
export const noteRows = (
  db: Database,
  pieceId: string,
  { layer, aspect }: { layer?: string; aspect?: string } = {},
): Promise<NoteRow[]> =>
  db
    .select()
    .from(noteMarks)
    .where(
      and(
        eq(noteMarks.pieceId, pieceId),
        layer === undefined ? undefined : eq(noteMarks.layer, layer),
        aspect === undefined ? undefined : eq(noteMarks.aspect, aspect),
      ),
    );

/** Fingers of a layer, by note. */
export const fingerRows = (db: Database, pieceId: string, layer: string): Promise<NoteRow[]> =>
  noteRows(db, pieceId, { layer, aspect: "finger" });

export const recordOf = (row: MarkRow): MarkRecord => ({
  id: row.id,
  layer: row.layer,
  ...(row.line === null ? {} : { line: row.line }),
  from: { bar: row.fromBar, offset: row.fromOffset },
  ...(row.toBar === null ? {} : { to: { bar: row.toBar, offset: row.toOffset! } }),
  data: row.data,
});

export const rowOf = (pieceId: string, stratum: string, mark: MarkRecord): MarkRow => ({
  pieceId,
  id: mark.id,
  stratum,
  layer: mark.layer,
  line: mark.line ?? null,
  fromBar: mark.from.bar,
  fromOffset: mark.from.offset,
  toBar: mark.to?.bar ?? null,
  toOffset: mark.to?.offset ?? null,
  data: { ...mark.data },
});

/** All marks of a piece as they are stored, in the order they were written. */
export async function markRows(db: Database, pieceId: string): Promise<MarkRow[]> {
  const rows = await db
    .select()
    .from(marks)
    .where(eq(marks.pieceId, pieceId))
    .orderBy(asc(marks.position));
  return rows.map(({ position: _, ...row }) => row);
}

/** Rows in one statement: PostgreSQL takes 65,535 parameters. */
const AT_ONCE = 1000;

export async function insertMarks(db: Database, rows: readonly MarkRow[]): Promise<void> {
  for (let at = 0; at < rows.length; at += AT_ONCE)
    await db.insert(marks).values(rows.slice(at, at + AT_ONCE));
}

/** What the file prints of a stratum, as marks of the teacher's. */
export const printedMarks = (score: Score, stratum: Stratum): Mark[] =>
  (stratum.printed?.(score) ?? []).map((one, i) => ({
    ...one,
    id: `printed-${stratum.id}-${i}`,
    layer: TEACHER,
  }));

export interface InForce {
  readonly stratum: Stratum;
  /** Whether they are the teacher's; else they are as printed. */
  readonly taken: boolean;
  readonly marks: readonly Mark[];
}

/**
 * The marks in force of each kind the instrument has, as far as they fit the score as it is read.
 */
export async function marksInForce(studio: Studio, pieceId: string): Promise<InForce[]> {
  const { instrument: kind, taken } = await pieceRow(studio.db, pieceId);
  const { score } = await knownPiece(studio, pieceId);
  const rows = await markRows(studio.db, pieceId);
  return instrument(kind).strata.map((stratum) => {
    const own = rows.filter((row) => row.stratum === stratum.id);
    const found = own.flatMap((row) => fitting(row, score, stratum));
    const isTaken = !stratum.printed || taken.includes(stratum.id);
    return {
      stratum,
      taken: isTaken,
      marks: inOrder(isTaken ? found : printedMarks(score, stratum)),
    };
  });
}

function fitting(row: MarkRow, score: Score, stratum: Stratum): Mark[] {
  try {
    return [markFrom(recordOf(row), score, stratum)];
  } catch (error) {
    if (error instanceof ScoreError) return [];
    throw error;
  }
}

/** The marks in force of one kind; none where the instrument has none. */
export async function inForce(
  studio: Studio,
  pieceId: string,
  stratum: string,
): Promise<InForce | undefined> {
  return (await marksInForce(studio, pieceId)).find((one) => one.stratum.id === stratum);
}

/**
 * Whether a layer may be written in a piece: the teacher's, that for a small hand, or that of a
 * student who has the piece.
 *
 * @throws ProblemError 400
 */
export async function checkLayer(db: Database, pieceId: string, layer: string): Promise<void> {
  if (layer === TEACHER || layer === SMALL_HAND) return;
  const student = /^student:(.+)$/.exec(layer)?.[1];
  const [known] = student
    ? await db
        .select({ id: assignments.id })
        .from(assignments)
        .where(and(eq(assignments.pieceId, pieceId), eq(assignments.studentId, student)))
        .limit(1)
    : [];
  if (!known)
    throw new ProblemError(
      400,
      say`This piece has no layer called "${layer.slice(0, 40)}"; there are teacher, small-hand, and
        student: with the id of a student who has the piece.`,
      "layer",
    );
}

/** @throws ProblemError 404 when the instrument has no such marks */
export function knownStratum(kind: string, id: string): Stratum {
  const found = stratumOf(instrument(kind), id);
  if (!found)
    throw new ProblemError(
      404,
      say`There are no marks called "${id.slice(0, 40)}" for the
        ${small(instrument(kind).name)}.`,
    );
  return found;
}
