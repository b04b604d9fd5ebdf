import type { InstrumentRecord } from "../record.ts";
import type { Hands } from "../instrument.ts";
import type { Player } from "../keyboard/reach.ts";
import { check } from "./fingers/check.ts";
import { harpHand, type HarpPlayer } from "./fingers/harpHand.ts";
import { harpOf } from "./setup.ts";

const model = (player?: Player, setup?: InstrumentRecord) =>
  harpHand(harpOf(setup), player as HarpPlayer | undefined);

/** Two hands on the strings. */
export const hands: Hands = {
  models: { right: model, left: model },
  review: { check, redistribute: () => [] },
};
