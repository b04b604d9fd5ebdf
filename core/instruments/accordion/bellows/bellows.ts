import { say } from "../../../words/say.ts";
import { Type } from "@sinclair/typebox";
import { comparePlaces } from "../../../score/model/places.ts";
import { USUAL_STROKE } from "./air.ts";
import { REEDS } from "../reeds/reeds.ts";
import { barsNamed } from "../../barsNamed.ts";
import { isFirstTime, TIME, timeSaid } from "../../times.ts";
import { slowly } from "./slowly.ts";
import {
  oneAtAPlace,
  type Mark,
  type MarkSign,
  type Stratum,
} from "../../../score/marks/strata.ts";
import type { MarkData } from "../../../score/marks/mark.ts";
import type { Place } from "../../../score/model/model.ts";

const WAYS = { open: say`opening`, close: say`closing` } as const;
const PRESSURES = { build: say`building pressure`, ease: say`easing pressure` } as const;

/** What a mark of the bellows says. */
export const bellowsFields = {
  direction: Type.Optional(
    Type.Union([Type.Literal("open"), Type.Literal("close")], { description: "open or close" }),
  ),
  button: Type.Optional(
    Type.Integer({
      minimum: 0,
      maximum: 100,
      description: "hundredths open the air button brings them to, in the rest before",
    }),
  ),
  pressure: Type.Optional(
    Type.Union([Type.Literal("build"), Type.Literal("ease")], { description: "build or ease" }),
  ),
  time: TIME,
};

const text = ({ data }: Pick<Mark, "data">): string =>
  timeSaid(data) +
  [
    ...(data.button === undefined
      ? []
      : [say`air button in the rest before, to ${data.button as number} %`]),
    ...(data.direction ? [WAYS[data.direction as keyof typeof WAYS]] : []),
    ...(data.pressure ? [PRESSURES[data.pressure as keyof typeof PRESSURES]] : []),
  ].join(", ");

/** A key that says one thing more of a place; the same again takes it back. */
const sign = (key: string, name: string, said: MarkData): MarkSign => ({
  key,
  name,
  data: (marks: readonly Mark[], at: Place) => {
    const stands = marks.find(({ from }) => comparePlaces(from, at) === 0)?.data ?? {};
    const [field, value] = Object.entries(said)[0]!;
    if (stands[field] !== value) return { ...stands, ...said };
    const { [field]: _, ...rest } = stands;
    return Object.keys(rest).length ? rest : undefined;
  },
});

/** Which way the bellows go, and what is done with them. */
export const BELLOWS: Stratum = {
  id: "bellows",
  name: say`turns of the bellows`,
  one: say`A turn of the bellows`,
  tab: say`Bellows`,
  extent: "place",
  layered: false,
  lined: false,
  schema: Type.Object(bellowsFields, { additionalProperties: false, minProperties: 1 }),
  signs: [
    sign("o", say`open`, { direction: "open" }),
    sign("c", say`close`, { direction: "close" }),
    sign("b", say`build pressure`, { pressure: "build" }),
    sign("e", say`ease pressure`, { pressure: "ease" }),
  ],
  words: text,
  clash: oneAtAPlace(
    (bar) =>
      say`The bellows are told two things at one place in bar ${bar}; they go one way at a time.`,
    (a, b) => a.data["time"] === b.data["time"],
  ),
  work: () => import("./bellowsWork.ts").then((found) => found.bellowsWork),
  heals: true,
  asks: ["stroke"],
  looksAt: [REEDS.id],
  setBefore: true,
  times: true,
  told: (all, score, { player, others, ...stretch }) => {
    const stroke = typeof player?.stroke === "number" ? player.stroke : USUAL_STROKE;
    const reeds = others?.get(REEDS.id) ?? [];
    const marks = all.filter(({ data }) => isFirstTime(data));
    const found = slowly(score, marks, { ...stretch, stroke, reeds });
    if (!found) return undefined;
    const { more, less, begin, out } = found;
    const bars = (all: readonly number[]) => barsNamed(all, score);
    const turned = bars(more.map(({ from }) => from.bar));
    const plan = more.length
      ? say`the bellows as planned and, as slow as this, turned also in bar ${turned}, in pencil`
      : say`the bellows as planned`;
    const from = stretch.from > 0 && begin > 0 ? say`, begun ${begin} % open` : "";
    const short = out.length ? say`; the air runs out in bar ${bars(out)} even so` : "";
    const gone = less.length ? say`, but not in bar ${bars(less)}` : "";
    return { text: `${plan}${gone}${from}${short}`, also: more };
  },
  state: (marks, at) => {
    const last = marks.findLast(
      ({ from, data }) => data.direction && isFirstTime(data) && comparePlaces(from, at) <= 0,
    );
    return last && say`the bellows are ${WAYS[last.data.direction as keyof typeof WAYS]}`;
  },
};
