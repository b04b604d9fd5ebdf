import fc from "fast-check";
import { analyse } from "../form/index.ts";
import { scoreOf } from "../testing.ts";
import { cover, layOut, promotionRule, unitsOf, type PieceToLay } from "./index.ts";
import { fairShares } from "./share.ts";

// Students with several pieces: what must hold of every day they share. STUDIOS=2000 asks for more.

const STUDIOS = Number(process.env["STUDIOS"] ?? 60);

const BARS = ["C4 D4 E4 F4", "G4 F4 E4 D4", "A4:2 B4:2", "C5:4", "E4 C4 G4 F4", "r:4"];
const piece = fc
  .record({
    bars: fc.array(fc.tuple(fc.constantFrom(...BARS), fc.constantFrom("C3:4", "G2:2 C3:2")), {
      minLength: 2,
      maxLength: 30,
    }),
    goal: fc.integer({ min: 60, max: 140 }),
    day: fc.integer({ min: -3, max: 70 }),
    begun: fc.boolean(),
  })
  .map(({ bars, goal, day, begun }): PieceToLay => {
    const score = scoreOf(bars);
    const units = unitsOf(score, analyse(score), cover(score, []), goal);
    const first = units[0]!;
    return {
      ...{ score, units, goal, readyBy: dateOf(day) },
      rule: promotionRule("three-to-one"),
      clean: () => 0.9,
      earned: new Map(begun ? [[first.key, first.steps[0]!]] : []),
    };
  });
const students = fc.record({
  pieces: fc.array(piece, { minLength: 1, maxLength: 5 }),
  week: fc.array(fc.constantFrom(0, 3, 5, 10, 20, 25, 30, 45, 60), { minLength: 7, maxLength: 7 }),
});
const dateOf = (day: number) => new Date(Date.UTC(2030, 0, 1 + day)).toISOString().slice(0, 10);
const daysOf = (week: readonly number[], count = 84) =>
  Array.from({ length: count }, (_, i) => ({ date: dateOf(i), minutes: week[i % 7]! }));
const isWork = ({ kind }: { kind: string }) => kind !== "keeping";
const minutesOf = (cards: readonly { minutes: number }[]) =>
  cards.reduce((sum, card) => sum + card.minutes, 0);

it("no day goes over its minutes, whatever is on it, and the same student gets the same plan", () => {
  fc.assert(
    fc.property(students, ({ pieces, week }) => {
      const days = daysOf(week);
      const laid = layOut(pieces, days);
      days.forEach(({ minutes }, i) => {
        const used = laid.map((one) => minutesOf(one.days[i]!.cards));
        expect(used.reduce((a, b) => a + b, 0)).toBeLessThanOrEqual(minutes);
        for (const one of laid)
          for (const card of one.days[i]!.cards)
            expect(Number.isInteger(card.minutes) && card.minutes > 0).toBe(true);
      });
      expect(layOut(pieces, days)).toEqual(laid);
      for (const one of laid) expect(one.feasible).toBe(one.missingMinutes === 0);
    }),
    { numRuns: STUDIOS },
  );
});

it("what was laid out before comes first on its day; laid out again, nothing moves", () => {
  fc.assert(
    fc.property(students, ({ pieces, week }) => {
      const days = daysOf(week, 28);
      const laid = layOut(pieces, days);
      const again = layOut(
        pieces.map((one, i) => ({
          ...one,
          before: new Map(
            laid[i]!.days.slice(0, 7).map(
              ({ date, cards }) => [date, new Set(cards.map(({ unit }) => unit))] as const,
            ),
          ),
        })),
        days,
      );
      const placed = (all: typeof laid) =>
        all.map((one) =>
          one.days
            .slice(0, 7)
            .map(({ date, cards }) => [date, ...cards.map(({ unit }) => unit).sort()]),
        );
      expect(placed(again)).toEqual(placed(laid));
    }),
    { numRuns: STUDIOS },
  );
});

it("no more than two are in first reading, those begun aside; what is begun never lies for a week", () => {
  fc.assert(
    fc.property(students, ({ pieces, week }) => {
      // enough for everything that is begun: five minutes each, on each day
      const days = daysOf(week.map(() => 30));
      const laid = layOut(pieces, days);
      // begun, and something that comes first was not played at all
      const begun = pieces.filter(
        ({ earned, units, readyBy }) =>
          earned.size > 0 &&
          readyBy! >= dateOf(0) &&
          units.some(({ after, key }) => after.length === 0 && !earned.has(key)),
      ).length;
      // what needs a quarter of all minutes until its day cannot wait
      const canWait = ({ workMinutes }: { workMinutes: number }, { readyBy }: PieceToLay) =>
        workMinutes < 0.25 * minutesOf(days.filter(({ date }) => date <= readyBy!));
      const fresh = laid.filter(
        (one, i) =>
          !pieces[i]!.earned.size && canWait(one, pieces[i]!) && one.days[0]!.cards.length > 0,
      );
      expect(fresh.length).toBeLessThanOrEqual(Math.max(0, 2 - begun));
      for (const one of laid) {
        const on = one.days.flatMap(({ cards }, i) => (cards.some(isWork) ? [i] : []));
        on.slice(1).forEach((at, i) => expect(at - on[i]!).toBeLessThanOrEqual(8));
      }
    }),
    { numRuns: STUDIOS },
  );
});

