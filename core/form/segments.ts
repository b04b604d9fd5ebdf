import { say } from "../words/say.ts";
import { compare, type Score } from "../score/index.ts";
import type { Form } from "./model.ts";
import { handsOf } from "./content.ts";
import { evidenceOf, type Evidence, type Span } from "./evidence.ts";
import type { Return } from "./returns.ts";

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

export type Grain = "coarse" | "medium" | "fine";

/**
 * How large the pieces are into which music is cut: bars each has at least and likes to have, what
 * a cut costs, and how much its length counts.
 */
interface Size {
  readonly least: number;
  readonly likes: number;
  readonly cost: number;
  readonly length: number;
}

/** Set on the first half of the composed forms and on two inventions. */
const SIZES: Readonly<Record<Grain | "phrase", Size>> = {
  coarse: { least: 8, likes: 20, cost: 1.4, length: 0.25 },
  medium: { least: 4, likes: 11, cost: 1.1, length: 0.3 },
  fine: { least: 2, likes: 6, cost: 0.75, length: 0.3 },
  phrase: { least: 2, likes: 4, cost: 0.45, length: 0.35 },
};
/** A return in a single hand has to be longer by this to make a section. */
const ALONE = 2;

/**
 * A first cut of a piece into nested sections, by ear: what returns in it, its cadences and keys,
 * its textures and repeat signs.
 *
 * @example segment(score, analyse(score)).map((one) => one.label) // => ["A", "B", "A′"]
 */
export function segment(score: Score, form: Form, grain: Grain = "medium"): Segment[] {
  const together = handsOf(score).length > 1 ? "both" : handsOf(score)[0];
  const { least } = SIZES[grain];
  const returns = settled(
    chained(form.returns.filter((one) => one.relation !== "rhythm" && one.ofTo < one.from)).filter(
      (one) => one.to - one.from + 1 >= least + (one.hand === together ? 0 : ALONE),
    ),
    together,
  );
  const evidence = evidenceOf(score, form, returns, together);
  const whole = { from: 0, to: score.bars.length - 1 };
  const cuts = withOddBars(score, cutsIn(evidence, whole, SIZES[grain]));
  cuts.set(0, say`the piece begins`);
  const phrases = evidenceOf(
    score,
    form,
    chained(form.returns.filter((one) => one.relation !== "rhythm")),
    together,
  );
  return named(form, whole, cuts, together, CAPITALS).map((section) => ({
    ...section,
    children: phrasesIn(form, phrases, section, together),
  }));
}

/**
 * Returns, the longest first, without those that lie inside another or its source: they are phrases
 * of it.
 */
function settled(returns: readonly Span[], together: string | undefined): Span[] {
  const found: Span[] = [];
  const inside = (one: Span) =>
    found.some(
      (other) =>
        (one.from > other.from && one.to <= other.to) ||
        (one.from > other.of && one.to <= other.ofTo),
    );
  for (const one of [...returns].sort(
    (a, b) =>
      Number(b.hand === together) - Number(a.hand === together) || b.to - b.from - (a.to - a.from),
  ))
    if (!inside(one)) found.push(one);
  return found;
}

/**
 * The best cuts of some bars, all at once by dynamic programming: what speaks for each, against
 * what it costs and how long the pieces get.
 */
function cutsIn(
  evidence: readonly Evidence[],
  { from, to }: { from: number; to: number },
  { least, likes, cost, length }: Size,
): Map<number, string> {
  const size = to - from + 1;
  const best: { value: number; back: number }[] = [{ value: 0, back: -1 }];
  const lengthCost = Array.from(
    { length: size + 1 },
    (_, bars) =>
      Math.abs(Math.log2(bars / likes)) * length +
      (bars < Math.min(2, size) ? NEVER : bars < least ? (least - bars) * SHORT : 0),
  );
  for (let end = 1; end <= size; end++) {
    const gain = end === size ? 0 : evidence[from + end]!.weight - cost;
    let [value, back] = [-Infinity, 0];
    for (let start = 0; start < end; start++) {
      const one = best[start]!.value + gain - lengthCost[end - start]!;
      if (one > value) [value, back] = [one, start];
    }
    best[end] = { value, back };
  }
  const cuts = new Map<number, string>();
  for (let at = best[size]!.back; at > 0; at = best[at]!.back)
    cuts.set(from + at, textOf(evidence[from + at]!));
  return cuts;
}

/** Of each bar that a piece is shorter than it should be; of a single one. */
const SHORT = 0.6;
const NEVER = 100;
/** Reasons that are told. */
const TOLD = 2;
const textOf = ({ reasons }: Evidence): string => reasons.slice(0, TOLD).join("; ");

