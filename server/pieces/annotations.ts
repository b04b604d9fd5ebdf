import {
  comparePlaces,
  overlap,
  parseFraction,
  positionFrom,
  positionRecord,
  shapeRecord,
  toText,
  type Score,
} from "@yarrow-ridge/core/score";
import { instrument } from "@yarrow-ridge/core/instruments";
import { parseWritten, writtenText } from "@yarrow-ridge/core/fingering";
import { and, eq, inArray, sql } from "drizzle-orm";
import { fingerings, pieces, readings, remarks } from "../db/schema.ts";
import { ProblemError } from "../http/problems.ts";
import type { Handlers } from "../http/serve.ts";
import type { Studio } from "../studio.ts";
import { answerReading } from "./readings.ts";
import {
  answerPlace,
  answerSection,
  countEdit,
  fingeringRows,
  inScore,
  knownPiece,
  offsetIn,
  pedalOf,
  pieceRow,
  sectionsOf,
  shapeOf,
  sourceOf,
} from "./store.ts";

const DEFAULT_LAYER = "teacher";

type Made = Pick<Handlers, "annotations" | "putFingerings" | "putPedal" | "putPositions">;

export const annotationHandlers = (studio: Studio): Made => ({
  annotations: async ({ param, query }) => {
    const { db } = studio;
    const { revision, climax, positions } = await pieceRow(db, param("id"));
    const [written, pedal, named] = [
      await fingeringRows(db, param("id")),
      await pedalOf(studio, param("id")),
      await sectionsOf(db, param("id")),
    ];
    const ofPiece = {
      remarks: await db
        .select()
        .from(remarks)
        .where(eq(remarks.pieceId, param("id")))
        .orderBy(remarks.bar, remarks.id),
      readings: await db
        .select()
        .from(readings)
        .where(eq(readings.pieceId, param("id")))
        .orderBy(readings.fromBar),
    };
    const inLayer = (own: boolean) =>
      written.flatMap(({ noteId, finger, layer }) =>
        (layer === (query.layer ?? DEFAULT_LAYER)) === own ? [{ id: noteId, finger, layer }] : [],
      );
    const shape = await shapeOf(studio, param("id"));
    const { handOf } = await sourceOf(db, param("id"));
    return {
      revision,
      fingerings: inLayer(true),
      others: inLayer(false),
      pedal: {
        source: pedal.source,
        marks: pedal.marks.map(({ bar, offset, ...how }) => ({
          ...answerPlace({ bar, offset }),
          ...how,
        })),
      },
      sections: named.map(answerSection),
      remarks: ofPiece.remarks.map(({ id, noteId, bar, offset, text }) => ({
        id,
        noteId,
        text,
        ...answerPlace({ bar, offset: parseFraction(offset)! }),
      })),
      climax: climax && answerPlace({ bar: climax.bar, offset: parseFraction(climax.offset)! }),
      shape: shape ? shapeRecord(shape) : null,
      positions: positions.map((one) => ({ ...one })),
      movedHands: Object.entries(handOf).map(([id, hand]) => ({ id, hand })),
      readings: ofPiece.readings.map(answerReading),
    };
  },

  putFingerings: async ({ param, body }) => {
    const { score } = await knownPiece(studio, param("id"));
    const layer = body.layer ?? DEFAULT_LAYER;
    const { put, erase } = sortFingers(
      score,
      (await pieceRow(studio.db, param("id"))).instrument,
      body.fingerings,
    );
    const revision = await studio.db.transaction(async (tx) => {
      const counted = await countEdit(tx, param("id"), body.revision);
      const scope = and(eq(fingerings.pieceId, param("id")), eq(fingerings.layer, layer));
      for (let at = 0; at < erase.length; at += 1000)
        await tx
          .delete(fingerings)
          .where(and(scope, inArray(fingerings.noteId, erase.slice(at, at + 1000))));
      for (let at = 0; at < put.length; at += 1000) {
        await tx
          .insert(fingerings)
          .values(
            put
              .slice(at, at + 1000)
              .map(([noteId, finger]) => ({ pieceId: param("id"), layer, noteId, finger })),
          )
          .onConflictDoUpdate({
            target: [fingerings.pieceId, fingerings.layer, fingerings.noteId],
            set: {
              finger: sql`excluded.finger`,
              was: sql`case when ${fingerings.finger} = excluded.finger then ${fingerings.was} else ${fingerings.finger} end`,
              changedAt: sql`case when ${fingerings.finger} = excluded.finger then ${fingerings.changedAt} else ${studio.clock.now().toISOString()}::timestamptz end`,
            },
          });
      }
      return counted;
    });
    return { revision };
  },

  putPedal: async ({ param, body }) => {
    const { score } = await knownPiece(studio, param("id"));
    const marks =
      body.marks
        ?.map(({ bar, offset, kind, depth, pedal }) => ({
          bar,
          offset: offsetIn(offset),
          kind,
          ...(depth && !pedal && (kind === "down" || kind === "change") ? { depth } : {}),
          ...(pedal ? { pedal } : {}),
        }))
        .sort(comparePlaces) ?? null;
    marks?.forEach((mark, i) => {
      inScore(score, mark, "A pedal mark", true);
      if (mark.pedal && mark.kind !== "down" && mark.kind !== "up")
        throw new ProblemError(400, `Of the ${mark.pedal} pedal there is only down and up.`);
      const before = marks.slice(Math.max(0, i - 3), i).find((one) => one.pedal === mark.pedal);
      if (before && comparePlaces(before, mark) === 0)
        throw new ProblemError(
          400,
          `Two pedal marks stand at the same place in bar ${score.bars[mark.bar]!.number}.`,
        );
    });
    const revision = await studio.db.transaction(async (tx) => {
      const counted = await countEdit(tx, param("id"), body.revision);
      await tx
        .update(pieces)
        .set({ pedal: marks?.map((mark) => ({ ...mark, offset: toText(mark.offset) })) ?? null })
        .where(eq(pieces.id, param("id")));
      return counted;
    });
    return { revision };
  },

  putPositions: async ({ param, body }) => {
    const { score } = await knownPiece(studio, param("id"));
    const positions = body.positions.map((one) => ({
      ...positionRecord(positionFrom(one, score)),
      layer: one.layer ?? DEFAULT_LAYER,
    }));
    for (const layer of new Set(positions.map((one) => one.layer))) {
      const clash = overlap(
        positions.filter((one) => one.layer === layer).map((one) => positionFrom(one, score)),
      );
      if (clash)
        throw new ProblemError(
          400,
          `The ${clash[1].hand} hand is to keep two positions at once in bar ${score.bars[clash[1].from.bar]!.number}; end the one before the other begins.`,
          "positions",
        );
    }
    const revision = await studio.db.transaction(async (tx) => {
      const counted = await countEdit(tx, param("id"), body.revision);
      await tx
        .update(pieces)
        .set({ positions })
        .where(eq(pieces.id, param("id")));
      return counted;
    });
    return { revision };
  },
});

