import { say, small } from "@yarrow-ridge/core/words";
import { parseWritten, writtenText, valuesIn } from "@yarrow-ridge/core/score";
import { aspectsOf, instrument } from "@yarrow-ridge/core/instruments";
import type { Aspect, Note, Score } from "@yarrow-ridge/core/score";
import { and, eq, inArray, sql } from "drizzle-orm";
import { noteMarks } from "../db/schema.ts";
import { ProblemError } from "../http/problems.ts";
import type { Handlers } from "../http/serve.ts";
import type { Studio } from "../studio.ts";
import { countEdit, knownPiece, pieceRow } from "./store.ts";
import { TEACHER } from "@yarrow-ridge/core/score";
import { checkLayer } from "./written.ts";

type Made = Pick<Handlers, "putNotes" | "putFingerings">;

interface Wanted {
  readonly note: string;
  readonly value: string | number | null;
}

/** What is said of notes: fingers, strings, toe or heel. */
export const noteHandlers = (studio: Studio): Made => ({
  putNotes: async ({ param, body }) => {
    const { score } = await knownPiece(studio, param("id"));
    const of = instrument((await pieceRow(studio.db, param("id"))).instrument);
    const aspect = param("aspect");
    await checkLayer(studio.db, param("id"), body.layer ?? TEACHER);
    if (!of.aspects.some((one) => one.id === aspect))
      throw new ProblemError(
        404,
        say`Nothing called "${aspect.slice(0, 40)}" is said of a note of the
          ${small(of.name)}.`,
      );
    const sorted = sortWanted(score, of.name, body.values, "values", (note) =>
      aspectsOf(of, note.hand).filter((one) => one.id === aspect),
    );
    return { revision: await write(studio, param("id"), body, sorted) };
  },

  // one value a note, whichever aspect it is of
  putFingerings: async ({ param, body }) => {
    const { score } = await knownPiece(studio, param("id"));
    const of = instrument((await pieceRow(studio.db, param("id"))).instrument);
    const wanted = body.fingerings.map(({ id, finger }) => ({ note: id, value: finger }));
    const sorted = sortWanted(score, of.name, wanted, "fingerings", (note) =>
      aspectsOf(of, note.hand),
    );
    return { revision: await write(studio, param("id"), body, sorted) };
  },
});

interface Sorted {
  readonly put: readonly (readonly [note: string, aspect: string, value: string])[];
  readonly erase: ReadonlyMap<string, readonly string[]>;
}

/**
 * Values to write and notes to clear, by aspect; a printed one is hidden by an empty one. Where
 * several aspects may be meant, it is the first that knows the value; the others are cleared.
 *
 * @throws ProblemError 400
 */
function sortWanted(
  score: Score,
  name: string,
  wanted: readonly Wanted[],
  field: string,
  aspectsFor: (note: Note) => readonly Aspect[],
): Sorted {
  const notes = new Map(score.notes.map((note) => [note.id, note]));
  const put = new Map<string, readonly [string, string, string]>();
  const erase = new Map<string, Set<string>>();
  const clear = (aspect: string, note: string) =>
    erase.set(aspect, (erase.get(aspect) ?? new Set()).add(note));
  for (const { note: id, value } of wanted) {
    const note = notes.get(id);
    if (!note)
      throw new ProblemError(400, say`There is no note "${id.slice(0, 40)}" in this piece.`, field);
    const aspects = aspectsFor(note);
    const text = value === null ? "" : String(value).trim();
    const known = aspects.find((one) => parsed(text, one));
    if (text && !known) throw unknownValue(score, note, text, name, aspects, field);
    for (const aspect of aspects) {
      put.delete(`${aspect.id} ${id}`);
      erase.get(aspect.id)?.delete(id);
      // an empty one hides what is printed; none at all lets it be seen again
      const hides = value !== null && note.printed?.[aspect.id] !== undefined;
      if (aspect === known)
        put.set(`${aspect.id} ${id}`, [id, aspect.id, writtenText(parsed(text, aspect)!)]);
      else if (hides && !known) put.set(`${aspect.id} ${id}`, [id, aspect.id, ""]);
      else clear(aspect.id, id);
    }
  }
  return {
    put: [...put.values()],
    erase: new Map([...erase].map(([aspect, some]) => [aspect, [...some]])),
  };
}

function parsed(text: string, aspect: Aspect) {
  const found = parseWritten(text, valuesIn(aspect));
  if (!found || (found.then !== undefined && !aspect.change)) return undefined;
  return found.optional && !aspect.optional ? undefined : found;
}

function unknownValue(
  score: Score,
  note: Note,
  text: string,
  name: string,
  aspects: readonly Aspect[],
  field: string,
): ProblemError {
  const bar = say`Bar ${score.bars[note.bar]!.number}`;
  const what = aspects.map((one) => one.name).join(" or ") || "finger";
  const values = aspects.flatMap((one) => one.symbols.map(({ value }) => value)).join(" ");
  const change = aspects.some((one) => one.change)
    ? say`, two as 4-5 for a silent change, in brackets when it may be left`
    : "";
  return new ProblemError(
    400,
    say`${bar}: "${text}" is no ${what} of the ${small(name)}; write ${values}${change}.`,
    field,
  );
}

const AT_ONCE = 1000;

async function write(
  studio: Studio,
  pieceId: string,
  { layer = TEACHER, revision }: { layer?: string; revision?: number },
  { put, erase }: Sorted,
): Promise<number> {
  const now = studio.clock.now().toISOString();
  return studio.db.transaction(async (tx) => {
    const counted = await countEdit(tx, pieceId, revision);
    const scope = and(eq(noteMarks.pieceId, pieceId), eq(noteMarks.layer, layer));
    for (const [aspect, notes] of erase)
      for (let at = 0; at < notes.length; at += AT_ONCE)
        await tx
          .delete(noteMarks)
          .where(
            and(
              scope,
              eq(noteMarks.aspect, aspect),
              inArray(noteMarks.noteId, notes.slice(at, at + AT_ONCE)),
            ),
          );
    for (let at = 0; at < put.length; at += AT_ONCE) {
      const values = put
        .slice(at, at + AT_ONCE)
        .map(([noteId, aspect, value]) => ({ pieceId, layer, aspect, noteId, value }));
      const same = sql`${noteMarks.value} = excluded.value`;
      await tx
        .insert(noteMarks)
        .values(values)
        .onConflictDoUpdate({
          target: [noteMarks.pieceId, noteMarks.layer, noteMarks.aspect, noteMarks.noteId],
          set: {
            value: sql`excluded.value`,
            was: sql`case when ${same} then ${noteMarks.was} else ${noteMarks.value} end`,
            changedAt: sql`case when ${same} then ${noteMarks.changedAt} else ${now}::timestamptz end`,
          },
        });
    }
    return counted;
  });
}
