import { compare, hasPickup, toNumber, type Score } from '../score/index.ts';
import type { Form } from './analyse.ts';
import { handsOf } from './content.ts';
import type { Return } from './returns.ts';

/** A suggested stretch. Bar indexes, inclusive. */
export interface Segment {
  /** `A`, `A′`, `link`, `coda`; inside a section `a`, `b`, `a′`. */
  readonly label: string;
  readonly from: number;
  readonly to: number;
  /** Why it begins here, with bar numbers. */
  readonly reason: string;
  readonly children: readonly Segment[];
}

export type Grain = 'coarse' | 'medium' | 'fine';

/** Bars a section has at least, and a return that makes one. */
const LEAST: Readonly<Record<Grain, number>> = { coarse: 8, medium: 4, fine: 2 };
/** A return in a single hand has to be longer by this to make a section. */
const ALONE = 2;
const WORDS: Readonly<Record<Return['relation'], string>> = {
  exact: 'return here', octave: 'return here an octave away', transposed: 'return here in another key', exchanged: 'return here with the hands exchanged',
  varied: 'return here, changed', rhythm: 'return here in their rhythm',
};

/** A first cut of a piece into nested sections, from what returns in it, its repeat signs and its keys. */
export function segment(score: Score, form: Form, grain: Grain = 'medium'): Segment[] {
  const together = handsOf(score).length > 1 ? 'both' : handsOf(score)[0];
  const returns = chained(form.returns.filter((one) => one.relation !== 'rhythm' && one.ofTo < one.from))
    .filter((one) => one.to - one.from + 1 >= LEAST[grain] + (one.hand === together ? 0 : ALONE))
    .sort((a, b) => Number(b.hand === together) - Number(a.hand === together) || b.to - b.from - (a.to - a.from));
  const cuts = boundaries(score, returns, LEAST[grain]);
  const whole = { from: 0, to: score.bars.length - 1 };
  return named(form, whole, cuts, together, CAPITALS).map((section) => ({ ...section, children: phrases(score, form, section, together) }));
}

type Span = Pick<Return, 'from' | 'to' | 'of' | 'ofTo' | 'relation' | 'hand'>;

/** Returns that follow each other at the same distance from their sources, with a bar between them at most, are one. */
function chained(returns: readonly Return[]): Span[] {
  const found: Span[] = [];
  for (const { from, to, of, ofTo, relation, hand } of [...returns].sort((a, b) => a.from - b.from)) {
    const before = found.findLast((other) => other.hand === hand && other.from - other.of === from - of && from <= other.to + 2);
    if (!before) found.push({ from, to, of, ofTo, relation, hand });
    else if (to > before.to) found[found.indexOf(before)] = { ...before, to, ofTo, relation: before.relation === relation ? relation : 'varied' };
  }
  return found;
}

function boundaries(score: Score, returns: readonly Span[], least: number): Map<number, string> {
  const number = (bar: number) => score.bars[bar]?.number ?? 'the end';
  const pickup = hasPickup(score.bars);
  const cuts = new Map<number, string>([[0, 'the piece begins']]);
  const put = (bar: number, reason: string, apart = Math.max(2, Math.min(least, 4) / 2)) => {
    const near = [...cuts.keys(), score.bars.length].some((other) => Math.abs(other - bar) < apart);
    if (!near && bar > (pickup ? 1 : 0)) cuts.set(bar, reason);
  };
  const settled: Span[] = [];
  // what lies inside a longer return, or inside its source, is a phrase of it and no section
  const inside = (bar: number) => least > 2 && settled.some((one) => (bar > one.from && bar <= one.to) || (bar > one.of && bar <= one.ofTo));
  for (const one of returns) {
    if (!inside(one.from)) put(one.from, `bars ${number(one.of)}–${number(one.ofTo)} ${WORDS[one.relation]}`);
    if (!inside(one.of)) put(one.of, `what begins here returns in bar ${number(one.from)}`);
    settled.push(one);
  }
  for (const one of returns) if (!inside(one.ofTo + 1)) put(one.ofTo + 1, `what returns in bar ${number(one.from)} ends before it`, least);
  for (const one of returns) put(one.to + 1, `the return of bars ${number(one.of)}–${number(one.ofTo)} ends before it`, least + 1);
  score.bars.forEach((bar, index) => {
    if (bar.repeatStart) put(index, 'a repeat begins here');
    if (bar.repeatEnd && !score.bars[index + 1]?.endings) put(index + 1, 'a repeat ends before it');
    if (index > 0 && bar.key.fifths !== score.bars[index - 1]!.key.fifths) put(index, 'the key signature changes here', least);
  });
  // a bar of another length that stands alone joins two sections
  score.bars.forEach((bar, index) => {
    const [before, after] = [score.bars[index - 1], score.bars[index + 1]];
    const odd = before && after && compare(bar.nominal, before.nominal) !== 0 && compare(bar.nominal, after.nominal) !== 0;
    if (odd && (cuts.has(index) || cuts.has(index + 1))) {
      cuts.set(index, cuts.get(index) ?? 'a single bar of another length');
      cuts.set(index + 1, cuts.get(index + 1) ?? `the single bar ${number(index)} ends before it`);
    }
  });
  return cuts;
}

const CAPITALS = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ';
const SMALL = CAPITALS.toLowerCase();
const PRIMES = ['', '′', '″', '‴'];
const prime = (count: number): string => PRIMES[count] ?? `′${count}`;

