import fc from "fast-check";
import { analyse } from "../form/index.ts";
import { startOf, type Section } from "../score/index.ts";
import { scoreOf } from "../testing.ts";
import {
  cover,
  earned,
  promotionRules,
  schedule,
  stepMinutes,
  unitsOf,
  type PlannedCard,
  type Promotion,
} from "./index.ts";

// Generated pieces, sections, goals, weeks and logs: what must hold of every plan.

const BARS = ["C4 D4 E4 F4", "G4 F4 E4 D4", "A4:2 B4:2", "C5:4", "r:4"];
const pieces = fc
  .array(fc.tuple(fc.constantFrom(...BARS), fc.constantFrom("C3:4", "G2:2 C3:2", "r:4")), {
    minLength: 2,
    maxLength: 24,
  })
  .map((bars) => scoreOf([["C4 E4 G4 C5", "C3 G3 E3 G3"], ...bars]));
const weeks = fc.array(fc.integer({ min: 0, max: 60 }), { minLength: 1, maxLength: 40 });

const plans = fc
  .record({
    score: pieces,
    minutes: weeks,
    goal: fc.oneof(
      fc.integer({ min: 10, max: 400 }),
      fc.double({ min: 40, max: 160, noNaN: true }),
    ),
    rule: fc.constantFrom(...promotionRules),
    clean: fc.double({ min: 0.6, max: 0.98, noNaN: true }),
    cut: fc.integer({ min: 1, max: 24 }),
  })
  .map(({ score, minutes, goal, rule, clean, cut }) => {
    const form = analyse(score);
    const sections: Section[] =
      cut < score.bars.length
        ? [{ id: "a", name: "A", words: "", from: startOf(0), to: startOf(cut) }]
        : [];
    const units = unitsOf(score, form, cover(score, sections), goal);
    const days = minutes.map((each, i) => ({
      date: `2030-0${1 + Math.floor(i / 28)}-${String((i % 28) + 1).padStart(2, "0")}`,
      minutes: each,
    }));
    return { score, form, units, days, goal, rule, clean };
  });
type Planned = ReturnType<typeof lay>;
const lay = (
  input: {
    score: Parameters<typeof schedule>[0]["score"];
    units: Parameters<typeof schedule>[0]["units"];
    days: { date: string; minutes: number }[];
    goal: number;
    rule: (typeof promotionRules)[number];
    clean: number;
  },
  promotions: readonly Promotion[] = [],
) =>
  schedule({
    ...input,
    clean: () => input.clean,
    earned: earned(input.units, promotions),
  });
const cardsOf = (planned: Planned): PlannedCard[] => planned.days.flatMap((day) => [...day.cards]);

describe("every plan", () => {
  it("keeps to the minutes of each day, in whole minutes", () => {
    fc.assert(
      fc.property(plans, (input) => {
        lay(input).days.forEach((day, i) => {
          expect(day.cards.reduce((sum, card) => sum + card.minutes, 0)).toBeLessThanOrEqual(
            input.days[i]!.minutes,
          );
          for (const card of day.cards)
            expect(Number.isInteger(card.minutes) && card.minutes > 0).toBe(true);
        });
      }),
      { numRuns: 150 },
    );
  });

  it("names bars of the piece, a unit once a day, and a tempo that is a step of its unit", () => {
    fc.assert(
      fc.property(plans, (input) => {
        const units = new Map(input.units.map((unit) => [unit.key, unit]));
        for (const day of lay(input).days) {
          expect(new Set(day.cards.map((card) => card.unit)).size).toBe(day.cards.length);
          for (const card of day.cards) {
            expect(
              card.from >= 0 && card.to < input.score.bars.length && card.from <= card.to,
            ).toBe(true);
            expect(units.get(card.unit)!.steps).toContain(card.tempo);
            expect(card.why).not.toBe("");
          }
        }
      }),
      { numRuns: 150 },
    );
  });

  it("brings every bar up to the goal itself, hands together", () => {
    fc.assert(
      fc.property(plans, ({ score, units, goal }) => {
        for (const { index } of score.bars) {
          expect(
            units.some(
              (unit) =>
                unit.from <= index &&
                unit.to >= index &&
                unit.kind === "section" &&
                unit.steps.at(-1) === goal,
            ),
          ).toBe(true);
        }
        for (const unit of units) expect([...unit.steps].sort((a, b) => a - b)).toEqual(unit.steps);
      }),
      { numRuns: 150 },
    );
  });

  it("is feasible exactly when nothing is missing, and more time never makes it worse", () => {
    fc.assert(
      fc.property(plans, (input) => {
        const [plan, generous] = [
          lay(input),
          lay({ ...input, days: input.days.map((day) => ({ ...day, minutes: day.minutes * 2 })) }),
        ];
        expect(plan.feasible).toBe(plan.missingMinutes === 0);
        expect(plan.missingMinutes).toBeLessThanOrEqual(plan.workMinutes);
        expect(generous.missingMinutes).toBeLessThanOrEqual(plan.missingMinutes);
        expect(plan.availableMinutes).toBe(input.days.reduce((sum, day) => sum + day.minutes, 0));
      }),
      { numRuns: 120 },
    );
  });

  it("does not begin a unit before what it needs, unless that is done the same day", () => {
    fc.assert(
      fc.property(plans, (input) => {
        const first = new Map<string, number>();
        const last = new Map<string, number>();
        lay(input).days.forEach((day, i) =>
          day.cards
            .filter((card) => card.kind !== "keeping")
            .forEach((card) => {
              if (!first.has(card.unit)) first.set(card.unit, i);
              last.set(card.unit, i);
            }),
        );
        for (const unit of input.units) {
          for (const key of unit.after)
            if (first.has(unit.key) && last.has(key))
              expect(last.get(key)!).toBeLessThanOrEqual(first.get(unit.key)!);
        }
      }),
      { numRuns: 120 },
    );
  });

  it("shrinks as steps are earned, down to keeping the piece ready", () => {
    fc.assert(
      fc.property(plans, fc.nat(), (input, pick) => {
        const unit = input.units[pick % input.units.length]!;
        const before = lay(input).workMinutes;
        const some = lay(input, [
          { from: unit.from, to: unit.to, hands: unit.hands, tempo: unit.steps[0]! },
        ]).workMinutes;
        expect(some).toBeLessThanOrEqual(before);
        const last = input.score.bars.length - 1;
        const done = lay(input, [
          { from: 0, to: last, hands: "both", tempo: input.goal },
          ...input.units.map(({ from, to, hands }) => ({ from, to, hands, tempo: input.goal })),
        ]);
        expect(done).toMatchObject({ workMinutes: 0, feasible: true });
        expect(
          cardsOf(done).every((card) => card.kind === "keeping" && card.tempo === input.goal),
        ).toBe(true);
      }),
      { numRuns: 120 },
    );
  });
});

