import { Type } from "@sinclair/typebox";
import { BarIndex, PlaceOut } from "./common.ts";

/** Who is free to change the stops of an organ. */

export const RegistrationIn = Type.Object({
  from: Type.Optional(BarIndex),
  to: Type.Optional(BarIndex),
  tempo: Type.Optional(
    Type.Number({ minimum: 10, maximum: 400, description: "quarters a minute, 10 to 400" }),
  ),
});

const by = Type.Array(Type.String(), {
  description: "a hand or foot for each thing that is done; none where nobody is free",
});

export const RegistrationOut = Type.Object({
  changes: Type.Array(
    Type.Intersect([
      PlaceOut,
      Type.Object({
        what: Type.String(),
        by,
        nearest: Type.Optional(
          Type.Intersect([PlaceOut, Type.Object({ by })], {
            description: "the nearest place where somebody is free",
          }),
        ),
      }),
    ]),
  ),
});
