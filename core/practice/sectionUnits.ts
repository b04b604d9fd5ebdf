import { say } from "../words/say.ts";
import { playsIn } from "../form/index.ts";
import {
  barSpan,
  covers,
  lastBarOf,
  type Line,
  type Road,
  type Score,
  type Section,
} from "../score/index.ts";
import type { BarHardness } from "./hardness.ts";
import { firstReading, ladderOf, stepAt, stepBelow, type Ladder } from "./ladder.ts";
import { levelsOf, type Level, type Range } from "./levels.ts";
import { inBars, isTune, linesIn } from "./lines.ts";
import type { Work } from "./newness.ts";
import { type Schools } from "./schools.ts";
import { raiseOf, type Raise } from "./raises.ts";
import { unitKey, type Unit } from "./unit.ts";

/** A bar to be practised alone; its own reasons are said where nobody gives one. */
export interface HardSpot {
  readonly bar: number;
  readonly why: string;
}

/** How a piece is learned: the schools, and how it is gone through. */
export interface How extends Schools {
  readonly road: Road | null;
  /** How hard its bars are, over all hands; empty where nobody knows. */
  readonly hard: readonly BarHardness[];
  /** Bars to be practised alone besides the hardest. */
  readonly spots: readonly HardSpot[];
  /** All its sections, for those that hold others. */
  readonly named: readonly Section[];
  /** Tempos of sections that have a goal of their own while the piece is at its, by section id. */
  readonly goals: Readonly<Record<string, number>>;
  /** Where steps begin: the tempo a first reading came clean at; none where nobody said. */
  readonly firstTempo: number | null;
}

/** Hands alone go to this share of the goal. Common practice, no source. */
const APART = 0.7;

/** A first reading goes up to this share of a goal. Common practice, no source. */
const READ_UP_TO = 0.7;

/** Ornaments fitted into a tune that stands, as a share of its work. Common practice, no source. */
const ORNAMENTS = 0.5;

/** However nearly known, bars are read and played through. Common practice, no source. */
const LEAST_WORK = 0.3;

/** The bars of a section, the last inclusive. */
export const rangeOf = ({ from, to }: Section): Range => [
  from.bar,
  Math.max(from.bar, lastBarOf(to)),
];

/** Units of sections while they are made. */
export class SectionUnits {
  readonly found = new Map<string, Unit>();
  readonly together: string;
  readonly ladder: Ladder;
  private readonly hands: readonly string[];
  private readonly apart: readonly Line[];
  private readonly raise: Raise;
  private readonly strikes: Readonly<Record<string, readonly boolean[]>>;
  private readonly contentOf: ReadonlyMap<Line, (from: number, to: number) => string>;
  private readonly whole: Line;
  private readonly spots: readonly HardSpot[];
  private readonly hard: readonly BarHardness[];
  /** Of the section that is being made. */
  private goal: number;

  constructor(
    private readonly score: Score,
    private readonly work: Work,
    private readonly usualGoal: number,
    lines: readonly Line[],
    private readonly how: How,
  ) {
    this.goal = usualGoal;
    const { apart, whole: all } = linesIn(score, lines.length ? lines : undefined);
    this.whole = all;
    this.hands = all.limbs;
    this.together = all.id;
    this.apart = how.hands === "together" ? apart.filter(isTune) : apart;
    this.raise = raiseOf(how.raise);
    this.spots = how.spots;
    this.hard = how.hard;
    this.ladder = ladderOf(how.ladder);
    this.strikes = Object.fromEntries(all.limbs.map((hand) => [hand, playsIn(score, hand)]));
    this.contentOf = new Map([...apart, all].map((line) => [line, inBars(score, line)]));
  }

  /** @returns the key of the section's own unit */
  section(section: Section): string {
    this.goal = this.how.goals[section.id] ?? this.usualGoal;
    const [from, to] = rangeOf(section);
    const levels = levelsOf(this.score, from, to);
    // where there are no fours the section itself is short enough for hands apart
    const alone = levels[0]!.kind === "cell" ? this.alone([from, to], section.name) : [];
    const parts = levels.flatMap((level) => this.level(level, section, [from, to], alone));
    const spots = this.spotsIn([from, to], section.name);
    const isJoined = parts.length > 0;
    return this.put({
      from,
      to,
      hands: this.together,
      kind: "section",
      section: section.name,
      steps: this.climb(parts, 1),
      after: [...(isJoined ? parts : alone), ...spots],
      work: 1,
      why: isJoined
        ? say`The parts joined into the section, up to performance tempo.`
        : alone.length || this.isNew(from, to)
          ? say`A short section, brought up from first reading to performance tempo.`
          : say`Everything here returns from earlier; the section is played through.`,
    });
  }

