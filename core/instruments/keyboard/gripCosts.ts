import type { Link } from "../../fingering/moment.ts";
import { isBlack } from "../../score/model/pitch.ts";
import type { FingerPairs } from "./fingerPairs.ts";
import { keyAt, slidesTo } from "./geometry.ts";
import type { Grip } from "./grip.ts";
import { TIME_TO_CHANGE, type MelodicCost } from "./melodic.ts";
import type { Prices } from "./prices.ts";

/** What a grip costs while it is held; Infinity where the hand cannot take it. */
export function holdCost(
  { pair, reachable, rolls, chordCost, besideWhite }: FingerPairs,
  p: Prices,
): (grip: Grip) => number {
  return ({ keys, fingers, then, rolled }) => {
    let cost = then ? p.substitution : 0;
    const share = 1 / Math.max(1, fingers.length - 1);
    for (let i = 0; i < keys.length; i++) {
      const [finger, key] = [fingers[i]!, keys[i]!];
      if (finger >= 4) cost += (finger === 4 ? p.weak4 : p.weak5) * share;
      if (isBlack(key)) cost += finger === 1 ? p.thumbOnBlack : finger === 5 ? p.littleOnBlack : 0;
      for (let j = rolled ? Math.max(0, i - 1) : 0; j < i; j++) {
        const both = pair(fingers[j]!, keys[j]!, finger, key);
        if (!(rolled ? rolls : reachable)(both) || both.distance <= 0) return Infinity;
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
}

/** What it costs to go from one grip to the next. */
export function stepCost(
  melodic: MelodicCost,
  p: Prices,
): (a: Grip, b: Grip, link: Link) => number {
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
      if (a.keys.length === 1 && b.keys.length === 1) return cost + move;
      const isThumb = left[fromAt] === 1 && b.fingers[toAt] === 1;
      const hop = isThumb && slidesTo(a.keys[fromAt]!, b.keys[toAt]!) ? p.thumbSlide : p.hop;
      return cost + Math.min(move, hop);
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
  return step;
}

/** What three single keys in a row cost more than their two moves. */
export function tripleCost(
  { pair }: FingerPairs,
  p: Prices,
): (a: Grip, b: Grip, c: Grip) => number {
  return (a, b, c) => {
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
}
