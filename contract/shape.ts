import { Type } from "@sinclair/typebox";
import { BarIndex, NoteId, Nullable, Offset, Revision, Span } from "./common.ts";

const shapeLists = { maxItems: 5000 };
/** How a piece is shaped. */
export const Shape = Type.Object({
  loudness: Type.Optional(
    Nullable(
      Type.Array(
        Type.Object({
          bar: BarIndex,
          offset: Offset,
          level: Type.Number({ minimum: 1, maximum: 8, description: "1 to 8: ppp to fff" }),
        }),
        {
          ...shapeLists,
          description: "where the loudness curve turns; none while the printed marks stand",
        },
      ),
    ),
  ),
  timing: Type.Array(
    Type.Object({
      id: NoteId,
      kind: Type.Union(
        [
          Type.Literal("broaden"),
          Type.Literal("push"),
          Type.Literal("wait"),
          Type.Literal("breathe"),
          Type.Literal("lean"),
          Type.Literal("run"),
        ],
        { description: "broaden, push, wait, breathe, lean or run" },
      ),
      ...Span,
      amount: Type.Number({
        description:
          "broaden and push: the share of the tempo reached; wait and breathe: beats; lean and run: 0 to 1",
      }),
    }),
    shapeLists,
  ),
  leads: Type.Array(
    Type.Object({
      ...Span,
      hand: Type.String({ maxLength: 20 }),
      line: Type.Union([Type.Literal("all"), Type.Literal("top"), Type.Literal("bottom")], {
        description: "all, top or bottom",
      }),
    }),
    shapeLists,
  ),
  touch: Type.Array(
    Type.Object({
      ...Span,
      hand: Type.String({ maxLength: 20 }),
      share: Type.Number({
        minimum: 0.1,
        maximum: 1.2,
        description: "of the written length, 0.1 to 1.2",
      }),
    }),
    shapeLists,
  ),
  out: Type.Array(NoteId, shapeLists),
  meetings: Type.Array(Type.Object({ id: NoteId, meets: NoteId }), shapeLists),
  accents: Type.Array(NoteId, shapeLists),
});
export const ShapePut = Type.Object({ shape: Nullable(Shape), revision: Revision });
export const ShapeOut = Type.Object({
  source: Type.Union([Type.Literal("printed"), Type.Literal("teacher")]),
  loudness: Type.Array(
    Type.Object({ bar: Type.Integer(), offset: Type.Number(), level: Type.Number() }),
  ),
  accents: Type.Array(
    Type.Object({
      hand: Type.String(),
      most: Type.Integer(),
      why: Type.String(),
      accents: Type.Array(
        Type.Object({
          bar: Type.Integer(),
          offset: Type.Number(),
          notes: Type.Array(Type.String()),
          size: Type.Number(),
        }),
      ),
    }),
  ),
  runs: Type.Array(
    Type.Object({
      hand: Type.String(),
      bar: Type.Integer(),
      notes: Type.Array(Type.String()),
      meetings: Type.Array(
        Type.Object({
          id: Type.String(),
          written: Type.Number(),
          meets: Type.Integer(),
          chosen: Type.Boolean(),
        }),
      ),
    }),
  ),
  doubts: Type.Array(
    Type.Object({ kind: Type.String(), bar: Type.Integer(), text: Type.String() }),
  ),
  sections: Type.Array(Type.Object({ id: Type.String(), words: Type.Array(Type.String()) })),
});
