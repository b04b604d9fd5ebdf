import { compare } from "../model/fraction.ts";
import type { RawMeasure, RawNote } from "./measure.ts";

const TABLATURE = "TAB";

/**
 * Notation with tablature under it is the same notes once: those of the tablature are left out, and
 * what they say of string and fret goes to the notes above. Tablature alone is the music.
 *
 * @param clefs sign and line of each staff's clef, as a part begins
 */
export function joinTablature<M extends Pick<RawMeasure, "notes">>(
  measures: readonly M[],
  clefs: ReadonlyMap<number, string>,
): M[] {
  const staves = [...clefs]
    .filter(([, sign]) => sign.startsWith(TABLATURE))
    .map(([staff]) => staff);
  if (staves.length === 0 || staves.length === clefs.size) return [...measures];
  return measures.map((measure) => ({
    ...measure,
    notes: withStrings(
      measure.notes.filter((note) => !staves.includes(note.staff)),
      measure.notes.filter((note) => staves.includes(note.staff)),
    ),
  }));
}

/** The same where the tablature is a part of its own, measure by measure. */
export const joinTablaturePart = <M extends Pick<RawMeasure, "notes">>(
  measures: readonly M[],
  tablature: readonly M[],
): M[] =>
  measures.map((measure, i) => ({
    ...measure,
    notes: withStrings(measure.notes, tablature[i]?.notes ?? []),
  }));

function withStrings(notes: readonly RawNote[], below: readonly RawNote[]): RawNote[] {
  // a chord that has a pitch twice has it on two strings
  const taken = new Set<RawNote>();
  return notes.map((note) => {
    const counterpart = counterpartOf(note, below, taken);
    if (counterpart) taken.add(counterpart);
    return counterpart?.printed
      ? { ...note, printed: { ...counterpart.printed, ...note.printed } }
      : note;
  });
}

/** The same note in the tablature, which may be written an octave away. */
const counterpartOf = (
  note: RawNote,
  below: readonly RawNote[],
  taken: ReadonlySet<RawNote>,
): RawNote | undefined => {
  const together = below.filter(
    (one) => compare(one.offset, note.offset) === 0 && one.grace === note.grace,
  );
  const first = (fits: (one: RawNote) => boolean) =>
    together.find((one) => fits(one) && !taken.has(one)) ?? together.find(fits);
  return (
    first((one) => one.midi === note.midi) ?? first((one) => (one.midi - note.midi) % 12 === 0)
  );
};