/**
 * Fingers to write and notes to clear; a printed finger is hidden by an empty one. @throws
 * ProblemError 400
 */
function sortFingers(
  score: Score,
  kind: string,
  wanted: readonly { id: string; finger: string | number | null }[],
) {
  const notes = new Map(score.notes.map((note) => [note.id, note]));
  const { limbs, name } = instrument(kind);
  const [put, erase] = [new Map<string, string>(), new Set<string>()];
  for (const { id, finger } of wanted) {
    const note = notes.get(id);
    if (!note)
      throw new ProblemError(
        400,
        `There is no note "${id.slice(0, 40)}" in this piece.`,
        "fingerings",
      );
    put.delete(id);
    erase.delete(id);
    const written = finger === null ? "" : String(finger).trim();
    const known = limbs.find((limb) => limb.id === note.hand)?.fingers ?? [];
    const parsed = written === "" ? undefined : parseWritten(written, known);
    if (written && !parsed) {
      throw new ProblemError(
        400,
        `Bar ${score.bars[note.bar]!.number}: "${written}" is no finger of the ${name.toLowerCase()}; write ${known.join(" ")}, two as 4-5 for a silent change, in brackets when it may be left.`,
        "fingerings",
      );
    }
    // an empty one hides what is printed; none at all lets it be seen again
    if (written || (finger !== null && note.finger !== undefined))
      put.set(id, parsed ? writtenText(parsed) : "");
    else erase.add(id);
  }
  return { put: [...put], erase: [...erase] };
}
