import { fieldRecord, fieldsIn, writeFields } from "./fields.ts";
import { ScoreError, type Place, type Score } from "./model.ts";
import { comparePlaces } from "./places.ts";
import { fieldsOf, placeText, spanFrom, spanMoved, type PlaceText } from "./spans.ts";
import { parseXml, type Document, type Element } from "./xml.ts";

/**
 * A stretch in which a hand keeps its position: the thumb over one key, the other fingers over
 * those beside it.
 */
export interface HandPosition {
  readonly hand: string;
  readonly from: Place;
  /** The first place that no longer belongs to it. */
  readonly to: Place;
  /** The key under the thumb, as a MIDI number. */
  readonly thumb: number;
}

/** As it is stored and sent: offsets as exact text. */
export interface HandPositionRecord {
  hand: string;
  from: PlaceText;
  to: PlaceText;
  thumb: number;
}

export const positionRecord = ({ hand, from, to, thumb }: HandPosition): HandPositionRecord => ({
  hand,
  from: placeText(from),
  to: placeText(to),
  thumb,
});

type Read = Pick<Score, "bars" | "notes">;

/**
 * The position a record means for a score.
 * @throws ScoreError in a sentence when its hand, a place or its key cannot be
 */
export function positionFrom(record: unknown, { bars, notes }: Read): HandPosition {
  const { hand, thumb } = fieldsOf(record, "A position");
  if (typeof hand !== "string" || !notes.some((note) => note.hand === hand))
    throw new ScoreError(
      `A position belongs to a hand that has notes, not to "${String(hand).slice(0, 20)}".`,
    );
  if (!Number.isInteger(thumb) || (thumb as number) < 21 || (thumb as number) > 108)
    throw new ScoreError(
      "The key under the thumb must be a key of the keyboard, 21 (A0) to 108 (C8).",
    );
  return { hand, ...spanFrom(record, bars, "A position"), thumb: thumb as number };
}

/** Two positions of one hand at once, where there are any. */
export function overlap<P extends HandPosition>(positions: readonly P[]): [P, P] | undefined {
  const sorted = [...positions].sort((a, b) => comparePlaces(a.from, b.from));
  for (const [i, one] of sorted.entries()) {
    const before = sorted.slice(0, i).findLast((other) => other.hand === one.hand);
    if (before && comparePlaces(before.to, one.from) > 0) return [before, one];
  }
  return undefined;
}

/**
 * All positions with one more; where it takes the place of others of its hand these are cut short.
 */
export function withPosition<P extends HandPosition>(positions: readonly P[], added: P): P[] {
  const kept = positions.flatMap((one): P[] =>
    one.hand !== added.hand
      ? [one]
      : [
          ...(comparePlaces(one.from, added.from) < 0
            ? [{ ...one, to: comparePlaces(one.to, added.from) < 0 ? one.to : added.from }]
            : []),
          ...(comparePlaces(one.to, added.to) > 0
            ? [{ ...one, from: comparePlaces(one.from, added.to) > 0 ? one.from : added.to }]
            : []),
        ],
  );
  return [...kept, added].sort((a, b) => comparePlaces(a.from, b.from));
}

/** The key under the thumb for each note of a hand that has a position. */
export function thumbs(
  { notes }: Pick<Score, "notes">,
  positions: readonly HandPosition[],
  hand: string,
): Map<string, number> {
  const own = positions.filter((one) => one.hand === hand);
  if (own.length === 0) return new Map();
  return new Map(
    notes.flatMap((note): [string, number][] => {
      const at =
        note.hand === hand
          ? own.find(
              ({ from, to }) => comparePlaces(from, note) <= 0 && comparePlaces(note, to) < 0,
            )
          : undefined;
      return at ? [[note.id, at.thumb]] : [];
    }),
  );
}

const PREFIX = "yarrow-ridge:position:";

/** Writes positions in fields of their own: MusicXML has no mark for them. */
export const writePositions = (
  document: Document,
  root: Element,
  positions: readonly HandPosition[],
): void => writeFields(document, root, PREFIX, positions.map(positionRecord));

/** The positions an exported score brings back; those that do not fit it are left. */
export function positionsIn(xml: string, score: Read): HandPosition[] {
  const found = fieldsIn(parseXml(xml).root, PREFIX).flatMap((field) => {
    try {
      return [positionFrom(fieldRecord(field), score)];
    } catch (error) {
      if (error instanceof ScoreError) return [];
      throw error;
    }
  });
  return overlap(found) ? [] : found;
}

/**
 * Positions in a corrected score, whose bars are elsewhere; one that begins or ends in a bar that
 * is gone is left.
 */
export const positionsMoved = <R extends HandPositionRecord>(
  records: readonly R[],
  bars: readonly (number | undefined)[],
): R[] => records.flatMap((one) => spanMoved(one, bars));
