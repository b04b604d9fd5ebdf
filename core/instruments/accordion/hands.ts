import type { Hands } from "../instrument.ts";
import { keyboardHand } from "../keyboard/hand.ts";
import type { InstrumentRecord } from "../record.ts";
import { bassHand, type BassSetup } from "./bass/bassHand.ts";

/** Millimetres of an octave on the keys of an accordion. From memory: makers differ. */
const OCTAVE = 139;

interface Setup extends InstrumentRecord, BassSetup {
  readonly treble?: "keys" | "buttons";
  readonly bass?: "stradella" | "free";
}

/** The right hand on piano keys, the left on a standard bass; nothing yet for other systems. */
export const hands: Hands = {
  models: {
    right: (player, setup: Setup = {}) =>
      setup.treble === "buttons" ? undefined : keyboardHand("right", { octave: OCTAVE, ...player }),
    left: (_, setup: Setup = {}) => (setup.bass === "free" ? undefined : bassHand(setup)),
  },
  review: { check: () => [], redistribute: () => [] },
};
