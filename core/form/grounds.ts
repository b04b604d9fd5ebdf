import { toNumber, type Note, type Score } from "../score/index.ts";
import { handsOf, type BarContent } from "./content.ts";
import { tonicOf } from "./ending.ts";

/** A bass that keeps returning under changing music. Bar indexes, inclusive. */
export interface Ground {
  readonly hand: string;
  readonly from: number;
  readonly to: number;
  /** Bars of one statement. */
  readonly length: number;
  readonly statements: number;
  /** `major`, `minor`, or `both` when it changes between them. */
  readonly mode: "major" | "minor" | "both";
}

const LEAST_STATEMENTS = 3;
const LONGEST = 16;

/**
 * The lowest key at the start of each beat-bearing onset of a bar, as pitch classes without their
 * alteration by mode.
 */
function bassOf(notes: readonly Note[]): string {
  const lowest = new Map<number, Note>();
  for (const note of notes) {
    const at = toNumber(note.offset);
    const before = lowest.get(at);
    if (!before || note.midi < before.midi) lowest.set(at, note);
  }
  // a letter, not a key: A and A flat are the same degree in major and minor
  return [...lowest]
    .sort((a, b) => a[0] - b[0])
    .map(([at, note]) => `${at} ${note.pitch.step}`)
    .join("|");
}

/**
 * Bass patterns in the lowest hand that are said three times or more in a row, each in its shortest
 * form.
 */
export function grounds(score: Score, lines: ReadonlyMap<string, readonly BarContent[]>): Ground[] {
  const hand = handsOf(score).at(-1);
  const content = hand === undefined ? undefined : lines.get(hand);
  if (hand === undefined || !content) return [];
  const bass = content.map((bar) => bassOf(bar.struck.map(({ note }) => note)));
  const found: Ground[] = [];
  for (let length = 1; length <= LONGEST; length++) {
    for (let from = 0; from + length * LEAST_STATEMENTS <= bass.length;) {
      let end = from + length;
      while (end < bass.length && bass[end] !== "" && bass[end] === bass[end - length]) end++;
      const statements = Math.floor((end - from) / length);
      const to = from + statements * length - 1;
      if (
        statements >= LEAST_STATEMENTS &&
        bass[from] !== "" &&
        moves(bass.slice(from, from + length)) &&
        !found.some((one) => one.from <= from && one.to >= to)
      ) {
        found.push({ hand, from, to, length, statements, mode: modeOf(score, from, to) });
        from = to + 1;
      } else from++;
    }
  }
  return found
    .filter(
      (one) =>
        !found.some(
          (other) =>
            other !== one &&
            other.from <= one.from &&
            other.to >= one.to &&
            other.to - other.from > one.to - one.from,
        ),
    )
    .sort((a, b) => a.from - b.from);
}

/** One note over and over is a pedal point, not a ground. */
const moves = (pattern: readonly string[]): boolean =>
  new Set(pattern.join("|").match(/[A-G]/g) ?? []).size >= 2;

/** Read from the third above the tonic, where it sounds in these bars. */
function modeOf(score: Score, from: number, to: number): Ground["mode"] {
  let [major, minor] = [0, 0];
  for (const note of score.notes) {
    if (note.bar < from || note.bar > to) continue;
    const { key } = score.bars[note.bar]!;
    const third = (note.midi - tonicOf(key) + 120) % 12;
    if (third === 4) major++;
    if (third === 3) minor++;
  }
  if (major && minor && Math.min(major, minor) * 4 >= Math.max(major, minor)) return "both";
  return minor > major ? "minor" : "major";
}
