import { Type } from "@sinclair/typebox";
import { pedalFields, playerFields } from "@yarrow-ridge/core/instruments";
import { written } from "./marks.ts";
import {
  BarIndex,
  Id,
  Instrument,
  LongText,
  Name,
  Nullable,
  Offset,
  PlaceIn,
  PlaceOut,
  Revision,
} from "./common.ts";

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
  relation: Type.String({
    description: "exact, octave, transposed, exchanged, varied or rhythm: the first that holds",
  }),
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
  mode: Type.String(),
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

export const About = Type.Object(
  {
    story: Type.Optional(LongText),
    scoring: Type.Optional(LongText),
    texture: Type.Optional(LongText),
    jobs: Type.Optional(
      Type.Record(Type.String({ maxLength: 20 }), LongText, { description: "what each hand does" }),
    ),
    dynamics: Type.Optional(
      Type.Union([Type.Literal("grow"), Type.Literal("fade"), Type.Literal("hold")], {
        description: "grow, fade or hold",
      }),
    ),
  },
  { additionalProperties: false },
);

export const Section = Type.Object({
  id: Id,
  name: Type.String(),
  from: PlaceOut,
  to: PlaceOut,
  words: Type.String(),
  about: About,
});
export const SectionNew = Type.Object({
  id: Type.Optional(Id),
  name: Name,
  from: PlaceIn,
  to: Type.Object(
    { bar: BarIndex, offset: Type.Optional(Offset) },
    {
      description:
        "where the section ends: the first place that no longer belongs to it; the bar after the last one is allowed",
    },
  ),
  words: Type.Optional(LongText),
  about: Type.Optional(About),
  revision: Revision,
});
export const SectionsPut = Type.Object({
  put: Type.Array(
    Type.Object({
      id: Id,
      name: Name,
      from: PlaceIn,
      to: PlaceIn,
      words: Type.Optional(LongText),
      about: Type.Optional(About),
    }),
    { maxItems: 500, description: "sections as they are to stand, new ones among them" },
  ),
  remove: Type.Array(Id, { maxItems: 500 }),
  revision: Revision,
});
export const SectionEdit = Type.Partial(
  Type.Object({
    name: Name,
    from: PlaceIn,
    to: PlaceIn,
    words: LongText,
    about: About,
    revision: Type.Integer(),
  }),
);

export const Fingering = Type.Object({
  id: Type.String({ minLength: 1, maxLength: 100, description: "note id" }),
  finger: Nullable(
    Type.Union([Type.String({ maxLength: 7 }), Type.Integer({ minimum: 0, maximum: 5 })], {
      description:
        "a finger of the instrument, two as 4-5 for a silent change, in brackets when it may be left; empty for none although one is printed, null to take away what was written",
    }),
  ),
});
export const FingeringsPut = Type.Object({
  layer: Type.Optional(Type.String({ minLength: 1, maxLength: 60 })),
  fingerings: Type.Array(Fingering, { maxItems: 50_000 }),
  revision: Revision,
});
export const PedalMark = Type.Object({ bar: BarIndex, offset: Offset, ...pedalFields });
export const PedalPut = Type.Object({
  marks: Nullable(
    Type.Array(PedalMark, {
      maxItems: 20_000,
      description: "all marks of the piece; null goes back to the printed ones",
    }),
  ),
  revision: Revision,
});

export const Remark = Type.Object({
  id: Id,
  noteId: Nullable(Type.String()),
  bar: Type.Integer(),
  offset: Type.Number(),
  exact: Type.String(),
  text: Type.String(),
});
export const RemarksPut = Type.Object({
  put: Type.Array(
    Type.Object({
      id: Id,
      bar: BarIndex,
      offset: Type.Optional(Offset),
      noteId: Type.Optional(Nullable(Type.String({ maxLength: 100 }))),
      text: Type.String({
        minLength: 1,
        maxLength: 500,
        pattern: "\\S",
        description: "a note of 1 to 500 characters",
      }),
    }),
    { maxItems: 2000 },
  ),
  remove: Type.Array(Id, { maxItems: 2000 }),
  revision: Revision,
});
const Span = { from: PlaceIn, to: PlaceIn };
const NoteId = Type.String({ minLength: 1, maxLength: 100, description: "note id" });
const shapeLists = { maxItems: 5000 };
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
export const ClimaxPut = Type.Object({ place: Nullable(PlaceIn), revision: Revision });
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
export const Reading = Type.Object({
  id: Id,
  from: Type.Integer(),
  to: Type.Integer(),
  source: Type.String({ description: "title of the edition it is from" }),
  inUse: Type.Boolean(),
});
export const ReadingNew = Type.Object(
  {
    other: Id,
    from: BarIndex,
    to: BarIndex,
  },
  { description: "the other edition, and the bars of this piece that are played as it has them" },
);
export const ReadingEdit = Type.Object({ inUse: Type.Boolean() });

