import type { Aspect, FileStrings, Layout, Line, Score, Stratum } from "../score/index.ts";
import type { Timbre } from "./timbre.ts";
import type { InstrumentRecord, RecordForm, SetupAsked } from "./record.ts";
import type { FingerOptions, HandModel, Played, ProposedNote } from "../fingering/index.ts";
import type { Review } from "./review.ts";
import type { OnStrings } from "./ringing.ts";
import type { Following } from "./sign.ts";
import type { Player } from "./keyboard/reach.ts";
import type { Slides } from "./ornaments/slides.ts";
import type { Accompany, Accompaniment } from "./accompany.ts";
import type { ShareOut, Texture } from "./shareOut.ts";

/** How the hands of an instrument play. */
export interface Hands {
  /**
   * By limb; the setup is the instrument's of the piece, with what is asked of it for now. Nothing
   * where the limb is not proposed for an instrument that is set up so.
   */
  readonly models: Readonly<
    Record<string, (player?: Player, setup?: InstrumentRecord) => HandModel | undefined>
  >;
  readonly review: Review;
  /** The voices of a piece shared out to limbs. */
  readonly shareOut?: ShareOut;
  /** A staff below a tune, from its chord symbols. */
  readonly accompany?: Accompany;
  /** By limb, what another hand does on the same notes, once the first has taken them. */
  readonly along?: Readonly<Record<string, AlongHand>>;
}

/** What goes on each note in other aspects, by note id and aspect; and sentences on it. */
export interface Along {
  readonly values: ReadonlyMap<string, Readonly<Record<string, string>>>;
  readonly reasons?: readonly string[];
}
export type AlongHand = (
  taken: readonly ProposedNote[],
  played: readonly Played[],
  options: FingerOptions & { readonly setup?: InstrumentRecord },
  score: Score | undefined,
) => Along;

export interface Limb {
  /** The word for it in code, API and database. */
  readonly id: string;
  /** The word for it on screen. */
  readonly name: string;
  /** It has no fingers. */
  readonly foot?: boolean;
  /** Lowest and highest key it has, A4 = 69, both sounding. From memory: makers differ. */
  readonly compass: readonly [number, number];
  /** The same as the instrument of a piece is set up. */
  readonly compassIn?: (setup: InstrumentRecord) => readonly [number, number];
  /** Something is proposed for it: its instrument's hands have a model of it. */
  readonly proposed?: boolean;
}

/** What the program has to know of an instrument. */
export interface Instrument {
  /** The keys of a chord that is told by its letters; nothing where it has no such button. */
  readonly chordKeys?: (letters: string) => readonly number[] | undefined;
  readonly id: string;
  readonly name: string;
  /**
   * Millimetres of an octave on its keys, where hands go over keys: leaps and stretches are
   * measured by it.
   */
  readonly octave?: number;
  /** Where one finger slides from a grace to its note; off black keys when absent. */
  readonly slides?: Slides;
  /** From the top staff down. */
  readonly limbs: readonly Limb[];
  /** Ways its music is written down, where there is more than a staff for each limb. */
  readonly layouts?: readonly Layout[];
  /**
   * What is practised beside each limb alone and everything together, such as a hand with the feet,
   * in the order of learning.
   */
  readonly lines?: readonly Line[];
  /** The word for everything together; `hands together` when absent. */
  readonly together?: string;
  /** What is said of its notes, in the order it is typed and drawn. */
  readonly aspects: readonly Aspect[];
  /** What is written between them. */
  readonly strata: readonly Stratum[];
  /** How the instrument of a piece is set up; absent where there is nothing to say. */
  readonly setup?: RecordForm;
  /** How a file asks for it to be set up; undefined where it says nothing else than usual. */
  readonly setupIn?: (score: Score) => SetupAsked | undefined;
  /** Its strings as a file tells them, where that is not what the file of the piece says. */
  readonly stringsFor?: (setup: InstrumentRecord, score: Score) => FileStrings | undefined;
  /** What is known of a student's hands and feet. */
  readonly player?: RecordForm;
  /** How fingers are chosen and looked through; loaded where it is asked for. */
  readonly hands?: () => Promise<Hands>;
  /** Ways to share the voices of a piece out to its limbs. */
  readonly textures?: readonly Texture[];
  /** Ways to accompany a tune from its chord symbols, the usual one first. */
  readonly accompaniments?: readonly Accompaniment[];
  /** What is drawn because of what is written on notes. */
  readonly following?: Following;
  /** On which strings its notes sound, by id; absent where nothing rings on by itself. */
  readonly onStrings?: OnStrings;
  /** How its tones sound; the sampled piano when absent. */
  readonly timbre?: Timbre;
  /**
   * Hands that share the notes of a limb, by the word a request has for them; what is proposed for
   * one is its aspect, the finger where none is told.
   */
  readonly shared?: Readonly<Record<string, { readonly limb: string; readonly aspect?: string }>>;
  /** Shown where nothing is proposed for the hands. */
  readonly notProposed?: string;
  /** A caution of this instrument, shown in the practice room. */
  readonly caution: string;
}
