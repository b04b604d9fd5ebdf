import { add, ZERO } from "../model/fraction.ts";
import type { Bar, Note, Place, Score } from "../model/model.ts";
import type { PlayedBar } from "./played.ts";

/** The id of what is played another time. */
export const playedId = (id: string, time: number): string => (time > 1 ? `${id} ${time}` : id);

/** Without what sends one elsewhere. */
function plainBar({ repeatEnd: _, endings: __, signs: ___, ...bar }: Bar): Bar {
  return { ...bar, repeatStart: false };
}

/**
 * A score written out as it is played: every bar as often as one comes to it, no repeats. Ids of
 * what comes again have the time behind them; numbers of bars stay.
 */
export function unrolled(score: Score, played: readonly PlayedBar[]): Score {
  const inBar = <T extends Place>(all: readonly T[]): T[][] => {
    const found = score.bars.map((): T[] => []);
    for (const one of all) found[one.bar]?.push(one);
    return found;
  };
  const [notes, marks] = [inBar(score.notes), inBar(score.marks)];
  let start = ZERO;
  const bars = played.map(({ bar, time }, index): Bar => {
    const one = score.bars[bar]!;
    const at = start;
    start = add(start, one.length);
    return { ...plainBar(one), index, start: at, id: playedId(one.id, time) };
  });
  return {
    ...score,
    bars,
    notes: played.flatMap(({ bar, time }, index) =>
      notes[bar]!.map((note): Note => {
        const { reached } = note;
        const again = reached && { reached: { ...reached, from: playedId(reached.from, time) } };
        return { ...note, ...again, bar: index, id: playedId(note.id, time) };
      }),
    ),
    marks: played.flatMap(({ bar }, index) => marks[bar]!.map((mark) => ({ ...mark, bar: index }))),
    clefChanges: [],
  };
}

/** What stands at places, each time it is come to; what holds one time only is left elsewhere. */
export const alongRoad = <M extends { readonly from: Place; readonly data: object }>(
  marks: readonly M[],
  played: readonly PlayedBar[],
): M[] =>
  played.flatMap(({ bar, time }, index) =>
    marks.flatMap((mark) => {
      if (mark.from.bar !== bar) return [];
      const { time: only, ...data } = mark.data as { readonly time?: number };
      return (only ?? time) === time
        ? [{ ...mark, data, from: { bar: index, offset: mark.from.offset } }]
        : [];
    }),
  );

/** Whether bars are played once each, in their order. */
export const isStraight = (played: readonly PlayedBar[], bars: readonly Bar[]): boolean =>
  played.length === bars.length && played.every(({ bar }, i) => bar === i);
