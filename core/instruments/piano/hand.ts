import type { Grip, HandModel } from '../../fingering/model.ts';
import { isBlack } from '../../score/pitch.ts';

/**
 * Spans from the lower to the higher finger in semitones, right hand ascending: least practical, least comfortable,
 * least relaxed, most relaxed, most comfortable, most practical. Parncutt et al. 1997, from memory, not rechecked.
 */
type Span = readonly [number, number, number, number, number, number];
const SPANS: Readonly<Record<string, Span>> = {
  '12': [-5, -3, 1, 5, 8, 10], '13': [-4, -2, 3, 7, 10, 12], '14': [-3, -1, 5, 9, 12, 14], '15': [-1, 1, 7, 10, 13, 15],
  '23': [1, 1, 1, 2, 3, 5], '24': [1, 1, 3, 4, 5, 7], '25': [2, 2, 5, 6, 8, 10],
  '34': [1, 1, 1, 2, 2, 4], '35': [1, 1, 3, 4, 5, 7], '45': [1, 1, 1, 2, 3, 5],
};

/** Prices, in the spirit of the rules of Parncutt et al. 1997; those marked (own) were set by taught scales and figures. */
const PRICE = {
  stretch: 2, awayFromRelaxed: 1, weakFinger: 0.3, threeToFour: 0.4, fourBlackThreeWhite: 1,
  thumbOnBlack: 1.5, thumbOnBlackBesideWhite: 1, littleOnBlack: 0.5, littleOnBlackBesideWhite: 0.5,
  passLevel: 5, passUnderFromBlack: 3.5, passOntoBlack: 9, positionShift: 1.5, positionWhole: 2, leap: 8,
  repeatedOtherFinger: 1.5, detachedSameFinger: 2, widePass: 4, /** (own) the pass with 4 is a longer way than with 3 */ passFour: 0.5,
};

interface Pair {
  span: Span;
  distance: number;
  low: number;
  high: number;
}

function pair(f1: number, k1: number, f2: number, k2: number): Pair {
  return f1 < f2
    ? { span: SPANS[`${f1}${f2}`]!, distance: k2 - k1, low: f1, high: f2 }
    : { span: SPANS[`${f2}${f1}`]!, distance: k1 - k2, low: f2, high: f1 };
}

function spanCost({ span, distance, low }: Pair): number {
  const [, leastComfort, leastRelaxed, mostRelaxed, mostComfort] = span;
  const factor = low === 1 ? 1 : 2;
  const stretch = Math.max(0, distance - mostComfort, leastComfort - distance) * PRICE.stretch;
  const tension = Math.max(0, distance - mostRelaxed, leastRelaxed - distance) * PRICE.awayFromRelaxed * factor;
  return stretch + tension;
}

const reachable = ({ span, distance }: Pair): boolean => distance >= span[0] && distance <= span[5];

/** Of two neighbouring single notes; also used for the outer fingers of chords. */
function melodic(f1: number, k1: number, f2: number, k2: number, connected: boolean): number {
  if (k1 === k2) return f1 === f2 ? 0 : PRICE.repeatedOtherFinger;
  if (f1 === f2) return connected ? Infinity : PRICE.detachedSameFinger;
  const move = pair(f1, k1, f2, k2);
  if (!connected) return Math.min(spanCost(move), PRICE.leap) / 4;
  if (!reachable(move)) {
    const excess = Math.max(move.span[0] - move.distance, move.distance - move.span[5]);
    if (move.distance >= 0) return PRICE.leap + excess / 2;
    return move.low === 1 ? PRICE.widePass + excess + passCost(f1, k1, f2, k2) : 3 * PRICE.leap + excess / 2;
  }
  let cost = spanCost(move);
  if (f1 === 3 && f2 === 4) cost += PRICE.threeToFour;
  if ((f1 === 3 && f2 === 4 && !isBlack(k1) && isBlack(k2)) || (f1 === 4 && f2 === 3 && isBlack(k1) && !isBlack(k2))) cost += PRICE.fourBlackThreeWhite;
  if (move.low === 1 && move.distance < 0) cost += passCost(f1, k1, f2, k2);
  cost += besideWhite(f1, k1, k2) + besideWhite(f2, k2, k1);
  return cost;
}

function passCost(f1: number, k1: number, f2: number, k2: number): number {
  const [thumb, other] = f1 === 1 ? [k1, k2] : [k2, k1];
  const finger = Math.max(f1, f2);
  const colour = isBlack(thumb) ? (isBlack(other) ? PRICE.passLevel : PRICE.passOntoBlack)
    : isBlack(other) ? PRICE.passUnderFromBlack : PRICE.passLevel;
  return colour + (finger === 4 ? PRICE.passFour : 0) + (finger === 2 ? 3 : 0) + (finger === 5 ? 8 : 0);
}

