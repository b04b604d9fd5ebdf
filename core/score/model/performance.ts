import type { Fraction } from "./fraction.ts";

/** A key to be sounded. Times in quarters from the start of what is played. */
export interface Sounding {
  readonly id: string;
  readonly midi: number;
  readonly hand: string;
  readonly onset: number;
  readonly length: number;
  /** Quarters after the onset of the note it adorns, where it is a tone of an ornament. */
  readonly after?: number;
  /** Quarters by which it comes later in a rolled chord. */
  readonly later?: number;
  /** 0 to 1; what the printed marks or the teacher's shape make of it is in core/shaping. */
  readonly loudness: number;
}

/** A bar, or a part of one, as it is come to. */
export interface BarPass {
  readonly bar: number;
  /** Quarters from the start of what is played. */
  readonly at: number;
  /** Offsets in the bar from which to which it is played. */
  readonly begin: Fraction;
  readonly end: Fraction;
}

export interface Beat {
  /** Quarters from the start of what is played; negative in the count-in. */
  readonly at: number;
  readonly strong: boolean;
}

export interface Performance {
  readonly notes: readonly Sounding[];
  readonly passes: readonly BarPass[];
  readonly beats: readonly Beat[];
  readonly countIn: readonly Beat[];
  /** What its marks say and when, in order: what a stratum's sound is made from. */
  readonly marks: readonly MarkedAt[];
  /** Those that stand before it in the score, in order, as if at its start: what they drew. */
  readonly earlier: readonly MarkedAt[];
  /** Ornaments up to this layer, none at 0; all of them when absent. */
  readonly layers?: number;
  /** Quarters. */
  readonly length: number;
}

/** A setting of a controller of the MIDI 1.0 list, for marks that have one. */
export interface ControllerSet {
  /** Quarters from the start of what is played. */
  readonly at: number;
  readonly controller: number;
  /** 0 to 127. */
  readonly value: number;
  /** Set after the keys that go down at the same time, not before them. */
  readonly afterKeys?: boolean;
}

/** A mark as it is come to. */
export interface MarkedAt {
  /** Quarters from the start of what is played. */
  readonly at: number;
  readonly stratum: string;
  readonly data: Readonly<Record<string, unknown>>;
}
