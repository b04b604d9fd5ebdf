import type { HandModel } from './model.ts';
import type { Moment } from './moments.ts';

/** Why two moments take the same fingers, in order of precedence; an `end` only leans to it. */
export type TieKind = 'same' | 'octave' | 'group' | 'end';

export interface Tie {
  readonly at: number;
  /** The earlier moment. */
  readonly of: number;
  readonly kind: TieKind;
  /** Moments in the whole stretch that is alike. */
  readonly run: number;
  /** Where that stretch begins: ties of one stretch stand or fall together. */
  readonly from: number;
  /** The form of the piece says that the music comes again here; other ties may be alike by chance. */
  readonly known?: true;
}

/** Moments a stretch must have to be known again. Its first and last stay free: what comes before and after may ask for other fingers. */
const LEAST = { same: 5, octave: 4, group: 5 } as const;
/** A group that is said again after fewer moments is a trill or a scale. */
const LEAST_GROUP = 3;
/** What on other keys may be alike by chance, or suit other fingers beside keys of other colours, agrees if that costs no more for each moment: less than a thumb on a black key. */
export const WORTH = 0.5;
/** White keys that lie under five fingers: a sequence within them is played without moving the hand. */
const FIVE_KEYS = 4.5;
const NEAR = 16;

export type Lie = HandModel['lie'];

/** What a moment is, up to where it lies: the shape under the hand with the colours of its keys. */
export function shapeOf(moment: Moment, lie: Lie): string {
  const lowest = lie(moment.keys[0]!);
  return moment.keys.map((key, i) => `${lie(key) - lowest}${lie(key) % 1 ? 'b' : 'w'}${moment.struck[i] ? '' : 'h'}`).join('+');
}

/**
 * Moments that should take the same fingers, because what is around them has come before: on the same keys, octaves
 * away, or on other keys of the same colours (a group of a sequence, a return in another key). Found by comparing short
 * stretches, so that time grows with the number of moments.
 *
 * @param freed before which moments the hand is free
 */
export function tiesOf(moments: readonly Moment[], freed: readonly boolean[], lie: Lie, groups: boolean): Tie[] {
  const shapes = moments.map((moment) => shapeOf(moment, lie));
  const places = moments.map((moment) => lie(moment.keys[0]!));
  const found: Tie[] = [];
  const search = (kind: 'same' | 'octave' | 'group', token: (at: number) => string, allowed: (at: number, of: number) => boolean) => {
    const length = LEAST[kind];
    const seen = new Map<string, number[]>();
    const alike: [at: number, of: number][] = [];
    for (let at = 0; at + length <= moments.length; at++) {
      let text = '';
      for (let k = 0; k < length; k++) text += `${token(at + k)}${k > 0 ? `${places[at + k]! - places[at]!}${freed[at + k] ? '|' : ''}` : ''} `;
      const earlier = seen.get(text);
      if (!earlier) {
        seen.set(text, [at]);
        continue;
      }
      const last = alike.at(-1);
      // going on with the stretch one is in keeps it one stretch
      const on = last && last[0] === at - 1 && earlier.includes(last[1] + 1) && allowed(at, last[1] + 1) ? last[1] + 1 : undefined;
      const of = on ?? earlier.find((one) => allowed(at, one));
      if (of !== undefined) alike.push([at, of]);
      if (earlier.length < 8) earlier.push(at);
    }
    for (const [from, to] of stretches(alike)) {
      const run = to - from + length;
      const [first, start] = alike[from]!;
      if (kind === 'group' && first - start <= NEAR && underHand(places, start, alike[to]![0] + length - 1)) continue;
      for (let k = 1; k < run - 1; k++) found.push({ at: first + k, of: start + k, kind, run, from: first });
      if (kind === 'octave') for (const k of [0, run - 1]) found.push({ at: first + k, of: start + k, kind: 'end', run, from: first });
    }
  };
  search('same', (at) => `${moments[at]!.keys[0]}:${shapes[at]}`, () => true);
  const away = (at: number, of: number) => moments[at]!.keys[0]! - moments[of]!.keys[0]!;
  search('octave', (at) => shapes[at]!, (at, of) => away(at, of) % 12 === 0);
  if (groups) {
    search('group', (at) => shapes[at]!, (at, of) => at - of >= LEAST_GROUP && away(at, of) % 12 !== 0 && turns(moments, at, LEAST.group));
  }
  return found;
}

/** Whether some moments lie under five fingers, from one to another. */
export function underHand(places: readonly number[], from: number, to: number): boolean {
  let [low, high] = [Infinity, -Infinity];
  for (let at = from; at <= to && high - low < FIVE_KEYS; at++) [low, high] = [Math.min(low, places[at]!), Math.max(high, places[at]!)];
  return high - low < FIVE_KEYS;
}

/** Whether a stretch changes direction: a plain scale or broken chord is like itself everywhere. */
function turns(moments: readonly Moment[], from: number, length: number): boolean {
  let before = 0;
  for (let k = 1; k < length; k++) {
    const way = Math.sign(moments[from + k]!.keys[0]! - moments[from + k - 1]!.keys[0]!);
    if (way !== 0 && before !== 0 && way !== before) return true;
    if (way !== 0) before = way;
  }
  return false;
}

/** The class of each moment, numbered from 0 in order of their first member, when the ties of some kinds are obeyed. */
export function classesOf(count: number, ties: readonly Pick<Tie, 'at' | 'of'>[], allowed: (at: number, of: number) => boolean): Int32Array {
  const parent = Int32Array.from({ length: count }, (_, i) => i);
  const root = (of: number): number => {
    let at = of;
    while (parent[at] !== at) at = parent[at] = parent[parent[at]!]!;
    return at;
  };
  for (const { at, of } of ties) {
    if (!allowed(at, of)) continue;
    const [a, b] = [root(at), root(of)];
    if (a !== b) parent[Math.max(a, b)] = Math.min(a, b);
  }
  return numbered(Int32Array.from({ length: count }, (_, at) => root(at)));
}

/** Classes by numbers from 0 without gaps, in order of their first member. */
export function numbered(classes: Int32Array): Int32Array {
  const numbers = new Map<number, number>();
  return classes.map((of) => {
    if (!numbers.has(of)) numbers.set(of, numbers.size);
    return numbers.get(of)!;
  });
}

/** First and last of the pairs that follow each other at one distance. */
function stretches(pairs: readonly (readonly [number, number])[]): [number, number][] {
  const found: [number, number][] = [];
  pairs.forEach(([at, of], i) => {
    const before = pairs[i - 1];
    if (before && before[0] === at - 1 && before[1] === of - 1) found.at(-1)![1] = i;
    else found.push([i, i]);
  });
  return found;
}
