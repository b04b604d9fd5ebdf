import type { Place } from "./model.ts";

export const LEVELS = ["ppp", "pp", "p", "mp", "mf", "f", "ff", "fff"] as const;

/** A level as musicians write it; half-way between two it takes the louder one. */
export const levelName = (level: number): string =>
  LEVELS[Math.max(0, Math.min(7, Math.round(level) - 1))]!;

/**
 * How hard a key is struck at a level, 10 to 127: levels are 15 apart, from 30 for ppp. Source: the
 * volumes of abc2midi for `!ppp!` to `!fff!` (30, 45, 60, 75, 90, 105, 120, 127), checked against
 * the program in the tests.
 */
export const velocityOf = (level: number): number => Math.max(10, Math.min(127, 15 + 15 * level));

/**
 * Where the loudness curve turns: straight between two of them, a step where two stand at one
 * place.
 */
export interface LoudnessPoint extends Place {
  /** 1 is ppp, 2 pp, 3 p, 4 mp, 5 mf, 6 f, 7 ff, 8 fff; parts of a level lie between. */
  readonly level: number;
}

export type TimingKind = "broaden" | "push" | "wait" | "breathe" | "lean" | "run";

/**
 * What happens to the time. `wait` and `breathe` happen at `from`; the others last until `to`, the
 * first place that no longer belongs to it.
 */
export interface TimingMark {
  readonly id: string;
  readonly kind: TimingKind;
  readonly from: Place;
  readonly to: Place;
  /**
   * How much: of `broaden` and `push` the share of the tempo that is reached at the end (0.8 is a
   * fifth slower), of `wait` and `breathe` the pause in beats, of `lean` and `run` how unequal (0
   * even, 1 as much as one would ever do).
   */
  readonly amount: number;
}

/** Which line leads: all a hand plays, or its top or bottom notes. */
export interface Lead {
  readonly from: Place;
  readonly to: Place;
  readonly hand: string;
  readonly line: "all" | "top" | "bottom";
}

/** How long a hand holds its notes, as a share of what is written: 1 is legato. */
export interface Touch {
  readonly from: Place;
  readonly to: Place;
  readonly hand: string;
  readonly share: number;
}

/** How a piece is shaped, as the teacher hears it. */
export interface Shape {
  /** Undefined while the printed marks stand. */
  readonly loudness?: readonly LoudnessPoint[];
  readonly timing: readonly TimingMark[];
  readonly leads: readonly Lead[];
  readonly touch: readonly Touch[];
  /** Notes brought out, by id. */
  readonly out: readonly string[];
  /** In a free run: which note of it a note of the other hand meets, both by id. */
  readonly meetings: readonly { readonly id: string; readonly meets: string }[];
  /**
   * The largest accents of their rows, by note id, where the teacher says another than the proposed
   * one.
   */
  readonly accents: readonly string[];
}

export const NO_SHAPE: Shape = {
  timing: [],
  leads: [],
  touch: [],
  out: [],
  meetings: [],
  accents: [],
};

/**
 * Least and most of what a timing mark can be, and what it is when nothing else is said. Common
 * practice, no source.
 */
export const AMOUNTS: Readonly<
  Record<TimingKind, { readonly least: number; readonly most: number; readonly usual: number }>
> = {
  broaden: { least: 0.4, most: 0.98, usual: 0.8 },
  push: { least: 1.02, most: 1.6, usual: 1.12 },
  wait: { least: 0.1, most: 4, usual: 0.5 },
  breathe: { least: 0.1, most: 2, usual: 0.25 },
  lean: { least: 0.05, most: 1, usual: 0.3 },
  run: { least: 0.05, most: 1, usual: 0.5 },
};

/** Whether a timing mark lasts. */
export const lasts = (kind: TimingKind): boolean => kind !== "wait" && kind !== "breathe";

/**
 * Ids of the directions that say a shape to the reader of an exported score; a field of its own
 * says it exactly.
 */
export const SHAPE_MARK = "yr-shape-";
