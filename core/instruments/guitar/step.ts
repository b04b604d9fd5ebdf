import type { Link } from "../../fingering/index.ts";
import { IN_TIME, type NeckPrices } from "./prices.ts";
import type { NeckWay, Stopped } from "./way.ts";

const isStopped = ({ finger }: Stopped): boolean => finger > 0;

/** What is struck again in its place, with another finger: of a single note it helps a shift. */
const isAnother = (from: Stopped, to: Stopped): boolean =>
  from.string === to.string &&
  from.fret === to.fret &&
  isStopped(from) &&
  isStopped(to) &&
  from.finger !== to.finger;

/** The finger lies flat over a place in a way. */
const covers = ({ barres }: NeckWay, { string, fret, finger }: Stopped): boolean =>
  barres?.some(
    (one) => one.finger === finger && one.fret === fret && string >= one.from && string <= one.to,
  ) ?? false;

/** A finger that stays on its string, to lead the hand. */
export const guideOf = (a: NeckWay, b: NeckWay): Stopped | undefined =>
  b.notes.find(
    (one) =>
      isStopped(one) &&
      a.notes.some(({ finger, string }) => finger === one.finger && string === one.string),
  );

/** The same fingers on the same strings, so that the hand slides as it is. */
function slides(a: NeckWay, b: NeckWay): boolean {
  const moved = b.position - a.position;
  let more = 0;
  for (const one of a.notes) if (isStopped(one)) more++;
  if (more === 0) return false;
  for (const { finger, string, fret } of b.notes) {
    if (finger === 0) continue;
    more--;
    const isSame = (other: Stopped) =>
      other.finger === finger && other.string === string && fret - other.fret === moved;
    if (!a.notes.some(isSame)) return false;
  }
  return more === 0;
}

/**
 * What a slur or slide asks for: one string; up by a higher finger, down to a lower one that lies
 * there already or to the open string; along the string under the same finger. Common practice.
 */
function joinCost(prices: NeckPrices, { notes }: NeckWay, to: Stopped): number {
  const from = notes.find(({ id }) => id === to.reached!.from);
  if (!from) return 0;
  if (from.string !== to.string) return prices.slurBroken;
  if (to.reached!.how === "slide")
    return from.finger > 0 && from.finger === to.finger ? 0 : prices.slideBroken;
  const isUp = to.fret > from.fret;
  return (isUp ? to.finger > from.finger : to.finger < from.finger) ? 0 : prices.slurBroken;
}

/** From a note to another one: what most of a melody is. */
function fromNoteToNote(prices: NeckPrices, a: NeckWay, b: NeckWay, link: Link): number {
  const [from, to] = [a.notes[0]!, b.notes[0]!];
  let cost = to.reached ? joinCost(prices, a, to) : 0;
  const isSame = to.finger > 0 && from.finger === to.finger;
  if (a.position !== b.position) {
    const moved = b.position - a.position;
    let shift = prices.shift + prices.shiftFret * Math.abs(moved);
    if (isSame && from.string === to.string)
      shift *= to.fret - from.fret === moved ? prices.slid : prices.guided;
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
  if (a.notes.length === 1 && b.notes.length === 1 && a.notes[0]!.id !== b.notes[0]!.id)
    return fromNoteToNote(prices, a, b, link);
  let cost = 0;
  for (const held of a.notes) {
    const now = b.notes.find(({ id }) => id === held.id);
    if (!now) continue;
    // what sounds keeps its place
    if (now.string !== held.string || now.fret !== held.fret) return Infinity;
    // the finger that touched a harmonic is free at once
    if (now.finger !== held.finger && !held.natural) cost += prices.changed;
  }
  for (const one of b.notes) if (one.reached) cost += joinCost(prices, a, one);
  if (a.position !== b.position) {
    let shift = prices.shift + prices.shiftFret * Math.abs(a.position - b.position);
    if (slides(a, b)) shift *= prices.slid;
    else if (guideOf(a, b)) shift *= prices.guided;
    if (link.rest > 0 || !a.notes.some(isStopped)) shift *= prices.fromOpen;
    cost += shift * timeOf(link);
  }
  // in chords: a finger that must leave its string for another, or gives its place to one
  for (const one of b.notes) {
    if (!isStopped(one)) continue;
    if (a.notes.some((from) => from.id !== one.id && isAnother(from, one))) cost += prices.changed;
    const before = a.notes.find(({ finger }) => finger === one.finger);
    if (!before || before.string === one.string) continue;
    if (b.notes.some((other) => other.finger === one.finger && other.id === before.id)) continue;
    if (covers(a, one) || covers(b, { ...before })) continue;
    cost += before.fret === one.fret ? prices.hop : prices.leapOver;
  }
  if (a.notes.length === 2 && b.notes.length === 2) {
    const isOther = a.notes.some(({ string }, i) => string !== b.notes[i]!.string);
    const isStill = a.notes.every(({ id }, i) => id === b.notes[i]!.id);
    if (isOther) cost += prices.otherPair;
    else if (!isStill && b.notes.every(isStopped) && !guideOf(a, b)) cost += prices.unled;
  }
  return cost;
}
