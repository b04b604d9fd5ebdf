import { Type } from "@sinclair/typebox";
import { asked } from "./fingers.ts";
import { pedalFields } from "@yarrow-ridge/core/instruments";
import { BarIndex, Nullable, Offset, OneOf, Revision } from "./common.ts";

export const PedalMark = Type.Object({ bar: BarIndex, offset: Offset, ...pedalFields });
export const PedalPut = Type.Object({
  marks: Nullable(
    Type.Array(PedalMark, {
      maxItems: 20_000,
      description: "all marks of the piece; null goes back to the printed ones",
    }),
  ),
  revision: Revision,
});

const Room = Type.Optional(
  Type.Union([Type.Literal("dry"), Type.Literal("normal"), Type.Literal("reverberant")], {
    description: "dry, normal or reverberant",
  }),
);
export const PedalProposeIn = Type.Object({
  style: Type.Union([Type.Literal("printed"), Type.Literal("harmony"), Type.Literal("dry")], {
    description: "printed, harmony or dry",
  }),
  from: BarIndex,
  to: BarIndex,
  tempo: Type.Optional(
    Type.Number({
      minimum: 10,
      maximum: 400,
      description: "quarters a minute; as printed when not given",
    }),
  ),
  room: Room,
  work: asked.work,
});
export const PedalProposeOut = Type.Object({
  marks: Type.Array(
    Type.Object({
      bar: Type.Integer(),
      offset: Type.Number(),
      exact: Type.String(),
      kind: OneOf("down", "change", "up", "flutter"),
      depth: Type.Number({ description: "1 is all the way down" }),
      /** The damper when not said. */
      pedal: Type.Optional(OneOf("soft", "sostenuto")),
      why: Type.String(),
    }),
  ),
  clarity: Type.Array(
    Type.Object({
      bar: Type.Integer(),
      offset: Type.Number(),
      value: Type.Number({ description: "1: nothing rubs; towards 0 the muddier" }),
    }),
  ),
  muddiest: Type.Array(
    Type.Object({ bar: Type.Integer(), offset: Type.Number(), text: Type.String() }),
  ),
});

export const PedalCheckIn = Type.Object({
  from: Type.Optional(BarIndex),
  to: Type.Optional(BarIndex),
  room: Room,
});
export const PedalCheckOut = Type.Object({
  doubts: Type.Array(
    Type.Object({
      kind: OneOf("blur", "rest", "staccato", "bass lost", "too fast", "nothing"),
      bar: Type.Integer(),
      offset: Type.Number(),
      exact: Type.String(),
      text: Type.String(),
    }),
  ),
  marks: Type.Integer({ description: "how many marks were looked at" }),
});
