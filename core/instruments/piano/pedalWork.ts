import { Type } from "@sinclair/typebox";
import { checkPedal, clarityOf, proposePedal, type Room } from "../../pedalling/index.ts";
import type { Printed } from "../../score/marks/strata.ts";
import type { StratumWork } from "../../score/marks/work.ts";
import type { PedalMark } from "../../score/model/model.ts";
import { pedalData, pedalOf } from "./pedalMark.ts";

interface Options {
  readonly style?: "harmony" | "dry";
  readonly room?: Room;
}

const markOf = ({ bar, offset, ...how }: PedalMark): Printed => ({
  from: { bar, offset },
  data: pedalData(how),
});

/** What is worked out for the pedals: where they go, what blurs, how clear it stays. */
export const pedalWork: StratumWork = {
  options: Type.Object(
    {
      style: Type.Optional(
        Type.Union([Type.Literal("harmony"), Type.Literal("dry")], {
          description: "harmony or dry",
        }),
      ),
      room: Type.Optional(
        Type.Union([Type.Literal("dry"), Type.Literal("normal"), Type.Literal("reverberant")], {
          description: "dry, normal or reverberant",
        }),
      ),
    },
    { additionalProperties: false },
  ),
  propose: ({ score, options, written: _, ...task }) => {
    const { style = "harmony", room = "normal" } = options as Options;
    return proposePedal(score, { ...task, style, room }).map(({ why, ...mark }) => ({
      ...markOf(mark),
      why,
    }));
  },
  check: ({ score, written, from, to, tempo, options: { room = "normal" } }) =>
    checkPedal(score, written.map(pedalOf), from, to, tempo, room as Room),
  curve: ({ score, written, from, to, tempo, options: { room = "normal" } }, marks) =>
    clarityOf(
      score,
      [...written.map(pedalOf).filter((mark) => mark.bar < from), ...marks.map(pedalOf)],
      from,
      to,
      tempo,
      room as Room,
    ),
};
