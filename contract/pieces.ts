import { Type } from '@sinclair/typebox';
import { BarIndex, Id, Instrument, LongText, Name, Nullable, Offset, PlaceIn, PlaceOut, Revision } from './common.ts';

export const Warning = Type.Object({
  kind: Type.String(), message: Type.String(), bars: Type.Optional(Type.Array(Type.Integer())),
});

export const PieceSummary = Type.Object({
  id: Id, title: Type.String(), composer: Type.String(), instrument: Type.String(),
  bars: Type.Integer(), newBars: Type.Integer(), key: Type.String(), metre: Type.String(), hands: Type.Array(Type.String()),
  tempo: Nullable(Type.Number({ description: 'tempo printed in the score, quarters a minute' })),
  archived: Type.Boolean(), revision: Type.Integer(), createdAt: Type.String(),
});
export const Piece = Type.Intersect([PieceSummary, Type.Object({ warnings: Type.Array(Warning) })]);

export const PieceEdit = Type.Object({
  title: Type.Optional(Name), composer: Type.Optional(Type.String({ maxLength: 200 })),
  instrument: Type.Optional(Instrument), archived: Type.Optional(Type.Boolean()),
  parts: Type.Optional(Nullable(Type.Array(Type.Integer({ minimum: 0, maximum: 500 }), { minItems: 1, maxItems: 8, description: 'parts of the file to practise, by their place in it; null for the usual choice' }))),
}, { additionalProperties: false });

export const Difference = Type.Object({ bar: Type.Integer(), offset: Type.Number(), text: Type.String() });
export const Return = Type.Object({
  from: Type.Integer(), to: Type.Integer(), of: Type.Integer(), ofTo: Type.Integer(),
  relation: Type.String({ description: 'exact, octave, transposed, exchanged, varied or rhythm: the first that holds' }),
  hand: Type.String(), interval: Type.Integer({ description: 'semitones' }), tonal: Type.Boolean({ description: 'moved along the scale' }),
  differences: Type.Array(Difference),
});
export const SuggestedSection = Type.Recursive((This) => Type.Object({
  label: Type.String(), from: Type.Integer(), to: Type.Integer(), reason: Type.String(), children: Type.Array(This),
}), { $id: 'SuggestedSection' });
export const Sequence = Type.Object({
  hand: Type.String(), from: PlaceOut, to: PlaceOut, cell: Type.Number({ description: 'quarters' }), statements: Type.Integer(),
  steps: Type.Integer({ description: 'scale steps from one statement to the next' }),
});
export const Imitation = Type.Object({
  leader: Type.String(), follower: Type.String(), from: PlaceOut, entry: PlaceOut, distance: Type.Number({ description: 'quarters' }),
  steps: Type.Integer(), notes: Type.Integer(), canon: Type.Boolean(),
});
export const Ground = Type.Object({
  hand: Type.String(), from: Type.Integer(), to: Type.Integer(), length: Type.Integer({ description: 'bars' }), statements: Type.Integer(), mode: Type.String(), text: Type.String(),
});
export const Form = Type.Object({
  bars: Type.Integer(), newBars: Type.Integer(), newBarsByHand: Type.Record(Type.String(), Type.Integer()),
  nearlyKnown: Type.Integer({ description: 'of the new bars, those that a transposed, exchanged or varied return makes nearly known' }),
  newWork: Type.Number({ description: 'new bars, nearly known ones counted by what differs' }),
  isNew: Type.Record(Type.String(), Type.Array(Type.Boolean())), work: Type.Record(Type.String(), Type.Array(Type.Number())),
  returns: Type.Array(Return), sequences: Type.Array(Sequence), imitations: Type.Array(Imitation), grounds: Type.Array(Ground),
  sections: Type.Array(SuggestedSection), formName: Nullable(Type.Object({ name: Type.String(), caveat: Type.String() })),
});

export const Section = Type.Object({ id: Id, name: Type.String(), from: PlaceOut, to: PlaceOut, words: Type.String() });
export const SectionNew = Type.Object({
  id: Type.Optional(Id), name: Name, from: PlaceIn,
  to: Type.Object({ bar: BarIndex, offset: Type.Optional(Offset) }, {
    description: 'where the section ends: the first place that no longer belongs to it; the bar after the last one is allowed',
  }),
  words: Type.Optional(LongText), revision: Revision,
});
export const SectionEdit = Type.Partial(Type.Object({ name: Name, from: PlaceIn, to: PlaceIn, words: LongText, revision: Type.Integer() }));

export const Fingering = Type.Object({
  id: Type.String({ minLength: 1, maxLength: 100, description: 'note id' }),
  finger: Nullable(Type.Union([Type.String({ maxLength: 4 }), Type.Integer({ minimum: 0, maximum: 5 })], {
    description: 'a finger of the instrument, or null for none',
  })),
});
export const FingeringsPut = Type.Object({
  layer: Type.Optional(Type.String({ minLength: 1, maxLength: 60 })),
  fingerings: Type.Array(Fingering, { maxItems: 50_000 }), revision: Revision,
});
export const PedalMark = Type.Object({
  bar: BarIndex, offset: Offset,
  kind: Type.Union([Type.Literal('down'), Type.Literal('change'), Type.Literal('up')], { description: 'down, change or up' }),
});
export const PedalPut = Type.Object({
  marks: Nullable(Type.Array(PedalMark, { maxItems: 20_000, description: 'all marks of the piece; null goes back to the printed ones' })),
  revision: Revision,
});

export const Annotations = Type.Object({
  revision: Type.Integer(),
  fingerings: Type.Array(Type.Object({ id: Type.String(), finger: Type.String(), layer: Type.String() })),
  pedal: Type.Object({
    source: Type.Union([Type.Literal('printed'), Type.Literal('teacher')]),
    marks: Type.Array(Type.Object({ bar: Type.Integer(), offset: Type.Number(), exact: Type.String(), kind: Type.String() })),
  }),
  sections: Type.Array(Section),
});
export const Saved = Type.Object({ revision: Type.Integer() });

export const ProposeIn = Type.Object({
  hand: Type.String({ maxLength: 20 }), from: BarIndex, to: BarIndex,
  layer: Type.Optional(Type.String({ maxLength: 60 })),
});
export const ProposeOut = Type.Object({
  notes: Type.Array(Type.Object({ id: Type.String(), bar: Type.Integer(), pitch: Type.String(), finger: Nullable(Type.Integer()) })),
  reasons: Type.Array(Type.String()),
});

export const Correction = Type.Object({
  piece: Piece, kept: Type.Integer({ description: 'annotations that stand where they stood' }),
  moved: Type.Array(Type.String()), orphaned: Type.Array(Type.String({ description: 'annotations whose note or bar is gone; kept, in case it returns' })),
  removedBars: Type.Array(Type.String({ description: 'printed numbers' })), addedBars: Type.Array(Type.Integer({ description: 'bar indexes' })),
});
