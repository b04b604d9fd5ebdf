import { say } from "../../words/say.ts";
import type { Texture } from "../shareOut.ts";

/** How an organist shares voices out. Common practice, no source. */
export const ORGAN_TEXTURES: readonly Texture[] = [
  {
    id: "hymn",
    name: say`hymn`,
    why: say`Soprano and alto for the right hand, tenor for the left, the bass for the feet. The alto
      changes sides where the right hand does not reach it.`,
  },
  {
    id: "trio",
    name: say`trio`,
    why: say`Three lines, each on its own: the right hand on one manual, the left on another, the
      feet.`,
    manuals: { right: 2, left: 1 },
  },
  {
    id: "solo",
    name: say`solo with accompaniment`,
    why: say`The upper line alone for the right hand on a manual of its own; what lies between for the
      left, the lowest line for the feet.`,
    manuals: { right: 2, left: 1 },
  },
];
