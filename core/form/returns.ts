import type { Note, Score } from "../score/index.ts";
import { contents, handsOf, Numbers, type BarContent } from "./content.ts";
import { compareBars, differences, type Difference } from "./differences.ts";
import { endingDifference } from "./ending.ts";
import { longestRuns, maximal, type Comparison, type Run } from "./runs.ts";
import { variants } from "./varied.ts";

/** In order of precedence: a stretch has the first that holds. */
export const RELATIONS = [
  "exact",
  "octave",
  "transposed",
  "exchanged",
  "varied",
  "rhythm",
] as const;
export type Relation = (typeof RELATIONS)[number];

/** A stretch that has been heard before. Bar indexes, inclusive. */
export interface Return {
  readonly from: number;
  readonly to: number;
  /** First and last bar of the earlier stretch. */
  readonly of: number;
  readonly ofTo: number;
  readonly relation: Relation;
  readonly hand: string;
  /**
   * Semitones from the earlier stretch to this one; where they vary along the scale, the most
   * frequent.
   */
  readonly interval: number;
  /** A transposition along the scale: the steps are kept, the semitones follow the key. */
  readonly tonal: boolean;
  readonly differences: readonly Difference[];
}

/**
 * Struck notes a transposed, exchanged or rhythmic return must have: two long notes twice say
 * nothing.
 */
const LEAST_NOTES = 4;

const always = () => true;
const bases = (a: readonly BarContent[], b: readonly BarContent[]) => (i: number, j: number) =>
  a[i]!.base - b[j]!.base;
const isOctave = (shift: number) => shift !== 0 && shift % 12 === 0;

type Found = Omit<Return, "differences" | "hand"> & { readonly source: readonly BarContent[] };

const toFound = (
  run: Run,
  relation: Relation,
  source: readonly BarContent[],
  interval: number,
  tonal = false,
): Found => ({
  from: run.from,
  to: run.from + run.length - 1,
  of: run.of,
  ofTo: run.of + run.length - 1,
  relation,
  interval,
  tonal,
  source,
});

/**
 * All lines of a score made comparable with each other: each hand, and both together where there
 * are two or more.
 */
export function linesOf(score: Score): Map<string, BarContent[]> {
  const numbers = new Numbers();
  const hands = handsOf(score);
  return new Map(
    [...hands, ...(hands.length > 1 ? ["both"] : [])].map((hand) => [
      hand,
      contents(score, hand, numbers),
    ]),
  );
}

const struckIn = (
  content: readonly BarContent[],
  { from, to }: Pick<Found, "from" | "to">,
  of: (bar: BarContent) => number,
): number => content.slice(from, to + 1).reduce((sum, bar) => sum + of(bar), 0);

/**
 * Exact and octave returns of one line: a full bar or more with at least two different onsets.
 * `octaves` where they are found otherwise.
 */
export function plainReturns(content: readonly BarContent[], octaves?: readonly Found[]): Found[] {
  const key = content.map((bar) => bar.pattern);
  const find = (relation: Relation, allowed: Comparison["allowed"]) =>
    maximal(longestRuns({ key, earlier: key, shift: bases(content, content), allowed }))
      .map((run) => toFound(run, relation, content, run.shift))
      .filter((one) => struckIn(content, one, (bar) => bar.onsets) >= 2);
  const exact = find("exact", (shift) => shift === 0);
  const octaveReturns = (octaves ?? find("octave", isOctave)).filter(
    (one) => struckIn(content, one, (bar) => bar.onsets) >= 2,
  );
  return [...exact, ...octaveReturns.filter((one) => !within(one, exact))];
}

/**
 * Returns of the hands together in which each hand lies octaves away from the first time, not
 * necessarily the same: as when the right hand takes its tune an octave higher over the same left
 * hand.
 */
