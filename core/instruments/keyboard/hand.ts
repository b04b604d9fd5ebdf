import type { Link, Moment, Played } from "../../fingering/moment.ts";
import { fitOf } from "./fit.ts";
import type { Grip, KeyboardHand } from "./grip.ts";
import { keyboardPlan } from "./plan.ts";
import { wanted } from "./locks.ts";
import { isBlack } from "../../score/model/pitch.ts";
import { keyAt, seenBy } from "./geometry.ts";
import { PRICES, type Prices } from "./prices.ts";
import { spansOf, type Player, type Span } from "./reach.ts";

/**
 * Slower than this no finger needs changing on a repeated key; quicker than this none can be
 * changed on a held one. Seconds; common practice, no source.
 */
const FAST = 0.16;
const TIME_TO_CHANGE = 0.25;
/**
 * Quicker than this a finger hardly jumps from key to key; and it jumps no less than a fourth, in
 * semitones.
 */
const QUICK = 0.25;
const FOURTH = 5;

/** White keys to a finger on the other side that are no crossing any more. */
const LIFTED = 5;

/** Prices of a beginner: passing the thumb is what to avoid. */
const BEGINNER = 2;

interface Pair {
  readonly span: Span;
  /** White keys from the lower to the higher finger; below 0 when they cross. */
  readonly distance: number;
  readonly low: number;
  readonly high: number;
}

