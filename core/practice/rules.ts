import { say } from "../words/say.ts";
import type { Result } from "./expectedTries.ts";
import { expectedForRun, threeForEach, expectedThreeForEach } from "./expectedTries.ts";

/** When a step counts as learnt and the tempo goes up. `bars` is how long the unit is. */
export interface PromotionRule {
  readonly id: "three-to-one" | "ten-in-a-row";
  readonly name: string;
  /** Why one would choose it. */
  readonly why: string;
  /** Whether the tries made on a step, in order, are enough. */
  readonly met: (tries: readonly Result[], bars: number) => boolean;
  /** Clean tries still needed if all are clean from now on. */
  readonly missing: (tries: readonly Result[], bars: number) => number;
  /** Expected number of tries until it is met, when each is clean with chance `p`. */
  readonly expected: (p: number, bars: number) => number;
}

const cleanRun = (tries: readonly Result[]): number => tries.length - 1 - tries.lastIndexOf("slip");

/** Clean tries in a row by the length of the unit: the longer, the more there is in each. */
const inARow = (bars: number): number => (bars > 16 ? 3 : bars > 8 ? 5 : 10);

const tenInARow: PromotionRule = {
  id: "ten-in-a-row",
  name: say`Ten clean in a row`,
  why: say`Strict: a slip restarts the count. Five are enough above eight bars, three above sixteen.
    For spots that must never fail.`,
  met: (tries, bars) => cleanRun(tries) >= inARow(bars),
  missing: (tries, bars) => Math.max(0, inARow(bars) - cleanRun(tries)),
  expected: (p, bars) => expectedForRun(inARow(bars), p),
};

/** Expectations by chance in hundredths: the same few are asked for again and again. */
const expectations = new Map<number, number>();

const threeToOne: PromotionRule = {
  id: "three-to-one",
  name: say`Three clean for each slip`,
  why: say`At least three clean, and three for every slip among the newest twelve tries on this
    step. Quicker, and a slip is made good rather than starting over.`,
  met: threeForEach,
  missing: (tries) => {
    for (let more = 0; ; more++)
      if (threeForEach([...tries, ...Array<Result>(more).fill("clean")])) return more;
  },
  expected: (p) => {
    const key = Math.round(Math.min(1, Math.max(0.05, p)) * 100);
    const known = expectations.get(key) ?? expectedThreeForEach(key / 100);
    expectations.set(key, known);
    return known;
  },
};

/** The schools of raising the tempo. A new one is an entry here. */
export const promotionRules: readonly PromotionRule[] = [threeToOne, tenInARow];

/**
 * @throws RangeError for a rule nobody registered
 * @example promotionRule("ten-in-a-row").missing(["clean", "slip", "clean"], 4) // => 9
 */
export function promotionRule(id: string): PromotionRule {
  const found = promotionRules.find((rule) => rule.id === id);
  if (!found) throw new RangeError(`no promotion rule called ${id}`);
  return found;
}
