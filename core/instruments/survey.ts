import { survey, type Survey, type SurveyOptions } from "../form/index.ts";
import type { Score } from "../score/index.ts";
import { compassOf, instrument } from "./index.ts";
import type { InstrumentRecord } from "./record.ts";

/** What the survey is made for. */
export interface SurveyFor extends Pick<SurveyOptions, "tempo" | "reach"> {
  readonly instrument: string;
  /** How the instrument is set up: which keys it has. */
  readonly setup?: InstrumentRecord;
}

/**
 * The survey of a piece on an instrument.
 *
 * @throws RangeError for an instrument nobody registered
 * @example surveyFor(score, { instrument: "piano" }).bars // => 24
 */
export function surveyFor(score: Score, { instrument: kind, setup, ...rest }: SurveyFor): Survey {
  const of = instrument(kind);
  return survey(score, {
    ...rest,
    on: {
      name: of.name,
      octave: of.octave,
      compass: new Map(of.limbs.map(({ id }) => [id, compassOf(of, id, setup)!])),
    },
  });
}
