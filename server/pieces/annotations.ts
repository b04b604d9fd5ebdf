import { pedalOf, printedPedal } from "@yarrow-ridge/core/instruments";
import {
  markRecord,
  parseFraction,
  shapeRecord,
  type Mark,
  type PedalMark,
  TEACHER,
} from "@yarrow-ridge/core/score";
import { eq } from "drizzle-orm";
import { readings, remarks } from "../db/schema.ts";
import type { Handlers } from "../http/serve.ts";
import type { Studio } from "../studio.ts";
import { answerReading } from "./readings.ts";
import {
  answerPlace,
  answerSection,
  knownPiece,
  pieceRow,
  sectionsOf,
  shapeOf,
  sourceOf,
} from "./store.ts";
import { marksInForce, noteRows, type InForce } from "./written.ts";

type Made = Pick<Handlers, "annotations">;

/** All that is written into a piece. */
export const annotationHandlers = (studio: Studio): Made => ({
  annotations: async ({ param, query }) => {
    const { db } = studio;
    const id = param("id");
    const { revision, climax } = await pieceRow(db, id);
    const { score } = await knownPiece(studio, id);
    const notes = await noteRows(db, id);
    const strata = await marksInForce(studio, id);
    const pedal = strata.find(({ stratum }) => stratum.id === "pedal");
    const positions = strata.find(({ stratum }) => stratum.id === "position");
    const noted = await db
      .select()
      .from(remarks)
      .where(eq(remarks.pieceId, id))
      .orderBy(remarks.bar, remarks.id);
    const read = await db
      .select()
      .from(readings)
      .where(eq(readings.pieceId, id))
      .orderBy(readings.fromBar);
    const inLayer = (own: boolean) =>
      notes.flatMap(({ noteId, aspect, value, layer }) =>
        (layer === (query.layer ?? TEACHER)) === own
          ? [{ id: noteId, finger: value, layer, aspect }]
          : [],
      );
    const shape = await shapeOf(studio, id);
    const { handOf } = await sourceOf(db, id);
    return {
      revision,
      notes: notes.map(({ noteId, aspect, value, layer }) => ({
        note: noteId,
        aspect,
        value,
        layer,
      })),
      marks: strata.flatMap(answerMarks),
      taken: strata.filter((one) => one.taken).map(({ stratum }) => stratum.id),
      fingerings: inLayer(true),
      others: inLayer(false),
      pedal: {
        source: pedal?.taken ? "teacher" : "printed",
        marks: (pedal?.marks.map(pedalOf) ?? printedPedal(score)).map(answerPedal),
      },
      sections: (await sectionsOf(db, id)).map(answerSection),
      remarks: noted.map(({ id: remark, noteId, bar, offset, text }) => ({
        id: remark,
        noteId,
        text,
        ...answerPlace({ bar, offset: parseFraction(offset)! }),
      })),
      climax: climax && answerPlace({ bar: climax.bar, offset: parseFraction(climax.offset)! }),
      shape: shape ? shapeRecord(shape) : null,
      positions: (positions?.marks ?? []).map(answerPosition),
      movedHands: Object.entries(handOf).map(([note, hand]) => ({ id: note, hand })),
      readings: read.map(answerReading),
    };
  },
});

const answerMarks = ({ stratum, marks }: InForce) =>
  marks.map(({ from, to, data, ...mark }) => ({
    ...mark,
    stratum: stratum.id,
    from: answerPlace(from),
    ...(to ? { to: answerPlace(to) } : {}),
    data: { ...data },
  }));

const answerPedal = ({ bar, offset, ...how }: PedalMark) => ({
  ...answerPlace({ bar, offset }),
  ...how,
});

const answerPosition = (mark: Mark) => {
  const { layer, line, from, to, data } = markRecord(mark);
  return { layer, hand: line!, from, to: to!, thumb: data.thumb as number };
};
