import type { Score } from '../score/index.ts';
import { contents, handsOf, type BarContent } from './content.ts';

/** A stretch that has been heard before. Bar indexes, inclusive. */
export interface Return {
  readonly from: number;
  readonly to: number;
  /** First and last bar of the earlier stretch. */
  readonly of: number;
  readonly ofTo: number;
  readonly relation: 'exact' | 'octave';
  readonly hand: string;
  /** Semitones from the earlier stretch to this one. */
  readonly interval: number;
}

export interface Form {
  readonly bars: number;
  /** Bars that are new in at least one hand. */
  readonly newBars: number;
  readonly newBarsByHand: Readonly<Record<string, number>>;
  /** Per hand, whether each bar is new. */
  readonly isNew: Readonly<Record<string, readonly boolean[]>>;
  readonly returns: readonly Return[];
}

/**
 * For each hand, whether a bar's content occurs there for the first time, exactly or octaves away. A bar in which
 * the hand strikes nothing is nothing to learn.
 */
export function newBars(content: readonly BarContent[]): boolean[] {
  const seen = new Set<string>();
  return content.map(({ shape, base }) => {
    if (shape < 0) return false;
    const key = `${shape} ${base % 12}`;
    const fresh = !seen.has(key);
    seen.add(key);
    return fresh;
  });
}

interface Match {
  length: number;
  of: number;
  interval: number;
}

/**
 * For every bar, the longest earlier match that starts there and ends with something struck, exactly or with an octave shift. Works back from the
 * end, so that the match of bars (i, j) extends that of (i+1, j+1): time n², memory n.
 */
function longestMatches(content: readonly BarContent[], relation: Return['relation']): (Match | undefined)[] {
  const n = content.length;
  const best: (Match | undefined)[] = new Array<Match | undefined>(n).fill(undefined);
  let lengths = new Int32Array(n + 1);
  let shifts = new Int32Array(n + 1);
  const ANY = 999;
  for (let i = n - 1; i > 0; i--) {
    const nextLengths = new Int32Array(n + 1);
    const nextShifts = new Int32Array(n + 1).fill(ANY);
    const a = content[i]!;
    for (let j = 0; j < i; j++) {
      const b = content[j]!;
      if (a.shape !== b.shape) continue;
      const own = a.shape < 0 ? ANY : a.base - b.base;
      if (own !== ANY && (relation === 'exact' ? own !== 0 : own === 0 || own % 12 !== 0)) continue;
      const after = i + 1 < n ? lengths[j + 1]! : 0;
      const afterShift = after ? shifts[j + 1]! : ANY;
      const joins = own === ANY || afterShift === ANY || own === afterShift;
      // a rest counts only on the way to something struck
      nextLengths[j] = own === ANY ? (after ? 1 + after : 0) : 1 + (joins ? after : 0);
      nextShifts[j] = own === ANY ? afterShift : own;
      const length = nextLengths[j]!;
      if (own !== ANY && length > (best[i]?.length ?? 0)) best[i] = { length, of: j, interval: own };
    }
    lengths = nextLengths;
    shifts = nextShifts;
  }
  return best;
}

/** The maximal returns of one hand (or of both together) in one relation: none lies inside another. */
function returnsOf(content: readonly BarContent[], hand: string, relation: Return['relation']): Return[] {
  const found: Return[] = [];
  longestMatches(content, relation).forEach((match, from) => {
    if (!match) return;
    const { length } = match;
    const to = from + length - 1;
    const last = found.at(-1);
    if (last && last.to >= to) return;
    const onsets = content.slice(from, to + 1).reduce((sum, bar) => sum + bar.onsets, 0);
    if (onsets < 2) return;
    found.push({ from, to, of: match.of, ofTo: match.of + length - 1, relation, hand, interval: match.interval });
  });
  return found;
}

/** Exact and octave returns per hand and for the hands together, and how many bars are new. */
export function analyse(score: Score): Form {
  const hands = handsOf(score);
  const byHand = Object.fromEntries(hands.map((hand) => [hand, contents(score, hand)]));
  const isNew = Object.fromEntries(hands.map((hand) => [hand, newBars(byHand[hand]!)]));
  const lines = hands.length > 1 ? [...hands, 'both'] : hands;
  const returns = lines.flatMap((hand) => {
    const content = byHand[hand] ?? contents(score, 'both');
    const exact = returnsOf(content, hand, 'exact');
    const octave = returnsOf(content, hand, 'octave')
      .filter((found) => !exact.some((other) => other.from <= found.from && other.to >= found.to));
    return [...exact, ...octave].sort((a, b) => a.from - b.from);
  });
  return {
    bars: score.bars.length,
    newBars: score.bars.filter((bar) => hands.some((hand) => isNew[hand]![bar.index])).length,
    newBarsByHand: Object.fromEntries(hands.map((hand) => [hand, isNew[hand]!.filter(Boolean).length])),
    isNew,
    returns,
  };
}
