/** A cost over some variables, the last one fastest. `scope` holds no variable twice. */
export interface Factor {
  readonly scope: readonly number[];
  readonly table: Float64Array;
}

/** In which order to eliminate; the values of the largest table, of all tables, and how many sums have to be looked at on the way. */
export interface Order {
  readonly order: readonly number[];
  readonly largest: number;
  readonly values: number;
  readonly total: number;
}

interface Entry {
  readonly size: number;
  readonly of: number;
}

function push(heap: Entry[], entry: Entry) {
  let at = heap.push(entry) - 1;
  while (at > 0) {
    const up = (at - 1) >> 1;
    if (heap[up]!.size <= entry.size) break;
    heap[at] = heap[up]!;
    at = up;
  }
  heap[at] = entry;
}

function pop(heap: Entry[]): Entry {
  const first = heap[0]!;
  const last = heap.pop()!;
  if (heap.length) {
    let at = 0;
    for (;;) {
      let down = at * 2 + 1;
      if (down >= heap.length) break;
      if (down + 1 < heap.length && heap[down + 1]!.size < heap[down]!.size) down++;
      if (heap[down]!.size >= last.size) break;
      heap[at] = heap[down]!;
      at = down;
    }
    heap[at] = last;
  }
  return first;
}

/**
 * Greedy: always the variable whose neighbours have the fewest values together. On a chain that is from its ends.
 * @param limit a larger table is not worth going on for: the order ends there
 */
export function eliminationOrder(sizes: readonly number[], scopes: Iterable<readonly number[]>, limit = Infinity): Order {
  const near: Set<number>[] = sizes.map(() => new Set<number>());
  for (const scope of scopes) for (const a of scope) for (const b of scope) if (a !== b) near[a]!.add(b);
  const weigh = (of: number) => {
    let size = 1;
    for (const other of near[of]!) size *= sizes[other]!;
    return size;
  };
  const heap: Entry[] = [];
  const current = sizes.map((_, of) => weigh(of));
  current.forEach((size, of) => push(heap, { size, of }));
  const done = new Uint8Array(sizes.length);
  const order: number[] = [];
  let [largest, values, total] = [1, 0, 0];
  while (heap.length && largest <= limit) {
    const { size, of } = pop(heap);
    if (done[of] || size !== current[of]) continue;
    done[of] = 1;
    order.push(of);
    largest = Math.max(largest, size);
    values += size;
    total += size * sizes[of]!;
    const others = [...near[of]!];
    for (const a of others) {
      near[a]!.delete(of);
      for (const b of others) if (a !== b) near[a]!.add(b);
    }
    for (const a of others) {
      const now = weigh(a);
      if (now !== current[a]) push(heap, { size: (current[a] = now), of: a });
    }
  }
  return { order, largest, values, total };
}

interface Choice {
  readonly of: number;
  readonly scope: readonly number[];
  readonly best: Uint8Array;
}

/** Progress is told once for so many variables. */
const SAID = 512;

/** A sum of costs worked through: what each variable has left to its neighbours. */
export interface Eliminated {
  readonly sizes: readonly number[];
  readonly order: readonly number[];
  /** What each variable costs by itself. */
  readonly own: readonly Float64Array[];
  /** The other costs, by that of their variables which is eliminated first. */
  readonly given: readonly (readonly Factor[])[];
  /** By variable: those whose costs were left to it. */
  readonly from: readonly (readonly number[])[];
  /** By variable, less what is in `shift`; undefined where it is not kept. */
  readonly left: readonly (Factor | undefined)[];
  readonly choices: readonly Choice[];
  readonly shift: Float64Array;
  /** Variables that were worked out, of all. */
  readonly touched: number;
}

/**
 * Eliminates variables one after the other, each leaving a table of its neighbours (Dechter 1999, bucket elimination). A
 * chain takes time linear in its length.
 *
 * @param sizes how many values each variable has, at most 255
 * @param keep whether what is left is kept, so that {@link eliminateAgain} can go on from it
 * @param onProgress told the share that is done
 */
export function eliminateAll(sizes: readonly number[], own: readonly Float64Array[], factors: readonly Factor[], { order }: Order, keep: boolean, onProgress: (share: number) => void = () => undefined): Eliminated {
  const rank = rankOf(order);
  const given: Factor[][] = sizes.map(() => []);
  const from: number[][] = sizes.map(() => []);
  for (const factor of factors) given[earliest(factor.scope, rank)]!.push(factor);
  const left: (Factor | undefined)[] = sizes.map(() => undefined);
  const choices: Choice[] = new Array<Choice>(sizes.length);
  for (const [at, of] of order.entries()) {
    if (at % SAID === 0) onProgress(at / order.length);
    const found = eliminate(of, costsOf(of, own[of]!, given[of]!, from[of]!, left), sizes);
    left[of] = found.left;
    choices[of] = found.choice;
    if (!keep) for (const one of from[of]!) left[one] = undefined;
    if (found.left.scope.length) from[earliest(found.left.scope, rank)]!.push(of);
  }
  return { sizes, order, own, given, from, left, choices, shift: new Float64Array(sizes.length), touched: order.length };
}

/** Tables that differ by less are the same: costs are sums of prices, the dearest of which are a million. */
const SAME = 1e-7;

/**
 * The same with other prices for some variables by themselves, or other costs in place of some that were given. Only what they can affect is worked out again: a variable that
 * leaves the same as before, or all of it dearer by one amount, changes no choice further on.
 */
