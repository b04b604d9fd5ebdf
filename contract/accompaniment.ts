import { Type } from "@sinclair/typebox";
import { BarIndex, List, OneOf } from "./common.ts";
import { Correction } from "./piece.ts";

/** A left hand that is written below a tune from its chord symbols. */

export const AccompanimentIn = Type.Object({
  pattern: OneOf("turns", "half", "held", "manuals", "bass", "broken"),
  alternates: Type.Optional(
    Type.Boolean({
      description:
        "whether the bass goes to the fifth and back while a chord stays; true unless said",
    }),
  ),
  from: Type.Optional(BarIndex),
  to: Type.Optional(BarIndex),
});

export const AccompanimentOut = Type.Composite([
  Correction,
  Type.Object({
    reasons: List(Type.String({ description: "what is not played as the symbols say" })),
  }),
]);
