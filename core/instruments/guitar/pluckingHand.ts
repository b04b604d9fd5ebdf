import type { HandModel, Moment, Played } from "../../fingering/index.ts";
import { letGo, toTheLetter } from "../plucked.ts";
import { patternTerms, type PluckSchool } from "./pluckSchool.ts";

/** Thumb, index, middle and ring finger, as they lie from the low strings to the high ones. */
const FINGERS = ["p", "i", "m", "a"] as const;
type Finger = (typeof FINGERS)[number];
const rank = (finger: Finger): number => FINGERS.indexOf(finger);

/** Where a finger is at home: i, m and a over strings 3, 2 and 1. Common practice, no source. */
const HOME: Readonly<Record<Finger, number>> = { p: 5, i: 3, m: 2, a: 1 };

/** From this string on downwards the thumb plays. */
const BASS = 4;

/** Who plucks a string: the thumb the basses, in quick lines on low strings whoever is free. */
type Whose = "thumb" | "fingers" | "either";

/** A string with the finger that plucks it. */
interface Plucked {
  readonly string: number;
  readonly finger: Finger;
}

/** How a moment is plucked, by note, the lowest string first. */
export interface PluckWay {
  readonly notes: readonly Plucked[];
  readonly cost: number;
}

/**
 * What a plucking hand costs, dimensionless. Own figures, set on the patterns that every method
 * teaches: not by the same finger twice, alternation, the thumb on the basses.
 */
const PRICES = {
  ...{ again: 3.2, afterNext: 0.6, middleRing: 0.2, indexRing: 0.2, crossed: 0.9 },
  ...{
    thumbAgain: 0.9,
    sweep: 0.3,
    skipped: 2,
    bassByFinger: 2.5,
    thumbHigh: 1.2,
    ringInScale: 1.2,
  },
  ...{ fromHome: 0.12, spacing: 0.25, fingersApart: 0.15 },
  // a finger in a chord of so many strings and more that the thumb is to stroke
  ...{ inStroke: 0, stroke: 3 },
  // seconds: notes on a string faster than this go by three fingers in turn
  threeBelow: 0.14,
  // faster than this the thumb does not come back in time; with a finger on its
  // string, or on the low ones, it gets in the way
  ...{ thumbBelow: 0.18, thumbBeside: 1.6, inLine: 0.3 },
};
type PluckPrices = typeof PRICES;

/** The same by a school: the ring finger in lines, the thumb on high strings. Own figures. */
const pricesOf = ({ line, thumb, chords }: PluckSchool): PluckPrices => ({
  ...PRICES,
  ...(line === "i-m" ? { ringInScale: 2.4, thumbHigh: 4 } : {}),
  ...(line === "a-m-i" ? { threeBelow: 0.4, thumbHigh: 4 } : {}),
  ...(thumb === "basses" ? { thumbHigh: 8 } : {}),
  ...(thumb === "free" ? { thumbHigh: 0.2, thumbAgain: 0.4 } : {}),
  ...(chords === "thumb" ? { inStroke: 12 } : {}),
  ...(chords === "fingers" ? { sweep: 4 } : {}),
});

/** Seconds in which a finger twice running costs what it does. */
const AGAIN_IN = 0.2;
/** A rest of so many seconds frees the hand. */
const LIFTED = 0.35;
const MOST_NOTES = 6;

/** Ways to pluck some strings at once: fingers rise with them; the thumb may take several. */
function waysOf(
  prices: PluckPrices,
  strings: readonly number[],
  whose: (at: number) => Whose,
): PluckWay[] {
  const found: PluckWay[] = [];
  const isStroke = prices.inStroke > 0 && strings.length >= prices.stroke;
  const walk = (at: number, notes: readonly Plucked[], cost: number) => {
    if (at === strings.length) {
      found.push({ notes, cost });
      return;
    }
    const string = strings[at]!;
    const last = notes.at(-1);
    for (const finger of FINGERS) {
      const sweeps = finger === "p" && last?.finger === "p";
      if (last && !sweeps && rank(finger) <= rank(last.finger)) continue;
      const more =
        // over a string between them that is to stay silent it hardly can
        (sweeps ? prices.sweep + prices.skipped * (last.string - string - 1) : 0) +
        (finger === "p" && whose(at) === "fingers" && !isStroke ? prices.thumbHigh : 0) +
        (finger !== "p" && isStroke ? prices.inStroke : 0) +
        (finger !== "p" && whose(at) === "thumb" ? prices.bassByFinger : 0) +
        // in a quick line the hand lies over the string
        (whose(at) === "either"
          ? Number(finger === "p") * prices.inLine
          : Number(finger !== "p") * prices.fromHome * Math.abs(string - HOME[finger])) +
        // fingers beside each other on strings that are not
        (last && last.finger !== "p" && finger !== "p"
          ? prices.fingersApart *
            Math.abs(last.string - string - (rank(finger) - rank(last.finger)))
          : 0);
      walk(at + 1, [...notes, { string, finger }], cost + more);
    }
  };
  walk(0, [], 0);
  return found.sort((a, b) => a.cost - b.cost).slice(0, MOST_WAYS);
}
const MOST_WAYS = 24;

const single = ({ notes }: PluckWay): Plucked | undefined =>
  notes.length === 1 ? notes[0] : undefined;

/** How much more the same finger twice costs for want of time. */
const againIn = (seconds: number): number => Math.min(2, AGAIN_IN / Math.max(0.01, seconds));

