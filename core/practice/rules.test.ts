import { cleanShares, expectedForRun, promotionRule, type Result } from "./index.ts";

describe("promotion", () => {
  // Feller, An Introduction to Probability Theory, vol. 1, XIII.7: mean waiting time for a run of r
  // successes
  it("expects (p^-r - 1)/(1 - p) tries for ten in a row, and simulation agrees", () => {
    expect(expectedForRun(10, 0.5)).toBe(2046);
    expect(expectedForRun(2, 0.5)).toBe(6);
    expect(expectedForRun(10, 1)).toBe(10);
    expect(promotionRule("ten-in-a-row").expected(0.9, 4)).toBeCloseTo((0.9 ** -10 - 1) / 0.1, 9);
    for (const id of ["ten-in-a-row", "three-to-one"])
      for (const [p, bars] of [
        [0.75, 20],
        [0.9, 4],
        [0.98, 10],
      ] as const)
        expect(simulated(id, p, bars) / promotionRule(id).expected(p, bars)).toBeCloseTo(1, 1);
  });

  /** Mean tries until the rule is met, over many runs of a fixed pseudo-random sequence. */
  function simulated(id: string, p: number, bars: number): number {
    const rule = promotionRule(id);
    let state = 12345;
    const random = () => (state = (state * 1103515245 + 12345) % 2147483648) / 2147483648;
    let total = 0;
    const runs = 4000;
    for (let run = 0; run < runs; run++) {
      const tries: Result[] = [];
      while (!rule.met(tries, bars)) tries.push(random() < p ? "clean" : "slip");
      total += tries.length;
    }
    return total / runs;
  }

  const tries = (text: string): Result[] =>
    [...text].map((one) => (one === "c" ? "clean" : "slip"));
  it.each([
    ["ten-in-a-row", "ccccccccc", 8, 1],
    ["ten-in-a-row", "cccccccccc", 8, 0],
    ["ten-in-a-row", "cccccccccscc", 8, 8],
    ["ten-in-a-row", "ccccc", 9, 0],
    ["ten-in-a-row", "cc", 17, 1],
    ["three-to-one", "cc", 4, 1],
    ["three-to-one", "ccc", 4, 0],
    ["three-to-one", "scc", 4, 1],
    ["three-to-one", "sccc", 4, 0],
    ["three-to-one", "ccsscc", 4, 2],
    ["three-to-one", "sccsccccc", 4, 0],
    // no debt of sixty: nine clean tries leave three slips among the newest twelve
    ["three-to-one", "s".repeat(20), 4, 9],
    ["three-to-one", "s".repeat(20) + "c".repeat(9), 4, 0],
  ] as const)("%s after %s on %d bars", (id, text, bars, missing) => {
    const rule = promotionRule(id);
    expect([rule.met(tries(text), bars), rule.missing(tries(text), bars)]).toEqual([
      missing === 0,
      missing,
    ]);
  });

  it("trusts the log as it grows; one bad bar does not make a bad player", () => {
    const units = (count: number, text: string) =>
      new Map(Array.from({ length: count }, (_, i) => [`${i}-${i + 1}-both`, tries(text)]));
    expect(cleanShares(new Map()).usual).toBeCloseTo(0.9);
    expect(cleanShares(units(20, "cscs")).usual).toBeCloseTo(0.6);
    expect(cleanShares(units(20, "cccccc")).usual).toBe(0.98);
    const one = cleanShares(units(1, "s".repeat(12)));
    expect([one.usual, one.of("8-9-both")]).toEqual([0.9, 0.9]);
    expect(one.of("0-1-both")).toBeCloseTo(0.6);
  });
});
