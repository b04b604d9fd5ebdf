import { say, small } from "@yarrow-ridge/core/words";
import { instrument, instruments, USUAL_INSTRUMENT } from "@yarrow-ridge/core/instruments";
import { NO_SHAPE, TEACHER, tempoOf } from "@yarrow-ridge/core/score";
import { and, asc, desc, eq, ilike, or, sql } from "drizzle-orm";
import { pieces } from "../db/schema.ts";
import { ProblemError } from "../http/problems.ts";
import { attachment } from "../http/download.ts";
import { unlessMoved } from "../http/was.ts";
import { checkedRecord } from "../http/records.ts";
import type { Handlers } from "../http/serve.ts";
import { like, PAGE_SIZE, type Studio } from "../studio.ts";
import { annotationHandlers } from "./annotations.ts";
import { noteHandlers } from "./notes.ts";
import { marksWorkHandlers } from "./marksWork.ts";
import { ornamentHandlers } from "./ornaments.ts";
import { textureHandlers } from "./textures.ts";
import { settingsHandlers } from "./settings.ts";
import { strataHandlers } from "./strata.ts";
import { fingerHandlers } from "./fingers.ts";
import { markHandlers, refreshHead } from "./marks.ts";
import { pageHandlers } from "./pages.ts";
import { paperHandlers } from "./paper.ts";
import { pedalHandlers } from "./pedal.ts";
import { underName } from "../work.ts";
import { shapeHandlers } from "./shape.ts";
import { readingHandlers } from "./readings.ts";
import { adornedFor, saidFor } from "./said.ts";
import { sectionHandlers } from "./sections.ts";
import { accompanimentHandlers } from "./accompaniment.ts";
import { correctionHandlers } from "./correct.ts";
import { surveyHandlers, tempoIn } from "./survey.ts";
import { bringScore } from "./bring.ts";
import { answerForm, formOf } from "./form.ts";
import { tuneOf, uploadedScore } from "./upload.ts";
import { markPieceStale } from "./stale.ts";
import {
  answerPiece,
  countReading,
  knownPiece,
  mineOf,
  pieceColumns,
  pieceRow,
  readingOf,
  sectionsOf,
  setupAsked,
  shapeOf,
  sourceOf,
  type PieceRow,
} from "./store.ts";
import { marksInForce, noteRows } from "./written.ts";

const ofPieces = (studio: Studio) => ({
  ...annotationHandlers(studio),
  ...noteHandlers(studio),
  ...strataHandlers(studio),
  ...marksWorkHandlers(studio),
  ...ornamentHandlers(studio),
  ...textureHandlers(studio),
  ...settingsHandlers(studio),
  ...sectionHandlers(studio),
  ...markHandlers(studio),
  ...readingHandlers(studio),
  ...pageHandlers(studio),
  ...paperHandlers(studio),
  ...fingerHandlers(studio),
  ...pedalHandlers(studio),
  ...shapeHandlers(studio),
  ...surveyHandlers(studio),
  ...correctionHandlers(studio),
  ...accompanimentHandlers(studio),
});

/** The layer of nothing but what came with the file. */
const PRINTED = "printed";

/** A layer lies over the teacher's; as printed, there is none. */
const layersUnder = (layer: string): string[] =>
  layer === PRINTED ? [] : [...new Set([TEACHER, layer])];

/** What is said of notes in a layer, over what the teacher says of them. */
async function notesOver(db: Studio["db"], pieceId: string, layer: string) {
  const found = new Map<string, Awaited<ReturnType<typeof noteRows>>[number]>();
  for (const one of layersUnder(layer))
    for (const row of await noteRows(db, pieceId, { layer: one }))
      found.set(`${row.noteId} ${row.aspect}`, row);
  return [...found.values()];
}

/** @throws ProblemError 400 where the piece has no such bars */
function barsOf(
  { bars }: { bars: readonly unknown[] },
  query: { from?: string | undefined; to?: string | undefined },
): [from: number, to: number] {
  const [from, to] = [Number(query.from ?? 0), Number(query.to ?? bars.length - 1)];
  if (to < from || to >= bars.length)
    throw new ProblemError(
      400,
      say`The bars must lie from 0 to ${bars.length - 1}, the first not after the last.`,
      "to",
    );
  return [from, to];
}

type Made = Pick<
  Handlers,
  | "listPieces"
  | "addPiece"
  | "piece"
  | "editPiece"
  | "score"
  | "engraving"
  | "form"
  | "exportScore"
  | "midi"
> &
  ReturnType<typeof ofPieces>;

