import { say } from "../../words/say.ts";
import { Type } from "@sinclair/typebox";
import { oneAtAPlace, type Stratum } from "../../score/marks/strata.ts";
import { leversAt, leversText } from "./leverSetting.ts";

/** The levers of a harp without pedals: each string by itself, flipped by a free hand. */
export const HARP_LEVERS: Stratum = {
  id: "harp-levers",
  name: say`lever settings`,
  one: say`A lever setting`,
  tab: say`Levers`,
  within: ({ kind }) => kind === "lever",
  extent: "place",
  layered: false,
  lined: false,
  schema: Type.Record(
    Type.String({ pattern: "^[A-G][0-7]$" }),
    Type.Union([Type.Literal(-1), Type.Literal(0), Type.Literal(1)], {
      description: "-1 flat, 0 natural, 1 sharp",
    }),
    { additionalProperties: false, minProperties: 1, maxProperties: 47 },
  ),
  words: ({ data }) => leversText(data),
  clash: oneAtAPlace((bar) => say`Two lever settings stand at the same place in bar ${bar}.`),
  work: () => import("./leverWork.ts").then((found) => found.leverWork),
  setBefore: true,
  state: (marks, at) => {
    const told = leversAt(marks, at);
    return Object.keys(told).length ? say`the levers stand ${leversText(told)}` : undefined;
  },
};
