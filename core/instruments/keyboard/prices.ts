/**
 * What the fingers of a keyboard player cost. The kinds are those of Parncutt et al. 1997, Al
 * Kasimi 2007 and Balliauw et al. 2017; the numbers are our own, set on taught scales, arpeggios
 * and chords of the keys C, D, E, F♯, A♭ and B♭ only.
 */
export const PRICES = {
  /** Each white key beyond what is comfortable, and beyond what is relaxed. */
  stretch: 0.46,
  tension: 0.45,
  /** Fingers further apart or closer than one white key a finger, each white key. */
  uneven: 1.16,
  weak4: 0.58,
  weak5: 0.52,
  thumbOnBlack: 2.05,
  littleOnBlack: 0.91,
  /** Besides, when the neighbour is white. */
  thumbBlackBesideWhite: 0.95,
  littleBlackBesideWhite: 1.02,
  /** Third and fourth finger on a white and a black key in the awkward order. */
  threeWhiteFourBlack: 0.12,
  /** The thumb under, or a finger over it, by the colours of thumb and other key. */
  passWhiteWhite: 5.05,
  passWhiteBlack: 2.43,
  passBlackBlack: 5.8,
  passBlackWhite: 8.44,
  /** Besides, by the finger that is crossed. */
  pass2: 0.84,
  pass3: 1.48,
  pass4: 2.54,
  pass5: 7.22,
  /** Each white key a pass reaches beyond the neighbour. */
  passWide: 2.59,
  /** Long fingers over one another; the fourth over the fifth hardly. */
  over: 7,
  fourOverFive: 15,
  /**
   * Besides, when the second finger passes by step; and fingers further apart than they reach,
   * where others would.
   */
  pass2Step: 2.2,
  wide: 1,
  sameFar: 6,
  /** The hand goes to another place, and each white key of the way. */
  leap: 5,
  leapKey: 0.3,
  /** Where the pedal joins, going from key to key costs so much of its price. */
  pedalled: 0.6,
  /** The hand is lifted from one shape of a broken chord to the next. */
  lift: 2.5,
  slide: 12,
  repeatedOther: 1.2,
  otherRepeated: 4,
  fastSame: 1,
  detachedSame: 1.5,
  /**
   * The second finger after next is taken on another key by the same finger; the same key by
   * another finger.
   */
  sameFingerAgain: 1.16,
  sameKeyOther: 4,
  /** The first and third of three do not lie under one hand position. */
  shift: 0.2,
  shiftKey: 0.15,
  threeWeak: 0.2,
  /** One finger goes from key to key while another holds. */
  hop: 15,
  /** The thumb does so to the key beside it: where the pedal joins nobody has to. */
  thumbSlide: 15,
  /** A held key changes finger silently; quicker than it can be done it is let go. */
  substitution: 4.5,
  letGo: 20,
  /**
   * Within a chord: as above, and each thumb or little finger a chord of three or more does
   * without.
   */
  chordStretch: 1.11,
  chordTension: 2.2,
  chordUneven: 0.1,
  chordWithout: 3.4,
  chordTwo: 0.51,
  chordTravel: 0.25,
  chordSameFinger: 0.4,
  /** The same key in another octave at the end of a run, by another finger. */
  endApart: 2,
} as const;

export type Prices = { readonly [K in keyof typeof PRICES]: number };