/** Names stretches by what they bring back: a letter for what is new, the letter of its source with primes for a return that is not exact. */
function named(form: Form, { from, to }: { from: number; to: number }, cuts: ReadonlyMap<number, string>, together: string | undefined, alphabet: string): Segment[] {
  const starts = [...cuts.keys()].filter((bar) => bar >= from && bar <= to).sort((a, b) => a - b);
  const made: (Segment & { letter: string })[] = [];
  const primes = new Map<string, number>();
  let next = 0;
  for (const [i, start] of starts.entries()) {
    const end = (starts[i + 1] ?? to + 1) - 1;
    const source = sourceOf(form, made, start, end, together);
    let letter = source?.segment.letter;
    let label: string;
    if (letter !== undefined && source) {
      const same = source.exact && source.segment.to - source.segment.from === end - start;
      if (!same) primes.set(letter, (primes.get(letter) ?? 0) + 1);
      label = same ? source.segment.label : letter + prime(primes.get(letter)!);
    } else if (alphabet === CAPITALS && isLink(starts, i, to)) {
      label = letter = 'link';
    } else if (alphabet === CAPITALS && end === to && made.length > 2 && end - start + 1 <= (to - from + 1) / 5 && !form.returns.some((one) => one.of >= start)) {
      label = letter = 'coda';
    } else {
      label = letter = alphabet[next] ?? `${alphabet[0]}${next}`;
      next++;
    }
    made.push({ label, letter, from: start, to: end, reason: cuts.get(start)!, children: [] });
  }
  return made.map(({ letter: _, ...segment }) => segment);
}

/** A bar or two between sections that are at least three times as long. */
function isLink(starts: readonly number[], i: number, to: number): boolean {
  const size = (at: number) => (starts[at + 1] ?? to + 1) - starts[at]!;
  return i > 0 && i < starts.length - 1 && size(i) <= 2 && size(i) * 3 <= Math.min(size(i - 1), size(i + 1));
}

/** A return covers a section when this share of its bars comes back. */
const COVERED = 0.6;

function sourceOf<T extends Segment>(form: Form, made: readonly T[], from: number, to: number, together: string | undefined): { segment: T; exact: boolean } | undefined {
  const size = to - from + 1;
  const best = chained(form.returns.filter((one) => one.relation !== 'rhythm'))
    .map((one) => {
      const [first, last] = [Math.max(one.from, from), Math.min(one.to, to)];
      // the section in which the middle of the source lies
      const middle = one.of + Math.floor((first + last) / 2) - one.from;
      const segment = made.find((other) => other.from <= middle && other.to >= middle);
      const aligned = segment !== undefined && Math.abs(first - one.from + one.of - segment.from - (first - from)) <= Math.max(1, size / 4);
      return { one, segment, aligned, share: (last - first + 1) / size };
    })
    .filter(({ segment, aligned, share }) => segment !== undefined && aligned && share >= COVERED)
    .sort((a, b) => Number(b.one.hand === together) - Number(a.one.hand === together) || b.share - a.share || a.one.of - b.one.of)[0];
  return best && { segment: best.segment!, exact: best.one.relation === 'exact' && best.one.hand === together && best.share === 1 };
}

/** Phrases inside a section: two to eight bars, four for choice, ending where the line rests or something returns. */
function phrases(score: Score, form: Form, { from, to }: { from: number; to: number }, together: string | undefined): Segment[] {
  const size = to - from + 1;
  if (size < 6) return [];
  const weight = Array.from({ length: size + 1 }, (_, k) => (k === 0 || k === size ? 2 : evidence(score, form, from + k)));
  const best: { value: number; back: number }[] = [{ value: 0, back: -1 }];
  for (let end = 1; end <= size; end++) {
    best[end] = { value: -Infinity, back: -1 };
    for (let length = 2; length <= Math.min(9, end); length++) {
      const before = best[end - length]!;
      const value = before.value + weight[end]! - Math.abs(Math.log2(length / 4)) * 1.2;
      if (value > best[end]!.value) best[end] = { value, back: end - length };
    }
  }
  const cuts = new Map<number, string>();
  for (let at = best[size]!.back; at > 0; at = best[at]!.back) cuts.set(from + at, why(score, form, from + at));
  cuts.set(from, 'the section begins');
  return cuts.size > 1 ? named(form, { from, to }, cuts, together, SMALL) : [];
}

/** How much speaks for a phrase beginning with a bar: what returns there, and a rest or long note before it. */
function evidence(score: Score, form: Form, bar: number): number {
  const returning = form.returns.some((one) => one.from === bar && one.relation !== 'rhythm') ? 1 : form.returns.some((one) => one.of === bar && one.relation !== 'rhythm') ? 0.6 : 0;
  return returning + (rests(score, bar - 1) ? 1 : 0);
}

/** Whether the top line comes to rest in a bar: its last note is at least half of it, or silence follows. */
function rests(score: Score, bar: number): boolean {
  const top = score.notes.filter((note) => note.bar === bar && note.staff === 1 && !note.grace);
  const length = toNumber(score.bars[bar]!.length);
  const last = Math.max(-1, ...top.map((note) => toNumber(note.offset)));
  return last < 0 || length - last >= length / 2;
}

function why(score: Score, form: Form, bar: number): string {
  const found = form.returns.find((one) => one.from === bar && one.relation !== 'rhythm');
  const number = (at: number) => score.bars[at]!.number;
  if (found) return `bars ${number(found.of)}–${number(found.ofTo)} ${WORDS[found.relation]}`;
  if (rests(score, bar - 1)) return `the line comes to rest in bar ${number(bar - 1)}`;
  const later = form.returns.find((one) => one.of === bar && one.relation !== 'rhythm');
  return later ? `what begins here returns in bar ${number(later.from)}` : 'phrases of four bars';
}
