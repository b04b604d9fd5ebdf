import type { HandModel } from "../../fingering/model.ts";

/**
 * Keys under fingers at one moment: `fingers[i]` is on `keys[i]`; keys ascend as the hand sees
 * them.
 */
export interface Grip {
  readonly keys: readonly number[];
  readonly fingers: readonly number[];
  /** Keys struck at this moment; the others are held from before. */
  readonly struck: readonly boolean[];
  /** Played one after the other, so that only neighbours have to be in reach of each other. */
  readonly rolled?: boolean;
  /** Fingers that have taken over silently before the next moment; absent when none has. */
  readonly then?: readonly number[];
}

/** A hand on keys, with what is measured on them. */
export interface KeyboardHand extends HandModel<Grip> {
  /**
   * Where a key lies, such that figures with equal differences of it feel alike under the hand; a
   * black key lies half-way between its neighbours.
   */
  readonly inWhiteKeys: (key: number) => number;
  /** Of taking the first or last of a run otherwise than the same key in another octave. */
  readonly endMismatch: (a: Grip, b: Grip) => number;
  /** Whether the thumb slides to the key beside it while another finger holds. */
  readonly thumbSlides: boolean;
  /** Between two keys, in white keys of this keyboard. */
  readonly width: (low: number, high: number) => number;
  /** Furthest two fingers reach apart, in white keys of this keyboard. */
  readonly maxSpan: (low: number, high: number) => number;
}
