import { Type } from "@sinclair/typebox";
import { Nullable } from "./common.ts";
import { Difference } from "./pieces.ts";

const Bars = Type.Array(Type.Integer(), { description: "bar indexes, 0-based" });
const Marked = Nullable(Type.Object({ mark: Type.String(), bars: Bars }));
const Extreme = Type.Object({
  pitch: Type.String({ description: "scientific name as spelled, C4 = middle C" }),
  bars: Bars,
});
const Spot = Type.Object({ bar: Type.Integer(), hand: Type.String(), text: Type.String() });

export const Survey = Type.Object({
  bars: Type.Integer(),
  playedBars: Type.Integer(),
  seconds: Type.Integer(),
  keys: Type.Array(
    Type.Object({
      bar: Type.Integer(),
      tonic: Type.String(),
      mode: Type.String(),
      from: Type.String({ description: "signature or ear" }),
      pivot: Type.Optional(
        Type.Object(
          { bar: Type.Integer(), offset: Type.Number(), text: Type.String() },
          { description: "the last chord at home in this key and the one before" },
        ),
      ),
    }),
  ),
  meters: Type.Array(
    Type.Object({ bar: Type.Integer(), beats: Type.Integer(), beatType: Type.Integer() }),
  ),
  feltMetre: Nullable(
    Type.Object({ written: Type.String(), felt: Type.String(), share: Type.Number() }),
  ),
  range: Type.Array(Type.Object({ hand: Type.String(), lowest: Extreme, highest: Extreme })),
  loudest: Marked,
  softest: Marked,
  peakIsHighest: Nullable(Type.Boolean()),
  accidentals: Type.Array(Type.Object({ bar: Type.Integer(), count: Type.Integer() })),
  polyrhythms: Type.Array(
    Type.Object({
      bar: Type.Integer(),
      offset: Type.Number(),
      ratio: Type.String(),
      hand: Type.String(),
    }),
  ),
  oddBars: Type.Array(Type.Object({ bar: Type.Integer(), text: Type.String() })),
  clefChanges: Type.Array(
    Type.Object({
      bar: Type.Integer(),
      offset: Type.Number(),
      staff: Type.Integer(),
      clef: Type.String(),
    }),
  ),
  repeatedNotes: Type.Array(Spot),
  outside: Type.Array(Spot),
  leaps: Type.Array(
    Type.Object({
      bar: Type.Integer(),
      offset: Type.Number(),
      hand: Type.String(),
      semitones: Type.Integer(),
      centimetres: Type.Number(),
    }),
  ),
  stretches: Type.Array(
    Type.Object({
      bar: Type.Integer(),
      offset: Type.Number(),
      hand: Type.String(),
      notes: Type.String(),
      semitones: Type.Integer(),
      millimetres: Type.Integer(),
    }),
  ),
  betweenHands: Type.Array(Type.Object({ bar: Type.Integer(), kind: Type.String() })),
  density: Type.Array(Type.Number({ description: "notes a second, by bar" })),
  chords: Type.Array(
    Type.Object({
      bar: Type.Integer(),
      offset: Type.Number(),
      name: Type.String(),
      numeral: Type.String({ description: "degree in the key of the place" }),
      strangers: Type.Array(
        Type.Object({
          bar: Type.Integer(),
          offset: Type.Number(),
          pitch: Type.String(),
          what: Type.String({
            description: "passing, neighbour, suspension, anticipation or appoggiatura",
          }),
        }),
      ),
    }),
  ),
  cadences: Type.Array(
    Type.Object({
      kind: Type.String({ description: "perfect, half, deceptive or plagal" }),
      bar: Type.Integer(),
      offset: Type.Number(),
      text: Type.String(),
    }),
  ),
  longestRun: Nullable(
    Type.Object({
      hand: Type.String(),
      from: Type.Integer(),
      to: Type.Integer(),
      notes: Type.Integer(),
    }),
  ),
  roles: Type.Array(
    Type.Object({ hand: Type.String(), roles: Type.Array(Type.String()), odd: Bars }),
  ),
  workFirst: Type.Array(Type.Object({ bar: Type.Integer(), reasons: Type.Array(Type.String()) })),
});

export const Order = Type.Object({
  bars: Type.Array(Type.Integer(), { description: "bar indexes as played" }),
  text: Type.String({ description: "as people write it: 1–16, 1–15, 17–24" }),
  seconds: Type.Number(),
  repeats: Type.Array(
    Type.Object({ from: Type.Integer(), to: Type.Integer(), times: Type.Integer() }),
  ),
});

const Totals = Type.Object({
  id: Type.String(),
  title: Type.String(),
  composer: Type.String(),
  bars: Type.Integer(),
  playedBars: Type.Integer(),
  playedBarsWithoutRepeats: Type.Integer(),
  seconds: Type.Integer(),
  newBars: Type.Integer(),
});
export const Editions = Type.Object({
  bars: Type.Array(
    Type.Object({
      a: Nullable(
        Type.Integer({
          description: "bar index in the first piece; null where it has no such bar",
        }),
      ),
      b: Nullable(Type.Integer()),
      differences: Type.Array(Difference),
    }),
  ),
  totals: Type.Array(Totals, { minItems: 2, maxItems: 2 }),
});
