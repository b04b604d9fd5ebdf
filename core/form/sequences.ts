import {
  add,
  beatLength,
  compare,
  onsets,
  subtract,
  toNumber,
  toText,
  ZERO,
  type Fraction,
  type Place,
  type Score,
} from "../score/index.ts";
import { degreeOf } from "./content.ts";

/** A cell that is said again step by step, each time moved the same way along the scale. */
export interface Sequence {
  readonly hand: string;
  readonly from: Place;
  /** Where the last statement ends. */
  readonly to: Place;
  /** Length of the cell in quarters. */
  readonly cell: number;
  /** Statements, the first included. */
  readonly statements: number;
  /** Scale steps each statement lies higher (or lower, below 0). */
  readonly steps: number;
}

/** Fewer statements are a repetition, fewer onsets in the cell a scale. */
const LEAST_STATEMENTS = 3;
const LEAST_ONSETS = 2;
const LONGEST_CELL = 16;

interface Beat {
  readonly at: Fraction;
  readonly place: Place;
  readonly figure: string;
  readonly degree: number;
  readonly onsets: number;
}

/**
 * Cuts one hand's line into beats, each with its figure: onsets, steps above its lowest degree,
 * lengths.
 */
function beatsOf(score: Score, hand: string): Beat[] {
  const beats: Beat[] = [];
  const line = onsets(
    score.notes.filter((note) => !note.grace),
    hand,
  );
  let next = 0;
  for (const bar of score.bars) {
    const step = beatLength(bar);
    for (let at = ZERO; compare(at, bar.length) < 0; at = add(at, step)) {
      const end = add(at, step);
      const inside: (typeof line)[number][] = [];
      while (
        next < line.length &&
        line[next]!.bar === bar.index &&
        compare(line[next]!.offset, end) < 0
      )
        inside.push(line[next++]!);
      const degrees = inside.flatMap((onset) => onset.notes.map(degreeOf));
      const lowest = Math.min(...degrees);
      beats.push({
        at: add(bar.start, at),
        place: { bar: bar.index, offset: at },
        degree: degrees.length ? lowest : 0,
        onsets: inside.length,
        figure: inside
          .map(
            (onset) =>
              `${toText(subtract(onset.offset, at))} ` +
              onset.notes
                .map((note) => `${degreeOf(note) - lowest}:${toText(note.length)}`)
                .join("+"),
          )
          .join("|"),
      });
    }
    while (next < line.length && line[next]!.bar === bar.index) next++;
  }
  return beats;
}

/**
 * Sequences in one hand, the longest first in time; none inside another, and with the shortest cell
 * that makes it.
 */
export function sequences(score: Score, hand: string): Sequence[] {
  const beats = beatsOf(score, hand);
  const found: { start: number; cell: number; statements: number; steps: number }[] = [];
  for (let cell = 1; cell <= LONGEST_CELL; cell++) {
    for (let start = 0; start + cell * LEAST_STATEMENTS <= beats.length;) {
      const steps = stepsBetween(beats, start, cell);
      let statements = 1;
      if (steps !== undefined && steps !== 0) {
        statements = 2;
        while (
          start + (statements + 1) * cell <= beats.length &&
          stepsBetween(beats, start + (statements - 1) * cell, cell) === steps
        )
          statements++;
      }
      const struck = beats.slice(start, start + cell).reduce((sum, beat) => sum + beat.onsets, 0);
      const end = start + statements * cell;
      if (
        statements >= LEAST_STATEMENTS &&
        struck > LEAST_ONSETS &&
        !found.some((one) => one.start <= start && one.start + one.statements * one.cell >= end)
      ) {
        found.push({ start, cell, statements, steps: steps! });
      }
      start++;
    }
  }
  return (
    found
      .filter(
        (one) =>
          !found.some(
            (other) =>
              other !== one &&
              other.start <= one.start &&
              other.start + other.statements * other.cell >=
                one.start + one.statements * one.cell &&
              other.statements * other.cell > one.statements * one.cell,
          ),
      )
      .sort((a, b) => a.start - b.start)
      // begun a beat later it is the same sequence
      .filter(
        (one, at, all) =>
          !all
            .slice(0, at)
            .some(
              (other) =>
                other.cell === one.cell &&
                other.steps === one.steps &&
                one.start < other.start + other.cell,
            ),
      )
      .map(({ start, cell, statements, steps }): Sequence => ({
        hand,
        statements,
        steps,
        from: beats[start]!.place,
        to: beats[start + cell * statements]?.place ?? { bar: score.bars.length, offset: ZERO },
        cell: toNumber(subtract(beats[start + cell]!.at, beats[start]!.at)),
      }))
  );
}

/**
 * Scale steps from a cell to the next one when they are alike but for them; undefined otherwise.
 */
function stepsBetween(beats: readonly Beat[], start: number, cell: number): number | undefined {
  let steps: number | undefined;
  for (let k = 0; k < cell; k++) {
    const [a, b] = [beats[start + k], beats[start + cell + k]];
    if (!a || !b || a.figure !== b.figure) return undefined;
    if (a.onsets === 0) continue;
    const own = b.degree - a.degree;
    if (steps !== undefined && steps !== own) return undefined;
    steps = own;
  }
  return steps;
}
