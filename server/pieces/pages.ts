import { say } from "@yarrow-ridge/core/words";
import { and, asc, eq, getTableColumns, max } from "drizzle-orm";
import { imageSize } from "image-size";
import { pages } from "../db/schema.ts";
import { notFound, ProblemError } from "../http/problems.ts";
import type { Handlers } from "../http/serve.ts";
import { newId, type Studio } from "../studio.ts";
import { knownPiece, pieceRow } from "./store.ts";
import { uploadedScore } from "./upload.ts";

type Made = Pick<Handlers, "pages" | "addPage" | "pagePicture" | "editPage" | "removePage">;

const { picture: _picture, ...light } = getTableColumns(pages);
const MIMES: Readonly<Record<string, string>> = { png: "image/png", jpg: "image/jpeg" };
/** A page scanned at 1200 dots an inch has fewer. */
const MOST_PIXELS = 20_000;
const MOST_PAGES = 300;

type Row = Omit<typeof pages.$inferSelect, "picture">;
const answer = ({ id, name, position, width, height, marks }: Row) => ({
  id,
  name,
  position,
  width,
  height,
  marks: marks.map((mark) => ({ ...mark })),
});

/** The kind and size of a picture, from its own head. @throws ProblemError 422 */
function lookAt(file: Uint8Array): { mime: string; width: number; height: number } {
  let seen: ReturnType<typeof imageSize> | undefined;
  try {
    // only these two are looked at further: other kinds are not for pages
    if (file[0] === 0x89 || file[0] === 0xff) seen = imageSize(file);
  } catch {
    // not a picture that is known
  }
  const mime = MIMES[seen?.type ?? ""];
  if (!seen || !mime)
    throw new ProblemError(
      422,
      say`The page is no PNG or JPEG picture. Pages of a PDF are turned into pictures when they are
        chosen on the Pages screen.`,
    );
  if (!(
    seen.width >= 1 &&
    seen.height >= 1 &&
    seen.width <= MOST_PIXELS &&
    seen.height <= MOST_PIXELS
  ))
    throw new ProblemError(
      422,
      say`The picture is ${seen.width} by ${seen.height}; up to ${MOST_PIXELS} on a side can be
        kept.`,
    );
  return { mime, width: seen.width, height: seen.height };
}

/** Pictures of a piece's pages. */
export const pageHandlers = (studio: Studio): Made => {
  const { db } = studio;
  const of = (pieceId: string) => and(eq(pages.pieceId, pieceId), eq(pages.removed, false));
  const find = async (pieceId: string, id: string): Promise<Row> => {
    await pieceRow(db, pieceId);
    const [row] = await db
      .select(light)
      .from(pages)
      .where(and(eq(pages.id, id), eq(pages.pieceId, pieceId)));
    if (!row) throw notFound("page");
    return row;
  };
  return {
    pages: async ({ param }) => {
      await pieceRow(db, param("id"));
      const rows = await db
        .select(light)
        .from(pages)
        .where(of(param("id")))
        .orderBy(asc(pages.position), asc(pages.createdAt));
      return { items: rows.map(answer) };
    },

    addPage: async ({ param, c }) => {
      await pieceRow(db, param("id"));
      const { file, name } = await uploadedScore(c);
      const seen = lookAt(file);
      const [last] = await db
        .select({ position: max(pages.position) })
        .from(pages)
        .where(of(param("id")));
      const position = (last?.position ?? -1) + 1;
      if (position >= MOST_PAGES)
        throw new ProblemError(422, say`A piece keeps up to ${MOST_PAGES} pages.`);
      const [row] = await db
        .insert(pages)
        .values({
          id: newId(),
          pieceId: param("id"),
          position,
          name: name || `Page ${position + 1}`,
          ...seen,
          picture: file,
        })
        .returning(light);
      return c.json(answer(row!), 201);
    },

    pagePicture: async ({ param, c }) => {
      const { id, mime } = await find(param("id"), param("page"));
      const [row] = await db.select({ picture: pages.picture }).from(pages).where(eq(pages.id, id));
      return c.body(Uint8Array.from(row!.picture), 200, {
        "content-type": mime,
        "cache-control": "private, max-age=31536000, immutable",
      });
    },

    editPage: async ({ param, body }) => {
      const row = await find(param("id"), param("page"));
      const { bars } = (await knownPiece(studio, param("id"))).score;
      const outside = body.marks?.find((mark) => mark.bar >= bars.length);
      if (outside)
        throw new ProblemError(
          400,
          say`A bar marked on the page lies after the last one; the piece has ${bars.length}.`,
          "marks",
        );
      if (
        body.marks?.some(
          (mark) =>
            mark.width <= 0 ||
            mark.height <= 0 ||
            mark.x + mark.width > 1.0001 ||
            mark.y + mark.height > 1.0001,
        )
      )
        throw new ProblemError(400, say`A bar marked on the page reaches over its edge.`, "marks");
      if (Object.keys(body).length === 0) return answer(row);
      const [after] = await db.update(pages).set(body).where(eq(pages.id, row.id)).returning(light);
      return answer(after!);
    },

    removePage: async ({ param }) => {
      const { id } = await find(param("id"), param("page"));
      await db.update(pages).set({ removed: true }).where(eq(pages.id, id));
      return { id };
    },
  };
};
