// All that is said of a piece, a file for each kind.
export * from "./accompaniment.ts";
export * from "./annotations.ts";
export * from "./fingers.ts";
export * from "./form.ts";
export * from "./paper.ts";
export * from "./pedal.ts";
export * from "./piece.ts";
export * from "./sections.ts";
export * from "./shape.ts";
export { Saved } from "./common.ts";
