/**
 * What a left hand on a neck costs, dimensionless: only to be compared with each other. Own
 * figures, found on made-up passages and common practice; no source.
 */
export interface NeckPrices {
  /** To another position, and more for each fret. */
  readonly shift: number;
  readonly shiftFret: number;
  /** Shares of that: a finger stays on its string; the whole shape slides; from open strings. */
  readonly guided: number;
  readonly slid: number;
  readonly fromOpen: number;
  /** The same finger to another string, on the same fret or another. */
  readonly hop: number;
  readonly leapOver: number;
  /**
   * The share of these, and of `changed`, where a chord is taken as a whole, and where the hand is
   * lifted by a shift.
   */
  readonly taken: number;
  readonly lifted: number;
  /** A finger beyond one for each fret: the outer ones outwards, the inner ones, closed up. */
  readonly outward: number;
  readonly inner: number;
  readonly squeezed: number;
  /**
   * In chords: a fret too wide (between first and second finger less), for each millimetre over, a
   * fret too narrow, fingers crossed.
   */
  readonly wide: number;
  readonly wideFirst: number;
  readonly millimetre: number;
  readonly narrow: number;
  readonly crossed: number;
  /** A barre, for each string beyond two, and when it does not reach the first string. */
  readonly barre: number;
  readonly barreString: number;
  readonly barreInside: number;
  /** Another finger than the first that lies flat. */
  readonly flat: number;
  readonly fourth: number;
  readonly third: number;
  /** For each fret above V, and for each fret of position. */
  readonly height: number;
  /** For each fret beyond the body, times the string: a hand hardly gets to the low ones there. */
  readonly body: number;
  readonly position: number;
  /** Another finger on a place that sounds again in a chord, and on one that sounds on. */
  readonly changed: number;
  readonly relay: number;
  /** An open string where they are to be avoided; over a chord, for each position above IV. */
  readonly open: number;
  readonly openHigh: number;
  /** A natural harmonic where it sounds weak. */
  readonly weak: number;
  /** A slur that its strings or fingers do not allow, a slide by another finger. */
  readonly slurBroken: number;
  readonly slideBroken: number;
  /** In a line of two notes: another pair of strings, no finger that stays on its own. */
  readonly otherPair: number;
  readonly unled: number;
  /** There, two frets without the first finger. */
  readonly loose: number;
}

export const NECK_PRICES: NeckPrices = {
  ...{ shift: 2.5, shiftFret: 0.35, guided: 0.9, slid: 0.1, fromOpen: 0.7 },
  ...{ hop: 2.2, leapOver: 4, taken: 0.05, lifted: 0.2, outward: 2.2, inner: 3, squeezed: 0.9 },
  ...{ wide: 3, wideFirst: 0.8, millimetre: 0.04, narrow: 0.45, crossed: 2.7 },
  ...{ barre: 0.25, barreString: 0.4, barreInside: 0.5, flat: 12, fourth: 0.35, third: 0.05 },
  ...{
    height: 0.09,
    body: 0.5,
    position: 0.02,
    loose: 0.3,
    changed: 0.7,
    relay: 4,
    open: 30,
    openHigh: 0.5,
    weak: 6,
    slurBroken: 15,
    slideBroken: 8,
    otherPair: 0.8,
    unled: 1.5,
  },
};

/** Millimetres over which a stretch in a chord is felt. */
export const FELT = 85;

/** Seconds in which a shift costs what it does; less time more, more time less. */
export const IN_TIME = 0.25;
