import { isSharp, placeOf, type Board } from "./board.ts";
import type { FeetPrices } from "./prices.ts";

export type Foot = "L" | "R";
export type Part = "t" | "h";

/** A foot on a key, with its toe or heel. */
export interface OnKey {
  readonly key: number;
  readonly foot: Foot;
  readonly part: Part;
}

/** How a moment is taken: the lowest key first. */
export interface FeetWay {
  readonly notes: readonly OnKey[];
  /** What has silently taken over at its end; as it began where nothing has. */
  readonly end: readonly OnKey[];
  readonly cost: number;
}

/** Who plays how, and on what. */
export interface Feet {
  readonly board: Board;
  readonly prices: FeetPrices;
  /** Naturals between the two feet at most. */
  readonly spread: number;
  /** Feet that are free; the other works the swell. */
  readonly free: readonly Foot[];
}

const PARTS: readonly Part[] = ["t", "h"];
/** Seconds a note must last for a silent change. From memory. */
const CHANGE_IN = 0.6;

export const codeOf = ({ foot, part }: Pick<OnKey, "foot" | "part">): string => `${foot}${part}`;

/** How far a foot has gone over to the other one's side. */
const asideOf = ({ key, foot }: OnKey, { middle }: Board): number =>
  Math.max(0, foot === "L" ? placeOf(key) - middle - 2 : middle - 2 - placeOf(key));

const costOf = ({ prices, board }: Feet, one: OnKey): number =>
  (one.part === "h" ? (isSharp(one.key) ? prices.heelOnSharp : prices.heel) : 0) +
  prices.aside * asideOf(one, board);

/** Whether two keys can be down at once so, the lower first. */
function areTogether({ spread, board }: Feet, low: OnKey, high: OnKey): boolean {
  const far = placeOf(high.key) - placeOf(low.key);
  if (low.foot === high.foot)
    return (
      low.part !== high.part && far <= board.oneFoot && !isSharp(low.key) && !isSharp(high.key)
    );
  return low.foot === "L" && far <= spread;
}

/**
 * Every way to take some keys at once, those that change silently last; none where two feet cannot.
 *
 * @param keys rising
 * @param seconds until the next moment
 */
export function waysOf(feet: Feet, keys: readonly number[], seconds: number): FeetWay[] {
  const plain: FeetWay[] = [];
  const walk = (notes: readonly OnKey[]) => {
    if (notes.length === keys.length) {
      const cost = notes.reduce((sum, one) => sum + costOf(feet, one), 0);
      plain.push({ notes, end: notes, cost });
      return;
    }
    const key = keys[notes.length]!;
    for (const foot of feet.free)
      for (const part of PARTS) {
        const one: OnKey = { key, foot, part };
        if (notes.every((other) => areTogether(feet, other, one))) walk([...notes, one]);
      }
  };
  walk([]);
  if (keys.length > 1 || seconds < CHANGE_IN) return plain;
  const changing = plain.flatMap(({ notes, cost }) =>
    plain
      .filter((other) => codeOf(other.notes[0]!) !== codeOf(notes[0]!))
      .map((other): FeetWay => ({
        notes,
        end: other.notes,
        cost: Math.max(cost, other.cost) + feet.prices.change,
      })),
  );
  return [...plain, ...changing];
}
