import { BASS, subtract, add, toNumber, type Fraction, type PedalMark, type Score } from '../score/index.ts';
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
  const feet = marks.filter((mark) => mark.bar <= to).map((mark) => ({ kind: mark.kind, depth: mark.depth, at: toNumber(subtract(add(score.bars[mark.bar]!.start, mark.offset), origin)) })).sort((a, b) => a.at - b.at);
  return moments.filter((moment) => moment.bar >= from).map(({ bar, offset, at }): ClarityAt => {
    // a change clears what has rung, and takes up what is struck with it
    const last = feet.findLast((foot) => foot.at <= at + 1e-9);
    const down = last && last.kind !== 'up';
    // a half change clears the top, and the bass rings on from before
    const full = down && last.kind === 'change' && last.depth ? feet.findLast((foot) => foot.at < last.at && !(foot.kind === 'change' && foot.depth)) : undefined;
    const sounding = soundingAt(tones, at, down ? last.at : undefined, tempo);
    const bass = full && full.kind !== 'up' ? soundingAt(tones, at, full.at, tempo).filter((one) => one.midi < BASS && !sounding.some((other) => other.midi === one.midi)) : [];
    const { value, worst } = blurOf([...bass, ...sounding].sort((a, b) => a.midi - b.midi));
    return { bar, offset, value: clarity(value), worst };
  });
}
