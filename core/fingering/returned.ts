import type { Form } from '../form/index.ts';
import { add, compare, fromNumber, lastBarOf, subtract, toText, type Fraction, type Score } from '../score/index.ts';
import { freesHand, type Line } from './line.ts';
import type { HandModel } from './model.ts';
import type { Moment } from './moments.ts';
import type { Star } from './agree.ts';

type Lie = HandModel['lie'];

/** White keys that lie under five fingers: a sequence within them is played without moving the hand. */
const FIVE_KEYS = 4.5;

/** What a moment is, up to where it lies: the shape under the hand with the colours of its keys. */
function shapeOf(moment: Moment, lie: Lie): string {
  const lowest = lie(moment.keys[0]!);
  return moment.keys.map((key, i) => `${lie(key) - lowest}${lie(key) % 1 ? 'b' : 'w'}${moment.struck[i] ? '' : 'h'}`).join('+');
}

/** Whether some moments lie under five fingers, from one to another. */
function underHand(places: readonly number[], from: number, to: number): boolean {
  let [low, high] = [Infinity, -Infinity];
  for (let at = from; at <= to && high - low < FIVE_KEYS; at++) [low, high] = [Math.min(low, places[at]!), Math.max(high, places[at]!)];
  return high - low < FIVE_KEYS;
}

/** What comes again in a piece, as far as fingers ask. */
export interface Again {
  readonly returns: readonly Pick<Form['returns'][number], 'hand' | 'relation' | 'from' | 'to' | 'of'>[];
  readonly sequences: Form['sequences'];
}

/** Returns on the same or other keys of the same hand. What one hand has from the other is another matter. */
const KINDS: readonly string[] = ['exact', 'octave', 'transposed', 'varied'];

/** A part of a hand's line that has come before: its moments beside those at the same time in what they bring back. */
interface Stretch {
  readonly kind: 'return' | 'group';
  readonly pairs: readonly (readonly [at: number, of: number])[];
}

/** Moments in a row beside those of the first time, in order. */
export interface Run {
  readonly kind: 'same' | 'octave' | 'group';
  readonly pairs: readonly (readonly [at: number, of: number])[];
}

/**
 * What the form of the piece says comes again in a hand: returns, changed ones where they are not changed, and the groups of
 * sequences. Where keys of other colours lie under a figure it is another figure for the hand.
 */
export function runsOfForm(moments: readonly Moment[], score: Score, { returns, sequences }: Again, hand: string, lie: Lie, groups: boolean): Run[] {
  const shapes = moments.map((moment) => shapeOf(moment, lie));
  const places = moments.map((moment) => lie(moment.keys[0]!));
  const freed = moments.map((moment) => freesHand(moment.link));
  const goesOn = (i: number, of: number) => freed[i] === freed[of] && places[i]! - places[i - 1]! === places[of]! - places[of - 1]!;
  return stretchesOf(moments, score, hand, returns, groups ? sequences : []).flatMap((stretch): Run[] => {
    const pairs = stretch.pairs.filter(([i, of]) => shapes[of] === shapes[i]);
    return runsOf(pairs, goesOn).flatMap((run): Run[] => {
      const [first, of] = run[0]!;
      const away = moments[first]!.keys[0]! - moments[of]!.keys[0]!;
      const kind = away === 0 ? 'same' : away % 12 === 0 ? 'octave' : 'group';
      return stretch.kind === 'group' && underHand(places, of, run.at(-1)![0]) ? [] : [{ kind, pairs: run }];
    });
  });
}

/** Single notes of returns in another key beside those of the first time, whatever the colours of their keys. */
export const otherKeyTwins = (moments: readonly Moment[], score: Score, { returns }: Again, hand: string): Stretch['pairs'] => {
  const single = (at: number) => moments[at]!.keys.length === 1;
  return stretchesOf(moments, score, hand, returns.filter((one) => one.relation === 'transposed'), []).flatMap(({ pairs }) => pairs).filter(([at, of]) => single(at) && single(of));
};

/** Moments a passage must have for its return to be filled in with it; shorter ones are alike by the way. */
const PASSAGE = 8;

/**
 * The stars of a hand's line: what is on the same keys or octaves away in one, on other keys in another. The first and last moment
 * of each run stay free: what comes before and after may ask for other fingers.
 */
export function starsOf({ grips }: Pick<Line, 'grips'>, runs: readonly Run[]): Star[] {
  const count = grips.length;
  const fits = (at: number, of: number) => grips[at]!.length === grips[of]!.length;
  const same = Int32Array.from({ length: count }, (_, at) => at);
  const other = Int32Array.from({ length: count }, (_, at) => at);
  const passages = new Set<number>();
  const inside = (kinds: readonly Run['kind'][]) => runs.filter((run) => kinds.includes(run.kind)).flatMap((run) => run.pairs.slice(1, -1).map((pair) => ({ pair, run })));
  for (const { pair: [at, of], run } of inside(['same', 'octave']).sort((a, b) => a.pair[0] - b.pair[0])) {
    if (same[at] === at && fits(at, of)) same[at] = same[of]!;
    if (run.kind === 'same' && run.pairs.length >= PASSAGE) passages.add(at);
  }
  for (const { pair: [at, of] } of inside(['group']).sort((a, b) => a.pair[0] - b.pair[0])) if (same[at] !== same[of] && other[at] === at && fits(at, of)) other[at] = other[same[of]!]!;
  // returns of what comes again on other keys belong with it
  return [...gathered(same, 'same', passages), ...gathered(other.map((of, at) => (of !== at ? of : other[same[at]!]!)), 'other', passages)];
}

