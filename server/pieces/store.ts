import { say } from "@yarrow-ridge/core/words";
import { handsOf } from "@yarrow-ridge/core/form";
import { instrument, type InstrumentRecord } from "@yarrow-ridge/core/instruments";
import {
  equals,
  keyName,
  parseFraction,
  fromNumber,
  shapeKept,
  toNumber,
  toText,
  type Fraction,
  type Place,
  type Score,
  type Section,
  type Shape,
} from "@yarrow-ridge/core/score";
import { and, asc, or, eq, getTableColumns, sql } from "drizzle-orm";
import { pieces, readings, sections, edits } from "../db/schema.ts";
import type { Database } from "../db/open.ts";
import type { Known, Reading, Source } from "../heavy/tasks.ts";
import { CountedBefore, keyOfRequest } from "../http/sent.ts";
import { notFound, ProblemError } from "../http/problems.ts";
import type { Studio } from "../studio.ts";

const { xml: _xml, handOf: _handOf, shape: _shape, ...light } = getTableColumns(pieces);
/** All columns but the long ones. */
export const pieceColumns = light;
export type PieceRow = Omit<typeof pieces.$inferSelect, "xml" | "handOf" | "shape">;

export async function pieceRow(db: Database, id: string): Promise<PieceRow> {
  const [row] = await db.select(pieceColumns).from(pieces).where(eq(pieces.id, id));
  if (!row) throw notFound("piece");
  return row;
}

/**
 * The original, with the readings of other editions that stand in its place for now.
 *
 * @param tried a reading that is taken as if it were in use
 */
export async function sourceOf(db: Database, id: string, tried?: string): Promise<Source> {
  const [row] = await db
    .select({ xml: pieces.xml, handOf: pieces.handOf })
    .from(pieces)
    .where(eq(pieces.id, id));
  if (!row) throw notFound("piece");
  const used = await db
    .select({ measures: readings.measures })
    .from(readings)
    .where(
      and(eq(readings.pieceId, id), or(eq(readings.inUse, true), eq(readings.id, tried ?? ""))),
    )
    .orderBy(asc(readings.createdAt), asc(readings.id));
  // a bar is played in one way: of readings that share one the first holds
  const taken = new Set<number>();
  const adopted = used.flatMap(({ measures }) => {
    if (measures.some(({ bar }) => taken.has(bar))) return [];
    for (const { bar } of measures) taken.add(bar);
    return [measures];
  });
  return { xml: row.xml, adopted, handOf: row.handOf ?? {} };
}

const KEPT = 12;

/** The score and form of a piece, kept for the pieces used lately. */
export async function knownPiece({ db, heavy, known }: Studio, id: string): Promise<Known> {
  const row = await pieceRow(db, id);
  const key = `${id} ${row.reading}`;
  let found = known.get(key);
  if (!found) {
    found = sourceOf(db, id).then((source) => heavy.run("know", source, readingOf(row)));
    found.catch(() => known.delete(key));
  }
  known.delete(key);
  known.set(key, found);
  if (known.size > KEPT) known.delete(known.keys().next().value!);
  return found;
}

/** The scores of some pieces, each once, by id. */
export async function scoresOf(
  studio: Studio,
  ids: readonly string[],
): Promise<ReadonlyMap<string, Score>> {
  const found = new Map<string, Score>();
  for (const id of new Set(ids)) found.set(id, (await knownPiece(studio, id)).score);
  return found;
}

export const limbsOf = (kind: string): string[] => instrument(kind).limbs.map((limb) => limb.id);

/** How a file asks for its instrument to be set up; null where it asks for nothing. */
export const setupAsked = (kind: string, score: Score): InstrumentRecord | null => {
  const asked = instrument(kind).setupIn?.(score);
  return asked ? { ...asked.setup } : null;
};

/** How the score of a piece is read. */
export const readingOf = ({
  instrument: kind,
  parts,
  layout,
  paper,
}: Pick<PieceRow, "instrument" | "parts" | "layout" | "paper">): Reading => ({
  instrument: kind,
  parts,
  layout,
  onPaper: paper !== null,
});

/** Says, inside the transaction that makes it so, that the score is read otherwise from now on. */
export const countReading = (db: Database, id: string) =>
  db
    .update(pieces)
    .set({ reading: sql`${pieces.reading} + 1` })
    .where(eq(pieces.id, id));

/** Places in the file of the parts that are practised. */
export const mineOf = (score: Score): number[] =>
  score.parts.flatMap((part, i) => (part.practised ? [i] : []));

