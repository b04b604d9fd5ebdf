import { toNumber, type Score } from "../../score/index.ts";

export interface Marked {
  /** The dynamic as printed: `ff`. */
  readonly mark: string;
  readonly bars: readonly number[];
}

/** From softest to loudest. */
const LEVELS = ["pppp", "ppp", "pp", "p", "mp", "mf", "f", "ff", "fff", "ffff"];

export interface Loudness {
  readonly loudest: Marked | undefined;
  readonly softest: Marked | undefined;
  /** Whether the piece is loudest where its notes are highest; undefined without marks. */
  readonly peakIsHighest: boolean | undefined;
}

/**
 * The loudest and the softest printed level with the bars where they stand, and whether the loudest
 * is where the top note is.
 */
export function loudnessOf(score: Score): Loudness {
  const marks = score.marks.filter((mark) => mark.kind === "dynamic" && LEVELS.includes(mark.text));
  if (marks.length === 0)
    return { loudest: undefined, softest: undefined, peakIsHighest: undefined };
  const order = [...marks].sort((a, b) => LEVELS.indexOf(a.text) - LEVELS.indexOf(b.text));
  const at = (text: string): Marked => ({
    mark: text,
    bars: [...new Set(marks.filter((mark) => mark.text === text).map((mark) => mark.bar))],
  });
  const loudest = at(order.at(-1)!.text);
  const top = score.notes.reduce((a, b) => (b.midi > a.midi ? b : a));
  // a level holds until the next mark
  const inForce = marks.findLast(
    (mark) =>
      mark.bar < top.bar || (mark.bar === top.bar && toNumber(mark.offset) <= toNumber(top.offset)),
  );
  return { loudest, softest: at(order[0]!.text), peakIsHighest: inForce?.text === loudest.mark };
}
