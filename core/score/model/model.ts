import type { Fraction } from "./fraction.ts";

/** A written pitch; `alter` in semitones, octave 4 starts at middle C. */
export interface Pitch {
  readonly step: "C" | "D" | "E" | "F" | "G" | "A" | "B";
  readonly alter: number;
  readonly octave: number;
}

/** What is said of a note, by aspect: its finger, its string. */
export type Said = Readonly<Record<string, string>>;

/** What joins a note to an earlier one. */
export interface Reached {
  readonly how: "slur" | "slide" | "hammer" | "pull";
  /** The note it begins on, by id. */
  readonly from: string;
}

/** One written note. Rests are not notes: silence is where no note sounds. */
export interface Note {
  /** The `id` of the `<note>` element: stable through export and re-import. */
  readonly id: string;
  /** Bar index, 0-based in written order. */
  readonly bar: number;
  /** Onset in quarters from the start of the bar. */
  readonly offset: Fraction;
  /** Written duration in quarters; 0 for a grace note. */
  readonly duration: Fraction;
  /**
   * Sounding length in quarters with ties joined; 0 for a note that continues a tie, and for a
   * grace note.
   */
  readonly length: Fraction;
  readonly pitch: Pitch;
  /** Sounding key, A4 = 69. */
  readonly midi: number;
  readonly staff: number;
  readonly voice: string;
  /** The limb that plays it: `right`, `left`, `feet`, `hands`. */
  readonly hand: string;
  /** Whose it is by its staff, where somebody gave it to another. */
  readonly writtenFor?: string;
  readonly grace: boolean;
  /** A grace note with a stroke through it. */
  readonly slash?: boolean;
  /** Continues a tie: held, not struck again. */
  readonly held: boolean;
  readonly staccato: boolean;
  /** An accent is printed on it: `strong` for the upright wedge. */
  readonly accent?: "accent" | "strong";
  /** Ornament signs on it, as musicians call them: `trill`, `turn`. */
  readonly ornaments?: readonly string[];
  /** The layer its ornaments came with, of a grace note its own; none of what is printed. */
  readonly layer?: number;
  /** An accidental is printed before it. */
  readonly accidental?: boolean;
  /** The slur or slide that ends on it. */
  readonly reached?: Reached;
  /** A chord of such notes is rolled: from its lowest note up, or from its highest down. */
  readonly rolled?: "up" | "down";
  /** Chords struck at once with the same number are rolled as one, over both staves. */
  readonly roll?: string;
  /** What is printed on it, as the file has it: a finger, a string. */
  readonly printed?: Said;
  /** Keys of the chord it stands for, rising, where letters say so: a bass button. */
  readonly chord?: readonly number[];
}

/** The keys a note sounds, A4 = 69: its own, or those of the chord it stands for. */
export const keysOf = ({ midi, chord }: Pick<Note, "midi" | "chord">): readonly number[] =>
  chord ?? [midi];

export interface Metre {
  readonly beats: number;
  readonly beatType: number;
}

export interface Key {
  readonly fifths: number;
  readonly mode?: string;
}

/** One written bar. */
export interface Bar {
  readonly index: number;
  readonly id: string;
  /** As printed: may repeat, be `X1`, or 0 for a pick-up. */
  readonly number: string;
  /** Quarters from the beginning of the piece in written order. */
  readonly start: Fraction;
  /** Real length in quarters, from its contents. */
  readonly length: Fraction;
  /** Length in quarters that the metre asks for. */
  readonly nominal: Fraction;
  readonly metre: Metre;
  readonly key: Key;
  readonly repeatStart: boolean;
  /** Times the passage is played, when a repeat ends here. */
  readonly repeatEnd?: number;
  /** The passes on which this bar is played when it stands under an ending bracket. */
  readonly endings?: readonly number[];
  /** A tempo printed or sounded in this bar, in quarters a minute. */
  readonly tempo?: number;
  /** Quarters that stand under fermatas. */
  readonly held?: number;
  readonly signs?: Signs;
}

/**
 * Signs by which the playing order leaves the written one. Segno and coda count from the bar's
 * start, the others at its end.
 */
export interface Signs {
  readonly segno?: boolean;
  readonly coda?: boolean;
  readonly toCoda?: boolean;
  readonly fine?: boolean;
  /** D.C. or D.S. */
  readonly jump?: "capo" | "segno";
}

/** A chord symbol over the music, such as Am7/C. */
export interface ChordSymbol extends Place {
  /** Root and kind, `Am7`; with a question mark where the kind is not known, empty for no chord. */
  readonly name: string;
  /** The bass, where it is not the root: `C`. */
  readonly bass?: string;
}

/** A clef that changes within the piece. */
export interface ClefChange extends Place {
  readonly staff: number;
  /** Such as `F4`: sign and line. */
  readonly clef: string;
}

/**
 * A dynamic, a hairpin's end (`grow`, `fade`, `end`), a word, a pedal mark, a setting of
 * harp pedals or a rehearsal mark:
 * what stands at a place and is no note.
 */
export interface PrintedMark {
  readonly kind:
    "dynamic" | "hairpin" | "words" | "rehearsal" | "pedal" | "harp-pedals" | "reeds" | "damp";
  readonly bar: number;
  readonly offset: Fraction;
  readonly text: string;
  /** Of a pedal mark that does not go all the way. */
  readonly depth?: PedalDepth;
  /** Of a pedal mark that is not of the damper. */
  readonly pedal?: OtherPedal;
}

