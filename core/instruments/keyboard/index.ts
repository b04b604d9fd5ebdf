export { blocks, type Block, type Move } from "./blocks.ts";
export { verticals, type Vertical } from "./verticals.ts";
export { along, lying } from "./lying.ts";
export { ornamentWith } from "./ornaments.ts";
export type { KeyboardSchool } from "./conventions.ts";
