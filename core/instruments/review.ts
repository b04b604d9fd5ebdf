import type { FormReturns } from "../fingering/index.ts";
import type { Apart, Score } from "../score/index.ts";
import type { HandPosition } from "./keyboard/position.ts";
import type { InstrumentRecord } from "./record.ts";
import type { Player } from "./keyboard/reach.ts";

/** Something in written fingering that cannot be played, or that a teacher would not let stand. */
export interface Doubt {
  readonly kind:
    | "unreachable"
    | "same finger"
    | "same string"
    | "other pitch"
    | "crossed"
    | "hands meet"
    | "not as before"
    | "position";
  readonly bar: number;
  /** Note ids, the one to look at first. */
  readonly notes: readonly string[];
  readonly text: string;
}

export interface CheckOptions {
  readonly player?: Player;
  /** How the instrument is set up. */
  readonly setup?: InstrumentRecord;
  /** What is written in other aspects, by aspect and note. */
  readonly beside?: ReadonlyMap<string, ReadonlyMap<string, string>>;
  /** Where hands are to keep their position. */
  readonly positions?: readonly HandPosition[];
  /** Where the hands play on keys of their own. */
  readonly apart?: readonly Apart[];
  /** What comes again; without it only what returns exactly is compared. */
  readonly form?: FormReturns;
}

/** Notes the other hand could take. */
export interface Handover {
  readonly notes: readonly string[];
  readonly bar: number;
  readonly from: string;
  readonly to: string;
  /** What both hands together cost less; a note out of reach counts for a lot. */
  readonly gain: number;
  readonly text: string;
  /** What it does to the sound. */
  readonly sound: string;
}

export interface HandoverOptions {
  readonly from: number;
  readonly to: number;
  readonly player?: Player;
  readonly tempo?: number;
  /** How the instrument is set up. */
  readonly setup?: InstrumentRecord;
}

/** What looks through the hands of an instrument. */
export interface Review {
  /** Doubts about fingers that are written, printed or typed, in the order of the bars. */
  readonly check: (
    score: Score,
    fingers: ReadonlyMap<string, string>,
    options: CheckOptions,
  ) => Doubt[];
  /** What one hand might take from another, the greatest gain first. */
  readonly redistribute: (score: Score, options: HandoverOptions) => Handover[];
}
