/** A button of a keyboard where every button is one note. */
export interface Place {
  /** From 1: the row at the edge, under the ball of the hand. */
  readonly row: number;
  /** From 0 along its row, the lowest note first. */
  readonly column: number;
  /** Millimetres along the keyboard from the top: the hand's first fingers lie there. */
  readonly x: number;
}

/** Which button sounds which note, in how many rows. */
export interface Layout {
  readonly rows: number;
  /** Rows under the hand where it lies. */
  readonly under: number;
  /** A4 = 69; the lowest and the highest. */
  readonly compass: readonly [low: number, high: number];
  /** The buttons of a note, the row at the edge first. */
  readonly placesOf: (midi: number) => readonly Place[];
}

/** Millimetres from a button to the next of its row. From memory: makers differ by two or three. */
const APART = 19;
/** Semitones from a button to the next of its row, in chromatic systems. */
const THIRD = 3;
/** Notes of the rows at the edge, C = 0: C in one system, B in the other. */
const EDGE = { C: 0, B: 11 } as const;

/** Systems of a chromatic button keyboard. */
export type System = keyof typeof EDGE;

const modulo = (value: number, by: number): number => ((value % by) + by) % by;

/**
 * A chromatic keyboard: a row goes by minor thirds, the next one lies half a button over. By the C
 * system a semitone rises away from the edge, by the B system towards it; a fourth row and a fifth
 * repeat the first and the second. Common practice; the row at the edge from memory.
 */
export function chromatic(
  system: System,
  rows: number,
  compass: readonly [low: number, high: number],
): Layout {
  const rises = system === "C" ? 1 : -1;
  const [low, high] = compass;
  return {
    rows,
    under: THIRD,
    compass,
    placesOf: (midi) =>
      midi < low || midi > high
        ? []
        : Array.from({ length: rows }, (_, at) => at).flatMap((at): Place[] => {
            // what lies on a row is a minor third from what lies beside it
            if (modulo(midi - EDGE[system] - rises * at, THIRD) !== 0) return [];
            const first = low + modulo(EDGE[system] + rises * at - low, THIRD);
            const x = ((midi - low) / THIRD + (rises * at) / 6) * APART;
            return [{ row: at + 1, column: (midi - first) / THIRD, x }];
          }),
  };
}

/** Columns of a board by fifths: fundamentals A sharp down to B double flat, upwards. */
const [LOWEST, HIGHEST] = [-9, 10];
/** Pairs of rows, a fundamental and the third over it, an octave each. From memory. */
const OCTAVES = 3;
/** Millimetres from a bass button to the next, and how far a row lies beside the one before. */
const [BASS_APART, LEAN] = [15, 4];

/**
 * A board by fifths: the fundamentals and counterbasses of the standard bass, three times, each an
 * octave higher. Columns count as those of the standard bass do, upwards by fifths.
 *
 * @param lowest the lowest note of the first pair
 */
export function byFifths(lowest: number): Layout {
  const compass = [lowest, lowest + 12 * OCTAVES - 1] as const;
  return {
    rows: 2 * OCTAVES,
    under: 2,
    compass,
    placesOf(midi) {
      if (midi < compass[0] || midi > compass[1]) return [];
      const octave = Math.floor((midi - lowest) / 12);
      const found: Place[] = [];
      for (const [at, third] of [4, 0].entries())
        for (let column = LOWEST; column <= HIGHEST; column++)
          if (modulo(7 * column + third - midi, 12) === 0) {
            const row = 2 * octave + at + 1;
            found.push({ row, column, x: (HIGHEST - column) * BASS_APART + row * LEAN });
          }
      return found;
    },
  };
}
