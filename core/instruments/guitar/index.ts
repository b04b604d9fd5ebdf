import type { Instrument } from "../instrument.ts";

export const guitar: Instrument = {
  id: "guitar",
  name: "Guitar",
  limbs: [
    {
      id: "hands",
      name: "hands",
      compass: [40, 88],
      fingers: ["0", "1", "2", "3", "4", "p", "i", "m", "a"],
    },
  ],
  damper: false,
  notProposed:
    "Strings and fingers are not proposed for the guitar yet. What you write (0–4, p i m a) is kept.",
  caution: "Rest the left hand after barrés; never force a stretch.",
};
