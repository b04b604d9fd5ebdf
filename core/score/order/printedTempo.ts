import type { Score } from "../model/model.ts";
import type { Performance } from "../model/performance.ts";

/** A stretch in one tempo: where it begins, and where it begins to sound. Quarters. */
interface Stretch {
  readonly from: number;
  readonly to: number;
  /** Quarters that pass at the first tempo for one that is written. */
  readonly each: number;
}

/**
 * A performance in which each bar keeps the proportion of its printed tempo to that of the first
 * bar: at half the tempo a faster trio is faster still. Without printed changes it stays as it is.
 *
 * @param performance strict, or with its time shaped
 * @returns times in quarters of the first bar's tempo
 * @example
 *   atPrintedTempo(score, perform(score, startOf(0), startOf(1))).length // => 3
 */
export function atPrintedTempo({ bars }: Score, performance: Performance): Performance {
  const printed = (bar: number) =>
    bars.slice(0, bar + 1).findLast(({ tempo }) => tempo !== undefined)?.tempo;
  const first = printed(performance.passes[0]?.bar ?? 0);
  const stretches: Stretch[] = [];
  for (const { bar, at } of performance.passes) {
    const before = stretches.at(-1);
    const each = (first ?? 1) / (printed(bar) ?? first ?? 1);
    if (before?.each === each) continue;
    const to = before ? before.to + (at - before.from) * before.each : at;
    stretches.push({ from: at, to, each });
  }
  if (stretches.every(({ each }) => each === 1)) return performance;
  const moved = (at: number) => {
    const { from, to, each } = stretches.findLast((one) => one.from <= at) ?? stretches[0]!;
    return to + (at - from) * each;
  };
  const movedAt = <T extends { readonly at: number }>(one: T): T => ({ ...one, at: moved(one.at) });
  return {
    ...performance,
    notes: performance.notes.map((note) => ({
      ...note,
      onset: moved(note.onset),
      length: moved(note.onset + note.length) - moved(note.onset),
    })),
    passes: performance.passes.map(movedAt),
    beats: performance.beats.map(movedAt),
    marks: performance.marks.map(movedAt),
    length: moved(performance.length),
  };
}