function besideWhite(finger: number, key: number, neighbour: number): number {
  if (!isBlack(key) || isBlack(neighbour)) return 0;
  return finger === 1 ? PRICE.thumbOnBlackBesideWhite : finger === 5 ? PRICE.littleOnBlackBesideWhite : 0;
}

function hold({ keys, fingers }: Grip): number {
  let cost = 0;
  fingers.forEach((finger, i) => {
    if (finger >= 4) cost += PRICE.weakFinger / Math.max(1, fingers.length - 1);
    if (isBlack(keys[i]!)) cost += finger === 1 ? PRICE.thumbOnBlack : finger === 5 ? PRICE.littleOnBlack : 0;
    if (i === 0) return;
    const neighbours = pair(fingers[i - 1]!, keys[i - 1]!, finger, keys[i]!);
    if (!reachable(neighbours)) cost = Infinity;
    cost += spanCost(neighbours);
  });
  if (keys.length > 2) {
    const outer = pair(fingers[0]!, keys[0]!, fingers.at(-1)!, keys.at(-1)!);
    if (!reachable(outer)) cost = Infinity;
  }
  return cost;
}

function step(a: Grip, b: Grip, connected: boolean): number {
  if (a.keys.length === 1 && b.keys.length === 1) return melodic(a.fingers[0]!, a.keys[0]!, b.fingers[0]!, b.keys[0]!, connected);
  if (a.keys.length === 0 || b.keys.length === 0) return 0;
  return chordStep(a, b);
}

/** Between chords the hand lifts: what counts is how far each finger has to travel and which keys it can keep. */
function chordStep(a: Grip, b: Grip): number {
  let [travel, shared, cost] = [0, 0, 0];
  b.fingers.forEach((finger, i) => {
    const at = a.fingers.indexOf(finger);
    if (at >= 0) [travel, shared] = [travel + Math.abs(a.keys[at]! - b.keys[i]!), shared + 1];
    const before = a.keys.indexOf(b.keys[i]!);
    if (before >= 0 && a.fingers[before] !== finger) cost += PRICE.repeatedOtherFinger;
  });
  if (shared === 0) {
    const distance = Math.abs(centre(b) - centre(a));
    return cost + distance * 0.3;
  }
  return cost + (travel / shared) * 0.3;
}

/** Where the hand lies: the key its third finger would be on, in semitones. */
const centre = ({ keys, fingers }: Grip): number =>
  keys.reduce((sum, key, i) => sum + key - (fingers[i]! - 3) * 2, 0) / keys.length;

function turn(a: Grip, b: Grip, c: Grip): number {
  if (a.keys.length !== 1 || b.keys.length !== 1 || c.keys.length !== 1) return 0;
  const [k1, k2, k3] = [a.keys[0]!, b.keys[0]!, c.keys[0]!];
  const [f1, f2, f3] = [a.fingers[0]!, b.fingers[0]!, c.fingers[0]!];
  let cost = 0;
  if (f1 === f3) {
    if (k1 !== k3) cost += PRICE.positionWhole;
  } else if (k1 === k3) {
    cost += PRICE.positionWhole;
  } else {
    const frame = pair(f1, k1, f3, k3);
    const [, leastComfort, , , mostComfort] = frame.span;
    const beyond = Math.max(0, frame.distance - mostComfort, leastComfort - frame.distance);
    const between = (k2 - k1) * (k3 - k2) > 0;
    if (beyond > 0) cost += (between && f2 === 1 && !reachable(frame) ? PRICE.positionWhole : PRICE.positionShift) + beyond * 0.5;
  }
  if ([f1, f2, f3].every((finger) => finger >= 3) && new Set([f1, f2, f3]).size === 3) cost += 1;
  return cost;
}

/** Every rising choice of `count` fingers out of five. */
function choices(count: number): number[][] {
  if (count === 0) return [[]];
  return [1, 2, 3, 4, 5].flatMap((lowest) =>
    choices(count - 1).filter((rest) => rest.every((finger) => finger > lowest)).map((rest) => [lowest, ...rest]));
}
const CHOICES = [0, 1, 2, 3, 4, 5].map(choices);

/** D, about which the pattern of black and white keys is its own mirror image; twice key 62. */
const MIRROR = 124;

export const hand = (side: 'right' | 'left'): HandModel => ({
  key: side === 'right' ? (midi) => midi : (midi) => MIRROR - midi,
  choices: (count) => CHOICES[count] ?? [],
  hold,
  step,
  turn,
});
