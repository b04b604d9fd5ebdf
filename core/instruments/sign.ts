import type { Score } from "../score/index.ts";
import type { InstrumentRecord } from "./record.ts";

/**
 * What is drawn over some notes because of what is written on them: a position, a finger that lies
 * flat, fingers placed together. Nobody writes it and nothing stores it: it cannot contradict what
 * it follows from.
 */
export interface FollowingSign {
  readonly kind: string;
  /** First and last note, by id. */
  readonly from: string;
  readonly to: string;
  /** What is written; nothing for a bare bracket. */
  readonly text?: string;
  /** The file says it in an element of its own: it needs no words to go out. */
  readonly inFile?: true;
  /**
   * Strings that it stops, `own` that of its first note: before that is struck, when its value is
   * over, or when nothing is held any more.
   */
  readonly stops?: {
    readonly strings: readonly number[] | "all" | "own";
    readonly when: "before" | "after" | "rest";
  };
  /** The same in words, for a screen reader. */
  readonly name: string;
  /** Drawn to the last note: a bracket over all of them, or a line from the text on. */
  readonly look: "text" | "line" | "bracket";
}

/** Values on notes, by aspect and note. */
export type ValuesOn = ReadonlyMap<string, ReadonlyMap<string, string>>;

/** What follows from values on notes. */
export type Following = (
  score: Score,
  values: ValuesOn,
  setup: InstrumentRecord,
) => FollowingSign[];
