import { chain, dearerAlike } from './chain.ts';
import { isQuick, joined, joinedAgain, pathOf, type Joint } from './joint.ts';
import { costAt, costOf, FORBIDDEN, IMPOSSIBLE, type Line, type Prices } from './line.ts';
import { agreed, disagreeing, pulled, writtenIn, type Pulls } from './rounds.ts';
import { byStretch, most, without } from './stretches.ts';
import { classesOf, numbered, WORTH, type Tie } from './ties.ts';

export interface Solution {
  /** The grip of each moment, by its place in the line's list. */
  readonly path: readonly number[];
  readonly cost: number;
  /** The variable each moment stands for: equal numbers took equal fingers. */
  readonly classes: Int32Array;
  /** The ties that were obeyed. */
  readonly obeyed: readonly Tie[];
  /** By moment: equal numbers are on the same keys, or known to come again, and were brought to agree where that could not be asked of all at once. */
  readonly alike: Int32Array;
  /** What {@link solveAgain} can go on from, where it was asked for and is not too large. */
  readonly base?: Base;
}

/** A line solved under the ties it obeys when nothing is written over it, at whatever prices. */
export interface Base {
  readonly joint: Joint;
  readonly obeyed: readonly Tie[];
  readonly alike: Int32Array;
  /** What brings to agree what could not be solved as one. */
  readonly pulls: Pulls;
  /** Variables that were worked out, of all, the last time. */
  readonly touched: number;
}

/** Moments that go their own way, whatever they are tied to. */
export type Apart = ReadonlySet<number>;
const NONE: Apart = new Set();

export interface SolveOptions {
  readonly ties?: readonly Tie[];
  /** What each grip costs by itself, by moment; that of the line unless given. */
  readonly prices?: Prices;
  readonly apart?: Apart;
  /** Whether the solution is to be gone on from when prices change. */
  readonly keep?: boolean;
  /** Told how much of the work is done, 0 to 1. */
  readonly onProgress?: (share: number) => void;
}

/** How often it is tried whether more ties can be obeyed in time: of those that the form of the piece knows (fewer times in long lines), and of the others, which may be alike by chance. */
const TRIES = { known: 24, least: 4, moments: 20_000, chance: 3 };
/** Share of the work that may be spent on ties by chance. */
const BY_CHANCE = 0.25;
/** How often what contradicts itself is tried with fewer ties. */
const SOLVES = 8;

/**
 * The cheapest way through a line, exactly, tied moments taking the same grip. Where music is alike in so many ways at
 * once that this would take too long, or that they contradict each other, some ties are given up, those that the form of the
 * piece knows last; what it knows and what is on the same keys is brought to agree in rounds even then.
 */
export function solve(line: Line, { ties = [], prices = line.hold, apart = NONE, keep = false, onProgress }: SolveOptions = {}): Solution {
  const count = line.moments.length;
  if (count === 0) return { path: [], cost: 0, classes: new Int32Array(0), obeyed: [], alike: new Int32Array(0) };
  const fits = (at: number, of: number) => line.grips[at]!.length === line.grips[of]!.length;
  const variables = (obeyed: readonly Tie[]) => classesOf(count, obeyed.filter((tie) => tie.kind !== 'end'), fits);
  const alike = variables(ties.filter((tie) => tie.kind === 'same' || tie.known));
  if (ties.length === 0 && !keep) return { ...chain(line, prices), classes: alike, obeyed: [], alike };
  const tries = Math.max(TRIES.least, Math.min(TRIES.known, Math.round(TRIES.moments / count)));
  const worth = (stretch: readonly Tie[]) => stretch[0]!.kind !== 'group' || stretch[0]!.known || dearerAlike(line, stretch.map((tie) => [tie.at, tie.of])) <= WORTH;
  const quick = (some: readonly Tie[][]) => {
    const able = (share: number) => (list: readonly Tie[]) => isQuick(line, variables(list), list, share);
    const known = most([], some.filter(([tie]) => tie!.known), tries, able(1));
    return most(known, some.filter(([tie]) => !tie!.known), TRIES.chance, able(BY_CHANCE)).filter(worth);
  };
  let taken = quick(byStretch(ties));
  /** The line under as many ties as do not contradict each other. */
  const attempt = (asked: Prices, free: Apart, kept: boolean): Solution | undefined => {
    for (let left = SOLVES; left > 0; left--) {
      const obeyed = taken.flat().filter((tie) => tie.kind !== 'end' || !(free.has(tie.at) || free.has(tie.of)));
      // a line without ties is solved sooner as a chain
      if (obeyed.length === 0 && !keep) return undefined;
      const classes = numbered(splitOff(variables(obeyed), free));
      const own = splitOff(alike, free);
      const pulls = writtenIn(own, asked);
      const solveWith = (some: Prices) => joined(line, classes, obeyed, some, kept, onProgress);
      const joint = solveWith(pulled(asked, own, pulls));
      if (!joint) return undefined;
      if (possible(line, joint)) return brought(line, joint, { classes, obeyed, alike: own, base: { alike, obeyed } }, asked, pulls, (now, some) => (now.kept ? joinedAgain(line, now, some) : solveWith(some)!));
      taken = quick(without(taken, impossibleIn(line, pathOf(joint).path, asked)));
    }
    return undefined;
  };
  const plain = prices === line.hold && apart.size === 0;
  // what the ties are is found out before anything is written, so that a lock changes only what it can affect
  const before = plain || keep ? attempt(line.hold, NONE, keep || disagreeing(alike, variables(taken.flat())).size > 0) : undefined;
  if (plain && before) return before;
  const found = (before?.base && solveAgain(line, before.base, prices, apart)) ?? attempt(prices, apart, false);
  if (!found) {
    const { found: { path } } = agreed(splitOff(alike, apart), prices, chain(line, prices), NO_PULLS, (_, some) => chain(line, some));
    return { path, cost: costOf(line, path), classes: variables([]), obeyed: [], alike: splitOff(alike, apart) };
  }
  return before?.base ? { ...found, base: found.base ?? before.base } : found;
}

