import { isBlack } from "../../score/model/pitch.ts";
import { keyAt } from "./geometry.ts";
import type { Prices } from "./prices.ts";
import type { Span } from "./reachTables.ts";

/** Neighbours of a rolled chord lie at most so many times their span apart. Own figure. */
const ROLLED = 1.35;

/** Two fingers on two keys. */
export interface Pair {
  readonly span: Span;
  /** White keys from the lower to the higher finger; below 0 when they cross. */
  readonly distance: number;
  readonly low: number;
  readonly high: number;
}

/** What two fingers on two keys cost. Spans are those of `reach.ts`: thumb and second are "12". */
export function fingerPairs(spans: Readonly<Record<string, Span>>, p: Prices) {
  const pair = (f1: number, k1: number, f2: number, k2: number): Pair => {
    const distance = keyAt(k2) - keyAt(k1);
    return f1 < f2
      ? { span: spans[f1 * 10 + f2]!, distance, low: f1, high: f2 }
      : { span: spans[f2 * 10 + f1]!, distance: -distance, low: f2, high: f1 };
  };
  const reachable = ({ span, distance }: Pair) =>
    distance >= span[0] - 1e-9 && distance <= span[5] + 1e-9;
  // a rolled chord goes on over the finger that has just played
  const rolls = ({ span, distance }: Pair) =>
    distance >= span[0] - 1e-9 && distance <= span[5] * ROLLED;
  const strain = (
    { span, distance, low, high }: Pair,
    stretch: number,
    tension: number,
    uneven: number,
  ) => {
    const factor = low === 1 ? 1 : 2;
    return (
      Math.max(0, distance - span[4], span[1] - distance) * stretch * factor +
      Math.max(0, distance - span[3], span[2] - distance) * tension * factor +
      Math.max(0, Math.abs(distance - (high - low)) - 0.6) * uneven
    );
  };
  const spanCost = (move: Pair) => strain(move, p.stretch, p.tension, p.uneven);
  // two keys alone lie under a finger for each white key; in a fuller chord the hand opens
  const chordCost = (both: Pair, count: number) =>
    strain(both, p.chordStretch, p.chordTension, count === 2 ? p.uneven : p.chordUneven);
  const besideWhite = (finger: number, key: number, neighbour: number) =>
    !isBlack(key) || isBlack(neighbour)
      ? 0
      : finger === 1
        ? p.thumbBlackBesideWhite
        : finger === 5
          ? p.littleBlackBesideWhite
          : 0;
  const leap = (distance: number) => p.leap + Math.abs(distance) * p.leapKey;
  return { pair, reachable, rolls, spanCost, chordCost, besideWhite, leap };
}

export type FingerPairs = ReturnType<typeof fingerPairs>;
