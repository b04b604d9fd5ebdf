import type { LowerBar, Score } from "../score/index.ts";
import type { InstrumentRecord } from "./record.ts";

/** A way to accompany a tune. */
export interface Accompaniment {
  readonly id: string;
  readonly name: string;
  /** What is written, in a sentence. */
  readonly about: string;
  /** Its bass may go to the fifth and back. */
  readonly alternates: boolean;
}

export interface AccompanyAsked {
  readonly pattern: string;
  /** Whether the bass goes to the fifth and back while a chord stays. */
  readonly alternates: boolean;
  /** First and last bar, 0-based, inclusive. */
  readonly from: number;
  readonly to: number;
  readonly setup?: InstrumentRecord;
}

/** What goes on the staff below a tune; nothing is stored. */
export interface AccompanyFound {
  /** By bar index. */
  readonly bars: ReadonlyMap<number, LowerBar>;
  /** How the staves are to be read then, if not as usual. */
  readonly layout?: string;
  /** What is not played as the symbols say, with bars. */
  readonly reasons: readonly string[];
}

export type Accompany = (score: Score, asked: AccompanyAsked) => AccompanyFound;
