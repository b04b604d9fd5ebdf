import { keysOf, type Note } from "../../../score/index.ts";
import { buttonsFor, isChord, type BassBoard, type Button } from "./board.ts";
import { takenTogether } from "./together.ts";

/** A button with the notes it is written as. */
export interface WrittenButton extends Button {
  readonly notes: readonly Note[];
}

/**
 * The buttons that some notes are written for, nearest to the middle of the board: one chord, one
 * bass, a bass under a chord, or several that sound all of it.
 *
 * @param isCounter whether a note is marked as a counterbass
 */
export function buttonsOf(
  board: BassBoard,
  notes: readonly Note[],
  isCounter: (note: Note) => boolean,
): WrittenButton[] {
  // what stands for a chord lies over the basses, however low it is written
  const rising = [...notes].sort((a, b) => keysOf(a)[0]! - keysOf(b)[0]!);
  const keys = rising.flatMap(keysOf);
  const pitches = (some: readonly Note[]) => [
    ...new Set(some.flatMap(keysOf).map((key) => key % 12)),
  ];
  const nearest = (some: readonly Note[], fits: (button: Button) => boolean) =>
    buttonsFor(board, pitches(some))
      .filter(fits)
      .sort((a, b) => Math.abs(a.column) - Math.abs(b.column))
      .slice(0, 1)
      .map((button): WrittenButton => ({ ...button, notes: some }));
  const bass = (some: readonly Note[]) =>
    nearest(some, ({ row }) => row === (isCounter(some[0]!) ? "counterbass" : "fundamental"));
  if (rising.length === 0) return [];
  if (pitches(rising).length === 1) return bass(rising);
  const over = nearest(rising.slice(1), isChord);
  // a bass beside a chord that letters name is a button of its own
  const isApart = over.length > 0 && rising.some((note) => note.chord);
  const chord = isApart ? [] : nearest(rising, isChord);
  if (chord.length) return chord;
  const several = over.length === 0 ? takenTogether(board, keys, rising.length === 1) : undefined;
  return several
    ? several.buttons.map((button, n) => ({
        ...button,
        notes: rising.filter((note) =>
          keysOf(note).some((key) => several.of[keys.indexOf(key)] === n),
        ),
      }))
    : [...bass(rising.slice(0, 1)), ...over];
}
