import type { Instrument, InstrumentRecord } from "@yarrow-ridge/core/instruments";
import {
  quartersAt,
  type AdornedAt,
  type Mark,
  type SaidAt,
  type Score,
  type Stratum,
} from "@yarrow-ridge/core/score";
import { adornedFile, ornamentsOn } from "@yarrow-ridge/core/instruments/ornaments";
import { plain } from "@yarrow-ridge/core/words";
import type { NoteRow } from "./written.ts";

/** Ornaments of an exported score, as graces and signs for whoever reads it elsewhere. */
export function adornedFor(
  { limbs }: Instrument,
  score: Score,
  strata: readonly { readonly stratum: Stratum; readonly marks: readonly Mark[] }[],
): AdornedAt[] {
  const marks = strata.filter(({ stratum }) => stratum.adorns).flatMap((one) => one.marks);
  return adornedFile(score, ornamentsOn(score, limbs[0]!.id, marks));
}

/**
 * What an exported score says in words because MusicXML has no element for it: marks that are only
 * kept in fields, and positions and barres, which follow from strings and fingers.
 *
 * @param notes what is written on notes, over what the file prints
 */
export function saidFor(
  { following, limbs }: Instrument,
  score: Score,
  notes: readonly Pick<NoteRow, "noteId" | "aspect" | "value">[],
  setup: InstrumentRecord,
  strata: readonly { readonly stratum: Stratum; readonly marks: readonly Mark[] }[],
): SaidAt[] {
  const marks = strata
    .filter(
      ({ stratum }) =>
        !stratum.write && !stratum.adorns && stratum.extent === "place" && !stratum.lined,
    )
    .flatMap(({ stratum, marks: own }) =>
      own.map((mark): SaidAt => ({ ...mark.from, text: plain(stratum.words(mark)) })),
    );
  const values = new Map<string, Map<string, string>>();
  const put = (aspect: string, note: string, value: string) =>
    values.set(aspect, (values.get(aspect) ?? new Map<string, string>()).set(note, value));
  for (const { id, printed } of score.notes)
    for (const [aspect, value] of Object.entries(printed ?? {})) put(aspect, id, value);
  for (const { noteId, aspect, value } of notes) put(aspect, noteId, value);
  const byId = new Map(score.notes.map((note) => [note.id, note]));
  const [first] = limbs;
  const signs = (following?.(score, values, setup) ?? []).flatMap((sign): SaidAt[] => {
    const [note, last] = [byId.get(sign.from), byId.get(sign.to)];
    if (!note || !last || sign.inFile) return [];
    const below = note.hand !== first?.id;
    const bracket = {
      to: { bar: last.bar, offset: last.offset },
      number:
        1 +
        Math.max(
          0,
          limbs.findIndex(({ id }) => id === note.hand),
        ),
      ...{ staff: note.staff, below },
      line: sign.look === "bracket" ? ("solid" as const) : ("dashed" as const),
    };
    return [
      {
        ...{ bar: note.bar, offset: note.offset },
        ...(sign.text ? { text: plain(sign.text) } : {}),
        ...(sign.look === "text" || note === last ? {} : { bracket }),
      },
    ];
  });
  return [...marks, ...signs]
    .filter(({ text, bracket }) => text || bracket)
    .sort((a, b) => quartersAt(score, a) - quartersAt(score, b));
}
