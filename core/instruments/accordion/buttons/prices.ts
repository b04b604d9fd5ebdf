/**
 * What a hand on buttons costs, dimensionless: only to be compared with each other. Own figures; no
 * source. They look at rows under the hand and never at rows of the board, so that what has one
 * shape costs the same in every key.
 */
export interface ButtonPrices {
  /** The thumb one and two rows away from the edge of the hand. */
  readonly thumbInside: number;
  readonly thumbFar: number;
  readonly fourth: number;
  readonly fifth: number;
  /** Two fingers farther apart than they lie, nearer together; a millimetre. */
  readonly wide: number;
  readonly narrow: number;
  /** Fingers out of their order, which their rows allow. */
  readonly order: number;
  /** The hand goes elsewhere: at all, and a millimetre; to other rows, a row. */
  readonly shift: number;
  readonly along: number;
  readonly rows: number;
  /** Over or under a finger: by the thumb, by others; a millimetre. */
  readonly pass: number;
  readonly cross: number;
  readonly far: number;
  /** One finger on two buttons in a row; another finger on the same one. */
  readonly sameFinger: number;
  readonly changed: number;
  /** The share of it all where the notes are not joined. */
  readonly detached: number;
}

export const BUTTON_PRICES: ButtonPrices = {
  ...{ thumbInside: 0.3, thumbFar: 1.6, fourth: 0.12, fifth: 0.25 },
  ...{ wide: 0.05, narrow: 0.03, order: 0.9, shift: 2.6, along: 0.02, rows: 1.6 },
  ...{ pass: 1.5, cross: 2.2, far: 0.03, sameFinger: 2.8, changed: 0.5, detached: 0.5 },
};

/** Millimetres along the keyboard at which fingers lie, from the first. Own figures. */
const LIES = [0, 0, 24, 42, 60, 77] as const;

/** Where a finger lies beside the first. */
export const liesAt = (finger: number): number => LIES[finger]!;

/** Millimetres between two fingers that are neither wide nor narrow, around where they lie. */
export const EASY = 14;

/** The most between two fingers, millimetres; of an adult hand. Own figures, no source. */
const MOST: Readonly<Record<string, number>> = {
  ...{ "12": 95, "13": 118, "14": 136, "15": 155 },
  ...{ "23": 55, "24": 85, "25": 108, "34": 50, "35": 78, "45": 52 },
};
export const mostBetween = (low: number, high: number): number => MOST[`${low}${high}`]!;

/** Nearer than so many millimetres along, two fingers pass each other by their rows. */
export const BESIDE = 10;
/** Millimetres that come of rounding: two buttons lie level. */
export const LEVEL = 0.001;
