import { say } from "../../words/say.ts";
import {
  limbName,
  notesByBar,
  toNumber,
  type Bar,
  type Note,
  type Score,
} from "../../score/index.ts";
import type { Survey } from "./facts.ts";

/** Something that makes a bar hard. Weights only compare bars of a piece. */
export interface Difficulty {
  readonly bar: number;
  readonly weight: number;
  readonly reason: string;
}

/** What of a survey makes bars hard. */
export type HardFacts = Pick<
  Survey,
  "stretches" | "polyrhythms" | "leaps" | "betweenHands" | "oddBars"
>;

/**
 * Notes a second above the usual of the piece that make a bar dense. Common practice, no source.
 */
const DENSE = 1.6;
/** Accidentals printed in a bar from which it is hard to read. Common practice, no source. */
const MANY = 3;

/** An odd bar that is none: the first may begin late. */
export const A_PICK_UP = say`a pick-up`;

/** Notes a second in a bar, at so many quarters a minute. */
export const densityOf = (notes: readonly Note[], bar: Bar, tempo: number): number =>
  Math.round(
    (notes.filter((note) => !note.held).length /
      Math.max(0.25, (toNumber(bar.length) * 60) / tempo)) *
      10,
  ) / 10;

/**
 * What makes bars hard, in one hand or over all that play. A reason counts once in a bar.
 *
 * @param tempo quarters a minute
 */
export function difficulties(
  score: Score,
  facts: HardFacts,
  tempo: number,
  hand?: string,
): Difficulty[] {
  const isHere = (one: { readonly hand: string }) => hand === undefined || one.hand === hand;
  const byBar = notesByBar(score).map((notes) => notes.filter(isHere));
  const density = byBar.map((notes, bar) => densityOf(notes, score.bars[bar]!, tempo));
  const playing = density.filter((one) => one > 0).sort((a, b) => a - b);
  const usual = playing[Math.floor(playing.length / 2)] ?? 0;
  const found = [
    ...facts.stretches.filter(isHere).map(({ bar, hand: who, notes, millimetres }) => ({
      bar,
      weight: 4,
      reason: say`${limbName(score, who)} stretches ${notes}, ${millimetres} mm`,
    })),
    ...facts.polyrhythms.map(({ bar, ratio }) => ({
      bar,
      weight: 3,
      reason: say`${ratio} between the hands`,
    })),
    ...facts.leaps.filter(isHere).map(({ bar, hand: who, semitones, centimetres }) => ({
      bar,
      weight: 1.5 + semitones / 24,
      reason: say`${limbName(score, who)} leaps ${centimetres} cm`,
    })),
    ...byBar
      .map((notes, bar) => ({ bar, count: notes.filter((note) => note.accidental).length }))
      .filter(({ count }) => count >= MANY)
      .map(({ bar, count }) => ({ bar, weight: count / 2, reason: say`${count} accidentals` })),
    ...facts.betweenHands
      .filter(({ kind }) => kind !== "interlocking")
      .map(({ bar, kind }) => ({
        bar,
        weight: 1,
        reason: kind === "crossing" ? say`the hands cross` : say`both hands share a key`,
      })),
    ...density
      .map((value, bar) => ({ bar, value }))
      .filter(({ value }) => usual > 0 && value >= usual * DENSE)
      .map(({ bar, value }) => ({
        bar,
        weight: value / usual,
        reason: say`${value} notes a second, where the piece has ${usual}`,
      })),
    ...facts.oddBars
      .filter(({ text }) => text !== A_PICK_UP)
      .map(({ bar, text }) => ({ bar, weight: 1.5, reason: text })),
  ].filter(({ bar }) => byBar[bar]?.length);
  return [...new Map(found.reverse().map((one) => [`${one.bar} ${one.reason}`, one])).values()]
    .reverse()
    .sort((a, b) => a.bar - b.bar);
}
