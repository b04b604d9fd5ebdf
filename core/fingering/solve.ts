import { chain } from './chain.ts';
import { isQuick, joined, joinedAgain, pathOf, type Joint } from './joint.ts';
import { costOf, IMPOSSIBLE, type Line, type Prices } from './line.ts';
import { classesOf, type Tie } from './ties.ts';

export interface Solution {
  /** The grip of each moment, by its place in the line's list. */
  readonly path: readonly number[];
  readonly cost: number;
  /** The variable each moment stands for: equal numbers took equal fingers. */
  readonly classes: Int32Array;
  /** The ties that were obeyed. */
  readonly obeyed: readonly Tie[];
  /** What {@link solveAgain} can go on from, where it was asked for and is not too large. */
  readonly joint?: Joint;
}

export interface SolveOptions {
  readonly ties?: readonly Tie[];
  /** What each grip costs by itself, by moment; that of the line unless given. */
  readonly prices?: Prices;
  /** Whether the solution is to be gone on from when prices change. */
  readonly keep?: boolean;
  /** Told how much of the work is done, 0 to 1. */
  readonly onProgress?: (share: number) => void;
}

/** How long a stretch must be for its ties to be obeyed, from all of them to fewer; a stretch an octave or more away, or on other keys, may be alike by chance. */
const LEVELS: readonly Record<Tie['kind'], number>[] = [
  { same: 0, octave: 0, end: 0, group: 0 }, { same: 0, octave: 6, end: 6, group: 8 }, { same: 0, octave: 9, end: 9, group: 14 },
  { same: 0, octave: Infinity, end: Infinity, group: Infinity },
];

/**
 * The cheapest way through a line, exactly, tied moments taking the same grip. Where music is alike in so many ways at
 * once that this would take too long, the looser ties are given up; if that is not enough, what returns on the same
 * keys is brought to agree in rounds.
 */
export function solve(line: Line, { ties = [], prices = line.hold, keep = false, onProgress }: SolveOptions = {}): Solution {
  const count = line.moments.length;
  if (count === 0) return { path: [], cost: 0, classes: new Int32Array(0), obeyed: [] };
  const alike = (at: number, of: number) => line.grips[at]!.length === line.grips[of]!.length;
  const alone = classesOf(count, [], alike);
  const untied = (): Solution => ({ ...chain(line, prices), classes: alone, obeyed: [] });
  if (ties.length === 0 && !keep) return untied();
  const same = ties.filter((tie) => tie.kind === 'same');
  const classes = classesOf(count, same, alike);
  // with the others it would only take longer
  if (!isQuick(line, classes)) return agreed(line, classes, same, untied(), prices);
  let contradicted = false;
  for (const least of LEVELS) {
    const obeyed = ties.filter((tie) => tie.run >= least[tie.kind]);
    const joint = joined(line, classesOf(count, obeyed.filter((tie) => tie.kind !== 'end'), alike), obeyed, prices, keep && !contradicted, onProgress);
    const found = joint && solved(line, joint, obeyed);
    if (found) return found;
    // with other locks these ties may hold after all
    contradicted ||= joint !== undefined;
  }
  return agreed(line, classes, same, untied(), prices);
}

/** A line whose ties are known already, to be gone on from. Undefined where it would take too long. */
export function solveTied(line: Line, { classes, obeyed }: Pick<Solution, 'classes' | 'obeyed'>, prices: Prices): Solution | undefined {
  if (obeyed.length === 0) return { ...chain(line, prices), classes, obeyed };
  const joint = joined(line, classes, obeyed, prices, true);
  return joint && solved(line, joint, obeyed);
}

/** The same line and ties with other prices: only what they can affect is solved again. Undefined where the whole has to be. */
export function solveAgain(line: Line, { joint, obeyed }: Solution, prices: Prices): Solution | undefined {
  return joint && solved(line, joinedAgain(joint, prices), obeyed);
}

/** Undefined when the ties contradict each other: they are looser than the hand. What cannot be done without them either, as one finger written on two keys in a row, is not their doing. */
function solved(line: Line, joint: Joint, obeyed: readonly Tie[]): Solution | undefined {
  const { path, cost } = pathOf(joint);
  return cost < IMPOSSIBLE || cost - chain(line, joint.prices).cost < IMPOSSIBLE ? { path, cost, classes: joint.classes, obeyed, ...(joint.kept ? { joint } : {}) } : undefined;
}

/** From gently to so firmly that only what cannot be done is dearer. */
const PULLS = [2, 6, 20, 80, 300];

/**
 * Where the ties cannot be solved as one, each class is pulled towards the grip most of its moments have, harder each time, until
 * they agree. Not exact, but each round is, and time grows with the length of the line alone.
 */
function agreed(line: Line, classes: Int32Array, obeyed: readonly Tie[], first: Solution, prices: Prices): Solution {
  let { path } = first;
  for (const pull of PULLS) {
    const wanted = mostOf(classes, path);
    const pulled = prices.map((one, at) => {
      const own = one.slice();
      for (let grip = 0; grip < own.length; grip++) if (wanted[classes[at]!] !== grip) own[grip]! += pull;
      return own;
    });
    path = chain(line, pulled).path;
    if (agree(classes, path)) break;
  }
  return { path, cost: costOf(line, path), classes, obeyed };
}

function agree(classes: Int32Array, path: readonly number[]): boolean {
  const first: number[] = [];
  return path.every((grip, at) => (first[classes[at]!] ??= grip) === grip);
}

/** The grip most moments of each class have; of equally many the one that came first. */
function mostOf(classes: Int32Array, path: readonly number[]): number[] {
  const votes: Map<number, number>[] = [];
  classes.forEach((of, at) => {
    const list = (votes[of] ??= new Map<number, number>());
    list.set(path[at]!, (list.get(path[at]!) ?? 0) + 1);
  });
  return votes.map((list) => [...list].reduce((best, one) => (one[1] > best[1] ? one : best))[0]);
}
