/** A cost over some variables, the last one fastest. `scope` holds no variable twice. */
export interface Factor {
  readonly scope: readonly number[];
  readonly table: Float64Array;
}

/** In which order to eliminate, and the values of the largest table, and of all, that have to be looked at on the way. */
export interface Order {
  readonly order: readonly number[];
  readonly largest: number;
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
  let [largest, total] = [1, 0];
  while (heap.length && largest <= limit) {
    const { size, of } = pop(heap);
    if (done[of] || size !== current[of]) continue;
    done[of] = 1;
    order.push(of);
    largest = Math.max(largest, size);
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
  return { order, largest, total };
}

interface Choice {
  readonly of: number;
  readonly scope: readonly number[];
  readonly best: Uint8Array;
}

/**
 * The values of all variables with the least sum of costs, exactly: variables are eliminated one after the other, each
 * leaving a table of its neighbours (Dechter 1999, bucket elimination). A chain takes time linear in its length.
 *
 * @param sizes how many values each variable has, at most 255
 */
export function minimise(sizes: readonly number[], factors: readonly Factor[], { order } = eliminationOrder(sizes, factors.map((one) => one.scope))): { values: number[]; cost: number } {
  const buckets: Factor[][] = sizes.map(() => []);
  const rank = new Int32Array(sizes.length);
  order.forEach((of, at) => (rank[of] = at));
  const earliest = (scope: readonly number[]) => scope.reduce((first, of) => (rank[of]! < rank[first]! ? of : first), scope[0]!);
  let cost = 0;
  const put = (factor: Factor) => {
    if (factor.scope.length === 0) cost += factor.table[0]!;
    else buckets[earliest(factor.scope)]!.push(factor);
  };
  factors.forEach(put);
  const choices: Choice[] = [];
  for (const of of order) {
    const { left, choice } = eliminate(of, buckets[of]!, sizes);
    buckets[of] = [];
    put(left);
    choices.push(choice);
  }
  const values = new Array<number>(sizes.length).fill(0);
  for (const { of, scope, best } of choices.reverse()) {
    values[of] = best[scope.reduce((index, other) => index * sizes[other]! + values[other]!, 0)]!;
  }
  return { values, cost };
}

/** The cost of the best value of one variable for every choice of its neighbours, and that value. */
function eliminate(of: number, factors: readonly Factor[], sizes: readonly number[]): { left: Factor; choice: Choice } {
  const scope: number[] = [];
  for (const factor of factors) for (const other of factor.scope) if (other !== of && !scope.includes(other)) scope.push(other);
  const [own, count, depth] = [sizes[of]!, factors.length, scope.length];
  const dims = new Int32Array(depth);
  let size = 1;
  for (let d = 0; d < depth; d++) size *= dims[d] = sizes[scope[d]!]!;
  const tables = factors.map((factor) => factor.table);
  // how far a factor's place moves with the variable, and with each neighbour
  const inner = new Int32Array(count);
  const steps = new Int32Array(count * depth);
  factors.forEach((factor, f) => {
    let stride = 1;
    for (let k = factor.scope.length - 1; k >= 0; k--) {
      const other = factor.scope[k]!;
      if (other === of) inner[f] = stride;
      else steps[scope.indexOf(other) * count + f] = stride;
      stride *= sizes[other]!;
    }
  });
  const table = new Float64Array(size);
  const best = new Uint8Array(size);
  const offsets = new Int32Array(count);
  const digits = new Int32Array(depth);
  for (let index = 0; index < size; index++) {
    let [least, at] = [Infinity, 0];
    for (let value = 0; value < own; value++) {
      let sum = 0;
      for (let f = 0; f < count; f++) sum += tables[f]![offsets[f]! + value * inner[f]!]!;
      if (sum < least) {
        least = sum;
        at = value;
      }
    }
    table[index] = least;
    best[index] = at;
    for (let d = depth - 1; d >= 0; d--) {
      digits[d]!++;
      const up = digits[d]! < dims[d]!;
      const by = up ? 1 : 1 - dims[d]!;
      for (let f = 0; f < count; f++) offsets[f]! += by * steps[d * count + f]!;
      if (up) break;
      digits[d] = 0;
    }
  }
  return { left: { scope, table }, choice: { of, scope, best } };
}
