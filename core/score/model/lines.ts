import type { Note, Score } from "./model.ts";

/**
 * What is practised apart and together: a hand, a hand and the feet, the tune without its
 * ornaments, everything.
 */
export interface Line {
  readonly id: string;
  /** The word for it on screen. */
  readonly name: string;
  /** The hands and feet whose notes it has. */
  readonly limbs: readonly string[];
  /** Which of their notes; undefined where a score has no such line. All of them when absent. */
  readonly within?: (score: Score) => ((note: Note) => boolean) | undefined;
  /** Ornaments up to this layer are played, none at 0; all of them when absent. */
  readonly layers?: number;
}

/** The line of everything. */
export const TOGETHER = "both";

/** The word for a hand or foot of a score. */
export const limbName = ({ limbs }: Pick<Score, "limbs">, id: string): string =>
  limbs.find((limb) => limb.id === id)?.name ?? id;

/** The line of one hand or of the feet. */
export const limbLine = (limb: string): Line => ({ id: limb, name: limb, limbs: [limb] });

/** Whether a note of the score belongs to a line. A line the score does not have takes nothing. */
export function takenBy(line: Line, score: Score): (note: Note) => boolean {
  // a tune is there bare whether or not its ornaments are in the score
  const isPart = line.within && line.layers === undefined;
  const own = isPart ? (line.within(score) ?? (() => false)) : () => true;
  const limbs = new Set(line.limbs);
  return (note) =>
    limbs.has(note.hand) && !(note.grace && !isAdorned(line, note.layer)) && own(note);
}

/** Whether an ornament of a layer is played in a line; what a file prints is of the first. */
export const isAdorned = ({ layers = Infinity }: Pick<Line, "layers">, layer = 1): boolean =>
  layer <= layers;

/** Whether whoever plays `line` plays all of `other`. */
export const covers = (line: Line, other: Line): boolean =>
  line.id === other.id ||
  (line.layers === undefined
    ? !line.within && other.limbs.every((limb) => line.limbs.includes(limb))
    : line.limbs.join() === other.limbs.join() && line.layers >= (other.layers ?? Infinity));

/** The higher or the lower of the voices a file writes; undefined where it writes one alone. */
export function voiceLine(score: Pick<Score, "notes">, which: "high" | "low") {
  const heights = new Map<string, { sum: number; count: number }>();
  for (const note of score.notes) {
    const at = heights.get(note.voice) ?? { sum: 0, count: 0 };
    heights.set(note.voice, { sum: at.sum + note.midi, count: at.count + 1 });
  }
  if (heights.size < 2) return undefined;
  const sorted = [...heights]
    .sort(([, a], [, b]) => b.sum / b.count - a.sum / a.count)
    .map(([voice]) => voice);
  const voice = which === "high" ? sorted[0] : sorted.at(-1);
  return (note: Note) => note.voice === voice;
}
