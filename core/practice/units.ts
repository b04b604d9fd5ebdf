import { playsIn, type Form } from "../form/index.ts";
import {
  barSpan,
  comparePlaces,
  covers,
  lastBarOf,
  leaves,
  startOf,
  type Line,
  type Score,
  type Section,
} from "../score/index.ts";
import { firstReading, stepAt, steps } from "./ladder.ts";
import { inBars, linesIn } from "./lines.ts";

/** Something to be practised and raised step by step: some bars in one line or together. */
export interface Unit {
  /** Stable over re-planning: `from-to-hands`. */
  readonly key: string;
  readonly from: number;
  readonly to: number;
  /** The line: a hand, a hand and the feet, everything. */
  readonly hands: string;
  readonly kind: "cell" | "section" | "join" | "piece";
  /** Name of the section it comes from. */
  readonly section: string;
  /** Tempo steps, rising. */
  readonly steps: readonly number[];
  /** Keys of the units that come first. */
  readonly after: readonly string[];
  /** Share of it that is really new, 0 to 1: what is nearly known from earlier takes less. */
  readonly work: number;
  /** Why it is in the plan. */
  readonly why: string;
}

/** What tells a unit from others: its bars and its line. */
export const unitKey = (from: number, to: number, hands: string): string =>
  `${from}-${to}-${hands}`;

/** Bars in a cell before cells are joined. Common practice, no source: two bars, then four. */
const CELL = 4;
/**
 * Hands alone go to this share of the goal, cells together to the next, then the section takes
 * over.
 */
const APART = 0.7;
const CELL_TOP = 0.85;
const SECTION_FROM = 0.7;
const JOIN_FROM = 0.8;
/** However nearly known, bars are read and played through. Common practice, no source. */
const LEAST_WORK = 0.3;

interface SectionRange {
  name: string;
  from: number;
  to: number;
}

/**
 * The sections that contain no other, with the bars between them filled in, so that they cover the
 * whole piece.
 */
export function cover(score: Score, sections: readonly Section[]): Section[] {
  const named = leaves(sections);
  const covered = score.bars.map(({ index }) =>
    named.some(({ from, to }) => from.bar <= index && lastBarOf(to) >= index),
  );
  const gaps: Section[] = [];
  for (let from = covered.indexOf(false); from >= 0;) {
    const next = covered.indexOf(true, from);
    const end = next < 0 ? covered.length : next;
    const name = named.length ? `Bars ${barSpan(score.bars, from, end - 1)}` : "All";
    gaps.push({ id: "", name, words: "", from: startOf(from), to: startOf(end) });
    from = next < 0 ? -1 : covered.indexOf(false, next);
  }
  return [...named, ...gaps].sort((a, b) => comparePlaces(a.from, b.from));
}

/**
 * What has to be practised, in order: for each section its cells of new material, hands apart and
 * then together, then the section; joins between neighbours; at last the piece. Bars that only
 * return are practised in their section, not again as cells.
 *
 * @param sections the ranges chosen, in order; {@link cover} gives the whole piece
 * @param goal performance tempo, beats a minute
 * @param lines what the instrument has practised apart and together; each hand when not given
 * @example unitsOf(score, analyse(score), cover(score, []), 80).length // => 16
 */
