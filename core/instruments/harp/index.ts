import { say } from "../../words/say.ts";
import { Type } from "@sinclair/typebox";
import { fingering } from "../../score/marks/aspects.ts";
import { pluckedAt } from "../timbre.ts";
import type { InstrumentRecord } from "../record.ts";
import type { Instrument } from "../instrument.ts";
import { tuneLines } from "../ornaments/lines.ts";
import { ornamentsOver } from "../ornaments/ornaments.ts";
import { byAStep } from "../ornaments/slides.ts";
import { USUAL_SPAN } from "./fingers/reach.ts";
import { placedSigns } from "./fingers/signs.ts";
import { HARP_LEVERS } from "./levers.ts";
import { HARP_PEDALS } from "./pedals.ts";
import { harpOf, harpSetup } from "./setup.ts";
import { harpStrings, naturalOf } from "./strings.ts";

/** From the lowest string flattened to the highest sharpened. */
function compassIn(setup: InstrumentRecord): readonly [number, number] {
  const { lowest, strings } = harpOf(setup);
  return [naturalOf(lowest) - 1, naturalOf(lowest + strings - 1) + 1];
}

/** What is known of a harpist's hand. */
export const spanFields = {
  span: Type.Optional(
    Type.Integer({
      minimum: 5,
      maximum: 12,
      description: "strings from the thumb to the fourth finger, 5 to 12",
    }),
  ),
};

export const harp: Instrument = {
  id: "harp",
  name: say`Harp`,
  limbs: [
    { id: "right", name: say`right hand`, compass: [23, 104], compassIn, proposed: true },
    { id: "left", name: say`left hand`, compass: [23, 104], compassIn, proposed: true },
  ],
  aspects: [fingering(["right", "left"], ["1", "2", "3", "4"])],
  lines: tuneLines("right", false),
  slides: byAStep,
  strata: [HARP_PEDALS, HARP_LEVERS, ornamentsOver("right", byAStep)],
  following: placedSigns,
  setup: harpSetup,
  player: {
    schema: Type.Object(spanFields, { additionalProperties: false }),
    fields: [
      {
        key: "span",
        label: say`From the thumb to the fourth finger`,
        unit: say`strings`,
        usual: String(USUAL_SPAN),
        help: say`Strings between them with the hand open and at ease: 7 is an octave, 9 a tenth.`,
      },
    ],
  },
  hands: () => import("./hands.ts").then(({ hands }) => hands),
  onStrings: harpStrings,
  // plucked in the middle; a string rings on until a hand is laid on it. Own figures.
  timbre: { partials: pluckedAt(2 / 5), attack: 0.004, decay: 4, sustain: 0, release: 0.3 },
  caution: say`A harp is heavy: move it with help.`,
};
