import { Type } from "@sinclair/typebox";
import { written } from "./marks.ts";
import {
  BarIndex,
  Id,
  Nullable,
  Offset,
  OneOf,
  OwnId,
  PlaceIn,
  PlaceOut,
  PlaceText,
  Revision,
} from "./common.ts";
import { Section } from "./sections.ts";
import { Shape } from "./shape.ts";

export const Remark = Type.Object({
  id: Id,
  noteId: Nullable(Type.String()),
  bar: Type.Integer(),
  offset: Type.Number(),
  exact: Type.String(),
  text: Type.String(),
});
export const RemarksPut = Type.Object({
  put: Type.Array(
    Type.Object({
      id: Id,
      bar: BarIndex,
      offset: Type.Optional(Offset),
      noteId: Type.Optional(Nullable(Type.String({ maxLength: 100 }))),
      text: Type.String({
        minLength: 1,
        maxLength: 500,
        pattern: "\\S",
        description: "a note of 1 to 500 characters",
      }),
    }),
    { maxItems: 2000 },
  ),
  remove: Type.Array(Id, { maxItems: 2000 }),
  revision: Revision,
});
export const ClimaxPut = Type.Object({ place: Nullable(PlaceIn), revision: Revision });
export const Reading = Type.Object({
  id: Id,
  from: Type.Integer(),
  to: Type.Integer(),
  source: Type.String({ description: "title of the edition it is from" }),
  inUse: Type.Boolean(),
});
export const ReadingNew = Type.Object(
  {
    id: OwnId,
    other: Id,
    from: BarIndex,
    to: BarIndex,
  },
  { description: "the other edition, and the bars of this piece that are played as it has them" },
);
export const ReadingEdit = Type.Object({ inUse: Type.Boolean() });

const LayeredFinger = Type.Object({
  id: Type.String(),
  finger: Type.String(),
  layer: Type.String(),
  aspect: Type.String(),
});
export const Annotations = Type.Object({
  revision: Type.Integer(),
  ...written,
  fingerings: Type.Array(LayeredFinger, {
    description: "of the layer asked for, the teacher’s unless said",
  }),
  others: Type.Array(LayeredFinger, { description: "of all other layers, which come over it" }),
  pedal: Type.Object({
    source: Type.Union([Type.Literal("printed"), Type.Literal("teacher")]),
    marks: Type.Array(
      Type.Object({
        bar: Type.Integer(),
        offset: Type.Number(),
        exact: Type.String(),
        kind: OneOf("down", "change", "up", "flutter"),
        depth: Type.Optional(Type.Number()),
        pedal: Type.Optional(OneOf("soft", "sostenuto")),
      }),
    ),
  }),
  sections: Type.Array(Section),
  remarks: Type.Array(Remark),
  climax: Nullable(PlaceOut),
  shape: Nullable(Shape),
  positions: Type.Array(
    Type.Object({
      layer: Type.String(),
      hand: Type.String(),
      from: PlaceText,
      to: PlaceText,
      thumb: Type.Integer(),
    }),
  ),
  movedHands: Type.Array(Type.Object({ id: Type.String(), hand: Type.String() })),
  readings: Type.Array(Reading),
});
