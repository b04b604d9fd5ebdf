import {
  compare,
  parseFraction,
  placesIn,
  toNumber,
  toText,
  type Fraction,
  type Score,
} from "@yarrow-ridge/core/score";
import { xAt, type PageBoxes } from "../score/geometry.ts";

/** The place of a bar nearest to an x on the page. */
export function nearestPlace(boxes: PageBoxes, score: Score, bar: number, x: number): Fraction {
  return placesIn(score, bar)
    .map((at) => ({ at, away: Math.abs((xAt(boxes, score, bar, toNumber(at)) ?? Infinity) - x) }))
    .sort((a, b) => a.away - b.away)[0]!.at;
}

/** The place before or after, over bar lines; the end of a bar counts as the start of the next. */
export function stepPlace(
  score: Score,
  place: { bar: number; offset: string },
  step: 1 | -1,
): { bar: number; offset: string } {
  const here = placesIn(score, place.bar).filter(
    (at) => place.bar === score.bars.length - 1 || compare(at, score.bars[place.bar]!.length) < 0,
  );
  const at = here.findIndex((one) => compare(one, parseFraction(place.offset)!) === 0);
  const next = here[at + step];
  if (next) return { bar: place.bar, offset: toText(next) };
  const bar = place.bar + step;
  if (!score.bars[bar]) return place;
  const there = placesIn(score, bar).filter((one) => compare(one, score.bars[bar]!.length) < 0);
  return { bar, offset: toText(step === 1 ? there[0]! : there.at(-1)!) };
}
