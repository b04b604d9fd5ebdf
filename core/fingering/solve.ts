import { chain } from './chain.ts';
import { eliminationOrder, minimise, type Factor, type Order } from './elimination.ts';
import type { Grip, HandModel, Link } from './model.ts';
import type { Moment } from './moments.ts';
import { classesOf, type Tie } from './ties.ts';

/** A rest this long in seconds frees the hand for any finger. Common practice, no source. */
const FREE_AFTER = 0.35;
/** A note this long in seconds leaves time for a silent change of finger. */
const CHANGE_AFTER = 1;
/** A lock may ask for what is not possible: dearer than anything else, but the rest is still solved. */
export const IMPOSSIBLE = 1e5;
/** Values in the largest table, and in all of them for each moment, that are worked out; ties that would need more are left out, the loosest first. */
const LARGEST = 80_000;
const MOST = 3_000;
const ALWAYS = 2_000_000;

export const freesHand = (link: Link | undefined): boolean => link !== undefined && link.rest > FREE_AFTER;

/** A line of moments made ready: every way to take each of them, and what they cost one after the other. */
export interface Line {
  readonly moments: readonly Moment[];
  readonly grips: readonly (readonly Grip[])[];
  readonly hold: readonly Float64Array[];
  /** From the grips of the moment before; the last index fastest. */
  readonly step: readonly Float64Array[];
  readonly turn: readonly (Float64Array | undefined)[];
  readonly apart: HandModel['apart'];
}

/** More prices: what a school asks for, at some moments. */
export interface Convention {
  readonly at: readonly boolean[];
  readonly hold?: (grip: Grip) => number;
  /** Of coming to such a moment. */
  readonly step?: (a: Grip, b: Grip) => number;
}

const NO_TURN = new Float64Array(0);

const SEMITONES = 12;

export function lineOf(moments: readonly Moment[], model: HandModel, conventions: readonly Convention[], changes: boolean): Line {
  const known = new Map<string, readonly Grip[]>();
  const tables = new Map<string, Float64Array>();
  /** Prices of single notes depend on how their keys lie alone: worked out once for each figure, whatever its octave. */
  const once = (key: string | undefined, make: () => Float64Array): Float64Array => {
    if (key === undefined) return make();
    let found = tables.get(key);
    if (!found) tables.set(key, (found = make()));
    return found;
  };
  const gripsOf = (moment: Moment): readonly Grip[] => {
    const more = changes && moment.seconds >= CHANGE_AFTER;
    const key = `${moment.keys.join()} ${moment.struck.join()} ${more}`;
    let found = known.get(key);
    if (!found) known.set(key, (found = model.choices(moment.keys.length, more).map((way): Grip => ({ ...way, keys: moment.keys, struck: moment.struck }))));
    return found;
  };
  const grips = moments.map(gripsOf);
  const plain = moments.map((moment, at) => moment.keys.length === 1 && moment.struck[0] === true && grips[at]!.length === 5);
  const keyAt = (at: number) => moments[at]!.keys[0]!;
  const shift = (at: number) => keyAt(at) - Math.floor(keyAt(at) / SEMITONES) * SEMITONES;
  const clamp = (cost: number) => Math.min(cost, IMPOSSIBLE);
  const hold = moments.map((_, at) => {
    const base = once(plain[at] ? `${shift(at)}` : undefined, () => Float64Array.from(grips[at]!, (grip) => clamp(model.hold(grip))));
    const asked = conventions.filter((one) => one.hold && one.at[at]);
    return asked.length ? Float64Array.from(base, (cost, i) => asked.reduce((sum, one) => sum + one.hold!(grips[at]![i]!), cost)) : base;
  });
  const step = moments.map((moment, at) => {
    if (at === 0 || freesHand(moment.link)) return NO_TURN;
    const [before, link] = [grips[at - 1]!, moment.link!];
    const asked = conventions.filter((one) => one.step && one.at[at]);
    const make = () => tableOf(before, grips[at]!, (a, b) => asked.reduce((sum, one) => sum + one.step!(a, b), clamp(model.step(a, b, link))));
    const where = plain[at] && plain[at - 1] ? `${shift(at - 1)} ${keyAt(at) - keyAt(at - 1)} ${link.detached ? 'd' : ''}${link.pedalled ? 'p' : ''}${model.hurried(link) ? 'f' : ''}${conventions.map((one) => (asked.includes(one) ? 1 : 0)).join('')}` : undefined;
    return once(where, make);
  });
  const turn = moments.map((moment, at) => {
    if (at < 2 || freesHand(moment.link) || freesHand(moments[at - 1]!.link)) return undefined;
    // a model prices three in a row of single notes only
    if (moment.keys.length !== 1 || moments[at - 1]!.keys.length !== 1 || moments[at - 2]!.keys.length !== 1) return undefined;
    const [a, b, c] = [grips[at - 2]!, grips[at - 1]!, grips[at]!];
    const where = plain[at] && plain[at - 1] && plain[at - 2] ? `${shift(at - 2)} ${keyAt(at - 1) - keyAt(at - 2)} ${keyAt(at) - keyAt(at - 1)} turn` : undefined;
    return once(where, () => {
      const table = new Float64Array(a.length * b.length * c.length);
      let i = 0;
      for (const one of a) for (const two of b) for (const last of c) table[i++] = clamp(model.turn(one, two, last));
      return table;
    });
  });
  return { moments, grips, hold, step, turn, apart: model.apart };
}

