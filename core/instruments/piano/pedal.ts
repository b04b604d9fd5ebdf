import { say } from "../../words/say.ts";
import { Type } from "@sinclair/typebox";
import { pedalControllers, pedalled } from "../../pedalling/sound.ts";
import { comparePlaces } from "../../score/model/places.ts";
import { writePedal } from "../../score/musicxml/pedalFile.ts";
import { twiceAt, type Printed, type Stratum } from "../../score/marks/strata.ts";
import { pedalFields, pedalOf, printedPedal } from "./pedalMark.ts";

const DEPTH_WORDS: Readonly<Record<string, string>> = { 0.5: say`half `, 0.25: say`a quarter ` };

/** The pedals of the piano: the damper, una corda and the sostenuto. */
export const PEDAL: Stratum = {
  id: "pedal",
  name: say`pedal marks`,
  one: say`A pedal mark`,
  tab: say`Pedal`,
  extent: "place",
  layered: false,
  lined: false,
  schema: Type.Object(pedalFields, { additionalProperties: false }),
  words: ({ data }) => say`pedal ${String(data.kind)}`,
  fault: ({ data: { kind, pedal } }) =>
    pedal && kind !== "down" && kind !== "up"
      ? say`Of the ${pedal as string} pedal there is only down and up.`
      : undefined,
  clash: (marks, { bars }) => {
    const twice = twiceAt(marks, (a, b) => a.data.pedal === b.data.pedal);
    return (
      twice &&
      say`Two pedal marks stand at the same place in bar
        ${bars[twice.from.bar]?.number ?? bars.length}.`
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
    const how = last.data.kind === "flutter" ? say`fluttering` : say`${depth}down`;
    return say`the damper is ${how} since bar ${bars[last.from.bar]!.number}`;
  },
  sound: pedalled,
  controllers: pedalControllers,
  write: (document, measures, marks) => writePedal(document, measures, marks.map(pedalOf)),
};
