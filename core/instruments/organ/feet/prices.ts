/**
 * What two feet on pedals cost, dimensionless: only to be compared with each other. Own figures,
 * set on common practice.
 */
export interface FeetPrices {
  /** A heel; on a sharp it hardly can. */
  readonly heel: number;
  readonly heelOnSharp: number;
  /** For each natural a foot is on the other's side. */
  readonly aside: number;
  /** One foot on two keys in a row: by toe and heel, by the toe alone to its neighbour, leaving. */
  readonly turn: number;
  readonly slide: number;
  readonly leave: number;
  /** A foot turned against the side it is on. */
  readonly twisted: number;
  /** The feet cross: to a neighbour, for each natural more, and too far. */
  readonly cross: number;
  readonly crossFar: number;
  readonly tangled: number;
  /** The same key again by the other foot, by another part. */
  readonly otherFoot: number;
  readonly otherPart: number;
  /** A foot that goes far for its next key, for each natural. */
  readonly travel: number;
  /** One foot on three keys running. */
  readonly alone: number;
  /** A silent change on a held key. */
  readonly change: number;
}

/** Heel and toe, joined. */
export const LEGATO: FeetPrices = {
  ...{ heel: 0.15, heelOnSharp: 14, aside: 0.12 },
  ...{ turn: 0.35, slide: 1.1, leave: 6, twisted: 0.35 },
  ...{ cross: 0.7, crossFar: 0.5, tangled: 5 },
  ...{ otherFoot: 0.7, otherPart: 0.4, travel: 0.06, alone: 0.5, change: 1.1 },
};

/** Toes only, as early music is taught: the feet take turns and cross freely. */
export const TOES: FeetPrices = {
  ...{ heel: 6, heelOnSharp: 20, aside: 0.05 },
  ...{ turn: 4, slide: 2, leave: 2.2, twisted: 0 },
  ...{ cross: 0.25, crossFar: 0.2, tangled: 3 },
  ...{ otherFoot: 0.7, otherPart: 1, travel: 0.04, alone: 0.8, change: 4 },
};
