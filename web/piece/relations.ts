import { say } from "@yarrow-ridge/core/words";
import type { FormAnswer } from "@yarrow-ridge/contract";
import { barSpan, type Bar } from "@yarrow-ridge/core/score";

type Return = FormAnswer["returns"][number];

/** Semitones in words: `a fifth lower`. */
export function intervalName(interval: number): string {
  const names = [
    say`at the same pitch`,
    say`a semitone`,
    say`a whole tone`,
    say`a minor third`,
    say`a major third`,
    say`a fourth`,
    say`a tritone`,
    say`a fifth`,
    say`a minor sixth`,
    say`a major sixth`,
    say`a minor seventh`,
    say`a major seventh`,
    say`an octave`,
  ];
  const size = Math.abs(interval);
  if (size === 0) return names[0]!;
  const name =
    names[size] ??
    (size % 12 === 0
      ? say`${size / 12} octaves`
      : say`${names[size % 12]!} and
        ${size >= 24 ? say`${Math.floor(size / 12)} octaves` : say`an octave`}`);
  return `${name} ${interval > 0 ? say`higher` : say`lower`}`;
}

/** How a return relates to its first time, in words. */
export function relationText({ relation, interval, tonal, differences }: Return): string {
  const places =
    differences.length === 1 ? say`1 difference` : say`${differences.length} differences`;
  switch (relation) {
    case "exact":
      return differences.length ? say`the same but for ornaments (${places})` : say`exactly`;
    case "octave":
      return intervalName(interval);
    case "transposed":
      return `${intervalName(interval)}${tonal ? say`, along the scale` : ""}`;
    case "exchanged":
      return say`taken from the other hand, ${intervalName(interval)}`;
    case "rhythm":
      return say`the same rhythm with other notes`;
    default:
      return say`${interval ? `${intervalName(interval)}, ` : ""}changed: ${places}`;
  }
}

export const returnText = (bars: readonly Bar[], one: Return): string =>
  say`${barSpan(bars, one.from, one.to)}: as ${barSpan(bars, one.of, one.ofTo)},
    ${relationText(one)}`;
