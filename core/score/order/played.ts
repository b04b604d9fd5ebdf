import { say } from "../../words/say.ts";
import { toNumber } from "../model/fraction.ts";
import type { Bar, Place } from "../model/model.ts";
import { playingOrder } from "./order.ts";

/** A bar as one comes to it while playing. */
export interface PlayedBar {
  /** Index. */
  readonly bar: number;
  /** Which time it is played: 1, 2 … */
  readonly time: number;
  /** Quarters played before it, from the first of them. */
  readonly at: number;
}

/**
 * Some bars as they are played, repeats and jumps with them.
 *
 * @param from index of the first, `to` of the last bar
 * @example playedBars(score.bars, 0, 1).map(({ bar }) => bar) // => [0, 1]
 */
export function playedBars(bars: readonly Bar[], from: number, to: number): PlayedBar[] {
  const times = new Map<number, number>();
  let at = 0;
  return playingOrder(bars)
    .filter((bar) => bar >= from && bar <= to)
    .map((bar): PlayedBar => {
      const time = (times.get(bar) ?? 0) + 1;
      times.set(bar, time);
      const played = { bar, time, at };
      at += toNumber(bars[bar]!.length);
      return played;
    });
}

/**
 * Some bars as they are played one after the other: only once, where others are played between
 * their times.
 *
 * @param from index of the first, `to` of the last bar
 */
export function playedTogether(bars: readonly Bar[], from: number, to: number): PlayedBar[] {
  const order = playingOrder(bars);
  const isAsked = (bar: number) => bar >= from && bar <= to;
  const some = order.slice(order.findIndex(isAsked), order.findLastIndex(isAsked) + 1);
  const played = playedBars(bars, from, to);
  return some.every(isAsked) ? played : played.filter(({ time }) => time === 1);
}

/** The quarters at which a place is played, each time. */
export const timesOf = (played: readonly PlayedBar[], { bar, offset }: Place) =>
  played
    .filter((one) => one.bar === bar)
    .map(({ at, time }) => ({ at: at + toNumber(offset), time }));

/**
 * Which time, as it is written over notes.
 *
 * @example timeText(2) // => "2nd time"
 */
export const timeText = (time: number): string =>
  time === 1
    ? say`1st time`
    : time === 2
      ? say`2nd time`
      : time === 3
        ? say`3rd time`
        : say`${time}th time`;

/** The other way round; nothing for other words. */
export const timeIn = (text: string): number | undefined =>
  Number(/^(\d)(st|nd|rd|th) time$/.exec(text.trim())?.[1]) || undefined;
