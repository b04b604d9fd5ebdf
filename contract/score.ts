import { Type } from "@sinclair/typebox";
import { List, OneOf } from "./common.ts";

// What a score is, to those who read it over HTTP: core/score/model, field by field.

const Fraction = Type.Object({ num: Type.Integer(), den: Type.Integer({ minimum: 1 }) });
const place = { bar: Type.Integer(), offset: Fraction };

const Pitch = Type.Object({
  step: OneOf("C", "D", "E", "F", "G", "A", "B"),
  alter: Type.Number(),
  octave: Type.Integer(),
});

const Note = Type.Object({
  id: Type.String(),
  ...place,
  duration: Fraction,
  length: Fraction,
  pitch: Pitch,
  midi: Type.Number({ description: "sounding key, A4 = 69" }),
  staff: Type.Integer(),
  voice: Type.String(),
  hand: Type.String(),
  writtenFor: Type.Optional(
    Type.String({ description: "whose it is by its staff, where it was given to another" }),
  ),
  grace: Type.Boolean(),
  slash: Type.Optional(Type.Boolean()),
  held: Type.Boolean(),
  staccato: Type.Boolean(),
  accent: Type.Optional(OneOf("accent", "strong")),
  rolled: Type.Optional(OneOf("up", "down")),
  roll: Type.Optional(Type.String({ description: "chords with the same are rolled as one" })),
  ornaments: Type.Optional(List(Type.String())),
  accidental: Type.Optional(Type.Boolean()),
  printed: Type.Optional(Type.Record(Type.String(), Type.String())),
  chord: Type.Optional(
    List(Type.Number({ description: "keys of the chord it stands for, rising" })),
  ),
  finger: Type.Optional(
    Type.String({ description: "the printed finger, as it was told before there were aspects" }),
  ),
});

const Bar = Type.Object({
  index: Type.Integer(),
  id: Type.String(),
  number: Type.String({ description: "as printed" }),
  start: Fraction,
  length: Fraction,
  nominal: Fraction,
  metre: Type.Object({ beats: Type.Number(), beatType: Type.Number() }),
  key: Type.Object({ fifths: Type.Integer(), mode: Type.Optional(Type.String()) }),
  repeatStart: Type.Boolean(),
  repeatEnd: Type.Optional(Type.Integer()),
  endings: Type.Optional(List(Type.Integer())),
  tempo: Type.Optional(Type.Number({ description: "quarters a minute" })),
  held: Type.Optional(Type.Number({ description: "quarters under fermatas" })),
  signs: Type.Optional(
    Type.Object({
      segno: Type.Optional(Type.Boolean()),
      coda: Type.Optional(Type.Boolean()),
      toCoda: Type.Optional(Type.Boolean()),
      fine: Type.Optional(Type.Boolean()),
      jump: Type.Optional(OneOf("capo", "segno")),
    }),
  ),
});

const Layout = { id: Type.String(), name: Type.String() };

export const Score = Type.Object({
  title: Type.String(),
  composer: Type.String(),
  staves: Type.Integer(),
  parts: List(
    Type.Object({
      name: Type.String(),
      staves: Type.Integer(),
      practised: Type.Boolean(),
      mine: Type.Optional(Type.Boolean({ description: "what `practised` was called before" })),
    }),
  ),
  limbs: List(
    Type.Object({
      id: Type.String(),
      name: Type.String(),
      foot: Type.Optional(Type.Boolean()),
    }),
  ),
  layout: Type.Optional(
    Type.Object(
      { ...Layout, guessed: Type.Boolean(), others: List(Type.Object(Layout)) },
      { description: "how its staves are read, where there is more than one way" },
    ),
  ),
  strings: Type.Optional(
    Type.Object(
      {
        tuning: Type.Optional(List(Type.Integer())),
        accords: Type.Optional(List(Type.Object({ string: Type.Integer(), key: Type.Integer() }))),
        capo: Type.Integer(),
      },
      { description: "how the file tunes the strings, the first one first, A4 = 69" },
    ),
  ),
  paperHands: Type.Optional(List(Type.String())),
  bars: List(Bar),
  notes: List(Note),
  marks: List(
    Type.Object({
      kind: OneOf(
        ...(["dynamic", "hairpin", "words", "rehearsal"] as const),
        ...(["pedal", "harp-pedals", "reeds", "damp"] as const),
      ),
      ...place,
      text: Type.String(),
      depth: Type.Optional(Type.Union([Type.Literal(0.5), Type.Literal(0.25)])),
      pedal: Type.Optional(OneOf("soft", "sostenuto")),
    }),
  ),
  symbols: Type.Optional(
    List(
      Type.Object({
        ...place,
        name: Type.String({ description: "root and kind; empty where no chord is played" }),
        bass: Type.Optional(Type.String()),
      }),
    ),
  ),
  clefChanges: List(Type.Object({ ...place, staff: Type.Integer(), clef: Type.String() })),
  warnings: List(
    Type.Object({
      kind: OneOf(
        ...([
          "bars",
          "doctype",
          "title",
          "encoding",
          "parts",
          "ids",
          "limits",
          "abc",
          "guess",
          "strings",
          "chords",
        ] as const),
      ),
      message: Type.String(),
      bars: Type.Optional(List(Type.Integer())),
    }),
  ),
});