const SORTS = {
  title: asc(pieces.title),
  composer: asc(pieces.composer),
  bars: asc(pieces.bars),
  newest: desc(pieces.createdAt),
};

/** @throws ProblemError 400 where the instrument has no such way to read staves */
function inLayouts(kind: string, layout: string): void {
  const ways = instrument(kind).layouts ?? [];
  if (!ways.some((one) => one.id === layout))
    throw new ProblemError(
      400,
      ways.length
        ? say`"layout" must be one of ${ways.map((one) => one.id).join(", ")}.`
        : say`"layout" has no meaning here: the ${small(instrument(kind).name)} has one way
          to read staves.`,
      "layout",
    );
}

/** How the file of a piece asks for another instrument to be set up. */
async function asksFor({ db, heavy }: Studio, row: PieceRow, kind: string) {
  if (!instrument(kind).setupIn) return null;
  const how = readingOf({ ...row, instrument: kind, layout: null });
  const { score } = await heavy.run("know", await sourceOf(db, row.id), how);
  return setupAsked(kind, score);
}

export const pieceHandlers = (studio: Studio): Made => ({
  ...ofPieces(studio),

  listPieces: async ({ query }) => {
    const page = Number(query.page ?? 1);
    const words = query.q?.trim()
      ? or(ilike(pieces.title, like(query.q)), ilike(pieces.composer, like(query.q)))
      : undefined;
    const where = and(
      eq(pieces.archived, query.archived === "true"),
      query.instrument ? eq(pieces.instrument, query.instrument) : undefined,
      words,
    );
    const order = SORTS[query.sort as keyof typeof SORTS] ?? SORTS.newest;
    const rows = await studio.db
      .select(pieceColumns)
      .from(pieces)
      .where(where)
      .orderBy(order, asc(pieces.id))
      .limit(PAGE_SIZE)
      .offset((page - 1) * PAGE_SIZE);
    return {
      items: rows.map(answerPiece),
      total: await count(studio, where),
      page,
      pageSize: PAGE_SIZE,
    };
  },

  addPiece: async ({ c }) => {
    const { file, name, fields } = await uploadedScore(c);
    const { instrument = USUAL_INSTRUMENT } = fields;
    const known = instruments.find((candidate) => candidate.id === instrument);
    if (!known)
      throw new ProblemError(
        400,
        say`"instrument" must be one of ${instruments.map(({ id }) => id).join(", ")}.`,
        "instrument",
      );
    const row = await bringScore(studio, file, known.id, {
      ...tuneOf(fields),
      ...(name ? { name } : {}),
    });
    return c.json(answerPiece(row), 201);
  },

  piece: async ({ param }) => answerPiece(await pieceRow(studio.db, param("id"))),

  editPiece: async ({ param, body }) => {
    const id = param("id");
    const row = await pieceRow(studio.db, id);
    unlessMoved(row, body, body.was);
    const kind = body.instrument ?? row.instrument;
    // another instrument is set up in its own way
    const other = body.instrument !== undefined && body.instrument !== row.instrument;
    const setup = body.setup
      ? checkedRecord(kind, "setup", body.setup)
      : other && body.setup === undefined
        ? await asksFor(studio, row, kind)
        : body.setup;
    if (body.parts) {
      const { score } = await knownPiece(studio, id);
      if (body.parts.some((part) => part >= score.parts.length))
        throw new ProblemError(
          400,
          say`The file has ${score.parts.length}
            ${score.parts.length === 1 ? say`part` : say`parts`}, counted from 0.`,
          "parts",
        );
    }
    if (body.layout) inLayouts(kind, body.layout);
    if (body.road) {
      const {
        score: { bars },
      } = await knownPiece(studio, id);
      const wrong = body.road.cuts.find((cut) => cut.to < cut.from || cut.to >= bars.length);
      if (wrong)
        throw new ProblemError(
          400,
          say`The stretches of a cut must lie from 0 to ${bars.length - 1}, each first bar not after
            its last.`,
          "road",
        );
    }
    const { title, setup: _, was: __, ...rest } = body;
    const readOtherwise =
      body.instrument !== undefined || body.parts !== undefined || body.layout !== undefined;
    await studio.db.transaction(async (tx) => {
      if (Object.keys(body).length)
        await tx
          .update(pieces)
          .set({
            ...rest,
            ...(setup === undefined ? {} : { setup }),
            ...(other && body.layout === undefined ? { layout: null } : {}),
            ...(title === undefined ? {} : { title: title.trim() }),
          })
          .where(eq(pieces.id, id));
      if (readOtherwise) await countReading(tx, id);
      if (readOtherwise || body.road !== undefined) await markPieceStale({ db: tx }, id);
    });
    if (readOtherwise) await refreshHead(studio, id);
    return answerPiece(await pieceRow(studio.db, id));
  },

  score: async ({ param }) => {
    const { score } = await knownPiece(studio, param("id"));
    // as it was told before there were other things to say of a note
    const notes = score.notes.map((note) =>
      note.printed?.finger === undefined ? note : { ...note, finger: note.printed.finger },
    );
    const parts = score.parts.map((part) => ({ ...part, mine: part.practised }));
    return { ...score, notes, parts };
  },

  engraving: async ({ param, c }) => {
    const xml = await studio.heavy.run(
      "engravable",
      await sourceOf(studio.db, param("id")),
      mineOf((await knownPiece(studio, param("id"))).score),
      (await pieceRow(studio.db, param("id"))).instrument,
    );
    return c.body(xml, 200, {
      "content-type": "application/vnd.recordare.musicxml+xml; charset=utf-8",
      "cache-control": "no-cache",
    });
  },

  form: async ({ param, query }) => {
    const { score, form, segments, formName } = await formOf(studio, param("id"));
    return answerForm(score, form, segments[query.grain ?? "medium"], formName);
  },

  exportScore: async ({ param, query, c }) => {
    const { title, instrument: kind, setup } = await pieceRow(studio.db, param("id"));
    const { layer = TEACHER } = query;
    const { score } = await knownPiece(studio, param("id"));
    const [from, to] = barsOf(score, query);
    const isWhole = from === 0 && to === score.bars.length - 1;
    const notes = await notesOver(studio.db, param("id"), layer);
    const strata = await marksInForce(studio, param("id"));
    const shape = await shapeOf(studio, param("id"));
    const ours = strata
      .filter((one) => one.taken && layer !== PRINTED)
      .map(({ stratum, marks }) => ({
        stratum,
        marks: marks.filter((one) => layersUnder(layer).includes(one.layer)),
      }));
    const strings = instrument(kind).stringsFor?.(setup ?? {}, score);
    const annotated = await studio.heavy.run(
      "annotate",
      await sourceOf(studio.db, param("id")),
      {
        said: layer === PRINTED ? [] : saidFor(instrument(kind), score, notes, setup ?? {}, ours),
        adorned: layer === PRINTED ? [] : adornedFor(instrument(kind), score, ours),
        notes: notes.map(({ noteId, aspect, value }) => ({ id: noteId, aspect, value })),
        sections: layer === PRINTED ? [] : await sectionsOf(studio.db, param("id")),
        ...(shape && layer !== PRINTED ? { shape } : {}),
        ...(strings && layer !== PRINTED ? { strings } : {}),
        marks: Object.fromEntries(ours.map(({ stratum, marks }) => [stratum.id, marks])),
      },
      mineOf(score),
      kind,
    );
    return c.body(
      isWhole ? annotated : await studio.heavy.run("excerpt", annotated, from, to),
      200,
      {
        "content-type": "application/vnd.recordare.musicxml+xml; charset=utf-8",
        "content-disposition": attachment(
          isWhole ? title : `${title} ${score.bars[from]!.number}-${score.bars[to]!.number}`,
          "musicxml",
        ),
      },
    );
  },

  midi: async ({ param, query, c }) => {
    const { score } = await knownPiece(studio, param("id"));
    const { title, instrument: kind } = await pieceRow(studio.db, param("id"));
    const written = await marksInForce(studio, param("id"));
    const [from, to] = barsOf(score, query);
    const tempo = tempoIn(query.tempo) ?? tempoOf(score);
    return c.body(
      (await underName(undefined, c.req.raw.signal, async (watch) =>
        studio.heavy.watched(watch, "midi", score, kind, {
          from,
          to,
          tempo,
          marks: new Map(written.map(({ stratum, marks }) => [stratum.id, marks])),
          shape: (await shapeOf(studio, param("id"))) ?? NO_SHAPE,
          free: query.time === "shaped",
        }),
      )) as Uint8Array<ArrayBuffer>,
      200,
      { "content-type": "audio/midi", "content-disposition": attachment(title, "mid") },
    );
  },
});

async function count({ db }: Studio, where: ReturnType<typeof and>): Promise<number> {
  const [row] = await db
    .select({ total: sql<number>`count(*)::int` })
    .from(pieces)
    .where(where);
  return row?.total ?? 0;
}
