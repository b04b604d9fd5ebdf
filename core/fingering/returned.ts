import {
  add,
  compare,
  fromNumber,
  lastBarOf,
  subtract,
  toText,
  type Fraction,
  type Score,
} from "../score/index.ts";
import type { Line } from "./line.ts";
import type { Alike, FormReturns } from "./model.ts";
import { freesHand, lowestStruck, type Moment } from "./moment.ts";
import type { Star } from "./star.ts";
import { shapesOf } from "./shapes.ts";

/** Whether some moments are played without moving the hand, from one to another. */
function underHand(places: readonly number[], from: number, to: number, still: number): boolean {
  let [low, high] = [Infinity, -Infinity];
  for (let at = from; at <= to && high - low < still; at++)
    [low, high] = [Math.min(low, places[at]!), Math.max(high, places[at]!)];
  return high - low < still;
}

/**
 * Returns on the same or other keys of the same hand. What one hand has from the other is another
 * matter.
 */
const KINDS: readonly string[] = ["exact", "octave", "transposed", "varied"];

/**
 * A part of a hand's line that has come before: its moments beside those at the same time in what
 * they bring back.
 */
interface Passage {
  readonly kind: "return" | "group";
  readonly pairs: readonly (readonly [at: number, of: number])[];
}

/** Moments in a row beside as many of the first time. */
interface Row {
  readonly at: number;
  readonly of: number;
  readonly count: number;
}

export interface Run extends Row {
  readonly kind: "same" | "octave" | "group";
}

/** The moments of a run beside those of the first time, but for some at each end. */
export const pairsOf = ({ at, of, count }: Row, ends = 0): [at: number, of: number][] =>
  Array.from({ length: Math.max(0, count - 2 * ends) }, (_, i) => [at + ends + i, of + ends + i]);

/**
 * What the form of the piece says comes again in a hand: returns, changed ones where they are not
 * changed, and the groups of sequences. Where keys of other colours lie under a figure it is
 * another figure for the hand.
 */
export function runsOfForm(
  moments: readonly Moment[],
  score: Score,
  { returns, sequences }: FormReturns,
  hand: string,
  alike: Alike,
  groups: boolean,
): Run[] {
  const patterns = moments.map((moment) => alike.pattern(moment));
  const places = moments.map((moment) => alike.place(moment));
  const freed = moments.map((moment) => freesHand(moment.link));
  const goesOn = (i: number, of: number) =>
    freed[i] === freed[of] && places[i]! - places[i - 1]! === places[of]! - places[of - 1]!;
  return passagesOf(moments, score, hand, returns, groups ? sequences : []).flatMap(
    (passage): Run[] => {
      const pairs = passage.pairs.filter(([i, of]) => patterns[of] === patterns[i]);
      return rowsOf(pairs, goesOn).flatMap((row): Run[] => {
        const away = lowestStruck(moments[row.at]!) - lowestStruck(moments[row.of]!);
        const kind =
          away === 0 ? "same" : alike.period && away % alike.period === 0 ? "octave" : "group";
        return passage.kind === "group" &&
          underHand(places, row.of, row.at + row.count - 1, alike.still)
          ? []
          : [{ kind, ...row }];
      });
    },
  );
}

/**
 * Single notes of returns in another key beside those of the first time, whatever the colours of
 * their keys.
 */
export const otherKeyTwins = (
  moments: readonly Moment[],
  score: Score,
  { returns }: FormReturns,
  hand: string,
): Passage["pairs"] => {
  const single = (at: number) => moments[at]!.keys.length === 1;
  return passagesOf(
    moments,
    score,
    hand,
    returns.filter((one) => one.relation === "transposed"),
    [],
  )
    .flatMap(({ pairs }) => pairs)
    .filter(([at, of]) => single(at) && single(of));
};

/**
 * Moments a passage must have for its return to be filled in with it; shorter ones are alike by the
 * way.
 */
const PASSAGE = 8;

/** On keys it is less than a weak finger and a half. Tried on 22 scores. */
const LEAVING = 1;

