/** Rows of a standard bass board, from the bellows. */
export const ROWS = [
  "counterbass",
  "fundamental",
  "major",
  "minor",
  "seventh",
  "diminished",
] as const;
export type Row = (typeof ROWS)[number];

/** A button: its row, and its column by fifths from C, upwards (towards the chin) G, D, A. */
export interface Button {
  readonly row: Row;
  readonly column: number;
}

export interface BassBoard {
  readonly lowest: number;
  readonly highest: number;
  readonly rows: readonly Row[];
}

/**
 * Boards by their number of buttons. Common practice, no source; those of small boards differ by
 * maker, from memory.
 */
export const BOARDS: Readonly<Record<number, BassBoard>> = {
  120: { lowest: -9, highest: 10, rows: ROWS },
  96: { lowest: -7, highest: 8, rows: ROWS },
  72: { lowest: -5, highest: 6, rows: ROWS },
  48: { lowest: -5, highest: 6, rows: ROWS.slice(0, 4) },
  32: { lowest: -3, highest: 4, rows: ROWS.slice(0, 4) },
  12: { lowest: -2, highest: 3, rows: ["fundamental", "major"] },
};

/** Pitch class of a column's fundamental, C = 0: columns lie a fifth apart. */
const rootOf = (column: number): number => (((column * 7) % 12) + 12) % 12;

const LETTERS = "FCGDAEB";

/** A column by its fundamental, as it is spelled along the fifths: C, B♭, F♯. */
export function columnName(column: number): string {
  const place = column + LETTERS.indexOf("C");
  const turns = Math.floor(place / LETTERS.length);
  const letter = LETTERS[place - turns * LETTERS.length]!;
  return `${letter}${(turns < 0 ? "♭" : "♯").repeat(Math.abs(turns))}`;
}

/** Fifths from the root of a chord to a tone so many semitones over it. Common practice. */
const FIFTHS = [0, -5, 2, -3, 4, -1, -6, 1, 8, 3, -2, 5];

/** A tone of a chord as it is spelled over the root of a column: E flat over C. */
export const toneName = (column: number, semitones: number): string =>
  columnName(column + FIFTHS[semitones]!);

/** Semitones over the fundamental that a button sounds. Sevenths have no fifth, nor diminished. */
export const TONES: Readonly<Record<Row, readonly number[]>> = {
  counterbass: [4],
  fundamental: [0],
  major: [0, 4, 7],
  minor: [0, 3, 7],
  seventh: [0, 4, 10],
  diminished: [0, 3, 9],
};

/** What else is written for a button: a full seventh, the triad that its name says. */
const ALSO: Readonly<Partial<Record<Row, readonly (readonly number[])[]>>> = {
  seventh: [[0, 4, 7, 10]],
  diminished: [[0, 3, 6, 9]],
};

const named = (tones: readonly number[], root: number): string =>
  tones
    .map((tone) => (tone + root) % 12)
    .sort((a, b) => a - b)
    .join();

/** Pitch classes that a button sounds, C = 0. */
export const soundsOf = ({ row, column }: Button): number[] =>
  TONES[row].map((tone) => (tone + rootOf(column)) % 12);

/**
 * The buttons that sound some pitch classes exactly, or are written so.
 *
 * @param pitches pitch classes, C = 0, each once
 */
export function buttonsFor(board: BassBoard, pitches: readonly number[]): Button[] {
  const wanted = named(pitches, 0);
  const found: Button[] = [];
  for (const row of board.rows)
    for (let column = board.lowest; column <= board.highest; column++)
      if ([TONES[row], ...(ALSO[row] ?? [])].some((one) => named(one, rootOf(column)) === wanted))
        found.push({ row, column });
  return found;
}

/** Whether a button sounds a chord. */
export const isChord = ({ row }: Button): boolean => row !== "counterbass" && row !== "fundamental";
