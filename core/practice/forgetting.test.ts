import { dayNumber, memoryOf, type Visit } from "./forgetting.ts";
import { earned, standing } from "./index.ts";
import { layWheel, wheelUnits } from "./testFiles.ts";

const dateOf = (day: number) => new Date(Date.UTC(2030, 0, 1 + day)).toISOString().slice(0, 10);
const learnt = earned(wheelUnits, [{ from: 0, to: 78, hands: "both", tempo: 88 }]);
const sections = wheelUnits.filter(({ kind }) => kind === "section");

/** Days between visits that come when they are due, each with so many slips. */
function gaps(slips: readonly number[]): number[] {
  const visits: Visit[] = [{ day: dateOf(0), slips: 0 }];
  return slips.map((next) => {
    const { last, due } = memoryOf(visits)!;
    visits.push({ day: dateOf(due - dayNumber(dateOf(0))), slips: next });
    return due - last;
  });
}

// the general model of spaced repetition with its default parameters, nineteen in twenty
// remembered; figures worked out with its reference library
it("visits what comes clean after ever longer gaps, and sooner what does not", () => {
  expect(gaps([0, 0, 0, 0, 0, 0])).toEqual([1, 3, 8, 19, 28, 28]);
  expect(gaps([1, 1, 1, 0])).toEqual([1, 2, 4, 6]);
  expect(gaps([0, 0, 2, 0, 0])).toEqual([1, 3, 8, 1, 2]);
});

it("counts days of dates, over leap years and the turn of centuries", () => {
  for (const date of ["1970-01-01", "1999-12-31", "2000-02-29", "2100-03-01", "2028-02-29"])
    expect(dayNumber(date)).toBe(Date.parse(`${date}T00:00Z`) / 86_400_000);
});

it("plans a run-through and one section in turn, each when it is due", () => {
  const visits = new Map(wheelUnits.map(({ key }) => [key, [{ day: dateOf(0), slips: 0 }]]));
  const days = Array.from({ length: 90 }, (_, i) => ({ date: dateOf(i + 1), minutes: 30 }));
  const laid = layWheel({ earned: learnt, visits, days });
  const on = (kind: (from: number, to: number) => boolean) =>
    laid.days.flatMap(({ cards }, i) => (cards.some((c) => kind(c.from, c.to)) ? [i + 1] : []));
  // days 1, 4, 12, 31, 59, 87: the gaps of clean visits
  expect(on((from, to) => from === 0 && to === 78)).toEqual([1, 4, 12, 31, 59, 87]);
  for (const { from, to } of sections)
    expect(on((a, b) => a === from && b === to).length).toBeGreaterThanOrEqual(3);
  for (const { cards } of laid.days) {
    expect(cards.length).toBeLessThanOrEqual(2);
    expect(cards.every((card) => card.kind === "keeping")).toBe(true);
  }
  // each section once before any comes again
  const inTurn = laid.days.flatMap(({ cards }) => cards.slice(-1).map((card) => card.unit));
  expect(new Set(inTurn.slice(0, sections.length)).size).toBe(sections.length);
});

it("goes on where it was, however often it is laid out anew", () => {
  const visits = new Map(wheelUnits.map(({ key }) => [key, [{ day: dateOf(0), slips: 0 }]]));
  const days = Array.from({ length: 40 }, (_, i) => ({ date: dateOf(i + 1), minutes: 30 }));
  const atOnce = layWheel({ earned: learnt, visits, days }).days;
  days.forEach((day, i) => {
    const [today] = layWheel({ earned: learnt, visits, days: days.slice(i) }).days;
    expect(today!.cards.map((card) => card.unit)).toEqual(
      atOnce[i]!.cards.map((card) => card.unit),
    );
    for (const { unit } of today!.cards)
      visits.set(unit, [...visits.get(unit)!, { day: day.date, slips: 0 }]);
  });
});

const section = { steps: [80, 84, 88], kind: "section", bars: 4, rule: "three-to-one" } as const;

it("takes the last step away after two slips in a later visit, until it is earned again", () => {
  const clean = (day: string, promoted = false) =>
    ({ tempo: 88, result: "clean", promoted, day }) as const;
  const slip = (day: string) => ({ tempo: 88, result: "slip", promoted: false, day }) as const;
  const at = (log: Parameters<typeof standing>[1]) => standing(section, log, 0, "2030-02-01");
  const won = clean(dateOf(0), true);
  expect(at([won])).toMatchObject({ secure: 88, finished: true });
  // the day it was earned is no visit; one slip is no loss
  expect(at([won, slip(dateOf(0)), slip(dateOf(0))]).finished).toBe(true);
  expect(at([won, slip(dateOf(3)), clean(dateOf(3)), slip(dateOf(4))]).finished).toBe(true);
  const lost = [won, slip(dateOf(3)), slip(dateOf(3))];
  expect(at(lost)).toMatchObject({ secure: 84, step: 88, finished: false, missing: 3 });
  expect(at([...lost, clean(dateOf(3)), clean(dateOf(4))]).missing).toBe(1);
  const again = [...lost, clean(dateOf(4)), clean(dateOf(4)), clean(dateOf(4), true)];
  expect(at(again)).toMatchObject({ secure: 88, finished: true });
});
