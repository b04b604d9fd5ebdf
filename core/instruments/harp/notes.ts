import { say } from "../../words/say.ts";
import {
  barSpan,
  playedId,
  timeText,
  toNumber,
  type Note,
  type Pitch,
  type PlayedBar,
  type Score,
} from "../../score/index.ts";
import { NATURALS, type Alter, type Letter, type Setting } from "./strings.ts";

/** A note a harp plays, in the order of the music. */
export interface HarpNote {
  readonly id: string;
  readonly pitch: Pitch;
  /** As it sounds, A4 = 69. */
  readonly midi: number;
  /** Quarters from the beginning. */
  readonly onset: number;
  readonly length: number;
  /** Levers are flipped by the left hand, when it plays nothing. */
  readonly hand?: string;
  /** The note of the score it is, where that is played more than once. */
  readonly of?: string;
  /** Where it is, for what is said of it; nothing when it stands alone. */
  readonly where?: string;
  /** The same without the time that it is played, and that time: 1, 2 … */
  readonly bar?: string;
  readonly time?: number;
}

const SHARPS: readonly Letter[] = ["F", "C", "G", "D", "A", "E", "B"];

/** What a signature asks of each letter. */
export const signatureOf = (fifths: number): Setting => ({
  ...NATURALS,
  ...Object.fromEntries(
    (fifths > 0 ? SHARPS.slice(0, fifths) : SHARPS.slice(7 + fifths)).map((letter) => [
      letter,
      Math.sign(fifths) as Alter,
    ]),
  ),
});

/** The notes of bars as a harp plays them, in the order of the road; quarters as played. */
export function harpNotes(score: Score, played: readonly PlayedBar[]): HarpNote[] {
  const inBar = new Map<number, Note[]>();
  for (const note of score.notes)
    if (!note.held) inBar.set(note.bar, [...(inBar.get(note.bar) ?? []), note]);
  return played
    .flatMap(({ bar, time, at }) => {
      const number = say`bar ${barSpan(score.bars, bar, bar)}`;
      return (inBar.get(bar) ?? []).map((note): HarpNote => ({
        ...{ pitch: note.pitch, midi: note.midi, hand: note.hand, bar: number, time },
        ...(time > 1
          ? { id: playedId(note.id, time), of: note.id, where: say`${number}, ${timeText(time)}` }
          : { id: note.id, where: number }),
        onset: at + toNumber(note.offset),
        length: toNumber(note.length),
      }));
    })
    .sort((a, b) => a.onset - b.onset);
}

/** Beats of bars, in quarters as played. */
export const beatsIn = ({ bars }: Score, played: readonly PlayedBar[]): number[] =>
  played.flatMap(({ bar, at }) => {
    const { length, metre } = bars[bar]!;
    const beat = 4 / metre.beatType;
    const count = Math.max(1, Math.round(toNumber(length) / beat));
    return Array.from({ length: count }, (_, i) => at + i * beat);
  });
