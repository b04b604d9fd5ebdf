export type { Grip, HandModel } from './model.ts';
export { cheapest, type Chain } from './search.ts';
export { propose, type Proposal, type ProposedNote, type ProposeOptions } from './propose.ts';
