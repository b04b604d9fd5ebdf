import { comparePlaces, equals, lastBarOf, toText, type Place, type Score } from '@yarrow-ridge/core/score';
import { instrument } from '@yarrow-ridge/core/instruments';
import { and, eq, inArray, sql } from 'drizzle-orm';
import { fingerings, pieces, sections } from '../db/schema.ts';
import { notFound, ProblemError } from '../http/problems.ts';
import type { Handlers } from '../http/serve.ts';
import { markPieceStale } from '../plans/layout.ts';
import { newId, type Studio } from '../studio.ts';
import { answerPlace, answerSection, countEdit, fingeringRows, knownPiece, offsetIn, pedalOf, pieceRow, sectionOf, sectionsOf } from './store.ts';

const DEFAULT_LAYER = 'teacher';

type Made = Pick<Handlers, 'annotations' | 'putFingerings' | 'putPedal' | 'addSection' | 'editSection' | 'removeSection'>;

export const annotationHandlers = (studio: Studio): Made => ({
  annotations: async ({ param, c }) => {
    const { revision } = await pieceRow(studio.db, param('id'));
    const layer = c.req.query('layer') ?? DEFAULT_LAYER;
    const [written, pedal, named] = [await fingeringRows(studio.db, param('id'), layer), await pedalOf(studio, param('id')), await sectionsOf(studio.db, param('id'))];
    return {
      revision,
      fingerings: written.map(({ noteId, finger }) => ({ id: noteId, finger, layer })),
      pedal: { source: pedal.source, marks: pedal.marks.map(({ bar, offset, kind }) => ({ ...answerPlace({ bar, offset }), kind })) },
      sections: named.map(answerSection),
    };
  },

  putFingerings: async ({ param, body }) => {
    const { score } = await knownPiece(studio, param('id'));
    const layer = body.layer ?? DEFAULT_LAYER;
    const { put, erase } = sortFingers(score, (await pieceRow(studio.db, param('id'))).instrument, body.fingerings);
    const revision = await studio.db.transaction(async (tx) => {
      const counted = await countEdit(tx, param('id'), body.revision);
      const scope = and(eq(fingerings.pieceId, param('id')), eq(fingerings.layer, layer));
      for (let at = 0; at < erase.length; at += 1000) await tx.delete(fingerings).where(and(scope, inArray(fingerings.noteId, erase.slice(at, at + 1000))));
      for (let at = 0; at < put.length; at += 1000) {
        await tx.insert(fingerings)
          .values(put.slice(at, at + 1000).map(([noteId, finger]) => ({ pieceId: param('id'), layer, noteId, finger })))
          .onConflictDoUpdate({ target: [fingerings.pieceId, fingerings.layer, fingerings.noteId], set: { finger: sql`excluded.finger` } });
      }
      return counted;
    });
    return { revision };
  },

  putPedal: async ({ param, body }) => {
    const { score } = await knownPiece(studio, param('id'));
    const marks = body.marks?.map(({ bar, offset, kind }) => ({ bar, offset: offsetIn(offset), kind })).sort(comparePlaces) ?? null;
    marks?.forEach((mark, i) => {
      inScore(score, mark, 'A pedal mark', true);
      const before = marks[i - 1];
      if (before && comparePlaces(before, mark) === 0) throw new ProblemError(400, `Two pedal marks stand at the same place in bar ${score.bars[mark.bar]!.number}.`);
    });
    const revision = await studio.db.transaction(async (tx) => {
      const counted = await countEdit(tx, param('id'), body.revision);
      await tx.update(pieces).set({ pedal: marks?.map((mark) => ({ ...mark, offset: toText(mark.offset) })) ?? null }).where(eq(pieces.id, param('id')));
      return counted;
    });
    return { revision };
  },

  addSection: async ({ param, body }) => {
    const { score } = await knownPiece(studio, param('id'));
    const { from, to } = stretch(score, body.from, body.to);
    const row = { id: body.id ?? newId(), pieceId: param('id'), name: body.name.trim(), words: body.words ?? '', ...columns(from, to) };
    const revision = await studio.db.transaction(async (tx) => {
      const counted = await countEdit(tx, param('id'), body.revision);
      const [taken] = await tx.select({ id: sections.id }).from(sections).where(eq(sections.id, row.id));
      if (taken) throw new ProblemError(409, 'This section is there already.');
      await tx.insert(sections).values(row);
      await markPieceStale({ db: tx }, param('id'));
      return counted;
    });
    return { ...answerSection(sectionOf(row)), revision };
  },

  editSection: async ({ param, body }) => {
    const { score } = await knownPiece(studio, param('id'));
    const row = await studio.db.transaction(async (tx) => {
      const revision = await countEdit(tx, param('id'), body.revision);
      const [before] = await tx.select().from(sections).where(and(eq(sections.id, param('section')), eq(sections.pieceId, param('id'))));
      if (!before) throw notFound('section');
      const known = sectionOf(before);
      const { from, to } = stretch(score, body.from ?? { bar: known.from.bar, offset: toText(known.from.offset) }, body.to ?? { bar: known.to.bar, offset: toText(known.to.offset) });
      const [after] = await tx.update(sections)
        .set({ name: body.name?.trim() ?? before.name, words: body.words ?? before.words, ...columns(from, to) })
        .where(eq(sections.id, before.id)).returning();
      await markPieceStale({ db: tx }, param('id'));
      return { ...after!, revision };
    });
    return { ...answerSection(sectionOf(row)), revision: row.revision };
  },

  removeSection: async ({ param }) => {
    const revision = await studio.db.transaction(async (tx) => {
      const counted = await countEdit(tx, param('id'), undefined);
      const gone = await tx.delete(sections).where(and(eq(sections.id, param('section')), eq(sections.pieceId, param('id')))).returning({ id: sections.id });
      if (gone.length === 0) throw notFound('section');
      await markPieceStale({ db: tx }, param('id'));
      return counted;
    });
    return { revision };
  },
});

