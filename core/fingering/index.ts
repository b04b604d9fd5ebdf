export type { Grip, HandModel, Link } from './model.ts';
export type { Alternative } from './alternatives.ts';
export type { School } from './conventions.ts';
export type { Played } from './moments.ts';
export type { Problem } from './problems.ts';
export { propose, proposeNotes, type FingerOptions, type Proposal, type ProposedNote, type ProposeOptions } from './propose.ts';
