import { realScores } from "../cases/index.ts";
import { analyse, segment } from "../form/index.ts";
import { startOf, type Score } from "../score/index.ts";
import { withRest, type Load, type StepToClimb } from "./chains.ts";
import { isRunThrough } from "./earning.ts";
import { SHORTEST } from "./fillDay.ts";
import { cover, promotionRule, schedule, unitsOf } from "./index.ts";
import { setLatest } from "./latestStart.ts";
import { begin, type PieceToLay } from "./laying.ts";
import type { Unit } from "./unit.ts";

// Worked by hand: two steps a unit a day, what rests on another begins a day later.
const unit = (key: string, after: readonly string[], tempos: readonly number[]) => ({
  unit: { key, after, steps: tempos, kind: "cell" } as unknown as Unit,
  left: tempos.map((tempo) => ({ tempo, minutes: 3 })),
});
const latest = (loads: readonly Load[], minutes: number) => {
  setLatest(loads, minutes);
  return loads.map((load) => `${load.unit.key} ${load.latest}`);
};

it("keeps the order of learning where there is time, and begins a long chain in time", () => {
  const loads = withRest([
    unit("A", [], [40, 50, 60, 70]),
    unit("B", [], [40, 50]),
    unit("C", [], [40, 50, 60, 70, 80, 90, 100, 110]),
    unit("after C", ["C"], [80, 90, 100]),
  ]);
  // six minutes a day, from the end: after C on days 8 and 7 (from 0), C 6 to 3, B 2, A 1 and 0
  expect(latest(loads, 6)).toEqual(["A 0", "B 2", "C 3", "after C 7"]);
  // with time for all at once what counts is the chain: six days
  expect(latest(loads, 100)).toEqual(["A 4", "B 5", "C 0", "after C 4"]);
});

// Long pieces: files by other hands (music in the public domain), but the day by which what is
// due comes first was chosen on these. The bound is ours: nothing can be sooner than its chain of
// forerunners, and no set of units than the days before, their minutes, and the days after.
// Cards of less than the shortest are counted as that long.

/** Of a day's minutes run-throughs have a quarter at most. */
const QUARTER = 0.25;

/**
 * Days a unit takes at least: no day holds more than two steps, or the shortest card; of a
 * run-through no more than a quarter of its minutes.
 */
function daysFor(left: readonly StepToClimb[], ofADay: number): number {
  if (left.length === 0) return 0;
  const ofDay = left.map(({ tempo, minutes }, i) => {
    const next = left[i + 1];
    return Math.ceil(minutes + (next && next.tempo > tempo ? next.minutes : 0));
  });
  const most = Math.max(SHORTEST, Math.min(ofADay, Math.max(...ofDay)));
  const again = left.filter(({ tempo }, i) => tempo === left[i - 1]?.tempo).length;
  return Math.max(again + 1, Math.ceil(sum(left.map((step) => step.minutes)) / most - 1e-9));
}

/** What is left of a unit at tempos above and up to another's. */
const upTo = ({ left }: Load, tempo: number) => left.filter((step) => step.tempo <= tempo);
const from = ({ left }: Load, tempo: number) => left.filter((step) => step.tempo >= tempo);
const sum = (all: readonly number[]) => all.reduce((a, b) => a + b, 0);

