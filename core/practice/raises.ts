import { say } from "../words/say.ts";
import type { Level } from "./levels.ts";
import { find } from "./find.ts";

/** How far each level is raised before it is joined, as shares of the goal. */
export interface Raise {
  readonly id: "stages" | "full" | "together";
  readonly name: string;
  /** Why one would choose it. */
  readonly why: string;
  readonly top: Readonly<Record<Level["kind"], number>>;
}

/** The schools of joining. Common practice, no source. A new one is an entry here. */
export const raises: readonly Raise[] = [
  {
    id: "stages",
    name: say`In stages`,
    why: say`Two bars to 85 % of the goal, four to 90, eight to 95: each joins while it is fresh.`,
    top: { cell: 0.85, four: 0.9, eight: 0.95, sixteen: 0.95 },
  },
  {
    id: "full",
    name: say`Each to full tempo`,
    why: say`Nothing is joined that does not stand at performance tempo.`,
    top: { cell: 1, four: 1, eight: 1, sixteen: 1 },
  },
  {
    id: "together",
    name: say`The section up together`,
    why: say`Parts are only read; the section is raised as a whole, so that nothing falls apart.`,
    top: { cell: 0.6, four: 0.6, eight: 0.6, sixteen: 0.6 },
  },
];

/** @throws RangeError for one nobody registered */
export const raiseOf = (id: string): Raise => find(raises, id, "school of joining");
