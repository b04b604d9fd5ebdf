import type { InstrumentRecord } from "../record.ts";
import type { Hands } from "../instrument.ts";
import { handovers } from "../handovers.ts";
import type { Player } from "../keyboard/reach.ts";
import { check } from "./fingers/check.ts";
import { alternationsOf } from "./fingers/alternation.ts";
import { harpHand, type HarpPlayer } from "./fingers/harpHand.ts";
import { harpOf } from "./setup.ts";

const model = (player?: Player, setup?: InstrumentRecord) =>
  harpHand(harpOf(setup), player as HarpPlayer | undefined);

/** Two hands on the strings. */
export const hands: Hands = {
  models: { right: model, left: model },
  review: {
    check,
    redistribute: (score, { player, setup, ...options }) => {
      const one = model(player, setup);
      const both = ["right", "left"].map((id) => ({ id, model: one }));
      return handovers(score, both, options, alternationsOf);
    },
  },
};