function tableOf(a: readonly Grip[], b: readonly Grip[], price: (one: Grip, other: Grip) => number): Float64Array {
  const table = new Float64Array(a.length * b.length);
  let i = 0;
  for (const one of a) for (const other of b) table[i++] = price(one, other);
  return table;
}

/** Sums a table over moments into one over the variables they stand for, which may be the same. */
function folded(table: Float64Array, variables: readonly number[], sizes: readonly number[]): Factor {
  const scope = [...new Set(variables)];
  if (scope.length === variables.length) return { scope, table };
  const dims = scope.map((of) => sizes[of]!);
  const made = new Float64Array(dims.reduce((product, dim) => product * dim, 1));
  for (let index = 0; index < made.length; index++) {
    let rest = index;
    const digits = new Map<number, number>();
    for (let d = scope.length - 1; d >= 0; d--) {
      digits.set(scope[d]!, rest % dims[d]!);
      rest = Math.floor(rest / dims[d]!);
    }
    made[index] = table[variables.reduce((sum, of) => sum * sizes[of]! + digits.get(of)!, 0)]!;
  }
  return { scope, table: made };
}

export interface Solution {
  /** The grip of each moment, by its place in the line's list. */
  readonly path: readonly number[];
  readonly cost: number;
  /** The variable each moment stands for: equal numbers took equal fingers. */
  readonly classes: Int32Array;
}

