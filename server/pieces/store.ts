import { instrument } from '@yarrow-ridge/core/instruments';
import { keyName, parseFraction, fromNumber, toNumber, toText, type Fraction, type Place, type Score, type Section } from '@yarrow-ridge/core/score';
import { and, eq, getTableColumns, sql } from 'drizzle-orm';
import { fingerings, pieces, sections } from '../db/schema.ts';
import type { Database } from '../db/open.ts';
import type { Known } from '../heavy/tasks.ts';
import { notFound, ProblemError } from '../http/problems.ts';
import type { Studio } from '../studio.ts';

const { xml: _xml, pedal: _pedal, ...light } = getTableColumns(pieces);
/** All columns but the long ones. */
export const pieceColumns = light;
export type PieceRow = Omit<typeof pieces.$inferSelect, 'xml' | 'pedal'>;

export async function pieceRow(db: Database, id: string): Promise<PieceRow> {
  const [row] = await db.select(pieceColumns).from(pieces).where(eq(pieces.id, id));
  if (!row) throw notFound('piece');
  return row;
}

export async function xmlOf(db: Database, id: string): Promise<string> {
  const [row] = await db.select({ xml: pieces.xml }).from(pieces).where(eq(pieces.id, id));
  if (!row) throw notFound('piece');
  return row.xml;
}

const KEPT = 12;

/** The score and form of a piece, kept for the pieces used lately; the original never changes after import. */
export async function knownPiece({ db, heavy, known }: Studio, id: string): Promise<Known> {
  const { instrument: kind, parts } = await pieceRow(db, id);
  const key = `${id} ${kind} ${parts?.join(',') ?? ''}`;
  let found = known.get(key);
  if (!found) {
    found = xmlOf(db, id).then((xml) => heavy.run('know', xml, readOptions({ instrument: kind, parts })));
    found.catch(() => known.delete(key));
  }
  known.delete(key);
  known.set(key, found);
  if (known.size > KEPT) known.delete(known.keys().next().value!);
  return found;
}

export const limbsOf = (kind: string): string[] => instrument(kind).limbs.map((limb) => limb.id);

/** How the score of a piece is read. */
export const readOptions = ({ instrument: kind, parts }: Pick<PieceRow, 'instrument' | 'parts'>) => ({ limbs: limbsOf(kind), ...(parts ? { parts } : {}) });

/** Places in the file of the parts that are practised. */
export const mineOf = (score: Score): number[] => score.parts.flatMap((part, i) => (part.mine ? [i] : []));

export const answerPiece = (row: PieceRow) => ({
  id: row.id, title: row.title, composer: row.composer, instrument: row.instrument, bars: row.bars, newBars: row.newBars,
  key: row.key, metre: row.metre, hands: row.hands, tempo: row.tempo, archived: row.archived, revision: row.revision,
  createdAt: row.createdAt.toISOString(), warnings: row.warnings,
});

/** What is shown of a score in lists, read from the score itself. */
export function headOf(score: Score): Pick<PieceRow, 'title' | 'composer' | 'bars' | 'key' | 'metre' | 'hands' | 'tempo'> {
  const first = score.bars[0]!;
  return {
    title: score.title, composer: score.composer, bars: score.bars.length, key: keyName(first.key),
    metre: `${first.metre.beats}/${first.metre.beatType}`, hands: [...new Set(score.notes.map((note) => note.hand))],
    tempo: score.bars.find((bar) => bar.tempo !== undefined)?.tempo ?? null,
  };
}

export type SectionRow = typeof sections.$inferSelect;

export const sectionOf = (row: SectionRow): Section => ({
  id: row.id, name: row.name, words: row.words,
  from: { bar: row.fromBar, offset: parseFraction(row.fromOffset)! }, to: { bar: row.toBar, offset: parseFraction(row.toOffset)! },
});

export const answerPlace = (place: Place) => ({ bar: place.bar, offset: toNumber(place.offset), exact: toText(place.offset) });

export const answerSection = (section: Section) => ({
  id: section.id, name: section.name, words: section.words, from: answerPlace(section.from), to: answerPlace(section.to),
});

export async function sectionsOf(db: Database, pieceId: string): Promise<Section[]> {
  const rows = await db.select().from(sections).where(eq(sections.pieceId, pieceId)).orderBy(sections.fromBar, sections.id);
  return rows.map(sectionOf);
}

/** Quarters as they came in: a number or `4/3`. */
export const offsetIn = (offset: number | string | undefined): Fraction =>
  offset === undefined ? { num: 0, den: 1 } : typeof offset === 'number' ? fromNumber(offset) : parseFraction(offset)!;

/** Marks of the pedal in force: the teacher's, or as printed. */
export async function pedalOf(studio: Studio, pieceId: string) {
  const [row] = await studio.db.select({ pedal: pieces.pedal }).from(pieces).where(eq(pieces.id, pieceId));
  if (!row) throw notFound('piece');
  if (row.pedal) {
    return { source: 'teacher' as const, marks: row.pedal.map((mark) => ({ ...mark, offset: parseFraction(mark.offset)! })) };
  }
  const { score } = await knownPiece(studio, pieceId);
  const marks = score.marks.filter((mark) => mark.kind === 'pedal')
    .map(({ bar, offset, text }) => ({ bar, offset, kind: text as 'down' | 'change' | 'up' }));
  return { source: 'printed' as const, marks };
}

export const fingeringRows = (db: Database, pieceId: string, layer: string) =>
  db.select().from(fingerings).where(and(eq(fingerings.pieceId, pieceId), eq(fingerings.layer, layer)));

/**
 * Counts one edit of a piece's annotations, inside the transaction that makes it.
 *
 * @throws ProblemError 409 when the piece has moved on since the revision the edit was made on
 */
export async function countEdit(db: Database, pieceId: string, on: number | undefined): Promise<number> {
  const [row] = await db.update(pieces).set({ revision: sql`${pieces.revision} + 1` }).where(eq(pieces.id, pieceId)).returning({ revision: pieces.revision });
  if (!row) throw notFound('piece');
  if (on !== undefined && on !== row.revision - 1) {
    throw new ProblemError(409, 'This piece was changed in another window in the meantime. What is shown now is the newest state; please make the edit again.');
  }
  return row.revision;
}
