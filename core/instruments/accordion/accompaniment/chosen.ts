import { Chord, Note } from "tonal";
import {
  TONES,
  columnName,
  buttonsFor,
  soundsOf,
  type BassBoard,
  type Row,
} from "../bass/board.ts";
import { chordKeys, keysNamed } from "../bass/letters.ts";
import { nearestTo } from "../bass/together.ts";

/** What is played where a chord symbol stands. Notes by their names, `Bb`, `F#`. */
export interface Chosen {
  /** The symbol. */
  readonly name: string;
  readonly bass: string;
  /** The bass that takes turns with it: the fifth, where the chord has one and the board too. */
  readonly other?: string;
  /** The chord button: its root, and its letter as it is written; none for an unknown chord. */
  readonly chord?: { readonly root: string; readonly letter: string };
  /** The button is not all that the symbol says, or says more. */
  readonly isNear: boolean;
}

const LETTERS: Readonly<Partial<Record<Row, string>>> = {
  major: "M",
  minor: "m",
  seventh: "7",
  diminished: "d",
};

/**
 * The buttons for a chord symbol: its own, else the one that comes nearest, as an arranger
 * simplifies it.
 *
 * @param name root and kind, `Am7`
 * @param bass where it is not the root
 */
export function chosenFor(board: BassBoard, name: string, bass?: string): Chosen {
  const root = /^[A-G](##|bb|#|b)?/.exec(name)![0];
  const keys = keysNamed(name);
  const fifth = Note.transpose(root, "5P");
  const hasFifth =
    Chord.get(name).intervals.includes("5P") && buttonsFor(board, [Note.chroma(fifth)]).length > 0;
  const found = { name, bass: bass ?? root, ...(!bass && hasFifth ? { other: fifth } : {}) };
  if (!keys) return { ...found, isNear: true };
  const pitches = [...new Set(keys.map((key) => key % 12))];
  const own = chordKeys(name)
    ? buttonsFor(board, pitches).find(
        (one) => soundsOf(one)[0] === pitches[0] && TONES[one.row].length > 1,
      )
    : undefined;
  const button = own ?? nearestTo(board, pitches)[0]?.button;
  if (!button) return { ...found, isNear: true };
  const isOnRoot = soundsOf(button)[0] === pitches[0];
  const chord = {
    root: isOnRoot ? root : plainName(columnName(button.column)),
    letter: LETTERS[button.row]!,
  };
  return { ...found, chord, isNear: !own };
}

const plainName = (name: string): string => name.replaceAll("♭", "b").replaceAll("♯", "#");
