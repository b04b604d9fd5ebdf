import { say } from "../../words/say.ts";
import { Type } from "@sinclair/typebox";
import { harpPedalsIn, writeHarpPedals } from "../../score/musicxml/harpPedalFile.ts";
import { comparePlaces } from "../../score/model/places.ts";
import { TIME } from "../times.ts";
import { respelled } from "./respelled.ts";
import { pedalsText, settingAt, withPedal } from "./setting.ts";
import type { Place } from "../../score/model/model.ts";
import { oneAtAPlace, type Mark, type Stratum } from "../../score/marks/strata.ts";
import { PEDALS, type Alter, type Letter } from "./strings.ts";

/** A letter raises its pedal by a notch, with shift it lowers it. */
const notch = (letter: Letter, by: 1 | -1) => ({
  key: `${by < 0 ? "shift+" : ""}${letter.toLowerCase()}`,
  name: by > 0 ? say`${letter} a notch sharper` : say`${letter} a notch flatter`,
  data: (marks: readonly Mark[], at: Place) =>
    withPedal(
      marks,
      at,
      letter,
      Math.max(-1, Math.min(1, settingAt(marks, at)[letter] + by)) as Alter,
    ),
});

const alter = Type.Optional(
  Type.Union([Type.Literal(-1), Type.Literal(0), Type.Literal(1)], {
    description: "-1 flat, 0 natural, 1 sharp",
  }),
);

/** The seven pedals: a diagram where all are said, else those that are moved. */
export const HARP_PEDALS: Stratum = {
  id: "harp-pedals",
  name: say`pedal settings`,
  one: say`A pedal setting`,
  tab: say`Pedals`,
  within: ({ kind }) => kind !== "lever",
  extent: "place",
  layered: false,
  lined: false,
  schema: Type.Object(
    { ...Object.fromEntries(PEDALS.map((letter) => [letter, alter])), time: TIME },
    { additionalProperties: false, minProperties: 1 },
  ),
  signs: PEDALS.flatMap((letter) => [notch(letter, 1), notch(letter, -1)]),
  words: ({ data }) => pedalsText(data),
  clash: oneAtAPlace(
    (bar) => say`Two pedal settings stand at the same place in bar ${bar}.`,
    (a, b) => a.data["time"] === b.data["time"],
  ),
  printed: ({ marks }) =>
    marks
      .filter(({ kind }) => kind === "harp-pedals")
      .map(({ bar, offset, text }) => ({ from: { bar, offset }, data: harpPedalsIn(text) })),
  write: (document, measures, marks) =>
    writeHarpPedals(
      document,
      measures,
      marks.map(({ from, data }) => ({ ...from, pedals: data as Record<string, number> })),
    ),
  spells: respelled,
  // other notes want other pedals, other octaves do not
  holdsAt: (semitones) => semitones % 12 === 0,
  work: () => import("./pedalWork.ts").then((found) => found.pedalWork),
  setBefore: true,
  times: true,
  state: (marks, at) =>
    marks.some(({ from }) => comparePlaces(from, at) <= 0)
      ? say`the pedals stand ${pedalsText(settingAt(marks, at))}`
      : undefined,
};