const columns = (from: Place, to: Place) => ({
  fromBar: from.bar, fromOffset: toText(from.offset), toBar: to.bar, toOffset: toText(to.offset),
});

/** Fingers to write and notes to clear; a printed finger is hidden by an empty one. @throws ProblemError 400 */
function sortFingers(score: Score, kind: string, wanted: readonly { id: string; finger: string | number | null }[]) {
  const notes = new Map(score.notes.map((note) => [note.id, note]));
  const { limbs, name } = instrument(kind);
  const [put, erase] = [new Map<string, string>(), new Set<string>()];
  for (const { id, finger } of wanted) {
    const note = notes.get(id);
    if (!note) throw new ProblemError(400, `There is no note "${id.slice(0, 40)}" in this piece.`, 'fingerings');
    put.delete(id);
    erase.delete(id);
    const written = finger === null ? '' : String(finger).trim();
    const known = limbs.find((limb) => limb.id === note.hand)?.fingers ?? [];
    if (written && !known.includes(written)) {
      throw new ProblemError(400, `Bar ${score.bars[note.bar]!.number}: "${written}" is no finger of the ${name.toLowerCase()}; write ${known.join(' ')}.`, 'fingerings');
    }
    if (written || note.finger !== undefined) put.set(id, written);
    else erase.add(id);
  }
  return { put: [...put], erase: [...erase] };
}

function inScore(score: Score, place: Place, what: string, atEnd: boolean): void {
  const bar = score.bars[place.bar];
  const past = bar && (place.offset.num * bar.length.den > bar.length.num * place.offset.den || (!atEnd && equals(place.offset, bar.length)));
  if (!bar || past) {
    throw new ProblemError(400, bar ? `${what} lies after the end of bar ${bar.number}.` : `${what} lies after the last bar; the piece has ${score.bars.length}.`);
  }
}

/** Where a section begins and ends, checked. @throws ProblemError 400 */
function stretch(score: Score, from: { bar: number; offset?: number | string }, to: { bar: number; offset?: number | string }): { from: Place; to: Place } {
  const start: Place = { bar: from.bar, offset: offsetIn(from.offset) };
  let end: Place = { bar: to.bar, offset: offsetIn(to.offset) };
  inScore(score, start, 'The section\'s beginning', false);
  const bar = score.bars[end.bar];
  if (bar && equals(end.offset, bar.length)) end = { bar: end.bar + 1, offset: { num: 0, den: 1 } };
  if (lastBarOf(end) < score.bars.length - 1 || end.bar < score.bars.length) inScore(score, end, 'The section\'s end', true);
  else if (end.bar > score.bars.length || end.offset.num !== 0) throw new ProblemError(400, `The section's end lies after the last bar; the piece has ${score.bars.length}.`);
  if (comparePlaces(start, end) >= 0) throw new ProblemError(400, 'The section ends before it begins.');
  return { from: start, to: end };
}
