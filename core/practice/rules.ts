/** One try at a step: clean, or with a slip. */
export type Result = "clean" | "slip";

/** When a step counts as learnt and the tempo goes up. */
export interface PromotionRule {
  readonly id: "three-to-one" | "ten-in-a-row";
  readonly name: string;
  /** Why one would choose it. */
  readonly why: string;
  /** Whether the tries made on a step, in order, are enough. */
  readonly met: (tries: readonly Result[]) => boolean;
  /** Clean tries still needed if all are clean from now on. */
  readonly missing: (tries: readonly Result[]) => number;
  /** Expected number of tries until it is met, when each is clean with chance `p`. */
  readonly expected: (p: number) => number;
}

const cleanRun = (tries: readonly Result[]): number => tries.length - 1 - tries.lastIndexOf("slip");

const count = (tries: readonly Result[], result: Result): number =>
  tries.filter((one) => one === result).length;

/**
 * Expected tries until `r` clean in a row: (p^-r - 1)/(1 - p). Feller, Introduction to Probability
 * Theory, vol. 1, XIII.7.
 */
export const expectedForRun = (r: number, p: number): number =>
  p >= 1 ? r : (p ** -r - 1) / (1 - p);

const IN_A_ROW = 10;

const tenInARow: PromotionRule = {
  id: "ten-in-a-row",
  name: "Ten clean in a row",
  why: "Strict: a slip restarts the count. For spots that must never fail.",
  met: (tries) => cleanRun(tries) >= IN_A_ROW,
  missing: (tries) => Math.max(0, IN_A_ROW - cleanRun(tries)),
  expected: (p) => expectedForRun(IN_A_ROW, p),
};

const LEAST_CLEAN = 3;
const CLEAN_PER_SLIP = 3;

const cleanWanted = (slips: number): number => Math.max(LEAST_CLEAN, CLEAN_PER_SLIP * slips);

/** A path less likely than this no longer moves the expectation. */
const NEGLIGIBLE = 1e-9;

/**
 * Sum over n of the chance that the rule is not yet met after n tries, by counting paths of clean
 * and slip.
 */
function expectedThreeToOne(p: number): number {
  let open = new Map([[0, 1]]); // slips so far → chance, after n tries
  let expected = 0;
  for (let n = 0; n < 400 && open.size; n++) {
    for (const chance of open.values()) expected += chance;
    const next = new Map<number, number>();
    for (const [slips, chance] of open) {
      const clean = n - slips + 1;
      if (clean < cleanWanted(slips)) next.set(slips, (next.get(slips) ?? 0) + chance * p);
      if (chance > NEGLIGIBLE) next.set(slips + 1, (next.get(slips + 1) ?? 0) + chance * (1 - p));
    }
    open = next;
  }
  return expected;
}

const threeToOne: PromotionRule = {
  id: "three-to-one",
  name: "Three clean for each slip",
  why:
    "At least three clean, and three for every slip on this step. Quicker, " +
    "and a slip is made good rather than starting over.",
  met: (tries) => count(tries, "clean") >= cleanWanted(count(tries, "slip")),
  missing: (tries) => Math.max(0, cleanWanted(count(tries, "slip")) - count(tries, "clean")),
  expected: expectedThreeToOne,
};

/** The schools of raising the tempo. A new one is an entry here. */
export const promotionRules: readonly PromotionRule[] = [threeToOne, tenInARow];

/**
 * @throws RangeError for a rule nobody registered
 * @example promotionRule("ten-in-a-row").missing(["clean", "slip", "clean"]) // => 9
 */
export function promotionRule(id: string): PromotionRule {
  const found = promotionRules.find((rule) => rule.id === id);
  if (!found) throw new RangeError(`no promotion rule called ${id}`);
  return found;
}
