import { say } from "../../../words/say.ts";
import type { Pattern } from "../../accompaniment/rhythm.ts";
import type { Accompaniment } from "../../accompany.ts";

/** A way a left hand on keys goes with a tune. */
export interface KeysPattern extends Accompaniment {
  readonly id: "bass" | "held" | "manuals" | "turns" | "broken";
  /** How often it strikes. */
  readonly strokes: Pattern;
  /** The feet have the bass, under the chord. */
  readonly hasPedal?: boolean;
  /** How its staff is to be read then, if not as usual. */
  readonly layout?: string;
}

export const PIANO_PATTERNS: readonly KeysPattern[] = [
  {
    ...{ id: "held", name: say`chords held`, strokes: "held", alternates: false },
    about: say`Whole chords, each in the position that lies nearest to the others.`,
  },
  {
    ...{ id: "bass", name: say`the bass alone`, strokes: "held", alternates: false },
    about: say`One long note for each chord: what a first lesson can take.`,
  },
  {
    ...{ id: "turns", name: say`bass and chord in turn`, strokes: "turns", alternates: true },
    about: say`A bass on the beat and the chord after it; a bass comes wherever the chord changes.`,
  },
  {
    ...{ id: "broken", name: say`broken chords`, strokes: "held", alternates: false },
    about: say`One tone after the other, two to a beat: the lowest first, then the highest and the
      middle one in turn; in 6/8 upwards.`,
  },
];

export const ORGAN_PATTERNS: readonly KeysPattern[] = [
  {
    ...{ id: "held", name: say`chords held, the bass for the feet`, strokes: "held" },
    ...{ alternates: false, hasPedal: true, layout: "hymn" },
    about: say`Whole chords for the left hand, each in the position that lies nearest to the others;
      their basses on the pedals.`,
  },
  {
    ...{ id: "manuals", name: say`chords held, for the hands alone`, strokes: "held" },
    ...{ alternates: false, layout: "manuals" },
    about: say`Whole chords, each in the position that lies nearest to the others; no pedal.`,
  },
  {
    ...{ id: "bass", name: say`the bass alone, for the feet`, strokes: "held" },
    ...{ alternates: false, hasPedal: true, layout: "hymn" },
    about: say`One long note for each chord on the pedals: a first piece with the feet.`,
  },
];
