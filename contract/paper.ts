import { Type } from "@sinclair/typebox";
import { BarIndex, Id, Instrument, Name, OwnId } from "./common.ts";

const Metre = {
  beats: Type.Integer({ minimum: 1, maximum: 64 }),
  beatType: Type.Union(
    [1, 2, 4, 8, 16, 32, 64].map((n) => Type.Literal(n)),
    { description: "1, 2, 4, 8, 16, 32 or 64" },
  ),
};
const Quarters = Type.String({
  pattern: "^\\d{1,4}(/[1-9]\\d{0,3})?$",
  description: "a length in quarters, as 3 or 3/2",
});
/** Bars are 0-based; a pick-up is bar 0. */
export const Paper = Type.Object(
  {
    bars: Type.Integer({
      minimum: 1,
      maximum: 5000,
      description: "how many bars, with the pick-up, 1 to 5000",
    }),
    metres: Type.Array(Type.Object({ bar: BarIndex, ...Metre }), { minItems: 1, maxItems: 500 }),
    keys: Type.Array(
      Type.Object({
        bar: BarIndex,
        fifths: Type.Integer({ minimum: -7, maximum: 7 }),
        mode: Type.Optional(Type.Union([Type.Literal("major"), Type.Literal("minor")])),
      }),
      { maxItems: 500 },
    ),
    pickup: Type.Optional(Quarters),
    repeats: Type.Array(
      Type.Object({
        from: BarIndex,
        to: BarIndex,
        times: Type.Optional(Type.Integer({ minimum: 2, maximum: 20 })),
        endings: Type.Optional(
          Type.Array(
            Type.Object({
              from: BarIndex,
              to: BarIndex,
              passes: Type.Array(Type.Integer({ minimum: 1, maximum: 20 }), {
                minItems: 1,
                maxItems: 20,
              }),
            }),
            { maxItems: 20 },
          ),
        ),
      }),
      { maxItems: 500 },
    ),
    lengths: Type.Array(Type.Object({ bar: BarIndex, quarters: Quarters }), { maxItems: 2000 }),
    tempo: Type.Optional(
      Type.Number({ minimum: 10, maximum: 400, description: "quarters a minute" }),
    ),
  },
  { additionalProperties: false },
);
export const PaperPiece = Type.Object({
  id: OwnId,
  title: Name,
  composer: Type.Optional(Type.String({ maxLength: 200 })),
  instrument: Type.Optional(Instrument),
  paper: Paper,
});

const Share = Type.Number({ minimum: 0, maximum: 1, description: "a share of the page, 0 to 1" });
export const PageMark = Type.Object({
  bar: BarIndex,
  x: Share,
  y: Share,
  width: Share,
  height: Share,
});
export const Page = Type.Object({
  id: Id,
  name: Type.String(),
  position: Type.Integer(),
  width: Type.Integer(),
  height: Type.Integer(),
  marks: Type.Array(PageMark),
});
export const PageEdit = Type.Object({
  marks: Type.Optional(Type.Array(PageMark, { maxItems: 2000 })),
  position: Type.Optional(Type.Integer({ minimum: 0, maximum: 500 })),
  removed: Type.Optional(Type.Literal(false)),
});
