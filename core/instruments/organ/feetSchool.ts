import { Type } from "@sinclair/typebox";

/** What may be asked of the feet for now. */
export const feetSchool = {
  feet: Type.Optional(
    Type.Union([Type.Literal("legato"), Type.Literal("toes")], {
      description: "heel and toe, joined, or toes only",
    }),
  ),
  away: Type.Optional(
    Type.Union([Type.Literal("left"), Type.Literal("right")], {
      description: "the foot that works the swell or a stud",
    }),
  ),
};
