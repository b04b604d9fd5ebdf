import { say } from "../words/say.ts";
import {
  compare,
  limbName,
  notesByBar,
  playingOrder,
  secondsOf,
  toNumber,
  toText,
  type PrintedMark,
  type Note,
  type Score,
} from "../score/index.ts";
import { alignBars, linesOfBoth, type AlignedBar } from "./align.ts";
import { analyse } from "./analyse.ts";
import { differences, type Difference } from "./differences.ts";

export interface ComparedBar extends AlignedBar {
  /** What the second edition has otherwise; its `bar` is an index of the second. */
  readonly differences: readonly Difference[];
}

export interface EditionTotals {
  readonly bars: number;
  readonly playedBars: number;
  readonly playedBarsWithoutRepeats: number;
  readonly seconds: number;
  readonly newBars: number;
}

export interface Editions {
  readonly bars: readonly ComparedBar[];
  readonly totals: readonly [EditionTotals, EditionTotals];
}

/**
 * Two editions of one piece, bar by bar: bars only one of them has, and what differs in the others.
 */
export function compareEditions(a: Score, b: Score): Editions {
  const lines = linesOfBoth(a, b);
  const [notesA, notesB] = [notesByBar(a), notesByBar(b)];
  const aligned = alignBars(lines.a.get("both")!, lines.b.get("both")!);
  const bars = aligned.map((pair): ComparedBar => {
    if (pair.a === undefined || pair.b === undefined) return { ...pair, differences: [] };
    const [i, j] = [pair.a, pair.b];
    const ofHands = lines.hands.flatMap((hand) => {
      const graces = (notes: readonly Note[]) =>
        notes.filter((note) => note.grace && note.hand === hand);
      return differences(
        b,
        {
          bar: j,
          now: lines.b.get(hand)![j]!,
          before: lines.a.get(hand)![i]!,
          graceNow: graces(notesB[j]!),
          graceBefore: graces(notesA[i]!),
        },
        0,
      );
    });
    return {
      ...pair,
      differences: [
        ...ofHands,
        ...fingers(b, j, notesA[i]!, notesB[j]!),
        ...marks(a, i, b, j),
        ...frame(a, i, b, j),
      ].sort((x, y) => x.offset - y.offset),
    };
  });
  return { bars, totals: [totals(a), totals(b)] };
}

const totals = (score: Score): EditionTotals => {
  const order = playingOrder(score.bars);
  return {
    bars: score.bars.length,
    playedBars: order.length,
    playedBarsWithoutRepeats: playingOrder(score.bars, "none").length,
    seconds: Math.round(secondsOf(score.bars, order)),
    newBars: analyse(score).newBars,
  };
};

function fingers(
  score: Score,
  bar: number,
  before: readonly Note[],
  now: readonly Note[],
): Difference[] {
  const key = (note: Note) => `${toText(note.offset)} ${note.midi} ${note.hand} ${note.grace}`;
  const known = new Map(before.map((note) => [key(note), note]));
  return now.flatMap((note): Difference[] => {
    const other = known.get(key(note));
    if (!other || other.printed?.finger === note.printed?.finger) return [];
    const text =
      note.printed?.finger === undefined
        ? say`no finger where ${other.printed?.finger ?? ""} was`
        : other.printed?.finger === undefined
          ? say`finger ${note.printed?.finger} added`
          : say`finger ${note.printed?.finger} instead of ${other.printed?.finger}`;
    return [
      {
        bar,
        offset: toNumber(note.offset),
        text: say`bar ${score.bars[bar]!.number}, ${limbName(score, note.hand)}: ${text}`,
      },
    ];
  });
}

function marks(a: Score, i: number, b: Score, j: number): Difference[] {
  const of = (score: Score, bar: number) =>
    score.marks.filter(
      (mark) => mark.bar === bar && (mark.kind === "dynamic" || mark.kind === "words"),
    );
  const same = (x: PrintedMark, y: PrintedMark) =>
    x.kind === y.kind && x.text === y.text && compare(x.offset, y.offset) === 0;
  const [before, now] = [of(a, i), of(b, j)];
  const number = b.bars[j]!.number;
  return [
    ...now
      .filter((mark) => !before.some((other) => same(mark, other)))
      .map((mark): Difference => {
        const instead = before.find(
          (other) => other.kind === mark.kind && compare(other.offset, mark.offset) === 0,
        );
        return {
          bar: j,
          offset: toNumber(mark.offset),
          text: say`bar ${number}:
            ${mark.text}${instead ? say` instead of ${instead.text}` : say` added`}`,
        };
      }),
    ...before
      .filter(
        (mark) =>
          !now.some(
            (other) => other.kind === mark.kind && compare(other.offset, mark.offset) === 0,
          ),
      )
      .map((mark): Difference => ({
        bar: j,
        offset: toNumber(mark.offset),
        text: say`bar ${number}: without ${mark.text}`,
      })),
  ];
}

/** Metre, key and repeat signs. */
function frame(a: Score, i: number, b: Score, j: number): Difference[] {
  const [x, y] = [a.bars[i]!, b.bars[j]!];
  const put = (text: string): Difference => ({
    bar: j,
    offset: 0,
    text: say`bar ${y.number}: ${text}`,
  });
  const metre = ({ metre: { beats, beatType } }: typeof x) => `${beats}/${beatType}`;
  return [
    ...(metre(x) === metre(y) ? [] : [put(say`${metre(y)} instead of ${metre(x)}`)]),
    ...(x.key.fifths === y.key.fifths
      ? []
      : [put(say`signature of ${y.key.fifths} fifths instead of ${x.key.fifths}`)]),
    ...(x.repeatStart === y.repeatStart && x.repeatEnd === y.repeatEnd
      ? []
      : [put(y.repeatStart || y.repeatEnd ? say`a repeat sign` : say`no repeat sign`)]),
  ];
}
