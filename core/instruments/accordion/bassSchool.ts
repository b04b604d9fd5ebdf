import { Type } from "@sinclair/typebox";

/** What may be asked of the left hand for now: fingers of a bass and of its chord. */
export const bassSchool = {
  bass: Type.Optional(
    Type.Union([Type.Literal("3-2"), Type.Literal("4-3")], {
      description: "fingers of a bass and of its chord: 3-2 or 4-3",
    }),
  ),
};
