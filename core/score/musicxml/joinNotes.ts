import { add, compare, toNumber, ZERO, type Fraction } from "../model/fraction.ts";
import type { RawNote } from "./measure.ts";
import type { Note, Reached } from "../model/model.ts";
import type { ReadMeasure } from "./readParts.ts";

/** A note whose tie waits for the next one. */
export interface Tied {
  readonly note: Note;
  /** Where the first note of the tie stands in the list. */
  readonly at: number;
  readonly end: Fraction;
}

export function joinNotes(
  readings: ReadMeasure[][],
  offsets: readonly number[],
  limbOf: (raw: RawNote, staff: number) => string | undefined,
  sounds = 0,
  chords: ReadonlyMap<RawNote, readonly number[]> = new Map(),
): Note[] {
  const notes: Note[] = [];
  readings.forEach((part, partIndex) => {
    const open = new Map<string, Tied[]>();
    const joins = new Map<string, string>();
    let start = ZERO;
    part.forEach((measure, bar) => {
      for (const raw of measure.notes) addNote(raw, bar, start, offsets[partIndex]!, open, joins);
      start = add(start, measure.length);
    });
  });
  function addNote(
    raw: RawNote,
    bar: number,
    start: Fraction,
    above: number,
    open: Map<string, Tied[]>,
    joins: Map<string, string>,
  ) {
    const staff = raw.staff + above;
    const hand = limbOf(raw, staff);
    if (hand === undefined) return;
    const onset = add(start, raw.offset);
    // two voices may hold the same key, and a chord the same key under two names
    const key = `${raw.pitch.step}${raw.midi}`;
    const waiting = open.get(key) ?? [];
    const ready = raw.tieStop ? waiting.filter((one) => compare(one.end, onset) === 0) : [];
    const before = ready.find((one) => one.note.voice === raw.voice) ?? ready[0];
    const held = before !== undefined;
    const note: Note = {
      id: raw.element.getAttribute("id")!,
      bar,
      offset: raw.offset,
      duration: raw.duration,
      length: held || raw.grace ? ZERO : raw.duration,
      pitch: raw.pitch,
      midi: raw.midi + sounds,
      staff,
      voice: raw.voice,
      hand,
      grace: raw.grace,
      ...(raw.slash ? { slash: true } : {}),
      held,
      staccato: raw.staccato,
      ...(raw.accent ? { accent: raw.accent } : {}),
      ...(raw.accidental ? { accidental: true } : {}),
      ...(raw.ornaments.length ? { ornaments: raw.ornaments } : {}),
      ...(raw.rolled ? { rolled: raw.rolled } : {}),
      ...(raw.roll ? { roll: raw.roll } : {}),
      ...reachedBy(raw, joins),
      ...(raw.printed ? { printed: raw.printed } : {}),
      ...(chords.has(raw) ? { chord: chords.get(raw)! } : {}),
    };
    const at = notes.push(note) - 1;
    if (raw.grace) return;
    const end = add(onset, raw.duration);
    const origin = held ? before.at : at;
    if (held)
      notes[origin] = { ...notes[origin]!, length: add(notes[origin]!.length, raw.duration) };
    // what was not taken up by its end is over
    const rest = waiting.filter((one) => one !== before && compare(one.end, onset) >= 0);
    open.set(key, raw.tieStart ? [...rest, { note, at: origin, end }] : rest);
  }
  return notes
    .map((note) => ({ note, at: toNumber(note.offset) }))
    .sort(
      (a, b) =>
        a.note.bar - b.note.bar ||
        a.at - b.at ||
        Number(b.note.grace) - Number(a.note.grace) ||
        a.note.staff - b.note.staff ||
        (a.note.grace ? 0 : a.note.midi - b.note.midi),
    )
    .map(({ note }) => note);
}

/** How a note is reached, by what ends on it; what begins on it waits for its end. */
function reachedBy({ element, voice, joins: ends }: RawNote, open: Map<string, string>) {
  const found = ends
    .filter(({ ends: isEnd }) => isEnd)
    .flatMap(({ how, number }): Reached[] => {
      const key = `${voice} ${how} ${number}`;
      const from = open.get(key);
      open.delete(key);
      return from ? [{ how, from }] : [];
    });
  for (const { how, number, ends: isEnd } of ends)
    if (!isEnd) open.set(`${voice} ${how} ${number}`, element.getAttribute("id")!);
  return found[0] ? { reached: found[0] } : {};
}
