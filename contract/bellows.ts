import { Type } from "@sinclair/typebox";
import { BarIndex, Nullable, OneOf, PlaceOut } from "./common.ts";
import { MarkDoubt } from "./marks.ts";

/** Where the bellows of an accordion turn, and how much air is left. */

export const BellowsIn = Type.Object({
  from: Type.Optional(BarIndex),
  to: Type.Optional(BarIndex),
  tempo: Type.Optional(
    Type.Number({ minimum: 10, maximum: 400, description: "quarters a minute, 10 to 400" }),
  ),
  stroke: Type.Optional(
    Type.Number({
      minimum: 1,
      maximum: 60,
      description: "seconds a full stroke lasts with tune and bass at mezzo forte, 1 to 60",
    }),
  ),
  couplers: Type.Optional(
    Type.Array(OneOf("16", "8", "4"), {
      minItems: 1,
      maxItems: 4,
      description: "reeds of the right hand that are drawn, in feet",
    }),
  ),
});

export const BellowsOut = Type.Object({
  marks: Type.Array(
    Type.Intersect([
      PlaceOut,
      Type.Object({
        direction: OneOf("open", "close"),
        button: Nullable(
          Type.Integer({
            description: "hundredths open the air button brings them to in the rest before",
          }),
        ),
        time: Nullable(
          Type.Integer({ description: "the one time its bar is played that it is for" }),
        ),
        why: Type.String(),
      }),
    ]),
  ),
  air: Type.Array(Type.Intersect([PlaceOut, Type.Object({ share: Type.Number() })]), {
    description: "how far open the bellows are, 0 to 1, wherever something is struck",
  }),
  problems: Type.Array(MarkDoubt, { description: "where the air runs out, with the ways out" }),
});