/**
 * The stars of a hand's line: what is on the same keys or octaves away in one, on other keys in
 * another; and the moments that stand in a passage on the same keys. The first and last moment of
 * each run stay free: what comes before and after may ask for other fingers.
 */
export function starsOf(
  { ways, moments }: Pick<Line, "ways" | "moments">,
  runs: readonly Run[],
  { shapes, leaving = LEAVING }: Pick<Alike, "shapes" | "leaving"> = {},
): { stars: Star[]; passages: ReadonlySet<number> } {
  const count = ways.length;
  // a moment with more held under it has other ways, though there may be as many
  const fits = (at: number, of: number) =>
    ways[at]!.length === ways[of]!.length && moments[at]!.keys.length === moments[of]!.keys.length;
  const same = Int32Array.from({ length: count }, (_, at) => at);
  const other = Int32Array.from({ length: count }, (_, at) => at);
  const passages = new Set<number>();
  const [onSame, onOther] = [
    runs.filter((run) => run.kind !== "group"),
    runs.filter((run) => run.kind === "group"),
  ];
  for (const [at, of, run] of pairsInOrder(onSame)) {
    if (same[at] === at && fits(at, of)) same[at] = same[of]!;
    if (run.kind === "same" && run.count >= PASSAGE) passages.add(at);
  }
  for (const [at, of] of pairsInOrder(onOther))
    if (same[at] !== same[of] && other[at] === at && (shapes || fits(at, of)))
      other[at] = other[same[of]!]!;
  // returns of what comes again on other keys belong with it
  const stars = [
    ...gathered(same, "same"),
    ...gathered(
      other.map((of, at) => (of !== at ? of : other[same[at]!]!)),
      "other",
    ),
  ].map((star): Star => ({ ...star, leaving }));
  if (!shapes) return { stars, passages };
  const shaped = stars.map((star) =>
    star.keys === "same"
      ? star
      : { ...star, shapes: shapesOf(star.moments, moments, ways, shapes) },
  );
  return { stars: shaped, passages };
}

/** The pairs of some runs without their ends, in the order of their moments. */
function* pairsInOrder(
  runs: readonly Run[],
): Generator<readonly [at: number, of: number, run: Run]> {
  const waiting = [...runs].sort((a, b) => b.at - a.at);
  let open: Run[] = [];
  for (let at = waiting.at(-1)?.at ?? 0; open.length || waiting.length; at++) {
    while (waiting.length && waiting.at(-1)!.at < at) open.push(waiting.pop()!);
    open = open.filter((run) => at < run.at + run.count - 1);
    for (const run of open) yield [at, run.of + at - run.at, run];
  }
}

function gathered(centres: Int32Array, keys: Star["keys"]): Omit<Star, "leaving">[] {
  const found = new Map<number, number[]>();
  centres.forEach((of, at) => {
    if (of === at) return;
    if (found.has(of)) found.get(of)!.push(at);
    else found.set(of, [of, at]);
  });
  return [...found.values()].map((moments) => ({ keys, moments: moments.slice() }));
}

const timeOf = (moment: Moment): Fraction => moment.notes[moment.struck.indexOf(true)]!.at;

