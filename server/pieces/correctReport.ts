import { say } from "@yarrow-ridge/core/words";
import {
  beatName,
  markMoved,
  type MarkRecord,
  spokenName,
  type Score,
} from "@yarrow-ridge/core/score";
import { stratumOf, type Instrument } from "@yarrow-ridge/core/instruments";
import { type PieceBefore } from "../db/schema.ts";
import type { Corrected } from "../heavy/tasks.ts";
import { recordOf, type MarkRow, type NoteRow } from "./written.ts";
import { barAfter } from "./correctPlaces.ts";

/** A mark in words, whatever kind it is of. */
function wordsOf(row: MarkRow, of: Instrument): string {
  const { line, data }: MarkRecord = recordOf(row);
  const known = stratumOf(of, row.stratum);
  return known ? known.words({ ...(line === undefined ? {} : { line }), data }) : row.stratum;
}

interface Report {
  kept: number;
  moved: string[];
  orphaned: string[];
  removedBars: string[];
  addedBars: number[];
}

/** What became of everything that was written into the old score. */
export function reportOf(
  before: PieceBefore,
  old: Score,
  now: Corrected,
  written: readonly NoteRow[],
  of: Instrument,
): Report {
  const gone = new Set(now.gone);
  const notes = new Map(old.notes.map((note) => [note.id, note]));
  const number = (bar: number) => old.bars[bar]?.number ?? "?";
  const after = (bar: number) =>
    now.score.bars[barAfter(now.bars, bar, now.score.bars.length)]!.number;
  const orphans = written
    .filter(({ noteId, value }) => gone.has(noteId) && value !== "")
    .map(({ noteId, aspect, value }) => {
      const note = notes.get(noteId)!;
      const what = of.aspects.find((one) => one.id === aspect)?.name ?? aspect;
      return say`bar ${number(note.bar)}, ${note.hand}, beat
        ${beatName(old.bars[note.bar]!, note.offset)}: ${what} ${value} on
        ${spokenName(note.pitch)}`;
    });
  const marksGone = before.marks
    .filter((row) => markMoved(recordOf(row), now.bars).length === 0)
    .map((row) => say`bar ${number(row.fromBar)}: ${wordsOf(row, of)}`);
  const moved = before.sections
    .filter(
      (row) => number(row.fromBar) !== after(row.fromBar) || now.bars[row.fromBar] === undefined,
    )
    .map((row) => say`section ${row.name} now begins in bar ${after(row.fromBar)}`);
  const remarksLost = before.remarks
    .filter(
      (one) => now.bars[one.bar] === undefined || (one.noteId !== null && gone.has(one.noteId)),
    )
    .map(
      (one) =>
        say`bar ${number(one.bar)}: the note “${one.text.slice(0, 60)}”, now at bar
          ${after(one.bar)}`,
    );
  const readingsGone = before.readings
    .filter((one) => now.bars.slice(one.fromBar, one.toBar + 1).some((bar) => bar === undefined))
    .map((one) => say`the reading of “${one.source}” from bar ${number(one.fromBar)}`);
  const shapeGone = (before.piece.shape?.timing ?? [])
    .filter((mark) => now.bars[mark.from.bar] === undefined)
    .map((mark) => say`bar ${number(mark.from.bar)}: ${mark.kind}`);
  const kept = now.bars.filter((bar) => bar !== undefined);
  return {
    kept:
      written.filter(({ noteId }) => !gone.has(noteId)).length +
      before.sections.length +
      before.marks.length -
      marksGone.length +
      before.remarks.length -
      remarksLost.length,
    moved,
    orphaned: [...orphans, ...marksGone, ...remarksLost, ...readingsGone, ...shapeGone],
    removedBars: now.bars.flatMap((bar, i) => (bar === undefined ? [number(i)] : [])),
    addedBars: now.score.bars.map((bar) => bar.index).filter((bar) => !kept.includes(bar)),
  };
}
