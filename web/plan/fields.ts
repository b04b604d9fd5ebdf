import type { PlanAnswer } from "@yarrow-ridge/contract";
import type { Schools } from "@yarrow-ridge/core/practice";

/** What a plan is made from, as it is typed. */
export interface Fields extends Schools {
  goalTempo: string;
  /** As typed; empty where steps begin at half the goal. */
  firstTempo: string;
  readyBy: string;
  dates: PlanAnswer["dates"];
  minutes: string[];
  rule: PlanAnswer["rule"];
  sections: string[];
  /** As typed, by section id; empty where a section goes by the piece's. */
  goals: Record<string, string>;
}

/** One way on which teachers differ. */
export interface School {
  readonly id: string;
  readonly name: string;
  readonly why: string;
}
