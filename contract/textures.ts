import { Type } from "@sinclair/typebox";
import { BarIndex, List, Nullable, OneOf } from "./common.ts";
import { Player } from "./fingers.ts";

/** The voices of some bars shared out to the limbs of an instrument. */

export const TextureIn = Type.Object({
  texture: OneOf("hymn", "trio", "solo"),
  from: Type.Optional(BarIndex),
  to: Type.Optional(BarIndex),
  player: Type.Optional(Player),
});

export const TextureOut = Type.Object({
  hands: List(
    Type.Object({
      id: Type.String(),
      bar: BarIndex,
      hand: Type.String({ description: "who takes it" }),
      moved: Nullable(
        Type.String({ description: "what is to be written for it; null where its staff says so" }),
      ),
      changes: Type.Boolean({ description: "whether it is with another now" }),
      why: Type.String(),
    }),
  ),
  manuals: Nullable(
    Type.Object(
      { right: Type.Integer(), left: Type.Integer() },
      { description: "manuals that go with it, counted from the lowest" },
    ),
  ),
  reasons: List(Type.String()),
  problems: List(
    Type.Object({
      bar: BarIndex,
      notes: List(Type.String()),
      text: Type.String(),
      ways: List(Type.String()),
    }),
  ),
});
