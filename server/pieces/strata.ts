import { say, small } from "@yarrow-ridge/core/words";
import { pedalData } from "@yarrow-ridge/core/instruments";
import {
  inOrder,
  markFrom,
  markRecord,
  ScoreError,
  TEACHER,
  toText,
  type Mark,
  type MarkRecord,
  type Score,
  type Stratum,
} from "@yarrow-ridge/core/score";
import { and, eq, inArray } from "drizzle-orm";
import { marks, pieces } from "../db/schema.ts";
import { ProblemError } from "../http/problems.ts";
import type { Handlers } from "../http/serve.ts";
import { check } from "../http/validate.ts";
import { newId, type Studio } from "../studio.ts";
import { countEdit, knownPiece, offsetIn, pieceRow } from "./store.ts";
import {
  checkLayer,
  insertMarks,
  knownStratum,
  markRows,
  printedMarks,
  recordOf,
  rowOf,
} from "./written.ts";

type Made = Pick<Handlers, "putMarks" | "putPedal" | "putPositions">;

/** Marks between notes: one way for all kinds. */
export const strataHandlers = (studio: Studio): Made => ({
  putMarks: async ({ param, body }) => {
    const layer = body.layer ?? TEACHER;
    await checkLayer(studio.db, param("id"), layer);
    const put = new Map<string, MarkRecord>();
    for (const { line, to, ...mark } of body.put) {
      if (put.has(mark.id))
        throw new ProblemError(400, say`The mark "${mark.id}" is there twice.`, "put");
      put.set(mark.id, {
        ...mark,
        layer,
        ...(line === undefined ? {} : { line }),
        from: placeIn(mark.from),
        ...(to === undefined ? {} : { to: placeIn(to) }),
      });
    }
    const gone = new Set(body.remove);
    const change: Change = body.printed
      ? "printed"
      : (before) => [
          ...before.filter((one) => one.layer !== layer || !(gone.has(one.id) || put.has(one.id))),
          ...put.values(),
        ];
    return { revision: await write(studio, param("id"), param("stratum"), body.revision, change) };
  },

  // all of a kind at once, as they were asked for before each mark had an id
  putPedal: async ({ param, body }) => {
    const wanted = body.marks?.map(({ bar, offset, ...how }) => ({
      id: newId(),
      layer: TEACHER,
      from: placeIn({ bar, offset }),
      data: pedalData(how),
    }));
    const change: Change = wanted ? () => wanted : "printed";
    return { revision: await write(studio, param("id"), "pedal", body.revision, change) };
  },

  putPositions: async ({ param, body }) => {
    const wanted = body.positions.map(({ layer = TEACHER, hand, from, to, thumb }) => ({
      id: newId(),
      layer,
      line: hand,
      from: placeIn(from),
      to: placeIn(to),
      data: { thumb },
    }));
    const { revision } = body;
    return { revision: await write(studio, param("id"), "position", revision, () => wanted) };
  },
});

const placeIn = ({ bar, offset }: { bar: number; offset?: number | string | undefined }) => ({
  bar,
  offset: toText(offsetIn(offset)),
});

/** What is to stand, from what stands now; or what the file prints, again. */
type Change = "printed" | ((before: readonly MarkRecord[]) => readonly MarkRecord[]);

/**
 * Writes the marks of a kind: all of the change or, when anything is wrong, nothing.
 *
 * @throws ProblemError with a sentence that names the bar
 */
async function write(
  studio: Studio,
  pieceId: string,
  id: string,
  revision: number | undefined,
  change: Change,
): Promise<number> {
  const { score } = await knownPiece(studio, pieceId);
  const stratum = knownStratum((await pieceRow(studio.db, pieceId)).instrument, id);
  if (change === "printed" && !stratum.printed)
    throw new ProblemError(400, say`A file prints no ${stratum.name}.`, "printed");
  return studio.db.transaction(async (tx) => {
    // what stands is read when this edit has its turn: the first of two takes over what is printed
    const counted = await countEdit(tx, pieceId, revision);
    const { taken: kinds } = await pieceRow(tx, pieceId);
    const taken = !stratum.printed || kinds.includes(id);
    const all = await markRows(tx, pieceId);
    const stored = all.filter((one) => one.stratum === id);
    const before = taken ? stored.map(recordOf) : printedMarks(score, stratum).map(markRecord);
    const wanted = change === "printed" ? [] : checked(change(before), before, score, stratum);
    refuseTaken(
      wanted,
      all.filter((one) => one.stratum !== id),
    );
    const known = new Map(stored.map((one) => [one.id, JSON.stringify(recordOf(one))]));
    const put = wanted.filter((one) => known.get(one.id) !== JSON.stringify(one));
    const kept = new Set(wanted.map((one) => one.id));
    const changed = [
      ...stored.map((one) => one.id).filter((one) => !kept.has(one)),
      ...put.map((one) => one.id),
    ];
    const own = and(eq(marks.pieceId, pieceId), eq(marks.stratum, id));
    if (changed.length) await tx.delete(marks).where(and(own, inArray(marks.id, changed)));
    await insertMarks(
      tx,
      put.map((one) => rowOf(pieceId, id, one)),
    );
    const others = kinds.filter((one) => one !== id);
    if (stratum.printed)
      await tx
        .update(pieces)
        .set({ taken: change === "printed" ? others : [...others, id] })
        .where(eq(pieces.id, pieceId));
    return counted;
  });
}

/** Ids are of one piece: a mark does not take that of another kind or layer. */
function refuseTaken(wanted: readonly MarkRecord[], others: readonly { id: string }[]): void {
  const seen = new Set(others.map((one) => one.id));
  for (const { id } of wanted) {
    if (seen.has(id))
      throw new ProblemError(400, say`"${id}" is a mark of another kind or layer.`, "put");
    seen.add(id);
  }
}

/** What a mark says, by the schema of its kind; the sentence begins with its bar. */
function checkData({ from, data }: MarkRecord, { bars }: Score, { schema, one }: Stratum): void {
  try {
    check(schema, data, small(one));
  } catch (error) {
    if (!(error instanceof ProblemError)) throw error;
    const bar = bars[from.bar]?.number;
    const where = bar === undefined ? "" : say`Bar ${bar}: `;
    throw new ProblemError(400, `${where}${error.message}`, error.field);
  }
}

/** Marks that may be stored: what is new fits its schema and the score, and none are in the way. */
function checked(
  wanted: readonly MarkRecord[],
  before: readonly MarkRecord[],
  score: Score,
  stratum: Stratum,
): MarkRecord[] {
  const stood = new Map(before.map((one) => [one.id, one]));
  const all = wanted.flatMap((record, i): Mark[] => {
    const old = stood.get(record.id) === record;
    try {
      if (!old) checkData(record, score, stratum);
      return [markFrom(record, score, stratum)];
    } catch (error) {
      // what was there before and does not fit the score any more is left as it is
      if (error instanceof ScoreError && old) return [];
      if (error instanceof ScoreError) throw new ProblemError(400, error.message, `put.${i}`);
      throw error;
    }
  });
  for (const layer of new Set(all.map((one) => one.layer))) {
    const clash = stratum.clash?.(inOrder(all.filter((one) => one.layer === layer)), score);
    if (clash) throw new ProblemError(400, clash, "put");
    if (layer !== TEACHER && !stratum.layered)
      throw new ProblemError(400, say`${stratum.one} belongs to the teacher's layer.`, "layer");
  }
  const fresh = new Map(all.map((one) => [one.id, markRecord(one)]));
  return wanted.map((record) => fresh.get(record.id) ?? record);
}
