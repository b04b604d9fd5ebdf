import { say } from "../../words/say.ts";
import { Type } from "@sinclair/typebox";
import { fingering } from "../../score/marks/aspects.ts";
import { pluckedAt } from "../timbre.ts";
import type { Instrument } from "../instrument.ts";
import { HARP_PEDALS } from "./pedals.ts";
import { harpSetup } from "./setup.ts";

export const harp: Instrument = {
  id: "harp",
  name: say`Harp`,
  limbs: [
    { id: "right", name: say`right hand`, compass: [24, 103] },
    { id: "left", name: say`left hand`, compass: [24, 103] },
  ],
  aspects: [fingering(["right", "left"], ["1", "2", "3", "4"])],
  strata: [HARP_PEDALS],
  setup: harpSetup,
  player: {
    schema: Type.Object(
      {
        move: Type.Optional(
          Type.Number({
            minimum: 0.1,
            maximum: 5,
            description: "seconds, 0.1 to 5, a pedal or lever takes",
          }),
        ),
      },
      { additionalProperties: false },
    ),
    fields: [{ key: "move", label: say`A pedal or lever takes`, unit: "s", usual: "0.5" }],
  },
  notProposed: say`Fingers are not proposed for the harp yet; what you write (1–4) is kept. Its
    pedals are proposed under Pedals.`,
  // plucked in the middle; a string rings on until it is damped. Own figures.
  timbre: { partials: pluckedAt(2 / 5), attack: 0.004, decay: 4, sustain: 0, release: 2.5 },
  caution: say`A harp is heavy: move it with help.`,
};
