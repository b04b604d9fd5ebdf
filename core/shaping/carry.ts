import { say } from "../words/say.ts";
import {
  pairsOfReturns,
  barRanges,
  struckIn,
  counterpartOf,
  wholeReturns,
  type Return,
} from "../form/index.ts";
import {
  comparePlaces,
  lastBarOf,
  notesByBar,
  startOf,
  type LoudnessPoint,
  type Place,
  type Score,
  type Shape,
  type TimingMark,
} from "../score/index.ts";
import { levelAt, loudnessOf, printedLoudness, withCurve } from "./loudness.ts";
import { overlapping } from "./time.ts";

export interface CarriedShape {
  /** The shape with what was carried. */
  readonly shape: Shape;
  /** Marks, lines and barRanges of the curve that were carried. */
  readonly count: number;
  readonly to: readonly { from: number; to: number }[];
  /** Where something stays as it is, in sentences. */
  readonly misfits: readonly string[];
}

interface Span {
  readonly from: Place;
  readonly to: Place;
}

/**
 * Carries how bars `from` to `to` are shaped to where they come back in all hands: time, leading
 * lines, touch, notes brought out and the teacher's own loudness. What the teacher has said of the
 * return stays.
 */
export function carryShape(
  score: Score,
  returns: readonly Return[],
  shape: Shape,
  from: number,
  to: number,
): CarriedShape {
  const misfits: string[] = [];
  const reached: number[] = [];
  const name = (bar: number) => score.bars[bar]?.number ?? "";
  const whole = wholeReturns(score, returns, from, to);
  const isOutside = (first: number, last: number) => last < from || first > to;
  /** The same stretch in each return that brings all of it back. */
  const returned = <T extends Span>(one: T): T[] =>
    whole
      .filter(
        ({ of, ofTo }) =>
          one.from.bar >= Math.max(of, from) && lastBarOf(one.to) <= Math.min(ofTo, to),
      )
      .map((back) => ({
        ...one,
        from: { ...one.from, bar: one.from.bar + back.from - back.of },
        to: { ...one.to, bar: one.to.bar + back.from - back.of },
      }))
      .filter((there) => isOutside(there.from.bar, lastBarOf(there.to)));
  const fits = ({ from: start, to: end }: Span) =>
    start.bar < score.bars.length && (end.bar < score.bars.length || end.offset.num === 0);
  const take = (bar: number) => {
    reached.push(bar);
  };

  const timing = [...shape.timing];
  for (const mark of shape.timing)
    for (const there of returned(mark)) {
      const again: TimingMark = { ...there, id: `${mark.id.slice(0, 80)}@${there.from.bar}` };
      const isThere = timing.some(
        (one) => one.kind === again.kind && comparePlaces(one.from, again.from) === 0,
      );
      if (isThere || !fits(again)) continue;
      if (overlapping([...timing, again]))
        misfits.push(say`bar ${name(again.from.bar)} has time of its own; it stays`);
      else {
        timing.push(again);
        take(again.from.bar);
      }
    }
  const lines = <T extends Span & { readonly hand: string }>(
    list: readonly T[],
    what: string,
    oneHand: boolean,
  ): T[] => {
    const all = [...list];
    for (const line of list)
      for (const again of returned(line)) {
        const clash = all.find(
          (one) =>
            (!oneHand || one.hand === again.hand) &&
            comparePlaces(one.from, again.to) < 0 &&
            comparePlaces(again.from, one.to) < 0,
        );
        if (!clash && fits(again)) {
          all.push(again);
          take(again.from.bar);
        } else if (clash && JSON.stringify(clash) !== JSON.stringify(again))
          misfits.push(say`bar ${name(again.from.bar)} has its own ${what}; it stays`);
      }
    return all.sort((a, b) => comparePlaces(a.from, b.from));
  };
  const [leads, touch] = [
    lines(shape.leads, say`leading line`, false),
    lines(shape.touch, say`touch`, true),
  ];

  const byBar = notesByBar(score);
  const struck = struckIn(byBar);
  const out = new Set(shape.out);
  for (const pair of pairsOfReturns(returns, from, to, (hand) => hand !== "both")) {
    if (!isOutside(pair.there, pair.there)) continue;
    for (const note of struck(pair.bar, pair.one.hand)) {
      const counterpart = shape.out.includes(note.id)
        ? counterpartOf(note, pair, struck)
        : undefined;
      if (!counterpart || out.has(counterpart.id)) continue;
      out.add(counterpart.id);
      take(counterpart.bar);
    }
  }
  const loudness =
    shape.loudness &&
    carryLoudness(
      score,
      shape,
      whole
        .map(
          (back) =>
            [Math.max(back.of, from), Math.min(back.ofTo, to), back.from - back.of] as const,
        )
        .filter(([first, last, on]) => isOutside(first + on, last + on)),
      (bar) => misfits.push(say`bar ${name(bar)} has loudness of its own; it stays`),
      take,
    );
  return {
    shape: {
      ...shape,
      timing: timing.sort((a, b) => comparePlaces(a.from, b.from)),
      leads,
      touch,
      out: [...out],
      ...(loudness ? { loudness } : {}),
    },
    count: reached.length,
    to: barRanges(reached),
    misfits: [...new Set(misfits)],
  };
}

