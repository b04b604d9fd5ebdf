import fc from "fast-check";
import { readFileSync } from "node:fs";
import { analyse, segment } from "../form/index.ts";
import { readFile, startOf } from "../score/index.ts";
import { scoreOf } from "../testing.ts";
import {
  cleanShare,
  cover,
  earned,
  expectedForRun,
  firstReading,
  nextStep,
  promotionRule,
  ridge,
  SCALE,
  schedule,
  stageOf,
  stepAt,
  steps,
  trySeconds,
  unitsOf,
  type Result,
} from "./index.ts";

// Published: the standard metronome scale of Maelzel, written out as printed on the instrument
const PRINTED = [
  40, 42, 44, 46, 48, 50, 52, 54, 56, 58, 60, 63, 66, 69, 72, 76, 80, 84, 88, 92, 96, 100, 104, 108,
  112, 116, 120, 126, 132, 138, 144, 152, 160, 168, 176, 184, 192, 200, 208,
];

describe("the ladder", () => {
  it("is the standard metronome scale", () => expect(SCALE).toEqual(PRINTED));

  it("ends exactly at the goal, and all below is on the scale", () => {
    fc.assert(
      fc.property(fc.double({ min: 10, max: 400, noNaN: true }), (goal) => {
        const ladder = steps(firstReading(goal), goal);
        expect(ladder.at(-1)).toBe(goal);
        ladder.slice(0, -1).forEach((step, i) => {
          expect(PRINTED).toContain(step);
          expect(step).toBeLessThan(ladder[i + 1]!);
        });
        expect(ladder[0]).toBeLessThanOrEqual(Math.max(40, goal / 2));
      }),
    );
    expect(steps(firstReading(97), 97)).toEqual([
      48, 50, 52, 54, 56, 58, 60, 63, 66, 69, 72, 76, 80, 84, 88, 92, 96, 97,
    ]);
    expect([firstReading(30), steps(firstReading(30), 30)]).toEqual([30, [30]]);
    expect([nextStep(72, 90), nextStep(88, 90), nextStep(90, 90), stepAt(0.7, 100)]).toEqual([
      76, 90, 90, 69,
    ]);
  });
});

describe("promotion", () => {
  // Feller, An Introduction to Probability Theory, vol. 1, XIII.7: mean waiting time for a run of r
  // successes
  it("expects (p^-r - 1)/(1 - p) tries for ten in a row, and simulation agrees", () => {
    expect(expectedForRun(10, 0.5)).toBe(2046);
    expect(expectedForRun(2, 0.5)).toBe(6);
    expect(expectedForRun(10, 1)).toBe(10);
    expect(promotionRule("ten-in-a-row").expected(0.9)).toBeCloseTo((0.9 ** -10 - 1) / 0.1, 9);
    for (const id of ["ten-in-a-row", "three-to-one"])
      expect(simulated(id, 0.9) / promotionRule(id).expected(0.9)).toBeCloseTo(1, 1);
  });

  /** Mean tries until the rule is met, over many runs of a fixed pseudo-random sequence. */
  function simulated(id: string, p: number): number {
    const rule = promotionRule(id);
    let state = 12345;
    const random = () => (state = (state * 1103515245 + 12345) % 2147483648) / 2147483648;
    let total = 0;
    const runs = 4000;
    for (let run = 0; run < runs; run++) {
      const tries: Result[] = [];
      while (!rule.met(tries)) tries.push(random() < p ? "clean" : "slip");
      total += tries.length;
    }
    return total / runs;
  }

  const tries = (text: string): Result[] =>
    [...text].map((one) => (one === "c" ? "clean" : "slip"));
  it.each([
    ["ten-in-a-row", "ccccccccc", false, 1],
    ["ten-in-a-row", "cccccccccc", true, 0],
    ["ten-in-a-row", "cccccccccscc", false, 8],
    ["three-to-one", "cc", false, 1],
    ["three-to-one", "ccc", true, 0],
    ["three-to-one", "scc", false, 1],
    ["three-to-one", "sccc", true, 0],
    ["three-to-one", "ccsscc", false, 2],
    ["three-to-one", "sccsccccc", true, 0],
  ] as const)("%s after %s", (id, text, met, missing) => {
    expect([promotionRule(id).met(tries(text)), promotionRule(id).missing(tries(text))]).toEqual([
      met,
      missing,
    ]);
  });

  it("trusts the log as it grows", () => {
    expect(cleanShare(0, 0)).toBeCloseTo(0.9);
    expect(cleanShare(50, 50)).toBeLessThan(0.6 + 0.01);
    expect(cleanShare(1000, 0)).toBe(0.98);
  });
});

