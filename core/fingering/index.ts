export type { Grip, HandModel, Link } from "./model.ts";
export type { LineOptions } from "./laid.ts";
export type { Alternative } from "./alternatives.ts";
export type { School } from "./conventions.ts";
export type { Played } from "./moments.ts";
export type { Problem } from "./problems.ts";
export {
  propose,
  proposeAfter,
  proposeNotes,
  type FingerOptions,
  type Proposal,
  type ProposedNote,
  type ProposeOptions,
} from "./propose.ts";
export { blocks, type Block, type Move } from "./blocks.ts";
export { check, type CheckOptions, type Doubt } from "./check.ts";
export { ornamentWith } from "./ornaments.ts";
export { along, position } from "./position.ts";
export type { Again } from "./returned.ts";
export { redistribute, type Handover, type HandoverOptions } from "./redistribute.ts";
export type { Worked } from "./solve.ts";
export { verticals, type Vertical } from "./verticals.ts";
export { firstFinger, lastFinger, parseWritten, writtenText, type Written } from "./written.ts";