/**
 * The curve with barRanges of it drawn again elsewhere: `[first bar, last bar, bars on]`. Where it
 * was drawn already it stays.
 */
function carryLoudness(
  score: Score,
  shape: Shape,
  stretchesOn: readonly (readonly [number, number, number])[],
  stays: (bar: number) => void,
  took: (bar: number) => void,
) {
  const printed = printedLoudness(score);
  let points = loudnessOf(score, shape);
  for (const [first, last, on] of stretchesOn) {
    if (!isDrawn(score, points, printed, first, last) || same(score, points, first, last, on))
      continue;
    if (isDrawn(score, points, printed, first + on, last + on)) stays(first + on);
    else {
      points = withCurve(score, points, first, last, on);
      took(first + on);
    }
  }
  return points;
}

type Curve = readonly LoudnessPoint[];

/** The beginnings of some bars and the places where curves turn in them. */
const places = (first: number, last: number, ...curves: Curve[]): Place[] => [
  ...Array.from({ length: last - first + 1 }, (_, i) => startOf(first + i)),
  ...curves
    .flat()
    .filter((point) => point.bar >= first && point.bar <= last)
    .map(({ bar, offset }) => ({ bar, offset })),
];

const NEAR = 1e-6;

/** Whether a curve is the same in some bars as so many bars on. */
const same = (score: Score, points: Curve, first: number, last: number, on: number): boolean =>
  places(
    first,
    last,
    points,
    points.map((point) => ({ ...point, bar: point.bar - on })),
  ).every(
    (place) =>
      Math.abs(
        levelAt(score, points, place) - levelAt(score, points, { ...place, bar: place.bar + on }),
      ) < NEAR,
  );

/**
 * Whether somebody drew the curve in some bars: it steps as they begin, or goes otherwise than
 * printed. A level that only lasts on from before is nobody's wish.
 */
function isDrawn(
  score: Score,
  points: Curve,
  printed: Curve,
  first: number,
  last: number,
): boolean {
  const start = startOf(first);
  const step = (curve: Curve) =>
    levelAt(score, curve, start) - (first === 0 ? 0 : levelAt(score, curve, start, true));
  const from = (curve: Curve, place: Place) =>
    levelAt(score, curve, place) - levelAt(score, curve, start);
  return (
    Math.abs(step(points) - step(printed)) > NEAR ||
    places(first, last, points, printed).some(
      (place) => Math.abs(from(points, place) - from(printed, place)) > NEAR,
    )
  );
}
