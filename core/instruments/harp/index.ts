import { fingering } from "../../score/aspects.ts";
import type { Instrument } from "../instrument.ts";

export const harp: Instrument = {
  id: "harp",
  name: "Harp",
  limbs: [
    { id: "right", name: "right hand", compass: [24, 103] },
    { id: "left", name: "left hand", compass: [24, 103] },
  ],
  aspects: [fingering(["right", "left"], ["1", "2", "3", "4"])],
  strata: [],
  notProposed:
    "Fingers and pedal settings are not proposed for the harp yet. What you write (1–4) is kept.",
  caution: "A harp is heavy: move it with help.",
};
