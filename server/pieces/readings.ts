import { say } from "@yarrow-ridge/core/words";
import { alignBars, linesOfBoth } from "@yarrow-ridge/core/form";
import { barSpan, type Score } from "@yarrow-ridge/core/score";
import { and, eq } from "drizzle-orm";
import { readings } from "../db/schema.ts";
import { notFound, ProblemError } from "../http/problems.ts";
import type { Handlers } from "../http/serve.ts";
import { markPieceStale } from "./stale.ts";
import { newId, type Studio } from "../studio.ts";
import { refreshHead } from "./marks.ts";
import { countEdit, countReading, knownPiece, mineOf, pieceRow, sourceOf } from "./store.ts";

type Made = Pick<Handlers, "addReading" | "editReading" | "removeReading">;
type Row = Pick<typeof readings.$inferSelect, "id" | "fromBar" | "toBar" | "source" | "inUse">;

export const answerReading = (row: Row) => ({
  id: row.id,
  from: row.fromBar,
  to: row.toBar,
  source: row.source,
  inUse: row.inUse,
});

/** Bars of other editions that are played for now. */
export const readingHandlers = (studio: Studio): Made => {
  const { db } = studio;
  /** @param taken a reading that is to be in use: its bars must be free once its turn comes */
  const edit = async (pieceId: string, write: (tx: typeof db) => Promise<unknown>, taken?: Row) => {
    const { score } = await knownPiece(studio, pieceId);
    await db.transaction(async (tx) => {
      await countEdit(tx, pieceId, undefined);
      if (taken) await freeOf(tx, pieceId, taken, score);
      await write(tx);
      await countReading(tx, pieceId);
      await markPieceStale({ db: tx }, pieceId);
    });
    await refreshHead(studio, pieceId);
  };
  /** Two readings of one bar cannot be played at once. @throws ProblemError 409 */
  const freeOf = async (
    tx: typeof db,
    pieceId: string,
    { id, fromBar, toBar }: Row,
    score: Score,
  ) => {
    const rows: Row[] = await tx
      .select()
      .from(readings)
      .where(and(eq(readings.pieceId, pieceId), eq(readings.inUse, true)));
    const other = rows.find((row) => row.id !== id && row.fromBar <= toBar && row.toBar >= fromBar);
    if (other)
      throw new ProblemError(
        409,
        say`Bars ${barSpan(score.bars, other.fromBar, other.toBar)} are played as “${other.source}”
          has them; put that reading aside first.`,
      );
  };
  const find = async (pieceId: string, id: string): Promise<Row> => {
    const [row] = await db
      .select()
      .from(readings)
      .where(and(eq(readings.id, id), eq(readings.pieceId, pieceId)));
    if (!row) throw notFound("reading");
    return row;
  };
  return {
    addReading: async ({ param, body }) => {
      const id = param("id");
      const [sent] = body.id
        ? await db.select().from(readings).where(eq(readings.id, body.id))
        : [];
      if (sent) return answerReading(sent);
      const [own, other] = [await knownPiece(studio, id), await knownPiece(studio, body.other)];
      const { title } = await pieceRow(db, body.other);
      if (id === body.other)
        throw new ProblemError(400, say`A reading is taken from another edition.`, "other");
      const { bars } = own.score;
      if (body.to < body.from || body.to >= bars.length)
        throw new ProblemError(
          400,
          say`The bars must lie from 0 to ${bars.length - 1}, the first not after the last.`,
          "to",
        );
      const lines = linesOfBoth(own.score, other.score);
      const beside = new Map(
        alignBars(lines.a.get("both")!, lines.b.get("both")!).flatMap(({ a, b }) =>
          a === undefined || b === undefined ? [] : [[a, b]],
        ),
      );
      const [from, to] = [beside.get(body.from), beside.get(body.to)];
      if (from === undefined || to === undefined)
        throw new ProblemError(
          422,
          say`The other edition has nothing in the place of bar
            ${bars[from === undefined ? body.from : body.to]!.number}.`,
        );
      const row = {
        id: body.id ?? newId(),
        pieceId: id,
        fromBar: body.from,
        toBar: body.to,
        source: title,
        inUse: true,
      };
      const measures = await studio.heavy.run(
        "adopt",
        {
          xml: (await sourceOf(db, id)).xml,
          practised: mineOf(own.score),
          from: body.from,
          to: body.to,
        },
        { xml: (await sourceOf(db, body.other)).xml, practised: mineOf(other.score), from, to },
        `${row.id.slice(0, 8)}-`,
      );
      await edit(id, (tx) => tx.insert(readings).values({ ...row, measures }), row);
      return answerReading(row);
    },

    editReading: async ({ param, body }) => {
      await pieceRow(db, param("id"));
      const row = await find(param("id"), param("reading"));
      await edit(
        param("id"),
        (tx) => tx.update(readings).set({ inUse: body.inUse }).where(eq(readings.id, row.id)),
        body.inUse ? row : undefined,
      );
      return answerReading({ ...row, inUse: body.inUse });
    },

    removeReading: async ({ param }) => {
      await pieceRow(db, param("id"));
      const { id } = await find(param("id"), param("reading"));
      await edit(param("id"), (tx) => tx.delete(readings).where(eq(readings.id, id)));
      return { id };
    },
  };
};