/** What going on from one way to the next costs. */
function stepCost(prices: PluckPrices, a: PluckWay, b: PluckWay, seconds: number): number {
  const isSame =
    a.notes.length > 1 &&
    a.notes.length === b.notes.length &&
    a.notes.every(({ string }, i) => string === b.notes[i]!.string);
  let cost = 0;
  if (isSame)
    // a chord that is struck again stays under the hand
    return a.notes.every(({ finger }, i) => finger === b.notes[i]!.finger) ? 0.1 : 2;
  for (const { finger, string } of b.notes) {
    const before = a.notes.find((one) => one.finger === finger);
    if (!before) continue;
    if (finger !== "p") cost += prices.again * againIn(seconds);
    else {
      const isQuick = seconds < prices.thumbBelow;
      // over the next string it goes on in one stroke
      if (isQuick) cost += before.string === string + 1 ? prices.sweep : prices.again;
      else if (before.string !== string) cost += prices.thumbAgain * againIn(seconds);
    }
  }
  const [from, to] = [single(a), single(b)];
  if (!from || !to || from.finger === to.finger) return cost;
  if (from.finger === "p" || to.finger === "p")
    return seconds < prices.thumbBelow &&
      (from.string === to.string || Math.min(from.string, to.string) >= BASS)
      ? cost + prices.thumbBeside
      : cost;
  const pair = [from.finger, to.finger].sort().join("");
  cost += pair === "am" ? prices.middleRing : pair === "ai" ? prices.indexRing : 0;
  const up = from.string - to.string;
  const rises = rank(to.finger) - rank(from.finger);
  // a finger for a string, else the hand moves
  cost += prices.spacing * Math.abs(up - rises);
  // in a tremolo the fingers fall in one after the other, the ring finger first
  if (up === 0 && rises > 0 && seconds < prices.threeBelow) cost += prices.spacing;
  if (up * rises < 0) cost += prices.crossed;
  // on one string the ring finger is left out
  if (up === 0 && seconds >= prices.threeBelow && (from.finger === "a" || to.finger === "a"))
    cost += prices.ringInScale;
  return cost;
}

/** A finger on its string again after one other, where three fingers in turn would be easier. */
function tripleCost(prices: PluckPrices, a: PluckWay, b: PluckWay, c: PluckWay): number {
  const [first, between, last] = [single(a), single(b), single(c)];
  return first &&
    between &&
    last &&
    first.finger === last.finger &&
    first.finger !== "p" &&
    first.string === last.string &&
    between.string === last.string
    ? prices.afterNext
    : 0;
}

/**
 * The hand that plucks, where the strings are known.
 *
 * @param strings by note id; without one a note is taken to be on the first string
 * @param basses notes of the bass voice, which the thumb plays on any string
 * @param school what is asked of it
 */
export function pluckingHand(
  strings: ReadonlyMap<string, number>,
  basses: ReadonlySet<string> = new Set(),
  school: PluckSchool = {},
): HandModel<PluckWay> {
  const prices = pricesOf(school);
  const stringOf = ({ id }: Played): number => strings.get(id) ?? 1;
  const lowFirst = (notes: readonly Played[]) =>
    [...notes].sort((a, b) => stringOf(b) - stringOf(a) || a.midi - b.midi);
  /** A line that is too quick for the thumb goes on by fingers on low strings too. */
  const isQuick = ({ notes, link }: Moment) =>
    notes.length === 1 && link !== undefined && link.seconds < prices.thumbBelow;
  const whoseOf = (moment: Moment, note: Played): Whose =>
    basses.has(note.id)
      ? "thumb"
      : stringOf(note) < BASS
        ? "fingers"
        : isQuick(moment)
          ? "either"
          : "thumb";
  /** Strings that are plucked at once, and whose they are. */
  const nameOf = (moment: Moment) =>
    moment.notes.map((note) => `${stringOf(note)}${whoseOf(moment, note)}`).join();
  const known = new Map<string, readonly PluckWay[]>();
  return {
    key: (midi) => midi,
    apart: (a, b) => stringOf(a) !== stringOf(b),
    read: letGo,
    fit: (struck) => ({
      notes: lowFirst(struck).slice(0, MOST_NOTES),
      beyond: lowFirst(struck).slice(MOST_NOTES),
      released: [],
    }),
    choices: (moment) => {
      const name = nameOf(moment);
      let found = known.get(name);
      if (!found) {
        const { notes } = moment;
        const whose = (at: number) => whoseOf(moment, notes[at]!);
        known.set(name, (found = waysOf(prices, notes.map(stringOf), whose)));
      }
      return found;
    },
    hold: ({ cost }) => cost,
    step: (a, b, { seconds, rest }) => (rest > LIFTED ? 0 : stepCost(prices, a, b, seconds)),
    triple: (a, b, c) => tripleCost(prices, a, b, c),
    triples: (_, b, c) =>
      [b, c].every(({ link }) => link !== undefined && link.seconds < prices.threeBelow),
    tableKey: (moments) =>
      moments
        .map((moment, i) =>
          i && moment.link
            ? `${nameOf(moment)} ${moment.link.seconds.toFixed(4)}${moment.link.rest > LIFTED ? "r" : ""}`
            : nameOf(moment),
        )
        .join("|"),
    alike: {
      pattern: ({ notes }) => notes.map(stringOf).join(),
      place: () => 0,
      still: 0,
    },
    wanted: (moment, locks) =>
      toTheLetter<PluckWay>(moment, locks, ({ notes }, i) => notes[i]!.finger),
    written: ({ notes }, i) => ({ value: notes[i]!.finger }),
    plan: ({ moments }) => ({
      moments,
      terms: patternTerms(school.pattern, moments),
      problems: () => [],
      reasons: () => [],
      differences: (_solved, _asked, others) => others.map(() => ""),
    }),
  };
}
