import { beatLength, lead } from "../model/beats.ts";
import { add, compare, max, subtract, toNumber, ZERO, type Fraction } from "../model/fraction.ts";
import { toText } from "../model/fractionText.ts";
import { adorned, neighbour } from "./ornaments.ts";
import type { Mark } from "../marks/mark.ts";
import { keysOf, type Bar, type Note, type Place, type Road, type Score } from "../model/model.ts";
import { onePass, roadOrder } from "./order.ts";
import { rollsIn } from "./rolls.ts";
import { comparePlaces, startOf } from "../model/places.ts";
import { notesByBar } from "../model/onsets.ts";
import type { Beat, MarkedAt, Performance, Sounding, BarPass } from "../model/performance.ts";

/** A key in the middle of loud and soft, when nobody has said how loud. */
const PLAIN = 0.7;

/** What of a stretch is heard. */
export interface PerformOptions {
  /** Which notes; all when not given. */
  readonly takes?: (note: Note) => boolean;
  /** Marks that sound, with their stratum. */
  readonly marks?: readonly (Pick<Mark, "from" | "data"> & { readonly stratum: string })[];
  /** Ornaments up to this layer, none at 0; all of them when not given. */
  readonly layers?: number | undefined;
}

/** The grace notes of a bar by the note they adorn: of a chord the first one. */
function gracesOf(inBar: readonly Note[]): ReadonlyMap<Note, readonly Note[]> {
  const waiting = new Map<string, Note[]>();
  const found = new Map<Note, readonly Note[]>();
  for (const note of inBar) {
    const at = `${note.voice} ${toText(note.offset)}`;
    const before = waiting.get(at);
    if (note.grace && before) before.push(note);
    else if (note.grace) waiting.set(at, [note]);
    else if (before) {
      found.set(note, before);
      waiting.delete(at);
    }
  }
  return found;
}

/** A note as it is written; what stands for a chord sounds as one. */
const plainly = (note: Note, start: Fraction): Sounding[] =>
  keysOf(note).map((midi) => ({
    ...{ id: note.id, hand: note.hand, midi, loudness: PLAIN },
    onset: toNumber(add(start, note.offset)),
    length: toNumber(note.length) * (note.staccato ? 0.5 : 1),
  }));

/** A note with what adorns it, in the place of the note alone. */
const withOrnaments = (
  sounding: Sounding,
  note: Note,
  graces: readonly Note[],
  bar: Bar,
  inBar: readonly Note[],
): Sounding[] =>
  adorned(note, sounding.length, graces, (side) => neighbour(note, bar, inBar, side)).map(
    ({ midi, at, length }): Sounding => ({
      ...sounding,
      midi,
      onset: Math.max(0, sounding.onset + at),
      length,
      ...(at ? { after: at } : {}),
    }),
  );

/**
 * A stretch as it is to be heard, from one place to another in one pass: the notes of a line,
 * metronome beats, and a count-in of one full bar plus the beats before a pick-up.
 *
 * @example perform(score, startOf(0), startOf(1)).notes.length // => 5
 */
export function perform(
  score: Score,
  from: Place,
  to: Place,
  options: PerformOptions = {},
): Performance {
  const lastBar = to.offset.num === 0 ? to.bar - 1 : to.bar;
  return performBars(
    score,
    onePass(score.bars, from.bar, Math.min(lastBar, score.bars.length - 1)),
    from,
    to,
    options,
  );
}

/**
 * The piece from its beginning to its end on a road: with its repeats, or the passes of a cut.
 *
 * @example performRoad(score, WHOLE_ROAD).passes.length // => 24
 */
export const performRoad = (score: Score, road: Road, options: PerformOptions = {}): Performance =>
  performOrder(score, roadOrder(score.bars, road), options);

/** Whole bars in an order of their own: over a cut, or with their repeats. Bar indexes. */
export const performOrder = (
  score: Score,
  order: readonly number[],
  options: PerformOptions = {},
): Performance =>
  performBars(score, order, startOf(order[0] ?? 0), startOf(score.bars.length), options);

function performBars(
  score: Score,
  indexes: readonly number[],
  from: Place,
  to: Place,
  { takes = () => true, marks = [], layers }: PerformOptions,
): Performance {
  const notes: Sounding[] = [];
  const beats: Beat[] = [];
  const byBar = notesByBar(score);
  const marked: MarkedAt[] = [];
  const passes: BarPass[] = [];
  let start = subtract(ZERO, from.offset);
  for (const [position, index] of indexes.entries()) {
    const bar = score.bars[index]!;
    const end = index === to.bar && to.offset.num > 0 ? to.offset : bar.length;
    const begin = position === 0 ? from.offset : ZERO;
    const graces = gracesOf(byBar[index]!);
    const rolls = rollsIn(byBar[index]!);
    for (const note of byBar[index]!) {
      const inside = compare(note.offset, begin) >= 0 && compare(note.offset, end) < 0;
      if (!inside || note.held || note.grace || !takes(note)) continue;
      const later = rolls.get(note);
      const sounding = plainly(note, start).map((one) => (later ? { ...one, later } : one));
      const own = graces.get(note) ?? [];
      const isPlain = layers === 0 || (own.length === 0 && !note.ornaments?.length);
      if (isPlain || note.chord) notes.push(...sounding);
      else notes.push(...withOrnaments(sounding[0]!, note, own, bar, byBar[index]!));
    }
    for (const { from: place, stratum, data } of marks) {
      const inside =
        place.bar === index && compare(place.offset, begin) >= 0 && compare(place.offset, end) <= 0;
      if (inside) marked.push({ at: toNumber(add(start, place.offset)), stratum, data });
    }
    passes.push({ bar: index, at: toNumber(add(start, begin)), begin, end });
    beats.push(...beatsOf(bar, start, begin, end));
    start = add(start, end);
  }
  return {
    notes,
    passes,
    beats,
    countIn: countIn(score.bars[indexes[0] ?? from.bar]!, from.offset),
    marks: marked.sort((a, b) => a.at - b.at),
    earlier: marks
      .filter((one) => comparePlaces(one.from, { bar: indexes[0] ?? 0, offset: from.offset }) < 0)
      .sort((a, b) => comparePlaces(a.from, b.from))
      .map(({ stratum, data }) => ({ at: 0, stratum, data })),
    ...(layers === undefined ? {} : { layers }),
    length: toNumber(start),
  };
}

function beatsOf(bar: Bar, start: Fraction, begin: Fraction, end: Fraction): Beat[] {
  const found: Beat[] = [];
  const step = beatLength(bar);
  const shift = lead(bar);
  for (let at = ZERO, n = 0; compare(at, bar.nominal) < 0; at = add(at, step), n++) {
    const place = subtract(at, shift);
    if (compare(place, begin) >= 0 && compare(place, end) < 0) {
      found.push({ at: toNumber(add(start, place)), strong: n === 0 });
    }
  }
  return found;
}

/** One full bar, plus the beats of the bar that pass before the first note. Times are negative. */
function countIn(bar: Bar, from: Fraction): Beat[] {
  const step = beatLength(bar);
  const before = max(ZERO, add(lead(bar), from));
  const count: Beat[] = [];
  for (let whole = 0; whole < 2; whole++) {
    const origin = whole === 0 ? add(before, bar.nominal) : before;
    const span = whole === 0 ? bar.nominal : before;
    for (let at = ZERO, n = 0; compare(at, span) < 0; at = add(at, step), n++) {
      count.push({ at: toNumber(subtract(at, origin)), strong: n === 0 });
    }
  }
  return count;
}
