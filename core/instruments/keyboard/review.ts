import { handovers } from "../handovers.ts";
import type { Review } from "../review.ts";
import { check } from "./check.ts";
import { keyboardHand } from "./hand.ts";
import { motivesOf } from "./motives.ts";
import type { Prices } from "./prices.ts";
import type { Player } from "./reach.ts";

/** What looks through two hands on keys. */
export function keyboardReview(prices?: Prices): Review {
  const hands = (player?: Player) =>
    (["right", "left"] as const).map((id) => ({ id, model: keyboardHand(id, player, prices) }));
  return {
    check: (score, fingers, options) => check(score, fingers, hands(options.player), options),
    redistribute: (score, options) => handovers(score, hands(options.player), options, motivesOf),
  };
}
