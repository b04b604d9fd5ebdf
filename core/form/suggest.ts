import { startOf, type Score, type Section } from '../score/index.ts';
import { handsOf } from './content.ts';
import type { Form, Return } from './returns.ts';

export interface SuggestedSection extends Omit<Section, 'id'> {
  /** Why it begins here, with bar numbers. */
  readonly reason: string;
}

/** A return shorter than this many bars does not make a section; one in a single hand has to be longer. */
const LEAST = 4;
const LEAST_ALONE = 6;

/**
 * A first cut of the piece into sections: at the ends of what returns in both hands, and at repeat signs. Sections
 * that return get the letter of the first with a prime when only most of it comes back.
 */
export function suggestSections(score: Score, form: Form): SuggestedSection[] {
  const line = handsOf(score).length > 1 ? 'both' : handsOf(score)[0];
  const returns = form.returns.filter((found) =>
    found.to - found.from + 1 >= (found.hand === line ? LEAST : LEAST_ALONE) && found.ofTo < found.from);
  const cuts = boundaries(score, returns);
  const starts = [...cuts.keys()].sort((a, b) => a - b);
  const letters = new Letters();
  return starts.map((from, index) => {
    const end = starts[index + 1] ?? score.bars.length;
    const source = returns.find((found) => overlap(found, from, end) / (end - from) >= 0.6);
    const earlier = source && starts.findLast((start) => start <= source.of + Math.max(0, from - source.from));
    const whole = source?.hand === line && source !== undefined && overlap(source, from, end) === end - from;
    const name = earlier !== undefined && earlier < from ? letters.again(earlier, from, whole) : letters.fresh(from);
    return { name, from: startOf(from), to: startOf(end), words: '', reason: cuts.get(from)! };
  });
}

const overlap = (found: Return, from: number, end: number): number =>
  Math.max(0, Math.min(found.to + 1, end) - Math.max(found.from, from));

function boundaries(score: Score, returns: readonly Return[]): Map<number, string> {
  const number = (bar: number) => score.bars[bar]?.number ?? 'the end';
  const pickup = score.bars.length > 1 && score.bars[0]!.length.num * score.bars[0]!.nominal.den < score.bars[0]!.nominal.num * score.bars[0]!.length.den;
  const cuts = new Map<number, string>([[0, 'the piece begins']]);
  const put = (bar: number, reason: string, apart = 2) => {
    const near = [...cuts.keys(), score.bars.length].some((other) => Math.abs(other - bar) < apart);
    if (!near && bar > (pickup ? 1 : 0)) cuts.set(bar, reason);
  };
  for (const found of returns) put(found.from, `bars ${number(found.of)}–${number(found.ofTo)} return here`);
  for (const found of returns) put(found.of, `what begins here returns in bar ${number(found.from)}`);
  for (const found of returns) put(found.to + 1, `the return of bars ${number(found.of)}–${number(found.ofTo)} ends before it`, LEAST + 1);
  for (const bar of score.bars) {
    if (bar.repeatStart) put(bar.index, 'a repeat begins here');
    if (bar.repeatEnd && !score.bars[bar.index + 1]?.endings) put(bar.index + 1, 'a repeat ends before it');
  }
  return cuts;
}

const PRIMES = ['', '′', '″', '‴'];

/** Hands out section letters: A, B, …; a return gets its first one's letter, with primes when it is changed. */
class Letters {
  private readonly names = new Map<number, { letter: string; primes: number }>();
  private next = 0;

  fresh(at: number): string {
    const letter = this.next < 26 ? String.fromCharCode(65 + this.next) : `S${this.next + 1}`;
    this.next++;
    this.names.set(at, { letter, primes: 0 });
    return letter;
  }

  again(earlier: number, at: number, whole: boolean): string {
    const known = this.names.get(earlier);
    if (!known) return this.fresh(at);
    if (!whole) known.primes++;
    this.names.set(at, known);
    return known.letter + (whole ? '' : (PRIMES[known.primes] ?? `′${known.primes}`));
  }
}
