import type { MarkData } from "../score/marks/mark.ts";
import type { MarkedAt, Performance, Sounding } from "../score/model/performance.ts";

/** Of several ranks each is as loud as their number to this power. Own figure. */
const TOGETHER = -0.4;

/**
 * What is heard where pipes or reeds of several pitches answer one key.
 *
 * @param marks what is drawn from each on, in order
 * @param ranks how many semitones from its key each sounds, by what is drawn at a note
 */
export function withRanks(
  performance: Performance,
  marks: readonly MarkedAt[],
  ranks: (drawn: MarkData, hand: string) => readonly number[],
): Performance {
  if (marks.length === 0) return performance;
  let at = 0;
  let drawn: MarkData | undefined;
  const notes = [...performance.notes]
    .sort((a, b) => a.onset - b.onset)
    .flatMap((note): Sounding[] => {
      while (marks[at] && marks[at]!.at <= note.onset + 1e-9) drawn = marks[at++]!.data;
      const found = drawn ? ranks(drawn, note.hand) : [0];
      const loudness = note.loudness * found.length ** TOGETHER;
      return found.map((by) =>
        by === 0 && found.length === 1 ? note : { ...note, midi: note.midi + by, loudness },
      );
    });
  return { ...performance, notes };
}
