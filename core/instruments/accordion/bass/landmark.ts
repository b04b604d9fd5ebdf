import { isChord, type Button } from "./board.ts";

/** Columns that are marked to be felt: C, and E and A flat by many makers. Common practice. */
export const MARKED: readonly number[] = [0, 4, -4];

/** A move of so many columns is a jump: it is found by feel. */
export const JUMP = 4;

/** What is pressed at once; where a finger is not known, the hand is where its button is. */
export type Grip = readonly (Button & { readonly finger?: number | undefined })[];

/** How a place is found without looking. */
export interface Landmark {
  readonly column: number;
  /** A marked button, or else the last one used, on which a finger rests. */
  readonly isMarked: boolean;
  /** The finger that feels for it, free the longest; none where all are busy. */
  readonly finger: number | undefined;
  /** For how many moments before the jump that finger has had nothing else to do. */
  readonly free: number;
  /** Columns from there to where the hand goes, upwards. */
  readonly off: number;
}

/** The column under the fourth finger, each over its own: over chords the next one up. */
const whereIs = ([first]: Grip): number =>
  first!.finger === undefined
    ? first!.column
    : first!.column + first!.finger - 4 + (isChord(first!) ? 1 : 0);

/** Whether the hand must be found anew. */
export const isJump = (from: Grip, to: Grip): boolean =>
  from.length > 0 && to.length > 0 && Math.abs(whereIs(to) - whereIs(from)) >= JUMP;

/**
 * From which button a jump is found: the marked one, or one just used, that lies nearest to where
 * it goes; felt by the finger that has been free the longest. Common practice, no source.
 *
 * @param before what is pressed before the jump, the last one last
 */
export function landmarkFor(before: readonly Grip[], to: Grip): Landmark {
  const goal = to[0]!.column;
  const used = (before.at(-1) ?? []).map((one) => one.column);
  const away = (column: number) => Math.abs(column - goal);
  const column = [...MARKED, ...used].reduce((a, b) => (away(b) < away(a) ? b : a));
  const uses = (grip: Grip, finger: number) => grip.some((one) => one.finger === finger);
  const freeFor = (finger: number): number => {
    if (uses(to, finger)) return 0;
    const busy = before.findLastIndex((grip) => uses(grip, finger));
    return before.length - 1 - busy;
  };
  const fingers = [5, 4, 3, 2].map((finger) => ({ finger, free: freeFor(finger) }));
  const best = fingers.reduce((one, other) => (other.free > one.free ? other : one));
  return {
    ...{ column, isMarked: MARKED.includes(column), off: goal - column },
    ...{ finger: best.free > 0 ? best.finger : undefined, free: best.free },
  };
}
