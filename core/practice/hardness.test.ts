import { analyse } from "../form/index.ts";
import { scoreOf } from "../testing.ts";
import { costsByBar } from "../instruments/propose.ts";
import {
  awkwardFingers,
  bothOf,
  difficultiesAt,
  hardBars,
  hardest,
  hardness,
  slipShares,
  stuckSpots,
  type PlacedTry,
} from "./index.ts";

// What makes a bar hard is common practice, no source; an octave of the piano is 164 mm between the
// middles of its keys (DIN 8996).

const OCTAVE = { octave: 164, reach: 170 };
const easy = (i: number) =>
  [`${"CDEFGAB"[i % 7]}4:2 ${"CDEFGAB"[(i + 2) % 7]}4:2`, "C3:4"] as const;
const bars = Array.from({ length: 20 }, (_, i) => easy(i));
const score = scoreOf([
  ...bars.slice(0, 6),
  ["C4 E4 G4 C5", "C2 C4 C2 C4"],
  ...bars.slice(7, 12),
  ["C4+E5:2 C4+E5:2", "C3:4"],
  ...bars.slice(13),
]);
const form = analyse(score);
const found = difficultiesAt(score, 80, OCTAVE);
const all = hardness(score, form, found);

describe("hardness", () => {
  it("is from 0 to 1 within the piece, and says for which hand and why", () => {
    const values = Object.values(all).flatMap((one) => one.map((bar) => bar.hardness));
    expect([Math.min(...values) >= 0, Math.max(...values)]).toEqual([true, 1]);
    expect(all.left![6]!.reasons.join()).toMatch(/left hand leaps \d+(\.\d)? cm/);
    expect(all.right![6]!.reasons).toContain("1.3 notes a second, where the piece has 0.7");
    expect(all.right![12]!.reasons.join()).toMatch(/right hand stretches C4–E5, 219 mm/);
    expect(all.left![12]!.reasons).toEqual([]);
  });

  it("is the player's: a hand that takes the tenth has no stretch, and slips make a bar hard", () => {
    const large = hardness(score, form, difficultiesAt(score, 80, { ...OCTAVE, reach: 225 }));
    expect(large.right![12]!.reasons.join()).not.toMatch(/stretches/);
    const slips = { right: score.bars.map(({ index }) => (index === 2 ? 0.5 : 0)) };
    const after = hardness(score, form, found, slips);
    expect(after.right![2]!.reasons).toEqual(["a slip in 50 % of the tries"]);
    expect(after.right![2]!.hardness).toBeGreaterThan(all.right![2]!.hardness);
  });

  it("has what is awkward to finger: double notes over sharps, not five fingers on five keys", () => {
    const quiet = Array.from({ length: 10 }, (_, i) =>
      i === 7
        ? (["F#4+A#4 G4+B4 G#4+B#4 A4+C#5", "C3:4"] as const)
        : (["C4 D4 E4 F4", "C3:4"] as const),
    );
    const one = scoreOf(quiet);
    const costs = { right: costsByBar(one, { hand: "right" }), left: one.bars.map(() => 0) };
    const awkward = awkwardFingers(one, costs);
    expect(awkward.right!.map(({ bar }) => bar)).toEqual([7]);
    expect(awkward.left).toEqual([]);
    const both = bothOf(difficultiesAt(one, 80, OCTAVE), awkward);
    const bar = hardness(one, analyse(one), both).right![7]!;
    expect(bar.reasons).toContain("awkward to finger in the right hand");
  });

  it("makes the hardest tenth, but nothing of bars that are hard for no reason", () => {
    expect(hardest(hardBars(all))).toEqual([6, 12]);
    const plain = scoreOf(bars);
    const none = hardness(plain, analyse(plain), difficultiesAt(plain, 80, OCTAVE));
    expect(hardest(hardBars(none))).toEqual([]);
  });
});

describe("slips", () => {
  const tried = (day: number, result: "clean" | "slip", over: Partial<PlacedTry> = {}) => ({
    ...{ unit: "4-7-both", from: 4, to: 7, hands: "both", tempo: 60, promoted: false },
    ...{ result, bar: result === "slip" ? 5 : null, day: `2030-01-0${day}`, ...over },
  });

  it("count for every hand that played, by bar", () => {
    const log = [tried(1, "slip"), tried(1, "clean"), tried(1, "slip", { hands: "left", bar: 4 })];
    const shares = slipShares(score, ["right", "left"], log, []);
    // six clean tries are assumed of every bar
    expect([shares.right![5], shares.left![5], shares.left![4]]).toEqual([1 / 8, 1 / 9, 1 / 9]);
    expect(shares.right![8]).toBe(0);
  });

  it("make a spot of the worst bar once two visits have moved nothing", () => {
    const one = [tried(1, "slip"), tried(1, "clean"), tried(1, "slip")];
    expect(stuckSpots(score, one)).toEqual([]);
    const two = [...one, tried(2, "slip"), tried(2, "slip", { bar: 6 })];
    expect(stuckSpots(score, two)).toMatchObject([{ bar: 5 }]);
    expect(stuckSpots(score, two)[0]!.why).toMatch(/^most slips \(3\) in 2 visits of bars 5–8 /);
    // repairs below the step tell nothing, nor does a slip now and then in what was learnt
    const repair = { tempo: 30 };
    const first = tried(1, "clean", { promoted: true });
    expect(stuckSpots(score, [first, tried(2, "slip", repair), tried(3, "slip", repair)])).toEqual(
      [],
    );
    const kept = [first, tried(4, "slip"), tried(4, "clean"), tried(9, "slip")];
    expect(stuckSpots(score, kept)).toEqual([]);
    expect(stuckSpots(score, [...kept, tried(9, "slip")])[0]!.why).toMatch(/lost again/);
    // a step that is earned makes good what was before
    expect(stuckSpots(score, [...two, tried(2, "clean", { promoted: true })])).toEqual([]);
  });
});
