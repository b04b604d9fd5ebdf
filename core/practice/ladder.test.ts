import fc from "fast-check";
import {
  firstReading,
  halfBeats,
  ladderOf,
  ladders,
  SCALE,
  stepAt,
  stepBelow,
  steps,
} from "./index.ts";

// Published: the standard metronome scale of Maelzel, written out as printed on the instrument
const PRINTED = [
  40, 42, 44, 46, 48, 50, 52, 54, 56, 58, 60, 63, 66, 69, 72, 76, 80, 84, 88, 92, 96, 100, 104, 108,
  112, 116, 120, 126, 132, 138, 144, 152, 160, 168, 176, 184, 192, 200, 208,
];

describe("the ladder", () => {
  it("is the standard metronome scale", () => expect(SCALE).toEqual(PRINTED));

  it("ends exactly at the goal in at most eight steps, from half the goal", () => {
    const goals = fc.double({ min: 10, max: 400, noNaN: true });
    fc.assert(
      fc.property(goals, fc.constantFrom(...ladders), (goal, ladder) => {
        const all = ladder.steps(firstReading(goal), goal);
        expect(all.at(-1)).toBe(goal);
        expect(all.length).toBeLessThanOrEqual(8);
        for (let i = 1; i < all.length; i++) expect(all[i]).toBeGreaterThan(all[i - 1]!);
        expect(all[0]).toBeLessThanOrEqual(goal * 0.5 + 28);
        expect(firstReading(goal)).toBeLessThanOrEqual(goal / 2);
      }),
    );
  });

  it("is on the printed scale, and continued beyond it by its ratio", () => {
    expect(steps(48, 60)).toEqual([48, 50, 52, 54, 56, 58, 60]);
    for (const step of steps(firstReading(97), 97).slice(0, -1)) expect(PRINTED).toContain(step);
    // 40 / 42 below, 208 / 200 above
    expect(steps(firstReading(60), 40)).toEqual([30, 31, 33, 35, 36, 38, 40]);
    expect(steps(200, 240)).toEqual([200, 208, 216, 225, 234, 240]);
    expect([stepAt(0.7, 100), stepBelow(76), stepBelow(40)]).toEqual([69, 72, 38]);
    expect([halfBeats(36), halfBeats(40)]).toEqual([72, undefined]);
  });

  it("climbs by one ratio, or by fours", () => {
    const [ratio, size] = [ladderOf("equal-ratio"), ladderOf("fixed-size")];
    const all = ratio.steps(50, 100);
    for (let i = 2; i < all.length; i++)
      expect(all[i]! / all[i - 1]! / (all[1]! / all[0]!)).toBeCloseTo(1, 1);
    expect(size.steps(60, 84)).toEqual([60, 64, 68, 72, 76, 80, 84]);
    expect(size.steps(44, 88)).toEqual([48, 56, 64, 72, 80, 88]);
  });
});
