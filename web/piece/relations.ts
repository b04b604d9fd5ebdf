import type { FormAnswer } from "@yarrow-ridge/contract";
import { barSpan, type Bar } from "@yarrow-ridge/core/score";

type Return = FormAnswer["returns"][number];

/** Semitones in words: `a fifth lower`. */
export function intervalName(interval: number): string {
  const names = [
    "at the same pitch",
    "a semitone",
    "a whole tone",
    "a minor third",
    "a major third",
    "a fourth",
    "a tritone",
    "a fifth",
    "a minor sixth",
    "a major sixth",
    "a minor seventh",
    "a major seventh",
    "an octave",
  ];
  const size = Math.abs(interval);
  if (size === 0) return names[0]!;
  const name =
    names[size] ??
    (size % 12 === 0
      ? `${size / 12} octaves`
      : `${names[size % 12]} and ${size >= 24 ? `${Math.floor(size / 12)} octaves` : "an octave"}`);
  return `${name} ${interval > 0 ? "higher" : "lower"}`;
}

/** How a return relates to its first time, in words. */
export function relationText({ relation, interval, tonal, differences }: Return): string {
  const places = differences.length === 1 ? "1 difference" : `${differences.length} differences`;
  switch (relation) {
    case "exact":
      return differences.length ? `the same but for ornaments (${places})` : "exactly";
    case "octave":
      return intervalName(interval);
    case "transposed":
      return `${intervalName(interval)}${tonal ? ", along the scale" : ""}`;
    case "exchanged":
      return `taken from the other hand, ${intervalName(interval)}`;
    case "rhythm":
      return "the same rhythm with other notes";
    default:
      return `${interval ? `${intervalName(interval)}, ` : ""}changed: ${places}`;
  }
}

export const returnText = (bars: readonly Bar[], one: Return): string =>
  `${barSpan(bars, one.from, one.to)}: as ${barSpan(bars, one.of, one.ofTo)}, ${relationText(one)}`;
