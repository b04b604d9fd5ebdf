import { compareBars } from "./differences.ts";
import { KEYS, type BarContent } from "./content.ts";

/** A later stretch that is an earlier one with some notes changed, moved by `shift` semitones. */
export interface Variant {
  readonly from: number;
  readonly to: number;
  readonly of: number;
  readonly shift: number;
  /** Keys that differ, and all keys of the stretch. */
  readonly differing: number;
  readonly size: number;
}

/** At most this share of the notes may differ in a varied return. */
export const MOST_CHANGED = 0.25;
/** A stretch of fewer notes says too little to be called a variation of anything. */
const LEAST_NOTES = 6;
/**
 * What a differing note costs against one that is the same: stretches grow while fewer than a third
 * differ, then are trimmed.
 */
const PENALTY = 2;

/**
 * Bars of a diagonal (a distance between return and source) that have at least half of their notes
 * in common.
 */
interface Diagonal {
  readonly away: number;
  readonly shift: number;
  /** Later bars, rising. */
  readonly bars: number[];
}

/**
 * Stretches of two bars or more that vary an earlier stretch; the best for each place, none inside
 * another.
 */
export function variants(content: readonly BarContent[]): Variant[] {
  const byChance = chances(content);
  const found = [...diagonals(content)]
    .flatMap((diagonal) =>
      clusters(diagonal).flatMap((cluster) => segments(content, diagonal, cluster)),
    )
    .filter((one) => byChance(one) <= MOST_CHANCE);
  found.sort(
    (a, b) =>
      b.to - b.from - (a.to - a.from) ||
      a.differing / a.size - b.differing / b.size ||
      Math.abs(a.shift) - Math.abs(b.shift) ||
      a.of - b.of,
  );
  const kept: Variant[] = [];
  for (const one of found)
    if (!kept.some((other) => other.from <= one.from && other.to >= one.to)) kept.push(one);
  return kept.sort((a, b) => a.from - b.from);
}

/**
 * In a line that goes its own way, two tones at one moment are the same key about one time in ten.
 * Measured on invented lines.
 */
const SAME_KEY = 0.1;
/** Intervals at which a stretch may be found again. */
const SHIFTS = 24;
/** How many such finds chance alone may be expected to make in the whole piece. */
const MOST_CHANCE = 0.02;

/**
 * How many finds as good as this one chance would make in a piece of these rhythms: pairs of
 * stretches with the same onsets, times the chance that so few of their keys differ. In even notes
 * every bar has the onsets of every other, so that a short stretch with a quarter of its notes
 * changed says nothing.
 */
function chances(content: readonly BarContent[]): (one: Variant) => number {
  const many = new Map<number, number>();
  for (const { attacks } of content) many.set(attacks, (many.get(attacks) ?? 0) + 1);
  const bars = content.length;
  return ({ from, to, shift, differing, size }) => {
    let pairs = (bars * bars) / 2;
    for (let bar = from; bar <= to; bar++) pairs *= many.get(content[bar]!.attacks)! / bars;
    let ways = 1;
    for (let i = 0; i < differing; i++) ways *= (size - i) / (i + 1);
    return pairs * (shift === 0 ? 1 : SHIFTS) * ways * SAME_KEY ** (size - differing);
  };
}

/**
 * A bar is taken further with so many earlier ones at most, those that have most in common with it.
 */
const MOST_SOURCES = 8;
/** Bars that a stretch is followed beyond those that were taken further. */
const REACH = 16;

interface Source {
  readonly of: number;
  readonly shift: number;
  /** Share of the notes in common. */
  readonly share: number;
}

/**
 * Compared with the first bar of each content only: what that repeats later is found by growing
 * along the diagonal.
 */
function diagonals(content: readonly BarContent[]): Iterable<Diagonal> {
  const seen = new Set<number>();
  const found = new Map<number, Diagonal>();
  const holding = new Map<number, number[]>();
  const alike = new Map<number, number[]>();
  const common = new Int32Array(content.length);
  content.forEach((bar, i) => {
    if (bar.struck.length === 0) return;
    const sources = [
      ...sameKeys(content, i, holding, common),
      ...moved(content, i, alike.get(bar.attacks) ?? []),
    ];
    for (const { of, shift } of sources
      .sort((a, b) => b.share - a.share || a.of - b.of)
      .slice(0, MOST_SOURCES)) {
      const key = (i - of) * KEYS + shift + KEYS / 2;
      const known = found.get(key);
      if (known) known.bars.push(i);
      else found.set(key, { away: i - of, shift, bars: [i] });
    }
    const what = bar.pattern * KEYS + bar.base;
    if (seen.has(what)) return;
    seen.add(what);
    for (const { code } of bar.struck) append(holding, code, i);
    append(alike, bar.attacks, i);
  });
  return found.values();
}

/** Bars that strike at least half of the same keys at the same moments. */
function sameKeys(
  content: readonly BarContent[],
  i: number,
  holding: ReadonlyMap<number, number[]>,
  common: Int32Array,
): Source[] {
  const { struck } = content[i]!;
  const touched: number[] = [];
  for (const { code } of struck)
    for (const j of holding.get(code) ?? []) if (common[j]!++ === 0) touched.push(j);
  return touched.flatMap((of) => {
    const share = common[of]! / Math.max(struck.length, content[of]!.struck.length);
    common[of] = 0;
    return share >= 0.5 ? [{ of, shift: 0, share }] : [];
  });
}

