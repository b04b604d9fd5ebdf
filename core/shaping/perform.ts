import {
  comparePlaces,
  type Lead,
  type Note,
  type Performance,
  type Place,
  type Score,
  type Shape,
  type Sounding,
  velocityOf,
} from "../score/index.ts";
import { accentRows } from "./accents.ts";
import { levelAt, loudnessOf } from "./loudness.ts";
import { freeRuns } from "./runs.ts";
import { clockOf } from "./time.ts";

/**
 * Levels by which what does not lead stays under, a note brought out stands out, and the largest
 * accent is struck harder. Common practice, no source.
 */
const UNDER = 1;
const OUT = 1;
const ACCENT = 1;

const placeKey = ({ bar, offset }: Place): string => `${bar} ${offset.num}/${offset.den}`;

interface Within {
  readonly from: Place;
  readonly to: Place;
}
const within = ({ from, to }: Within, place: Place): boolean =>
  comparePlaces(from, place) <= 0 && comparePlaces(place, to) < 0;

/**
 * Whether a note belongs to the line that leads: of a hand's notes struck together the top or
 * bottom one, or all.
 */
function leads({ hand, line }: Lead, note: Note, together: readonly Note[]): boolean {
  if (note.hand !== hand) return false;
  const keys = together.filter((one) => one.hand === hand).map((one) => one.midi);
  return line === "all" || note.midi === (line === "top" ? Math.max(...keys) : Math.min(...keys));
}

/**
 * A performance as it is shaped: how loud each note is (levels, leading line, accents, notes
 * brought out) and how long it is held; and, when `free`, when it comes (broadening, waiting,
 * runs). Without `free` the time is strict.
 *
 * @example
 *   shaped(score, perform(score, startOf(0), startOf(1)), NO_SHAPE, false).notes.length // => 5
 */
export function shaped(
  score: Score,
  performance: Performance,
  shape: Shape,
  free: boolean,
): Performance {
  const points = loudnessOf(score, shape);
  const byId = new Map(score.notes.map((note) => [note.id, note]));
  const together = new Map<string, Note[]>();
  for (const note of score.notes)
    if (!note.held) together.set(placeKey(note), [...(together.get(placeKey(note)) ?? []), note]);
  const accents = new Map(
    accentRows(score, shape).flatMap((row) =>
      row.accents.flatMap((one) => one.notes.map((id): [string, number] => [id, one.size])),
    ),
  );
  const out = new Set(shape.out);
  const colour = (sounding: Sounding): Sounding => {
    const note = byId.get(sounding.id)!;
    let level = levelAt(score, points, note);
    const lead = shape.leads.find((one) => within(one, note));
    if (lead && !leads(lead, note, together.get(placeKey(note))!)) level -= UNDER;
    if (out.has(note.id)) level += OUT;
    if (note.accent) level += ACCENT * (accents.get(note.id) ?? 1);
    const touch = shape.touch.find((one) => one.hand === note.hand && within(one, note));
    // a printed dot has shortened it already
    const length = touch
      ? sounding.length * (note.staccato ? Math.min(1, 2 * touch.share) : touch.share)
      : sounding.length;
    return { ...sounding, length, loudness: velocityOf(Math.max(1, level)) / 127 };
  };
  const coloured = performance.notes.map(colour);
  if (!free) return { ...performance, notes: coloured };

  const clock = clockOf(score, performance, shape.timing);
  const notes = meet(score, shape, coloured).map((note, i) => {
    const onset = clock(note.onset);
    // the hand that waits for the run's note keeps its own end
    const end = clock(coloured[i]!.onset + note.length, "before");
    return { ...note, onset, length: Math.max(0.05, end - onset) };
  });
  return {
    ...performance,
    notes,
    beats: performance.beats.map((beat) => ({ ...beat, at: clock(beat.at) })),
    marks: performance.marks.map((one) => ({ ...one, at: clock(one.at) })),
    passes: performance.passes.map((one) => ({ ...one, at: clock(one.at) })),
    length: clock(performance.length),
  };
}

/** In free runs the other hand's notes come with the run's note they meet. */
function meet(score: Score, shape: Shape, notes: readonly Sounding[]): Sounding[] {
  const byId = new Map(score.notes.map((note) => [note.id, note]));
  const chord = (note: Note) => `${note.hand} ${placeKey(note)}`;
  const meets = new Map<string, string>();
  for (const run of freeRuns(score, shape))
    for (const one of run.meetings)
      if (one.chosen) meets.set(chord(byId.get(one.id)!), run.notes[one.meets - 1]!);
  if (meets.size === 0) return [...notes];
  return notes.map((note) => {
    const target = meets.get(chord(byId.get(note.id)!));
    // the same time of the same playing: the nearest one
    const there = notes
      .filter((one) => one.id === target)
      .map((one) => one.onset)
      .sort((a, b) => Math.abs(a - note.onset) - Math.abs(b - note.onset))[0];
    return there === undefined ? note : { ...note, onset: there + (note.after ?? 0) };
  });
}
