import type { Hands } from "../instrument.ts";
import { checkFeet } from "./feet/check.ts";
import { crossing } from "./feet/crossing.ts";
import { feetHand, type FeetPlayer } from "./feet/feetHand.ts";
import { keyboardHand } from "../keyboard/hand.ts";
import { shareOut } from "./shareOut.ts";
import { leftHandOf } from "../keyboard/accompaniment/leftHand.ts";
import { ORGAN_PATTERNS } from "../keyboard/accompaniment/patterns.ts";
import { PRICES } from "../keyboard/prices.ts";
import { keyboardReview } from "../keyboard/review.ts";

/**
 * Nothing but the finger holds a note: a silent change is everyday, long fingers cross over, and
 * under a held voice the thumb slides to the key beside it.
 * Own figures.
 */
const LEGATO = {
  ...{ ...PRICES, substitution: 1.2, letGo: 40, over: 4, detachedSame: 2.5 },
  thumbSlide: 2,
};

const manuals = keyboardReview(LEGATO);

/** Two hands on manuals, two feet on pedals. */
export const hands: Hands = {
  models: {
    right: (player) => keyboardHand("right", player, LEGATO),
    left: (player) => keyboardHand("left", player, LEGATO),
    feet: (player, setup) => feetHand(player as FeetPlayer | undefined, setup),
  },
  along: { feet: crossing },
  shareOut,
  accompany: leftHandOf(ORGAN_PATTERNS),
  review: {
    ...manuals,
    check: (score, fingers, options) =>
      [...manuals.check(score, fingers, options), ...checkFeet(score, options)].sort(
        (a, b) => a.bar - b.bar,
      ),
  },
};
