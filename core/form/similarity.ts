import { toText, type Note, type Score } from "../score/index.ts";
import { contents } from "./content.ts";
import { compareBars } from "./differences.ts";

/**
 * How alike every two bars of a line are: row by row, 0 (nothing in common) to 255 (the same).
 * Rests are like nothing.
 */
export interface Similarity {
  readonly size: number;
  readonly values: Uint8Array;
}

/** Larger pictures are of no use, and n² of work. */
export const MOST_BARS = 1500;

/**
 * The picture of a piece against itself, in one hand or together; the first {@link MOST_BARS} bars
 * of it.
 */
export function similarity(score: Score, hand: string): Similarity {
  const content = contents(score, hand).slice(0, MOST_BARS);
  const size = content.length;
  const values = new Uint8Array(size * size);
  for (let i = 0; i < size; i++) {
    for (let j = 0; j <= i; j++) {
      const [a, b] = [content[i]!, content[j]!];
      if (a.pattern < 0 || b.pattern < 0) continue;
      const away = a.base - b.base;
      let value: number;
      if (a.pattern === b.pattern) value = away === 0 ? 255 : away % 12 === 0 ? 225 : 190;
      else if (a.figure === b.figure) value = 170;
      else {
        const { same, differing } = compareBars(a, b, 0);
        value = Math.max(
          a.rhythm === b.rhythm ? 50 : 0,
          Math.round((150 * same) / (same + differing)),
        );
      }
      values[i * size + j] = values[j * size + i] = value;
    }
  }
  return { size, values };
}

/**
 * Ids of the notes of two bars that the other bar does not have, moved by the interval between
 * their lowest keys where their patterns agree.
 */
export function differingNotes(
  score: Score,
  hand: string,
  bar: number,
  other: number,
): Set<string> {
  const of = (at: number) =>
    score.notes.filter(
      (note) =>
        note.bar === at && !note.held && !note.grace && (hand === "both" || note.hand === hand),
    );
  const [a, b] = [of(bar), of(other)];
  const key = (note: Note, shift: number) =>
    `${toText(note.offset)} ${note.midi + shift} ${toText(note.length)} ${note.hand}`;
  // of all intervals between notes struck at the same moment the most frequent one is the
  // transposition
  const counts = new Map<number, number>();
  for (const one of a)
    for (const two of b)
      if (toText(one.offset) === toText(two.offset) && one.hand === two.hand)
        counts.set(one.midi - two.midi, (counts.get(one.midi - two.midi) ?? 0) + 1);
  const shift =
    [...counts].sort((x, y) => y[1] - x[1] || Math.abs(x[0]) - Math.abs(y[0]))[0]?.[0] ?? 0;
  const [inA, inB] = [
    new Set(a.map((note) => key(note, 0))),
    new Set(b.map((note) => key(note, shift))),
  ];
  return new Set(
    [
      ...a.filter((note) => !inB.has(key(note, 0))),
      ...b.filter((note) => !inA.has(key(note, shift))),
    ].map((note) => note.id),
  );
}
