import { Type } from "@sinclair/typebox";
import { BarIndex, Id, LongText, Name, Offset, PlaceIn, PlaceOut, Revision } from "./common.ts";

export const About = Type.Object(
  {
    story: Type.Optional(LongText),
    scoring: Type.Optional(LongText),
    texture: Type.Optional(LongText),
    jobs: Type.Optional(
      Type.Record(Type.String({ maxLength: 20 }), LongText, { description: "what each hand does" }),
    ),
    dynamics: Type.Optional(
      Type.Union([Type.Literal("grow"), Type.Literal("fade"), Type.Literal("hold")], {
        description: "grow, fade or hold",
      }),
    ),
  },
  { additionalProperties: false },
);

export const Section = Type.Object({
  id: Id,
  name: Type.String(),
  from: PlaceOut,
  to: PlaceOut,
  words: Type.String(),
  about: About,
});
export const SectionNew = Type.Object({
  id: Type.Optional(Id),
  name: Name,
  from: PlaceIn,
  to: Type.Object(
    { bar: BarIndex, offset: Type.Optional(Offset) },
    {
      description:
        "where the section ends: the first place that no longer belongs to it; the bar after the last one is allowed",
    },
  ),
  words: Type.Optional(LongText),
  about: Type.Optional(About),
  revision: Revision,
});
export const SectionsPut = Type.Object({
  put: Type.Array(
    Type.Object({
      id: Id,
      name: Name,
      from: PlaceIn,
      to: PlaceIn,
      words: Type.Optional(LongText),
      about: Type.Optional(About),
    }),
    { maxItems: 500, description: "sections as they are to stand, new ones among them" },
  ),
  remove: Type.Array(Id, { maxItems: 500 }),
  revision: Revision,
});
export const SectionEdit = Type.Partial(
  Type.Object({
    name: Name,
    from: PlaceIn,
    to: PlaceIn,
    words: LongText,
    about: About,
    revision: Type.Integer(),
  }),
);
