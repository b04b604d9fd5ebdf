import { say } from "../../words/say.ts";
import { Type } from "@sinclair/typebox";
import { fingering, type Aspect } from "../../score/marks/aspects.ts";
import { keyNamed } from "../../score/model/pitch.ts";
import type { Instrument } from "../instrument.ts";
import { tuneLines } from "../ornaments/lines.ts";
import { ornamentsOver } from "../ornaments/ornaments.ts";
import { onKeys } from "../ornaments/slides.ts";
import { ROUND_OCTAVE } from "../keyboard/geometry.ts";
import { keyboardPlayer, playerFields } from "../keyboard/player.ts";
import { POSITION } from "../keyboard/position.ts";
import { boardOf, USUAL_BENCH } from "./feet/board.ts";
import { REGISTRATION } from "./registration/registration.ts";
import { ORGAN_TEXTURES } from "./textures.ts";
import { ORGAN_PATTERNS } from "../keyboard/accompaniment/patterns.ts";
import { ORGAN_LAYOUTS } from "./layouts.ts";

/** The signs organists write: over the staff for the right foot, under it for the left. */
const [TOE, HEEL] = ["∧", "∪"];

/** Which foot, by toe or heel. Files that place no sign say the part alone. */
const FOOT: Aspect = {
  id: "part",
  name: say`toe or heel`,
  names: say`toes and heels`,
  lines: ["feet"],
  symbols: [
    { value: "Rt", key: "t", name: say`right toe` },
    { value: "Rh", key: "h", name: say`right heel` },
    { value: "Lt", key: "shift+t", name: say`left toe` },
    { value: "Lh", key: "shift+h", name: say`left heel` },
  ],
  alsoRead: ["t", "h"],
  change: true,
  optional: true,
  element: {
    Rt: { name: "toe", placement: "above" },
    Rh: { name: "heel", placement: "above" },
    Lt: { name: "toe", placement: "below" },
    Lh: { name: "heel", placement: "below" },
    t: { name: "toe" },
    h: { name: "heel" },
  },
  look: "letter",
  glyphs: {
    Rt: { text: TOE, side: "above" },
    Rh: { text: HEEL, side: "above" },
    Lt: { text: TOE, side: "below" },
    Lh: { text: HEEL, side: "below" },
    t: { text: TOE, side: "below" },
    h: { text: HEEL, side: "below" },
  },
};

/** Where the feet cross, which one goes in front. */
const CROSSED: Aspect = {
  id: "cross",
  name: say`crossing`,
  names: say`crossings`,
  lines: ["feet"],
  symbols: [
    { value: "front", key: "shift+f", name: say`the foot goes in front` },
    { value: "behind", key: "shift+b", name: say`the foot goes behind` },
  ],
  element: {
    front: { name: "other-technical", text: "foot in front" },
    behind: { name: "other-technical", text: "foot behind" },
  },
  look: "letter",
  glyphs: {
    front: { text: "f", side: "below" },
    behind: { text: "b", side: "below" },
  },
};

/** What is known of an organist's feet. */
export const feetFields = {
  spread: Type.Optional(
    Type.Number({
      minimum: 10,
      maximum: 150,
      description: "centimetres, 10 to 150, the feet spread in comfort",
    }),
  ),
  heels: Type.Optional(
    Type.Boolean({ description: "true where heels are played, false where only toes are" }),
  ),
};

/** Naturals around the usual one. */
const BENCHES = [45, 47, 48, USUAL_BENCH, 52, 53, 55];

export const organ: Instrument = {
  id: "organ",
  name: say`Organ`,
  octave: ROUND_OCTAVE,
  limbs: [
    {
      id: "right",
      name: say`right hand`,
      compass: [36, 96],
      proposed: true,
    },
    {
      id: "left",
      name: say`left hand`,
      compass: [36, 96],
      proposed: true,
    },
    {
      id: "feet",
      name: say`feet`,
      foot: true,
      compass: [36, 67],
      compassIn: (setup) => boardOf(setup).compass,
      proposed: true,
    },
  ],
  // common practice, no source: the left hand and the feet hold each other up the longest
  lines: [
    { id: "left-feet", name: say`left hand and feet`, limbs: ["left", "feet"] },
    { id: "right-feet", name: say`right hand and feet`, limbs: ["right", "feet"] },
    { id: "hands", name: say`both hands`, limbs: ["right", "left"] },
    ...tuneLines("right", false),
  ],
  together: say`all together`,
  layouts: ORGAN_LAYOUTS,
  accompaniments: ORGAN_PATTERNS,
  textures: ORGAN_TEXTURES,
  aspects: [
    { ...fingering(["right", "left"], ["1", "2", "3", "4", "5"]), onKeys: true },
    FOOT,
    CROSSED,
  ],
  strata: [POSITION, REGISTRATION, ornamentsOver("right", onKeys)],
  setup: {
    schema: Type.Object(
      {
        pedals: Type.Optional(
          Type.Union([Type.Literal(30), Type.Literal(32)], { description: "30 or 32 keys" }),
        ),
        width: Type.Optional(
          Type.Number({
            minimum: 700,
            maximum: 1600,
            description: "millimetres of the pedalboard over all its keys, 700 to 1600",
          }),
        ),
        bench: Type.Optional(
          Type.Integer({
            minimum: 36,
            maximum: 67,
            description: "the pedal key under the middle of the bench, A4 = 69",
          }),
        ),
        manuals: Type.Optional(
          Type.Integer({ minimum: 1, maximum: 5, description: "1 to 5 manuals" }),
        ),
      },
      { additionalProperties: false },
    ),
    fields: [
      {
        key: "pedals",
        label: say`Pedalboard`,
        options: [
          [32, say`32 keys, to g′`],
          [30, say`30 keys, to f′`],
        ],
      },
      {
        key: "width",
        label: say`Width of the pedalboard`,
        unit: "mm",
        usual: "1200",
        help: say`From the left edge of the lowest key to the right edge of the highest.`,
      },
      {
        key: "bench",
        label: say`Middle of the bench over`,
        options: BENCHES.map((key): [number, string] => [key, keyNamed(key)]),
        help: say`C3 is the C of the middle octave of the pedals. Usually D3.`,
      },
      { key: "manuals", label: say`Manuals`, usual: "2" },
    ],
  },
  player: {
    schema: Type.Object(
      {
        ...playerFields,
        ...feetFields,
      },
      { additionalProperties: false },
    ),
    fields: [
      ...keyboardPlayer.fields,
      { key: "spread", label: say`Comfortable spread of the feet`, unit: "cm", more: true },
      {
        key: "heels",
        label: say`Heels`,
        options: [
          [true, say`heel and toe`],
          [false, say`toes only`],
        ],
        more: true,
      },
    ],
  },
  hands: () => import("./hands.ts").then((found) => found.hands),
  // a principal: a pipe speaks at once and stays. Own figures.
  timbre: {
    partials: [1, 0.6, 0.35, 0.3, 0.12, 0.1, 0.05, 0.06],
    attack: 0.03,
    decay: 0.1,
    sustain: 1,
    release: 0.12,
  },
  caution: say`Bench height and reach to the pedals are for the teacher to check before long
    practice.`,
};
