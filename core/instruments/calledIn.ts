import { say } from "../words/say.ts";
import type { Played } from "../fingering/index.ts";
import { barSpan, octaveText, pitchText, type Score } from "../score/index.ts";

/** The notes a sentence may speak of together. */
interface Together {
  readonly notes: readonly Played[];
  readonly beyond?: readonly Played[];
  readonly released?: readonly Played[];
}

/** How notes and bars are called in what is said of a score; of notes alone it is here. */
export function calledIn(score: Score | undefined) {
  const fifthsOf = (bar: number) => score?.bars[bar]?.key.fifths ?? 0;
  const name = ({ midi, bar }: Played) => pitchText(midi, fifthsOf(bar));
  return {
    list: (notes: readonly Played[]) => notes.map(name).join(", "),
    /** Names among notes that sound together: with their octave, where two have the same name. */
    among: ({ notes, beyond = [], released = [] }: Together) => {
      const all = [...notes, ...beyond, ...released];
      const isShared = ({ midi }: Played) =>
        all.some((other) => other.midi !== midi && (other.midi - midi) % 12 === 0);
      return (some: readonly Played[]) =>
        some
          .map((note) => (isShared(note) ? octaveText(note.midi, fifthsOf(note.bar)) : name(note)))
          .join(", ");
    },
    /** At the beginning of a sentence. */
    where: (bar: number) => (score ? say`Bar ${barSpan(score.bars, bar, bar)}` : say`Here`),
  };
}
