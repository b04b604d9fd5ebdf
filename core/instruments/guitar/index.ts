import { say } from "../../words/say.ts";
import { Type } from "@sinclair/typebox";
import type { InstrumentRecord } from "../record.ts";
import { fingering, type Aspect } from "../../score/marks/aspects.ts";
import { voiceLine } from "../../score/model/lines.ts";
import { keyNamed, keyOfName } from "../../score/model/pitch.ts";
import { GUITAR_LAYOUTS } from "./layouts.ts";
import { pluckedAt } from "../timbre.ts";
import type { Instrument } from "../instrument.ts";
import { tuneLines } from "../ornaments/lines.ts";
import { ornamentsOver } from "../ornaments/ornaments.ts";
import { byAStep } from "../ornaments/slides.ts";
import { setupIn, stringsFor } from "./setupIn.ts";
import { neckSigns } from "./signs.ts";
import { neckStrings } from "./written.ts";

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
  name: say`plucking finger`,
  names: say`plucking fingers`,
  lines,
  symbols: [
    { value: "p", key: "p", name: say`thumb` },
    { value: "i", key: "i", name: say`index` },
    { value: "m", key: "m", name: say`middle` },
    { value: "a", key: "a", name: say`ring` },
    { value: "c", key: "c", name: say`little` },
  ],
  element: "pluck",
  look: "letter",
};

const STRING: Aspect = {
  id: "string",
  name: say`string`,
  names: say`strings`,
  lines,
  symbols: ["1", "2", "3", "4", "5", "6"].map((value) => ({
    value,
    key: `shift+${value}`,
    name: say`string ${value}`,
  })),
  byPitch: true,
  element: "string",
  look: "circled",
};

/** Read where a file has it; it follows from the string. */
const FRET: Aspect = {
  id: "fret",
  name: say`fret`,
  names: say`frets`,
  lines,
  symbols: [],
  byPitch: true,
  element: "fret",
  look: "digit",
};

/** Touched over the fret and let go, so that a part of the string sounds; written as it sounds. */
const HARMONIC: Aspect = {
  id: "harmonic",
  name: say`harmonic`,
  names: say`harmonics`,
  lines,
  symbols: [{ value: "natural", key: "n", name: say`natural harmonic` }],
  decides: true,
  byPitch: true,
  element: { natural: { name: "harmonic", holds: "natural" } },
  look: "letter",
  glyphs: { natural: { text: "◇", side: "above" } },
};

/** What is known of a left hand on a neck. */
export const fretFields = {
  stretch: Type.Optional(
    Type.Number({
      minimum: 40,
      maximum: 250,
      description: "millimetres, 40 to 250, first to fourth finger along a string",
    }),
  ),
};

export const guitar: Instrument = {
  id: "guitar",
  name: say`Guitar`,
  // the open sixth string to the nineteenth fret of the first
  limbs: [{ id: "hands", name: say`hands`, compass: [40, 83], compassIn, proposed: true }],
  hands: () => import("./hands.ts").then(({ hands }) => hands),
  lines: [
    { id: "melody", name: say`melody`, limbs: lines, within: (score) => voiceLine(score, "high") },
    { id: "bass", name: say`bass`, limbs: lines, within: (score) => voiceLine(score, "low") },
    ...tuneLines("hands", false),
  ],
  layouts: GUITAR_LAYOUTS,
  aspects: [fingering(lines, ["0", "1", "2", "3", "4"]), PLUCK, STRING, FRET, HARMONIC],
  slides: byAStep,
  strata: [ornamentsOver("hands", byAStep)],
  following: neckSigns,
  setupIn,
  stringsFor,
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
        label: say`Open strings, the first one first`,
        // in the record they are keys, A4 = 69; a number is a key itself
        list: {
          read: (word) => keyOfName(word) ?? (/^\d+$/.test(word) ? Number(word) : undefined),
          written: (key) => keyNamed(Number(key)),
          hint: say`Pitches such as E4 or Bb2.`,
        },
        usual: STANDARD.map(keyNamed).join(" "),
        help: say`As they sound; C4 is middle C. A dropped sixth string is D2.`,
      },
      { key: "capo", label: say`Capo at fret`, usual: "0" },
      { key: "frets", label: say`Frets`, usual: String(FRETS) },
      { key: "scale", label: say`Length of the open string`, unit: "mm", usual: "650" },
    ],
  },
  player: {
    schema: Type.Object(fretFields, { additionalProperties: false }),
    fields: [
      {
        key: "stretch",
        label: say`Stretch of the left hand`,
        unit: "mm",
        usual: say`not measured`,
        help: say`From the first to the fourth finger along a string, without force.`,
      },
    ],
  },
  shared: { left: { limb: "hands" }, right: { limb: "hands", aspect: "pluck" } },
  onStrings: neckStrings,
  // plucked near the sound hole, let go when the finger leaves. Own figures.
  timbre: { partials: pluckedAt(1 / 5), attack: 0.004, decay: 2.5, sustain: 0, release: 0.12 },
  caution: say`Rest the left hand after barrés; never force a stretch.`,
};
