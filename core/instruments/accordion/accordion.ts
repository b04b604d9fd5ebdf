/** The bass board, for what is drawn of it. */
export { BOARDS, columnName, ROWS } from "./bass/board.ts";
export { USUAL_BUTTONS } from "./bass/bassHand.ts";
export { buttonsOf } from "./bass/where.ts";
