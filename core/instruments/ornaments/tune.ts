import { beatLength, lead } from "../../score/model/beats.ts";
import { add, toNumber } from "../../score/model/fraction.ts";
import type { Note, Score } from "../../score/model/model.ts";
import { onsets } from "../../score/model/onsets.ts";
import { quartersAt } from "../../score/model/places.ts";

/** A note of a tune, as ornaments ask for it. Quarters. */
export interface TuneNote {
  readonly note: Note;
  /** From the beginning of the piece in written order. */
  readonly at: number;
  /** Until it ends or the next one begins. */
  readonly length: number;
  /** Whether it begins on a beat, and on a strong one: the first, the third of four. */
  readonly onBeat: boolean;
  readonly isStrong: boolean;
  /** Nothing sounds for so long before it. */
  readonly rest: number;
}

/** The highest note of each moment of a limb: what is sung of it. */
export function tuneOf(score: Score, limb: string): TuneNote[] {
  const all = onsets(score.notes, limb).filter(({ notes }) => !notes[0]!.grace);
  const starts = all.map(({ bar, offset }) => quartersAt(score, { bar, offset }));
  let end = 0;
  return all.map(({ bar, offset, notes }, i): TuneNote => {
    const note = notes.at(-1)!;
    const at = starts[i]!;
    const length = Math.min(toNumber(note.length), (starts[i + 1] ?? Infinity) - at);
    const of = score.bars[bar]!;
    const beat = toNumber(add(offset, lead(of))) / toNumber(beatLength(of));
    const onBeat = Math.abs(beat - Math.round(beat)) < 1e-9;
    const rest = Math.max(0, at - end);
    end = at + length;
    const isStrong =
      onBeat && (Math.round(beat) === 0 || (beatsIn(of) === 4 && Math.round(beat) === 2));
    return { note, at, length, onBeat, isStrong, rest };
  });
}

const beatsIn = (bar: Score["bars"][number]): number =>
  Math.round(toNumber(bar.nominal) / toNumber(beatLength(bar)));
