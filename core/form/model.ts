import { type Ground } from "./grounds.ts";
import { type Imitation } from "./imitation.ts";
import { type Return } from "./returns.ts";
import { type Sequence } from "./sequences.ts";

export interface Form {
  readonly bars: number;
  /** Bars that are new in at least one hand. */
  readonly newBars: number;
  readonly newBarsByHand: Readonly<Record<string, number>>;
  /** Per hand, whether each bar is new. */
  readonly isNew: Readonly<Record<string, readonly boolean[]>>;
  /** Of the new bars, those that are nearly known in every hand in which they are new. */
  readonly nearlyKnown: number;
  /**
   * Per hand, the work in each bar: 1 when it is new, the share that differs when it is nearly
   * known, 0 when it is known.
   */
  readonly work: Readonly<Record<string, readonly number[]>>;
  readonly returns: readonly Return[];
  readonly sequences: readonly Sequence[];
  readonly imitations: readonly Imitation[];
  readonly grounds: readonly Ground[];
}
