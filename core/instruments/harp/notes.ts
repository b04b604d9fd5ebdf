import { say } from "../../words/say.ts";
import {
  barSpan,
  compare,
  toNumber,
  quartersAt,
  type Pitch,
  type Place,
  fraction,
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
  /** Where it is, for what is said of it; nothing when it stands alone. */
  readonly where?: string;
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

/** The place of a moment; to a part of a quarter that can be written. */
export function placeAt({ bars }: Pick<Score, "bars">, quarters: number): Place {
  const bar = Math.max(
    0,
    bars.findLastIndex(({ start }) => toNumber(start) <= quarters + 1e-6),
  );
  const parts = Math.round((quarters - toNumber(bars[bar]!.start)) * PARTS);
  const offset = fraction(parts, PARTS);
  return { bar, offset: compare(offset, bars[bar]!.length) < 0 ? offset : bars[bar]!.length };
}

/** Parts of a quarter: triplets and thirty-seconds fall on them. */
const PARTS = 48;

/** The notes of some bars as a harp plays them, in the order of the music. */
export const harpNotes = (score: Score, from: number, to: number): HarpNote[] =>
  score.notes
    .filter((note) => note.bar >= from && note.bar <= to && !note.held)
    .map((note) => ({
      ...{ id: note.id, pitch: note.pitch, midi: note.midi, hand: note.hand },
      onset: quartersAt(score, note),
      length: toNumber(note.length),
      where: say`bar ${barSpan(score.bars, note.bar, note.bar)}`,
    }))
    .sort((a, b) => a.onset - b.onset);

/** Beats of some bars, in quarters. */
export const beatsIn = ({ bars }: Score, from: number, to: number): number[] =>
  bars.slice(from, to + 1).flatMap(({ start, length, metre }) => {
    const beat = 4 / metre.beatType;
    const count = Math.max(1, Math.round(toNumber(length) / beat));
    return Array.from({ length: count }, (_, i) => toNumber(start) + i * beat);
  });
