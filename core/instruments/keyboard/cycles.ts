import { freesHand } from "../../fingering/moment.ts";
import { IMPOSSIBLE, sublineOf, type Line, type Prices } from "../../fingering/line.ts";
import { stepOf } from "../../fingering/steps.ts";
import { viterbi } from "../../fingering/viterbi.ts";
import type { Grip, KeyboardHand } from "./grip.ts";

type GripLine = Line<Grip>;
type EndMismatch = KeyboardHand["endMismatch"];

const OCTAVE = 12;
/** Keys of an octave that make a broken chord; fewer are leaps. */
const SHORTEST = 3;
/** Of leaving the cycle in the middle of a run: more than a thumb on a black key. */
const LEAVING = 6;

/** A run one way in which the same keys come again an octave on. */
interface Run {
  readonly from: number;
  readonly to: number;
  /** Notes in an octave. */
  readonly period: number;
}

/**
 * Runs over two octaves, but for the last note: scales and arpeggios. In shorter ones hardly a key
 * comes again, and what is around them decides.
 */
export function runsOverTwoOctaves({ moments }: GripLine): Run[] {
  const single = moments.map((moment) => moment.keys.length === 1 && moment.struck[0] === true);
  const key = (at: number) => moments[at]!.keys[0]!;
  const way = (at: number) =>
    at > 0 && at < moments.length && single[at] && single[at - 1] && !freesHand(moments[at]!.link)
      ? Math.sign(key(at) - key(at - 1))
      : 0;
  const found: Run[] = [];
  for (let start = 0; start < moments.length;) {
    let end = start;
    while (way(end + 1) !== 0 && way(end + 1) === way(start + 1)) end++;
    for (let from = start; from < end;) {
      let period = 1;
      while (from + period <= end && Math.abs(key(from + period) - key(from)) < OCTAVE) period++;
      let to = from + period;
      while (to <= end && Math.abs(key(to) - key(to - period)) === OCTAVE) to++;
      const twice = to - from >= 2 * period && period >= SHORTEST;
      if (twice) found.push({ from, to: to - 1, period });
      from = twice ? to - period : from + 1;
    }
    start = Math.max(end, start + 1);
  }
  return found;
}

/** Moments either side of a run that have a say in its cycle. */
const AROUND = 8;

/**
 * Prices under which runs over two octaves repeat the cycle of fingers that is cheapest where they
 * stand; their ends stay freer.
 *
 * @param known the same where nothing is written, for the runs that nothing is written on
 */
export function withCycles(
  line: GripLine,
  endMismatch: EndMismatch,
  own: Prices,
  known?: Prices,
): Prices {
  const prices = [...own];
  for (const run of runsOverTwoOctaves(line)) {
    const [from, to] = [Math.max(0, run.from - AROUND), Math.min(own.length - 1, run.to + AROUND)];
    let best: Prices | undefined;
    if (known && own.slice(from, to + 1).every((list, i) => list === line.hold[from + i]))
      best = known.slice(run.from, run.to + 1);
    else {
      const around = sublineOf(line, from, to);
      let least = Infinity;
      for (const cycle of cyclesOf(line, own, run)) {
        const held = holding(line, endMismatch, own, run, cycle);
        const { cost } = viterbi(
          around,
          prices.slice(from, to + 1).map((now, i) => held[i + from - run.from] ?? now),
        );
        if (cost < least) [least, best] = [cost, held];
      }
    }
    best?.forEach((held, i) => (prices[run.from + i] = held));
  }
  return prices;
}

/** The prices of a run that is held to a cycle. */
const holding = (
  line: GripLine,
  endMismatch: EndMismatch,
  own: Prices,
  { from, to, period }: Run,
  cycle: readonly number[],
): Prices =>
  Array.from({ length: to - from + 1 }, (_, i) => {
    const grips = line.ways[from + i]!;
    const wanted = grips[cycle[i % period]!]!;
    const price = (grip: number) =>
      grips[grip] === wanted
        ? 0
        : i === 0 || i === to - from
          ? endMismatch(grips[grip]!, wanted)
          : LEAVING;
    return own[from + i]!.map((before, grip) => before + price(grip));
  });

