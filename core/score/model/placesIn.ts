import { add, compare, fraction, multiply, ZERO, type Fraction } from "./fraction.ts";
import { toText } from "./fractionText.ts";
import type { Score } from "./model.ts";
import { beatLength } from "./beats.ts";

/** Places in a bar where something can be set: every onset, every half beat, and its end. */
export function placesIn(score: Pick<Score, "bars" | "notes">, bar: number): Fraction[] {
  const { length } = score.bars[bar]!;
  const half = multiply(beatLength(score.bars[bar]!), fraction(1, 2));
  const found = new Map<string, Fraction>();
  for (let at = ZERO; compare(at, length) <= 0; at = add(at, half)) found.set(toText(at), at);
  for (const note of score.notes)
    if (note.bar === bar && !note.grace) found.set(toText(note.offset), note.offset);
  found.set(toText(length), length);
  return [...found.values()].sort(compare);
}
