import { FULL } from "./places.ts";

export type Direction = "open" | "close";

/** What the bellows do at a moment: which way from there on, and how far open they are then. */
export interface Step {
  readonly way: Direction;
  /** Hundredths of a full stroke, 0 closed. */
  readonly open: number;
  /** The air button brought them there, in the rest before. */
  readonly byButton: boolean;
  /** Hundredths that are missing until the next moment. */
  readonly missing: number;
}

/** How the bellows stand: hundredths open, and which way they go. */
export interface Stand {
  readonly open: number;
  readonly way: Direction;
}

/** From where the bellows begin; and whether they are to be nearly closed at the end. */
export interface Ends {
  /** Nothing is played before: they begin closed, opening. */
  readonly start?: Stand;
  readonly closes: boolean;
  /** How they are to stand at the end, so that what follows goes on as it is. */
  readonly end?: Stand;
}

/** Prices. Common practice, no source. */
export const PRICES = {
  turn: 1,
  button: 0.7,
  /** For each hundredth the bellows are open at the end. */
  leftOpen: 0.03,
  /** There is no air: whatever else it costs, and for each hundredth that is missing. */
  none: 1000,
  missing: 10,
  /** A moment that goes another way than when it was first. */
  unlike: 20,
  /** A moment that goes another way than it does now, where what is written heals. */
  changed: 0.3,
  /** For each hundredth they stand otherwise at the end than what follows has them. */
  offTheEnd: 0.1,
} as const;

/** Seconds the button takes for a full stroke, and the least rest for it. From memory. */
export const BUTTON_SECONDS = 1.5;
export const BUTTON_REST = 0.4;
/** Hundredths by which the button is thought of: nobody sets the bellows nearer than that. */
export const SET_BY = 5;

// How far a stroke has come, in hundredths: the bellows are so far open where they open, so far
// from fully open where they close. It may go a little beyond what there is, and turning forgives
// that.

/** Hundredths that nobody measures: so much more a stroke may take than there is. */
const SLACK = 2;
/** The furthest a stroke comes. */
export const LAST = FULL + SLACK;

export const WAYS: readonly Direction[] = ["open", "close"];

/** A way through the moments. */
export interface Gone {
  /** Infinite where no way does what is wished. */
  readonly cost: number;
  /** The direction at each moment, by its index in `WAYS`. */
  readonly ways: Uint8Array;
  /** How far the stroke has come at each moment, in hundredths. */
  readonly comes: Uint8Array;
  /** 1 where the air button brought them there. */
  readonly buttons: Uint8Array;
}

/** How far a stroke has come where the bellows stand so. */
export const comeSoFar = (way: Direction, open: number): number =>
  way === "open" ? open : FULL - open;

/** How far open the bellows are then. */
export const openAt = (way: Direction, come: number): number =>
  way === "open" ? Math.min(FULL, come) : Math.max(0, FULL - come);

/** A stroke that goes on for a moment: how far it comes, and the hundredths that are missing. */
export function goneOn(come: number, air: number): { readonly to: number; missing: number } {
  const to = come + air;
  return to > LAST ? { to: LAST, missing: to - Math.max(come, FULL) } : { to, missing: 0 };
}

/** What it costs that air is missing until the next moment. */
export function lackOf(come: number, air: number): number {
  const { missing } = goneOn(come, air);
  return missing > 0 ? PRICES.none + PRICES.missing * missing : 0;
}
