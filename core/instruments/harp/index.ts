import { Type } from "@sinclair/typebox";
import { fingering } from "../../score/marks/aspects.ts";
import { pluckedAt } from "../timbre.ts";
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
  setup: {
    schema: Type.Object(
      {
        kind: Type.Optional(
          Type.Union([Type.Literal("pedal"), Type.Literal("lever")], {
            description: "pedal or lever",
          }),
        ),
        strings: Type.Optional(
          Type.Integer({ minimum: 19, maximum: 47, description: "19 to 47 strings" }),
        ),
      },
      { additionalProperties: false },
    ),
    fields: [
      {
        key: "kind",
        label: "Harp",
        options: [
          ["pedal", "pedal harp"],
          ["lever", "lever harp"],
        ],
      },
      { key: "strings", label: "Strings", usual: "47" },
    ],
  },
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
    fields: [{ key: "move", label: "A pedal or lever takes", unit: "s", usual: "0.5" }],
  },
  notProposed:
    "Fingers and pedal settings are not proposed for the harp yet. What you write (1–4) is kept.",
  // plucked in the middle; a string rings on until it is damped. Own figures.
  timbre: { partials: pluckedAt(2 / 5), attack: 0.004, decay: 4, sustain: 0, release: 2.5 },
  caution: "A harp is heavy: move it with help.",
};
