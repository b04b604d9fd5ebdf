import { say } from "../../../words/say.ts";
import { Type } from "@sinclair/typebox";
import { comparePlaces } from "../../../score/model/places.ts";
import { oneAtAPlace, type Stratum } from "../../../score/marks/strata.ts";
import { apart } from "./manuals.ts";
import { withStops } from "./heard.ts";
import { registrationFields, registrationText } from "./changes.ts";
import { drawnAfter } from "./drawn.ts";

/** Which stops sound, and where they change. */
export const REGISTRATION: Stratum = {
  id: "registration",
  name: say`registrations`,
  one: say`A registration`,
  tab: say`Stops`,
  extent: "place",
  layered: false,
  lined: false,
  schema: Type.Object(registrationFields, { additionalProperties: false, minProperties: 1 }),
  words: ({ data }) => registrationText(data),
  clash: oneAtAPlace((bar) => say`Two registrations stand at the same place in bar ${bar}.`),
  work: () => import("./registrationWork.ts").then((found) => found.registrationWork),
  onlyLooks: true,
  apart,
  reads: ["part"],
  setBefore: true,
  state: (marks, at) => {
    const before = marks.filter(({ from }) => comparePlaces(from, at) <= 0);
    const now = drawnAfter(before.map(({ data }) => data)).at(-1);
    return now ? say`registration: ${registrationText(now)}` : undefined;
  },
  sound: withStops,
};
