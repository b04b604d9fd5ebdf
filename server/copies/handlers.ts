import { say } from "@yarrow-ridge/core/words";
import { inArray } from "drizzle-orm";
import { today } from "../clock.ts";
import { pieces } from "../db/schema.ts";
import { attachment } from "../http/download.ts";
import { ProblemError } from "../http/problems.ts";
import type { Handlers } from "../http/serve.ts";
import { uploadedScore } from "../pieces/upload.ts";
import { pieceRow, readingOf } from "../pieces/store.ts";
import type { Studio } from "../studio.ts";
import { bringCopy, type Choice } from "./bring.ts";
import { copiesIn } from "./daily.ts";
import { readCopy, type ReadCopy } from "./read.ts";
import { writeCopy } from "./write.ts";

type Made = Pick<Handlers, "copyStudio" | "copyPiece" | "bringCopy" | "copies">;
const CHOICES: readonly string[] = ["ask", "keep", "take"];

/** Scores that are new here must be readable: a piece nobody can open is no piece. */
async function checkScores({ db, heavy }: Studio, { tables }: ReadCopy): Promise<void> {
  const rows = (tables.get("pieces") ?? []) as (typeof pieces.$inferSelect)[];
  const ids = rows.map(({ id }) => id);
  const known = ids.length
    ? await db.select({ id: pieces.id }).from(pieces).where(inArray(pieces.id, ids))
    : [];
  const there = new Set(known.map(({ id }) => id));
  for (const row of rows.filter(({ id }) => !there.has(id))) {
    try {
      await heavy.read(new TextEncoder().encode(row.xml), readingOf(row), {});
    } catch (error) {
      throw new ProblemError(
        422,
        say`The score of “${row.title.slice(0, 60)}” in the copy cannot be read:
          ${(error as Error).message} Nothing was changed.`,
      );
    }
  }
}

export const copyHandlers = (studio: Studio): Made => {
  const zip = (bytes: Uint8Array<ArrayBuffer>, title: string, ending: string) =>
    new Response(bytes, {
      headers: {
        "content-type": "application/zip",
        "content-disposition": attachment(title, ending),
      },
    });
  const made = () => studio.clock.now().toISOString();
  return {
    copyStudio: async () =>
      zip(await writeCopy(studio.db, made()), `studio ${today(studio.clock)}`, "zip"),
    copyPiece: async ({ param }) => {
      const { id, title } = await pieceRow(studio.db, param("id"));
      return zip(await writeCopy(studio.db, made(), id), title, "piece.zip");
    },
    bringCopy: async ({ c }) => {
      const { file, fields } = await uploadedScore(c);
      const choice = fields.choice ?? "ask";
      if (!CHOICES.includes(choice))
        throw new ProblemError(400, say`"choice" must be one of ${CHOICES.join(", ")}.`, "choice");
      const copy = readCopy(file);
      await checkScores(studio, copy);
      const report = await bringCopy(studio.db, copy, choice as Choice);
      if (report.brought) studio.known.clear();
      const { kind, made: when } = copy.manifest;
      const [only] = kind === "yarrow-ridge-piece" ? (copy.tables.get("pieces") ?? []) : [];
      return {
        ...report,
        different: [...report.different],
        made: String(when),
        piece: only ? String(only.id) : null,
      };
    },
    copies: async () => {
      const dates = studio.copies ? copiesIn(studio.copies) : [];
      return { last: dates[0] ?? null, dates, folder: studio.copies ?? null };
    },
  };
};
