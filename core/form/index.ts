export { carryMarks, type CarriedMarks } from "./carryMarks.ts";
export { analyse, newBars } from "./analyse.ts";
export type { Form } from "./model.ts";
export {
  pairsOfReturns,
  counterpartsOf,
  barRanges,
  struckIn,
  counterpartOf,
  wholeReturns,
  carryFingers,
  returnsFor,
  carryRemarks,
  carryWords,
  type Carried,
} from "./carry.ts";
export { paperForm } from "./paper.ts";
export { contents, handsOf, playsIn, type BarContent } from "./content.ts";
export { compareBars, differences, type Difference } from "./differences.ts";
export { plainReturns, RELATIONS, type Relation, type Return } from "./returns.ts";
export type { Ground } from "./grounds.ts";
export type { Imitation } from "./imitation.ts";
export { differingNotes, MOST_BARS, similarity, type Similarity } from "./similarity.ts";
export type { Sequence } from "./sequences.ts";
export { alignBars, linesOfBoth, type AlignedBar } from "./align.ts";
export { correction, type Correction } from "./correct.ts";
export { compareEditions, type ComparedBar, type Editions } from "./editions.ts";
export { formName, type FormName } from "./names.ts";
export { segment, type Grain, type Segment } from "./segments.ts";
export {
  difficultiesByHand,
  firstKey,
  survey,
  type Survey,
  type SurveyedOn,
  type SurveyOptions,
} from "./survey/index.ts";
export { chordsNamed, hear, type Chord } from "./harmony/index.ts";
