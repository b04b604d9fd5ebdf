import { say } from "../words/say.ts";
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

/** Minutes of each hour, where there is other work. */
export interface Shares {
  readonly keeping: number;
  readonly learning: number;
}

/** Common practice, no source. */
export const USUAL_SHARES: Shares = { keeping: 10, learning: 30 };

export interface DayToFill {
  /** ISO date. */
  readonly date: string;
  readonly minutes: number;
  /** Minutes of a card while others have had none; usual ones when not given. */
  readonly longest?: number;
  /** Of an hour, minutes that keep what is learnt and that are for what was never played. */
  readonly shares?: Shares;
}

/**
 * What is done on a card, as one says it.
 *
 * @param hand the name of its line
 * @example doingOf("spot", "right hand") // => "hard spot"
 */
export const doingOf = (kind: PlannedCard["kind"], hand: string): string =>
  kind === "keeping"
    ? say`keeping`
    : kind === "spot"
      ? say`hard spot`
      : isRunThrough(kind)
        ? say`played through`
        : hand;
