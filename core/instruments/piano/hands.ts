import type { Hands } from "../instrument.ts";
import { leftHandOf } from "../keyboard/accompaniment/leftHand.ts";
import { PIANO_PATTERNS } from "../keyboard/accompaniment/patterns.ts";
import { keyboardHand } from "../keyboard/hand.ts";
import { keyboardReview } from "../keyboard/review.ts";

/** Two hands on the piano's keys. */
export const hands: Hands = {
  models: {
    right: (player) => keyboardHand("right", player),
    left: (player) => keyboardHand("left", player),
  },
  review: keyboardReview(),
  accompany: leftHandOf(PIANO_PATTERNS),
};