export function unitsOf(
  score: Score,
  form: Form,
  sections: readonly Section[],
  goal: number,
  lines?: readonly Line[],
): Unit[] {
  const { apart, whole } = linesIn(score, lines);
  const hands = whole.limbs;
  const ranges = sections.map(({ name, from, to }): SectionRange => ({
    name,
    from: from.bar,
    to: Math.max(from.bar, lastBarOf(to)),
  }));
  const together = whole.id;
  const strikes = Object.fromEntries(hands.map((hand) => [hand, playsIn(score, hand)]));
  const contentOf = new Map([...apart, whole].map((line) => [line, inBars(score, line)]));
  const found = new Map<string, Unit>();
  /** Mean work of the bars that are new in a hand, or in any. */
  const workOf = (from: number, to: number, names: readonly string[]): number => {
    const fresh = Array.from({ length: to - from + 1 }, (_, i) =>
      Math.max(...names.map((hand) => form.work[hand]?.[from + i] ?? 1)),
    ).filter((work) => work > 0);
    return fresh.length
      ? Math.max(LEAST_WORK, fresh.reduce((sum, work) => sum + work, 0) / fresh.length)
      : 1;
  };
  const put = (unit: Omit<Unit, "key">): string => {
    const key = unitKey(unit.from, unit.to, unit.hands);
    if (!found.has(key)) found.set(key, { ...unit, key });
    return key;
  };
  const sectionKeys = ranges.map((range) => {
    // a section no longer than a cell is its own cell, from first reading to the goal
    const isCell = (from: number, to: number) => from === range.from && to === range.to;
    const cells = cellsOf(score, form, range);
    const before = cells.flatMap(([from, to]): string[] => {
      const isNewIn = (hand: string) => form.isNew[hand]!.slice(from, to + 1).some(Boolean);
      const plays = (hand: string) => strikes[hand]!.slice(from, to + 1).some(Boolean);
      const here = new Map([...contentOf].map(([line, content]) => [line, content(from, to)]));
      const same = (a: Line, b: Line) => here.get(a) === here.get(b);
      const alone = apart.filter(
        (line) =>
          line.limbs.some(isNewIn) &&
          line.limbs.every(plays) &&
          here.get(line) !== "" &&
          !same(line, whole) &&
          // what adds nothing to a hand alone is that hand
          !apart.some(
            (other) => other !== line && isLimb(other) && !isLimb(line) && same(line, other),
          ),
      );
      const keys = new Map<Line, string>();
      for (const line of alone)
        keys.set(
          line,
          put({
            from,
            to,
            hands: line.id,
            kind: "cell",
            section: range.name,
            steps: everyOther(upTo(stepAt(APART, goal), goal)),
            after: [...keys].filter(([other]) => comesFirst(other, line)).map(([, key]) => key),
            work: workOf(from, to, line.limbs),
            why:
              `${newness(workOf(from, to, line.limbs))}, ${line.name}${isLimb(line) ? " alone" : ""} ` +
              "first, to about 70 % of the goal.",
          }),
        );
      const after = [...keys.values()];
      if (isCell(from, to)) return after;
      return [
        put({
          from,
          to,
          hands: together,
          kind: "cell",
          section: range.name,
          steps: upTo(stepAt(CELL_TOP, goal), goal),
          after,
          work: workOf(from, to, hands),
          why: `${newness(workOf(from, to, hands))}: a short cell is brought up before it is joined.`,
        }),
      ];
    });
    const joined = cells.length > 0 && !cells.some(([from, to]) => isCell(from, to));
    return put({
      from: range.from,
      to: range.to,
      hands: together,
      kind: "section",
      section: range.name,
      steps: steps(joined ? stepAt(SECTION_FROM, goal) : firstReading(goal), goal),
      after: before,
      work: 1,
      why: joined
        ? "The cells joined into the section, up to performance tempo."
        : cells.length
          ? "A short section, brought up from first reading to performance tempo."
          : "Everything here returns from earlier; the section is played through.",
    });
  });
  return [...found.values(), ...joins(ranges, sectionKeys, together, goal, found)];
}

function joins(
  ranges: readonly SectionRange[],
  sectionKeys: readonly string[],
  together: string,
  goal: number,
  found: ReadonlyMap<string, Unit>,
): Unit[] {
  const made: Unit[] = [];
  const last = steps(stepAt(JOIN_FROM, goal), goal);
  ranges.forEach((range, i) => {
    const next = ranges.find((other) => other.from === range.to + 1);
    if (!next) return;
    const [from, to] = [Math.max(range.from, range.to - 1), Math.min(next.to, next.from + 1)];
    const key = unitKey(from, to, together);
    if (found.has(key)) return;
    made.push({
      key,
      from,
      to,
      hands: together,
      kind: "join",
      section: `${range.name} → ${next.name}`,
      steps: everyOther(last),
      after: [sectionKeys[i]!, sectionKeys[ranges.indexOf(next)]!],
      work: 1,
      why: "The way out of one section and into the next.",
    });
  });
  const [from, to] = [Math.min(...ranges.map((s) => s.from)), Math.max(...ranges.map((s) => s.to))];
  const key = unitKey(from, to, together);
  if (ranges.length > 1 && !found.has(key) && !made.some((unit) => unit.key === key)) {
    made.push({
      key,
      from,
      to,
      hands: together,
      kind: "piece",
      section: "From start to end",
      steps: last.slice(-2),
      after: [...sectionKeys, ...made.map((unit) => unit.key)],
      work: 1,
      why: "The whole, once its sections are at tempo.",
    });
  }
  return made;
}

const isLimb = (line: Line): boolean => line.limbs.length === 1 && !line.within && !line.bare;

/** A part is learned before what holds it. */
const comesFirst = (part: Line, line: Line): boolean => part !== line && covers(line, part);

const newness = (work: number): string =>
  work < 0.75
    ? `Nearly known from earlier, about ${Math.round(work * 100)} % of the work`
    : "New material";

const upTo = (top: number, goal: number): number[] => {
  const all = steps(firstReading(goal), goal).filter((step) => step <= top);
  return all.length ? all : [goal];
};

/** Every second step, always with the last. */
const everyOther = (all: readonly number[]): number[] =>
  all.filter((_, i) => (all.length - 1 - i) % 2 === 0);

/**
 * Groups of up to four bars from the section's start that hold something new. A pick-up belongs to
 * the first group.
 */
function cellsOf(score: Score, form: Form, { from, to }: SectionRange): [number, number][] {
  const first = score.bars[from]!;
  const pickup = first.length.num * first.nominal.den < first.nominal.num * first.length.den;
  const cells: [number, number][] = [];
  for (let start = from; start <= to;) {
    const width = CELL + (start === from && pickup ? 1 : 0);
    let end = Math.min(to, start + width - 1);
    if (to - end === 1) end = to;
    const isNew = Object.values(form.isNew).some((bars) =>
      bars.slice(start, end + 1).some(Boolean),
    );
    if (isNew) cells.push([start, end]);
    start = end + 1;
  }
  return cells;
}
