import { Type } from "@sinclair/typebox";
import { TEACHER, type Mark, type MarkData } from "../../score/marks/strata.ts";
import type { PedalKind, PedalMark, Score } from "../../score/model/model.ts";

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

/** A mark of the pedal stratum as a pedal mark. */
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