/** Bars that strike at the same moments, most keys the same interval away. */
const moved = (
  content: readonly BarContent[],
  i: number,
  candidates: readonly number[],
): Source[] => candidates.flatMap((of) => commonShift(content[i]!, content[of]!, of) ?? []);

function append(lists: Map<number, number[]>, key: number, value: number): void {
  const list = lists.get(key);
  if (!list) lists.set(key, [value]);
  else if (list.at(-1) !== value) list.push(value);
}

/**
 * The interval that more than half of the keys of two bars with equal onsets are apart; undefined
 * when there is none, or none at all.
 */
function commonShift(a: BarContent, b: BarContent, of: number): Source | undefined {
  const n = a.struck.length;
  if (n !== b.struck.length) return undefined;
  let [shift, votes] = [0, 0];
  for (let i = 0; i < n; i++) {
    const away = a.struck[i]!.code - b.struck[i]!.code;
    if (votes === 0) [shift, votes] = [away, 1];
    else votes += away === shift ? 1 : -1;
  }
  if (votes === 0 || shift === 0) return undefined;
  let count = 0;
  for (let i = 0; i < n; i++) if (a.struck[i]!.code - b.struck[i]!.code === shift) count++;
  return count * 2 > n ? { of, shift, share: count / n } : undefined;
}

/**
 * Bars that follow each other with at most one left out between them: that one may be changed
 * beyond recognition.
 */
function clusters({ bars }: Diagonal): [number, number][] {
  const found: [number, number][] = [];
  for (const bar of bars) {
    const last = found.at(-1);
    if (last && bar - last[1] <= 2) last[1] = bar;
    else found.push([bar, bar]);
  }
  return found.filter(([from, to]) => to > from);
}

interface Scored {
  readonly bar: number;
  readonly same: number;
  readonly differing: number;
}

function segments(
  content: readonly BarContent[],
  { away, shift }: Diagonal,
  [first, last]: [number, number],
): Variant[] {
  const score = (bar: number): Scored => ({
    bar,
    ...compareBars(content[bar]!, content[bar - away]!, shift),
  });
  const scored: Scored[] = [];
  for (let bar = first; bar <= last; bar++) scored.push(score(bar));
  // and on to both sides while the bars are rather alike, past one that is not
  for (let bar = first - 1, missed = 0; bar >= Math.max(away, first - REACH) && missed < 2; bar--) {
    scored.unshift(score(bar));
    missed = alikeEnough(scored[0]!) ? 0 : missed + 1;
  }
  for (
    let bar = last + 1, missed = 0;
    bar < Math.min(content.length, last + 1 + REACH) && missed < 2;
    bar++
  ) {
    scored.push(score(bar));
    missed = alikeEnough(scored.at(-1)!) ? 0 : missed + 1;
  }
  return heaviest(scored)
    .map(([from, to]) => settle(scored, from, to))
    .filter((one) => one !== undefined)
    .map(([from, to]): Variant => {
      const inside = scored.slice(from, to + 1);
      return {
        from: scored[from]!.bar,
        to: scored[to]!.bar,
        of: scored[from]!.bar - away,
        shift,
        differing: sum(inside, (one) => one.differing),
        size: sum(inside, (one) => one.same + one.differing),
      };
    })
    .filter((one) => one.differing > 0 && one.size >= LEAST_NOTES && one.to - one.from < away);
}

/** Half of the notes, or rest against rest. */
const alikeEnough = ({ same, differing }: Scored): boolean => same >= differing;

const sum = (list: readonly Scored[], of: (one: Scored) => number): number =>
  list.reduce((total, one) => total + of(one), 0);

/**
 * The stretches whose same notes outweigh the differing ones most, one after the other without
 * overlap.
 */
function heaviest(scored: readonly Scored[]): [number, number][] {
  const found: [number, number][] = [];
  let [start, weight, best, bestEnd] = [0, 0, 0, -1];
  scored.forEach(({ same, differing }, i) => {
    weight += same - PENALTY * differing;
    if (weight > best) [best, bestEnd] = [weight, i];
    if (weight <= 0 || i === scored.length - 1) {
      if (bestEnd >= start) found.push([start, bestEnd]);
      [start, weight, best, bestEnd] = [i + 1, 0, 0, -1];
    }
  });
  return found;
}

/**
 * Grows a stretch over bars that still fit at its ends, drops the ones that do not; undefined when
 * less than two bars are left.
 */
function settle(
  scored: readonly Scored[],
  first: number,
  last: number,
): [number, number] | undefined {
  let [from, to] = [first, last];
  const share = (a: number, b: number) =>
    sum(scored.slice(a, b + 1), (one) => one.differing) /
    Math.max(
      1,
      sum(scored.slice(a, b + 1), (one) => one.same + one.differing),
    );
  const belongs = (i: number) =>
    scored[i] !== undefined && scored[i].same >= scored[i].differing && scored[i].same > 0;
  while (from <= to && (scored[from]!.same < scored[from]!.differing || scored[from]!.same === 0))
    from++;
  while (to >= from && (scored[to]!.same < scored[to]!.differing || scored[to]!.same === 0)) to--;
  while (from < to && share(from, to) > MOST_CHANGED) {
    if (
      scored[from]!.differing * (scored[to]!.same + 1) >=
      scored[to]!.differing * (scored[from]!.same + 1)
    )
      from++;
    else to--;
  }
  while (belongs(from - 1) && share(from - 1, to) <= MOST_CHANGED) from--;
  while (belongs(to + 1) && share(from, to + 1) <= MOST_CHANGED) to++;
  return to > from ? [from, to] : undefined;
}
