import { say } from "../words/say.ts";
import { toNumber, type Key, type Score } from "../score/index.ts";
import type { Difference } from "./differences.ts";

/** Pitch class of the tonic that a signature names; major where the file does not say. */
export const tonicOf = ({ fifths, mode }: Key): number =>
  (((fifths * 7 + (mode === "minor" ? 9 : 0)) % 12) + 12) % 12;

/** The pitch class of what sounds lowest last in a bar; undefined in a bar of rest. */
function lastBass(score: Score, bar: number): number | undefined {
  const notes = score.notes.filter((note) => note.bar === bar && !note.grace);
  const last = Math.max(...notes.map((note) => toNumber(note.offset)));
  const low = notes
    .filter((note) => toNumber(note.offset) === last)
    .sort((a, b) => a.midi - b.midi)[0];
  return low && low.midi % 12;
}

/**
 * Whether a return closes where the first time led on, or the other way round; `shift` in
 * semitones.
 */
export function endingDifference(
  score: Score,
  bar: number,
  of: number,
  shift: number,
): Difference | undefined {
  const { key, number } = score.bars[bar]!;
  const tonic = tonicOf(key);
  const [now, before] = [lastBass(score, bar), lastBass(score, of)];
  if (now === undefined || before === undefined) return undefined;
  const [closes, closed] = [now === tonic, (before + shift + 120) % 12 === tonic];
  if (closes === closed) return undefined;
  return {
    bar,
    offset: 0,
    text: say`bar ${number}: ${
      closes
        ? say`ends on the tonic instead of leading on`
        : say`leads on instead of ending on the tonic`
    }`,
  };
}
