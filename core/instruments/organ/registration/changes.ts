import { say } from "../../../words/say.ts";
import { Type } from "@sinclair/typebox";
import type { MarkData } from "../../../score/marks/mark.ts";

const manual = (hand: string) =>
  Type.Integer({ minimum: 1, maximum: 5, description: `the manual of the ${hand} hand, 1 to 5` });

/** A manual as organists count them, from the lowest. */
export const manualName = (number: number): string => ["I", "II", "III", "IV", "V"][number - 1]!;

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
  right: Type.Optional(manual("right")),
  left: Type.Optional(manual("left")),
  couplers: Type.Optional(
    Type.String({
      minLength: 1,
      maxLength: 80,
      description: "couplers in words, up to 80 letters",
    }),
  ),
  assistant: Type.Optional(
    Type.Literal(true, { description: "true where an assistant makes the change" }),
  ),
  swell: Type.Optional(
    Type.Union([Type.Literal("open"), Type.Literal("close")], { description: "open or close" }),
  ),
};

const SWELL = { open: say`swell open`, close: say`swell closed` } as const;

/** A change as it stands over the staff. */
export const registrationText = ({
  stops,
  combination,
  right,
  left,
  couplers,
  assistant,
  swell,
}: MarkData): string =>
  [
    ...(combination === undefined ? [] : [say`combination ${combination as number}`]),
    ...(stops === undefined ? [] : [stops as string]),
    ...(right === undefined ? [] : [say`right hand ${manualName(right as number)}`]),
    ...(left === undefined ? [] : [say`left hand ${manualName(left as number)}`]),
    ...(couplers === undefined ? [] : [say`couplers ${couplers as string}`]),
    ...(swell === undefined ? [] : [SWELL[swell as keyof typeof SWELL]]),
    ...(assistant ? [say`by an assistant`] : []),
  ].join(", ");
