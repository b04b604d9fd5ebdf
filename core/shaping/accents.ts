import { say } from "../words/say.ts";
import {
  compare,
  onsets,
  toNumber,
  type Note,
  type Onset,
  type Score,
  type Shape,
} from "../score/index.ts";

/** Accents that follow each other in one hand: how large each is, 1 the largest. */
export interface AccentRow {
  readonly hand: string;
  readonly accents: readonly {
    readonly notes: readonly string[];
    readonly bar: number;
    readonly offset: Note["offset"];
    readonly size: number;
  }[];
  /** Index of the one that counts most. */
  readonly most: number;
  /** Why, when nobody chose it. */
  readonly why: string;
}

/**
 * Accents further apart than this, in quarters, are heard one by one. Common practice, no source.
 */
const APART = 4;
/**
 * The smallest of a row, as a share of the largest. Common practice, no source: never all at full
 * force.
 */
const SMALLEST = 0.4;

/**
 * Rows of two or more accents, graded towards the one that counts most: the one the teacher chose,
 * else the strongly accented, the highest, the longest, the last.
 */
export function accentRows(score: Score, shape: Shape): AccentRow[] {
  const hands = [...new Set(score.notes.map((note) => note.hand))];
  return hands
    .flatMap((hand) =>
      rowsOf(
        score,
        onsets(score.notes, hand).filter((onset) => onset.notes.some((note) => note.accent)),
      ).map((row) => graded(hand, row, shape)),
    )
    .sort(
      (a, b) =>
        a.accents[0]!.bar - b.accents[0]!.bar ||
        compare(a.accents[0]!.offset, b.accents[0]!.offset),
    );
}

function rowsOf(score: Score, accented: readonly Onset[]): Onset[][] {
  const at = (onset: Onset) => toNumber(score.bars[onset.bar]!.start) + toNumber(onset.offset);
  const rows: Onset[][] = [];
  for (const onset of accented) {
    const last = rows.at(-1);
    if (last && at(onset) - at(last.at(-1)!) <= APART + 1e-9) last.push(onset);
    else rows.push([onset]);
  }
  return rows.filter((row) => row.length > 1);
}

function graded(hand: string, row: readonly Onset[], shape: Shape): AccentRow {
  const chosen = row.findIndex((onset) =>
    onset.notes.some((note) => shape.accents.includes(note.id)),
  );
  const top = (onset: Onset) => Math.max(...onset.notes.map((note) => note.midi));
  const length = (onset: Onset) => Math.max(...onset.notes.map((note) => toNumber(note.length)));
  const strong = (onset: Onset) => Number(onset.notes.some((note) => note.accent === "strong"));
  const signs = [
    [say`the strongest sign`, strong],
    [say`the highest`, top],
    [say`the longest`, length],
  ] as const;
  let left = row.map((_, i) => i);
  let why = say`the last of them`;
  for (const [name, size] of chosen >= 0 ? [] : signs) {
    const most = Math.max(...left.map((i) => size(row[i]!)));
    const best = left.filter((i) => size(row[i]!) === most);
    if (best.length < left.length) why = name;
    left = best;
    if (left.length === 1) break;
  }
  if (left.length > 1) why = say`the last of them`;
  const most = chosen >= 0 ? chosen : left.at(-1)!;
  const furthest = Math.max(most, row.length - 1 - most);
  return {
    hand,
    most,
    why: chosen >= 0 ? say`chosen` : why,
    accents: row.map((onset, i) => ({
      notes: onset.notes.map((note) => note.id),
      bar: onset.bar,
      offset: onset.offset,
      size: 1 - ((1 - SMALLEST) * Math.abs(i - most)) / furthest,
    })),
  };
}
