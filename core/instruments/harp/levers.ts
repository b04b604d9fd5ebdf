import { say } from "../../words/say.ts";
import { Type } from "@sinclair/typebox";
import { oneAtAPlace, type Stratum } from "../../score/marks/strata.ts";
import { TIME } from "../times.ts";
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
  schema: Type.Unsafe({
    type: "object",
    properties: { time: TIME },
    patternProperties: {
      "^[A-G][0-7]$": { enum: [-1, 0, 1], description: "-1 flat, 0 natural, 1 sharp" },
    },
    ...{ additionalProperties: false, minProperties: 1, maxProperties: 48 },
  }),
  words: ({ data }) => leversText(data),
  clash: oneAtAPlace(
    (bar) => say`Two lever settings stand at the same place in bar ${bar}.`,
    (a, b) => a.data["time"] === b.data["time"],
  ),
  work: () => import("./leverWork.ts").then((found) => found.leverWork),
  // each octave has its own
  holdsAt: (semitones) => semitones === 0,
  setBefore: true,
  times: true,
  state: (marks, at) => {
    const told = leversAt(marks, at);
    return Object.keys(told).length ? say`the levers stand ${leversText(told)}` : undefined;
  },
};
