/**
 * Keys under fingers at one moment: `fingers[i]` is on `keys[i]`; keys ascend as the hand sees
 * them.
 */
export interface Grip {
  readonly keys: readonly number[];
  readonly fingers: readonly number[];
  /** Keys struck at this moment; the others are held from before. */
  readonly struck: readonly boolean[];
  /** Fingers that have taken over silently before the next moment; absent when none has. */
  readonly then?: readonly number[];
}

/** What lies between two moments. */
export interface Link {
  /** From one onset to the next. */
  readonly seconds: number;
  /** Nothing sounds for so long before the next onset. */
  readonly rest: number;
  /** The first is played short, or followed by a rest: the hand is off the key. */
  readonly detached: boolean;
  /** The pedal joins the two, so that the fingers need not. */
  readonly pedalled?: boolean;
  /** One shape of a broken chord ends and another begins: the hand may be lifted. */
  readonly lifted?: boolean;
}

/**
 * What an instrument tells the search about one of its hands. Costs are dimensionless; Infinity
 * means not possible.
 */
export interface HandModel {
  /** A key as this hand sees it, so that one set of rules serves both hands. */
  readonly key: (midi: number) => number;
  /**
   * Where a key lies, such that figures with equal differences of it feel alike under the hand; a
   * fraction tells keys of another kind.
   */
  readonly lie: (key: number) => number;
  /**
   * Ways to take so many keys at once, in an order that depends on the count alone; with silent
   * changes of finger where there is time.
   */
  readonly choices: (
    count: number,
    changes: boolean,
  ) => readonly { readonly fingers: readonly number[]; readonly then?: readonly number[] }[];
  /** Of holding a grip. */
  readonly hold: (grip: Grip) => number;
  /** Of going from one grip to the next. */
  readonly step: (a: Grip, b: Grip, link: Link) => number;
  /**
   * How much the little time that passes tells on the price of a step: links of one number cost
   * alike.
   */
  readonly hurried: (link: Link) => number;
  /** Of three grips in a row without a rest that frees the hand, beyond their steps. */
  readonly turn: (a: Grip, b: Grip, c: Grip) => number;
  /** Of taking the first or last of a run otherwise than the same key in another octave. */
  readonly apart: (a: Grip, b: Grip) => number;
  /** Between two keys, in white keys of this keyboard. */
  readonly width: (low: number, high: number) => number;
  /** Furthest two fingers reach apart, in white keys of this keyboard. */
  readonly most: (low: number, high: number) => number;
}
