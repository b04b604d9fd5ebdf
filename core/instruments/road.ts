import {
  alongRoad,
  isStraight,
  playedBars,
  playedId,
  timeText,
  unrolled,
  type PlayedBar,
  type Score,
  type Shape,
} from "../score/index.ts";
import { isFirstTime } from "./times.ts";
import type { MarkDoubt, MarkTask } from "../score/marks/work.ts";

/** A task written out as it is played: repeats are bars of their own. */
export interface RoadTask extends MarkTask {
  /** The bar of the score each bar of it is; none where it is as it is written. */
  readonly played?: readonly PlayedBar[];
}

/** A task is written out once. */
const known = new WeakMap<MarkTask, RoadTask>();

/** More bars than these, written out, nobody plays: each is looked at once. */
const LONGEST = 4000;

export function onRoad(task: MarkTask): RoadTask {
  const found = known.get(task) ?? writtenOut(task);
  known.set(task, found);
  return found;
}

/** The whole piece along the road: what is said of some bars depends on all before them. */
export const wholeRoad = (task: MarkTask): RoadTask =>
  onRoad({ ...task, from: 0, to: task.score.bars.length - 1 });

/** Only the loudness goes along: how the time is bent does not. */
export function shapeAlong(shape: Shape, played: readonly PlayedBar[]): Shape {
  const { loudness } = shape;
  if (!loudness) return shape;
  const along = played.flatMap(({ bar }, index) =>
    loudness.filter((point) => point.bar === bar).map((one) => ({ ...one, bar: index })),
  );
  return { ...shape, loudness: along };
}

function writtenOut(task: MarkTask): RoadTask {
  const { score, from, to, written, others, shape, said } = task;
  const played = playedBars(score.bars, 0, score.bars.length - 1);
  // what is for a later time is not met
  const once = { ...task, written: written.filter(({ data }) => isFirstTime(data)) };
  if (isStraight(played, score.bars) || played.length > LONGEST) return once;
  const isAsked = ({ bar }: PlayedBar) => bar >= from && bar <= to;
  const [first, last] = [played.findIndex(isAsked), played.findLastIndex(isAsked)];
  // bars in the midst of a repeat are looked at by themselves
  if (first < 0 || !played.slice(first, last + 1).every(isAsked)) return once;
  return {
    ...{ ...task, played },
    ...{ score: named(unrolled(score, played), played), from: first, to: last },
    ...(shape ? { shape: shapeAlong(shape, played) } : {}),
    written: alongRoad(written, played),
    ...(others
      ? { others: new Map([...others].map(([id, marks]) => [id, alongRoad(marks, played)])) }
      : {}),
    ...(said
      ? { said: new Map([...said].map(([aspect, values]) => [aspect, saidAlong(values, played)])) }
      : {}),
  };
}

/** Bars that come again are called by the time. */
const named = (score: Score, played: readonly PlayedBar[]): Score => ({
  ...score,
  bars: score.bars.map((bar, i) => {
    const { time } = played[i]!;
    return time > 1 ? { ...bar, number: `${bar.number}, ${timeText(time)}` } : bar;
  }),
});

/** What is said of notes, each time they are played, under the ids they have there. */
function saidAlong(
  values: ReadonlyMap<string, string>,
  played: readonly PlayedBar[],
): ReadonlyMap<string, string> {
  const times = Math.max(...played.map(({ time }) => time));
  const found = new Map(values);
  for (let time = 2; time <= times; time++)
    for (const [id, value] of values) found.set(playedId(id, time), value);
  return found;
}

/** What is said of bars along the road, at the bars themselves; the same of a bar once. */
export function inTheirBars(doubts: readonly MarkDoubt[], played: RoadTask["played"]): MarkDoubt[] {
  if (!played) return [...doubts];
  const found = doubts.map((one) => ({ ...one, bar: played[one.bar]!.bar }));
  return [...new Map(found.map((one) => [one.text, one])).values()].sort((a, b) => a.bar - b.bar);
}