describe("run-throughs and pins", () => {
  const hasPiece = fc
    .tuple(fc.integer({ min: 8, max: 20 }), fc.integer({ min: 10, max: 60 }))
    .map(([bars, minutes]) => {
      const score = scoreOf(
        Array.from({ length: bars }, (_, i) => [
          `${"CDEFGAB"[i % 7]}4 ${"BAGFE"[(i * 2) % 5]}4 ${"CDEFGAB"[(i * 3) % 7]}5:2`,
          "C3:4",
        ]),
      );
      const half = Math.floor(bars / 2);
      const sections: Section[] = [
        { id: "a", name: "A", words: "", from: startOf(0), to: startOf(half) },
        { id: "b", name: "B", words: "", from: startOf(half), to: startOf(bars) },
      ];
      const units = unitsOf(score, analyse(score), sections, 80);
      const days = Array.from({ length: 60 }, (_, i) => ({
        date: `2030-0${1 + Math.floor(i / 28)}-${String((i % 28) + 1).padStart(2, "0")}`,
        minutes,
      }));
      return { score, units, days, goal: 80, rule: promotionRules[0]!, clean: 0.9 };
    });

  it("plays the whole at the goal on three days, once a day, in a quarter of the minutes", () => {
    fc.assert(
      fc.property(hasPiece, (input) => {
        const runs = lay(input).days.map((day) => day.cards.filter(({ kind }) => kind === "piece"));
        for (const day of runs) expect(day.length).toBeLessThanOrEqual(2);
        // at the goal alone: the last step of three
        expect(runs.filter((day) => day.length).length).toBeGreaterThanOrEqual(3);
        const at = lay(input);
        expect(at.feasible).toBe(true);
      }),
      { numRuns: 20 },
    );
  });

  it("plays it at no tempo at which its sections do not stand", () => {
    fc.assert(
      fc.property(hasPiece, (input) => {
        const done = new Map<string, number>();
        const whole = input.units.find(({ kind }) => kind === "piece")!;
        lay(input).days.forEach((day, i) => {
          for (const card of day.cards) if (!done.has(card.unit)) done.set(card.unit, i);
          for (const card of day.cards)
            if (card.unit === whole.key && card.kind === "piece")
              for (const key of whole.after) expect(done.get(key)).toBeLessThanOrEqual(i);
        });
      }),
      { numRuns: 20 },
    );
  });

  it("puts a card where it was pinned, and its unit nowhere before", () => {
    fc.assert(
      fc.property(hasPiece, fc.integer({ min: 1, max: 20 }), fc.nat(), (input, later, pick) => {
        const unit = input.units[pick % input.units.length]!;
        const pin = { unit: unit.key, date: input.days[later]!.date, minutes: 5 };
        const made = schedule({
          ...input,
          clean: () => input.clean,
          earned: new Map(),
          pins: [pin],
        });
        const on = made.days.filter((day) => day.cards.some((card) => card.unit === unit.key));
        expect(on[0]!.date).toBe(pin.date);
        const card = on[0]!.cards.find((one) => one.unit === unit.key)!;
        expect([card.pinned, card.minutes >= 5]).toEqual([true, true]);
        for (const [i, day] of made.days.entries())
          expect(day.cards.reduce((sum, card) => sum + card.minutes, 0)).toBeLessThanOrEqual(
            Math.max(5, input.days[i]!.minutes),
          );
      }),
      { numRuns: 60 },
    );
  });
});

it("prices only the steps above what is earned", () => {
  const score = scoreOf([
    ["C4 D4 E4 F4", "C3:4"],
    ["G4 F4 E4 D4", "G2:4"],
  ]);
  const [unit] = unitsOf(score, analyse(score), cover(score, []), 80).filter(
    (one) => one.kind === "section",
  );
  const all = stepMinutes(score, unit!, 4, 0);
  expect(all.map((step) => step.tempo)).toEqual(unit!.steps);
  expect(stepMinutes(score, unit!, 4, unit!.steps[0]!)).toEqual(all.slice(1));
  // 8 beats and 4 of count-in at the tempo, 3 s between tries, four tries
  expect(all.at(-1)!.minutes).toBeCloseTo((4 * ((12 * 60) / 80 + 3)) / 60);
});
