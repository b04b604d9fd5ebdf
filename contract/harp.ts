import { Type } from "@sinclair/typebox";
import { harpFields } from "@yarrow-ridge/core/instruments";
import { OneOf } from "./common.ts";

/** What the pedals or levers of a harp are asked for. */

const tempo = Type.Optional(
  Type.Number({ minimum: 10, maximum: 400, description: "quarters a minute, 90 when not given" }),
);
const secondsPerMove = Type.Optional(
  Type.Number({ minimum: 0.1, maximum: 5, description: "seconds a move takes, 0.1 to 5" }),
);
const { move: _, ...harp } = harpFields;

export const HarpSettingsIn = Type.Object({
  harp: Type.Object(harp),
  notes: Type.Array(
    Type.Object({
      id: Type.Optional(Type.String({ maxLength: 60 })),
      pitch: Type.String({ description: "as written: C#4, Bb3, C4 is middle C", maxLength: 8 }),
      onset: Type.Number({ minimum: 0, maximum: 1_000_000, description: "quarters" }),
      duration: Type.Number({ minimum: 0, maximum: 1_000_000, description: "quarters" }),
      hand: Type.Optional(
        Type.String({
          maxLength: 20,
          description: "levers are flipped by the hand called left, when it is free",
        }),
      ),
    }),
    { maxItems: 20_000 },
  ),
  tempo,
  secondsPerMove,
});

export const PieceSettingsIn = Type.Object({
  from: Type.Optional(Type.Integer({ minimum: 0, description: "bar index" })),
  to: Type.Optional(Type.Integer({ minimum: 0, description: "bar index, inclusive" })),
  tempo,
  secondsPerMove,
});

export const LeverTuningsIn = Type.Object({ tempo, secondsPerMove });

export const LeverTuningsOut = Type.Object({
  tunings: Type.Array(
    Type.Object({
      tuning: Type.String({ description: "the major key of the strings, levers down" }),
      flips: Type.Integer({ description: "levers that are flipped while one plays" }),
      missing: Type.Integer({ description: "notes that cannot be had" }),
    }),
    { description: "the one that saves most first" },
  ),
});

const setting = Type.Object(
  Object.fromEntries(
    ["D", "C", "B", "E", "F", "G", "A"].map((letter) => [
      letter,
      Type.Integer({ minimum: -1, maximum: 1, description: "-1 flat, 0 natural, 1 sharp" }),
    ]),
  ),
);

export const GlissandoIn = Type.Object({
  chord: Type.String({
    minLength: 1,
    maxLength: 40,
    description: "by its name, Bb9, or by the names of its notes, C E G A",
  }),
  stands: Type.Optional(setting),
});

export const GlissandoOut = Type.Object({
  settings: Type.Array(
    Type.Object({
      setting,
      moved: Type.Array(Type.String(), { description: "pedals that are moved for it" }),
      foreign: Type.Array(Type.String(), {
        description: "strings that no pedal brings into the chord",
      }),
    }),
    { description: "settings for a glissando on the chord, fewest moves first" },
  ),
});

export const HarpSettingsOut = Type.Object({
  start: Type.Union([
    Type.Record(Type.String(), Type.Integer(), {
      description: "by pedal, -1 flat, 0 natural, 1 sharp",
    }),
    Type.Array(Type.Object({ string: Type.String(), up: Type.Boolean() }), {
      description: "levers that are asked for, by string",
    }),
  ]),
  changes: Type.Array(
    Type.Object({
      onset: Type.Number({ description: "quarters from the beginning, as it is played" }),
      pedal: Type.Optional(Type.String()),
      string: Type.Optional(Type.String()),
      from: Type.Integer(),
      to: Type.Integer(),
      foot: Type.Optional(Type.String({ description: "whose pedal it is" })),
      earliest: Type.Number(),
      latest: Type.Number(),
      why: Type.String(),
    }),
  ),
  strings: Type.Array(
    Type.Object({
      id: Type.String(),
      letter: Type.String(),
      alter: Type.Integer(),
      string: Type.String(),
    }),
  ),
  problems: Type.Array(
    Type.Object({
      kind: OneOf("off", "late"),
      id: Type.String(),
      text: Type.String(),
      ways: Type.Array(Type.String()),
    }),
  ),
});
