import type { Link } from "../../../fingering/index.ts";
import { freesHand } from "../../../fingering/moment.ts";
import type { Reach } from "./reach.ts";
import type { HarpWay } from "./ways.ts";

/** What goes on between two moments under a harpist's hand. */
export type Move = "joined" | "again" | "placed" | "crossed" | "slid" | "lifted";

/** What moving costs, dimensionless. Own figures. */
const PRICES = {
  /** A hand is placed no oftener than it must be; with time that is easy. */
  placing: 0.8,
  crossing: 0.8,
  /** By the lowest finger of a crossing: a group of two is hardly worth one. */
  group: [0, 0, 0.7, 0.05, 0],
  /** For each string a crossing goes farther than to the next. */
  wideCrossing: 0.7,
  /** A crossing under or over another finger than the thumb. */
  notTheThumb: 1.2,
  slide: 3,
  lift: 4.2,
  liftString: 0.15,
  /** The finger that has just plucked is placed on another string. */
  sameFinger: 4,
  /** Where a shape ends the hand leaves the strings anyway. */
  betweenShapes: 0.35,
  /** A single note that is placed by itself. */
  single: 0.8,
  /** A chord after a chord that keeps its shape. */
  sameShape: 0.5,
  /** Another finger on the same string. */
  changed: 1.2,
};

/** Strings a finger crosses at most. */
const CROSSES = 3;
/** Seconds in which a lift costs what it does. */
const LIFTED_IN = 0.15;
/** Seconds in which a placing does; in three times as many the hand is placed for the asking. */
const PLACED_IN = 0.3;
/** From so many seconds on a lift is easier with the square of the time. */
const AT_EASE = 0.5;

/** The cost of two ways as one placing of the hand; Infinity where they are none. */
function together(reach: Reach, a: HarpWay, b: HarpWay): number {
  let widest = 0;
  for (let i = 0; i < a.strings.length; i++)
    for (let j = 0; j < b.strings.length; j++) {
      const [from, to] = [a.strings[i]!, b.strings[j]!];
      const [first, second] = [a.fingers[i]!, b.fingers[j]!];
      if (from === to) {
        if (first !== second) return Infinity;
        continue;
      }
      const isUp = to > from;
      if (isUp ? second >= first : second <= first) return Infinity;
      const cost = reach.apart(isUp ? second : first, isUp ? first : second, Math.abs(to - from));
      if (cost > widest) widest = cost;
    }
  return widest;
}

/** Whether a is played again as it was. */
const isAgain = (a: HarpWay, b: HarpWay): boolean =>
  a.strings.length === b.strings.length &&
  a.strings.every((one, i) => one === b.strings[i] && a.fingers[i] === b.fingers[i]);

/** What going on costs, whatever is placed: Infinity where it does not join. */
const goingOn = (reach: Reach, a: HarpWay, b: HarpWay): number =>
  isAgain(a, b) ? 0 : together(reach, a, b);

/** What going on from one way to the next costs; an inversion is placed anew anyway. */
export const stepCost = (reach: Reach, a: HarpWay, b: HarpWay, link: Link): number =>
  moveOf(reach, a, b, link).cost +
  (b.anew && !freesHand(link) && !link.inverted
    ? PRICES.placing * Math.min(1.5, (PLACED_IN / link.seconds) ** 2)
    : 0);

/** Which way the hand goes on, and what that costs beyond placing it. */
export function moveOf(
  reach: Reach,
  a: HarpWay,
  b: HarpWay,
  link: Link,
): { readonly move: Move; readonly cost: number } {
  if (freesHand(link)) return { move: "lifted", cost: 0 };
  const joined = goingOn(reach, a, b);
  if (!b.anew) return { move: isAgain(a, b) ? "again" : "joined", cost: joined };
  // close by, the hand is put down where it is
  if (joined < Infinity) return { move: "placed", cost: 0 };
  if (a.strings.length === 1 && b.strings.length === 1 && a.strings[0] === b.strings[0])
    return { move: "placed", cost: PRICES.changed };
  const lift = lifted(a, b, link);
  if (a.strings.length > 1 || b.strings.length > 1) return { move: "lifted", cost: lift };
  const [from, to] = [a.fingers[0]!, b.fingers[0]!];
  const up = b.strings[0]! - a.strings[0]!;
  const far = Math.abs(up);
  if (from === to)
    return far === 1 && (up > 0 ? to === 4 : to === 1) && PRICES.slide < lift
      ? { move: "slid", cost: PRICES.slide }
      : { move: "lifted", cost: lift };
  // rising a finger goes under, falling over
  const isCrossed = up > 0 ? to > from : to < from;
  if (!isCrossed || far > CROSSES) return { move: "lifted", cost: lift };
  const [high, low] = up > 0 ? [from, to] : [to, from];
  const cost =
    PRICES.crossing +
    PRICES.group[low]! +
    PRICES.wideCrossing * (far - 1) +
    PRICES.notTheThumb * (high - 1);
  return cost < lift ? { move: "crossed", cost } : { move: "lifted", cost: lift };
}

/** How much harder it is for want of time, easier where there is more of it. */
const paceOf = ({ seconds }: Link): number =>
  Math.min(1.5, LIFTED_IN / Math.max(0.01, seconds)) * Math.min(1, AT_EASE / seconds);

/** The hand leaves the strings and is placed anew; with time that is easy. */
function lifted(a: HarpWay, b: HarpWay, link: Link): number {
  const away = Math.min(
    ...b.strings.map((to) => Math.min(...a.strings.map((from) => Math.abs(to - from)))),
  );
  const isSame = b.strings.length === 1 && a.strings.length === 1 && a.fingers[0] === b.fingers[0];
  const isShape =
    a.strings.length > 1 &&
    a.strings.length === b.strings.length &&
    a.strings.every((one, i) => one - a.strings[0]! === b.strings[i]! - b.strings[0]!);
  return (
    (PRICES.lift + PRICES.liftString * away + (isSame ? PRICES.sameFinger : 0)) *
    paceOf(link) *
    (link.lifted ? PRICES.betweenShapes : 1) *
    (isShape ? PRICES.sameShape : 1)
  );
}

/**
 * What is under the hand together is so over three moments too: Infinity where it is not. A placing
 * of one note alone is hardly worth it.
 */
export function tripleCost(reach: Reach, a: HarpWay, b: HarpWay, c: HarpWay): number {
  if (b.anew && c.anew && b.strings.length === 1) return PRICES.single;
  if (b.anew || c.anew) return 0;
  return goingOn(reach, a, c) / 2;
}
