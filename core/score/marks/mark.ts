import type { Place } from "../model/model.ts";

/** What a mark says; its stratum's schema tells what that may be. */
export type MarkData = Readonly<Record<string, unknown>>;

/** A mark between notes: at a place, or from one to another, the first that is not its own. */
export interface Mark {
  readonly id: string;
  /** Whose it is: the teacher's, those for a small hand, a student's own. */
  readonly layer: string;
  /** The hand or foot it belongs to, where its stratum has one for each. */
  readonly line?: string;
  readonly from: Place;
  readonly to?: Place;
  readonly data: MarkData;
}

/** A mark that nobody has written yet: as a file prints it. */
export type Printed = Pick<Mark, "line" | "from" | "to" | "data">;