  /** Hard bars with their neighbours, apart from the cells they lie in; keys, in order. */
  private spotsIn([from, to]: Range, section: string): string[] {
    const here = this.spots
      .filter(({ bar }) => bar >= from && bar <= to)
      .sort((a, b) => a.bar - b.bar);
    // hard bars in a row are one
    const rows: HardSpot[][] = [];
    for (const spot of here) {
      const row = rows.at(-1);
      if (row && spot.bar <= row.at(-1)!.bar + 1) row.push(spot);
      else rows.push([spot]);
    }
    return rows.flatMap((row) => this.spot(row, [from, to], section));
  }

  /**
   * Hard bars alone, with the bar before, with the bar after, with both; what is practised as a
   * cell anyway is no spot.
   *
   * @returns the key of what the section waits for: the bars alone
   */
  private spot(row: readonly HardSpot[], [from, to]: Range, section: string): string[] {
    const [first, last] = [row[0]!.bar, row.at(-1)!.bar];
    const reasons = row.flatMap(({ bar, why }) => (why ? [why] : (this.hard[bar]?.reasons ?? [])));
    const bars = `${row.length > 1 ? say`Bars` : say`Bar`} ${barSpan(this.score.bars, first, last)}`;
    const why = say`${bars}: ${[...new Set(reasons)].join("; ") || say`hard`}.`;
    const put = (around: Range, after: readonly string[], how: string): string[] => {
      const range = [Math.max(from, around[0]), Math.min(to, around[1])] as const;
      const key = unitKey(...range, this.together);
      if (same(range, [from, to]) || this.found.has(key)) return [];
      const top = this.raise.top.cell;
      this.put({
        ...{ from: range[0], to: range[1], hands: this.together },
        ...{ kind: "spot", section, after, work: 1 },
        steps: after.length ? this.climb(after, top) : everyOther(this.climb([], top)),
        why: `${why} ${how}`,
      });
      return [key];
    };
    const alone = put([first, last], [], say`Alone; two days at its tempo close it.`);
    const before = put([first - 1, last], alone, say`Now with the bar before.`);
    const after = put([first, last + 1], alone, say`Now with the bar after.`);
    const sides = [...before, ...after];
    put([first - 1, last + 1], sides.length ? sides : alone, say`Now with the bars around it.`);
    // what is larger goes on beside the section
    return alone;
  }

  /** @returns keys of the largest units made of it, none where nothing is new */
  private level(
    { kind, range, parts }: Level,
    section: Section,
    whole: Range,
    outer: readonly string[] = [],
  ): string[] {
    const [from, to] = range;
    if (!this.isNew(from, to)) return [];
    const alone = kind === "four" ? this.alone(range, section.name) : outer;
    const before = parts.flatMap((part) => this.level(part, section, whole, alone));
    if (same(range, whole)) return before;
    const [only] = before;
    const inside = only === undefined ? undefined : this.found.get(only);
    if (before.length === 1 && inside && same([inside.from, inside.to], range)) return before;
    const work = this.newWork(from, to, this.hands);
    const key = this.put({
      from,
      to,
      hands: this.together,
      kind,
      section: section.name,
      steps: this.climb(before, this.raise.top[kind]),
      after: before.length ? before : alone,
      work: kind === "cell" ? work : 1,
      why:
        kind === "cell"
          ? say`${newness(work)}: a short cell is brought up before it is joined.`
          : say`${WORDS[kind]}, joined from what stands already.`,
    });
    return [key];
  }

