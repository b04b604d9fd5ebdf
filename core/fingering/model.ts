import type { Form } from "../form/index.ts";
import type { Fraction, Pitch, Score } from "../score/index.ts";
import type { Star } from "./star.ts";
import type { Line, Prices, Term } from "./line.ts";
import type { Fit, Link, Moment, Played } from "./moment.ts";

/** What the teacher has fixed; the rest is solved around it. */
export interface Locks {
  /** What is written and stays, by note id. */
  readonly locks?: ReadonlyMap<string, string>;
  /** Where the hand stays, by note id, as the instrument counts places. */
  readonly positions?: ReadonlyMap<string, number>;
  /** What is told beside fingers, by aspect and note id: strings, places. */
  readonly also?: ReadonlyMap<string, ReadonlyMap<string, string>>;
}

/** What comes again in a piece, as far as fingers ask. */
export interface FormReturns {
  readonly returns: readonly Pick<
    Form["returns"][number],
    "hand" | "relation" | "from" | "to" | "of"
  >[];
  readonly sequences: Form["sequences"];
}

/** What teachers disagree on. An instrument may have more, under names of its own. */
export interface School {
  /** The same ways on each group of a sequence. */
  readonly groups: boolean;
  /**
   * The edition's fingers, to the letter where the hand allows them; else they are replaced by what
   * suits this hand.
   */
  readonly edition: boolean;
  readonly [own: string]: unknown;
}

/** A line with its cheapest way. */
export interface Solved<C = unknown> {
  readonly line: Line<C>;
  /** What comes again. */
  readonly stars: readonly Star[];
  /** What each way costs by itself under what is written, and with what keeps runs regular. */
  readonly prices: Prices;
  /** The way each moment is taken, by its place in the line's list. */
  readonly path: readonly number[];
  /** Single notes of returns in another key, beside those of the first time. */
  readonly otherKey: readonly (readonly [at: number, of: number])[];
}

/** What a hand cannot do, or should not have to. */
export interface Problem {
  readonly kind: "unreachable" | "let go" | "stretch" | "too many" | "hands meet" | "outside";
  readonly bar: number;
  /** Note ids. */
  readonly notes: readonly string[];
  readonly text: string;
  /** Ways out, the best first. */
  readonly ways: readonly string[];
}

/** A position and where it is taken. */
export interface Placed {
  readonly bar: number;
  /** Quarters from the beginning of the piece in written order. */
  readonly at: Fraction;
  readonly position: number;
}

/** A shift and the moment it arrives at. */
export interface Shift extends Omit<Placed, "position"> {
  readonly from: number;
  readonly to: number;
  /** Millimetres along the string. */
  readonly mm: number;
  /** The finger that stays on its string and leads the hand. */
  readonly guide?: { readonly finger: number; readonly string: number };
}

/** What a hand is asked to play. */
export interface Task {
  /** The limb's id. */
  readonly hand: string;
  readonly moments: readonly Moment[];
  /** Absent for notes alone. */
  readonly score: Score | undefined;
  readonly school: School;
}

/**
 * What an instrument adds to a line: prices by school, what keeps it regular, and the words for
 * what came of it. `asked` are the moments that were asked for, by their places in the line.
 */
export interface Plan<C = unknown> {
  /** The moments as this hand sees them; links may have become freer. */
  readonly moments: readonly Moment[];
  readonly terms: readonly Term<C>[];
  /**
   * The same prices with what keeps runs regular.
   *
   * @param known the same where nothing is written, for the runs that nothing is written on
   */
  regular?(line: Line<C>, own: Prices, known?: Prices): Prices;
  /** @param told the moments asked for, those that nobody takes by themselves */
  problems(
    solved: Solved<C>,
    told: readonly Moment[],
    asked: readonly number[],
    locks: Locks,
  ): Problem[];
  /** Sentences with bars and numbers. */
  reasons(solved: Solved<C>, asked: readonly number[]): string[];
  /** Where the hand lies and shifts, of instruments that have positions. */
  moves?(
    solved: Solved<C>,
    asked: readonly number[],
  ): { readonly positions: readonly Placed[]; readonly shifts: readonly Shift[] };
  /** For each other way one line on how it differs from the first. */
  differences(
    solved: Solved<C>,
    asked: readonly number[],
    others: readonly (readonly number[])[],
  ): string[];
}

