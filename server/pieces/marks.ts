import { say } from "@yarrow-ridge/core/words";
import { toText } from "@yarrow-ridge/core/score";
import { and, eq, inArray } from "drizzle-orm";
import { pieces, remarks } from "../db/schema.ts";
import { notFound, ProblemError } from "../http/problems.ts";
import type { Handlers } from "../http/serve.ts";
import { markPieceStale } from "./stale.ts";
import type { Studio } from "../studio.ts";
import { formOf } from "./form.ts";
import {
  countEdit,
  countReading,
  headOf,
  inScore,
  knownPiece,
  limbsOf,
  offsetIn,
  pieceRow,
} from "./store.ts";

type Made = Pick<Handlers, "putRemarks" | "putClimax" | "putHands">;

/** What is written about the piece beside fingers, pedal and sections. */
export const markHandlers = (studio: Studio): Made => ({
  putRemarks: async ({ param, body }) => {
    const id = param("id");
    const { score } = await knownPiece(studio, id);
    const notes = new Map(score.notes.map((note) => [note.id, note]));
    const rows = body.put.map((one) => {
      const note = one.noteId ? notes.get(one.noteId) : undefined;
      if (one.noteId && !note)
        throw new ProblemError(
          400,
          say`There is no note "${one.noteId.slice(0, 40)}" in this piece.`,
          "put",
        );
      const place = note
        ? { bar: note.bar, offset: note.offset }
        : { bar: one.bar, offset: offsetIn(one.offset) };
      inScore(score, place, say`The note`, false);
      return {
        id: one.id,
        pieceId: id,
        bar: place.bar,
        offset: toText(place.offset),
        noteId: note?.id ?? null,
        text: one.text.trim(),
      };
    });
    const revision = await studio.db.transaction(async (tx) => {
      const counted = await countEdit(tx, id, body.revision);
      const gone = body.remove.length
        ? await tx
            .delete(remarks)
            .where(and(inArray(remarks.id, body.remove), eq(remarks.pieceId, id)))
            .returning({ id: remarks.id })
        : [];
      if (gone.length < body.remove.length) throw notFound("note");
      for (const { id: remark, ...row } of rows) {
        const [before] = await tx
          .select({ pieceId: remarks.pieceId })
          .from(remarks)
          .where(eq(remarks.id, remark));
        if (before && before.pieceId !== id)
          throw new ProblemError(409, say`A note of this id belongs to another piece.`);
        await tx
          .insert(remarks)
          .values({ id: remark, ...row })
          .onConflictDoUpdate({ target: remarks.id, set: row });
      }
      return counted;
    });
    return { revision };
  },

  putClimax: async ({ param, body }) => {
    const { score } = await knownPiece(studio, param("id"));
    const place = body.place && { bar: body.place.bar, offset: offsetIn(body.place.offset) };
    if (place) inScore(score, place, say`The climax`, false);
    const revision = await studio.db.transaction(async (tx) => {
      const counted = await countEdit(tx, param("id"), body.revision);
      await tx
        .update(pieces)
        .set({ climax: place && { bar: place.bar, offset: toText(place.offset) } })
        .where(eq(pieces.id, param("id")));
      return counted;
    });
    return { revision };
  },

  putHands: async ({ param, body }) => {
    const id = param("id");
    const { score } = await knownPiece(studio, id);
    const hands = limbsOf((await pieceRow(studio.db, id)).instrument);
    const known = new Set(score.notes.map((note) => note.id));
    for (const note of body.notes) {
      if (!known.has(note.id))
        throw new ProblemError(
          400,
          say`There is no note "${note.id.slice(0, 40)}" in this piece.`,
          "notes",
        );
      if (note.hand !== null && !hands.includes(note.hand))
        throw new ProblemError(
          400,
          say`"hand" must be one of ${hands.join(", ")}, or null.`,
          "notes",
        );
    }
    const revision = await studio.db.transaction(async (tx) => {
      const counted = await countEdit(tx, id, body.revision);
      const [row] = await tx
        .select({ handOf: pieces.handOf })
        .from(pieces)
        .where(eq(pieces.id, id));
      const after = new Map(Object.entries(row?.handOf ?? {}));
      for (const note of body.notes) {
        if (note.hand === null) after.delete(note.id);
        else after.set(note.id, note.hand);
      }
      await tx
        .update(pieces)
        .set({ handOf: after.size ? Object.fromEntries(after) : null })
        .where(eq(pieces.id, id));
      await countReading(tx, id);
      await markPieceStale({ db: tx }, id);
      return counted;
    });
    await refreshHead(studio, id);
    return { revision };
  },
});

/** What lists show of a piece, after it is read otherwise. */
export async function refreshHead(studio: Studio, id: string): Promise<void> {
  const { score, form, key } = await formOf(studio, id);
  const { title: _, composer: __, ...head } = headOf(score, key);
  await studio.db
    .update(pieces)
    .set({ ...head, newBars: form.newBars })
    .where(eq(pieces.id, id));
}
