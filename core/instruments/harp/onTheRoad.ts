import { say } from "../../words/say.ts";
import {
  compare,
  comparePlaces,
  fraction,
  startOf,
  timesOf,
  type Bar,
  type Mark,
  type Place,
  type PlayedBar,
} from "../../score/index.ts";

/** A pedal or lever that is moved while one plays. */
interface PlayedChange {
  /** Quarters as played. */
  readonly onset: number;
  readonly name: string;
  readonly to: number;
  readonly limb: string;
  readonly why: string;
}

/** What is written in a bar: done each time the bar is played, or only the time that is said. */
export interface WrittenChange {
  readonly place: Place;
  readonly name: string;
  readonly to: number;
  readonly time?: number;
  readonly why: string;
  /** Whose limb does it; nobody's where it stands so already. */
  readonly limb?: string;
}

/** Rounding of quarters. */
const SLACK = 1e-6;

/** Parts of a quarter: triplets and thirty-seconds fall on them. */
const PARTS = 48;

/** The place of a moment of the road, and which time the bar is played. */
function placeOn(bars: readonly Bar[], played: readonly PlayedBar[], at: number) {
  const on = played.findLast((one) => one.at <= at + SLACK) ?? played[0]!;
  const offset = fraction(Math.max(0, Math.round((at - on.at) * PARTS)), PARTS);
  const { length } = bars[on.bar]!;
  return {
    place: { bar: on.bar, offset: compare(offset, length) < 0 ? offset : length },
    ...{ time: on.time, into: at - on.at },
  };
}

/**
 * Changes along the road as they are written in bars. What would be wrong when the bar is played
 * another time is written for its time alone; where one comes to a bar from elsewhere than the bar
 * before, it is written how things stand.
 *
 * @param start by name, at the beginning
 * @param changes with onsets as played, in order
 */
export function writtenChanges(
  bars: readonly Bar[],
  played: readonly PlayedBar[],
  start: Readonly<Record<string, number>>,
  changes: readonly PlayedChange[],
): WrittenChange[] {
  const stood = (name: string, isBefore: (onset: number) => boolean) =>
    changes.findLast((one) => one.name === name && isBefore(one.onset))?.to ?? start[name]!;
  const standsAt = (name: string, at: number) => stood(name, (onset) => onset <= at + SLACK);
  const cameWith = (name: string, at: number) => stood(name, (onset) => onset < at - SLACK);
  const found = new Map<string, WrittenChange>();
  const write = (one: WrittenChange) => {
    const { bar, offset } = one.place;
    const key = `${bar} ${offset.num}/${offset.den} ${one.time ?? ""} ${one.name}`;
    if (!found.has(key)) found.set(key, one);
  };
  for (const { onset, name, to, why, limb } of changes) {
    const { place, time, into } = placeOn(bars, played, onset);
    // the diagram at the beginning is set before one plays, and not again
    const isBeginning = place.bar === played[0]!.bar && place.offset.num === 0;
    const isAlways =
      !(isBeginning && time > 1) &&
      played.every((one) => one.bar !== place.bar || standsAt(name, one.at + into) === to);
    write({ ...{ place, name, to, why, limb }, ...(isAlways ? {} : { time }) });
  }
  // on a straight road the page says what stands
  if (played.some(({ time }) => time > 1))
    for (const one of standing(bars, played, start, [...found.values()], cameWith)) write(one);
  return [...found.values()].sort(
    (a, b) => comparePlaces(a.place, b.place) || (a.time ?? 0) - (b.time ?? 0),
  );
}

/** What has to be said where the page says something else than the road: behind an ending. */
function standing(
  bars: readonly Bar[],
  played: readonly PlayedBar[],
  start: Readonly<Record<string, number>>,
  written: readonly WrittenChange[],
  cameWith: (name: string, at: number) => number,
): WrittenChange[] {
  const onPage = new Map(Object.entries(start));
  const inOrder = written
    .filter(({ time }) => (time ?? 1) === 1)
    .sort((a, b) => comparePlaces(a.place, b.place));
  const found: WrittenChange[] = [];
  let next = 0;
  const turnTo = (bar: number) => {
    for (; inOrder[next] && inOrder[next]!.place.bar < bar; next++)
      onPage.set(inOrder[next]!.name, inOrder[next]!.to);
  };
  for (const { bar, at } of played.filter(({ time }) => time === 1).sort((a, b) => a.bar - b.bar)) {
    turnTo(bar);
    for (const [name, value] of onPage) {
      const to = cameWith(name, at);
      if (to === value) continue;
      onPage.set(name, to);
      const isAlways = played.every((one) => one.bar !== bar || cameWith(name, one.at) === to);
      const number = bars[bar]!.number;
      found.push({
        ...{ place: startOf(bar), name, to },
        ...(isAlways ? {} : { time: 1 }),
        why: say`So it stands when one comes to bar ${number}.`,
      });
    }
  }
  return found;
}

/**
 * Marks each time they are come to, in order, with the quarters played before. Of the first one
 * only the beginning counts: how all stands is set before one plays.
 */
export function comeTo(
  marks: readonly Mark[],
  played: readonly PlayedBar[],
): { readonly mark: Mark; readonly at: number }[] {
  const [first, ...rest] = [...marks].sort((a, b) => comparePlaces(a.from, b.from));
  if (!first) return [];
  const all = rest.flatMap((mark) =>
    timesOf(played, mark.from)
      .filter(({ time }) => (mark.data["time"] ?? time) === time)
      .map(({ at }) => ({ mark, at })),
  );
  const [begin] = timesOf(played, first.from);
  return [...(begin ? [{ mark: first, at: begin.at }] : []), ...all.sort((a, b) => a.at - b.at)];
}
