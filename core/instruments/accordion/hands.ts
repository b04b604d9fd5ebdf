import type { Hands } from "../instrument.ts";
import { keyboardHand } from "../keyboard/hand.ts";
import type { Player } from "../keyboard/reach.ts";
import { bassHand, type BassSetup } from "./bass/bassHand.ts";
import { leftHandFor } from "./accompaniment/leftHand.ts";
import { check } from "./check.ts";
import { buttonHand } from "./buttons/buttonHand.ts";
import { layoutFor, type ButtonSetup } from "./buttons/setup.ts";

/** Millimetres of an octave on the keys of an accordion. From memory: makers differ. */
const OCTAVE = 139;

interface Setup extends BassSetup, ButtonSetup {}

const keysFor = (player?: Player) => keyboardHand("right", { octave: OCTAVE, ...player });

const right = (player?: Player, setup: Setup = {}) => {
  const layout = layoutFor("right", setup);
  return layout ? buttonHand("right", layout) : keysFor(player);
};

const left = (_?: Player, setup: Setup = {}) => {
  const layout = layoutFor("left", setup);
  return layout ? buttonHand("left", layout) : bassHand(setup);
};

/** Keys or buttons for the right hand, a standard or a free bass for the left. */
export const hands: Hands = {
  models: { right, left },
  accompany: leftHandFor,
  review: {
    check: (score, fingers, options) =>
      check(score, fingers, options, {
        keys: keysFor(options.player),
        model: (hand) => (hand === "right" ? right : left)(options.player, options.setup),
      }),
    redistribute: () => [],
  },
};
