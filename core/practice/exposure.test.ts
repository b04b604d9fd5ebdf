import { analyse } from "../form/index.ts";
import { startOf, type Section } from "../score/index.ts";
import { scoreOf } from "../testing.ts";
import {
  difficultiesAt,
  hardBars,
  hardness,
  orders,
  promotionRule,
  schedule,
  unitsOf,
} from "./index.ts";

// Whether every bar has its share of practice, whatever the order of learning: what a teacher asks
// of a plan, common practice, no source.

let state = 5;
const random = () => {
  state = (state * 1_664_525 + 1_013_904_223) % 4_294_967_296;
  return state / 4_294_967_296;
};
const pick = (below: number) => Math.floor(random() * below);
/** New bars that are all equally hard: five notes under five fingers, in some order. */
const newBar = (): [string, string] => [
  Array.from({ length: 4 }, () => `${"CDEFG"[pick(5)]}4`).join(" "),
  Array.from({ length: 2 }, () => `${"CDEFG"[pick(5)]}3:2`).join(" "),
];

/** New bars in sections of eight, laid out over as many days as they take. */
function exposed(order: (typeof orders)[number]["id"], hardAt: readonly number[] = []) {
  const bars = 24 + pick(5) * 8;
  const score = scoreOf(
    Array.from({ length: bars }, (_, i) =>
      hardAt.includes(i) ? [newBar()[0], "C2 C4 C2 C4"] : newBar(),
    ),
  );
  const form = analyse(score);
  const sections = Array.from({ length: bars / 8 }, (_, i): Section => ({
    ...{ id: `s${i}`, name: `S${i}`, words: "" },
    ...{ from: startOf(8 * i), to: startOf(8 * i + 8) },
  }));
  const hard = hardBars(hardness(score, form, difficultiesAt(score, 80, { octave: 164 })));
  const units = unitsOf(score, form, sections, 80, undefined, { order, hard });
  const minutes = 15 + pick(4) * 10;
  const { days } = schedule({
    ...{ score, units, goal: 80, rule: promotionRule("three-to-one"), clean: () => 0.9 },
    earned: new Map(),
    days: Array.from({ length: 300 }, (_, i) => ({ date: `2030-${i}`, minutes })),
  });
  const had = score.bars.map(() => 0);
  const first = score.bars.map(() => Infinity);
  let last = 0;
  days.forEach(({ cards }, day) => {
    for (const { from, to, minutes: long, kind } of cards) {
      if (kind === "keeping") continue;
      last = day;
      for (let bar = from; bar <= to; bar++) {
        had[bar]! += long / (to - from + 1);
        first[bar] = Math.min(first[bar]!, day);
      }
    }
  });
  return { had, first, length: last + 1, hard };
}

const mean = (all: readonly number[]) => all.reduce((sum, one) => sum + one, 0) / all.length;
const middle = (all: readonly number[]) => [...all].sort((a, b) => a - b)[all.length >> 1]!;

it.each(orders.map(({ id }) => id))("%s gives the first and the last third alike", (order) => {
  const ratios = Array.from({ length: 10 }, () => {
    const { had, first, length } = exposed(order);
    // every bar is played once two thirds of the days are over
    expect(Math.max(...first)).toBeLessThanOrEqual((length * 2) / 3);
    const third = Math.floor(had.length / 3);
    return mean(had.slice(0, third)) / mean(had.slice(-third));
  });
  expect(middle(ratios)).toBeGreaterThan(0.8);
  expect(middle(ratios)).toBeLessThan(1.25);
  expect(Math.max(...ratios)).toBeLessThan(1.5);
  expect(Math.min(...ratios)).toBeGreaterThan(1 / 1.5);
});

it("gives the hardest quarter of a mixed piece more than the easiest", () => {
  const ratios = Array.from({ length: 8 }, () => {
    // four bars in sixteen, as a passage that is hard
    const passages = Array.from({ length: 64 }, (_, bar) => bar).filter((bar) => bar % 16 >= 12);
    const { had, hard } = exposed("front-to-back", passages);
    const inOrder = had
      .map((minutes, bar) => ({ minutes, hardness: hard[bar]!.hardness }))
      .sort((a, b) => a.hardness - b.hardness)
      .map(({ minutes }) => minutes);
    const quarter = had.length >> 2;
    return mean(inOrder.slice(-quarter)) / mean(inOrder.slice(0, quarter));
  });
  // measured 1.4 to 1.9 before anything is tried; slips then add spots
  expect(middle(ratios)).toBeGreaterThan(1.5);
});
