import type { Place } from "./neck.ts";

/** A note under a finger of the left hand. */
export interface Stopped extends Place {
  /** 1 to 4, 0 for the open string. */
  readonly finger: number;
  /** A natural harmonic: touched over the fret. */
  readonly natural: boolean;
}

/** One way to take a moment with the left hand. */
export interface NeckWay {
  /** By note of the moment. */
  readonly notes: readonly Stopped[];
  /** Place of a note by its string, and of the first under a finger by the finger; -1 for none. */
  readonly byString: readonly number[];
  readonly byFinger: readonly number[];
  /** The fret under the first finger, from 1: it goes along unseen through open strings. */
  readonly position: number;
  /** Strings under fingers that lie flat. */
  readonly barres: readonly Barre[];
  /** What it costs by itself. */
  readonly cost: number;
  /** What its shape costs where a finger is put down; part of `cost` where nothing is held. */
  readonly shape: number;
}

/** A finger that lies flat over several strings. */
export interface Barre {
  readonly finger: number;
  readonly fret: number;
  /** Lowest and highest string number it covers. */
  readonly from: number;
  readonly to: number;
}
