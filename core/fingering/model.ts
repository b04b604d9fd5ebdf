/** Keys under fingers at one moment: `fingers[i]` (1–5) is on `keys[i]`. Keys ascend for the right hand. */
export interface Grip {
  readonly keys: readonly number[];
  readonly fingers: readonly number[];
}

/** What an instrument tells the search about one of its hands. Costs are dimensionless; Infinity means not possible. */
export interface HandModel {
  /** A key as this hand sees it, so that one set of rules serves both hands. */
  readonly key: (midi: number) => number;
  /** Ways to take so many keys at once, keys ascending as the hand sees them. */
  readonly choices: (count: number) => readonly (readonly number[])[];
  /** Of holding a grip. */
  readonly hold: (grip: Grip) => number;
  /** Of going from one grip to the next. `connected` when no rest frees the hand between them. */
  readonly step: (a: Grip, b: Grip, connected: boolean) => number;
  /** Of three grips in a row, beyond their steps. */
  readonly turn: (a: Grip, b: Grip, c: Grip) => number;
}
