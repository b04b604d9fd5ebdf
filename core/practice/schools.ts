import { say } from "../words/say.ts";
import { ladders } from "./ladder.ts";
import { orders } from "./orders.ts";
import { raises } from "./raises.ts";

/** Whether hands are learned apart before they play together. */
export interface HandsFirst {
  readonly id: "apart" | "together";
  readonly name: string;
  /** Why one would choose it. */
  readonly why: string;
}

/** Common practice, no source. */
export const handsFirst: readonly HandsFirst[] = [
  { id: "apart", name: say`Apart first`, why: say`Each hand alone on four bars, then together.` },
  { id: "together", name: say`Together at once`, why: say`For pieces that are easily read.` },
];

/** How high the steps go. */
export interface Top {
  readonly id: "goal" | "reserve";
  readonly name: string;
  /** Why one would choose it. */
  readonly why: string;
  /** The last step, as a share of performance tempo. */
  readonly share: number;
}

/** Common practice, no source. */
export const tops: readonly Top[] = [
  {
    id: "goal",
    name: say`Performance tempo`,
    why: say`The last step is the tempo it is played at.`,
    share: 1,
  },
  {
    id: "reserve",
    name: say`A little above, 104 %`,
    why: say`A reserve: nerves are quick, and what stands faster is safe at its tempo.`,
    share: 1.04,
  },
];

/**
 * All on which teachers differ when a piece is learned, beside the rule that raises it. Those that
 * are on where nobody chose are the first of each list.
 */
export const schools = {
  order: orders,
  raise: raises,
  hands: handsFirst,
  ladder: ladders,
  top: tops,
} as const;

/** The schools a piece is learned by. */
export type Schools = {
  readonly [K in keyof typeof schools]: (typeof schools)[K][number]["id"];
};

/** The names of {@link schools}. */
export const SCHOOLS = Object.keys(schools) as (keyof Schools)[];

/** Those that are on where nobody chose. */
export const USUAL_SCHOOLS = Object.fromEntries(
  SCHOOLS.map((name) => [name, schools[name][0]!.id]),
) as Schools;

/**
 * The schools alone of something that has them, usual ones where it has none.
 *
 * @example schoolsOf({ order: "last-first" }).order // => "last-first"
 */
export const schoolsOf = (of: {
  readonly [K in keyof Schools]?: Schools[K] | undefined;
}): Schools =>
  Object.fromEntries(SCHOOLS.map((name) => [name, of[name] ?? USUAL_SCHOOLS[name]])) as Schools;

/**
 * The last step for a performance tempo.
 *
 * @example lastStep(100, "reserve") // => 104
 */
export const lastStep = (goal: number, top: Top["id"]): number =>
  top === "goal" ? goal : Math.round(goal * tops.find(({ id }) => id === top)!.share);
