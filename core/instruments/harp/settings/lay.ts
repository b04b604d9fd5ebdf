import type { Begun } from "./search.ts";
import type { Movable, Span } from "./task.ts";

/** A move with its time, in seconds: from when it may begin, when it must, when it is made best. */
export interface Laid extends Begun {
  readonly limb: string;
  readonly earliest: number;
  readonly latest: number;
  readonly at: number;
}

/** The last moment up to `at` from which so many seconds are free. */
function freeBefore(at: number, length: number, busy: readonly Span[]): number {
  for (const [from, to] of [...busy].reverse())
    if (at < to - 1e-9 && at + length > from + 1e-9) at = from - length;
  return at;
}

const isFree = (at: number, length: number, busy: readonly Span[]): boolean =>
  freeBefore(at, length, busy) === at;

/**
 * When each move is made: as late as the others of its limb let it, so that it stands near what it
 * is for, and on a beat or with a note where there is time for that.
 *
 * @param moves in the order in which they can be made
 * @param beats moments that are easily found, in order; seconds
 */
export function layMoves(
  moves: readonly Begun[],
  movables: readonly Movable[],
  length: number,
  beats: readonly number[],
  busy: Readonly<Record<string, readonly Span[]>> = {},
): Laid[] {
  const found: Laid[] = [];
  const limbs = [...new Set(moves.map(({ movable }) => movables[movable]!.limb))];
  for (const limb of limbs) {
    const own = moves.filter(({ movable }) => movables[movable]!.limb === limb);
    const spans = busy[limb] ?? [];
    // the last one first, each before the one after it
    let until = Infinity;
    for (const move of [...own].reverse()) {
      const last = freeBefore(Math.min(move.deadline, until) - length, length, spans);
      const beat = beats.findLast((one) => one <= last + 1e-9 && isFree(one, length, spans));
      // no sooner than it can be made after those before it
      const at =
        beat !== undefined && beat >= move.start - 1e-9 ? beat : Math.max(last, move.start);
      until = at;
      found.push({
        ...move,
        ...{ limb, at, earliest: move.release, latest: move.deadline - length },
      });
    }
  }
  return found.sort((a, b) => a.at - b.at || a.movable - b.movable);
}
