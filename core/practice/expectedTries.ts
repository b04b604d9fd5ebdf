/** One try at a step: clean, or with a slip. */
export type Result = "clean" | "slip";

/**
 * Expected tries until `r` clean in a row: (p^-r - 1)/(1 - p). Feller, Introduction to Probability
 * Theory, vol. 1, XIII.7.
 */
export const expectedForRun = (r: number, p: number): number =>
  p >= 1 ? r : (p ** -r - 1) / (1 - p);

const LEAST_CLEAN = 3;
const CLEAN_PER_SLIP = 3;

/** Tries that count: what went wrong longer ago has been made good. */
export const NEWEST = 12;
export function threeForEach(tries: readonly Result[]): boolean {
  const first = Math.max(0, tries.length - NEWEST);
  let slips = 0;
  for (let at = first; at < tries.length; at++) if (tries[at] === "slip") slips++;
  return tries.length - first - slips >= Math.max(LEAST_CLEAN, CLEAN_PER_SLIP * slips);
}

/** A chance less likely than this no longer moves the expectation. */
const NEGLIGIBLE = 1e-6;

/**
 * Sum over n of the chance that the rule is not yet met after n tries: the newest tries are the
 * state of a Markov chain, written as bits under a leading one, a slip being 1.
 */
export function expectedThreeForEach(p: number): number {
  let open = new Map([[1, 1]]);
  let expected = 0;
  const isMet = (state: number, length: number) => {
    let slips = 0;
    for (let bit = 0; bit < length; bit++) slips += (state >> bit) & 1;
    return length - slips >= Math.max(LEAST_CLEAN, CLEAN_PER_SLIP * slips);
  };
  for (let n = 0; ; n++) {
    let chance = 0;
    for (const one of open.values()) chance += one;
    expected += chance;
    if (chance < NEGLIGIBLE) return expected;
    const length = Math.min(n + 1, NEWEST);
    const [first, mask] = [1 << length, (1 << length) - 1];
    const next = new Map<number, number>();
    for (const [state, share] of open)
      for (const [slip, likely] of [
        [0, p],
        [1, 1 - p],
      ] as const) {
        const after = first | (((state << 1) | slip) & mask);
        if (!isMet(after & mask, length)) next.set(after, (next.get(after) ?? 0) + share * likely);
      }
    open = next;
  }
}
