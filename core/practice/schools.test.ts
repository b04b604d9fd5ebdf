import { analyse } from "../form/index.ts";
import { startOf, type Score, type Section } from "../score/index.ts";
import { scoreOf } from "../testing.ts";
import {
  cover,
  lastStep,
  promotionRule,
  schedule,
  SCHOOLS,
  schoolsOf,
  unitsOf,
  USUAL_SCHOOLS,
  writtenGoals,
} from "./index.ts";

// Reserve, longest card and proportion of printed tempos: common practice, no source.

const bars = Array.from({ length: 16 }, (_, i): [string, string] => [
  `${"CDEFGAB"[i % 7]}4 ${"BAGFE"[i % 5]}4 ${"CDEFGAB"[(i * 3) % 7]}5:2`,
  "C3:4",
]);
const score = scoreOf(bars);
const section = (id: string, from: number, to: number): Section => ({
  ...{ id, name: id, words: "" },
  ...{ from: startOf(from), to: startOf(to + 1) },
});
const two = [section("air", 0, 7), section("trio", 8, 15)];

describe("schools", () => {
  it("are what a plan has of them, and usual ones where it has none", () => {
    expect(schoolsOf({})).toEqual(USUAL_SCHOOLS);
    expect(schoolsOf({ top: "reserve" })).toEqual({ ...USUAL_SCHOOLS, top: "reserve" });
    expect(Object.keys(USUAL_SCHOOLS)).toEqual(SCHOOLS);
  });

  it("go four hundredths above the goal where a reserve is wanted, sections and whole alike", () => {
    const made = (top: "goal" | "reserve") =>
      unitsOf(score, analyse(score), two, 100, undefined, { top, goals: { trio: 50 } })
        .filter(({ kind }) => kind === "section" || kind === "piece")
        .map(({ steps }) => steps.at(-1));
    expect(made("goal")).toEqual([100, 50, 100]);
    expect(made("reserve")).toEqual([104, 52, 104]);
    expect(lastStep(63, "reserve")).toBe(66);
  });
});

describe("printed tempos", () => {
  const printed = (at: Readonly<Record<number, number>>): Score => ({
    ...score,
    bars: score.bars.map((bar) => (at[bar.index] ? { ...bar, tempo: at[bar.index]! } : bar)),
  });
  it("keep their proportion to the goal", () => {
    expect(writtenGoals(printed({ 0: 60, 8: 90 }), two, 80)).toEqual({ trio: 120 });
    // in force from where it stands, until the next
    expect(writtenGoals(printed({ 0: 60, 4: 90, 7: 60 }), two, 80)).toEqual({});
    expect(writtenGoals(printed({ 0: 60, 4: 90 }), two, 80)).toEqual({ trio: 120 });
  });
  it("say nothing where the first is not known, or the other is a shade", () => {
    expect(writtenGoals(printed({ 8: 90 }), two, 80)).toEqual({});
    expect(writtenGoals(printed({ 0: 60, 8: 63 }), two, 80)).toEqual({});
  });
});

it("gives no card more than the longest while others have had none", () => {
  const units = unitsOf(score, analyse(score), cover(score, two), 80);
  const laid = (longest?: number) =>
    schedule({
      ...{ score, units, goal: 80, rule: promotionRule("ten-in-a-row"), clean: () => 0.7 },
      earned: new Map(),
      days: [{ date: "2030-01-01", minutes: 12, ...(longest ? { longest } : {}) }],
    }).days[0]!.cards.map(({ minutes }) => minutes);
  expect(Math.max(...laid())).toBeLessThanOrEqual(8);
  expect(Math.max(...laid(4))).toBe(4);
  expect(laid(12)[0]).toBeGreaterThan(4);
});

it("gives what was never played the share of an hour that is asked for", () => {
  const units = unitsOf(score, analyse(score), cover(score, two), 80);
  const first = units.filter(({ after, section }) => after.length === 0 && section === "air");
  // one section is begun: there is something to raise beside what is new
  const earned = new Map(first.map(({ key, steps }) => [key, steps[0]!]));
  const minutesForNew = (learning: number) =>
    schedule({
      ...{ score, units, goal: 80, rule: promotionRule("ten-in-a-row"), clean: () => 0.7, earned },
      days: [{ date: "2030-01-01", minutes: 20, shares: { keeping: 10, learning } }],
    })
      .days[0]!.cards.filter(({ unit }) => !earned.has(unit))
      .reduce((sum, { minutes }) => sum + minutes, 0);
  expect(minutesForNew(60)).toBeGreaterThan(minutesForNew(30));
  expect(minutesForNew(30)).toBeGreaterThan(minutesForNew(0));
});
