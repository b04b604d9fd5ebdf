import fc from "fast-check";
import { readFileSync } from "node:fs";
import { analyse, segment } from "../form/index.ts";
import { readFile, startOf } from "../score/index.ts";
import { scoreOf } from "../testing.ts";
import {
  barCount,
  cleanShares,
  cover,
  earned,
  expectedForRun,
  firstReading,
  halfBeats,
  ladderOf,
  ladders,
  levelsOf,
  promotionRule,
  remedies,
  ridge,
  SCALE,
  schedule,
  standing,
  stageOf,
  stepAt,
  stepBelow,
  steps,
  trySeconds,
  unitsOf,
  workInOrder,
  type Result,
  type Try,
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

describe("promotion", () => {
  // Feller, An Introduction to Probability Theory, vol. 1, XIII.7: mean waiting time for a run of r
  // successes
  it("expects (p^-r - 1)/(1 - p) tries for ten in a row, and simulation agrees", () => {
    expect(expectedForRun(10, 0.5)).toBe(2046);
    expect(expectedForRun(2, 0.5)).toBe(6);
    expect(expectedForRun(10, 1)).toBe(10);
    expect(promotionRule("ten-in-a-row").expected(0.9, 4)).toBeCloseTo((0.9 ** -10 - 1) / 0.1, 9);
    for (const id of ["ten-in-a-row", "three-to-one"])
      for (const [p, bars] of [
        [0.75, 20],
        [0.9, 4],
        [0.98, 10],
      ] as const)
        expect(simulated(id, p, bars) / promotionRule(id).expected(p, bars)).toBeCloseTo(1, 1);
  });

  /** Mean tries until the rule is met, over many runs of a fixed pseudo-random sequence. */
  function simulated(id: string, p: number, bars: number): number {
    const rule = promotionRule(id);
    let state = 12345;
    const random = () => (state = (state * 1103515245 + 12345) % 2147483648) / 2147483648;
    let total = 0;
    const runs = 4000;
    for (let run = 0; run < runs; run++) {
      const tries: Result[] = [];
      while (!rule.met(tries, bars)) tries.push(random() < p ? "clean" : "slip");
      total += tries.length;
    }
    return total / runs;
  }

  const tries = (text: string): Result[] =>
    [...text].map((one) => (one === "c" ? "clean" : "slip"));
  it.each([
    ["ten-in-a-row", "ccccccccc", 8, 1],
    ["ten-in-a-row", "cccccccccc", 8, 0],
    ["ten-in-a-row", "cccccccccscc", 8, 8],
    ["ten-in-a-row", "ccccc", 9, 0],
    ["ten-in-a-row", "cc", 17, 1],
    ["three-to-one", "cc", 4, 1],
    ["three-to-one", "ccc", 4, 0],
    ["three-to-one", "scc", 4, 1],
    ["three-to-one", "sccc", 4, 0],
    ["three-to-one", "ccsscc", 4, 2],
    ["three-to-one", "sccsccccc", 4, 0],
    // no debt of sixty: nine clean tries leave three slips among the newest twelve
    ["three-to-one", "s".repeat(20), 4, 9],
    ["three-to-one", "s".repeat(20) + "c".repeat(9), 4, 0],
  ] as const)("%s after %s on %d bars", (id, text, bars, missing) => {
    const rule = promotionRule(id);
    expect([rule.met(tries(text), bars), rule.missing(tries(text), bars)]).toEqual([
      missing === 0,
      missing,
    ]);
  });

  it("trusts the log as it grows; one bad bar does not make a bad player", () => {
    const units = (count: number, text: string) =>
      new Map(Array.from({ length: count }, (_, i) => [`${i}-${i + 1}-both`, tries(text)]));
    expect(cleanShares(new Map()).usual).toBeCloseTo(0.9);
    expect(cleanShares(units(20, "cscs")).usual).toBeCloseTo(0.6);
    expect(cleanShares(units(20, "cccccc")).usual).toBe(0.98);
    const one = cleanShares(units(1, "s".repeat(12)));
    expect([one.usual, one.of("8-9-both")]).toEqual([0.9, 0.9]);
    expect(one.of("0-1-both")).toBeCloseTo(0.6);
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
    clean: () => 0.9,
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
        // hands apart, on the four bars it lies in
        if (unit.hands === "both")
          for (const key of unit.after) {
            const [from, to, hands] = key.split("-");
            expect(hands).not.toBe("both");
            expect(Number(from) <= unit.from && Number(to) >= unit.to).toBe(true);
          }
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

  it("spreads a day: nothing on top of what was begun today, while there is other work", () => {
    const [first] = plan({ days: days(30, 30) }).days;
    const byKey = new Map(unitsOf(wheel, form, sections, 88).map((unit) => [unit.key, unit]));
    const today = new Set(first!.cards.map((card) => card.unit));
    expect(today.size).toBeGreaterThan(4);
    for (const card of first!.cards)
      expect(byKey.get(card.unit)!.after.filter((key) => today.has(key))).toEqual([]);
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
        { from: 0, to: 1 },
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

describe("units", () => {
  const bar = (names: string) => [names, "C3:4"] as const;
  /** Sixteen bars, each of its own content. */
  const sixteen = Array.from({ length: 16 }, (_, i) =>
    bar(`${"CDEFGAB"[i % 7]}4 ${"BAGFE"[i % 5]}4 ${"CDEFGAB"[(i * 3) % 7]}5:2`),
  );
  const named = (name: string, from: number, to: number) => ({
    id: name,
    name,
    words: "",
    from: startOf(from),
    to: startOf(to + 1),
  });
  const kinds = (units: readonly { kind: string; from: number; to: number; hands: string }[]) =>
    units.filter(({ hands }) => hands === "both").map((one) => `${one.kind} ${one.from}-${one.to}`);

  it("joins two bars to four, eight and the section; no unit has more than four parts", () => {
    const score = scoreOf(sixteen);
    const units = unitsOf(score, analyse(score), [named("A", 0, 15)], 80);
    expect(kinds(units)).toEqual([
      ...["cell 0-1", "cell 2-3", "four 0-3", "cell 4-5", "cell 6-7", "four 4-7", "eight 0-7"],
      ...["cell 8-9", "cell 10-11", "four 8-11", "cell 12-13", "cell 14-15", "four 12-15"],
      ...["eight 8-15", "section 0-15"],
    ]);
    const byKey = new Map(units.map((unit) => [unit.key, unit]));
    for (const { after, hands } of units)
      expect(after.filter((key) => byKey.get(key)!.hands === hands).length).toBeLessThanOrEqual(4);
    // one mark below the slowest part
    const top = (key: string) => byKey.get(key)!.steps.at(-1)!;
    expect(byKey.get("0-3-both")!.steps[0]).toBe(stepBelow(top("0-1-both")));
    expect(["0-1-both", "0-3-both", "0-7-both", "0-15-both"].map(top)).toEqual([66, 72, 76, 80]);
  });

  it("puts a pick-up with the first cell and an odd bar with its neighbour", () => {
    const levels = levelsOf(scoreOf(sixteen), 0, 6);
    expect(levels.map(({ range }) => range)).toEqual([
      [0, 1],
      [2, 3],
      [4, 6],
    ]);
    expect(levelsOf(wheel, 0, 9)[0]!.parts[0]!.range).toEqual([0, 2]);
  });

  it("takes for new what comes first in the order of learning", () => {
    const twice = [...sixteen.slice(0, 4), ...sixteen.slice(8, 12), ...sixteen.slice(0, 4)];
    const score = scoreOf(twice);
    const all = [named("A", 0, 3), named("B", 4, 7), named("A′", 8, 11)];
    const cells = (order: "front-to-back" | "last-first") =>
      unitsOf(score, analyse(score), all, 80, undefined, { order })
        .filter(({ kind, hands }) => kind === "cell" && hands === "both")
        .map(({ from }) => from);
    expect(cells("front-to-back")).toEqual([0, 2, 4, 6]);
    expect(cells("last-first")).toEqual([8, 10, 4, 6]);
    // as they are written, what is new is what the form says is new
    for (const one of [score, wheel]) {
      const known = analyse(one);
      const order = one.bars.map(({ index }) => index);
      expect(workInOrder(one, known, order)).toEqual(known.work);
    }
  });

  it("follows a cut: the join over it, the whole without it, and what was first played in it", () => {
    const twice = [...sixteen.slice(0, 8), ...sixteen.slice(4, 8), ...sixteen.slice(8, 12)];
    const score = scoreOf(twice);
    const road = {
      repeats: "all" as const,
      cuts: [
        { from: 0, to: 3 },
        { from: 8, to: 15 },
      ],
    };
    const sections = [named("A", 0, 3), named("B", 8, 15)];
    const units = unitsOf(score, analyse(score), sections, 80, undefined, { road });
    expect(units.find(({ kind }) => kind === "join")).toMatchObject({
      from: 2,
      to: 9,
      played: [2, 3, 8, 9],
    });
    const piece = units.find(({ kind }) => kind === "piece")!;
    expect(piece.played).toEqual([0, 1, 2, 3, 8, 9, 10, 11, 12, 13, 14, 15]);
    expect(barCount(piece)).toBe(12);
    // bars 8 to 11 return from 4 to 7, which are cut
    expect(kinds(units)).toEqual(expect.arrayContaining(["cell 8-9", "cell 10-11"]));
  });
});

describe("eight slips in a visit", () => {
  const steps = [60, 66, 72];
  const earned60 = { tempo: 60, result: "clean", promoted: true, day: "2030-01-01" } as const;
  const slips = (count: number, day: string) =>
    Array.from({ length: count }, () => ({
      ...{ tempo: 66, result: "slip" as const, promoted: false, day },
    }));
  const at = (log: readonly Try[]) => {
    const { step, tries, sentBack } = standing(steps, log, "three-to-one", 4);
    return [step, tries.length, sentBack];
  };
  it("send a unit back one step, which is earned again before the other", () => {
    const seven = [earned60, ...slips(7, "2030-01-02")];
    expect(at(seven)).toEqual([66, 7, undefined]);
    expect(at([...seven, ...slips(1, "2030-01-03")])).toEqual([66, 8, undefined]);
    const eight = [...seven, ...slips(1, "2030-01-02")];
    expect(at(eight)).toEqual([60, 0, "2030-01-02"]);
    const again = [...eight, { ...earned60, day: "2030-01-03" }];
    // the slips are made good: they count no more
    expect(at(again)).toEqual([66, 0, undefined]);
    expect(at([...again, ...slips(8, "2030-01-03")])[0]).toBe(60);
  });
  it("on the lowest step begin it anew", () => {
    const low = slips(8, "2030-01-01").map((one) => ({ ...one, tempo: 60 }));
    expect(at(low)).toEqual([60, 0, undefined]);
  });
});

it("keeps one section after another, however often it is laid out anew", () => {
  const units = unitsOf(wheel, form, sections, 88);
  const done = earned(units, [{ from: 0, to: 78, hands: "both", tempo: 88 }]);
  const kept = (date: string) =>
    plan({ earned: done, days: [{ date, minutes: 30 }] }).days[0]!.cards[1]!.section;
  const inTurn = ["2030-02-27", "2030-02-28", "2030-03-01", "2030-03-02"].map(kept);
  expect(new Set(inTurn).size).toBe(4);
});

it("goes on with what is learnt once the day is past, and begins nothing new", () => {
  const units = unitsOf(wheel, form, sections, 88);
  const [first] = units.filter(({ kind }) => kind === "section");
  const laid = plan({
    earned: earned(units, [{ from: first!.from, to: first!.to, hands: "both", tempo: 66 }]),
    days: [{ date: "2030-01-01", minutes: 30, isAfter: true }],
  });
  expect(laid.days[0]!.cards).toMatchObject([
    { kind: "keeping", from: first!.from, to: first!.to, tempo: 66 },
  ]);
  expect(laid.availableMinutes).toBe(0);
});

it("works out what would make it fit: minutes, the first day, another rule", () => {
  const input = {
    score: wheel,
    units: unitsOf(wheel, form, sections, 88),
    rule: promotionRule("ten-in-a-row"),
    clean: () => 0.9,
    earned: new Map<string, number>(),
    goal: 88,
    days: days(14, 20),
  };
  const further = Array.from({ length: 200 }, (_, i) => ({
    date: `2030-${String(2 + Math.floor(i / 28)).padStart(2, "0")}-${String((i % 28) + 1).padStart(2, "0")}`,
    minutes: 20,
  }));
  const found = remedies(input, further);
  const fits = (over: Partial<typeof input>) => schedule({ ...input, ...over }).feasible;
  expect(fits({})).toBe(false);
  // each is enough, and a step less is not
  const more = (minutes: number) => fits({ days: days(14, 20 + minutes) });
  expect([more(found.minutes!), more(found.minutes! - 5)]).toEqual([true, false]);
  const until = (date: string) => [...input.days, ...further].filter((day) => day.date <= date);
  const before = until(found.readyBy!).slice(0, -1);
  expect([fits({ days: until(found.readyBy!) }), fits({ days: before })]).toEqual([true, false]);
  if (found.rule) expect(fits({ rule: promotionRule(found.rule) })).toBe(true);
});

it("twenty slips on one bar do not multiply the work", () => {
  const units = unitsOf(wheel, form, sections, 88);
  const minutes = (tries: ReadonlyMap<string, readonly Result[]>) =>
    schedule({
      score: wheel,
      units,
      rule: promotionRule("three-to-one"),
      clean: cleanShares(tries).of,
      earned: new Map(),
      goal: 88,
      days: [],
    }).workMinutes;
  const before = minutes(new Map());
  const ratios = units
    .map(({ key }) => minutes(new Map([[key, Array<Result>(12).fill("slip")]])) / before)
    .sort((a, b) => a - b);
  // the figures the trade would not believe: 5 h turned into 274 h
  expect(ratios[ratios.length >> 1]).toBeLessThanOrEqual(1.1);
  expect(ratios.at(-1)).toBeLessThanOrEqual(1.4);
});