const NO_PULLS: Pulls = new Map();

type Under = Pick<Solution, 'classes' | 'obeyed' | 'alike'> & { readonly base: Pick<Base, 'alike' | 'obeyed'> & Partial<Base> };

/** A line solved under ties, and what should be alike beyond them brought to agree. */
function brought(line: Line, first: Joint, { classes, obeyed, alike, base }: Under, prices: Prices, before: Pulls, next: (joint: Joint, prices: Prices) => Joint): Solution {
  const taken = (joint: Joint, touched: number) => ({ joint, path: pathOf(joint).path, touched: touched + joint.eliminated.touched });
  const { found: { joint, path, touched }, pulls } = agreed(alike, prices, taken(first, 0), before, (last, some) => taken(next(last.joint, some), last.touched));
  return { path, cost: costOf(line, path), classes, obeyed, alike, ...(joint.kept ? { base: { pulls, ...base, joint, touched } } : {}) };
}

/** Classes in which some moments are each one of their own. */
const splitOff = (classes: Int32Array, apart: Apart): Int32Array => (apart.size ? classes.map((of, at) => (apart.has(at) ? classes.length + at : of)) : classes);

/** Moments of a path that cannot be played one after the other. */
const impossibleIn = (line: Line, path: readonly number[], prices: Prices): number[] => {
  const priced = { ...line, hold: prices };
  return path.flatMap((_, at) => (costAt(priced, path, at) < IMPOSSIBLE ? [] : [at]));
};

/** A line whose ties are known already, to be gone on from. Undefined where it would take too long. */
export function solveTied(line: Line, { classes, obeyed }: Pick<Solution, 'classes' | 'obeyed'>, prices: Prices): Solution | undefined {
  const alike = classes;
  if (obeyed.length === 0) return { ...chain(line, prices), classes, obeyed, alike };
  const joint = joined(line, classes, obeyed, prices, true);
  return joint && possible(line, joint) ? brought(line, joint, { classes, obeyed, alike, base: { alike, obeyed } }, prices, NO_PULLS, (now, some) => joinedAgain(line, now, some)) : undefined;
}

/**
 * The same line and ties with other prices: only what they can affect is solved again. Undefined where the whole has to be.
 *
 * @param apart those that can be taken in one way only are held there; where one of them can be taken in several, the whole has to be solved
 */
export function solveAgain(line: Line, base: Base, prices: Prices, apart: Apart = NONE): Solution | undefined {
  const fixed = new Map<number, number>();
  for (const at of apart) {
    const allowed = [...prices[at]!.keys()].filter((grip) => prices[at]![grip]! < FORBIDDEN);
    if (allowed.length !== 1) return undefined;
    fixed.set(at, allowed[0]!);
  }
  const obeyed = base.obeyed.filter((tie) => !apart.has(tie.at) && !apart.has(tie.of));
  const alike = splitOff(base.alike, apart);
  const pulls = new Map([...base.pulls, ...writtenIn(alike, prices)]);
  const joint = joinedAgain(line, base.joint, pulled(prices, alike, pulls), fixed);
  if (!possible(line, joint)) return undefined;
  return brought(line, joint, { classes: numbered(splitOff(joint.classes, apart)), obeyed, alike, base }, prices, pulls, (now, some) => joinedAgain(line, now, some, fixed));
}

/** Whether the ties do not contradict each other, looser as they are than the hand. What cannot be done without them either, as one finger written on two keys in a row, is not their doing. */
function possible(line: Line, joint: Joint): boolean {
  const { cost } = pathOf(joint);
  return cost < IMPOSSIBLE || cost - chain(line, joint.prices).cost < IMPOSSIBLE;
}
