export type { Fit, Join, Link, Moment, Played } from "./moment.ts";
export { freesHand, lowestStruck } from "./moment.ts";
export type {
  Alike,
  FormReturns,
  HandModel,
  Locks,
  Placed,
  Plan,
  Problem,
  School,
  Shift,
  Solved,
  Task,
  Wish,
} from "./model.ts";
export type { LineOptions } from "./prepare.ts";
export { USUAL_TEMPO } from "./prepare.ts";
export type { Term } from "./line.ts";
export type { Alternative, Proposal, ProposedNote } from "./proposal.ts";
export {
  propose,
  proposeAfter,
  proposeNotes,
  type FingerOptions,
  type ProposeOptions,
} from "./propose.ts";
export { toldMoments } from "./told.ts";
export { agreeingIn } from "./agreeing.ts";
export { costByBar } from "./costs.ts";
export { playedIn } from "./moments.ts";
export type { SolvedLine } from "./solve.ts";
