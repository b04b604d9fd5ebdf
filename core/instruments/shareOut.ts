import type { Note, Score } from "../score/index.ts";
import type { Player } from "./keyboard/reach.ts";
import type { InstrumentRecord } from "./record.ts";

/** A way to share the voices of a piece out to the limbs of an instrument. */
export interface Texture {
  readonly id: string;
  readonly name: string;
  /** Who takes what. */
  readonly why: string;
  /** Manuals that go with it, counted from the lowest, where there are so many. */
  readonly manuals?: { readonly right: number; readonly left: number };
}

/** A note with whom it is given to. */
export interface GivenNote {
  readonly note: Note;
  readonly hand: string;
  readonly why: string;
}

export interface ShareProblem {
  readonly bar: number;
  /** Note ids. */
  readonly notes: readonly string[];
  readonly text: string;
  readonly ways: readonly string[];
}

/** Notes shared out: all of them, each with its limb; nothing is stored. */
export interface SharedOut {
  readonly given: readonly GivenNote[];
  /** What was not as it is usual, with bars. */
  readonly reasons: readonly string[];
  readonly problems: readonly ShareProblem[];
}

export interface ShareOptions {
  readonly texture: string;
  /** First and last bar, 0-based, inclusive. */
  readonly from: number;
  readonly to: number;
  readonly player?: Player;
  readonly setup?: InstrumentRecord;
}

export type ShareOut = (score: Score, options: ShareOptions) => SharedOut;
