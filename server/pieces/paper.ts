import { say } from "@yarrow-ridge/core/words";
import type { Body } from "@yarrow-ridge/contract";
import { paperXml, readScore, type Paper } from "@yarrow-ridge/core/score";
import { eq } from "drizzle-orm";
import { pages, pieces, remarks, sections } from "../db/schema.ts";
import { ProblemError } from "../http/problems.ts";
import type { Handlers } from "../http/serve.ts";
import { markPieceStale } from "./stale.ts";
import { newId, type Studio } from "../studio.ts";
import { refreshHead } from "./marks.ts";
import {
  instrument as instrumentOf,
  readingOf,
  USUAL_INSTRUMENT,
} from "@yarrow-ridge/core/instruments";
import {
  answerPiece,
  countEdit,
  countReading,
  headOf,
  limbsOf,
  pieceRow,
  type PieceRow,
} from "./store.ts";

type Made = Pick<Handlers, "addPaperPiece" | "paper" | "editPaper">;

/** What was told, without what was left out. */
const told = (body: Body<"editPaper">): Paper => JSON.parse(JSON.stringify(body)) as Paper;

/** Stores a piece of which only its bars are told. @throws ScoreError */
export async function bringPaper(
  { db }: Studio,
  title: string,
  composer: string,
  instrument: string,
  paper: Paper,
  id = newId(),
): Promise<PieceRow> {
  const { score, xml } = readScore(
    paperXml(paper, title, composer, limbsOf(instrument).length),
    readingOf(instrumentOf(instrument), { onPaper: true }),
  );
  const [row] = await db
    .insert(pieces)
    .values({
      ...headOf(score),
      id,
      title,
      composer,
      instrument,
      xml,
      newBars: score.bars.length,
      warnings: [],
      paper,
    })
    .onConflictDoNothing()
    .returning();
  return row ?? pieceRow(db, id);
}

/**
 * Pieces on paper, of which there is no file: a score of bars without notes is made from what is
 * told of them.
 */
export const paperHandlers = (studio: Studio): Made => ({
  addPaperPiece: async ({ body, c }) => {
    const { title, composer = "", instrument = USUAL_INSTRUMENT } = body;
    return c.json(
      answerPiece(
        await bringPaper(studio, title.trim(), composer, instrument, told(body.paper), body.id),
      ),
      201,
    );
  },

  paper: async ({ param }) => {
    const { paper } = await pieceRow(studio.db, param("id"));
    if (!paper)
      throw new ProblemError(404, say`This piece has a file; what it holds is in its score.`);
    return structuredClone(paper) as Body<"editPaper">;
  },

  editPaper: async ({ param, body }) => {
    const id = param("id");
    const row = await pieceRow(studio.db, id);
    if (!row.paper)
      throw new ProblemError(409, say`This piece has a file; bring a corrected file instead.`);
    const paper = told(body);
    const { score, xml } = readScore(
      paperXml(paper, row.title, row.composer, limbsOf(row.instrument).length),
      readingOf(instrumentOf(row.instrument), { onPaper: true }),
    );
    const named = await studio.db.select().from(sections).where(eq(sections.pieceId, id));
    const notes = await studio.db.select().from(remarks).where(eq(remarks.pieceId, id));
    const marked = await studio.db
      .select({ marks: pages.marks })
      .from(pages)
      .where(eq(pages.pieceId, id));
    const last = score.bars.length;
    const outside = named.find(
      (one) => one.toBar > last || (one.toBar === last && one.toOffset !== "0"),
    );
    if (outside)
      throw new ProblemError(
        409,
        say`Section ${outside.name} reaches past the new end; shorten or remove it first.`,
      );
    if (notes.some((one) => one.bar >= last))
      throw new ProblemError(
        409,
        say`A note to yourself stands past the new end; remove it first.`,
      );
    if (marked.some((page) => page.marks.some((mark) => mark.bar >= last)))
      throw new ProblemError(409, say`A page has a bar marked past the new end; rub it out first.`);
    await studio.db.transaction(async (tx) => {
      await countEdit(tx, id, undefined);
      const { title: _, composer: __, ...head } = headOf(score);
      await tx
        .update(pieces)
        .set({ ...head, paper, xml })
        .where(eq(pieces.id, id));
      await countReading(tx, id);
      await markPieceStale({ db: tx }, id);
    });
    await refreshHead(studio, id);
    return answerPiece(await pieceRow(studio.db, id));
  },
});