export interface SolveOptions {
  readonly ties?: readonly Tie[];
  /** Grips that are allowed, by moment; all where not given. */
  readonly only?: (at: number, grip: number) => boolean;
  /** Added to the price of a grip; for alternatives. */
  readonly more?: (at: number, grip: number) => number;
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
export function solve(line: Line, { ties = [], only, more }: SolveOptions = {}): Solution {
  const count = line.moments.length;
  if (count === 0) return { path: [], cost: 0, classes: new Int32Array(0) };
  const alike = (at: number, of: number) => line.grips[at]!.length === line.grips[of]!.length;
  const alone = classesOf(count, [], alike);
  const untied = () => ({ ...chain(line, ownPrices(line, only, more)), classes: alone });
  if (ties.length === 0) return untied();
  const same = ties.filter((tie) => tie.kind === 'same');
  const classes = classesOf(count, same, alike);
  // with the others it would only take longer
  if (!isQuick(line, classes)) return agreed(line, classes, untied(), only, more);
  for (const least of LEVELS) {
    const obeyed = ties.filter((tie) => tie.run >= least[tie.kind]);
    const found = attempt(line, classesOf(count, obeyed.filter((tie) => tie.kind !== 'end'), alike), obeyed, only, more);
    // ties that contradict each other are looser than the hand
    if (found && (found.cost < IMPOSSIBLE || blocked(line, found.path, only))) return found;
  }
  return agreed(line, classes, untied(), only, more);
}

/** From gently to so firmly that only what cannot be done is dearer. */
const PULLS = [2, 6, 20, 80, 300];

/**
 * Where the ties cannot be solved as one, each class is pulled towards the grip most of its moments have, harder each time, until
 * they agree. Not exact, but each round is, and time grows with the length of the line alone.
 */
function agreed(line: Line, classes: Int32Array, first: Solution, only: SolveOptions['only'], more: SolveOptions['more']): Solution {
  const base = ownPrices(line, only, more);
  let { path } = first;
  for (const pull of PULLS) {
    const wanted = mostOf(classes, path);
    const pulled = base.map((prices, at) => {
      const own = prices.slice();
      for (let grip = 0; grip < own.length; grip++) if (wanted[classes[at]!] !== grip) own[grip]! += pull;
      return own;
    });
    path = chain(line, pulled).path;
    if (agree(classes, path)) break;
  }
  return { path, cost: costOf(line, path), classes };
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

/** What each grip costs by itself, with what is asked for. */
function ownPrices(line: Line, only: SolveOptions['only'], more: SolveOptions['more']): readonly Float64Array[] {
  if (!only && !more) return line.hold;
  return line.hold.map((prices, at) => {
    const own = prices.slice();
    for (let grip = 0; grip < own.length; grip++) {
      if (only && !only(at, grip)) own[grip] = IMPOSSIBLE * 10;
      else if (more) own[grip]! += more(at, grip);
    }
    return own;
  });
}

/** Whether an order can be gone through in the time there is. */
const within = (line: Line, { largest, total }: Order): boolean => largest <= LARGEST && total <= Math.max(ALWAYS, MOST * line.moments.length);

/** Whether the classes could be solved as one in time, found out without their costs. */
function isQuick(line: Line, classes: Int32Array): boolean {
  const sizes: number[] = [];
  classes.forEach((of, at) => (sizes[of] = line.grips[at]!.length));
  return within(line, eliminationOrder(sizes, scopesOf(line, classes), LARGEST));
}

/** Undefined when it would take too long. */
function attempt(line: Line, classes: Int32Array, ties: readonly Tie[], only: SolveOptions['only'], more: SolveOptions['more']): Solution | undefined {
  const { sizes, factors: single } = factorsOf(line, classes, only, more);
  const factors = merged([...single, ...endsOf(line, classes, ties, sizes)]);
  const order = eliminationOrder(sizes, factors.map((factor) => factor.scope), LARGEST);
  if (!within(line, order)) return undefined;
  const { values, cost } = minimise(sizes, factors, order);
  return { path: Array.from(classes, (of) => values[of]!), cost, classes };
}

/** Whether locks alone make it impossible. */
function blocked(line: Line, path: readonly number[], only: SolveOptions['only']): boolean {
  return only !== undefined && path.some((grip, at) => line.hold[at]![grip]! >= IMPOSSIBLE);
}

/** The variables that costs are over, without the costs. */
const scopesOf = (line: Line, classes: Int32Array): number[][] => line.moments.flatMap((_, at) => [
  ...(line.step[at]!.length ? [[classes[at - 1]!, classes[at]!]] : []), ...(line.turn[at] ? [[classes[at - 2]!, classes[at - 1]!, classes[at]!]] : []),
]);

function factorsOf(line: Line, classes: Int32Array, only: SolveOptions['only'], more: SolveOptions['more']): { sizes: number[]; factors: Factor[] } {
  const sizes: number[] = [];
  classes.forEach((of, at) => (sizes[of] = line.grips[at]!.length));
  const factors: Factor[] = [];
  const own = ownPrices(line, only, more);
  line.moments.forEach((_, at) => {
    factors.push({ scope: [classes[at]!], table: own[at]! });
    if (line.step[at]!.length) factors.push(folded(line.step[at]!, [classes[at - 1]!, classes[at]!], sizes));
    const turn = line.turn[at];
    if (turn) factors.push(folded(turn, [classes[at - 2]!, classes[at - 1]!, classes[at]!], sizes));
  });
  return { sizes, factors };
}

/** Costs over the same variables added up: a stretch that returns is weighed once for all its times. */
function merged(factors: readonly Factor[]): Factor[] {
  const found = new Map<string, { factor: Factor; own: boolean }>();
  for (const factor of factors) {
    const key = factor.scope.join();
    const before = found.get(key);
    if (!before) found.set(key, { factor, own: false });
    else {
      // tables are shared between places that are alike: the first sum needs one of its own
      const table = before.own ? before.factor.table : before.factor.table.slice();
      for (let i = 0; i < table.length; i++) table[i]! += factor.table[i]!;
      found.set(key, { factor: { scope: factor.scope, table }, own: true });
    }
  }
  return [...found.values()].map((one) => one.factor);
}

/** The ends of runs lean to the fingers their keys have in other octaves. */
function endsOf(line: Line, classes: Int32Array, ties: readonly Tie[], sizes: readonly number[]): Factor[] {
  const done = new Set<string>();
  return ties.flatMap(({ at, of, kind }) => {
    const scope = [classes[of]!, classes[at]!];
    const [a, b] = [line.grips[of]!, line.grips[at]!];
    if (kind !== 'end' || scope[0] === scope[1] || done.has(scope.join()) || a.length !== sizes[scope[0]!] || b.length !== sizes[scope[1]!]) return [];
    done.add(scope.join());
    return [{ scope, table: tableOf(a, b, line.apart) }];
  });
}

/** What a path costs in a line or in a stretch of it, without anything added. */
export function costOf(line: Line, path: readonly number[], { first, last } = { first: 0, last: path.length - 1 }): number {
  return path.reduce((sum, grip, at) => {
    if (at < first || at > last) return sum;
    const size = line.grips[at]!.length;
    let cost = sum + line.hold[at]![grip]!;
    if (line.step[at]!.length) cost += line.step[at]![path[at - 1]! * size + grip]!;
    const turn = line.turn[at];
    if (turn) cost += turn[(path[at - 2]! * line.grips[at - 1]!.length + path[at - 1]!) * size + grip]!;
    return cost;
  }, 0);
}