/** Costs of three grips in a row, the last fastest. */
interface Threes {
  readonly size: number;
  /** By place in the cycle. */
  readonly tables: readonly Float64Array[];
}

/**
 * What a run costs by the places of its cycle: each of its moments adds to its place, the first and
 * last are taken as suits those beside them.
 */
function costsOfCycle(line: GripLine, own: Prices, { from, to, period }: Run): Threes {
  // without silent changes, which come after the plain grips
  const count = (at: number) => line.ways[at]!.filter((grip) => !grip.then).length;
  const size = Math.max(...Array.from({ length: to - from + 1 }, (_, i) => count(from + i)));
  const tables = Array.from({ length: period }, () => new Float64Array(size ** 3));
  const stepAt = (at: number, y: number, z: number) => {
    const steps = line.step[at];
    return steps && y * steps.size + z < steps.costs.length ? stepOf(steps, y, z) : 0;
  };
  /** The cost of coming to a moment from two others; Infinity where there is no such grip. */
  const three = (at: number, x: number, y: number, z: number) => {
    if (x >= count(at - 2) || y >= count(at - 1) || z >= count(at)) return Infinity;
    const [middle, now] = [line.ways[at - 1]!.length, line.ways[at]!.length];
    return own[at]![z]! + stepAt(at, y, z) + (line.triple[at]?.[(x * middle + y) * now + z] ?? 0);
  };
  const all = Array.from({ length: size }, (_, grip) => grip);
  const add = (at: number, cost: (x: number, y: number, z: number) => number) => {
    const table = tables[(at - from) % period]!;
    for (const x of all)
      for (const y of all) for (const z of all) table[(x * size + y) * size + z]! += cost(x, y, z);
  };
  for (let at = from + 3; at < to; at++) add(at, (x, y, z) => three(at, x, y, z));
  const second = (y: number, free: number) => own[from + 1]![y]! + stepAt(from + 1, free, y);
  add(from + 2, (_, y, z) =>
    Math.min(
      ...all.map((free) =>
        y < count(from + 1) && free < count(from)
          ? own[from]![free]! + second(y, free) + three(from + 2, free, y, z)
          : Infinity,
      ),
    ),
  );
  add(to - 1, (_, y, z) => Math.min(...all.map((free) => three(to, y, z, free))));
  return { size, tables };
}

/**
 * The cheapest cycle for each two grips it may begin with, by their places in the list: what comes
 * before and after the run decides among them.
 */
function cyclesOf(line: GripLine, own: Prices, run: Run): number[][] {
  const { size, tables } = costsOfCycle(line, own, run);
  const found = new Map<string, number[]>();
  for (let first = 0; first < size * size; first++) {
    let costs = new Float64Array(size * size).fill(Infinity);
    costs[first] = 0;
    const back = tables.map((table) => {
      const { next, best } = onward(table, size, costs);
      costs = next;
      return best;
    });
    if (costs[first]! >= IMPOSSIBLE) continue;
    // the last two grips are the two before the first
    const cycle = tables.map(() => 0);
    for (let place = run.period - 1, pair = first; place >= 0; place--) {
      cycle[place] = pair % size;
      pair = back[place]![pair]! * size + Math.floor(pair / size);
    }
    found.set(cycle.join(), cycle);
  }
  return [...found.values()];
}

/**
 * The best costs of every pair of grips one place on, and the grip before each pair that is best.
 */
function onward(table: Float64Array, size: number, costs: Float64Array) {
  const next = new Float64Array(size * size).fill(Infinity);
  const best = new Uint16Array(size * size);
  for (let pair = 0; pair < size * size; pair++) {
    const x = Math.floor(pair / size);
    for (let z = 0; z < size; z++) {
      const [cost, to] = [costs[pair]! + table[pair * size + z]!, (pair % size) * size + z];
      if (cost < next[to]!) [next[to], best[to]] = [cost, x];
    }
  }
  return { next, best };
}
