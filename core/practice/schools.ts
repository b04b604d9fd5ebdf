import { ladders, type Ladder } from "./ladder.ts";
import type { Order } from "./orders.ts";
import { orders } from "./orders.ts";
import type { Raise } from "./raises.ts";
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
  { id: "apart", name: "Apart first", why: "Each hand alone on four bars, then together." },
  { id: "together", name: "Together at once", why: "For pieces that are easily read." },
];

/** The schools a piece is learned by. */
export interface Schools {
  readonly order: Order["id"];
  readonly raise: Raise["id"];
  readonly hands: HandsFirst["id"];
  readonly ladder: Ladder["id"];
}

/** Those that are on where nobody chose: the first of each list. */
export const USUAL_SCHOOLS: Schools = {
  order: orders[0]!.id,
  raise: raises[0]!.id,
  hands: handsFirst[0]!.id,
  ladder: ladders[0]!.id,
};
