import { say } from "../words/say.ts";
import { barSpan, type Score } from "../score/index.ts";

/** In a list of places no more than so many are named. */
export const NAMED = 6;

/** Bars by their numbers, each once, the first few of them. */
export function barsNamed(all: readonly number[], score: Score | undefined): string {
  const once = [...new Set(all)];
  const named = once
    .slice(0, NAMED)
    .map((bar) => (score ? barSpan(score.bars, bar, bar) : bar + 1));
  const more = once.length - NAMED;
  return more > 0 ? say`${named.join(", ")} and ${more} more` : named.join(", ");
}
