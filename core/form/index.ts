export { analyse, newBars, type Form } from './analyse.ts';
export { contents, handsOf, type BarContent } from './content.ts';
export { compareBars, differences, type Difference } from './differences.ts';
export { plainReturns, RELATIONS, type Relation, type Return } from './returns.ts';
export type { Ground } from './grounds.ts';
export type { Imitation } from './imitation.ts';
export type { Sequence } from './sequences.ts';
export { formName, type FormName } from './names.ts';
export { segment, type Grain, type Segment } from './segments.ts';
