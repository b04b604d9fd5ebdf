import { say } from "../../words/say.ts";
import {
  add,
  notesByBar,
  onsets,
  pitchName,
  subtract,
  toNumber,
  toText,
  type Note,
  type Onset,
  type Score,
} from "../../score/index.ts";
import { handsOf } from "../content.ts";

/** Of an octave of so many millimetres. */
const millimetres = (semitones: number, octave: number): number =>
  Math.round((semitones * octave) / 12);

export interface Extreme {
  /** Scientific name as spelled. */
  readonly pitch: string;
  readonly bars: readonly number[];
}
export interface Range {
  readonly hand: string;
  readonly lowest: Extreme;
  readonly highest: Extreme;
}

/** Highest and lowest note of each hand, with every bar in which it stands. */
export function rangeOf(score: Score): Range[] {
  return handsOf(score).map((hand) => {
    const mine = score.notes.filter((note) => note.hand === hand && !note.held);
    const extreme = (midi: number): Extreme => {
      const notes = mine.filter((note) => note.midi === midi);
      return {
        pitch: pitchName(notes[0]!.pitch),
        bars: [...new Set(notes.map((note) => note.bar))],
      };
    };
    const keys = mine.map((note) => note.midi);
    return {
      hand,
      lowest: extreme(keys.reduce((a, b) => Math.min(a, b))),
      highest: extreme(keys.reduce((a, b) => Math.max(a, b))),
    };
  });
}

export interface Leap {
  readonly bar: number;
  readonly offset: number;
  readonly hand: string;
  readonly semitones: number;
  readonly centimetres: number;
}

/** More than an octave from one onset to the next is a leap. Common practice, no source. */
const LEAP = 12;
/** Seconds of rest in which a hand moves at ease. Common practice, no source. */
const EASE = 1;

/**
 * How far a hand that has no time to rest must go: from the nearest key it holds to the nearest it
 * needs, its own width counted off.
 */
export function leapsOf(score: Score, tempo: number, octave: number): Leap[] {
  return handsOf(score)
    .flatMap((hand) => {
      const line = onsets(score.notes, hand).filter((onset) => !onset.notes[0]!.grace);
      return line.slice(1).flatMap((onset, i): Leap[] => {
        const before = line[i]!;
        const way = wayBetween(before.notes, onset.notes);
        const rest = toNumber(subtract(startOf(score, onset), endOf(score, before))) * (60 / tempo);
        return way > LEAP && rest < EASE
          ? [
              {
                bar: onset.bar,
                offset: toNumber(onset.offset),
                hand,
                semitones: way,
                centimetres: millimetres(way, octave) / 10,
              },
            ]
          : [];
      });
    })
    .sort((a, b) => b.semitones - a.semitones || a.bar - b.bar);
}

const wayBetween = (a: readonly Note[], b: readonly Note[]): number =>
  Math.max(Math.abs(b[0]!.midi - a[0]!.midi), Math.abs(b.at(-1)!.midi - a.at(-1)!.midi));
const startOf = (score: Score, onset: Onset) => add(score.bars[onset.bar]!.start, onset.offset);
const endOf = (score: Score, onset: Onset) => {
  const start = startOf(score, onset);
  return onset.notes
    .map((note) => add(start, note.length))
    .reduce((a, b) => (toNumber(a) >= toNumber(b) ? a : b));
};

export interface Stretch {
  readonly bar: number;
  readonly offset: number;
  readonly hand: string;
  readonly notes: string;
  readonly semitones: number;
  readonly millimetres: number;
}

/** Chords wider than a reach, in millimetres between the outer keys. */
export const stretchesOf = (score: Score, reach: number, octave: number): Stretch[] =>
  handsOf(score).flatMap((hand) =>
    onsets(score.notes, hand).flatMap((onset): Stretch[] => {
      const [low, high] = [onset.notes[0]!, onset.notes.at(-1)!];
      const semitones = high.midi - low.midi;
      return millimetres(semitones, octave) > reach
        ? [
            {
              bar: onset.bar,
              offset: toNumber(onset.offset),
              hand,
              notes: `${pitchName(low.pitch)}–${pitchName(high.pitch)}`,
              semitones,
              millimetres: millimetres(semitones, octave),
            },
          ]
        : [];
    }),
  );

export interface Spot {
  readonly bar: number;
  readonly hand: string;
  readonly text: string;
}

const REPEATED = 4;

/** A key struck four times or more in a row, with nothing else in between. */
export function repeatedNotes(score: Score): Spot[] {
  return handsOf(score).flatMap((hand) => {
    const line = onsets(score.notes, hand).filter((onset) => !onset.notes[0]!.grace);
    const found: Spot[] = [];
    for (let i = 0; i < line.length;) {
      const chord = line[i]!.notes.map((note) => note.midi).join(" ");
      let end = i + 1;
      while (end < line.length && line[end]!.notes.map((note) => note.midi).join(" ") === chord)
        end++;
      if (end - i >= REPEATED)
        found.push({
          bar: line[i]!.bar,
          hand,
          text: say`${pitchName(line[i]!.notes.at(-1)!.pitch)} ${end - i} times`,
        });
      i = end;
    }
    return found;
  });
}

export interface Between {
  readonly bar: number;
  readonly kind: "crossing" | "sharing" | "interlocking";
}

/**
 * Bars in which the upper hand goes below the lower one, both strike the same key, or they play
 * inside each other.
 */
export function betweenHands(score: Score): Between[] {
  const [upper, lower] = handsOf(score);
  if (upper === undefined || lower === undefined) return [];
  return notesByBar(score).flatMap((notes, bar): Between[] => {
    const of = (hand: string) =>
      notes.filter((note) => note.hand === hand && !note.grace && !note.held);
    const [high, low] = [of(upper), of(lower)];
    if (high.length === 0 || low.length === 0) return [];
    const found: Between[] = [];
    const together = high.flatMap((a) =>
      low.filter((b) => toText(a.offset) === toText(b.offset)).map((b) => a.midi - b.midi),
    );
    if (together.some((away) => away < 0)) found.push({ bar, kind: "crossing" });
    const keys = new Set(low.map((note) => note.midi));
    if (high.some((note) => keys.has(note.midi))) found.push({ bar, kind: "sharing" });
    else if (
      Math.min(...high.map((note) => note.midi)) < Math.max(...low.map((note) => note.midi)) &&
      found.length === 0
    )
      found.push({ bar, kind: "interlocking" });
    return found;
  });
}

export interface LongRun {
  readonly hand: string;
  readonly from: number;
  readonly to: number;
  readonly notes: number;
}

/**
 * The longest line of single notes without a rest, in notes no longer than half a quarter;
 * undefined when there is none of eight.
 */
export function longestRun(score: Score): LongRun | undefined {
  const runs = handsOf(score).flatMap((hand) => {
    const line = onsets(score.notes, hand).filter((onset) => !onset.notes[0]!.grace);
    const found: LongRun[] = [];
    for (let i = 0; i < line.length;) {
      let end = i;
      while (
        end + 1 < line.length &&
        toNumber(subtract(startOf(score, line[end + 1]!), startOf(score, line[end]!))) <= 0.5
      )
        end++;
      if (end - i + 1 >= 8)
        found.push({ hand, from: line[i]!.bar, to: line[end]!.bar, notes: end - i + 1 });
      i = end + 1;
    }
    return found;
  });
  return runs.sort((a, b) => b.notes - a.notes)[0];
}
