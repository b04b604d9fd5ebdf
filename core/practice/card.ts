import { isRunThrough } from "./earning.ts";
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
  /** Put on its day by hand: it stays there. */
  readonly pinned?: boolean;
}

export interface PlannedDay {
  /** ISO date. */
  readonly date: string;
  readonly cards: readonly PlannedCard[];
}

/** A card that was put on a day by hand. */
export interface Pin {
  readonly unit: string;
  /** ISO date. */
  readonly date: string;
  readonly minutes: number;
}

export interface DayToFill {
  /** ISO date. */
  readonly date: string;
  readonly minutes: number;
}

/**
 * What is done on a card, as one says it.
 *
 * @param hand the name of its line
 * @example doingOf("spot", "right hand") // => "hard spot"
 */
export const doingOf = (kind: PlannedCard["kind"], hand: string): string =>
  kind === "keeping"
    ? "keeping"
    : kind === "spot"
      ? "hard spot"
      : isRunThrough(kind)
        ? "played through"
        : hand;
