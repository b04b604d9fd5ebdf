import type { Score } from "../../score/model/model.ts";
import { adornedScore } from "./adorned.ts";
import type { Ornament } from "./kinds.ts";
import { onKeys, type Slides } from "./slides.ts";

/**
 * A score as fingers are sought for it: with its ornaments, and on keys so that the same fingers
 * play the bare tune. A finger that slides is its note's: nothing else is asked of the hand.
 *
 * @param ornaments by note id
 */
export function toFinger(
  score: Score,
  ornaments: ReadonlyMap<string, Ornament>,
  slides: Slides,
): { readonly score: Score; readonly school: { readonly gracesLater: boolean } } {
  const apart = [...ornaments].filter(([, { how }]) => how !== "slid");
  return {
    score: adornedScore(score, new Map(apart)),
    school: { gracesLater: slides === onKeys },
  };
}
