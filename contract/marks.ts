import { Type } from "@sinclair/typebox";
import { BarIndex, Nullable, PlaceIn, PlaceOut, Revision } from "./common.ts";
import { asked } from "./fingers.ts";

const Layer = Type.String({
  minLength: 1,
  maxLength: 60,
  description: "a layer of 1 to 60 characters",
});
const Id = Type.String({
  minLength: 1,
  maxLength: 100,
  description: "an id of 1 to 100 characters",
});
/** What a mark says; its stratum's own schema is looked at when it is known which that is. */
const Data = Type.Record(Type.String({ maxLength: 40 }), Type.Unknown(), {
  description: "what the mark says, as its kind asks for",
});

/** A value on a note. */
export const NotesPut = Type.Object({
  layer: Type.Optional(Layer),
  values: Type.Array(
    Type.Object({
      note: Type.String({ minLength: 1, maxLength: 100, description: "note id" }),
      value: Nullable(
        Type.String({
          maxLength: 12,
          description:
            "a sign of the instrument; empty for none although one is printed, null to take away what was written",
        }),
      ),
    }),
    { maxItems: 50_000 },
  ),
  revision: Revision,
});

export const MarksPut = Type.Object({
  layer: Type.Optional(Layer),
  put: Type.Array(
    Type.Object({
      id: Id,
      line: Type.Optional(Type.String({ maxLength: 20, description: "the hand or foot it is of" })),
      from: PlaceIn,
      to: Type.Optional(PlaceIn),
      data: Data,
    }),
    { maxItems: 20_000, description: "marks as they are to stand, new ones among them" },
  ),
  remove: Type.Array(Id, { maxItems: 20_000 }),
  printed: Type.Optional(
    Type.Literal(true, { description: "true to go back to what the file prints" }),
  ),
  revision: Revision,
});

const options = Type.Optional(
  Type.Record(Type.String({ maxLength: 40 }), Type.Unknown(), {
    description: "as this kind of marks asks for",
  }),
);
const tempo = Type.Optional(
  Type.Number({ minimum: 10, maximum: 400, description: "quarters a minute, 10 to 400" }),
);
export const MarksProposeIn = Type.Object({
  from: BarIndex,
  to: BarIndex,
  tempo,
  options,
  work: asked.work,
});
export const MarkDoubt = Type.Intersect([
  PlaceOut,
  Type.Object({ kind: Type.String(), text: Type.String() }),
]);
export const MarksProposeOut = Type.Object({
  marks: Type.Array(
    Type.Object({
      line: Type.Optional(Type.String()),
      from: PlaceOut,
      to: Type.Optional(PlaceOut),
      data: Type.Record(Type.String(), Type.Unknown()),
      why: Type.String(),
    }),
  ),
  curve: Type.Array(Type.Intersect([PlaceOut, Type.Object({ value: Type.Number() })]), {
    description: "what these marks make of the music, where this kind has such a curve",
  }),
  problems: Type.Array(MarkDoubt, { description: "what cannot be as it is, with the ways out" }),
});
export const MarksCheckIn = Type.Object({
  from: Type.Optional(BarIndex),
  to: Type.Optional(BarIndex),
  tempo,
  options,
});
export const MarkWindowIn = Type.Object({
  mark: Type.String({ minLength: 1, maxLength: 100, description: "the id of a mark in force" }),
  tempo,
  options,
});
export const MarkWindowOut = Type.Object({
  places: Type.Array(PlaceOut, {
    description: "where it may stand with no more to doubt than now; its own place among them",
  }),
});
export const MarkMoveIn = Type.Object({ ...MarkWindowIn.properties, to: PlaceIn });
export const MarkMoveOut = Type.Object(
  {
    put: Type.Array(
      Type.Object({ id: Id, from: PlaceOut, data: Type.Record(Type.String(), Type.Unknown()) }),
      { description: "marks that are there, as they are to stand" },
    ),
    add: Type.Array(
      Type.Object({ from: PlaceOut, data: Type.Record(Type.String(), Type.Unknown()) }),
      { description: "new ones, to be written under ids of your own" },
    ),
    remove: Type.Array(Id),
  },
  { description: "what goes along with the mark; written by nobody yet" },
);
export const MarksCheckOut = Type.Object({
  doubts: Type.Array(MarkDoubt),
  marks: Type.Integer({ description: "how many marks were looked at" }),
});

/** What is written on notes and between them. */
export const written = {
  notes: Type.Array(
    Type.Object({
      note: Type.String(),
      aspect: Type.String(),
      value: Type.String(),
      layer: Type.String(),
    }),
  ),
  marks: Type.Array(
    Type.Object({
      id: Type.String(),
      stratum: Type.String(),
      layer: Type.String(),
      line: Type.Optional(Type.String()),
      from: PlaceOut,
      to: Type.Optional(PlaceOut),
      data: Type.Record(Type.String(), Type.Unknown()),
    }),
    { description: "in force: the teacher’s, or as printed" },
  ),
  taken: Type.Array(Type.String(), { description: "kinds of marks that are the teacher’s by now" }),
};
