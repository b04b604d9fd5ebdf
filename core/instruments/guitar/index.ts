import { fingering, type Aspect } from "../../score/aspects.ts";
import type { Instrument } from "../instrument.ts";

const lines = ["hands"];

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
  limbs: [{ id: "hands", name: "hands", compass: [40, 83] }],
  aspects: [fingering(lines, ["0", "1", "2", "3", "4"]), PLUCK, STRING, FRET],
  strata: [],
  notProposed:
    "Strings and fingers are not proposed for the guitar yet. What you write (0–4, p i m a, strings) is kept.",
  caution: "Rest the left hand after barrés; never force a stretch.",
};