it("ends no later with more minutes, but for a day here and there", () => {
  const later: number[] = [];
  fc.assert(
    fc.property(
      fc.array(piece, { minLength: 1, maxLength: 4 }),
      fc.integer({ min: 5, max: 60 }),
      fc.integer({ min: 1, max: 20 }),
      (pieces, minutes, more) => {
        const open = pieces.map(({ readyBy: _, ...one }) => one);
        const lastDay = (each: number) =>
          Math.max(
            ...layOut(open, daysOf(new Array<number>(7).fill(each), 160)).map(({ days }) =>
              days.findLastIndex(({ cards }) => cards.some(isWork)),
            ),
          );
        later.push(lastDay(minutes + more) - lastDay(minutes));
      },
    ),
    { numRuns: STUDIOS, seed: 7 },
  );
  // measured over 2,000: 0.15 %, by a day
  expect(later.filter((days) => days > 0).length).toBeLessThanOrEqual(0.005 * STUDIOS);
  expect(Math.max(...later)).toBeLessThanOrEqual(2);
});

it("a day of rest changes nothing: the days of practice have what they had", () => {
  // of one piece: what is learnt of several is due by the calendar
  fc.assert(
    fc.property(
      piece,
      fc.array(fc.constantFrom(0, 10, 20, 45), { minLength: 20, maxLength: 40 }),
      ({ readyBy: _, ...one }, week) => {
        const placed = (minutes: readonly number[]) => {
          const days = minutes.map((each, i) => ({ date: dateOf(i), minutes: each }));
          const [laid] = layOut([one], days);
          return laid!.days.flatMap(({ cards }, i) =>
            minutes[i]! > 0 ? [cards.filter(isWork)] : [],
          );
        };
        expect(placed(week)).toEqual(placed(week.filter((minutes) => minutes > 0)));
      },
    ),
    { numRuns: STUDIOS },
  );
});

it("of two the one whose day comes first has what it needs, and the other all the rest", () => {
  const claim = { days: 9, chain: 0, owed: 0, waited: 0 };
  // 60 minutes in three days of thirty; 600 in sixty
  const both = [
    { ...claim, left: 60, until: 90 },
    { ...claim, left: 600, until: 1800 },
  ];
  const shares = fairShares(30, both);
  expect(shares[0]).toBeCloseTo(20);
  expect(shares[1]).toBeCloseTo(10);
  // more than there is: the nearer day first, which is best where all cannot be had
  // (Jackson 1955, earliest due date)
  const tight = [
    { ...claim, left: 80, until: 90 },
    { ...claim, left: 1790, until: 1800 },
  ];
  const [near, far] = fairShares(30, tight) as [number, number];
  expect(near).toBeCloseTo(80 / 3);
  expect(far).toBeCloseTo(30 - 80 / 3);
});

it("gets all ready where the minutes are enough, the nearest day first", () => {
  const misses: number[] = [];
  fc.assert(
    fc.property(students, ({ pieces, week }) => {
      const days = daysOf(week);
      const alone = pieces.map((one) => layOut([one], days)[0]!);
      const byDay = pieces
        .map(({ readyBy }, i) => ({ readyBy: readyBy!, work: alone[i]!.workMinutes, i }))
        .sort((a, b) => (a.readyBy < b.readyBy ? -1 : 1));
      // a fifth more than all the work of all whose day comes no later, and each alone gets ready
      let sum = 0;
      const isEnough = byDay.every(({ readyBy, work, i }) => {
        sum += work;
        const until = minutesOf(days.filter(({ date }) => date <= readyBy));
        return sum * 1.2 <= until && alone[i]!.feasible;
      });
      fc.pre(isEnough && pieces.length > 1);
      const late = layOut(pieces, days).filter((one) => !one.feasible);
      misses.push(late.length ? 1 : 0);
    }),
    { numRuns: 120 },
  );
  // each day is shared without looking ahead, and nobody does more of one piece than the rule says
  // while another can be practised: measured 10 of 120 students have a piece late that need not be
  expect(misses.filter(Boolean).length).toBeLessThanOrEqual(misses.length * 0.1);
});
