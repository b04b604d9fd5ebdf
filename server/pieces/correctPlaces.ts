import { markMoved, toText } from "@yarrow-ridge/core/score";
import { eq } from "drizzle-orm";
import { marks, pages, readings, remarks, sections, type PieceBefore } from "../db/schema.ts";
import type { Database } from "../db/open.ts";
import type { Corrected } from "../heavy/tasks.ts";
import { insertMarks, recordOf, rowOf } from "./written.ts";

type Bars = Corrected["bars"];

/**
 * The new index of an old bar; of one that is gone, that of the next bar that is not, else of the
 * last.
 */
export function barAfter(bars: Bars, bar: number, count: number): number {
  for (let i = bar; i < bars.length; i++) if (bars[i] !== undefined) return bars[i]!;
  return count - 1;
}

/** The annotations' places and the log's bars in the corrected score. */
export function moved(before: PieceBefore, { bars, score, gone }: Corrected): PieceBefore {
  const count = score.bars.length;
  const at = (bar: number) => barAfter(bars, bar, count);
  const unit = (key: string, from: number, to: number) =>
    `${from}-${to}-${key.split("-").slice(2).join("-")}`;
  const span = <T extends { unit: string; fromBar: number; toBar: number }>(row: T): T => {
    const [fromBar, toBar] = [at(row.fromBar), Math.max(at(row.fromBar), at(row.toBar))];
    return { ...row, fromBar, toBar, unit: unit(row.unit, fromBar, toBar) };
  };
  // an offset past the end of a bar that has become shorter falls to its beginning
  const fits = (bar: number, offset: string) => {
    const [num, den = "1"] = offset.split("/");
    const { length } = score.bars[bar] ?? { length: { num: 0, den: 1 } };
    return Number(num) / Number(den) < length.num / length.den ? offset : "0";
  };
  const last = (bar: number) => bars[bar];
  return {
    piece: before.piece,
    marks: before.marks.flatMap((row) =>
      markMoved(recordOf(row), bars).map((mark) => rowOf(row.pieceId, row.stratum, mark)),
    ),
    remarks: before.remarks.map((row) => ({
      ...row,
      bar: at(row.bar),
      offset: fits(at(row.bar), row.offset),
      ...(row.noteId !== null && gone.includes(row.noteId) ? { noteId: null } : {}),
    })),
    // a reading whose bars did not all stay is put aside, not lost
    readings: before.readings.map((row) => {
      const [from, to] = [last(row.fromBar), last(row.toBar)];
      const whole = from !== undefined && to !== undefined && to - from === row.toBar - row.fromBar;
      return whole
        ? {
            ...row,
            fromBar: from,
            toBar: to,
            measures: row.measures.map((one) => ({ ...one, bar: one.bar - row.fromBar + from })),
          }
        : {
            ...row,
            fromBar: at(row.fromBar),
            toBar: Math.max(at(row.fromBar), at(row.toBar)),
            inUse: false,
          };
    }),
    pages: before.pages.map(({ id, marks }) => ({
      id,
      marks: marks.flatMap((mark) =>
        bars[mark.bar] === undefined ? [] : [{ ...mark, bar: bars[mark.bar]! }],
      ),
    })),
    sections: before.sections.map((row) => {
      const fromBar = at(row.fromBar);
      const whole = row.toOffset === "0";
      const toBar = Math.max(
        fromBar + (whole ? 1 : 0),
        whole ? (row.toBar >= bars.length ? count : at(row.toBar)) : at(row.toBar),
      );
      return {
        ...row,
        fromBar,
        fromOffset: fits(fromBar, row.fromOffset),
        toBar,
        toOffset:
          whole || toBar === fromBar
            ? toBar === fromBar
              ? toText(score.bars[fromBar]!.length)
              : "0"
            : fits(toBar, row.toOffset),
      };
    }),
    attempts: before.attempts.map((row) => ({
      ...span(row),
      bar: row.bar === null ? null : at(row.bar),
    })),
    cards: before.cards.map(span),
  };
}

/** Writes the places of what stands in the piece. */
export async function writePlaces(
  db: Database,
  pieceId: string,
  places: Pick<PieceBefore, "marks" | "sections" | "remarks" | "readings" | "pages">,
): Promise<void> {
  await db.delete(marks).where(eq(marks.pieceId, pieceId));
  await insertMarks(db, places.marks);
  for (const { id, ...row } of places.sections)
    await db.update(sections).set(row).where(eq(sections.id, id));
  for (const { id, ...row } of places.remarks)
    await db.update(remarks).set(row).where(eq(remarks.id, id));
  for (const { id, ...row } of places.readings)
    await db.update(readings).set(row).where(eq(readings.id, id));
  for (const { id, ...row } of places.pages)
    await db.update(pages).set(row).where(eq(pages.id, id));
}

export const climaxIn = (
  climax: PieceBefore["piece"]["climax"],
  { bars, score }: Corrected,
): PieceBefore["piece"]["climax"] =>
  climax &&
  (bars[climax.bar] === undefined
    ? { bar: barAfter(bars, climax.bar, score.bars.length), offset: "0" }
    : { ...climax, bar: bars[climax.bar]! });

/**
 * The chosen road with its bars where they are now; one of which a bar is gone is taken whole
 * again.
 */
export function roadIn(
  road: PieceBefore["piece"]["road"],
  { bars }: Corrected,
): PieceBefore["piece"]["road"] {
  if (!road) return null;
  const named = [
    ...(typeof road.repeats === "string" ? [] : road.repeats),
    ...road.cuts.flatMap((cut) => [cut.from, cut.to]),
  ];
  if (named.some((bar) => bars[bar] === undefined)) return null;
  return {
    repeats:
      typeof road.repeats === "string" ? road.repeats : road.repeats.map((bar) => bars[bar]!),
    cuts: road.cuts.map((cut) => ({ from: bars[cut.from]!, to: bars[cut.to]! })),
  };
}
