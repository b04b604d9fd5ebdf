import {
  beatName,
  markMoved,
  type MarkRecord,
  shapeMoved,
  spokenName,
  toText,
  type Score,
} from "@yarrow-ridge/core/score";
import { instrument, stratumOf, type Instrument } from "@yarrow-ridge/core/instruments";
import { desc, eq, inArray, sql } from "drizzle-orm";
import {
  assignments,
  attempts,
  cards,
  corrections,
  marks,
  pages,
  pieces,
  plans,
  readings,
  remarks,
  sections,
  type PieceBefore,
} from "../db/schema.ts";
import type { Database } from "../db/open.ts";
import type { Corrected } from "../heavy/tasks.ts";
import { ProblemError } from "../http/problems.ts";
import type { Handlers } from "../http/serve.ts";
import { newId, type Studio } from "../studio.ts";
import {
  answerPiece,
  countEdit,
  countReading,
  headOf,
  knownPiece,
  pieceRow,
  readingOf,
  sourceOf,
} from "./store.ts";
import {
  insertMarks,
  markRows,
  noteRows,
  recordOf,
  rowOf,
  type MarkRow,
  type NoteRow,
} from "./written.ts";
import { tuneOf, uploadedScore } from "./upload.ts";

type Made = Pick<Handlers, "correctPiece" | "undoCorrection">;
type Bars = Corrected["bars"];

/** A file that keeps fewer notes than the rest of this share is no correction. */
const MOST_GONE = 0.8;

/**
 * The new index of an old bar; of one that is gone, that of the next bar that is not, else of the
 * last.
 */
function barAfter(bars: Bars, bar: number, count: number): number {
  for (let i = bar; i < bars.length; i++) if (bars[i] !== undefined) return bars[i]!;
  return count - 1;
}

/** What a correction changes of the piece itself. */
const KEPT = {
  bars: pieces.bars,
  newBars: pieces.newBars,
  key: pieces.key,
  metre: pieces.metre,
  hands: pieces.hands,
  tempo: pieces.tempo,
  warnings: pieces.warnings,
  xml: pieces.xml,
  taken: pieces.taken,
  shape: pieces.shape,
  climax: pieces.climax,
  road: pieces.road,
  paper: pieces.paper,
};

async function snapshot(db: Database, pieceId: string): Promise<PieceBefore> {
  const [piece] = await db.select(KEPT).from(pieces).where(eq(pieces.id, pieceId));
  const ofPiece = db
    .select({ id: assignments.id })
    .from(assignments)
    .where(eq(assignments.pieceId, pieceId));
  return {
    piece: piece!,
    marks: await markRows(db, pieceId),
    remarks: await db.select().from(remarks).where(eq(remarks.pieceId, pieceId)),
    readings: (await db.select().from(readings).where(eq(readings.pieceId, pieceId))).map(
      ({ createdAt: _, ...reading }) => reading,
    ),
    pages: await db
      .select({ id: pages.id, marks: pages.marks })
      .from(pages)
      .where(eq(pages.pieceId, pieceId)),
    sections: await db.select().from(sections).where(eq(sections.pieceId, pieceId)),
    attempts: await db
      .select({
        id: attempts.id,
        unit: attempts.unit,
        fromBar: attempts.fromBar,
        toBar: attempts.toBar,
        bar: attempts.bar,
      })
      .from(attempts)
      .where(inArray(attempts.assignmentId, ofPiece)),
    cards: await db
      .select({ id: cards.id, unit: cards.unit, fromBar: cards.fromBar, toBar: cards.toBar })
      .from(cards)
      .innerJoin(plans, eq(plans.id, cards.planId))
      .where(inArray(plans.assignmentId, ofPiece)),
  };
}

