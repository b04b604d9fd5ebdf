import { say } from "../../words/say.ts";
import { Type } from "@sinclair/typebox";
import { fingering, type Aspect } from "../../score/marks/aspects.ts";
import { ACCORDION_LAYOUTS } from "./bass/layouts.ts";
import { PATTERNS } from "./accompaniment/patterns.ts";
import { chordKeys } from "./bass/letters.ts";
import { layoutFor } from "./buttons/setup.ts";
import { REEDS } from "./reeds/reeds.ts";
import { BELLOWS } from "./bellows/bellows.ts";
import type { InstrumentRecord } from "../record.ts";
import type { Instrument } from "../instrument.ts";
import { tuneLines } from "../ornaments/lines.ts";
import { ornamentsOver } from "../ornaments/ornaments.ts";
import { onKeys } from "../ornaments/slides.ts";

/** In which row of buttons a note is taken, from the edge. */
const BUTTON_ROW: Aspect = {
  id: "buttonRow",
  name: say`row`,
  names: say`rows`,
  lines: ["right", "left"],
  symbols: ["1", "2", "3", "4", "5", "6"].map((value) => ({
    value,
    key: `shift+${value}`,
    name: say`row ${value}`,
  })),
  offers: (hand, setup) => layoutFor(hand, setup)?.rows ?? 0,
  byPitch: true,
  element: Object.fromEntries(
    ["1", "2", "3", "4", "5", "6"].map((value) => [
      value,
      { name: "other-technical", text: `row ${value}` },
    ]),
  ),
  look: "circled",
};

/** Keys unless the hand has buttons. */
const compassIn =
  (hand: string, keys: readonly [number, number]) =>
  (setup: InstrumentRecord): readonly [number, number] =>
    layoutFor(hand, setup)?.compass ?? keys;

const [TREBLE_KEYS, BASS_KEYS] = [
  [53, 93],
  [24, 72],
] as const;

/** A bass taken in the row beside the fundamentals: a line under the note. */
const COUNTERBASS: Aspect = {
  id: "row",
  name: say`counterbass`,
  names: say`counterbasses`,
  lines: ["left"],
  symbols: [{ value: "cb", key: "c", name: say`counterbass` }],
  byPitch: true,
  element: { cb: { name: "other-technical", text: "counterbass" } },
  look: "letter",
  glyphs: { cb: { text: "—", side: "below" } },
};

export const accordion: Instrument = {
  id: "accordion",
  name: say`Accordion`,
  limbs: [
    {
      ...{ id: "right", name: say`right hand`, proposed: true },
      ...{ compass: TREBLE_KEYS, compassIn: compassIn("right", TREBLE_KEYS) },
    },
    {
      ...{ id: "left", name: say`left hand`, proposed: true },
      ...{ compass: BASS_KEYS, compassIn: compassIn("left", BASS_KEYS) },
    },
  ],
  lines: tuneLines("right", true),
  aspects: [
    { ...fingering(["right"], ["1", "2", "3", "4", "5"]), once: true, onKeys: true },
    // the thumb holds the bass side
    { ...fingering(["left"], ["2", "3", "4", "5"]), once: true },
    COUNTERBASS,
    BUTTON_ROW,
  ],
  chordKeys,
  layouts: ACCORDION_LAYOUTS,
  accompaniments: PATTERNS,
  strata: [BELLOWS, ornamentsOver("right", onKeys), REEDS],
  setup: {
    schema: Type.Object(
      {
        treble: Type.Optional(
          Type.Union([Type.Literal("keys"), Type.Literal("buttons")], {
            description: "keys or buttons",
          }),
        ),
        system: Type.Optional(
          Type.Union([Type.Literal("C"), Type.Literal("B")], {
            description: "buttons of the right hand by the C or the B system: C or B",
          }),
        ),
        rows: Type.Optional(
          Type.Union(
            [5, 4, 3].map((count) => Type.Literal(count)),
            { description: "rows of the right hand: 5, 4 or 3" },
          ),
        ),
        buttons: Type.Optional(
          Type.Union(
            [120, 96, 72, 48, 32, 12].map((count) => Type.Literal(count)),
            { description: "bass buttons: 120, 96, 72, 48, 32 or 12" },
          ),
        ),
        bass: Type.Optional(
          Type.Union([Type.Literal("stradella"), Type.Literal("free")], {
            description: "stradella or free",
          }),
        ),
        freeBass: Type.Optional(
          Type.Union([Type.Literal("C"), Type.Literal("B"), Type.Literal("fifths")], {
            description: "a free bass by the C system, the B system or by fifths: C, B or fifths",
          }),
        ),
      },
      { additionalProperties: false },
    ),
    fields: [
      {
        key: "treble",
        label: say`Right hand`,
        options: [
          ["keys", say`keys`],
          ["buttons", say`buttons`],
        ],
      },
      {
        key: "system",
        label: say`Its buttons, where it has them`,
        options: [
          ["C", say`C system: C in the row at the edge`],
          ["B", say`B system: B in the row at the edge`],
        ],
      },
      {
        key: "rows",
        label: say`Rows of the right hand`,
        options: [5, 4, 3].map((count): [number, string] => [count, String(count)]),
      },
      {
        key: "bass",
        label: say`Left hand`,
        options: [
          ["stradella", say`standard bass`],
          ["free", say`free bass`],
        ],
      },
      {
        key: "freeBass",
        label: say`The free bass, where it has one`,
        options: [
          ["C", say`C system`],
          ["B", say`B system`],
          ["fifths", say`by fifths, as the standard bass`],
        ],
      },
      {
        key: "buttons",
        label: say`Bass buttons`,
        options: [120, 96, 72, 48, 32, 12].map((count): [number, string] => [count, String(count)]),
      },
    ],
  },
  player: {
    schema: Type.Object(
      {
        stroke: Type.Optional(
          Type.Number({
            minimum: 1,
            maximum: 60,
            description:
              "seconds, 1 to 60, a full stroke lasts with tune, bass and chord at mezzo forte",
          }),
        ),
      },
      { additionalProperties: false },
    ),
    fields: [{ key: "stroke", label: say`A stroke of the bellows lasts`, unit: "s", usual: "6" }],
  },
  hands: () => import("./hands.ts").then(({ hands }) => hands),
  // two reeds a little apart. Own figures.
  timbre: {
    partials: [1, 0.8, 0.7, 0.55, 0.5, 0.4, 0.35, 0.25, 0.2, 0.15],
    attack: 0.05,
    decay: 0.1,
    sustain: 1,
    release: 0.08,
    spread: 12,
  },
  caution: say`An accordion is heavy and loud: lift with help, let the teacher check the straps,
    mind your hearing.`,
};
