import type { Fraction, Note, Pitch, Reached, Said } from "../score/index.ts";

/**
 * A struck note, as the search sees it. Times in quarters from the beginning of the piece in
 * written order.
 */
export interface Played {
  readonly id: string;
  readonly bar: number;
  readonly midi: number;
  /** As it is written, where that is known: to a harp B sharp is another string than C. */
  readonly pitch?: Pitch;
  readonly at: Fraction;
  /** Sounding, ties joined; 0 for a grace note. */
  readonly length: Fraction;
  /** As the file names it; notes of one voice that are struck at once are a chord. */
  readonly voice?: string;
  readonly grace: boolean;
  readonly staccato: boolean;
  /** Fingers lie ready for it from here on: it belongs to a shape that is taken as a whole. */
  readonly ready?: Fraction;
  /** The slur or slide that ends on it. */
  readonly reached?: Reached;
  /** What is printed or written on it, by aspect. */
  readonly printed?: Said;
  /** The chord it belongs to is rolled, from the lowest note or from the highest. */
  readonly rolled?: Note["rolled"];
  /** Ornament signs on it. */
  readonly ornaments?: readonly string[];
  /** Keys of the chord it stands for, rising: a bass button. */
  readonly chord?: readonly number[];
}

/** A slur or slide from a note of the moment before, by its place there. */
export interface Join {
  readonly how: Reached["how"];
  readonly from: number;
}

/** What lies between two moments. */
export interface Link {
  /** From one onset to the next. */
  readonly seconds: number;
  /** Nothing sounds for so long before the next onset. */
  readonly rest: number;
  /** The first is played short, or followed by a rest: the hand is off the key. */
  readonly detached: boolean;
  /** The pedal joins the two, so that the fingers need not. */
  readonly pedalled?: boolean;
  /** One shape of a broken chord ends and another begins: the hand may be lifted. */
  readonly lifted?: boolean;
  /** A chord that goes through its inversions begins the next one, which is placed by itself. */
  readonly inverted?: boolean;
  /**
   * By note its place in the moment before, if it sounds on or lies ready from there, else -1;
   * absent: none.
   */
  readonly held?: readonly number[] | undefined;
  /** By note the slur or slide that ends on it; absent: none. */
  readonly joins?: readonly (Join | undefined)[] | undefined;
}

/**
 * One moment of the search: what is struck together with what is still held from before, and what
 * fingers lie ready for. Keys ascend as the hand sees them.
 */
export interface Moment {
  readonly bar: number;
  /** Quarters from the beginning of the piece in written order. */
  readonly at: Fraction;
  readonly notes: readonly Played[];
  readonly keys: readonly number[];
  readonly struck: readonly boolean[];
  /** From the moment before; undefined at the beginning. */
  readonly link: Link | undefined;
  /** Long enough for a silent change, in seconds until the next onset. */
  readonly seconds: number;
  /** Struck notes that no hand of this player takes together with the others. */
  readonly beyond: readonly Played[];
  /** Notes of other voices on a key that is struck here anyway, with the note that has its way. */
  readonly doubled: readonly { readonly note: Played; readonly by: Played }[];
  /** Held notes that have to be let go here. */
  readonly released: readonly Played[];
}

/** What a hand takes of what is struck and held. */
export type Fit = Pick<Moment, "notes" | "beyond" | "released">;

/** The lowest key that is struck, beside what is held. */
export const lowestStruck = ({ keys, struck }: Moment): number => keys[struck.indexOf(true)]!;

/** A rest this long in seconds frees the hand for any way. Common practice, no source. */
const FREE_AFTER = 0.35;

/** Whether the hand has time to leave the keys between two moments. */
export const freesHand = (link: Link | undefined): boolean =>
  link !== undefined && link.rest > FREE_AFTER;
