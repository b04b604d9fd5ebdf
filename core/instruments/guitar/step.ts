import type { Join, Link } from "../../fingering/index.ts";
import { IN_TIME, type NeckPrices } from "./prices.ts";
import type { NeckWay, Stopped } from "./way.ts";

const isStopped = ({ finger }: Stopped): boolean => finger > 0;

/** The finger lies flat over a place in a way. */
const covers = ({ barres }: NeckWay, { string, fret, finger }: Stopped): boolean =>
  barres.length > 0 &&
  barres.some(
    (one) => one.finger === finger && one.fret === fret && string >= one.from && string <= one.to,
  );

// loops below, where lists would read better: a long line asks a million times

/** What the same finger does on the same string in another way. */
function sameIn(way: NeckWay, { string, finger }: Stopped): Stopped | undefined {
  if (finger === 0) return undefined;
  const at = way.byString[string]!;
  return at >= 0 && way.notes[at]!.finger === finger ? way.notes[at] : undefined;
}

/** A finger that stays on its string, to lead the hand. */
export function guideOf(a: NeckWay, b: NeckWay): Stopped | undefined {
  for (const one of b.notes) if (sameIn(a, one)) return one;
  return undefined;
}

/** Frets that a finger moves along its string, the one that moves most. */
function crept(a: NeckWay, b: NeckWay): number {
  let most = 0;
  for (const one of b.notes) {
    const from = sameIn(a, one);
    if (from) most = Math.max(most, Math.abs(one.fret - from.fret));
  }
  return most;
}

/** Several fingers stay on their strings, so that the hand slides as it is; one only leads it. */
function slides(a: NeckWay, b: NeckWay): boolean {
  const moved = b.position - a.position;
  let [before, now] = [0, 0];
  for (const one of b.notes) {
    if (one.finger === 0) continue;
    now++;
    const from = sameIn(a, one);
    if (!from || one.fret - from.fret !== moved) return false;
  }
  for (const { finger } of a.notes) if (finger > 0) before++;
  return now > 1 && now === before;
}

/**
 * What a slur or slide asks for: one string; up by a higher finger, down to a lower one that lies
 * there already or to the open string; along the string under the same finger. Common practice.
 */
function joinCost(prices: NeckPrices, { notes }: NeckWay, to: Stopped, join: Join): number {
  const from = notes[join.from]!;
  if (from.string !== to.string) return prices.slurBroken;
  if (join.how === "slide")
    return from.finger > 0 && from.finger === to.finger ? 0 : prices.slideBroken;
  const isUp = to.fret > from.fret;
  return (isUp ? to.finger > from.finger : to.finger < from.finger) ? 0 : prices.slurBroken;
}

/** From a note to another one: what most of a melody is. */
function fromNoteToNote(prices: NeckPrices, a: NeckWay, b: NeckWay, link: Link): number {
  const [from, to] = [a.notes[0]!, b.notes[0]!];
  const join = link.joins?.[0];
  let cost = join ? joinCost(prices, a, to, join) : 0;
  const isSame = to.finger > 0 && from.finger === to.finger;
  if (a.position !== b.position) {
    let shift = prices.shift + prices.shiftFret * Math.abs(b.position - a.position);
    if (isSame && from.string === to.string) shift *= prices.guided;
    if (link.rest > 0 || from.finger === 0) shift *= prices.fromOpen;
    cost += shift * timeOf(link);
  }
  if (isSame && from.string !== to.string)
    cost += from.fret === to.fret ? prices.hop : prices.leapOver;
  return cost;
}

/** How much more a shift costs for want of time, less where there is more of it. */
export const timeOf = ({ seconds }: Link): number =>
  Math.min(2, Math.max(0.4, IN_TIME / Math.max(0.01, seconds)));

