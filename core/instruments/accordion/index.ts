import { fingering } from "../../score/aspects.ts";
import type { Instrument } from "../instrument.ts";

export const accordion: Instrument = {
  id: "accordion",
  name: "Accordion",
  limbs: [
    { id: "right", name: "right hand", compass: [53, 93] },
    { id: "left", name: "left hand", compass: [24, 72] },
  ],
  aspects: [
    fingering(["right"], ["1", "2", "3", "4", "5"]),
    // the thumb holds the bass side
    fingering(["left"], ["2", "3", "4", "5"]),
  ],
  strata: [],
  notProposed:
    "Fingers and bellows are not proposed for the accordion yet. What you write (1–5) is kept.",
  caution:
    "An accordion is heavy and loud: lift with help, let the teacher check the straps, mind your hearing.",
};
