import { say, small } from "@yarrow-ridge/core/words";
import { handName, instrument } from "@yarrow-ridge/core/instruments";
import {
  NO_SHAPE,
  parseFraction,
  shapeFrom,
  shapeRecord,
  toNumber,
} from "@yarrow-ridge/core/score";
import {
  accentRows,
  freeRuns,
  loudnessOf,
  overlapping,
  shapeDoubts,
  shapeWords,
} from "@yarrow-ridge/core/shaping";
import { eq } from "drizzle-orm";
import { pieces } from "../db/schema.ts";
import { ProblemError } from "../http/problems.ts";
import type { Handlers } from "../http/serve.ts";
import type { Studio } from "../studio.ts";
import { countEdit, knownPiece, pieceRow, sectionsOf, shapeOf } from "./store.ts";

type Made = Pick<Handlers, "putShape" | "shape">;

export const shapeHandlers = (studio: Studio): Made => ({
  putShape: async ({ param, body }) => {
    const { score } = await knownPiece(studio, param("id"));
    const shape = body.shape && shapeFrom(body.shape, score);
    const clash = shape && overlapping(shape.timing);
    if (clash)
      throw new ProblemError(
        400,
        say`Two marks pull bar ${score.bars[clash[1].from.bar]!.number} at once: ${clash[0].kind}
          and ${clash[1].kind}.`,
        "timing",
      );
    const revision = await studio.db.transaction(async (tx) => {
      const counted = await countEdit(tx, param("id"), body.revision);
      await tx
        .update(pieces)
        .set({ shape: shape && shapeRecord(shape) })
        .where(eq(pieces.id, param("id")));
      return counted;
    });
    return { revision };
  },

  shape: async ({ param }) => {
    const { score } = await knownPiece(studio, param("id"));
    const row = await pieceRow(studio.db, param("id"));
    const kind = instrument(row.instrument);
    const shape = (await shapeOf(studio, param("id"))) ?? NO_SHAPE;
    const named = await sectionsOf(studio.db, param("id"));
    const climax = row.climax
      ? { bar: row.climax.bar, offset: parseFraction(row.climax.offset)! }
      : undefined;
    return {
      source: shape.loudness ? ("teacher" as const) : ("printed" as const),
      loudness: loudnessOf(score, shape).map(({ bar, offset, level }) => ({
        bar,
        offset: toNumber(offset),
        level,
      })),
      accents: accentRows(score, shape).map((one) => ({
        ...one,
        accents: one.accents.map(({ bar, offset, notes, size }) => ({
          bar,
          offset: toNumber(offset),
          notes: [...notes],
          size,
        })),
      })),
      runs: freeRuns(score, shape).map((run) => ({
        ...run,
        notes: [...run.notes],
        meetings: run.meetings.map((one) => ({ ...one })),
      })),
      doubts: shapeDoubts(score, named, climax, shape).map((one) => ({ ...one })),
      sections: named.map((section) => ({
        id: section.id,
        words: shapeWords(score, shape, section.from, section.to, (hand) =>
          small(handName(kind, hand)),
        ),
      })),
    };
  },
});