function octavesTogether(
  lines: ReadonlyMap<string, BarContent[]>,
  hands: readonly string[],
): Found[] {
  const each = hands.map((hand) => lines.get(hand)!);
  const numbers = new Numbers();
  const key = each[0]!.map((_, bar) =>
    each.every((line) => line[bar]!.pattern < 0)
      ? -1
      : numbers.of(each.map((line) => line[bar]!.pattern).join(" ")),
  );
  const distances = (i: number, j: number) =>
    each.map((line) => (line[i]!.pattern < 0 ? 0 : line[i]!.base - line[j]!.base));
  const runs = longestRuns({
    key,
    earlier: key,
    shift: (i, j) => (distances(i, j).every((away) => away % 12 === 0) ? 0 : 1),
    allowed: (shift) => shift === 0,
  });
  return maximal(runs).flatMap((run): Found[] => {
    const moved = Array.from({ length: run.length }, (_, k) =>
      distances(run.from + k, run.of + k).find((away) => away !== 0),
    ).find((away) => away !== undefined);
    return moved === undefined ? [] : [toFound(run, "octave", lines.get("both")!, moved)];
  });
}

const within = (
  one: Pick<Found, "from" | "to">,
  others: readonly Pick<Found, "from" | "to">[],
): boolean => others.some((other) => other.from <= one.from && other.to >= one.to);

/**
 * Returns of two bars or more in another key: real (every interval kept) or tonal (along the
 * scale).
 */
function transposed(content: readonly BarContent[]): Found[] {
  const pattern = content.map((bar) => bar.pattern);
  const figure = content.map((bar) => bar.figure);
  const real = longestRuns({
    key: pattern,
    earlier: pattern,
    shift: bases(content, content),
    allowed: (shift) => shift % 12 !== 0,
  });
  const steps = longestRuns({
    key: figure,
    earlier: figure,
    shift: (i, j) => content[i]!.degree - content[j]!.degree,
    allowed: (shift) => shift % 7 !== 0,
  });
  const tonal = steps.map((run, i) =>
    run && run.length > (real[i]?.length ?? 0) ? run : undefined,
  );
  const all = [
    ...maximal(real).map((run) => toFound(run, "transposed", content, run.shift)),
    ...maximal(tonal).map((run) =>
      toFound(run, "transposed", content, frequentShift(content, run), true),
    ),
  ];
  return all.filter(
    (one) =>
      !all.some(
        (other) =>
          other !== one &&
          other.from <= one.from &&
          other.to >= one.to &&
          (other.to - other.from > one.to - one.from || (one.tonal && !other.tonal)),
      ),
  );
}

function frequentShift(content: readonly BarContent[], { from, of, length }: Run): number {
  const counts = new Map<number, number>();
  for (let i = 0; i < length; i++) {
    const before = content[of + i]!.struck;
    content[from + i]!.struck.forEach((one, k) => {
      const away = one.code - (before[k]?.code ?? one.code);
      counts.set(away, (counts.get(away) ?? 0) + 1);
    });
  }
  return [...counts].sort((a, b) => b[1] - a[1] || Math.abs(a[0]) - Math.abs(b[0]))[0]?.[0] ?? 0;
}

/** What one hand plays of what another had: two bars or more, at any interval. */
function exchanged(content: readonly BarContent[], other: readonly BarContent[]): Found[] {
  const key = content.map((bar) => bar.pattern);
  const runs = longestRuns({
    key,
    earlier: other.map((bar) => bar.pattern),
    shift: bases(content, other),
    allowed: always,
  });
  return maximal(runs).map((run) => toFound(run, "exchanged", other, run.shift));
}

/** Where two hands have taken over from each other at once. */
function exchangedTogether(
  lines: ReadonlyMap<string, BarContent[]>,
  hands: readonly string[],
): Found[] {
  const [upper, lower] = hands;
  if (upper === undefined || lower === undefined) return [];
  const [a, b] = [
    exchanged(lines.get(upper)!, lines.get(lower)!),
    exchanged(lines.get(lower)!, lines.get(upper)!),
  ];
  return a.flatMap((one) =>
    b
      .filter((other) => other.from - other.of === one.from - one.of)
      .flatMap((other): Found[] => {
        const [from, to] = [Math.max(one.from, other.from), Math.min(one.to, other.to)];
        const away = one.from - one.of;
        return to > from
          ? [{ ...one, from, to, of: from - away, ofTo: to - away, source: lines.get("both")! }]
          : [];
      }),
  );
}

/**
 * The rhythm kept with new notes. Only where it is one of its own: what most bars have is no sign
 * of a return.
 */