function passagesOf(
  moments: readonly Moment[],
  score: Score,
  hand: string,
  returns: FormReturns["returns"],
  sequences: FormReturns["sequences"],
): Passage[] {
  const times = moments.map(timeOf);
  const at = new Map<string, number[]>();
  times.forEach((time, i) => at.set(toText(time), [...(at.get(toText(time)) ?? []), i]));
  /** Grace notes stand at the time of their main note: the last of one time is the note itself. */
  const counterpart = (i: number, before: Fraction): number | undefined => {
    const [own, others] = [at.get(toText(times[i]!))!, at.get(toText(before)) ?? []];
    return others[others.length - own.length + own.indexOf(i)];
  };
  const pairs = (some: readonly number[], before: (i: number) => Fraction) =>
    some.flatMap((i): [number, number][] => {
      const of = counterpart(i, before(i));
      return of !== undefined && of < i ? [[i, of]] : [];
    });
  const inBar: number[][] = score.bars.map(() => []);
  moments.forEach((moment, i) => inBar[moment.bar]!.push(i));
  const start = (bar: number) => score.bars[bar]!.start;
  return [
    ...returns
      .filter((one) => one.hand === hand && KINDS.includes(one.relation))
      .map((one): Passage => ({
        kind: "return",
        pairs: pairs(inBar.slice(one.from, one.to + 1).flat(), (i) =>
          add(
            start(moments[i]!.bar - one.from + one.of),
            subtract(times[i]!, start(moments[i]!.bar)),
          ),
        ),
      })),
    ...sequences
      .filter((one) => one.hand === hand)
      .map((one): Passage => {
        const cell = fromNumber(one.cell);
        const second = add(add(start(one.from.bar), one.from.offset), cell);
        const inside = (i: number) =>
          compare(times[i]!, second) >= 0 &&
          (moments[i]!.bar < one.to.bar ||
            compare(subtract(times[i]!, start(one.to.bar)), one.to.offset) < 0);
        return {
          kind: "group",
          pairs: pairs(
            inBar
              .slice(one.from.bar, lastBarOf(one.to) + 1)
              .flat()
              .filter(inside),
            (i) => subtract(times[i]!, cell),
          ),
        };
      }),
  ];
}

/** Pairs that follow each other without a gap. */
function rowsOf(pairs: Passage["pairs"], goesOn: (at: number, of: number) => boolean): Row[] {
  const rows: { at: number; of: number; count: number }[] = [];
  for (const [at, of] of pairs) {
    const last = rows.at(-1);
    if (last && at === last.at + last.count && of === last.of + last.count && goesOn(at, of))
      last.count++;
    else rows.push({ at, of, count: 1 });
  }
  return rows;
}

/**
 * Moments on the same keys or octaves away before notes without a score are known to come again.
 */
const LEAST = 8;

/** Numbers for what is equal, in the order of its first places. */
function numbered<T extends string | number>(count: number, keyAt: (at: number) => T): Int32Array {
  const numbers = new Map<T, number>();
  return Int32Array.from({ length: Math.max(0, count) }, (_, at) => {
    const key = keyAt(at);
    let number = numbers.get(key);
    if (number === undefined) numbers.set(key, (number = numbers.size));
    return number;
  });
}

/**
 * The same for notes without a score, where no form is known: long passages on the same keys or
 * octaves away. Equal passages are found by numbering those half as long first (Karp, Miller and
 * Rosenberg 1972).
 */
export function repeatsOf(moments: readonly Moment[], alike: Alike): Run[] {
  const count = moments.length;
  const low = (at: number) => lowestStruck(moments[at]!);
  const patterns = numbered(
    count,
    (at) => `${alike.pattern(moments[at]!)}${freesHand(moments[at]!.link) ? "|" : ""}`,
  );
  const steps = numbered(count - 1, (at) => `${low(at + 1) - low(at)} ${patterns[at + 1]}`);
  const both = (a: number, b: number) => a * count + b;
  const twos = numbered(count - 2, (at) => both(steps[at]!, steps[at + 1]!));
  const fours = numbered(count - 4, (at) => both(twos[at]!, twos[at + 2]!));
  // seven steps from key to key: four of them, and four from the fourth on
  const eights = numbered(count - LEAST + 1, (at) => both(fours[at]!, fours[at + 3]!));
  const { period } = alike;
  const within = (key: number) => (period ? ((key % period) + period) % period : key);
  const keys = numbered(count, (at) => `${within(low(at))} ${patterns[at]}`);
  const starts = numbered(eights.length, (at) => both(eights[at]!, keys[at]!));
  const first = new Int32Array(starts.length).fill(-1);
  const before = new Int32Array(count).fill(-1);
  starts.forEach((start, at) => {
    const of = first[start]!;
    if (of < 0) first[start] = at;
    else for (let k = 0; k < LEAST; k++) if (before[at + k]! < 0) before[at + k] = of + k;
  });
  const pairs = [...before.keys()].flatMap((at): [number, number][] =>
    before[at]! < 0 ? [] : [[at, before[at]!]],
  );
  return rowsOf(pairs, () => true).map((row) => ({
    kind: low(row.at) === low(row.of) ? "same" : "octave",
    ...row,
  }));
}
