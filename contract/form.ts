import { Type } from "@sinclair/typebox";
import { Nullable, OneOf, PlaceOut } from "./common.ts";

export const Difference = Type.Object({
  bar: Type.Integer(),
  offset: Type.Number(),
  text: Type.String(),
});
export const Return = Type.Object({
  from: Type.Integer(),
  to: Type.Integer(),
  of: Type.Integer(),
  ofTo: Type.Integer(),
  /** The first that holds. */
  relation: OneOf("exact", "octave", "transposed", "exchanged", "varied", "rhythm"),
  hand: Type.String(),
  interval: Type.Integer({ description: "semitones" }),
  tonal: Type.Boolean({ description: "moved along the scale" }),
  differences: Type.Array(Difference),
});
export const SuggestedSection = Type.Recursive(
  (This) =>
    Type.Object({
      label: Type.String(),
      from: Type.Integer(),
      to: Type.Integer(),
      reason: Type.String(),
      children: Type.Array(This),
    }),
  { $id: "SuggestedSection" },
);
export const Sequence = Type.Object({
  hand: Type.String(),
  from: PlaceOut,
  to: PlaceOut,
  cell: Type.Number({ description: "quarters" }),
  statements: Type.Integer(),
  steps: Type.Integer({ description: "scale steps from one statement to the next" }),
});
export const Imitation = Type.Object({
  leader: Type.String(),
  follower: Type.String(),
  from: PlaceOut,
  entry: PlaceOut,
  distance: Type.Number({ description: "quarters" }),
  steps: Type.Integer(),
  notes: Type.Integer(),
  canon: Type.Boolean(),
});
export const Ground = Type.Object({
  hand: Type.String(),
  from: Type.Integer(),
  to: Type.Integer(),
  length: Type.Integer({ description: "bars" }),
  statements: Type.Integer(),
  mode: OneOf("major", "minor", "both"),
  text: Type.String(),
});
export const Form = Type.Object({
  bars: Type.Integer(),
  newBars: Type.Integer(),
  newBarsByHand: Type.Record(Type.String(), Type.Integer()),
  nearlyKnown: Type.Integer({
    description:
      "of the new bars, those that a transposed, exchanged or varied return makes nearly known",
  }),
  newWork: Type.Number({ description: "new bars, nearly known ones counted by what differs" }),
  isNew: Type.Record(Type.String(), Type.Array(Type.Boolean())),
  work: Type.Record(Type.String(), Type.Array(Type.Number())),
  returns: Type.Array(Return),
  sequences: Type.Array(Sequence),
  imitations: Type.Array(Imitation),
  grounds: Type.Array(Ground),
  sections: Type.Array(SuggestedSection),
  formName: Nullable(Type.Object({ name: Type.String(), caveat: Type.String() })),
});