/** One hand on a keyboard, as it is for this player. */
export function keyboardHand(
  side: "right" | "left",
  player: Player = {},
  prices: Prices = PRICES,
): KeyboardHand {
  const spans = spansOf(player);
  const ease = player.level === "beginner" ? BEGINNER : 1;
  const p = prices;

  const pair = (f1: number, k1: number, f2: number, k2: number): Pair => {
    const distance = keyAt(k2) - keyAt(k1);
    return f1 < f2
      ? { span: spans[f1 * 10 + f2]!, distance, low: f1, high: f2 }
      : { span: spans[f2 * 10 + f1]!, distance: -distance, low: f2, high: f1 };
  };
  const reachable = ({ span, distance }: Pair) =>
    distance >= span[0] - 1e-9 && distance <= span[5] + 1e-9;
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
        (move.distance <= spans[15]![5] ? p.wide : 0)
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
  const melodic = (f1: number, k1: number, f2: number, k2: number, link: Link): number => {
    if (k1 === k2) return f1 !== f2 ? p.otherRepeated : link.seconds < FAST ? p.fastSame : 0;
    if (link.detached) return detached(f1, k1, f2, k2);
    const joined =
      connected(f1, k1, f2, k2, link.seconds < QUICK) * (link.pedalled ? p.pedalled : 1);
    return link.lifted && f1 !== f2
      ? Math.min(joined, p.lift + Math.abs(keyAt(k2) - keyAt(k1) - (f2 - f1)) * p.leapKey)
      : joined;
  };

  const hold = ({ keys, fingers, then }: Grip): number => {
    let cost = then ? p.substitution : 0;
    const share = 1 / Math.max(1, fingers.length - 1);
    for (let i = 0; i < keys.length; i++) {
      const [finger, key] = [fingers[i]!, keys[i]!];
      if (finger >= 4) cost += (finger === 4 ? p.weak4 : p.weak5) * share;
      if (isBlack(key)) cost += finger === 1 ? p.thumbOnBlack : finger === 5 ? p.littleOnBlack : 0;
      for (let j = 0; j < i; j++) {
        const both = pair(fingers[j]!, keys[j]!, finger, key);
        if (!reachable(both) || both.distance <= 0) return Infinity;
        if (j === i - 1)
          cost +=
            chordCost(both, keys.length) +
            besideWhite(fingers[j]!, keys[j]!, key) +
            besideWhite(finger, key, keys[j]!);
        else if (j === 0 && i === keys.length - 1)
          cost += Math.max(0, both.distance - both.span[4]) * p.chordStretch;
      }
    }
    if (keys.length > 2)
      cost +=
        ((fingers[0] === 1 ? 0 : 1) + (fingers.at(-1) === 5 ? 0 : 1)) * p.chordWithout +
        ((keys.length === 3) === fingers.includes(2) ? p.chordTwo : 0);
    return cost;
  };

  /**
   * The key the thumb would be on in white keys, were the hand to lie over them quietly; inner
   * fingers bend.
   */
  const place = ({ keys, fingers, then }: Grip) => {
    const under = (i: number) => keyAt(keys[i]!) - ((then ?? fingers)[i]! - 1);
    return (under(0) + under(keys.length - 1)) / 2;
  };

  const step = (a: Grip, b: Grip, link: Link): number => {
    if (a.keys.length === 0 || b.keys.length === 0) return 0;
    const left = a.then ?? a.fingers;
    let cost = 0;
    let [fromAt, toAt, froms, tos] = [-1, -1, 0, 0];
    for (let i = 0; i < a.keys.length; i++) {
      const at = b.keys.indexOf(a.keys[i]!);
      if (at >= 0 && !b.struck[at]) {
        if (b.fingers[at] !== left[i])
          cost += link.seconds < TIME_TO_CHANGE ? p.letGo : p.substitution;
      } else [fromAt, froms] = [i, froms + 1];
    }
    for (let i = 0; i < b.keys.length; i++) if (b.struck[i]) [toAt, tos] = [i, tos + 1];
    // one voice moves, whatever else is held: a line
    if (froms === 1 && tos === 1) {
      const move = melodic(left[fromAt]!, a.keys[fromAt]!, b.fingers[toAt]!, b.keys[toAt]!, link);
      // beside a held key there may be no other finger left
      return cost + (a.keys.length > 1 || b.keys.length > 1 ? Math.min(move, p.hop) : move);
    }
    if (froms === 0) return cost;
    return cost + chords(a, b, left, link);
  };

  /**
   * The hand lifts: what counts is how far it goes, which fingers keep their keys, and that the
   * outer voices can be joined.
   */
  const chords = (a: Grip, b: Grip, left: readonly number[], link: Link): number => {
    const way = Math.abs(place(b) - place(a));
    let cost = way * p.chordTravel;
    for (let i = 0; i < b.keys.length; i++) {
      if (!b.struck[i]) continue;
      const before = a.keys.indexOf(b.keys[i]!);
      if (before >= 0) cost += left[before] === b.fingers[i] ? 0 : p.repeatedOther;
      else if (
        left.includes(b.fingers[i]!) &&
        !link.detached &&
        a.keys.length > 1 &&
        b.keys.length > 1
      )
        cost += p.chordSameFinger;
    }
    if (a.keys.length === 1 || b.keys.length === 1 || link.detached) {
      const [top, bottom] = [
        melodic(left.at(-1)!, a.keys.at(-1)!, b.fingers.at(-1)!, b.keys.at(-1)!, link),
        melodic(left[0]!, a.keys[0]!, b.fingers[0]!, b.keys[0]!, link),
      ];
      return cost + Math.min(top, bottom, p.leap) * 0.5;
    }
    return cost;
  };

  const turn = (a: Grip, b: Grip, c: Grip): number => {
    if (a.keys.length !== 1 || b.keys.length !== 1 || c.keys.length !== 1) return 0;
    const [k1, k2, k3] = [a.keys[0]!, b.keys[0]!, c.keys[0]!];
    const [f1, f2, f3] = [(a.then ?? a.fingers)[0]!, b.fingers[0]!, c.fingers[0]!];
    if (k1 === k3) return f1 === f3 || k2 === k1 ? 0 : p.sameKeyOther;
    let cost = 0;
    if (f1 === f3) cost += p.sameFingerAgain;
    else {
      const frame = pair(f1, k1, f3, k3);
      const beyond = Math.max(0, frame.distance - frame.span[4], frame.span[1] - frame.distance);
      // past the thumb the hand has moved already, and paid for it
      const passed = (k2 - k1) * (k3 - k2) > 0 && (f2 === 1 || f2 > f1 !== k2 > k1);
      if (beyond > 0 && !passed) cost += p.shift + beyond * p.shiftKey;
    }
    if (f1 >= 3 && f2 >= 3 && f3 >= 3 && f1 !== f2 && f2 !== f3 && f1 !== f3) cost += p.threeWeak;
    return cost;
  };

  const endMismatch = (a: Grip, b: Grip) =>
    a.fingers.some((finger, i) => finger !== b.fingers[i] && finger !== 1 && b.fingers[i] !== 1)
      ? p.endApart
      : 0;

  const key = (midi: number) => seenBy(side, midi);
  const able = (notes: readonly Played[]) => {
    const keys = notes.map((note) => key(note.midi));
    const struck = keys.map(() => true);
    return (CHOICES[keys.length] ?? []).some(
      ({ fingers }) => hold({ keys, fingers, struck }) < Infinity,
    );
  };
  const hand: KeyboardHand = {
    key,
    lie,
    fit: (struck, held) => fitOf(struck, held, key, able),
    choices: gripsOf(),
    hold,
    step,
    turn,
    turns: (a, b, c) => [a, b, c].every(({ keys }) => keys.length === 1),
    tableKey,
    alike: { shape: shapeOf, place: ({ keys }) => lie(keys[0]!), period: OCTAVE, still: FIVE_KEYS },
    wanted: (moment, locks) => wanted(moment, hand, locks),
    written: ({ fingers, then }, at) => ({
      value: String(fingers[at]),
      then: then && String(then[at]),
    }),
    plan: (task) => keyboardPlan(hand, task),
    endMismatch,
    width: (low, high) => keyAt(high) - keyAt(low),
    maxSpan: (low, high) => spans[low * 10 + high]![5],
  };
  return hand;
}

