import { Type } from "@sinclair/typebox";
import { Nullable, PlaceIn, PlaceOut, Revision } from "./common.ts";

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