const wheel = readFile(
  readFileSync(new URL("../../demo/pieces/the-ferrymans-wheel.musicxml", import.meta.url)),
).score;
const form = analyse(wheel);
const sections = cover(
  wheel,
  segment(wheel, form).map((one, i) => ({
    id: String(i),
    name: one.label,
    words: "",
    from: startOf(one.from),
    to: startOf(one.to + 1),
  })),
);
const days = (count: number, minutes: number) =>
  Array.from({ length: count }, (_, i) => ({
    date: `2030-01-${String(i + 1).padStart(2, "0")}`,
    minutes,
  }));
const plan = (over: Partial<Parameters<typeof schedule>[0]> = {}) => {
  const units = unitsOf(wheel, form, sections, 88);
  return schedule({
    score: wheel,
    units,
    rule: promotionRule("three-to-one"),
    clean: 0.9,
    earned: new Map(),
    goal: 88,
    days: days(30, 30),
    ...over,
  });
};

describe("the plan", () => {
  it(
    "cuts practice from new material, hands apart before together, and every " +
      "bar is in some unit up to the goal",
    () => {
      const units = unitsOf(wheel, form, sections, 88);
      for (const bar of wheel.bars)
        expect(
          units.some(
            (unit) =>
              unit.from <= bar.index &&
              unit.to >= bar.index &&
              unit.hands === "both" &&
              unit.steps.at(-1) === 88,
          ),
        ).toBe(true);
      for (const unit of units.filter((one) => one.kind === "cell")) {
        expect(
          Object.values(form.isNew).some((bars) =>
            bars.slice(unit.from, unit.to + 1).some(Boolean),
          ),
        ).toBe(true);
        if (unit.hands === "both")
          for (const key of unit.after)
            expect(key.startsWith(`${unit.from}-${unit.to}-`)).toBe(true);
      }
      expect(new Set(units.map((unit) => unit.key)).size).toBe(units.length);
    },
  );

  it("fills no day beyond its minutes, skips free days, respects the order, and says what does not fit", () => {
    const week = days(28, 0).map((day, i) => ({
      ...day,
      minutes: [20, 0, 35, 15, 0, 45, 7][i % 7]!,
    }));
    const laid = plan({ days: week });
    laid.days.forEach((day, i) => {
      const used = day.cards.reduce((sum, card) => sum + card.minutes, 0);
      expect(used).toBeLessThanOrEqual(week[i]!.minutes);
      expect(day.cards.every((card) => card.minutes >= 1 && Number.isInteger(card.minutes))).toBe(
        true,
      );
      // a rest too short for a card of its own (3 min) may stay free
      if (!laid.feasible) expect(used).toBeGreaterThan(week[i]!.minutes - 3);
    });
    const short = plan({ days: days(3, 10) });
    expect(short.feasible).toBe(false);
    expect(short.missingMinutes + 30).toBeGreaterThanOrEqual(short.workMinutes);
    expect(Math.abs(short.missingMinutes + 30 - short.workMinutes)).toBeLessThanOrEqual(
      2 * short.days.flatMap((day) => day.cards).length,
    );
    expect(plan({ days: days(30, 60) })).toMatchObject({ feasible: true, missingMinutes: 0 });
    expect(plan({ days: [] })).toMatchObject({ feasible: false, days: [] });
  });

  it("raises the tempo from day to day on each unit", () => {
    const tempos = new Map<string, number>();
    for (const card of plan().days.flatMap((day) => day.cards)) {
      expect(card.tempo).toBeGreaterThanOrEqual(tempos.get(card.unit) ?? 0);
      tempos.set(card.unit, card.tempo);
    }
  });

  it("leaves out what is earned, and keeps a finished piece ready with a short card", () => {
    const units = unitsOf(wheel, form, sections, 88);
    const whole = earned(units, [{ from: 0, to: 78, hands: "both", tempo: 88 }]);
    const laid = plan({ earned: whole, days: days(5, 30) });
    expect(laid).toMatchObject({ feasible: true, workMinutes: 0 });
    for (const day of laid.days) {
      expect(day.cards.every((card) => card.kind === "keeping" && card.tempo === 88)).toBe(true);
      expect(day.cards.reduce((sum, card) => sum + card.minutes, 0)).toBeLessThanOrEqual(10);
    }
    expect(plan({ days: days(1, 30) }).workMinutes).toBeGreaterThan(
      plan({
        earned: earned(units, [{ from: 0, to: 9, hands: "both", tempo: 88 }]),
        days: days(1, 30),
      }).workMinutes,
    );
  });

  it("times a try: beats at the tempo, a bar of count-in, a breath", () => {
    expect(
      trySeconds(
        scoreOf([
          ["C4:4", "C3:4"],
          ["D4:4", "D3:4"],
        ]),
        0,
        1,
        60,
      ),
    ).toBeCloseTo(8 + 4 + 3);
  });

  it("covers the gaps between named sections", () => {
    const named = [{ id: "a", name: "A", words: "", from: startOf(4), to: startOf(8) }];
    expect(cover(wheel, named).map((one) => [one.name, one.from.bar, one.to.bar])).toEqual([
      ["Bars 0–3", 0, 4],
      ["A", 4, 8],
      ["Bars 8–78", 8, 79],
    ]);
    expect(cover(wheel, []).map((one) => one.name)).toEqual(["All"]);
  });
});

