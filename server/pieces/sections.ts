import { say } from "@yarrow-ridge/core/words";
import {
  comparePlaces,
  equals,
  lastBarOf,
  toText,
  type Place,
  type Score,
} from "@yarrow-ridge/core/score";
import { and, eq, inArray } from "drizzle-orm";
import { sections } from "../db/schema.ts";
import type { Database } from "../db/open.ts";
import { notFound, ProblemError } from "../http/problems.ts";
import type { Handlers } from "../http/serve.ts";
import { markPieceStale } from "./stale.ts";
import { newId, type Studio } from "../studio.ts";
import { answerSection, countEdit, inScore, knownPiece, offsetIn, sectionOf } from "./store.ts";

type Made = Pick<Handlers, "addSection" | "editSection" | "removeSection" | "putSections">;

export const sectionHandlers = (studio: Studio): Made => {
  /** One edit of a piece's sections: counted, and told to the plans. */
  const edit = <T>(
    pieceId: string,
    on: number | undefined,
    write: (tx: Database) => Promise<T>,
  ): Promise<{ done: T; revision: number }> =>
    studio.db.transaction(async (tx) => {
      const revision = await countEdit(tx, pieceId, on);
      const done = await write(tx);
      await markPieceStale({ db: tx }, pieceId);
      return { done, revision };
    });
  const taken = async (tx: Database, id: string) =>
    (await tx.select({ pieceId: sections.pieceId }).from(sections).where(eq(sections.id, id)))[0];
  const remove = async (tx: Database, pieceId: string, ids: readonly string[]) => {
    const gone = ids.length
      ? await tx
          .delete(sections)
          .where(and(inArray(sections.id, [...ids]), eq(sections.pieceId, pieceId)))
          .returning({ id: sections.id })
      : [];
    if (gone.length < ids.length) throw notFound("section");
  };

  return {
    addSection: async ({ param, body }) => {
      const { score } = await knownPiece(studio, param("id"));
      const { from, to } = stretch(score, body.from, body.to);
      const row = {
        id: body.id ?? newId(),
        pieceId: param("id"),
        name: body.name.trim(),
        words: body.words ?? "",
        about: body.about ?? {},
        ...columns(from, to),
      };
      const { revision } = await edit(param("id"), body.revision, async (tx) => {
        if (await taken(tx, row.id))
          throw new ProblemError(409, say`This section is there already.`);
        await tx.insert(sections).values(row);
      });
      return { ...answerSection(sectionOf(row)), revision };
    },

    editSection: async ({ param, body }) => {
      const { score } = await knownPiece(studio, param("id"));
      const { done, revision } = await edit(param("id"), body.revision, async (tx) => {
        const [before] = await tx
          .select()
          .from(sections)
          .where(and(eq(sections.id, param("section")), eq(sections.pieceId, param("id"))));
        if (!before) throw notFound("section");
        const known = sectionOf(before);
        const { from, to } = stretch(
          score,
          body.from ?? { bar: known.from.bar, offset: toText(known.from.offset) },
          body.to ?? { bar: known.to.bar, offset: toText(known.to.offset) },
        );
        const [after] = await tx
          .update(sections)
          .set({
            name: body.name?.trim() ?? before.name,
            words: body.words ?? before.words,
            about: body.about ?? before.about,
            ...columns(from, to),
          })
          .where(eq(sections.id, before.id))
          .returning();
        return after!;
      });
      return { ...answerSection(sectionOf(done)), revision };
    },

    removeSection: async ({ param }) => {
      const { revision } = await edit(param("id"), undefined, (tx) =>
        remove(tx, param("id"), [param("section")]),
      );
      return { revision };
    },

    putSections: async ({ param, body }) => {
      const { score } = await knownPiece(studio, param("id"));
      const rows = body.put.map(({ id, name, words, about, from, to }) => {
        const place = stretch(score, from, to);
        return {
          id,
          pieceId: param("id"),
          name: name.trim(),
          words: words ?? "",
          about: about ?? {},
          ...columns(place.from, place.to),
        };
      });
      const { revision } = await edit(param("id"), body.revision, async (tx) => {
        await remove(tx, param("id"), body.remove);
        for (const { id, ...row } of rows) {
          const before = await taken(tx, id);
          if (before && before.pieceId !== param("id"))
            throw new ProblemError(409, say`A section of this id belongs to another piece.`);
          await tx
            .insert(sections)
            .values({ id, ...row })
            .onConflictDoUpdate({ target: sections.id, set: row });
        }
      });
      return { revision };
    },
  };
};

const columns = (from: Place, to: Place) => ({
  fromBar: from.bar,
  fromOffset: toText(from.offset),
  toBar: to.bar,
  toOffset: toText(to.offset),
});

/** Where a section begins and ends, checked. @throws ProblemError 400 */
function stretch(
  score: Score,
  from: { bar: number; offset?: number | string },
  to: { bar: number; offset?: number | string },
): { from: Place; to: Place } {
  const start: Place = { bar: from.bar, offset: offsetIn(from.offset) };
  let end: Place = { bar: to.bar, offset: offsetIn(to.offset) };
  inScore(score, start, say`The section's beginning`, false);
  const bar = score.bars[end.bar];
  if (bar && equals(end.offset, bar.length)) end = { bar: end.bar + 1, offset: { num: 0, den: 1 } };
  if (lastBarOf(end) < score.bars.length - 1 || end.bar < score.bars.length)
    inScore(score, end, say`The section's end`, true);
  else if (end.bar > score.bars.length || end.offset.num !== 0)
    throw new ProblemError(
      400,
      say`The section's end lies after the last bar; the piece has ${score.bars.length}.`,
    );
  if (comparePlaces(start, end) >= 0)
    throw new ProblemError(400, say`The section ends before it begins.`);
  return { from: start, to: end };
}
