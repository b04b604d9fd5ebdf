import type { Move, Span } from "./task.ts";

/** Moves as far as time is concerned. Seconds. */
export type Window = Pick<Move, "release" | "deadline">;

/** Rounding of seconds: so much too late is in time. */
const SLACK = 1e-9;

/** Orders that are tried before a limb is taken to have no time; far more than are ever needed. */
const TRIED = 5000;

/** The first moment from `at` on at which there are so many seconds free. */
export function freeFrom(at: number, length: number, busy: readonly Span[]): number {
  for (const [from, to] of busy) if (at + length > from + SLACK && at < to - SLACK) at = to;
  return at;
}

/**
 * When each of some moves begins, one after the other, so that all are in time: some order does in
 * which each begins as soon as it can. The one whose end comes first is tried first, which is right
 * unless waiting for another is better.
 *
 * @param free the limb has no time before
 * @returns the beginnings, as the moves are listed; undefined when there is no way
 */
export function inTime(
  moves: readonly Window[],
  length: number,
  busy: readonly Span[] = NEVER,
  free = -Infinity,
): number[] | undefined {
  return endingFirst(moves, length, busy, free) ?? anyOrder(moves, length, busy, free);
}

const NEVER: readonly Span[] = [];

/** Of those that can begin, always the one that must end first. */
function endingFirst(
  moves: readonly Window[],
  length: number,
  busy: readonly Span[],
  free: number,
): number[] | undefined {
  const starts = new Array<number>(moves.length).fill(NaN);
  for (let count = 0, at = free; count < moves.length; count++) {
    let [next, begins] = [-1, Infinity];
    for (let i = 0; i < moves.length; i++) {
      if (!Number.isNaN(starts[i])) continue;
      const start = freeFrom(Math.max(at, moves[i]!.release), length, busy);
      const sooner = start < begins - SLACK;
      const ends = next >= 0 && moves[i]!.deadline < moves[next]!.deadline;
      if (sooner || (start < begins + SLACK && ends)) [next, begins] = [i, start];
    }
    if (begins + length > moves[next]!.deadline + SLACK) return undefined;
    starts[next] = begins;
    at = begins + length;
  }
  return starts;
}

/** Every order in which nothing waits so long that another could have been made before. */
function anyOrder(
  moves: readonly Window[],
  length: number,
  busy: readonly Span[],
  free: number,
): number[] | undefined {
  const starts = moves.map(() => 0);
  let tried = 0;
  const go = (left: readonly number[], at: number): boolean => {
    if (left.length === 0) return true;
    if (++tried > TRIED) return false;
    const begins = left.map((i) => freeFrom(Math.max(at, moves[i]!.release), length, busy));
    if (left.some((i, k) => begins[k]! + length > moves[i]!.deadline + SLACK)) return false;
    const soonest = Math.min(...begins) + length;
    return left.some((i, k) => {
      if (begins[k]! >= soonest - SLACK) return false;
      starts[i] = begins[k]!;
      return go(
        left.filter((other) => other !== i),
        begins[k]! + length,
      );
    });
  };
  return go(
    moves.map((_, i) => i),
    free,
  )
    ? starts
    : undefined;
}
