import { Type, type Static, type TSchema } from "@sinclair/typebox";
import { instruments } from "@yarrow-ridge/core/instruments";

/** Names typed by a person. */
export const Name = Type.String({
  minLength: 1,
  maxLength: 200,
  pattern: "\\S",
  description: "a name of 1 to 200 characters",
});
export const LongText = Type.String({
  maxLength: 4000,
  description: "a text of up to 4000 characters",
});
export const Id = Type.String({ minLength: 1, maxLength: 100 });
/** An id the sender gives to what it makes, so that a request sent twice counts once. */
export const OwnId = Type.Optional(
  Type.String({
    pattern: "^[A-Za-z0-9-]{8,64}$",
    description: "an id of your own for it, 8 to 64 letters, digits and hyphens",
  }),
);
/** Fields as the sender last saw them. */
export const Was = Type.Optional(
  Type.Record(Type.String({ maxLength: 40 }), Type.Unknown(), {
    description:
      "the fields as you saw them; where one was changed to something else since, the answer is 409",
  }),
);
export const IsoDate = Type.String({ format: "date", description: "a date such as 2026-03-14" });
const ids = instruments.map((one) => one.id);
export const Instrument = Type.Union(
  ids.map((id) => Type.Literal(id)),
  { description: `${ids.slice(0, -1).join(", ")} or ${ids.at(-1)}` },
);
/** One of a few words. */
export const OneOf = <T extends string>(...words: T[]) =>
  Type.Unsafe<T>(Type.Union(words.map((word) => Type.Literal(word))));
/** A list nobody changes. */
export const List = <T extends TSchema>(item: T) =>
  Type.Unsafe<readonly Static<T>[]>(Type.Array(item));
export const Nullable = <T extends TSchema>(schema: T) => Type.Union([schema, Type.Null()]);

export const BarIndex = Type.Integer({
  minimum: 0,
  maximum: 5000,
  description: "a bar index, 0-based in written order",
});

/** Offset in quarters from the start of the bar: a number, or an exact fraction as text. */
export const Offset = Type.Union(
  [
    Type.Number({ minimum: 0, maximum: 1000 }),
    Type.String({ pattern: "^\\d{1,9}(/[1-9]\\d{0,8})?$" }),
  ],
  { description: "quarters from the start of the bar, as a number or as text such as 4/3" },
);

export const PlaceIn = Type.Object({ bar: BarIndex, offset: Type.Optional(Offset) });
export const PlaceOut = Type.Object({
  bar: Type.Integer(),
  offset: Type.Number(),
  exact: Type.String(),
});

export const Revision = Type.Optional(
  Type.Integer({
    minimum: 0,
    description:
      "the revision the edit was made on; when the piece has moved on since, the answer is 409",
  }),
);

export const Page = {
  q: Type.Optional(Type.String({ maxLength: 200, description: "words to search for" })),
  archived: Type.Optional(Type.Union([Type.Literal("true"), Type.Literal("false")])),
  page: Type.Optional(
    Type.String({ pattern: "^[1-9]\\d{0,5}$", description: "a page number, from 1" }),
  ),
  sort: Type.Optional(Type.String({ maxLength: 20 })),
};

export const Listed = <T extends TSchema>(item: T) =>
  Type.Object({
    items: Type.Array(item),
    total: Type.Integer(),
    page: Type.Integer(),
    pageSize: Type.Integer(),
  });

/** RFC 9457. `detail` is a sentence for people. */
export const Problem = Type.Object({
  type: Type.String(),
  title: Type.String(),
  status: Type.Integer(),
  detail: Type.String(),
  bar: Type.Optional(Type.String({ description: "the printed number of the bar it is about" })),
  field: Type.Optional(Type.String()),
  choices: Type.Optional(
    Type.Array(Type.Object({ index: Type.Integer(), title: Type.String() }), {
      description: "tunes of the file, when one must be chosen",
    }),
  ),
});

export const Span = { from: PlaceIn, to: PlaceIn };
export const NoteId = Type.String({ minLength: 1, maxLength: 100, description: "note id" });
export const PlaceText = Type.Object({ bar: Type.Integer(), offset: Type.String() });
/** What was erased for good. */
export const Erased = Type.Object({ id: Type.String() });
export const Saved = Type.Object({ revision: Type.Integer() });
