import type { Level } from "./levels.ts";

/** Something to be practised and raised step by step: some bars in one line or together. */
export interface Unit {
  /** Stable over re-planning: `from-to-hands`, with `>bar` where it jumps back there. */
  readonly key: string;
  readonly from: number;
  readonly to: number;
  /** Bar indexes as they are played, where that is not from the first to the last once. */
  readonly played?: readonly number[];
  /** The line: a hand, a hand and the feet, everything. */
  readonly hands: string;
  /** A part holds sections; a spot is a hard bar with its neighbours. */
  readonly kind: Level["kind"] | "spot" | "section" | "join" | "part" | "piece";
  /** Name of the section it comes from. */
  readonly section: string;
  /** Tempo steps, rising. */
  readonly steps: readonly number[];
  /** Keys of the units that come first. */
  readonly after: readonly string[];
  /** Share of it that is really new, 0 to 1: what is nearly known from earlier takes less. */
  readonly work: number;
  /** How much harder it is than the piece as a whole, -1 to 1; nothing where nobody knows. */
  readonly harder?: number;
  /** Why it is in the plan. */
  readonly why: string;
}

/** What tells a unit from others: its bars and its line. */
export const unitKey = (from: number, to: number, hands: string): string =>
  `${from}-${to}-${hands}`;
