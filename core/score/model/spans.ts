import { say } from "../../words/say.ts";
import { compare, ZERO, type Fraction } from "./fraction.ts";
import { parseFraction, toText } from "./fractionText.ts";
import { ScoreError, type Place, type Score } from "./model.ts";
import { comparePlaces } from "./places.ts";

/** A place as it is stored and sent: the offset as exact text. */
export interface PlaceText {
  bar: number;
  offset: string;
}

export const placeText = ({ bar, offset }: Place): PlaceText => ({ bar, offset: toText(offset) });

export const fieldsOf = (value: unknown, what: string): Record<string, unknown> => {
  if (typeof value === "object" && value !== null) return value as Record<string, unknown>;
  throw new ScoreError(say`${what} cannot be read.`);
};

/**
 * The place a record means.
 * @param what it is of, to begin a sentence with
 * @param end whether the end of a bar or of the piece will do; the end of a bar is the start of the
 * next
 * @throws ScoreError in a sentence when it lies outside the score
 */
export function placeFrom(value: unknown, bars: Score["bars"], what: string, end = false): Place {
  const { bar, offset = 0 } = fieldsOf(value, what);
  const at: Fraction | undefined =
    typeof offset === "string" || typeof offset === "number"
      ? parseFraction(String(offset))
      : undefined;
  if (!Number.isInteger(bar) || (bar as number) < 0 || !at || at.num < 0)
    throw new ScoreError(say`${what} has no place in the score.`);
  const own = bars[bar as number];
  const past = own
    ? compare(at, own.length) >= 0 && !(end && compare(at, own.length) === 0)
    : !(end && bar === bars.length && at.num === 0);
  if (past)
    throw new ScoreError(
      own
        ? say`${what} lies after the end of bar ${own.number}.`
        : say`${what} lies after the last bar; the piece has ${bars.length}.`,
    );
  return own && compare(at, own.length) === 0
    ? { bar: (bar as number) + 1, offset: ZERO }
    : { bar: bar as number, offset: at };
}

/**
 * From a place to another, the first that no longer belongs to it. @throws ScoreError as {@link
 * placeFrom}, or when it ends before it begins
 */
export function spanFrom(
  value: unknown,
  bars: Score["bars"],
  what: string,
): { from: Place; to: Place } {
  const { from, to } = fieldsOf(value, what);
  const ends = { from: placeFrom(from, bars, what), to: placeFrom(to, bars, what, true) };
  if (comparePlaces(ends.from, ends.to) >= 0)
    throw new ScoreError(say`${what} ends before it begins.`);
  return ends;
}

type Moved = readonly (number | undefined)[];

/**
 * A place in a corrected score: `bars` tells where each bar went, undefined when it is gone; then
 * there is none.
 */
export function placeMoved<T extends PlaceText>(one: T, bars: Moved): T[] {
  const bar =
    one.bar < bars.length ? bars[one.bar] : (bars.findLast((at) => at !== undefined) ?? 0) + 1;
  return bar === undefined ? [] : [{ ...one, bar }];
}

/** A stretch in a corrected score; none when the bar it begins or ends in is gone. */
export function spanMoved<T extends { from: PlaceText; to: PlaceText }>(one: T, bars: Moved): T[] {
  // an end at the start of a bar goes with the bar before it
  const last = one.to.offset === "0" ? bars[one.to.bar - 1] : undefined;
  const [from, to] = [
    placeMoved(one.from, bars)[0],
    last === undefined ? placeMoved(one.to, bars)[0] : { bar: last + 1, offset: "0" },
  ];
  return from && to ? [{ ...one, from, to }] : [];
}