/** A place in the written score. `offset` in quarters from the start of the bar. */
export interface Place {
  readonly bar: number;
  readonly offset: Fraction;
}

/** Something the reader accepted but the user should know of. */
export interface Warning {
  readonly kind:
    | "bars"
    | "doctype"
    | "title"
    | "encoding"
    | "parts"
    | "ids"
    | "limits"
    | "abc"
    | "guess"
    | "strings"
    | "chords";
  readonly message: string;
  /** Bar indexes, where it concerns bars. */
  readonly bars?: readonly number[];
}

/** What a file says of the strings of a fretted instrument. */
export interface FileStrings {
  /** The open strings without capo, the first one first, A4 = 69. */
  readonly tuning?: readonly number[];
  /** Strings tuned one by one, by their numbers. */
  readonly accords?: readonly { readonly string: number; readonly key: number }[];
  /** The fret it is at; 0 for none. */
  readonly capo: number;
}

/** A part of the file: an instrument or a voice. */
export interface Part {
  readonly name: string;
  readonly staves: number;
  /** Whether it is one of those to practise. */
  readonly practised: boolean;
}

/** A way to read the staves of a file, and the others there are. */
export interface LayoutChoice {
  readonly id: string;
  readonly name: string;
  /** Nobody has said so: it fits best. */
  readonly guessed: boolean;
  readonly others: readonly { readonly id: string; readonly name: string }[];
}

/** A hand or the feet, and the word for it on screen. */
export interface LimbName {
  readonly id: string;
  readonly name: string;
  /** It has no fingers. */
  readonly foot?: boolean;
}

export interface Score {
  readonly title: string;
  readonly composer: string;
  readonly staves: number;
  readonly parts: readonly Part[];
  /** The hands that play a piece on paper, whose notes nobody knows. */
  readonly paperHands?: readonly string[];
  /** The hands and feet the instrument has, from the top, whether they play here or not. */
  readonly limbs: readonly LimbName[];
  /** How its staves are read, where there is more than one way. */
  readonly layout?: LayoutChoice;
  /** How the file tunes the strings of a fretted instrument. */
  readonly strings?: FileStrings;
  readonly bars: readonly Bar[];
  /** In written order: by bar, offset, staff, then low to high. */
  readonly notes: readonly Note[];
  readonly marks: readonly PrintedMark[];
  /** Chord symbols of the parts that are practised, in order; absent where there are none. */
  readonly symbols?: readonly ChordSymbol[];
  readonly clefChanges: readonly ClefChange[];
  readonly warnings: readonly Warning[];
}

/** Half or a quarter of the way. */
export type PedalDepth = 0.5 | 0.25;

/**
 * The pedals beside the damper: una corda, and the one that holds only what sounds when it goes
 * down.
 */
export type OtherPedal = "soft" | "sostenuto";

/** `flutter`: from here to the next mark the foot goes up and down quickly by part of its way. */
export type PedalKind = "down" | "change" | "up" | "flutter";

export interface PedalMark extends Place {
  readonly kind: PedalKind;
  /** Which pedal, when it is not the damper; of the others there is only down and up. */
  readonly pedal?: OtherPedal;
  /**
   * How far the foot goes down; all the way when not said. A half change clears the top and keeps
   * the bass.
   */
  readonly depth?: PedalDepth;
}

/** A named stretch. `to` is where it ends: the first place that no longer belongs to it. */
export interface Section {
  readonly id: string;
  readonly name: string;
  readonly from: Place;
  readonly to: Place;
  /** What it is like, in the teacher's words. */
  readonly words: string;
  readonly about?: About;
}

/** What else is said of a section; what was not said is not there. */
export interface About {
  /** An image or a story. */
  readonly story?: string;
  /** The instruments it is imagined for. */
  readonly scoring?: string;
  readonly texture?: string;
  /** What each hand does, by hand. */
  readonly jobs?: Readonly<Record<string, string>>;
  /** Where its loudness goes. */
  readonly dynamics?: "grow" | "fade" | "hold";
}

/** A note to oneself: at a place, or on one note. */
export interface Remark extends Place {
  readonly id: string;
  readonly noteId?: string;
  readonly text: string;
}

/**
 * How a piece is gone through: which repeats are taken, or the stretches of a cut in their order.
 */
export interface Road {
  /** All, none (as in exams), or those that end with the given bars. */
  readonly repeats: "all" | "none" | readonly number[];
  /** Bar indexes, inclusive; empty for the whole piece. */
  readonly cuts: readonly { readonly from: number; readonly to: number }[];
}

/** A score that cannot be read or a request it cannot meet, in a sentence a teacher understands. */
export class ScoreError extends Error {
  readonly bar: string | undefined;
  /** What to choose from, when the file holds several pieces. */
  readonly choices: readonly { index: number; title: string }[] | undefined;
  /** @param bar the printed bar number where it happened, if known */
  constructor(message: string, bar?: string, choices?: ScoreError["choices"]) {
    super(message);
    this.name = "ScoreError";
    this.bar = bar;
    this.choices = choices;
  }
}
