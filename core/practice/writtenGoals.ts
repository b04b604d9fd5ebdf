import { beatLength, toNumber, type Score, type Section } from "../score/index.ts";

/** A change smaller than this share is a shade, not another tempo. Common practice, no source. */
const ANOTHER = 0.1;

/**
 * Tempos of sections that begin in another tempo than the piece, as printed: they keep its
 * proportion to the goal of the piece.
 *
 * @param goal performance tempo of the piece, beats a minute
 * @returns beats of each such section a minute, by section id
 */
export function writtenGoals(
  { bars }: Score,
  sections: readonly Section[],
  goal: number,
): Record<string, number> {
  const first = bars[0]?.tempo;
  if (first === undefined) return {};
  return Object.fromEntries(
    sections.flatMap(({ id, from }): [string, number][] => {
      const printed = bars.slice(0, from.bar + 1).findLast(({ tempo }) => tempo !== undefined)!;
      const share = printed.tempo! / first;
      if (!id || Math.abs(share - 1) < ANOTHER) return [];
      // the same number of quarters is another number of other beats
      const beats = toNumber(beatLength(bars[0]!)) / toNumber(beatLength(bars[from.bar]!));
      return [[id, Math.min(400, Math.max(10, Math.round(goal * share * beats)))]];
    }),
  );
}