function gathered(centres: Int32Array, keys: Star['keys'], passages: ReadonlySet<number>): Star[] {
  const found = new Map<number, number[]>();
  centres.forEach((of, at) => {
    if (of === at) return;
    if (found.has(of)) found.get(of)!.push(at);
    else found.set(of, [of, at]);
  });
  return [...found.values()].map((moments) => ({ keys, moments, passages: moments.filter((at) => passages.has(at)) }));
}

const timeOf = (moment: Moment): Fraction => moment.notes[moment.struck.indexOf(true)]!.at;

function stretchesOf(moments: readonly Moment[], score: Score, hand: string, returns: Again['returns'], sequences: Again['sequences']): Stretch[] {
  const times = moments.map(timeOf);
  const at = new Map<string, number[]>();
  times.forEach((time, i) => at.set(toText(time), [...(at.get(toText(time)) ?? []), i]));
  /** Grace notes stand at the time of their main note: the last of one time is the note itself. */
  const twin = (i: number, before: Fraction): number | undefined => {
    const [own, others] = [at.get(toText(times[i]!))!, at.get(toText(before)) ?? []];
    return others[others.length - own.length + own.indexOf(i)];
  };
  const pairs = (some: readonly number[], before: (i: number) => Fraction) => some.flatMap((i): [number, number][] => {
    const of = twin(i, before(i));
    return of !== undefined && of < i ? [[i, of]] : [];
  });
  const inBar: number[][] = score.bars.map(() => []);
  moments.forEach((moment, i) => inBar[moment.bar]!.push(i));
  const start = (bar: number) => score.bars[bar]!.start;
  return [
    ...returns.filter((one) => one.hand === hand && KINDS.includes(one.relation)).map((one): Stretch => ({
      kind: 'return',
      pairs: pairs(inBar.slice(one.from, one.to + 1).flat(), (i) => add(start(moments[i]!.bar - one.from + one.of), subtract(times[i]!, start(moments[i]!.bar)))),
    })),
    ...sequences.filter((one) => one.hand === hand).map((one): Stretch => {
      const cell = fromNumber(one.cell);
      const second = add(add(start(one.from.bar), one.from.offset), cell);
      const inside = (i: number) => compare(times[i]!, second) >= 0 && (moments[i]!.bar < one.to.bar || compare(subtract(times[i]!, start(one.to.bar)), one.to.offset) < 0);
      return { kind: 'group', pairs: pairs(inBar.slice(one.from.bar, lastBarOf(one.to) + 1).flat().filter(inside), (i) => subtract(times[i]!, cell)) };
    }),
  ];
}

/** Pairs that follow each other without a gap. */
function runsOf(pairs: Stretch['pairs'], goesOn: (at: number, of: number) => boolean): (readonly [number, number])[][] {
  const runs: (readonly [number, number])[][] = [];
  for (const [at, of] of pairs) {
    const last = runs.at(-1)?.at(-1);
    if (last && last[0] === at - 1 && last[1] === of - 1 && goesOn(at, of)) runs.at(-1)!.push([at, of]);
    else runs.push([[at, of]]);
  }
  return runs;
}

const OCTAVE = 12;

/** Moments on the same keys or octaves away before notes without a score are known to come again. */
const LEAST = 8;

/** The same for notes without a score, where no form is known: long stretches on the same keys or octaves away. */
export function repeatsOf(moments: readonly Moment[], lie: Lie): Run[] {
  const numbers = new Map<string, number>();
  const shapes = moments.map((moment) => {
    const text = `${shapeOf(moment, lie)}${freesHand(moment.link) ? '|' : ''}`;
    if (!numbers.has(text)) numbers.set(text, numbers.size);
    return numbers.get(text)!;
  });
  const seen = new Map<string, number>();
  const pairs: [number, number][] = [];
  for (let at = 0; at + LEAST <= moments.length; at++) {
    const low = moments[at]!.keys[0]!;
    let text = String(((low % OCTAVE) + OCTAVE) % OCTAVE);
    for (let k = 0; k < LEAST; k++) text += ` ${moments[at + k]!.keys[0]! - low}:${shapes[at + k]}`;
    const of = seen.get(text);
    if (of === undefined) seen.set(text, at);
    else for (let k = 0; k < LEAST; k++) if (k === LEAST - 1 || (pairs.at(-1)?.[0] ?? -1) < at + k) pairs.push([at + k, of + k]);
  }
  return runsOf([...new Map(pairs)].sort((a, b) => a[0] - b[0]), () => true).map((run) => ({ kind: moments[run[0]![0]]!.keys[0] === moments[run[0]![1]]!.keys[0] ? 'same' : 'octave', pairs: run }));
}
