import type { Instrument } from "../instrument.ts";
import { keyboardHand } from "../keyboard/hand.ts";

const fingers = ["1", "2", "3", "4", "5"];

export const piano: Instrument = {
  id: "piano",
  name: "Piano",
  limbs: [
    {
      id: "right",
      name: "right hand",
      compass: [21, 108],
      fingers,
      model: (player) => keyboardHand("right", player),
    },
    {
      id: "left",
      name: "left hand",
      compass: [21, 108],
      fingers,
      model: (player) => keyboardHand("left", player),
    },
  ],
  damper: true,
  caution:
    "No long stints of loud octaves or fast repeated notes without a rest; never force a stretch.",
};
