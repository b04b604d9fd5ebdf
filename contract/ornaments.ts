import { Type } from "@sinclair/typebox";
import { BarIndex, Nullable, OneOf } from "./common.ts";
import { Player } from "./fingers.ts";
import { KINDS } from "@yarrow-ridge/core/instruments/ornaments";

/** Ornaments of one layer over the bare tune. */

export const OrnamentsIn = Type.Object({
  from: Type.Optional(BarIndex),
  to: Type.Optional(BarIndex),
  style: Type.Optional(OneOf("mixed", "above", "below")),
  interval: Type.Optional(OneOf("half", "step", "third")),
  how: Type.Optional(OneOf("slid", "two fingers")),
  layer: Type.Optional(
    Type.Integer({ minimum: 1, maximum: 4, description: "which layer, 1 to 4; else the next one" }),
  ),
  player: Type.Optional(Player),
});

export const OrnamentsOut = Type.Object({
  layer: Type.Integer({ description: "1 to 4" }),
  name: Type.String(),
  ornaments: Type.Array(
    Type.Object({
      id: Type.String({ description: "of the note of the tune" }),
      bar: BarIndex,
      kind: OneOf(...KINDS),
      from: Nullable(OneOf("above", "below")),
      by: Type.Integer({ description: "semitones to the neighbour" }),
      how: Nullable(OneOf("slid", "two fingers")),
      finger: Nullable(Type.String({ description: "of the grace note, or of the note itself" })),
      why: Type.String(),
    }),
  ),
});