function leastDays(loads: readonly Load[], minutes: number): number {
  const daysOf = ({ unit }: Load, left: readonly StepToClimb[]) =>
    daysFor(left, isRunThrough(unit.kind) ? Math.ceil(minutes * QUARTER) : minutes);
  const open = loads.filter(({ left }) => left.length > 0);
  const byKey = new Map(open.map((load) => [load.unit.key, load]));
  const before = new Map<Load, number>();
  for (const load of open) {
    const own = isRunThrough(load.unit.kind) ? load.left[0]!.tempo : Infinity;
    const first = load.unit.after.flatMap((key) => byKey.get(key) ?? []);
    before.set(
      load,
      Math.max(0, ...first.map((one) => before.get(one)! + daysOf(one, upTo(one, own)))),
    );
  }
  const after = new Map<Load, number>();
  for (const load of open.toReversed()) {
    const rest = open.filter(({ unit }) => unit.after.includes(load.unit.key));
    // of a run-through what is at the tempo of the last step comes after that
    const last = load.left.at(-1)!.tempo;
    const afterIt = (one: Load) =>
      isRunThrough(one.unit.kind)
        ? Math.max(1, daysOf(one, from(one, last)))
        : daysOf(one, one.left);
    after.set(load, Math.max(0, ...rest.map((one) => after.get(one)! + afterIt(one))));
  }
  const chains = open.map((one) => before.get(one)! + daysOf(one, one.left) + after.get(one)!);
  const minutesOf = (one: Load) =>
    Math.max(
      SHORTEST * daysOf(one, one.left),
      Math.ceil(sum(one.left.map((step) => step.minutes)) - 1e-9),
    );
  const levels = [...new Set(before.values())].flatMap((head) =>
    [...new Set(after.values())].map((tail) => {
      const some = open.filter((one) => before.get(one)! >= head && after.get(one)! >= tail);
      return some.length ? head + Math.ceil(sum(some.map(minutesOf)) / minutes - 1e-9) + tail : 0;
    }),
  );
  return Math.max(...chains, ...levels);
}

function toLearn(score: Score, goal = 90): PieceToLay {
  const form = analyse(score);
  const sections = segment(score, form).map((one, i) => ({
    ...{ id: String(i), name: one.label, words: "" },
    ...{ from: startOf(one.from), to: startOf(one.to + 1) },
  }));
  const units = unitsOf(score, form, cover(score, sections), goal);
  const rule = promotionRule("three-to-one");
  return { score, units, goal, rule, clean: () => 0.9, earned: new Map() };
}

/** Days it takes, over the least there must be, for each number of minutes a day. */
const overBound = (piece: PieceToLay, budgets: readonly number[]) =>
  budgets.map(
    (minutes) => daysTaken(laidOut(piece, minutes)) / leastDays(begin(piece).loads, minutes),
  );
const median = (all: readonly number[]) => [...all].sort((a, b) => a - b)[all.length >> 1];

const laidOut = (piece: PieceToLay, minutes: number) =>
  schedule({
    ...piece,
    days: Array.from({ length: 400 }, (_, i) => ({ date: `d${100 + i}`, minutes })),
  }).days.map(({ cards }) => cards.filter(({ kind }) => kind !== "keeping"));
const daysTaken = (days: ReturnType<typeof laidOut>) =>
  1 + days.findLastIndex((cards) => cards.length > 0);

const scores = realScores()
  .map(([, score]) => score)
  .filter(({ bars }) => bars.length >= 40 && bars.length <= 200);
const long = scores.map((score) => toLearn(score));

it("learns a long piece in hardly more days than there must be, section by section", () => {
  const ratios = long.flatMap((piece) => overBound(piece, [15, 25, 40]));
  expect(ratios.length).toBeGreaterThanOrEqual(15);
  // measured 1.10; 1.19 with sections one after the other
  expect(median(ratios)).toBeLessThanOrEqual(1.1);
  expect(Math.min(...ratios)).toBeGreaterThanOrEqual(1);
  expect(Math.max(...ratios)).toBeLessThanOrEqual(1.2);
});

it("is as near with goals and minutes on which nothing was chosen", () => {
  const ratios = [60, 132].flatMap((goal) =>
    scores.flatMap((score) => overBound(toLearn(score, goal), [12, 20, 33, 50])),
  );
  // measured 1.097; with what is due first six days before 1.08, at the price that the first
  // section stands after 0.55 of the days and not after a third
  expect(median(ratios)).toBeLessThanOrEqual(1.1);
  expect(Math.max(...ratios)).toBeLessThanOrEqual(1.25);
});

it("has a section standing long before the last is begun", () => {
  for (const piece of long) {
    const days = laidOut(piece, 15);
    // of a short one everything is urgent: as many days as its longest chain
    if (daysTaken(days) < 20) continue;
    const firstStands = days.findIndex((cards) => cards.some(({ kind }) => kind === "section"));
    // 0.65 and more where the longest chain comes first whatever its section
    expect(firstStands).toBeLessThanOrEqual(0.6 * daysTaken(days));
  }
});