function rhythms(content: readonly BarContent[]): Found[] {
  const key = content.map((bar) => bar.rhythm);
  const often = new Map<number, number>();
  for (const one of key) often.set(one, (often.get(one) ?? 0) + 1);
  const played = key.filter((one) => one >= 0).length;
  const bits = (one: Found) =>
    struckIn(content, one, (bar) =>
      bar.rhythm < 0 ? 0 : Math.log2(played / often.get(bar.rhythm)!),
    );
  return maximal(longestRuns({ key, earlier: key, shift: () => 0, allowed: always }))
    .filter((run) => run.of + run.length <= run.from)
    .map((run) => toFound(run, "rhythm", content, 0))
    .filter((one) => bits(one) >= TELLING + 2 * Math.log2(Math.max(2, played)) - 1);
}

/**
 * Bits of surprise beyond what so many pairs of bars would show by chance: four, one false find in
 * sixteen pieces.
 */
const TELLING = 4;

const long = (one: Pick<Found, "from" | "to">): boolean => one.to > one.from;

/**
 * All returns of one line, those of better relations first; none lies inside one that comes before
 * it in precedence.
 */
function returnsOfLine(lines: ReadonlyMap<string, BarContent[]>, hand: string): Found[] {
  const content = lines.get(hand)!;
  const hands = [...lines.keys()].filter((one) => one !== "both");
  const kept = plainReturns(content, hand === "both" ? octavesTogether(lines, hands) : undefined);
  const enough = (one: Found) =>
    long(one) && struckIn(content, one, (bar) => bar.struck.length) >= LEAST_NOTES;
  const add = (found: readonly Found[]) =>
    kept.push(...found.filter((one) => enough(one) && !within(one, kept)));
  add(transposed(content));
  if (hand === "both") add(exchangedTogether(lines, hands));
  else for (const other of hands) if (other !== hand) add(exchanged(content, lines.get(other)!));
  add(
    variants(content).map((one): Found => ({
      from: one.from,
      to: one.to,
      of: one.of,
      ofTo: one.of + one.to - one.from,
      relation: "varied",
      interval: one.shift,
      tonal: false,
      source: content,
    })),
  );
  // under a better return the rhythm is kept anyway
  const covered = (one: Found) =>
    content
      .slice(one.from, one.to + 1)
      .filter((_, k) =>
        kept.some((other) => other.from <= one.from + k && other.to >= one.from + k),
      ).length;
  add(rhythms(content).filter((one) => covered(one) * 2 < one.to - one.from + 1));
  return kept;
}

/** Every return in each hand and together, with what differs in it. */
export function returnsOf(score: Score, lines: ReadonlyMap<string, BarContent[]>): Return[] {
  const graces: Note[][] = score.bars.map(() => []);
  for (const note of score.notes) if (note.grace) graces[note.bar]!.push(note);
  return [...lines].flatMap(([hand, content]) =>
    returnsOfLine(lines, hand)
      .map(({ source, ...one }): Return => ({
        ...one,
        hand,
        differences: differencesOf(score, one, hand, content, source, graces),
      }))
      .sort(
        (a, b) => a.from - b.from || RELATIONS.indexOf(a.relation) - RELATIONS.indexOf(b.relation),
      ),
  );
}

function differencesOf(
  score: Score,
  one: Omit<Found, "source">,
  hand: string,
  content: readonly BarContent[],
  source: readonly BarContent[],
  graces: readonly Note[][],
): Difference[] {
  // what is kept is not what is heard: nothing to list
  if (
    one.relation === "rhythm" ||
    one.relation === "exchanged" ||
    one.tonal ||
    (one.relation === "octave" && hand === "both")
  )
    return [];
  const mine = (notes: readonly Note[]) =>
    notes.filter((note) => hand === "both" || note.hand === hand);
  const found: Difference[] = [];
  for (let bar = one.from; bar <= one.to; bar++) {
    const of = one.of + bar - one.from;
    found.push(
      ...differences(
        score,
        {
          bar,
          now: content[bar]!,
          before: source[of]!,
          graceNow: mine(graces[bar]!),
          graceBefore: mine(graces[of]!),
        },
        one.interval,
      ),
    );
  }
  const ending =
    one.relation === "varied" &&
    compareBars(content[one.to]!, source[one.ofTo]!, one.interval).differing > 0
      ? endingDifference(score, one.to, one.ofTo, one.interval)
      : undefined;
  return ending ? [...found, ending] : found;
}
