import type { Placed, Problem, Shift } from "./model.ts";

export interface ProposedNote {
  readonly id: string;
  readonly bar: number;
  readonly midi: number;
  /** Undefined where the hand cannot take the note; a problem says so. */
  readonly finger: string | undefined;
  /** The finger that takes over silently while the key is held. */
  readonly then?: string;
  /** What goes with the finger in other aspects, such as the string; by aspect. */
  readonly also?: Readonly<Record<string, string>>;
}

/** Another way to take the same notes. */
export interface Alternative {
  readonly notes: readonly ProposedNote[];
  /** The same music outside what was asked for, with its fingers. */
  readonly elsewhere: readonly ProposedNote[];
  /** What it costs more than the first choice, each time it comes. */
  readonly more: number;
  /** One line. */
  readonly reason: string;
}

export interface Proposal {
  readonly notes: readonly ProposedNote[];
  /** Dimensionless; only to be compared with the cost of other fingers for the same notes. */
  readonly cost: number;
  /** Sentences with bars and numbers. */
  readonly reasons: readonly string[];
  readonly problems: readonly Problem[];
  readonly alternatives: readonly Alternative[];
  /**
   * Notes outside what was asked for that take the same fingers, because they are the same music.
   */
  readonly elsewhere: readonly ProposedNote[];
  /** Where the hand lies and shifts, of instruments that have positions. */
  readonly positions?: readonly Placed[];
  readonly shifts?: readonly Shift[];
}
