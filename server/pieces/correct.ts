import { say } from "@yarrow-ridge/core/words";
import { shapeMoved } from "@yarrow-ridge/core/score";
import { instrument } from "@yarrow-ridge/core/instruments";
import { desc, eq, sql } from "drizzle-orm";
import { same } from "../http/was.ts";
import { corrections, pieces, sections } from "../db/schema.ts";
import { ProblemError } from "../http/problems.ts";
import type { Answer } from "@yarrow-ridge/contract";
import type { FileChoice } from "../heavy/tasks.ts";
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
  setupAsked,
  sourceOf,
} from "./store.ts";
import { noteRows } from "./written.ts";
import { tuneOf, uploadedScore } from "./upload.ts";

import { climaxIn, moved, roadIn, writePlaces } from "./correctPlaces.ts";
import { reportOf } from "./correctReport.ts";
import { snapshot, writePractice } from "./correctSnapshot.ts";

type Made = Pick<Handlers, "correctPiece" | "undoCorrection">;

/** A file that keeps fewer notes than the rest of this share is no correction. */
const MOST_GONE = 0.8;

interface CorrectedFile {
  readonly choice?: FileChoice;
  /** How its staves are read from now on, where that changes. */
  readonly layout?: string;
}

/** Puts a file in the place of the score, with everything that is written into it. */
export async function putCorrected(
  studio: Studio,
  id: string,
  file: Uint8Array,
  { choice = {}, layout }: CorrectedFile,
): Promise<Answer<"correctPiece">> {
  const row = await pieceRow(studio.db, id);
  const source = await sourceOf(studio.db, id);
  // readings of other editions are not the file that is corrected
  const { score: old } = source.adopted.length
    ? await studio.heavy.run("know", { ...source, adopted: [] }, readingOf(row))
    : await knownPiece(studio, id);
  const how = readingOf({ ...row, paper: null, ...(layout ? { layout } : {}) });
  const read = await studio.heavy.read(file, how, choice);
  const now = await studio.heavy.run("correct", old, read, how, choice);
  if (now.gone.length > old.notes.length * MOST_GONE)
    throw new ProblemError(
      422,
      say`Hardly a note of this piece is in the file; it seems to be another piece. Bring it as a
        piece of its own.`,
    );
  const written = await noteRows(studio.db, id);
  const before = await snapshot(studio.db, id);
  const report = reportOf(before, old, now, written, instrument(row.instrument));
  const places = moved(before, now);
  // an instrument that is set up as the file asked goes on with what this file asks
  const asAsked = same(row.setup, setupAsked(row.instrument, old));
  const { title: _, composer: __, ...head } = headOf(now.score, now.key);
  await studio.db.transaction(async (tx) => {
    await countEdit(tx, id, undefined);
    await tx.insert(corrections).values({ id: newId(), pieceId: id, before });
    await tx
      .update(pieces)
      .set({
        ...head,
        ...(layout ? { layout } : {}),
        ...(asAsked ? { setup: setupAsked(row.instrument, now.score) } : {}),
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
}

export const correctionHandlers = (studio: Studio): Made => ({
  correctPiece: async ({ param, c }) => {
    const { id } = await pieceRow(studio.db, param("id"));
    const { file, fields } = await uploadedScore(c);
    return putCorrected(studio, id, file, { choice: tuneOf(fields) });
  },

  undoCorrection: async ({ param }) => {
    const { id } = await pieceRow(studio.db, param("id"));
    const [last] = await studio.db
      .select()
      .from(corrections)
      .where(eq(corrections.pieceId, id))
      .orderBy(desc(corrections.createdAt))
      .limit(1);
    if (!last) throw new ProblemError(404, say`This piece has not been corrected.`);
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
