import type { Instrument } from "../instrument.ts";

const fingers = ["1", "2", "3", "4"];

export const harp: Instrument = {
  id: "harp",
  name: "Harp",
  limbs: [
    { id: "right", name: "right hand", compass: [24, 103], fingers },
    { id: "left", name: "left hand", compass: [24, 103], fingers },
  ],
  damper: false,
  notProposed:
    "Fingers and pedal settings are not proposed for the harp yet. What you write (1–4) is kept.",
  caution: "A harp is heavy: move it with help.",
};
