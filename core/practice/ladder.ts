import { say } from "../words/say.ts";
import { thinned, MARKS, MOST, SCALE } from "./metronome.ts";

/** A way to climb from a first tempo to a goal. */
export interface Ladder {
  readonly id: "metronome" | "equal-ratio" | "fixed-size";
  readonly name: string;
  /** Why one would choose it. */
  readonly why: string;
  /** Rising steps; the last is the goal itself. */
  readonly steps: (first: number, goal: number) => number[];
}

const metronome: Ladder = {
  id: "metronome",
  name: say`Marks of the metronome`,
  why: say`The numbers printed on it: small steps below, larger ones above.`,
  steps: (first, goal) => thinned([...MARKS.filter((mark) => mark >= first && mark < goal), goal]),
};

const equalRatio: Ladder = {
  id: "equal-ratio",
  name: say`Equal ratio`,
  why: say`Each step is harder than the last by the same share.`,
  steps: (first, goal) => {
    const count = metronome.steps(first, goal).length;
    if (count < 2) return [goal];
    const ratio = (goal / first) ** (1 / (count - 1));
    const all = Array.from({ length: count - 1 }, (_, i) => Math.round(first * ratio ** i));
    return [...new Set(all.filter((step) => step < goal)), goal];
  },
};

/** Beats a minute. Common practice, no source. */
const SIZE = 4;

const fixedSize: Ladder = {
  id: "fixed-size",
  name: say`Steps of one size`,
  why: say`Four beats a minute at a time, or as many fours as keep it to eight steps.`,
  steps: (first, goal) => {
    const size = SIZE * Math.max(1, Math.ceil((goal - first) / (SIZE * (MOST - 1))));
    const count = Math.max(0, Math.floor((goal - first) / size));
    return Array.from({ length: count + 1 }, (_, i) => goal - (count - i) * size);
  },
};

/** The ways to climb. A new one is an entry here. */
export const ladders: readonly Ladder[] = [metronome, equalRatio, fixedSize];

/** @throws RangeError for a ladder nobody registered */
export function ladderOf(id: string): Ladder {
  const found = ladders.find((one) => one.id === id);
  if (!found) throw new RangeError(`no ladder called ${id}`);
  return found;
}

/** Share of the goal a first reading is played at. Common practice, no source. */
const READING = 0.5;

/**
 * Where a first reading starts: the mark at or below half the goal.
 *
 * @example firstReading(92) // => 46
 */
export const firstReading = (goal: number): number =>
  MARKS.findLast((mark) => mark <= goal * READING) ?? Math.min(MARKS[0]!, goal);

/**
 * Steps from a first tempo to the goal, at most eight: marks of the metronome, the last is the goal
 * itself.
 *
 * @example steps(48, 60) // => [48, 50, 52, 54, 56, 58, 60]
 */
export const steps = (first: number, goal: number): number[] => metronome.steps(first, goal);

/** The highest mark at or below a share of the goal; no lower than where a first reading starts. */
export const stepAt = (share: number, goal: number): number =>
  share >= 1
    ? goal
    : Math.max(firstReading(goal), MARKS.findLast((mark) => mark <= goal * share) ?? MARKS[0]!);

/** The mark below a tempo. */
export const stepBelow = (tempo: number): number => MARKS.findLast((mark) => mark < tempo) ?? tempo;

/**
 * Below 40 a metronome is set to half beats, which one can keep together.
 *
 * @returns half beats a minute; nothing from 40 on
 * @example halfBeats(36) // => 72
 */
export const halfBeats = (tempo: number): number | undefined =>
  tempo < SCALE[0]! ? tempo * 2 : undefined;
