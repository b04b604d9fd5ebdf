import { say } from "../words/say.ts";
import type { Played } from "../fingering/index.ts";
import { barSpan, pitchText, type Score } from "../score/index.ts";

/** How notes and bars are called in what is said of a score; of notes alone it is here. */
export function calledIn(score: Score | undefined) {
  const name = ({ midi, bar }: Played) => pitchText(midi, score?.bars[bar]?.key.fifths ?? 0);
  return {
    name,
    list: (notes: readonly Played[]) => notes.map(name).join(", "),
    /** At the beginning of a sentence. */
    where: (bar: number) => (score ? say`Bar ${barSpan(score.bars, bar, bar)}` : say`Here`),
  };
}