export function eliminateAgain(before: Eliminated, own: ReadonlyMap<number, Float64Array>, factors: ReadonlyMap<Factor, Factor> = new Map()): Eliminated {
  const { sizes, order, from } = before;
  const rank = rankOf(order);
  const given = [...before.given];
  const [left, choices, shift, costs] = [[...before.left], [...before.choices], before.shift.slice(), [...before.own]];
  const dirty = new Uint8Array(sizes.length);
  for (const [of, prices] of own) {
    costs[of] = prices;
    dirty[of] = 1;
  }
  for (const [old, now] of factors) {
    const of = earliest(old.scope, rank);
    given[of] = given[of]!.map((one) => (one === old ? now : one));
    dirty[of] = 1;
  }
  let touched = 0;
  for (const of of order) {
    if (!dirty[of]) continue;
    touched++;
    const found = eliminate(of, costsOf(of, costs[of]!, given[of]!, from[of]!, left), sizes);
    choices[of] = found.choice;
    const by = dearerBy(left[of]!.table, found.left.table);
    shift[of] = by ?? 0;
    if (by !== undefined) continue;
    left[of] = found.left;
    if (found.left.scope.length) dirty[earliest(found.left.scope, rank)] = 1;
  }
  return { ...before, own: costs, given, left, choices, shift, touched };
}

/** By how much all of one table is dearer than another; undefined when not all by the same. */
function dearerBy(before: Float64Array, now: Float64Array): number | undefined {
  const by = now[0]! - before[0]!;
  for (let i = 1; i < now.length; i++) if (Math.abs(now[i]! - before[i]! - by) > SAME) return undefined;
  return by;
}

function rankOf(order: readonly number[]): Int32Array {
  const rank = new Int32Array(order.length);
  order.forEach((of, at) => (rank[of] = at));
  return rank;
}

const earliest = (scope: readonly number[], rank: Int32Array): number => scope.reduce((first, of) => (rank[of]! < rank[first]! ? of : first), scope[0]!);

const costsOf = (of: number, own: Float64Array, given: readonly Factor[], from: readonly number[], left: readonly (Factor | undefined)[]): Factor[] =>
  [{ scope: [of], table: own }, ...given, ...from.map((one) => left[one]!)];

/** The values of all variables with the least sum of costs, exactly. */
export function leastOf({ sizes, order, left, choices, shift }: Eliminated): { values: number[]; cost: number } {
  const values = new Array<number>(sizes.length).fill(0);
  let cost = 0;
  for (let at = order.length - 1; at >= 0; at--) {
    const { of, scope, best } = choices[order[at]!]!;
    values[of] = best[scope.reduce((index, other) => index * sizes[other]! + values[other]!, 0)]!;
    cost += shift[of]!;
    if (scope.length === 0) cost += left[of]!.table[0]!;
  }
  return { values, cost };
}

/**
 * The cost of the best value of one variable for every choice of its neighbours, and that value. The neighbours are gone through
 * like the wheels of a counter; a cost is added where the innermost of its wheels turns, so that the fast ones have little to add.
 */
function eliminate(of: number, factors: readonly Factor[], sizes: readonly number[]): { left: Factor; choice: Choice } {
  const uses = new Map<number, number>();
  for (const factor of factors) for (const other of factor.scope) if (other !== of) uses.set(other, (uses.get(other) ?? 0) + 1);
  const scope = [...uses.keys()].sort((a, b) => uses.get(b)! - uses.get(a)!);
  const [own, depth] = [sizes[of]!, scope.length];
  const dims = new Int32Array(depth);
  let size = 1;
  for (let d = 0; d < depth; d++) size *= dims[d] = sizes[scope[d]!]!;
  const tables = factors.map((factor) => factor.table);
  // how far a factor's place moves with the variable, and with each wheel; by wheel, the factors that turn with it and those it is the innermost of
  const inner = new Int32Array(factors.length);
  const steps = new Int32Array(depth * factors.length);
  const turning: number[][] = scope.map(() => []);
  const added: number[][] = Array.from({ length: depth + 1 }, () => []);
  factors.forEach(({ scope: variables }, f) => {
    let [stride, innermost] = [1, 0];
    for (let k = variables.length - 1; k >= 0; k--) {
      const other = variables[k]!;
      if (other === of) inner[f] = stride;
      else {
        const d = scope.indexOf(other);
        steps[d * factors.length + f] = stride;
        turning[d]!.push(f);
        innermost = Math.max(innermost, d + 1);
      }
      stride *= sizes[other]!;
    }
    added[innermost]!.push(f);
  });
  const places = new Int32Array(factors.length);
  const sums = new Float64Array((depth + 1) * own);
  const table = new Float64Array(size);
  const best = new Uint8Array(size);
  const digits = new Int32Array(depth);
  const last = depth * own;
  let turned = 0;
  for (let index = 0; index < size; index++) {
    for (let wheel = turned; wheel <= depth; wheel++) {
      const to = wheel * own;
      if (wheel > 0) for (let value = 0; value < own; value++) sums[to + value] = sums[to - own + value]!;
      for (const f of added[wheel]!) {
        const [costs, by] = [tables[f]!, inner[f]!];
        let place = places[f]!;
        for (let value = 0; value < own; value++) {
          sums[to + value]! += costs[place]!;
          place += by;
        }
      }
    }
    let [least, at] = [Infinity, 0];
    for (let value = 0; value < own; value++) {
      const sum = sums[last + value]!;
      if (sum < least) {
        least = sum;
        at = value;
      }
    }
    table[index] = least;
    best[index] = at;
    for (turned = depth; turned > 0; turned--) {
      const d = turned - 1;
      const over = ++digits[d]! === dims[d]!;
      const by = over ? 1 - dims[d]! : 1;
      for (const f of turning[d]!) places[f]! += by * steps[d * factors.length + f]!;
      if (!over) break;
      digits[d] = 0;
    }
  }
  return { left: { scope, table }, choice: { of, scope, best } };
}
