import { say } from "../../../words/say.ts";
import { Type } from "@sinclair/typebox";
import { comparePlaces, quartersAt } from "../../../score/model/places.ts";
import type { Place, Score } from "../../../score/model/model.ts";
import { withRanks } from "../../ranks.ts";
import type { MarkedAt, Performance } from "../../../score/model/performance.ts";
import {
  oneAtAPlace,
  type Mark,
  type MarkSign,
  type Stratum,
} from "../../../score/marks/strata.ts";
import { reedsIn, writeReeds, type Reeds } from "../../../score/musicxml/reedsFile.ts";

/** A reed by its pitch in feet. */
export type Coupler = "16" | "8" | "4";

/** What sounds where nobody says: one reed of eight foot. */
const USUAL: Reeds = { middle: 1 };

/** Feet of what is drawn, the longest first. */
export const feetOf = ({ high, middle = 0, low }: Reeds): Coupler[] => [
  ...(low ? (["16"] as const) : []),
  ...Array.from({ length: middle }, () => "8" as const),
  ...(high ? (["4"] as const) : []),
];

/** Reeds in words: `16′ 8′ 8′`. */
export const reedsCalled = (reeds: Reeds): string =>
  feetOf(reeds)
    .map((feet) => `${feet}′`)
    .join(" ");

/** What is drawn at a place after all marks up to it. */
export const reedsAt = (marks: readonly Pick<Mark, "from" | "data">[], at: Place): Reeds =>
  (marks.filter(({ from }) => comparePlaces(from, at) <= 0).at(-1)?.data as Reeds | undefined) ??
  USUAL;

/** Couplers from each mark on, in quarters from the beginning: for those who ask how they sound. */
export const drawnIn = (
  score: Pick<Score, "bars">,
  marks: readonly Pick<Mark, "from" | "data">[],
): { at: number; couplers: readonly Coupler[] }[] =>
  marks
    .map(({ from, data }) => ({ at: quartersAt(score, from), couplers: feetOf(data as Reeds) }))
    .sort((a, b) => a.at - b.at);

/** A key that draws one more or pushes it in; none left is no sign. */
const sign = (key: string, name: string, change: (reeds: Reeds) => Reeds): MarkSign => ({
  key,
  name,
  data: (marks, at) => {
    const next = change(reedsAt(marks, at));
    return Object.keys(next).length ? { ...next } : undefined;
  },
});

const flip =
  (which: "high" | "low") =>
  ({ [which]: stands, ...rest }: Reeds): Reeds =>
    stands ? rest : { ...rest, [which]: true };

/** Eight foot: one, two, three, none. */
const MOST = 3;
const next = ({ middle = 0, ...rest }: Reeds): Reeds =>
  middle < MOST ? { ...rest, middle: middle + 1 } : rest;

/** How many semitones a reed of four or sixteen foot lies from the key. */
const OCTAVE = 12;

/** What is heard: each tone of the right hand with the reeds that are drawn. */
const withReeds = (performance: Performance, marks: readonly MarkedAt[]): Performance =>
  withRanks(performance, marks, ({ high, middle, low }: Reeds, hand) =>
    hand === "right"
      ? [...(middle ? [0] : []), ...(high ? [OCTAVE] : []), ...(low ? [-OCTAVE] : [])]
      : [0],
  );

/** Which reeds of the right hand sound, and where that changes. */
export const REEDS: Stratum = {
  id: "reeds",
  name: say`reed couplers`,
  one: say`A reed coupler`,
  tab: say`Reeds`,
  extent: "place",
  layered: false,
  lined: false,
  schema: Type.Object(
    {
      high: Type.Optional(Type.Literal(true, { description: "true where 4 foot sounds" })),
      middle: Type.Optional(
        Type.Integer({ minimum: 1, maximum: 3, description: "reeds of 8 foot, 1 to 3" }),
      ),
      low: Type.Optional(Type.Literal(true, { description: "true where 16 foot sounds" })),
    },
    { additionalProperties: false, minProperties: 1 },
  ),
  signs: [
    sign("h", say`4′, or none`, flip("high")),
    sign("m", say`one more of 8′, or none`, next),
    sign("l", say`16′, or none`, flip("low")),
  ],
  words: ({ data }) => reedsCalled(data),
  clash: oneAtAPlace((bar) => say`Two reed couplers stand at the same place in bar ${bar}.`),
  printed: ({ marks }) =>
    marks
      .filter(({ kind }) => kind === "reeds")
      .map(({ bar, offset, text }) => ({ from: { bar, offset }, data: { ...reedsIn(text) } })),
  write: (document, measures, marks) =>
    writeReeds(
      document,
      measures,
      marks.map(({ from, data }) => ({ ...from, reeds: data })),
    ),
  setBefore: true,
  state: (marks, at) =>
    marks.some(({ from }) => comparePlaces(from, at) <= 0)
      ? say`reeds ${reedsCalled(reedsAt(marks, at))}`
      : undefined,
  sound: withReeds,
};
