import type { Form } from '../form/index.ts';
import { add, compare, fromNumber, lastBarOf, subtract, toText, type Fraction, type Score } from '../score/index.ts';
import { freesHand } from './line.ts';
import type { Moment } from './moments.ts';
import { shapeOf, underHand, WORTH, type Lie, type Tie, type TieKind } from './ties.ts';

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
  readonly kind: Exclude<TieKind, 'end'>;
  readonly pairs: readonly (readonly [at: number, of: number])[];
  /** Moments of the whole stretch that are unchanged. */
  readonly of: number;
  /** It is a return in another key in which other notes lie on keys of other colours. */
  readonly partly: boolean;
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
      return stretch.kind === 'group' && underHand(places, of, run.at(-1)![0]) ? [] : [{ kind, pairs: run, of: pairs.length, partly: kind === 'group' && stretch.kind === 'return' && run.length < stretch.pairs.length }];
    });
  });
}

/** Single notes of returns in another key beside those of the first time, whatever the colours of their keys. */
export const otherKeyTwins = (moments: readonly Moment[], score: Score, { returns }: Again, hand: string): Stretch['pairs'] => {
  const single = (at: number) => moments[at]!.keys.length === 1;
  return stretchesOf(moments, score, hand, returns.filter((one) => one.relation === 'transposed'), []).flatMap(({ pairs }) => pairs).filter(([at, of]) => single(at) && single(of));
};

/**
 * The same as ties: the first and last moment of each run stay free.
 *
 * @param dear what it costs more, for each pair, if these agree
 */
export const tiesOfForm = (runs: readonly Run[], dear: (pairs: Run['pairs']) => number): Tie[] => runs
  .map((run) => ({ ...run, pairs: run.pairs.slice(1, -1) })).filter(({ pairs, partly }) => pairs.length > 0 && !(partly && dear(pairs) > WORTH))
  .flatMap(({ kind, pairs, of: run }) => pairs.map(([at, of]): Tie => ({ at, of, kind, run, from: pairs[0]![0], known: true })));

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
