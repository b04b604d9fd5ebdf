import type { Link } from "../../fingering/moment.ts";
import { isBlack } from "../../score/model/pitch.ts";
import type { FingerPairs } from "./fingerPairs.ts";
import { keyAt } from "./geometry.ts";
import type { Prices } from "./prices.ts";

/**
 * Slower than this no finger needs changing on a repeated key; quicker than this none can be
 * changed on a held one. Seconds; common practice, no source.
 */
const FAST = 0.16;
export const TIME_TO_CHANGE = 0.25;

/**
 * Quicker than this a finger hardly jumps from key to key; and it jumps no less than a fourth, in
 * semitones.
 */
const QUICK = 0.25;
const FOURTH = 5;

/** White keys to a finger on the other side that are no crossing any more. */
const LIFTED = 5;

/** How much the little time that passes tells on the price of a step. */
export const hurried = ({ seconds }: Link) => (seconds < FAST ? 2 : seconds < QUICK ? 1 : 0);

/** What it costs to go from finger `f1` on key `k1` to `f2` on `k2`. */
export type MelodicCost = (f1: number, k1: number, f2: number, k2: number, link: Link) => number;

/**
 * Prices of a line: one key after another.
 *
 * @param widest white keys from thumb to little finger at the most
 * @param ease what passing the thumb costs more for a beginner
 */
export function melodicCost(
  { pair, reachable, spanCost, besideWhite, leap }: FingerPairs,
  p: Prices,
  widest: number,
  ease: number,
): MelodicCost {
  const passCost = (thumb: number, other: number, finger: number, distance: number) => {
    const colour = isBlack(thumb)
      ? isBlack(other)
        ? p.passBlackBlack
        : p.passBlackWhite
      : isBlack(other)
        ? p.passWhiteBlack
        : p.passWhiteWhite;
    const crossed =
      finger === 2
        ? p.pass2 + (Math.abs(thumb - other) <= 2 ? p.pass2Step : 0)
        : finger === 3
          ? p.pass3
          : finger === 4
            ? p.pass4
            : p.pass5;
    return (colour + crossed + Math.max(0, Math.abs(distance) - 1) * p.passWide) * ease;
  };

  /** From one key to another without letting go between. */
  const connected = (f1: number, k1: number, f2: number, k2: number, quick: boolean): number => {
    if (f1 === f2) {
      if (isBlack(k1) && !isBlack(k2) && Math.abs(k1 - k2) === 1) return p.slide;
      return Math.abs(k1 - k2) >= FOURTH
        ? (quick ? (p.sameFar * 4) / 3 : p.sameFar) + Math.abs(keyAt(k2) - keyAt(k1)) * p.leapKey
        : Infinity;
    }
    const move = pair(f1, k1, f2, k2);
    const beside = besideWhite(f1, k1, k2) + besideWhite(f2, k2, k1);
    if (move.distance < 0) {
      const [thumb, other] = f1 === move.low ? [k1, k2] : [k2, k1];
      if (move.low === 1 && reachable(move))
        return passCost(thumb, other, move.high, move.distance) + beside;
      // further than fingers cross the hand is lifted and set down anew: what counts is how far it
      // goes
      if (-move.distance >= LIFTED)
        return leap(-move.distance + move.high - move.low) + 2 * p.stretch + beside;
      const crossing =
        move.low === 1
          ? p.leap + 4
          : move.distance >= -1.7 && move.high - move.low === 1 && move.low >= 3
            ? move.low === 4
              ? p.fourOverFive
              : p.over
            : 3 * p.leap;
      return crossing * ease + Math.abs(move.distance) * p.leapKey + beside;
    }
    if (!reachable(move))
      return (
        leap(move.distance - (move.high - move.low)) +
        2 * p.stretch +
        beside +
        (move.distance <= widest ? p.wide : 0)
      );
    let cost = Math.min(spanCost(move), leap(move.distance) + 2 * p.stretch) + beside;
    const [k3, k4] = move.low === 3 && move.high === 4 ? (f1 === 3 ? [k1, k2] : [k2, k1]) : [0, 0];
    if (k3 !== k4 && !isBlack(k3) && isBlack(k4)) cost += p.threeWhiteFourBlack;
    return cost;
  };
  const detached = (f1: number, k1: number, f2: number, k2: number): number => {
    if (f1 === f2) return p.detachedSame + Math.abs(keyAt(k2) - keyAt(k1)) * p.leapKey;
    const move = pair(f1, k1, f2, k2);
    return (
      Math.min(spanCost(move) + (move.distance < 0 ? p.shift : 0), leap(move.distance)) / 3 +
      (besideWhite(f1, k1, k2) + besideWhite(f2, k2, k1)) / 2
    );
  };
  return (f1, k1, f2, k2, link) => {
    if (k1 === k2) return f1 !== f2 ? p.otherRepeated : link.seconds < FAST ? p.fastSame : 0;
    if (link.detached) return detached(f1, k1, f2, k2);
    const joined =
      connected(f1, k1, f2, k2, link.seconds < QUICK) * (link.pedalled ? p.pedalled : 1);
    return link.lifted && f1 !== f2
      ? Math.min(joined, p.lift + Math.abs(keyAt(k2) - keyAt(k1) - (f2 - f1)) * p.leapKey)
      : joined;
  };
}
