/**
 * An earlier stretch that a later one matches bar by bar. Bar indexes; `shift` as the comparison
 * counts it.
 */
export interface Run {
  readonly from: number;
  readonly of: number;
  readonly length: number;
  readonly shift: number;
}

/** How the bars of one line are compared with the earlier bars of another (often the same). */
export interface Comparison {
  /** Number of what a bar must be equal in; -1 for a bar of rest. */
  readonly key: readonly number[];
  /** The same for the earlier line. */
  readonly earlier: readonly number[];
  /**
   * What must be the same along a run, such as the interval; only asked of bars with equal keys.
   */
  readonly shift: (at: number, earlier: number) => number;
  readonly allowed: (shift: number) => boolean;
}

const ANY = 0x7fffffff;

/**
 * For every bar the longest run that starts there, ends with something struck, and keeps its shift.
 * Works back from the end, so that the run of bars (i, j) extends that of (i+1, j+1). Time grows
 * with the number of equal pairs.
 */
export function longestRuns({ key, earlier, shift, allowed }: Comparison): (Run | undefined)[] {
  const n = key.length;
  const best: (Run | undefined)[] = new Array<Run | undefined>(n).fill(undefined);
  const places = new Map<number, number[]>();
  earlier.forEach((value, at) => {
    const list = places.get(value);
    if (list) list.push(at);
    else places.set(value, [at]);
  });
  let [lengths, shifts] = [new Int32Array(n + 2), new Int32Array(n + 2)];
  let [nextLengths, nextShifts] = [new Int32Array(n + 2), new Int32Array(n + 2)];
  /** Earlier bars from which a run goes on, in the row of the bar after. */
  let open: number[] = [];
  for (let i = n - 1; i > 0; i--) {
    nextLengths.fill(0);
    const silent = key[i]! < 0;
    const nextOpen: number[] = [];
    // a rest counts only on the way to something struck
    const candidates = silent
      ? open.map((at) => at - 1).filter((at) => at >= 0 && earlier[at]! < 0)
      : (places.get(key[i]!) ?? []);
    for (const j of candidates) {
      if (j >= i) continue;
      const own = silent ? ANY : shift(i, j);
      if (!silent && !allowed(own)) continue;
      const after = i + 1 < n ? lengths[j + 1]! : 0;
      const afterShift = after ? shifts[j + 1]! : ANY;
      const joins = silent || afterShift === ANY || own === afterShift;
      const length = silent ? 1 + after : 1 + (joins ? after : 0);
      nextLengths[j] = length;
      nextShifts[j] = silent ? afterShift : own;
      nextOpen.push(j);
      if (!silent && length > (best[i]?.length ?? 0))
        best[i] = { from: i, of: j, length, shift: own };
    }
    open = nextOpen;
    [lengths, nextLengths] = [nextLengths, lengths];
    [shifts, nextShifts] = [nextShifts, shifts];
  }
  return best;
}

/** Of runs in order of their start, those that lie in no other. */
export function maximal(runs: readonly (Run | undefined)[]): Run[] {
  const found: Run[] = [];
  for (const run of runs) {
    if (!run) continue;
    const last = found.at(-1);
    if (!last || last.from + last.length < run.from + run.length) found.push(run);
  }
  return found;
}
