import type { TSchema } from "@sinclair/typebox";
import type { Place, Score } from "../model/model.ts";
import type { Shape } from "../model/shape.ts";
import type { Mark, MarkData, Printed } from "./mark.ts";

/** What is asked of a kind of marks. */
export interface MarkTask {
  readonly score: Score;
  /** Bars, 0-based inclusive. */
  readonly from: number;
  readonly to: number;
  /** Quarters a minute. */
  readonly tempo: number;
  /** The marks in force, over the whole piece. */
  readonly written: readonly Mark[];
  readonly shape?: Shape;
  /** How the instrument of the piece is set up. */
  readonly setup?: Readonly<Record<string, unknown>>;
  /** What is written on notes, by aspect and note id: of the aspects the stratum reads. */
  readonly said?: ReadonlyMap<string, ReadonlyMap<string, string>>;
  /** Marks of the other kinds it looks at, by stratum. */
  readonly others?: ReadonlyMap<string, readonly Mark[]>;
  /** Its own options, as its schema has them. */
  readonly options: MarkData;
  /** Told how much of the work is done, 0 to 1. */
  readonly onProgress?: (share: number) => void;
}

/** A mark in pencil, with why it stands there. */
export interface ProposedMark extends Printed {
  readonly why: string;
}

/** Something in written marks that cannot be, or that a teacher would not let stand. */
export interface MarkDoubt extends Place {
  readonly kind: string;
  readonly text: string;
}

/** What comes of moving a mark where others go along. */
export interface Healed {
  readonly put: readonly Mark[];
  /** New ones, which have no ids yet. */
  readonly add: readonly Printed[];
  readonly remove: readonly string[];
}

/** A value along the music: how clear it is, how much air is left. */
export interface CurvePoint extends Place {
  readonly value: number;
}

/** What is worked out for a kind of marks; loaded where it is needed. */
export interface StratumWork {
  /** Of the options that are its own. */
  readonly options: TSchema;
  readonly propose?: (task: MarkTask) => readonly ProposedMark[];
  /** What cannot be as it is proposed: sentences with the bar, and ways out. */
  readonly problems?: (task: MarkTask) => readonly MarkDoubt[];
  readonly check?: (task: MarkTask) => readonly MarkDoubt[];
  /** How others go along with a mark that is moved; without it they stay. */
  readonly healing?: {
    /** Where it may go, its own place among them, in order; nothing for what goes alone. */
    readonly places: (task: MarkTask, mark: Mark) => readonly Place[] | undefined;
    readonly heal: (task: MarkTask, mark: Mark, to: Place) => Healed;
  };
  /** What marks make of the music: those written, with others in place of those of some bars. */
  readonly curve?: (task: MarkTask, marks: readonly Printed[]) => readonly CurvePoint[];
}
