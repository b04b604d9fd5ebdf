import { say } from "../../words/say.ts";
import { Type } from "@sinclair/typebox";
import { fingering, type Aspect } from "../../score/marks/aspects.ts";
import { bareTune } from "../../score/model/lines.ts";
import { chordKeys } from "./bass/letters.ts";
import { BELLOWS } from "./bellows/bellows.ts";
import type { Instrument } from "../instrument.ts";
import { ornamentsOver } from "../ornaments/ornaments.ts";

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
    { id: "right", name: say`right hand`, compass: [53, 93], proposed: true },
    { id: "left", name: say`left hand`, compass: [24, 72], proposed: true },
  ],
  lines: [
    {
      id: "tune",
      name: say`bare tune`,
      limbs: ["right"],
      within: (score) => bareTune(score, "right"),
      bare: true,
    },
  ],
  aspects: [
    { ...fingering(["right"], ["1", "2", "3", "4", "5"]), once: true },
    // the thumb holds the bass side
    { ...fingering(["left"], ["2", "3", "4", "5"]), once: true },
    COUNTERBASS,
  ],
  chordKeys,
  strata: [BELLOWS, ornamentsOver("right")],
  setup: {
    schema: Type.Object(
      {
        treble: Type.Optional(
          Type.Union([Type.Literal("keys"), Type.Literal("buttons")], {
            description: "keys or buttons",
          }),
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
      },
      { additionalProperties: false },
    ),
    fields: [
      {
        key: "treble",
        label: say`Right hand`,
        options: [
          ["keys", "keys"],
          ["buttons", "buttons"],
        ],
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
  notProposed: say`Fingers are proposed for piano keys and the standard bass; for button keyboards
    and free bass not yet. What you write is kept.`,
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
