import { eq, inArray } from "drizzle-orm";
import {
  assignments,
  attempts,
  cards,
  pages,
  pieces,
  plans,
  readings,
  remarks,
  sections,
  type PieceBefore,
} from "../db/schema.ts";
import type { Database } from "../db/open.ts";
import { markRows } from "./written.ts";

/** What a correction changes of the piece itself. */
const KEPT = {
  bars: pieces.bars,
  newBars: pieces.newBars,
  key: pieces.key,
  metre: pieces.metre,
  hands: pieces.hands,
  layout: pieces.layout,
  setup: pieces.setup,
  tempo: pieces.tempo,
  warnings: pieces.warnings,
  xml: pieces.xml,
  taken: pieces.taken,
  shape: pieces.shape,
  climax: pieces.climax,
  road: pieces.road,
  paper: pieces.paper,
};

export async function snapshot(db: Database, pieceId: string): Promise<PieceBefore> {
  const [piece] = await db.select(KEPT).from(pieces).where(eq(pieces.id, pieceId));
  const ofPiece = db
    .select({ id: assignments.id })
    .from(assignments)
    .where(eq(assignments.pieceId, pieceId));
  return {
    piece: piece!,
    marks: await markRows(db, pieceId),
    remarks: await db.select().from(remarks).where(eq(remarks.pieceId, pieceId)),
    readings: (await db.select().from(readings).where(eq(readings.pieceId, pieceId))).map(
      ({ createdAt: _, ...reading }) => reading,
    ),
    pages: await db
      .select({ id: pages.id, marks: pages.marks })
      .from(pages)
      .where(eq(pages.pieceId, pieceId)),
    sections: await db.select().from(sections).where(eq(sections.pieceId, pieceId)),
    attempts: await db
      .select({
        id: attempts.id,
        unit: attempts.unit,
        fromBar: attempts.fromBar,
        toBar: attempts.toBar,
        bar: attempts.bar,
      })
      .from(attempts)
      .where(inArray(attempts.assignmentId, ofPiece)),
    cards: await db
      .select({ id: cards.id, unit: cards.unit, fromBar: cards.fromBar, toBar: cards.toBar })
      .from(cards)
      .innerJoin(plans, eq(plans.id, cards.planId))
      .where(inArray(plans.assignmentId, ofPiece)),
  };
}

/** Writes bars of the log and the cards; plans are laid out anew when they are next read. */
export async function writePractice(
  db: Database,
  pieceId: string,
  { attempts: tries, cards: laid }: Pick<PieceBefore, "attempts" | "cards">,
): Promise<void> {
  for (const { id, ...row } of tries) await db.update(attempts).set(row).where(eq(attempts.id, id));
  for (const { id, ...row } of laid) await db.update(cards).set(row).where(eq(cards.id, id));
  await db
    .update(plans)
    .set({ laidOutOn: null, stale: true })
    .where(
      inArray(
        plans.assignmentId,
        db.select({ id: assignments.id }).from(assignments).where(eq(assignments.pieceId, pieceId)),
      ),
    );
}
