import { say } from "../../words/say.ts";
import { Type } from "@sinclair/typebox";
import type { RecordForm } from "../record.ts";

/** Pairs of fingers whose span is worth knowing: what they cannot take gets no finger. */
const PAIRS = ["12", "13", "14", "23", "24", "25", "35", "45"];

/** What the proposals have to know of a player of keys. */
export const playerFields = {
  reach: Type.Optional(
    Type.Number({
      minimum: 60,
      maximum: 320,
      description:
        "millimetres, 60 to 320, between the centres of the outer keys thumb and little finger take together",
    }),
  ),
  pairs: Type.Optional(
    Type.Record(
      Type.String({ pattern: "^[1-4][2-5]$" }),
      Type.Number({ minimum: 10, maximum: 320, description: "millimetres, 10 to 320" }),
      { description: "the same for other pairs of fingers, such as 24" },
    ),
  ),
  octave: Type.Optional(
    Type.Number({
      minimum: 100,
      maximum: 200,
      description: "millimetres, 100 to 200, of an octave on the keyboard",
    }),
  ),
  level: Type.Optional(
    Type.Union([Type.Literal("beginner"), Type.Literal("usual")], {
      description: "beginner or usual",
    }),
  ),
};

export const keyboardPlayer: RecordForm = {
  schema: Type.Object(playerFields, { additionalProperties: false }),
  fields: [
    {
      key: "reach",
      label: say`Reach between outer keys`,
      unit: "mm",
      usual: say`not measured`,
      help: say`What the hand takes without force: a seventh is about 142, an octave 165, a ninth
        189.`,
    },
    {
      key: "octave",
      label: say`Octave of the keyboard at home`,
      unit: "mm",
      usual: say`${165}, standard`,
      more: true,
    },
    {
      key: "level",
      label: say`How far along`,
      options: [
        ["usual", say`passes the thumb freely`],
        ["beginner", say`beginner: as few crossings as can be`],
      ],
      more: true,
    },
    ...PAIRS.map((pair) => ({
      key: `pairs.${pair}`,
      label: say`${pair[0]!} and ${pair[1]!}`,
      unit: "mm",
      more: true,
    })),
  ],
};
