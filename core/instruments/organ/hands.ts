import type { Hands } from "../instrument.ts";
import { keyboardHand } from "../keyboard/hand.ts";
import { PRICES } from "../keyboard/prices.ts";
import { keyboardReview } from "../keyboard/review.ts";

/**
 * Nothing but the finger holds a note: a silent change is everyday, and long fingers cross over.
 * Own figures.
 */
const LEGATO = { ...PRICES, substitution: 1.2, letGo: 40, over: 4, detachedSame: 2.5 };

/** Two hands on manuals. */
export const hands: Hands = {
  models: {
    right: (player) => keyboardHand("right", player, LEGATO),
    left: (player) => keyboardHand("left", player, LEGATO),
  },
  review: keyboardReview(LEGATO),
};
