import { Type } from "@sinclair/typebox";
import { timeText } from "../score/order/played.ts";
import type { MarkData } from "../score/marks/mark.ts";

/** Of a mark that holds only one of the times its bar is played. */
export const TIME = Type.Optional(
  Type.Integer({ minimum: 1, maximum: 9, description: "which time the bar is played, 1 to 9" }),
);

/** What holds as one comes to it: what is only for a later time does not yet. */
export const isFirstTime = ({ time = 1 }: MarkData): boolean => time === 1;

/** Before what is done one time only. */
export const timeSaid = ({ time }: MarkData): string =>
  time === undefined ? "" : `${timeText(time as number)} `;
