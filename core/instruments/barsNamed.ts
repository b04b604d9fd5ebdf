import { listed } from "../words/listed.ts";
import { barSpan, type Score } from "../score/index.ts";

/** Bars by their numbers, each once, the first few of them. */
export const barsNamed = (all: readonly number[], score: Score | undefined): string =>
  listed([...new Set(all)].map((bar) => (score ? barSpan(score.bars, bar, bar) : `${bar + 1}`)));
