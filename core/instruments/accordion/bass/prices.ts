/**
 * What a left hand on bass buttons costs, dimensionless: only to be compared with each other. Own
 * figures; structure rather than fitted prices.
 */
export interface BassPrices {
  /** A finger that does not lie over its column. */
  readonly stretch: number;
  /** A chord by the fourth or fifth finger, the fifth at all, a counterbass, each column from C. */
  readonly lowOnChord: number;
  readonly fifth: number;
  readonly counterbass: number;
  readonly far: number;
  /** The hand goes to other columns: at all, and for each. */
  readonly shift: number;
  readonly column: number;
  /** One finger on two buttons in a row: in a column, elsewhere. */
  readonly sameColumn: number;
  readonly sameFinger: number;
  /** A counterbass before or after a chord of another column. */
  readonly foreign: number;
  /** A bass and its chord by other fingers than the school's. */
  readonly otherPair: number;
}

export const BASS_PRICES: BassPrices = {
  ...{ stretch: 1.2, lowOnChord: 0.8, fifth: 0.15, counterbass: 0.25, far: 0.01 },
  ...{ shift: 1.4, column: 0.35, sameColumn: 0.5, sameFinger: 2.2, foreign: 0.8, otherPair: 2.4 },
};

/** Fingers of a bass and of its chord, by school. */
export const PAIRS = {
  "3-2": [3, 2],
  "4-3": [4, 3],
} as const;
export type BassSchool = keyof typeof PAIRS;
