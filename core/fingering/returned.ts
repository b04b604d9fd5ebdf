import type { Form } from '../form/index.ts';
import { add, compare, fromNumber, lastBarOf, subtract, toText, type Fraction, type Score } from '../score/index.ts';
import { freesHand } from './line.ts';
import type { Moment } from './moments.ts';
import { shapeOf, underHand, type Lie, type Tie, type TieKind } from './ties.ts';

/** What comes again in a piece, as far as fingers ask. */
export interface Again {
  readonly returns: readonly Pick<Form['returns'][number], 'hand' | 'relation' | 'from' | 'to' | 'of'>[];
  readonly sequences: Form['sequences'];
}

/** Returns on the same or other keys of the same hand. What one hand has from the other is another matter. */
const KINDS: readonly string[] = ['exact', 'octave', 'transposed', 'varied'];
/** A part of a hand's line that has come before: its moments, and where each of them was the time before. */
interface Stretch {
  readonly moments: readonly number[];
  readonly kind: 'return' | 'group';
  readonly before: (at: number) => Fraction;
}

/** Moments in a row beside those of the first time, in order. */
export interface Run {
  readonly kind: Exclude<TieKind, 'end'>;
  readonly pairs: readonly (readonly [at: number, of: number])[];
  /** Moments of the whole stretch that are unchanged. */
  readonly of: number;
}

/**
 * What the form of the piece says comes again in a hand: returns, changed ones where they are not changed, and the groups of
 * sequences. Where keys of other colours lie under a figure it is another figure for the hand.
 */
export function runsOfForm(moments: readonly Moment[], score: Score, { returns, sequences }: Again, hand: string, lie: Lie, groups: boolean): Run[] {
  const times = moments.map(timeOf);
  const at = new Map<string, number[]>();
  times.forEach((time, i) => at.set(toText(time), [...(at.get(toText(time)) ?? []), i]));
  const shapes = moments.map((moment) => shapeOf(moment, lie));
  const places = moments.map((moment) => lie(moment.keys[0]!));
  const freed = moments.map((moment) => freesHand(moment.link));
  /** Grace notes stand at the time of their main note: the last of one time is the note itself. */
  const twin = (i: number, before: Fraction): number | undefined => {
    const [own, others] = [at.get(toText(times[i]!))!, at.get(toText(before)) ?? []];
    return others[others.length - own.length + own.indexOf(i)];
  };
  const goesOn = (i: number, of: number) => freed[i] === freed[of] && places[i]! - places[i - 1]! === places[of]! - places[of - 1]!;
  return stretchesOf(moments, times, score, hand, returns, groups ? sequences : []).flatMap((stretch): Run[] => {
    const pairs: [at: number, of: number][] = [];
    for (const i of stretch.moments) {
      const of = twin(i, stretch.before(i));
      if (of !== undefined && of < i && shapes[of] === shapes[i]) pairs.push([i, of]);
    }
    return runsOf(pairs, goesOn).flatMap((run): Run[] => {
      const [first, of] = run[0]!;
      const away = moments[first]!.keys[0]! - moments[of]!.keys[0]!;
      const kind = away === 0 ? 'same' : away % 12 === 0 ? 'octave' : 'group';
      return stretch.kind === 'group' && underHand(places, of, run.at(-1)![0]) ? [] : [{ kind, pairs: run, of: pairs.length }];
    });
  });
}

/** The same as ties: the first and last moment of each run stay free. */
export const tiesOfForm = (...args: Parameters<typeof runsOfForm>): Tie[] => runsOfForm(...args)
  .flatMap(({ kind, pairs, of: run }) => pairs.slice(1, -1).map(([at, of]): Tie => ({ at, of, kind, run, known: true })));

const timeOf = (moment: Moment): Fraction => moment.notes[moment.struck.indexOf(true)]!.at;

function stretchesOf(moments: readonly Moment[], times: readonly Fraction[], score: Score, hand: string, returns: Again['returns'], sequences: Again['sequences']): Stretch[] {
  const inBar: number[][] = score.bars.map(() => []);
  moments.forEach((moment, at) => inBar[moment.bar]!.push(at));
  const start = (bar: number) => score.bars[bar]!.start;
  return [
    ...returns.filter((one) => one.hand === hand && KINDS.includes(one.relation)).map((one): Stretch => ({
      moments: inBar.slice(one.from, one.to + 1).flat(), kind: 'return',
      before: (at) => add(start(moments[at]!.bar - one.from + one.of), subtract(times[at]!, start(moments[at]!.bar))),
    })),
    ...sequences.filter((one) => one.hand === hand).map((one): Stretch => {
      const cell = fromNumber(one.cell);
      const second = add(add(start(one.from.bar), one.from.offset), cell);
      const until = lastBarOf(one.to);
      const inside = (at: number) => compare(times[at]!, second) >= 0 && (moments[at]!.bar < one.to.bar || compare(subtract(times[at]!, start(one.to.bar)), one.to.offset) < 0);
      return { moments: inBar.slice(one.from.bar, until + 1).flat().filter(inside), kind: 'group', before: (at) => subtract(times[at]!, cell) };
    }),
  ];
}

/** Pairs that follow each other without a gap. */
function runsOf(pairs: readonly [number, number][], goesOn: (at: number, of: number) => boolean): [number, number][][] {
  const runs: [number, number][][] = [];
  for (const [at, of] of pairs) {
    const last = runs.at(-1)?.at(-1);
    if (last && last[0] === at - 1 && last[1] === of - 1 && goesOn(at, of)) runs.at(-1)!.push([at, of]);
    else runs.push([[at, of]]);
  }
  return runs;
}
