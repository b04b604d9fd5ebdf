import type { PlanAnswer } from "@yarrow-ridge/contract";

/** What a plan is made from, as it is typed. */
export interface Fields {
  goalTempo: string;
  readyBy: string;
  minutes: string[];
  rule: PlanAnswer["rule"];
  order: PlanAnswer["order"];
  raise: PlanAnswer["raise"];
  hands: PlanAnswer["hands"];
  ladder: PlanAnswer["ladder"];
  sections: string[];
}

/** One way on which teachers differ. */
export interface School {
  readonly id: string;
  readonly name: string;
  readonly why: string;
}

/** Common practice, no source. */
export const HANDS_FIRST: readonly School[] = [
  { id: "apart", name: "Apart first", why: "Each hand alone on four bars, then together." },
  { id: "together", name: "Together at once", why: "For pieces that are easily read." },
];
