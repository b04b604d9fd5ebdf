import { quartersAt, toNumber, type Note, type Score } from "../../score/index.ts";

/** A note that is struck, with when it sounds. Quarters. */
export interface Sounding {
  readonly note: Note;
  readonly from: number;
  readonly to: number;
}

/** A moment with all that sounds, the highest first, and what of it is struck there. */
export interface Chord {
  readonly at: number;
  readonly all: readonly Sounding[];
  readonly struck: readonly Sounding[];
}

/** Moments of some bars at which something is struck, in order. */
export function chordsIn(score: Score, from: number, to: number): Chord[] {
  const notes = score.notes
    .filter(({ held, grace }) => !held && !grace)
    .map((note): Sounding => {
      const at = quartersAt(score, note);
      return { note, from: at, to: at + toNumber(note.length) };
    })
    .sort((a, b) => a.from - b.from || b.note.midi - a.note.midi);
  const found: Chord[] = [];
  let sounding: Sounding[] = [];
  for (let i = 0; i < notes.length;) {
    const at = notes[i]!.from;
    let next = i;
    while (notes[next] && notes[next]!.from < at + SAME) next++;
    const struck = notes.slice(i, next);
    sounding = [...sounding.filter((one) => one.to > at + SAME), ...struck];
    const { bar } = struck[0]!.note;
    const all = [...sounding].sort((a, b) => b.note.midi - a.note.midi);
    if (bar >= from && bar <= to) found.push({ at, all, struck });
    i = next;
  }
  return found;
}

/** Quarters that are the same moment. */
const SAME = 1e-6;

/** So few chords in a voice are written for one player, not for a voice that sings. */
const FEW = 0.05;

/**
 * Which voice each note belongs to, 0 for the highest: by the voices of the file where they are as
 * many as are wanted and each has one note at a time.
 */
export function voicesOf(
  chords: readonly Chord[],
  wanted: number,
): Map<string, number> | undefined {
  const lines = new Map<string, Note[][]>();
  for (const { struck } of chords) {
    const here = new Map<string, Note[]>();
    for (const { note } of struck) {
      const line = `${note.staff} ${note.voice}`;
      here.set(line, [...(here.get(line) ?? []), note]);
    }
    for (const [line, notes] of here) lines.set(line, [...(lines.get(line) ?? []), notes]);
  }
  if (lines.size !== wanted) return undefined;
  const all = [...lines.values()];
  const isLine = (moments: readonly Note[][]) =>
    moments.filter((notes) => notes.length > 1).length <= FEW * moments.length;
  if (!all.every(isLine)) return undefined;
  const height = (moments: readonly Note[][]) => {
    const notes = moments.flat();
    return notes.reduce((sum, { midi }) => sum + midi, 0) / notes.length;
  };
  const byHeight = all.sort((a, b) => height(b) - height(a));
  return new Map(
    byHeight.flatMap((moments, voice) => moments.flat().map(({ id }) => [id, voice] as const)),
  );
}