describe("the ridge", () => {
  const score = scoreOf([
    ["C4 D4 E4 F4", "C3:4"],
    ["G4:4", "E3 F3 G3 A3"],
    ["C4 D4 E4 F4", "C3:4"],
    ["A4:4", "r:4"],
    ["r:4", "r:4"],
  ]);
  const { isNew } = analyse(score);
  const secure = (promotions: Parameters<typeof ridge>[2]) =>
    ridge(score, { isNew, returns: [] }, promotions).map((bar) => [bar.secure, bar.together]);

  it("is the lowest over the hands a bar uses; together counts for each; returns share", () => {
    expect(secure([{ from: 0, to: 0, hands: "right", tempo: 60 }])).toEqual([
      [0, 0],
      [0, 0],
      [0, 0],
      [0, 0],
      [0, 0],
    ]);
    expect(
      secure([
        { from: 0, to: 0, hands: "right", tempo: 60 },
        { from: 0, to: 0, hands: "left", tempo: 72 },
      ]),
    ).toEqual([
      [60, 0],
      [0, 0],
      [60, 0],
      [0, 0],
      [0, 0],
    ]);
    expect(
      secure([
        { from: 0, to: 1, hands: "both", tempo: 66 },
        { from: 0, to: 0, hands: "right", tempo: 80 },
      ]),
    ).toEqual([
      [66, 66],
      [66, 66],
      [66, 66],
      [0, 0],
      [0, 0],
    ]);
    expect(secure([{ from: 3, to: 3, hands: "right", tempo: 50 }])[3]).toEqual([50, 0]);
  });

  it("names the stage", () => {
    const at = (tempo: number) =>
      stageOf(
        ridge(
          score,
          { isNew, returns: [] },
          tempo ? [{ from: 0, to: 4, hands: "both", tempo }] : [],
        ),
        100,
        false,
      );
    expect([at(0), at(40), at(60), at(90), at(100)]).toEqual([
      "First reading",
      "Taking shape",
      "Joining up",
      "Settling",
      "Performance",
    ]);
    expect(
      stageOf(
        ridge(score, { isNew, returns: [] }, [{ from: 0, to: 4, hands: "both", tempo: 100 }]),
        100,
        true,
      ),
    ).toBe("Keeping");
  });
});

describe("what is nearly known", () => {
  // the same eight bars a second time, once in the same key with every bar new, once a tone higher
  const bars = (names: string[]) => names.map((name) => [name, "r:4"] as const);
  const first = ["C4 D4 E4 F4", "G4 E4 F4 D4", "E4 C4 D4 B3", "C4 E4 G4 C5"];
  const higher = ["D4 E4 F#4 G4", "A4 F#4 G4 E4", "F#4 D4 E4 C#4", "D4 F#4 A4 D5"];
  const other = ["A4:2 B4:2", "C5 B4:2 A4", "B4 A4:3", "G4:3 A4"];
  const cellWork = (second: string[]) => {
    const score = scoreOf(bars([...first, ...second]));
    const sections = [{ id: "1", name: "A", words: "", from: startOf(0), to: startOf(8) }];
    return unitsOf(score, analyse(score), sections, 100)
      .filter((unit) => unit.kind === "cell" && unit.from === 4)
      .map((unit) => unit.work);
  };
  it("takes less of the plan than what is new", () => {
    expect(cellWork(other)).toEqual([1]);
    // a quarter of it is to be learnt, but it is read and joined all the same
    expect(cellWork(higher)).toEqual([0.3]);
    const score = scoreOf(bars([...first, ...higher]));
    expect(analyse(score)).toMatchObject({ newBars: 8, nearlyKnown: 4 });
    expect(analyse(score).work.right!.slice(4)).toEqual([0.25, 0.25, 0.25, 0.25]);
  });
});