  /** Hands and lines alone on a stretch, where they have something new; keys, in order. */
  private alone(range: Range, section: string): string[] {
    const [from, to] = range;
    const here = new Map([...this.contentOf].map(([line, content]) => [line, content(from, to)]));
    const equal = (a: Line, b: Line) => here.get(a) === here.get(b);
    const isNewIn = (hand: string) => this.work[hand]!.slice(from, to + 1).some((work) => work > 0);
    const plays = (hand: string) => this.strikes[hand]!.slice(from, to + 1).some(Boolean);
    const lines = this.apart.filter(
      (line) =>
        line.limbs.some(isNewIn) &&
        line.limbs.every(plays) &&
        here.get(line) !== "" &&
        !equal(line, this.whole) &&
        // what adds nothing to a hand alone is that hand, and to a layer before it that layer
        !this.apart.some(
          (other, i) =>
            other !== line &&
            !isLimb(line) &&
            equal(line, other) &&
            (isLimb(other) || (isTune(other) && i < this.apart.indexOf(line))),
        ),
    );
    const keys = new Map<Line, string>();
    for (const line of lines) {
      const before = [...keys].filter(([other]) => comesFirst(other, line));
      const isFitted = before.some(([other]) => isTune(other) && covers(line, other));
      const work = this.newWork(from, to, line.limbs) * (isFitted ? ORNAMENTS : 1);
      const way = say`${line.name}${isLimb(line) ? say` alone` : ""} first, to about 70 % of the
        goal.`;
      const key = this.put({
        from,
        to,
        hands: line.id,
        kind: "four",
        section,
        steps: everyOther(this.climb([], APART)),
        after: before.map(([, one]) => one),
        work,
        why: `${newness(work)}, ${way}`,
      });
      keys.set(line, key);
    }
    return [...keys.values()];
  }

  /** From one mark below the slowest part, or from a first reading, to a share of the goal. */
  private climb(parts: readonly string[], share: number): number[] {
    const tops = parts.map((key) => this.found.get(key)!.steps.at(-1)!);
    const reading = this.reading();
    // nothing ends below where it begins
    const top = Math.max(stepAt(share, this.goal), Math.min(reading, this.goal));
    const first = tops.length ? Math.min(stepBelow(Math.min(...tops)), top) : reading;
    const from = Math.max(first, reading);
    if (this.goal >= this.usualGoal || reading !== this.usualReading())
      return this.ladder.steps(from, top);
    // the way to the piece's goal, left earlier
    const way = this.ladder.steps(from, stepAt(share, this.usualGoal));
    return [...way.filter((step) => step < top), top];
  }

  /** A section is first read as the piece is, unless that is nearly its own goal. */
  private reading(): number {
    const usual = this.usualReading();
    const isAsPiece = this.goal >= this.usualGoal || usual <= READ_UP_TO * this.goal;
    return isAsPiece ? usual : firstReading(this.goal);
  }

  private usualReading(): number {
    return this.how.firstTempo ?? firstReading(this.usualGoal);
  }

  private isNew(from: number, to: number): boolean {
    return this.hands.some((hand) => this.work[hand]!.slice(from, to + 1).some((work) => work > 0));
  }

  /** Mean work of the bars that are new in one of the hands. */
  private newWork(from: number, to: number, hands: readonly string[]): number {
    const fresh = Array.from({ length: to - from + 1 }, (_, i) =>
      Math.max(...hands.map((hand) => this.work[hand]?.[from + i] ?? 1)),
    ).filter((work) => work > 0);
    return fresh.length
      ? Math.max(LEAST_WORK, fresh.reduce((sum, work) => sum + work, 0) / fresh.length)
      : 1;
  }

  private put(unit: Omit<Unit, "key">): string {
    const key = unitKey(unit.from, unit.to, unit.hands);
    if (!this.found.has(key)) this.found.set(key, { ...unit, key });
    return key;
  }
}

const WORDS: Readonly<Record<Level["kind"], string>> = {
  cell: say`Two bars`,
  four: say`Four bars`,
  eight: say`Eight bars`,
  sixteen: say`A longer stretch`,
};

const same = (a: Range, b: Range): boolean => a[0] === b[0] && a[1] === b[1];

const isLimb = (line: Line): boolean => line.limbs.length === 1 && !line.within && !isTune(line);

/** A part is learned before what holds it. */
const comesFirst = (part: Line, line: Line): boolean => part !== line && covers(line, part);

const newness = (work: number): string =>
  work < 0.75
    ? say`Nearly known from earlier, about ${Math.round(work * 100)} % of the work`
    : say`New material`;

/** Every second step, always with the last. */
const everyOther = (all: readonly number[]): number[] =>
  all.filter((_, i) => (all.length - 1 - i) % 2 === 0);