/** Writes bars of the log and the cards; plans are laid out anew when they are next read. */
async function writePractice(
  db: Database,
  pieceId: string,
  { attempts: tries, cards: laid }: Pick<PieceBefore, "attempts" | "cards">,
): Promise<void> {
  for (const { id, ...row } of tries) await db.update(attempts).set(row).where(eq(attempts.id, id));
  for (const { id, ...row } of laid) await db.update(cards).set(row).where(eq(cards.id, id));
  await db
    .update(plans)
    .set({ laidOutOn: null, stale: true })
    .where(
      inArray(
        plans.assignmentId,
        db.select({ id: assignments.id }).from(assignments).where(eq(assignments.pieceId, pieceId)),
      ),
    );
}

/** A mark in words, whatever kind it is of. */
function wordsOf(row: MarkRow, of: Instrument): string {
  const { line, data }: MarkRecord = recordOf(row);
  const known = stratumOf(of, row.stratum);
  return known ? known.words({ ...(line === undefined ? {} : { line }), data }) : row.stratum;
}

interface Report {
  kept: number;
  moved: string[];
  orphaned: string[];
  removedBars: string[];
  addedBars: number[];
}

/** What became of everything that was written into the old score. */
function reportOf(
  before: PieceBefore,
  old: Score,
  now: Corrected,
  written: readonly NoteRow[],
  of: Instrument,
): Report {
  const gone = new Set(now.gone);
  const notes = new Map(old.notes.map((note) => [note.id, note]));
  const number = (bar: number) => old.bars[bar]?.number ?? "?";
  const after = (bar: number) =>
    now.score.bars[barAfter(now.bars, bar, now.score.bars.length)]!.number;
  const orphans = written
    .filter(({ noteId, value }) => gone.has(noteId) && value !== "")
    .map(({ noteId, aspect, value }) => {
      const note = notes.get(noteId)!;
      const what = of.aspects.find((one) => one.id === aspect)?.name ?? aspect;
      return `bar ${number(note.bar)}, ${note.hand}, beat ${beatName(old.bars[note.bar]!, note.offset)}: ${what} ${value} on ${spokenName(note.pitch)}`;
    });
  const marksGone = before.marks
    .filter((row) => markMoved(recordOf(row), now.bars).length === 0)
    .map((row) => `bar ${number(row.fromBar)}: ${wordsOf(row, of)}`);
  const moved = before.sections
    .filter(
      (row) => number(row.fromBar) !== after(row.fromBar) || now.bars[row.fromBar] === undefined,
    )
    .map((row) => `section ${row.name} now begins in bar ${after(row.fromBar)}`);
  const remarksLost = before.remarks
    .filter(
      (one) => now.bars[one.bar] === undefined || (one.noteId !== null && gone.has(one.noteId)),
    )
    .map(
      (one) =>
        `bar ${number(one.bar)}: the note “${one.text.slice(0, 60)}”, now at bar ${after(one.bar)}`,
    );
  const readingsGone = before.readings
    .filter((one) => now.bars.slice(one.fromBar, one.toBar + 1).some((bar) => bar === undefined))
    .map((one) => `the reading of “${one.source}” from bar ${number(one.fromBar)}`);
  const shapeGone = (before.piece.shape?.timing ?? [])
    .filter((mark) => now.bars[mark.from.bar] === undefined)
    .map((mark) => `bar ${number(mark.from.bar)}: ${mark.kind}`);
  const kept = now.bars.filter((bar) => bar !== undefined);
  return {
    kept:
      written.filter(({ noteId }) => !gone.has(noteId)).length +
      before.sections.length +
      before.marks.length -
      marksGone.length +
      before.remarks.length -
      remarksLost.length,
    moved,
    orphaned: [...orphans, ...marksGone, ...remarksLost, ...readingsGone, ...shapeGone],
    removedBars: now.bars.flatMap((bar, i) => (bar === undefined ? [number(i)] : [])),
    addedBars: now.score.bars.map((bar) => bar.index).filter((bar) => !kept.includes(bar)),
  };
}