/** What is asked of a way. */
export interface Wish<C = unknown> {
  obeyedBy(way: C): boolean;
}

/** What makes moments feel alike under a hand, so that what returns can be taken alike. */
export interface Alike<C = unknown> {
  /** What a moment is up to where it lies: equal for what can be taken in the same ways. */
  pattern(moment: Moment): string;
  /** Where it lies; equal differences are equal moves. */
  place(moment: Moment): number;
  /** Semitones after which all feels the same, as octaves of a keyboard do. */
  readonly period?: number;
  /** Moments whose places differ by less are played without moving the hand. */
  readonly still: number;
  /** What a moment pays for being taken otherwise than the first time, in this hand's prices; 1. */
  readonly leaving?: number;
  /**
   * Names of the shapes that a way is, where it lies so many semitones from the first time: equal
   * for ways of a moment that feel alike on other keys. None for what is no shape, as open strings
   * are. Where it is absent ways on other keys are alike by their places in the list.
   */
  shapes?(way: C, moment: Moment, away: number): readonly string[];
}

/**
 * What an instrument tells the search about one of its hands or feet. `C` is a way to take a
 * moment, the instrument's own: fingers on keys; strings, frets and fingers with the position they
 * go with; a foot with toe or heel. The search never looks into it. Costs are dimensionless;
 * Infinity means not possible.
 */
export interface HandModel<C = unknown> {
  /**
   * A pitch as this hand sees it: mirrored, so that one set of rules serves both hands, or the
   * string it is written for. What has one key cannot be struck twice at once, unless `apart`.
   */
  key(midi: number, pitch?: Pitch): number;
  /** Whether two notes of one key are taken in two places, as on two strings of a neck. */
  apart?(a: Played, b: Played): boolean;
  /** The notes as the instrument hears them, where that is not as they are written. */
  read?(played: readonly Played[]): readonly Played[];
  /** What can be taken of what is struck and held. */
  fit(struck: readonly Played[], held: readonly Played[]): Fit;
  /**
   * Ways to take a moment, plain ones before those with silent changes, in an order that is the
   * same for moments that are alike. At most some hundreds; without `triple` the search grows with
   * the square of their number, with it with the cube.
   */
  choices(moment: Moment): readonly C[];
  /** Of taking a moment so. */
  hold(way: C): number;
  /**
   * Of going from one to the next, not less than 0. What is held must keep its place: Infinity says
   * that it cannot otherwise.
   */
  step(a: C, b: C, link: Link): number;
  /** Of three in a row without a rest that frees the hand, beyond their steps. */
  triple(a: C, b: C, c: C): number;
  /** Whether three moments in a row have such a price; where they have none, none is worked out. */
  triples(a: Moment, b: Moment, c: Moment): boolean;
  /**
   * Equal for one, two or three moments in a row whose prices are the same, so that they are worked
   * out once; undefined where that is not known.
   */
  tableKey(moments: readonly Moment[]): string | undefined;
  readonly alike: Alike<C>;
  /** Ways that obey what is written over a moment, from the strictest reading to the loosest. */
  wanted(moment: Moment, locks: Locks): readonly Wish<C>[];
  /** What is written for the note at a place of a moment; `then` after a silent change. */
  written(
    way: C,
    at: number,
  ): {
    readonly value: string;
    readonly then?: string | undefined;
    /** What goes with it in other aspects, such as the string; by aspect. */
    readonly also?: Readonly<Record<string, string>>;
  };
  plan(task: Task): Plan<C>;
}
