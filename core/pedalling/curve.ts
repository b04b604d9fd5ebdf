import { subtract, add, toNumber, type Fraction, type PedalMark, type Score } from '../score/index.ts';
import { blurOf, clarity, momentsOf, soundingAt } from './ringing.ts';

export interface ClarityAt {
  readonly bar: number;
  readonly offset: Fraction;
  /** 1: nothing rubs; towards 0 the muddier. */
  readonly value: number;
  /** The two keys that rub most, A4 = 69; undefined when nothing does. */
  readonly worst: readonly [number, number] | undefined;
}

/** How clear each instant of some bars is under a pedal plan. Tempo in quarters a minute. */
export function clarityOf(score: Score, marks: readonly PedalMark[], from: number, to: number, tempo: number): ClarityAt[] {
  // what was struck a little earlier may still ring
  const begin = Math.max(0, from - 2);
  const { moments } = momentsOf(score, begin, to);
  const tones = moments.flatMap((moment) => moment.struck).sort((a, b) => a.from - b.from);
  const origin = score.bars[begin]!.start;
  const feet = marks.filter((mark) => mark.bar <= to).map((mark) => ({ kind: mark.kind, at: toNumber(subtract(add(score.bars[mark.bar]!.start, mark.offset), origin)) })).sort((a, b) => a.at - b.at);
  return moments.filter((moment) => moment.bar >= from).map(({ bar, offset, at }): ClarityAt => {
    // a change clears what has rung, and takes up what is struck with it
    const last = feet.findLast((foot) => foot.at <= at + 1e-9);
    const { value, worst } = blurOf(soundingAt(tones, at, last && last.kind !== 'up' ? last.at : undefined, tempo));
    return { bar, offset, value: clarity(value), worst };
  });
}