/** The annotations' places and the log's bars in the corrected score. */
function moved(before: PieceBefore, { bars, score, gone }: Corrected): PieceBefore {
  const count = score.bars.length;
  const at = (bar: number) => barAfter(bars, bar, count);
  const unit = (key: string, from: number, to: number) =>
    `${from}-${to}-${key.split("-").slice(2).join("-")}`;
  const span = <T extends { unit: string; fromBar: number; toBar: number }>(row: T): T => {
    const [fromBar, toBar] = [at(row.fromBar), Math.max(at(row.fromBar), at(row.toBar))];
    return { ...row, fromBar, toBar, unit: unit(row.unit, fromBar, toBar) };
  };
  // an offset past the end of a bar that has become shorter falls to its beginning
  const fits = (bar: number, offset: string) => {
    const [num, den = "1"] = offset.split("/");
    const { length } = score.bars[bar] ?? { length: { num: 0, den: 1 } };
    return Number(num) / Number(den) < length.num / length.den ? offset : "0";
  };
  const last = (bar: number) => bars[bar];
  return {
    piece: before.piece,
    marks: before.marks.flatMap((row) =>
      markMoved(recordOf(row), bars).map((mark) => rowOf(row.pieceId, row.stratum, mark)),
    ),
    remarks: before.remarks.map((row) => ({
      ...row,
      bar: at(row.bar),
      offset: fits(at(row.bar), row.offset),
      ...(row.noteId !== null && gone.includes(row.noteId) ? { noteId: null } : {}),
    })),
    // a reading whose bars did not all stay is put aside, not lost
    readings: before.readings.map((row) => {
      const [from, to] = [last(row.fromBar), last(row.toBar)];
      const whole = from !== undefined && to !== undefined && to - from === row.toBar - row.fromBar;
      return whole
        ? {
            ...row,
            fromBar: from,
            toBar: to,
            measures: row.measures.map((one) => ({ ...one, bar: one.bar - row.fromBar + from })),
          }
        : {
            ...row,
            fromBar: at(row.fromBar),
            toBar: Math.max(at(row.fromBar), at(row.toBar)),
            inUse: false,
          };
    }),
    pages: before.pages.map(({ id, marks }) => ({
      id,
      marks: marks.flatMap((mark) =>
        bars[mark.bar] === undefined ? [] : [{ ...mark, bar: bars[mark.bar]! }],
      ),
    })),
    sections: before.sections.map((row) => {
      const fromBar = at(row.fromBar);
      const whole = row.toOffset === "0";
      const toBar = Math.max(
        fromBar + (whole ? 1 : 0),
        whole ? (row.toBar >= bars.length ? count : at(row.toBar)) : at(row.toBar),
      );
      return {
        ...row,
        fromBar,
        fromOffset: fits(fromBar, row.fromOffset),
        toBar,
        toOffset:
          whole || toBar === fromBar
            ? toBar === fromBar
              ? toText(score.bars[fromBar]!.length)
              : "0"
            : fits(toBar, row.toOffset),
      };
    }),
    attempts: before.attempts.map((row) => ({
      ...span(row),
      bar: row.bar === null ? null : at(row.bar),
    })),
    cards: before.cards.map(span),
  };
}

/** Writes the places of what stands in the piece. */
async function writePlaces(
  db: Database,
  pieceId: string,
  places: Pick<PieceBefore, "marks" | "sections" | "remarks" | "readings" | "pages">,
): Promise<void> {
  await db.delete(marks).where(eq(marks.pieceId, pieceId));
  await insertMarks(db, places.marks);
  for (const { id, ...row } of places.sections)
    await db.update(sections).set(row).where(eq(sections.id, id));
  for (const { id, ...row } of places.remarks)
    await db.update(remarks).set(row).where(eq(remarks.id, id));
  for (const { id, ...row } of places.readings)
    await db.update(readings).set(row).where(eq(readings.id, id));
  for (const { id, ...row } of places.pages)
    await db.update(pages).set(row).where(eq(pages.id, id));
}

const climaxIn = (
  climax: PieceBefore["piece"]["climax"],
  { bars, score }: Corrected,
): PieceBefore["piece"]["climax"] =>
  climax &&
  (bars[climax.bar] === undefined
    ? { bar: barAfter(bars, climax.bar, score.bars.length), offset: "0" }
    : { ...climax, bar: bars[climax.bar]! });