const OCTAVE = 12;
/** White keys that lie under five fingers. */
const FIVE_KEYS = 4.5;
/** A note this long in seconds leaves time for a silent change of finger. */
const CHANGE_AFTER = 1;

/** What a moment is, up to where it lies: the shape under the hand with the colours of its keys. */
function shapeOf({ keys, struck }: Moment): string {
  const lowest = lie(keys[0]!);
  return keys
    .map((key, i) => `${lie(key) - lowest}${isBlack(key) ? "b" : "w"}${struck[i] ? "" : "h"}`)
    .join("+");
}

/** A single note struck, with nothing held and no time to change the finger. */
const isPlain = ({ keys, struck, seconds }: Moment): boolean =>
  keys.length === 1 && struck[0] === true && seconds < CHANGE_AFTER;

/** How much the little time that passes tells on the price of a step. */
const hurried = ({ seconds }: Link) => (seconds < FAST ? 2 : seconds < QUICK ? 1 : 0);

/** Prices of single notes depend on how their keys lie alone, whatever their octave. */
function tableKey(moments: readonly Moment[]): string | undefined {
  if (!moments.every(isPlain)) return undefined;
  const keys = moments.map((moment) => moment.keys[0]!);
  const shift = keys[0]! - Math.floor(keys[0]! / OCTAVE) * OCTAVE;
  const moves = keys.slice(1).map((key, i) => key - keys[i]!);
  const figure = [shift, ...moves].join(" ");
  if (moments.length !== 2) return figure;
  const { link } = moments[1]!;
  return (
    `${figure} ${link!.detached ? "d" : ""}${link!.pedalled ? "p" : ""}` +
    `${link!.lifted ? "l" : ""}${hurried(link!)}`
  );
}

/** The grips of a moment; moments that are alike share theirs. */
function gripsOf(): (moment: Moment) => readonly Grip[] {
  const known = new Map<string, readonly Grip[]>();
  return ({ keys, struck, seconds }) => {
    const changes = seconds >= CHANGE_AFTER;
    const key = `${keys.join()} ${struck.join()} ${changes}`;
    let found = known.get(key);
    if (!found)
      known.set(
        key,
        (found = choices(keys.length, changes).map((way): Grip => ({ ...way, keys, struck }))),
      );
    return found;
  };
}

/** White keys from a far left one; a black key lies half-way between its neighbours. */
const lie = (key: number): number =>
  isBlack(key) ? Math.floor(keyAt(key - 1)) + 0.5 : Math.floor(keyAt(key));

const rising = (count: number, from = 1): number[][] =>
  count === 0
    ? [[]]
    : [1, 2, 3, 4, 5]
        .filter((finger) => finger >= from)
        .flatMap((lowest) => rising(count - 1, lowest + 1).map((rest) => [lowest, ...rest]));

/** Every rising choice of so many fingers out of five; more keys than fingers have none. */
const CHOICES = [0, 1, 2, 3, 4, 5].map((count) => rising(count).map((fingers) => ({ fingers })));
const WITH_CHANGES = [
  ...CHOICES[1]!,
  ...[
    [1, 2],
    [2, 1],
    [2, 3],
    [3, 2],
    [3, 4],
    [4, 3],
    [4, 5],
    [5, 4],
    [3, 5],
    [5, 3],
    [1, 3],
    [3, 1],
  ].map(([first, then]) => ({ fingers: [first!], then: [then!] })),
];

const choices = (count: number, changes: boolean) =>
  changes && count === 1 ? WITH_CHANGES : (CHOICES[count] ?? []);
