import { say } from "../../../words/say.ts";
import { Type } from "@sinclair/typebox";
import type { MarkData } from "../../../score/marks/mark.ts";
import type { Action } from "./free.ts";

/** What a change of registration says. */
export const registrationFields = {
  stops: Type.Optional(
    Type.String({ minLength: 1, maxLength: 200, description: "stops in words, up to 200 letters" }),
  ),
  combination: Type.Optional(
    Type.Integer({
      minimum: 1,
      maximum: 999,
      description: "a combination by its number, 1 to 999",
    }),
  ),
  swell: Type.Optional(
    Type.Union([Type.Literal("open"), Type.Literal("close")], { description: "open or close" }),
  ),
};

const SWELL = { open: say`swell open`, close: say`swell closed` } as const;

/** A change as it stands over the staff. */
export const registrationText = ({ stops, combination, swell }: MarkData): string =>
  [
    ...(combination === undefined ? [] : [say`combination ${combination as number}`]),
    ...(stops === undefined ? [] : [stops as string]),
    ...(swell === undefined ? [] : [SWELL[swell as keyof typeof SWELL]]),
  ].join(", ");

/** What has to be done for it. */
export const actionsOf = (data: MarkData): Action[] =>
  (["stops", "combination", "swell"] as const).filter((one) => data[one] !== undefined);