/**
 * The chosen road with its bars where they are now; one of which a bar is gone is taken whole
 * again.
 */
function roadIn(
  road: PieceBefore["piece"]["road"],
  { bars }: Corrected,
): PieceBefore["piece"]["road"] {
  if (!road) return null;
  const named = [
    ...(typeof road.repeats === "string" ? [] : road.repeats),
    ...road.cuts.flatMap((cut) => [cut.from, cut.to]),
  ];
  if (named.some((bar) => bars[bar] === undefined)) return null;
  return {
    repeats:
      typeof road.repeats === "string" ? road.repeats : road.repeats.map((bar) => bars[bar]!),
    cuts: road.cuts.map((cut) => ({ from: bars[cut.from]!, to: bars[cut.to]! })),
  };
}

export const correctionHandlers = (studio: Studio): Made => ({
  correctPiece: async ({ param, c }) => {
    const id = param("id");
    const row = await pieceRow(studio.db, id);
    const { file, fields } = await uploadedScore(c);
    const source = await sourceOf(studio.db, id);
    // readings of other editions are not the file that is corrected
    const { score: old } = source.adopted.length
      ? await studio.heavy.run("know", { ...source, adopted: [] }, readingOf(row))
      : await knownPiece(studio, id);
    const now = await studio.heavy.run(
      "correct",
      old,
      file,
      readingOf({ ...row, paper: null }),
      tuneOf(fields),
    );
    if (now.gone.length > old.notes.length * MOST_GONE)
      throw new ProblemError(
        422,
        "Hardly a note of this piece is in the file; it seems to be another piece. Bring it as a piece of its own.",
      );
    const written = await noteRows(studio.db, id);
    const before = await snapshot(studio.db, id);
    const report = reportOf(before, old, now, written, instrument(row.instrument));
    const places = moved(before, now);
    const { title: _, composer: __, ...head } = headOf(now.score, now.key);
    await studio.db.transaction(async (tx) => {
      await countEdit(tx, id, undefined);
      await tx.insert(corrections).values({ id: newId(), pieceId: id, before });
      await tx
        .update(pieces)
        .set({
          ...head,
          xml: now.xml,
          paper: null,
          climax: climaxIn(before.piece.climax, now),
          road: roadIn(before.piece.road, now),
          newBars: now.form.newBars,
          warnings: now.score.warnings.map(({ kind, message, bars }) => ({
            kind,
            message,
            ...(bars ? { bars: [...bars] } : {}),
          })),
          shape: before.piece.shape && shapeMoved(before.piece.shape, now.bars, new Set(now.gone)),
        })
        .where(eq(pieces.id, id));
      await writePlaces(tx, id, places);
      await countReading(tx, id);
      await writePractice(tx, id, places);
    });
    return { piece: answerPiece(await pieceRow(studio.db, id)), ...report };
  },

  undoCorrection: async ({ param }) => {
    const { id } = await pieceRow(studio.db, param("id"));
    const [last] = await studio.db
      .select()
      .from(corrections)
      .where(eq(corrections.pieceId, id))
      .orderBy(desc(corrections.createdAt))
      .limit(1);
    if (!last) throw new ProblemError(404, "This piece has not been corrected.");
    const { before } = last;
    const [later] = await studio.db
      .select({ count: sql<number>`count(*)::int` })
      .from(sections)
      .where(eq(sections.pieceId, id));
    await studio.db.transaction(async (tx) => {
      await countEdit(tx, id, undefined);
      await tx.update(pieces).set(before.piece).where(eq(pieces.id, id));
      // sections made since stay, as far as they fit
      if (later!.count !== before.sections.length)
        await tx
          .delete(sections)
          .where(sql`${sections.pieceId} = ${id} and ${sections.fromBar} >= ${before.piece.bars}`);
      await writePlaces(tx, id, before);
      await countReading(tx, id);
      await writePractice(tx, id, before);
      await tx.delete(corrections).where(eq(corrections.id, last.id));
    });
    return answerPiece(await pieceRow(studio.db, id));
  },
});
