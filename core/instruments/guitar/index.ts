import { Type } from "@sinclair/typebox";
import type { InstrumentRecord } from "../record.ts";
import { fingering, type Aspect } from "../../score/marks/aspects.ts";
import { voiceLine } from "../../score/model/lines.ts";
import { GUITAR_LAYOUTS } from "./layouts.ts";
import { pluckedAt } from "../timbre.ts";
import type { Instrument } from "../instrument.ts";

const lines = ["hands"];

/** e′ b g d A E as they sound, and the frets of a usual neck. */
const STANDARD = [64, 59, 55, 50, 45, 40];
const FRETS = 19;

/** From the lowest open string behind the capo to the last fret of the highest. */
function compassIn(setup: InstrumentRecord): readonly [number, number] {
  const {
    tuning = STANDARD,
    capo = 0,
    frets = FRETS,
  } = setup as {
    tuning?: number[];
    capo?: number;
    frets?: number;
  };
  return [Math.min(...tuning) + capo, Math.max(...tuning) + frets];
}

/**
 * The plucking hand, by the Spanish names of its fingers (pulgar, índice, medio, anular, chico).
 */
const PLUCK: Aspect = {
  id: "pluck",
  name: "plucking finger",
  names: "plucking fingers",
  lines,
  symbols: [
    { value: "p", key: "p", name: "thumb" },
    { value: "i", key: "i", name: "index" },
    { value: "m", key: "m", name: "middle" },
    { value: "a", key: "a", name: "ring" },
    { value: "c", key: "c", name: "little" },
  ],
  element: "pluck",
  look: "letter",
};

const STRING: Aspect = {
  id: "string",
  name: "string",
  names: "strings",
  lines,
  symbols: ["1", "2", "3", "4", "5", "6"].map((value) => ({
    value,
    key: `shift+${value}`,
    name: `string ${value}`,
  })),
  byPitch: true,
  element: "string",
  look: "circled",
};

/** Read where a file has it; it follows from the string. */
const FRET: Aspect = {
  id: "fret",
  name: "fret",
  names: "frets",
  lines,
  symbols: [],
  byPitch: true,
  element: "fret",
  look: "digit",
};

export const guitar: Instrument = {
  id: "guitar",
  name: "Guitar",
  // the open sixth string to the nineteenth fret of the first
  limbs: [{ id: "hands", name: "hands", compass: [40, 83], compassIn }],
  lines: [
    { id: "melody", name: "melody", limbs: lines, within: (score) => voiceLine(score, "high") },
    { id: "bass", name: "bass", limbs: lines, within: (score) => voiceLine(score, "low") },
  ],
  layouts: GUITAR_LAYOUTS,
  aspects: [fingering(lines, ["0", "1", "2", "3", "4"]), PLUCK, STRING, FRET],
  strata: [],
  setup: {
    schema: Type.Object(
      {
        tuning: Type.Optional(
          Type.Array(Type.Integer({ minimum: 16, maximum: 96 }), {
            minItems: 3,
            maxItems: 12,
            description:
              "MIDI numbers of the open strings, 3 to 12 of them, the first string first",
          }),
        ),
        capo: Type.Optional(
          Type.Integer({ minimum: 0, maximum: 12, description: "a fret from 0 to 12" }),
        ),
        frets: Type.Optional(
          Type.Integer({ minimum: 12, maximum: 27, description: "12 to 27 frets" }),
        ),
        scale: Type.Optional(
          Type.Number({ minimum: 300, maximum: 900, description: "300 to 900 millimetres" }),
        ),
      },
      { additionalProperties: false },
    ),
    fields: [
      {
        key: "tuning",
        label: "Open strings, the first one first",
        several: true,
        usual: STANDARD.join(" "),
        help: "As MIDI numbers: 64 is the e′ above middle C. A dropped sixth string is 38.",
      },
      { key: "capo", label: "Capo at fret", usual: "0" },
      { key: "frets", label: "Frets", usual: String(FRETS) },
      { key: "scale", label: "Length of the open string", unit: "mm", usual: "650" },
    ],
  },
  player: {
    schema: Type.Object(
      {
        stretch: Type.Optional(
          Type.Number({
            minimum: 40,
            maximum: 250,
            description: "millimetres, 40 to 250, first to fourth finger along a string",
          }),
        ),
      },
      { additionalProperties: false },
    ),
    fields: [
      {
        key: "stretch",
        label: "Stretch of the left hand",
        unit: "mm",
        usual: "not measured",
        help: "From the first to the fourth finger along a string, without force.",
      },
    ],
  },
  notProposed:
    "Strings and fingers are not proposed for the guitar yet. What you write (0–4, p i m a, strings) is kept.",
  // plucked near the sound hole, let go when the finger leaves. Own figures.
  timbre: { partials: pluckedAt(1 / 5), attack: 0.004, decay: 2.5, sustain: 0, release: 0.12 },
  caution: "Rest the left hand after barrés; never force a stretch.",
};
