import { Type } from "@sinclair/typebox";
import type { PedalKind, PedalMark, Score } from "../../score/model/model.ts";
import { writePedal } from "../../score/musicxml/pedalFile.ts";
import { comparePlaces } from "../../score/model/places.ts";
import { TEACHER } from "../../score/marks/strata.ts";
import type { Mark, MarkData, Printed, Stratum } from "../../score/marks/strata.ts";

/** What a mark of the pedals says. */
export const pedalFields = {
  kind: Type.Union(
    [Type.Literal("down"), Type.Literal("change"), Type.Literal("up"), Type.Literal("flutter")],
    { description: "down, change, up or flutter" },
  ),
  pedal: Type.Optional(
    Type.Union([Type.Literal("soft"), Type.Literal("sostenuto")], {
      description: "soft or sostenuto; the damper when not given",
    }),
  ),
  depth: Type.Optional(
    Type.Union([Type.Literal(0.5), Type.Literal(0.25)], {
      description: "0.5 or 0.25 when the foot does not go all the way",
    }),
  ),
};

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
  write: (document, measures, marks) => writePedal(document, measures, marks.map(pedalOf)),
};

/** The pedal as a score prints it. */
export const printedPedal = (score: Pick<Score, "marks">): PedalMark[] =>
  score.marks
    .filter((mark) => mark.kind === "pedal")
    .map(({ bar, offset, text, depth, pedal }) => ({
      bar,
      offset,
      kind: text as PedalKind,
      ...(depth ? { depth } : {}),
      ...(pedal ? { pedal } : {}),
    }));

export const pedalOf = ({ from, data }: Pick<Mark, "from" | "data">): PedalMark => ({
  ...from,
  ...(data as unknown as Pick<PedalMark, "kind" | "depth" | "pedal">),
});

/** What a pedal mark says, without its place; a depth only where the foot goes down. */
export const pedalData = ({ kind, depth, pedal }: Omit<PedalMark, "bar" | "offset">): MarkData => ({
  kind,
  ...(depth && !pedal && (kind === "down" || kind === "change") ? { depth } : {}),
  ...(pedal ? { pedal } : {}),
});

/** The other way round, for the teacher's layer. */
export const pedalMark = ({ bar, offset, ...how }: PedalMark, id: string): Mark => ({
  id,
  layer: TEACHER,
  from: { bar, offset },
  data: pedalData(how),
});