/** What going from one way to the next costs. */
export function stepCost(prices: NeckPrices, a: NeckWay, b: NeckWay, link: Link): number {
  const { held, joins } = link;
  if (!held && a.notes.length === 1 && b.notes.length === 1)
    return fromNoteToNote(prices, a, b, link);
  let cost = held ? heldCost(prices, a, b, held) : 0;
  if (cost === Infinity) return cost;
  joins?.forEach((join, i) => (cost += join ? joinCost(prices, a, b.notes[i]!, join) : 0));
  if (held) {
    if (isPutDown(a, b, held)) cost += b.shape;
    else if (a.position === b.position) return cost;
  }
  const inLine = !held && a.notes.length === 2 && b.notes.length === 2;
  const away = Math.max(Math.abs(a.position - b.position), inLine ? crept(a, b) : 0);
  if (away > 0) {
    let shift = prices.shift + prices.shiftFret * away;
    if (slides(a, b)) shift *= prices.slid;
    else if (guideOf(a, b)) shift *= prices.guided;
    if (link.rest > 0 || !a.notes.some(isStopped)) shift *= prices.fromOpen;
    cost += shift * timeOf(link);
  }
  // a hand that shifts, or takes a chord, is lifted
  const share = isTaken(b, held) ? prices.taken : a.position !== b.position ? prices.lifted : 1;
  for (let i = 0; i < b.notes.length; i++)
    if (isStopped(b.notes[i]!)) cost += share * leaveCost(prices, a, b, i, held);
  // over a note that is held the other one goes where it likes
  if (inLine) {
    const isOther = a.notes.some(({ string }, i) => string !== b.notes[i]!.string);
    if (isOther) cost += prices.otherPair;
    else if (b.notes.every(isStopped)) {
      if (!guideOf(a, b)) cost += prices.unled;
      if (b.notes[0]!.fret !== b.notes[1]!.fret && b.notes.every(({ finger }) => finger > 1))
        cost += prices.loose;
    }
  }
  return cost;
}

/** So many notes are a chord. */
const CHORD = 3;

/** Whether a chord is taken as a whole: nothing of it is down yet. */
const isTaken = (b: NeckWay, held: readonly number[] | undefined): boolean =>
  !held && b.notes.length >= CHORD;

/** Whether a finger is put down beside what is held. */
function isPutDown(a: NeckWay, b: NeckWay, held: readonly number[]): boolean {
  for (let i = 0; i < held.length; i++) {
    const { finger } = b.notes[i]!;
    if (finger > 0 && (held[i]! < 0 || a.notes[held[i]!]!.finger !== finger)) return true;
  }
  return false;
}

/** What sounds keeps its place; the finger that touched a harmonic is free at once. */
function heldCost(prices: NeckPrices, a: NeckWay, b: NeckWay, held: readonly number[]): number {
  let cost = 0;
  for (let i = 0; i < held.length; i++) {
    if (held[i]! < 0) continue;
    const from = a.notes[held[i]!]!;
    const now = b.notes[i]!;
    if (now.string !== from.string || now.fret !== from.fret) return Infinity;
    if (now.finger !== from.finger && !from.natural) cost += prices.relay;
  }
  return cost;
}

/** In chords: a finger that must leave its string for another, or gives its place to one. */
function leaveCost(
  prices: NeckPrices,
  a: NeckWay,
  b: NeckWay,
  at: number,
  held: readonly number[] | undefined,
): number {
  const one = b.notes[at]!;
  const own = held ? held[at]! : -1;
  const same = a.byString[one.string]!;
  const under = a.byFinger[one.finger]!;
  let cost = 0;
  if (same >= 0 && same !== own) {
    const there = a.notes[same]!;
    // struck again with another finger: of a single note it helps a shift
    if (there.fret === one.fret && there.finger > 0 && there.finger !== one.finger)
      cost = prices.changed;
  }
  if (under < 0) return cost;
  const before = a.notes[under]!;
  if (before.string === one.string) return cost;
  if (held)
    for (let i = 0; i < held.length; i++)
      if (held[i] === under && b.notes[i]!.finger === one.finger) return cost;
  if (covers(a, one) || covers(b, before)) return cost;
  return cost + (before.fret === one.fret ? prices.hop : prices.leapOver);
}
