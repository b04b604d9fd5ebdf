import { Type } from "@sinclair/typebox";
import { BarIndex, Id, Instrument, Name, Nullable, Was } from "./common.ts";

export const Warning = Type.Object({
  kind: Type.String(),
  message: Type.String(),
  bars: Type.Optional(Type.Array(Type.Integer())),
});

export const Road = Type.Object(
  {
    repeats: Type.Union(
      [Type.Literal("all"), Type.Literal("none"), Type.Array(BarIndex, { maxItems: 500 })],
      { description: "all, none, or the last bars of the repeats to take" },
    ),
    cuts: Type.Array(Type.Object({ from: BarIndex, to: BarIndex }), {
      maxItems: 200,
      description: "stretches to play in their order; none for the whole piece",
    }),
  },
  { additionalProperties: false },
);

export const PieceSummary = Type.Object({
  id: Id,
  title: Type.String(),
  composer: Type.String(),
  instrument: Type.String(),
  bars: Type.Integer(),
  newBars: Type.Integer(),
  key: Type.String(),
  metre: Type.String(),
  hands: Type.Array(Type.String()),
  tempo: Nullable(Type.Number({ description: "tempo printed in the score, quarters a minute" })),
  archived: Type.Boolean(),
  revision: Type.Integer(),
  createdAt: Type.String(),
});
export const Piece = Type.Intersect([
  PieceSummary,
  Type.Object({
    warnings: Type.Array(Warning),
    road: Nullable(Road),
    setup: Nullable(
      Type.Record(Type.String(), Type.Unknown(), {
        description: "how its instrument is set up",
      }),
    ),
    onPaper: Type.Boolean({
      description: "there is no file; its bars are known, its notes are not",
    }),
    reading: Type.Integer({ description: "counts the changes of how the score is read" }),
  }),
]);

export const PieceEdit = Type.Object(
  {
    title: Type.Optional(Name),
    composer: Type.Optional(Type.String({ maxLength: 200 })),
    instrument: Type.Optional(Instrument),
    archived: Type.Optional(Type.Boolean()),
    parts: Type.Optional(
      Nullable(
        Type.Array(Type.Integer({ minimum: 0, maximum: 500 }), {
          minItems: 1,
          maxItems: 8,
          description:
            "parts of the file to practise, by their place in it; null for the usual choice",
        }),
      ),
    ),
    layout: Type.Optional(
      Nullable(
        Type.String({
          maxLength: 40,
          description:
            "how its staves are read, of the ways its score names; null for the one that fits best",
        }),
      ),
    ),
    was: Was,
    road: Type.Optional(Nullable(Road)),
    setup: Type.Optional(
      Nullable(
        Type.Record(Type.String({ maxLength: 40 }), Type.Unknown(), {
          description: "how its instrument is set up, as that instrument asks for",
        }),
      ),
    ),
  },
  { additionalProperties: false },
);

export const Correction = Type.Object({
  piece: Piece,
  kept: Type.Integer({ description: "annotations that stand where they stood" }),
  moved: Type.Array(Type.String()),
  orphaned: Type.Array(
    Type.String({ description: "annotations whose note or bar is gone; kept, in case it returns" }),
  ),
  removedBars: Type.Array(Type.String({ description: "printed numbers" })),
  addedBars: Type.Array(Type.Integer({ description: "bar indexes" })),
});