/** A bar of another length that stands alone joins two sections. */
function withOddBars(score: Score, cuts: Map<number, string>): Map<number, string> {
  score.bars.forEach((bar, index) => {
    const [before, after] = [score.bars[index - 1], score.bars[index + 1]];
    const odd =
      before &&
      after &&
      compare(bar.nominal, before.nominal) !== 0 &&
      compare(bar.nominal, after.nominal) !== 0;
    if (odd && (cuts.has(index) || cuts.has(index + 1))) {
      cuts.set(index, cuts.get(index) ?? say`a single bar of another length`);
      cuts.set(index + 1, cuts.get(index + 1) ?? say`the single bar ${bar.number} ends before it`);
    }
  });
  return cuts;
}

/**
 * Returns that follow each other at the same distance from their sources, with a bar between them
 * at most, are one.
 */
function chained(returns: readonly Return[]): Span[] {
  const found: Span[] = [];
  for (const { from, to, of, ofTo, relation, hand } of [...returns].sort(
    (a, b) => a.from - b.from,
  )) {
    const before = found.findLast(
      (other) => other.hand === hand && other.from - other.of === from - of && from <= other.to + 2,
    );
    if (!before) found.push({ from, to, of, ofTo, relation, hand });
    else if (to > before.to)
      found[found.indexOf(before)] = {
        ...before,
        to,
        ofTo,
        relation: before.relation === relation ? relation : "varied",
      };
  }
  return found;
}

const CAPITALS = "ABCDEFGHIJKLMNOPQRSTUVWXYZ";
const SMALL = CAPITALS.toLowerCase();
const PRIMES = ["", "′", "″", "‴"];
const prime = (count: number): string => PRIMES[count] ?? `′${count}`;

/**
 * Names stretches by what they bring back: a letter for what is new, the letter of its source with
 * primes for a return that is not exact.
 */
function named(
  form: Form,
  { from, to }: { from: number; to: number },
  cuts: ReadonlyMap<number, string>,
  together: string | undefined,
  alphabet: string,
): Segment[] {
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
      label = letter = "link";
    } else if (
      alphabet === CAPITALS &&
      end === to &&
      made.length > 2 &&
      end - start + 1 <= (to - from + 1) / 5 &&
      !form.returns.some((one) => one.of >= start)
    ) {
      label = letter = "coda";
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
  return (
    i > 0 &&
    i < starts.length - 1 &&
    size(i) <= 2 &&
    size(i) * 3 <= Math.min(size(i - 1), size(i + 1))
  );
}

/** A return covers a section when this share of its bars comes back. */
const COVERED = 0.6;

function sourceOf<T extends Segment>(
  form: Form,
  made: readonly T[],
  from: number,
  to: number,
  together: string | undefined,
): { segment: T; exact: boolean } | undefined {
  const size = to - from + 1;
  const best = chained(form.returns.filter((one) => one.relation !== "rhythm"))
    .map((one) => {
      const [first, last] = [Math.max(one.from, from), Math.min(one.to, to)];
      // the section in which the middle of the source lies
      const middle = one.of + Math.floor((first + last) / 2) - one.from;
      const segment = made.find((other) => other.from <= middle && other.to >= middle);
      const aligned =
        segment !== undefined &&
        Math.abs(first - one.from + one.of - segment.from - (first - from)) <=
          Math.max(1, size / 4);
      return { one, segment, aligned, share: (last - first + 1) / size };
    })
    .filter(({ segment, aligned, share }) => segment !== undefined && aligned && share >= COVERED)
    .sort(
      (a, b) =>
        Number(b.one.hand === together) - Number(a.one.hand === together) ||
        b.share - a.share ||
        a.one.of - b.one.of,
    )[0];
  return (
    best && {
      segment: best.segment!,
      exact: best.one.relation === "exact" && best.one.hand === together && best.share === 1,
    }
  );
}

/** Phrases inside a section, where something speaks for them. */
function phrasesIn(
  form: Form,
  evidence: readonly Evidence[],
  section: { from: number; to: number },
  together: string | undefined,
): Segment[] {
  if (section.to - section.from + 1 < SHORTEST) return [];
  const cuts = cutsIn(evidence, section, SIZES.phrase);
  cuts.set(section.from, say`the section begins`);
  return cuts.size > 1 ? named(form, section, cuts, together, SMALL) : [];
}

/** A section of fewer bars is a phrase itself. */
const SHORTEST = 6;
