import type { Guide } from "./harmony.ts";
import type { Moment } from "./ringing.ts";
import type { PedalSpan } from "./spans.ts";

/**
 * How the foot takes one harmony: all of it, or so many instants from its beginning; undefined when
 * it stays up.
 */
type Script = "whole" | number | undefined;

/** Of the harmonies with one texture, this share must be taken alike for the others to follow. */
const MOST = 0.5;
const LEAST = 3;

/**
 * Harmonies as spans of instants, with what is struck when by how many voices in their first
 * bar: the same figure has the same pattern.
 */
function figures(
  moments: readonly Moment[],
  { begins }: Guide,
  end: number,
): { from: number; to: number; pattern: string }[] {
  const starts = moments.flatMap((_, i) => (begins[i] ? [i] : []));
  return starts.map((from, s) => {
    const to = starts[s + 1] ?? moments.length;
    const start = moments[from]!.at;
    let bar = from + 1;
    while (bar < to && moments[bar]!.bar === moments[from]!.bar) bar++;
    const inside = moments
      .slice(from, bar)
      .map(
        (moment) =>
          `${(moment.at - start).toFixed(3)} ${moment.struck.length}${moment.staccato ? "." : ""}`,
      );
    return {
      from,
      to,
      pattern: `${inside.join(" ")} ${((moments[bar]?.at ?? end) - start).toFixed(3)}`,
    };
  });
}

/**
 * Where one texture goes on from harmony to harmony, the foot does what it does in most of them:
 * the ends that are expected, by the instant at which a span begins; each is the instant after
 * the last.
 */
export function expectedFrom(
  moments: readonly Moment[],
  guide: Guide,
  spans: readonly PedalSpan[],
  end: number,
): ReadonlyMap<number, number> {
  const taken = new Map(spans.map((one) => [one.from, one]));
  const byPattern = new Map<string, { from: number; to: number; script: Script }[]>();
  for (const { from, to, pattern } of figures(moments, guide, end)) {
    const span = taken.get(from);
    const one = {
      from,
      to,
      script: span && (span.to >= to ? ("whole" as const) : span.to - from),
    };
    if (byPattern.has(pattern)) byPattern.get(pattern)!.push(one);
    else byPattern.set(pattern, [one]);
  }
  const found = new Map<number, number>();
  for (const same of byPattern.values()) {
    if (same.length < LEAST) continue;
    const counts = new Map<Script, number>();
    for (const { script } of same) counts.set(script, (counts.get(script) ?? 0) + 1);
    const [script, times] = [...counts].reduce((best, one) => (one[1] > best[1] ? one : best));
    if (script === undefined || times < MOST * same.length) continue;
    for (const one of same) found.set(one.from, script === "whole" ? one.to : one.from + script);
  }
  return found;
}