const PlaceText = Type.Object({ bar: Type.Integer(), offset: Type.String() });
const LayeredFinger = Type.Object({
  id: Type.String(),
  finger: Type.String(),
  layer: Type.String(),
  aspect: Type.String(),
});
export const Annotations = Type.Object({
  revision: Type.Integer(),
  ...written,
  fingerings: Type.Array(LayeredFinger, {
    description: "of the layer asked for, the teacher’s unless said",
  }),
  others: Type.Array(LayeredFinger, { description: "of all other layers, which come over it" }),
  pedal: Type.Object({
    source: Type.Union([Type.Literal("printed"), Type.Literal("teacher")]),
    marks: Type.Array(
      Type.Object({
        bar: Type.Integer(),
        offset: Type.Number(),
        exact: Type.String(),
        kind: Type.String(),
        depth: Type.Optional(Type.Number()),
        pedal: Type.Optional(Type.String()),
      }),
    ),
  }),
  sections: Type.Array(Section),
  remarks: Type.Array(Remark),
  climax: Nullable(PlaceOut),
  shape: Nullable(Shape),
  positions: Type.Array(
    Type.Object({
      layer: Type.String(),
      hand: Type.String(),
      from: PlaceText,
      to: PlaceText,
      thumb: Type.Integer(),
    }),
  ),
  movedHands: Type.Array(Type.Object({ id: Type.String(), hand: Type.String() })),
  readings: Type.Array(Reading),
});
export const Saved = Type.Object({ revision: Type.Integer() });

/** Who plays: what the hand reaches on which keyboard. */
const Player = Type.Object(playerFields, { additionalProperties: false });
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
  },
  { additionalProperties: false },
);
const Finger = Type.Integer({ minimum: 1, maximum: 5, description: "a finger, 1 to 5" });
const Pitch = Type.String({
  pattern: "^[A-G](#{0,2}|b{0,2})-?\\d$",
  description: "a pitch such as C4, F#4 or Bb3; C4 is middle C",
});
const asked = {
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
/** Notes of no stored piece. */
export const ProposeNotesIn = Type.Object({
  ...asked,
  instrument: Type.Optional(Type.String({ maxLength: 20 })),
  notes: Type.Array(
    Type.Object({
      id: Type.Optional(Type.String({ minLength: 1, maxLength: 100 })),
      pitch: Pitch,
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
    Type.Integer({ description: "null where the hand cannot take the note; a problem says why" }),
  ),
  to: Type.Optional(
    Type.Integer({ description: "the finger that takes over silently on the held key" }),
  ),
});
export const ProposeOut = Type.Object({
  notes: Type.Array(Fingered),
  cost: Type.Number({
    description: "to be compared with that of other fingers for the same notes",
  }),
  reasons: Type.Array(Type.String()),
  problems: Type.Array(
    Type.Object({
      kind: Type.String(),
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
});
export const CheckIn = Type.Object({
  player: Type.Optional(Player),
  layer: Type.Optional(Type.String({ maxLength: 60 })),
});
export const CheckOut = Type.Object({
  doubts: Type.Array(
    Type.Object({
      kind: Type.String({
        description:
          "unreachable, same finger, crossed, hands meet, not as before, position, or changed",
      }),
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

const Room = Type.Optional(
  Type.Union([Type.Literal("dry"), Type.Literal("normal"), Type.Literal("reverberant")], {
    description: "dry, normal or reverberant",
  }),
);
export const PedalProposeIn = Type.Object({
  style: Type.Union([Type.Literal("printed"), Type.Literal("harmony"), Type.Literal("dry")], {
    description: "printed, harmony or dry",
  }),
  from: BarIndex,
  to: BarIndex,
  tempo: Type.Optional(
    Type.Number({
      minimum: 10,
      maximum: 400,
      description: "quarters a minute; as printed when not given",
    }),
  ),
  room: Room,
  work: asked.work,
});
export const PedalProposeOut = Type.Object({
  marks: Type.Array(
    Type.Object({
      bar: Type.Integer(),
      offset: Type.Number(),
      exact: Type.String(),
      kind: Type.String(),
      depth: Type.Number({ description: "1 is all the way down" }),
      pedal: Type.Optional(
        Type.String({ description: "soft or sostenuto; the damper when not said" }),
      ),
      why: Type.String(),
    }),
  ),
  clarity: Type.Array(
    Type.Object({
      bar: Type.Integer(),
      offset: Type.Number(),
      value: Type.Number({ description: "1: nothing rubs; towards 0 the muddier" }),
    }),
  ),
  muddiest: Type.Array(
    Type.Object({ bar: Type.Integer(), offset: Type.Number(), text: Type.String() }),
  ),
});

export const PedalCheckIn = Type.Object({
  from: Type.Optional(BarIndex),
  to: Type.Optional(BarIndex),
  room: Room,
});
export const PedalCheckOut = Type.Object({
  doubts: Type.Array(
    Type.Object({
      kind: Type.String({ description: "blur, rest, staccato, bass lost, too fast or nothing" }),
      bar: Type.Integer(),
      offset: Type.Number(),
      exact: Type.String(),
      text: Type.String(),
    }),
  ),
  marks: Type.Integer({ description: "how many marks were looked at" }),
});

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
