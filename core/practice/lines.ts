import { handsOf } from "../form/index.ts";
import {
  covers,
  isAdorned,
  limbLine,
  takenBy,
  TOGETHER,
  type Line,
  type Score,
} from "../score/index.ts";

/** What is practised in one score, the parts before the whole. */
export interface PracticeLines {
  /** Each hand alone and what else is practised apart, in the order of learning. */
  readonly apart: readonly Line[];
  readonly whole: Line;
}

/**
 * The lines of an instrument that a score has: those whose hands all play in it.
 *
 * @param lines as the instrument has them; each hand that plays when not given
 * @example linesIn(score).apart.map((line) => line.id) // => ["right", "left"]
 */
export function linesIn(score: Score, lines?: readonly Line[]): PracticeLines {
  const limbs = handsOf(score);
  const known = limbs.map(
    (limb) => lines?.find((line) => line.id === limb && !line.within) ?? limbLine(limb),
  );
  const together = lines?.find((line) => line.id === TOGETHER)?.name ?? TOGETHER;
  const whole =
    limbs.length > 1 ? { id: TOGETHER, name: together, limbs } : (known[0] ?? limbLine(TOGETHER));
  const own = (lines ?? []).filter(
    (line) =>
      line.id !== TOGETHER &&
      !known.includes(line) &&
      line.limbs.every((limb) => limbs.includes(limb)) &&
      (line.within?.(score) !== undefined || (!line.within && line.limbs.length < limbs.length)),
  );
  const single = known.filter((line) => line !== whole);
  // a tune is learned before its ornaments
  const tunes = own.filter(isTune).sort((a, b) => a.layers! - b.layers!);
  return { apart: [...tunes, ...single, ...own.filter((line) => !isTune(line))], whole };
}

/** Whether a line is a tune without its ornaments, or with some of their layers. */
export const isTune = ({ layers }: Line): boolean => layers !== undefined;

/**
 * What of some bars is in a line, in words that compare: lines with equal words there are the same
 * to practise.
 */
export function inBars(score: Score, line: Line): (from: number, to: number) => string {
  if (score.paperHands) return () => line.limbs.join();
  const takes = takenBy(line, score);
  const bars: string[][] = score.bars.map(() => []);
  for (const note of score.notes)
    // what only sounds on from before is nothing to practise
    if (takes(note) && !note.held)
      bars[note.bar]!.push(
        note.ornaments?.length && isAdorned(line, note.layer) ? `${note.id}~` : note.id,
      );
  return (from, to) =>
    bars
      .slice(from, to + 1)
      .flat()
      .join();
}

/** Whether what is played in one line is played in another too; by their ids. */
export function holding(lines: readonly Line[]): (whole: string, part: string) => boolean {
  const lineOf = (id: string): Line => lines.find((line) => line.id === id) ?? limbLine(id);
  return (whole, part) => whole === TOGETHER || covers(lineOf(whole), lineOf(part));
}
