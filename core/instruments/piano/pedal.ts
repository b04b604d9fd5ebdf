import { Type } from "@sinclair/typebox";
import { pedalControllers, pedalled } from "../../pedalling/sound.ts";
import { comparePlaces } from "../../score/model/places.ts";
import { writePedal } from "../../score/musicxml/pedalFile.ts";
import type { Printed, Stratum } from "../../score/marks/strata.ts";
import { pedalFields, pedalOf, printedPedal } from "./pedalMark.ts";

const DEPTH_WORDS: Readonly<Record<string, string>> = { 0.5: "half ", 0.25: "a quarter " };

/** The pedals of the piano: the damper, una corda and the sostenuto. */
export const PEDAL: Stratum = {
  id: "pedal",
  name: "pedal marks",
  one: "A pedal mark",
  tab: "Pedal",
  extent: "place",
  layered: false,
  lined: false,
  schema: Type.Object(pedalFields, { additionalProperties: false }),
  words: ({ data }) => `pedal ${String(data.kind)}`,
  fault: ({ data: { kind, pedal } }) =>
    pedal && kind !== "down" && kind !== "up"
      ? `Of the ${pedal as string} pedal there is only down and up.`
      : undefined,
  clash: (marks, { bars }) => {
    const twice = marks.find((mark, i) => {
      const before = marks
        .slice(Math.max(0, i - 3), i)
        .find((one) => one.data.pedal === mark.data.pedal);
      return before && comparePlaces(before.from, mark.from) === 0;
    });
    return (
      twice &&
      `Two pedal marks stand at the same place in bar ${bars[twice.from.bar]?.number ?? bars.length}.`
    );
  },
  printed: (score) =>
    printedPedal(score).map(({ bar, offset, ...data }): Printed => ({
      from: { bar, offset },
      data,
    })),
  work: () => import("./pedalWork.ts").then((found) => found.pedalWork),
  state: (marks, at, { bars }) => {
    const last = marks.findLast(({ from, data }) => !data.pedal && comparePlaces(from, at) <= 0);
    if (!last || last.data.kind === "up") return undefined;
    const depth = DEPTH_WORDS[String(last.data.depth)] ?? "";
    const how = last.data.kind === "flutter" ? "fluttering" : `${depth}down`;
    return `the damper is ${how} since bar ${bars[last.from.bar]!.number}`;
  },
  sound: pedalled,
  controllers: pedalControllers,
  write: (document, measures, marks) => writePedal(document, measures, marks.map(pedalOf)),
};