export const answerPiece = (row: PieceRow) => ({
  id: row.id,
  title: row.title,
  composer: row.composer,
  instrument: row.instrument,
  bars: row.bars,
  newBars: row.newBars,
  key: row.key,
  metre: row.metre,
  hands: row.hands,
  tempo: row.tempo,
  archived: row.archived,
  revision: row.revision,
  createdAt: row.createdAt.toISOString(),
  warnings: row.warnings,
  road: row.road && {
    repeats: typeof row.road.repeats === "string" ? row.road.repeats : [...row.road.repeats],
    cuts: row.road.cuts.map((cut) => ({ ...cut })),
  },
  setup: row.setup && { ...row.setup },
  onPaper: row.paper !== null,
  reading: row.reading,
});

/**
 * What is shown of a score in lists, read from the score itself.
 *
 * @param key as it is heard, where there are notes to hear
 */
export function headOf(
  score: Score,
  key = score.bars[0]!.key,
): Pick<PieceRow, "title" | "composer" | "bars" | "key" | "metre" | "hands" | "tempo"> {
  const first = score.bars[0]!;
  return {
    title: score.title,
    composer: score.composer,
    bars: score.bars.length,
    key: keyName(key),
    metre: `${first.metre.beats}/${first.metre.beatType}`,
    hands: handsOf(score),
    tempo: score.bars.find((bar) => bar.tempo !== undefined)?.tempo ?? null,
  };
}

export type SectionRow = typeof sections.$inferSelect;

export const sectionOf = (row: SectionRow): Section => ({
  id: row.id,
  name: row.name,
  words: row.words,
  about: row.about,
  from: { bar: row.fromBar, offset: parseFraction(row.fromOffset)! },
  to: { bar: row.toBar, offset: parseFraction(row.toOffset)! },
});

export const answerPlace = (place: Place) => ({
  bar: place.bar,
  offset: toNumber(place.offset),
  exact: toText(place.offset),
});

export const answerSection = (section: Section) => ({
  id: section.id,
  name: section.name,
  words: section.words,
  about: { ...section.about },
  from: answerPlace(section.from),
  to: answerPlace(section.to),
});

export async function sectionsOf(db: Database, pieceId: string): Promise<Section[]> {
  const rows = await db
    .select()
    .from(sections)
    .where(eq(sections.pieceId, pieceId))
    .orderBy(sections.fromBar, sections.id);
  return rows.map(sectionOf);
}

/** Quarters as they came in: a number or `4/3`. */
export const offsetIn = (offset: number | string | undefined): Fraction =>
  offset === undefined
    ? { num: 0, den: 1 }
    : typeof offset === "number"
      ? fromNumber(offset)
      : parseFraction(offset)!;

/**
 * How the piece is shaped, as far as it fits the score as it is read now; undefined while nobody
 * has said anything.
 */
export async function shapeOf(studio: Studio, pieceId: string): Promise<Shape | undefined> {
  const [row] = await studio.db
    .select({ shape: pieces.shape })
    .from(pieces)
    .where(eq(pieces.id, pieceId));
  if (!row) throw notFound("piece");
  return row.shape ? shapeKept(row.shape, (await knownPiece(studio, pieceId)).score) : undefined;
}

/**
 * Counts one edit of a piece's annotations, inside the transaction that makes it. The row of the
 * piece stays locked until then, so that edits of one piece come one after the other.
 *
 * @throws ProblemError 409 when the piece has moved on since the revision the edit was made on
 */
export async function countEdit(
  db: Database,
  pieceId: string,
  on: number | undefined,
): Promise<number> {
  const [row] = await db
    .update(pieces)
    .set({ revision: sql`${pieces.revision} + 1` })
    .where(eq(pieces.id, pieceId))
    .returning({ revision: pieces.revision });
  if (!row) throw notFound("piece");
  const key = keyOfRequest();
  if (key) {
    const [before] = await db.select().from(edits).where(eq(edits.key, key));
    if (before) throw new CountedBefore(before.revision);
    await db.insert(edits).values({ key, pieceId, revision: row.revision });
  }
  if (on !== undefined && on !== row.revision - 1) {
    throw new ProblemError(
      409,
      say`This piece was changed in another window in the meantime. What is shown now is the newest
        state; please make the edit again.`,
      undefined,
      { revision: row.revision - 1 },
    );
  }
  return row.revision;
}

/** @throws ProblemError 400 when a place lies outside the score, with `what` in the sentence */
export function inScore(score: Score, place: Place, what: string, atEnd: boolean): void {
  const bar = score.bars[place.bar];
  const past =
    bar &&
    (place.offset.num * bar.length.den > bar.length.num * place.offset.den ||
      (!atEnd && equals(place.offset, bar.length)));
  if (!bar || past) {
    throw new ProblemError(
      400,
      bar
        ? say`${what} lies after the end of bar ${bar.number}.`
        : say`${what} lies after the last bar; the piece has ${score.bars.length}.`,
    );
  }
}
