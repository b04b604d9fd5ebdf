import { Type } from "@sinclair/typebox";
import {
  bassSchool,
  feetFields,
  feetSchool,
  pluckSchool,
  fretFields,
  playerFields,
  spanFields,
} from "@yarrow-ridge/core/instruments";
import { BarIndex, Nullable, OneOf, Revision, Span } from "./common.ts";

export const Fingering = Type.Object({
  id: Type.String({ minLength: 1, maxLength: 100, description: "note id" }),
  finger: Nullable(
    Type.Union([Type.String({ maxLength: 7 }), Type.Integer({ minimum: 0, maximum: 5 })], {
      description:
        "a finger of the instrument, two as 4-5 for a silent change, in brackets " +
        "when it may be left; empty for none although one is printed, null to " +
        "take away what was written",
    }),
  ),
});
export const FingeringsPut = Type.Object({
  layer: Type.Optional(Type.String({ minLength: 1, maxLength: 60 })),
  fingerings: Type.Array(Fingering, { maxItems: 50_000 }),
  revision: Revision,
});
/** Where a hand keeps its position. */
export const HandPosition = Type.Object({
  layer: Type.Optional(Type.String({ minLength: 1, maxLength: 60 })),
  hand: Type.String({ maxLength: 20 }),
  ...Span,
  thumb: Type.Integer({ description: "the key under the thumb as a MIDI number; 60 is middle C" }),
});
export const PositionsPut = Type.Object({
  positions: Type.Array(HandPosition, {
    maxItems: 2000,
    description: "all positions of the piece",
  }),
  revision: Revision,
});
export const HandsPut = Type.Object({
  notes: Type.Array(
    Type.Object({
      id: Type.String({ minLength: 1, maxLength: 100, description: "note id" }),
      hand: Nullable(
        Type.String({
          maxLength: 20,
          description: "the hand that takes it; null for the one its staff says",
        }),
      ),
    }),
    { minItems: 1, maxItems: 50_000 },
  ),
  revision: Revision,
});
/** Who plays: what the hand reaches on which keyboard. */
export const Player = Type.Object(
  { ...playerFields, ...fretFields, ...spanFields, ...feetFields },
  { additionalProperties: false },
);
const Open = OneOf("free", "avoid");
const School = Type.Object(
  {
    chromatic: Type.Optional(
      Type.Union([Type.Literal("thumb and third"), Type.Literal("all fingers")], {
        description: "thumb and third, or all fingers",
      }),
    ),
    groups: Type.Optional(
      Type.Boolean({ description: "the same fingers on each group of a sequence" }),
    ),
    edition: Type.Optional(Type.Boolean({ description: "the printed fingers are kept" })),
    open: Type.Optional(Open),
    ...feetSchool,
    ...bassSchool,
    ...pluckSchool,
    barre: Type.Optional(Open),
    level: Type.Optional(
      Type.Union([Type.Literal("beginner"), Type.Literal("usual")], {
        description: "beginner: first positions, nothing stretched, no barre; or usual",
      }),
    ),
    highest: Type.Optional(
      Type.Integer({ minimum: 1, maximum: 27, description: "the highest fret, 1 to 27" }),
    ),
  },
  { additionalProperties: false },
);
const Finger = Type.Union(
  [
    Type.Integer({ minimum: 1, maximum: 5 }),
    Type.String({ pattern: "^[LR][th](-[LR][th])?$", maxLength: 5 }),
  ],
  { description: "a finger, 1 to 5, or a foot: Lt Lh Rt Rh, left or right, toe or heel" },
);
const Pitch = Type.String({
  pattern: "^[A-G](#{0,2}|b{0,2})-?\\d$",
  description: "a pitch such as C4, F#4 or Bb3; C4 is middle C",
});
export const asked = {
  hand: Type.String({ maxLength: 20 }),
  player: Type.Optional(Player),
  school: Type.Optional(School),
  alternatives: Type.Optional(
    Type.Integer({ minimum: 0, maximum: 8, description: "how many other ways, 0 to 8" }),
  ),
  ties: Type.Optional(
    Type.Boolean({ description: "what returns takes the same fingers, unless false" }),
  ),
  locks: Type.Optional(
    Type.Array(Type.Object({ id: Type.String({ maxLength: 100 }), finger: Finger }), {
      maxItems: 100_000,
    }),
  ),
  positions: Type.Optional(
    Type.Array(Type.Object({ id: Type.String({ maxLength: 100 }), thumb: Pitch }), {
      maxItems: 100_000,
      description: "notes that are taken with the thumb over a key, the other fingers beside it",
    }),
  ),
  position: Type.Optional(
    Type.String({
      pattern: "^\\d{1,2}(-\\d{1,2})?$",
      description: "where a hand on a neck is to stay: a position such as 5, or a range 1-3",
    }),
  ),
  tempo: Type.Optional(
    Type.Number({ minimum: 10, maximum: 400, description: "quarters a minute, 10 to 400" }),
  ),
  work: Type.Optional(
    Type.String({
      pattern: "^[\\w-]{1,60}$",
      description:
        "a name under which the work can be asked after and stopped: letters, digits, - and _",
    }),
  ),
};
export const ProposeIn = Type.Object({
  ...asked,
  from: BarIndex,
  to: BarIndex,
  layer: Type.Optional(Type.String({ maxLength: 60 })),
});
/** The same for any instrument: what is written on a note is named by its aspect. */
const { hand: _, locks: __, ...lineAsked } = asked;
export const LineProposeIn = Type.Object({
  ...lineAsked,
  from: BarIndex,
  to: BarIndex,
  layer: Type.Optional(Type.String({ maxLength: 60 })),
  locks: Type.Optional(
    Type.Array(
      Type.Object({
        note: Type.String({ maxLength: 100 }),
        aspect: Type.String({ maxLength: 40 }),
        value: Type.String({ maxLength: 12 }),
      }),
      { maxItems: 100_000 },
    ),
  ),
});
/** Notes of no stored piece. */
export const ProposeNotesIn = Type.Object({
  ...asked,
  instrument: Type.Optional(Type.String({ maxLength: 20 })),
  tuning: Type.Optional(
    Type.Array(Pitch, {
      minItems: 3,
      maxItems: 12,
      description: "open strings as they sound, 3 to 12 of them, the first string first",
    }),
  ),
  capo: Type.Optional(Type.Integer({ minimum: 0, maximum: 12, description: "a fret, 0 to 12" })),
  scale: Type.Optional(
    Type.Number({ minimum: 300, maximum: 900, description: "millimetres, 300 to 900" }),
  ),
  open: Type.Optional(Open),
  setup: Type.Optional(
    Type.Record(Type.String(), Type.Unknown(), {
      description:
        "how the instrument is set up, as for a piece: strings of a harp, its lowest one",
    }),
  ),
  notes: Type.Array(
    Type.Object({
      string: Type.Optional(
        Type.Integer({ minimum: 1, maximum: 12, description: "a string, 1 to 12" }),
      ),

      id: Type.Optional(Type.String({ minLength: 1, maxLength: 100 })),
      pitch: Type.Optional(Pitch),
      chord: Type.Optional(
        Type.String({
          maxLength: 8,
          description: "in place of a pitch: a chord of one bass button, such as Am, C, G7 or Bd",
        }),
      ),
      onset: Type.Number({
        minimum: 0,
        maximum: 1_000_000,
        description: "quarters from the beginning, 0 or more",
      }),
      duration: Type.Number({
        exclusiveMinimum: 0,
        maximum: 10_000,
        description: "quarters, more than 0",
      }),
    }),
    { maxItems: 100_000, description: "at most 100000 notes" },
  ),
});
const Fingered = Type.Object({
  id: Type.String(),
  bar: Type.Integer(),
  pitch: Type.String(),
  finger: Nullable(
    Type.Union([Type.Integer(), Type.String()], {
      description:
        "a number, or a letter where fingers have letters; null where the hand cannot take the note",
    }),
  ),
  to: Type.Optional(
    Type.Union([Type.Integer(), Type.String()], {
      description: "the finger or foot that takes over silently on the held key",
    }),
  ),
  string: Type.Optional(Type.Integer({ description: "on a neck: 1 is the first string" })),
  fret: Type.Optional(
    Type.Integer({ description: "counted from the capo, 0 for the open string" }),
  ),
  position: Type.Optional(Type.Integer({ description: "the fret under the first finger" })),
  barre: Type.Optional(
    Type.String({ description: "strings under a finger that lies flat, such as 1-6" }),
  ),
  pluck: Type.Optional(Type.String({ description: "the finger that plucks: p, i, m or a" })),
  button: Type.Optional(
    Type.Object(
      { row: Type.Union([Type.String(), Type.Integer()]), column: Type.Integer() },
      {
        description:
          "a button: of a standard bass its row by name, its column by fifths from C; else its " +
          "row from the edge, its place along it",
      },
    ),
  ),
  row: Type.Optional(Type.String({ description: "cb for a counterbass" })),
  buttonRow: Type.Optional(
    Type.String({ description: "the row of a button of one note, from the edge" }),
  ),
  cross: Type.Optional(
    Type.String({ description: "where the feet cross: this one goes front or behind" }),
  ),
});
/** A place in the bars; of bare notes quarters from the first. */
const at = {
  bar: Type.Integer(),
  offset: Type.Number({ description: "quarters from the start of the bar" }),
};
export const ProposeOut = Type.Object({
  notes: Type.Array(Fingered),
  cost: Type.Number({
    description: "to be compared with that of other fingers for the same notes",
  }),
  reasons: Type.Array(Type.String()),
  problems: Type.Array(
    Type.Object({
      kind: OneOf("unreachable", "let go", "stretch", "too many", "hands meet", "outside"),
      bar: Type.Integer(),
      notes: Type.Array(Type.String()),
      text: Type.String(),
      ways: Type.Array(Type.String()),
    }),
  ),
  alternatives: Type.Array(
    Type.Object({
      notes: Type.Array(Fingered),
      elsewhere: Type.Array(Fingered),
      cost: Type.Number(),
      more: Type.Number({ description: "than the first choice" }),
      reason: Type.String(),
    }),
  ),
  elsewhere: Type.Array(Fingered, { description: "the same music outside the bars asked for" }),
  positions: Type.Optional(
    Type.Array(Type.Object({ ...at, position: Type.Integer() }), {
      description: "on a neck: where the first finger lies, where that changes",
    }),
  ),
  shifts: Type.Optional(
    Type.Array(
      Type.Object({
        ...{ ...at, from: Type.Integer(), to: Type.Integer() },
        mm: Type.Integer({ description: "millimetres along the string" }),
        guide: Type.Optional(
          Type.Object(
            { finger: Type.Integer(), string: Type.Integer() },
            { description: "the finger that stays on its string and leads" },
          ),
        ),
      }),
      { description: "on a neck: the shifts of the hand" },
    ),
  ),
});
const ValuedNote = Type.Object({
  note: Type.String(),
  bar: Type.Integer(),
  values: Type.Record(Type.String(), Type.String(), {
    description: "by aspect; none where the note cannot be taken",
  }),
});
export const LineProposeOut = Type.Object({
  notes: Type.Array(ValuedNote),
  elsewhere: Type.Array(ValuedNote, { description: "the same music outside the bars asked for" }),
  cost: Type.Number(),
  reasons: Type.Array(Type.String()),
  problems: ProposeOut.properties.problems,
  alternatives: Type.Array(
    Type.Object({
      notes: Type.Array(ValuedNote),
      elsewhere: Type.Array(ValuedNote),
      more: Type.Number({ description: "than the first choice" }),
      reason: Type.String(),
    }),
  ),
});
export const CheckIn = Type.Object({
  player: Type.Optional(Player),
  layer: Type.Optional(Type.String({ maxLength: 60 })),
});
export const CheckOut = Type.Object({
  doubts: Type.Array(
    Type.Object({
      kind: OneOf(
        ...(["unreachable", "same finger", "crossed", "hands meet"] as const),
        ...(["same string", "other pitch", "not as before", "position", "changed"] as const),
      ),
      bar: Type.Integer(),
      notes: Type.Array(Type.String()),
      text: Type.String(),
    }),
  ),
  fingers: Type.Integer({ description: "how many fingers were looked at" }),
});
export const HandoversIn = Type.Object({
  from: BarIndex,
  to: BarIndex,
  player: Type.Optional(Player),
});
export const HandoversOut = Type.Object({
  handovers: Type.Array(
    Type.Object({
      notes: Type.Array(Type.String()),
      bar: Type.Integer(),
      from: Type.String(),
      to: Type.String(),
      gain: Type.Number({ description: "what both hands cost less" }),
      text: Type.String(),
      sound: Type.String(),
    }),
  ),
});
