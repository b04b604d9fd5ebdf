/** The bass board, for what is drawn of it. */
export { BOARDS, columnName, ROWS } from "./bass/board.ts";
export { layoutFor, type ButtonSetup } from "./buttons/setup.ts";
export type { Layout as ButtonLayout, Place as ButtonPlace } from "./buttons/layout.ts";
export { USUAL_BUTTONS } from "./bass/bassHand.ts";
export { isJump, landmarkFor, MARKED } from "./bass/landmark.ts";
export { buttonsOf } from "./bass/where.ts";
export { REEDS } from "./reeds/reeds.ts";
export { BELLOWS } from "./bellows/bellows.ts";
export { USUAL_STROKE } from "./bellows/air.ts";
export { airAlong } from "./bellows/written.ts";
