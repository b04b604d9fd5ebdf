import { isBlack } from "../../score/index.ts";
import { freesHand, type Moment, type School, type Term } from "../../fingering/index.ts";
import type { Grip, KeyboardHand } from "./grip.ts";

type Convention = Term<Grip>;

/** What teachers of the keyboard disagree on; each is a term of the cost. */
export interface KeyboardSchool extends School {
  /**
   * Chromatic scales: thumb and third finger in turn (safe at any speed), or all fingers in groups
   * (fewer moves at speed).
   */
  readonly chromatic: "thumb and third" | "all fingers";
  /** Graces come later: the same fingers play without them. */
  readonly gracesLater?: boolean;
}

export const USUAL_CHROMATIC: KeyboardSchool["chromatic"] = "thumb and third";

/** Half steps one way before it is a chromatic scale and not an ornament. */
const LEAST = 4;
const AGAINST = 6;

/**
 * The price of leaving the scheme within a chromatic scale. The schemes are common practice, from
 * memory.
 */
export function chromatic(
  moments: readonly Moment[],
  scheme: KeyboardSchool["chromatic"],
): Convention {
  const inRun = runs(moments);
  if (scheme === "all fingers") {
    return {
      // next finger on the next key; the thumb comes after a black key, on a white one
      at: inRun.map((one, at) => one && inRun[at - 1] === true),
      step: (a, b) => {
        const up = b.keys[0]! > a.keys[0]! ? 1 : -1;
        const [low, high] = up > 0 ? [a, b] : [b, a];
        const next = high.fingers[0]! - low.fingers[0]! === 1;
        const pass = high.fingers[0] === 1 && low.fingers[0]! > 1 && isBlack(low.keys[0]!);
        return next ? -1 : pass ? 1 : AGAINST;
      },
    };
  }
  return {
    at: inRun,
    hold: ({ keys, fingers }) => {
      const finger = fingers[0]!;
      return isBlack(keys[0]!)
        ? finger === 3
          ? 0
          : AGAINST
        : finger <= 2
          ? finger === 2
            ? 1
            : 0
          : AGAINST;
    },
  };
}

function runs(moments: readonly Moment[]): boolean[] {
  const found = moments.map(() => false);
  const stepTo = (at: number) => {
    const [a, b] = [moments[at - 1], moments[at]];
    return a?.keys.length === 1 && b?.keys.length === 1 && Math.abs(b.keys[0]! - a.keys[0]!) === 1
      ? b.keys[0]! - a.keys[0]!
      : 0;
  };
  let start = 0;
  for (let at = 1; at <= moments.length; at++) {
    const way = at < moments.length ? stepTo(at) : 0;
    if (way !== 0 && (at - start === 1 || way === stepTo(at - 1))) continue;
    if (at - start > LEAST) found.fill(true, start, at);
    start = way === 0 ? at : at - 1;
  }
  return found;
}

/**
 * So many moments in a row, or all there are, within the white keys that lie under five fingers.
 */
const AROUND = 9;
const FIVE_KEYS = 4.5;

/** Of passing the thumb, and of shifting the hand, where it need not move. */
const RESTLESS = 9;
const SHIFTED = 1.5;

/** The price of moving the hand where everything around lies under five fingers. */
export function quietHand(
  moments: readonly Moment[],
  inWhiteKeys: KeyboardHand["inWhiteKeys"],
): Convention {
  const quiet = moments.map(() => false);
  const most = Math.min(AROUND, moments.length);
  const lowest = moments.map((moment) => Math.min(...moment.keys.map(inWhiteKeys)));
  const highest = moments.map((moment) => Math.max(...moment.keys.map(inWhiteKeys)));
  for (let from = 0; from + most <= moments.length; from++) {
    let [low, high] = [Infinity, -Infinity];
    for (let at = from; at < from + most; at++) {
      low = Math.min(low, lowest[at]!);
      high = Math.max(high, highest[at]!);
    }
    if (high - low < FIVE_KEYS) quiet.fill(true, from, from + most);
  }
  return {
    at: quiet,
    step: (a, b) => {
      if (a.keys.length !== 1 || b.keys.length !== 1 || a.keys[0] === b.keys[0]) return 0;
      if (b.keys[0]! > a.keys[0]! !== b.fingers[0]! > a.fingers[0]!) return RESTLESS;
      return Math.abs(
        inWhiteKeys(b.keys[0]!) - inWhiteKeys(a.keys[0]!) - (b.fingers[0]! - a.fingers[0]!),
      ) > 0.7
        ? SHIFTED
        : 0;
    },
  };
}

/**
 * Of passing the thumb on the second note of a line that begins on a white key: the hand could
 * begin elsewhere.
 */
const AT_ONCE = 3;

/** The price of a pass right after a start. Common practice, no source. */
export const goodStart = (moments: readonly Moment[]): Convention => ({
  at: moments.map(
    (_, at) =>
      at > 0 &&
      (at === 1 || freesHand(moments[at - 1]!.link)) &&
      !isBlack(moments[at - 1]!.keys[0]!),
  ),
  step: (a, b) =>
    a.keys.length === 1 &&
    b.keys.length === 1 &&
    Math.min(a.fingers[0]!, b.fingers[0]!) === 1 &&
    a.keys[0] !== b.keys[0] &&
    a.fingers[0] !== b.fingers[0] &&
    b.keys[0]! > a.keys[0]! !== b.fingers[0]! > a.fingers[0]!
      ? AT_ONCE
      : 0,
});
