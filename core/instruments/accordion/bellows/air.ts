import {
  keysOf,
  quartersAt,
  toNumber,
  type Note,
  type Score,
  type Shape,
} from "../../../score/index.ts";
import { levelAt, loudnessOf } from "../../../shaping/index.ts";
import type { Coupler } from "../reeds/reeds.ts";

/**
 * Reeds that take air: a tone of the right hand by the couplers drawn, a bass, a chord. A longer
 * reed takes more. From memory, rough: makers differ, which is why a player times one stroke.
 */
const COUPLERS: Readonly<Record<Coupler, number>> = { "16": 1.6, "8": 1, "4": 0.6 };
const BASS = 3.5;
const CHORD = 6;

export const USUAL_COUPLERS: readonly Coupler[] = ["8"];

/** Air a reed takes at each level from ppp to fff, against mezzo forte. From memory, rough. */
const LOUD = [0.25, 0.35, 0.5, 0.7, 1, 1.6, 2.4, 3.4] as const;

/** Reeds that sound on average under a tune with bass and chord: a stroke is timed with them. */
const TIMED_WITH = 5.5;

/** Seconds a full stroke lasts with tune and bass at mezzo forte. From memory: 4 to 6. */
export const USUAL_STROKE = 6;

/** A player and what is drawn. */
export interface Bellows {
  /** Seconds of a full stroke, timed with tune, bass and chord at mezzo forte. */
  readonly stroke: number;
  readonly couplers: readonly Coupler[];
  /** Where others are drawn, in order: quarters from the beginning. */
  readonly drawn?: readonly { readonly at: number; readonly couplers: readonly Coupler[] }[];
}

/** A stretch in which the same notes sound. */
export interface Sounding {
  /** Quarters from the beginning of the piece. */
  readonly from: number;
  readonly to: number;
  /** Share of a full stroke that it takes in each second. */
  readonly perSecond: number;
}

interface Held {
  readonly note: Note;
  readonly from: number;
  readonly to: number;
}

/** When the notes of some bars sound; of a dotted one half. */
export const heldNotes = (score: Score, from: number, to: number): Held[] =>
  score.notes
    .filter((note) => note.bar >= from && note.bar <= to && !note.held && !note.grace)
    .map((note) => {
      const start = quartersAt(score, note);
      const length = toNumber(note.length) * (note.staccato ? 0.5 : 1);
      return { note, from: start, to: start + length };
    });

/** Reeds that the left hand sounds: a bass, a chord button, or both. */
function leftReeds(keys: readonly number[]): number {
  if (keys.length === 0) return 0;
  const [low, next, ...more] = [...keys].sort((a, b) => a - b);
  if (next === undefined || (more.length === 0 && (next - low!) % 12 === 0)) return BASS;
  // a bass under its chord stands apart from it
  return more.length >= 2 && next - low! > 7 ? BASS + CHORD : CHORD;
}

/**
 * What some bars take of the bellows, stretch by stretch; where nothing sounds they take nothing.
 *
 * @param from bar index, the last inclusive
 */
export function soundingIn(
  score: Score,
  from: number,
  to: number,
  shape: Shape,
  { stroke, couplers, drawn = [] }: Bellows,
): Sounding[] {
  const held = heldNotes(score, from, to);
  const points = loudnessOf(score, shape);
  const ends = new Float64Array(new Set(held.flatMap((one) => [one.from, one.to]))).sort();
  const airOf = (all: readonly Coupler[]) => all.reduce((sum, one) => sum + COUPLERS[one], 0);
  let [perTone, change] = [airOf(couplers), 0];
  const byStart = [...held].sort((a, b) => a.from - b.from);
  const found: Sounding[] = [];
  let [next, now] = [0, [] as Held[]];
  for (let i = 0; i < ends.length - 1; i++) {
    const start = ends[i]!;
    while (drawn[change] && drawn[change]!.at <= start + 1e-9)
      perTone = airOf(drawn[change++]!.couplers);
    while (next < byStart.length && byStart[next]!.from <= start + 1e-9) now.push(byStart[next++]!);
    now = now.filter((one) => one.to > start + 1e-9);
    let tones = 0;
    const keys: number[] = [];
    for (const { note } of now)
      if (note.hand === "right") tones++;
      else if (note.hand === "left") keys.push(...keysOf(note));
    const right = tones * perTone;
    const left = leftReeds(keys);
    const level = now.length ? levelAt(score, points, now.at(-1)!.note) : 5;
    const low = Math.min(6, Math.max(0, Math.floor(level) - 1));
    const loud = LOUD[low]! + (level - 1 - low) * (LOUD[low + 1]! - LOUD[low]!);
    const perSecond = ((right + left) * loud) / (TIMED_WITH * stroke);
    found.push({ from: start, to: ends[i + 1]!, perSecond });
  }
  return found;
}

/**
 * Share of a full stroke that has passed at a moment, from the first that sounds.
 *
 * @param tempo quarters a minute
 * @returns asked with quarters from the beginning of the piece
 */
export function airUntil(all: readonly Sounding[], tempo: number): (at: number) => number {
  const passed = [0];
  for (const { from, to, perSecond } of all) passed.push(passed.at(-1)! + (to - from) * perSecond);
  const second = 60 / tempo;
  return (at) => {
    const i = countUntil(all.length, (one) => all[one]!.from < at);
    const last = all[i - 1];
    return last
      ? (passed[i - 1]! + (Math.min(at, last.to) - last.from) * last.perSecond) * second
      : 0;
  };
}

/** How many of the first are so, where all that are come before all that are not. */
export function countUntil(count: number, isSo: (index: number) => boolean): number {
  let [low, high] = [0, count];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (isSo(middle)) low = middle + 1;
    else high = middle;
  }
  return low;
}
