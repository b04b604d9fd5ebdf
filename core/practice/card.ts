import type { Unit } from "./unit.ts";

/** One thing to practise on one day. */
export interface PlannedCard {
  readonly unit: string;
  readonly from: number;
  readonly to: number;
  readonly hands: string;
  /** Beats a minute. */
  readonly tempo: number;
  readonly minutes: number;
  readonly kind: Unit["kind"] | "keeping";
  readonly section: string;
  readonly why: string;
}

export interface PlannedDay {
  /** ISO date. */
  readonly date: string;
  readonly cards: readonly PlannedCard[];
}

export interface DayToFill {
  /** ISO date. */
  readonly date: string;
  readonly minutes: number;
}
