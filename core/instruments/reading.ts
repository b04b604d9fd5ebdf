import type { ReadOptions } from "../score/index.ts";
import type { Instrument } from "./instrument.ts";

/** What somebody chose of how the file of a piece is read. */
export interface ReadingChoice {
  /** Parts that are practised, by their place in the file. */
  readonly parts?: readonly number[] | null;
  /** Which of the instrument's layouts. */
  readonly layout?: string | null;
  /** The piece is on paper: nobody knows its notes. */
  readonly onPaper?: boolean;
}

/**
 * How a score is read for an instrument.
 *
 * @example readingOf(instrument("organ")).limbs.length // => 3
 */
export function readingOf(
  of: Instrument,
  { parts, layout, onPaper }: ReadingChoice = {},
): ReadOptions {
  const limbs = of.limbs.map(({ id, name, foot = false }) => ({
    id,
    name,
    ...(foot ? { foot } : {}),
  }));
  return {
    limbs,
    aspects: of.aspects,
    ...(of.layouts ? { layouts: of.layouts } : {}),
    ...(parts ? { parts } : {}),
    ...(layout ? { layout } : {}),
    ...(onPaper ? { paperHands: limbs.map(({ id }) => id) } : {}),
  };
}
