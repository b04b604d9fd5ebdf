import { readFileSync } from "node:fs";
import { comparePlaces, NO_SHAPE, quartersAt, readScore, toNumber } from "../../score/index.ts";
import type { Mark, Place } from "../../score/index.ts";
import type { Healed, MarkTask } from "../../score/marks/work.ts";
import { instrument, readingOf } from "../index.ts";
import { BELLOWS } from "./bellows/bellows.ts";
import { slowly } from "./bellows/slowly.ts";
import { bellowsWork } from "./bellows/bellowsWork.ts";

// A turn is moved and the plan heals around it. What is asked for: common practice, no source.

const score = readScore(
  readFileSync("demo/pieces/lamps-along-the-quay.musicxml", "utf8"),
  readingOf(instrument("accordion"), { parts: null, layout: null, onPaper: false }),
).score;

const taskWith = (written: readonly Mark[]): MarkTask => ({
  ...{ score, from: 0, to: score.bars.length - 1, tempo: 144, written },
  ...{ shape: NO_SHAPE, options: {} },
});
const { propose, check, healing } = bellowsWork;
const planned = propose!(taskWith([])).map(({ from, data }, i): Mark => ({
  id: `turn ${i}`,
  layer: "teacher",
  from,
  data,
}));

const healed = (marks: readonly Mark[], { put, add, remove }: Healed): Mark[] => {
  const gone = new Set([...remove, ...put.map(({ id }) => id)]);
  const made = add.map((one, i): Mark => ({ ...one, id: `new ${i}`, layer: "teacher" }));
  return [...marks.filter(({ id }) => !gone.has(id)), ...put, ...made].sort((a, b) =>
    comparePlaces(a.from, b.from),
  );
};
const airIn = (marks: readonly Mark[]) =>
  check!(taskWith(marks)).filter(({ kind }) => kind === "air" || kind === "held");
/** Whether nothing sounds up to a place. */
const restBefore = (place: Place) => {
  const at = quartersAt(score, place);
  return score.notes.every((note) => {
    const from = quartersAt(score, note);
    return from >= at - 1e-9 || from + toNumber(note.length) < at - 0.5;
  });
};
const move = (marks: readonly Mark[], mark: Mark, to: Place) =>
  healing!.heal(taskWith(marks), mark, to);

describe("a turn that is moved", () => {
  const turns = planned.slice(1);
  const places = turns.map((mark) => healing!.places(taskWith(planned), mark)!);

  it("may go to places before and after it, its own among them, in order", () => {
    for (const [i, some] of places.entries()) {
      expect(some.some((one) => comparePlaces(one, turns[i]!.from) === 0)).toBe(true);
      expect([...some].sort(comparePlaces)).toEqual(some);
    }
    expect(places.filter((some) => some.length > 2).length).toBeGreaterThan(turns.length / 2);
  });

  it("stands where it was put, and there is air enough, turned in no held note", () => {
    let moves = 0;
    for (const [i, some] of places.entries())
      for (const to of some) {
        const after = healed(planned, move(planned, turns[i]!, to));
        const there = after.find(({ from }) => comparePlaces(from, to) === 0);
        expect(there?.data.direction).toBe(turns[i]!.data.direction);
        expect(airIn(after)).toEqual([]);
        if (comparePlaces(to, turns[i]!.from) !== 0 && there?.data.button !== undefined)
          expect(restBefore(to)).toBe(true);
        const ways = after.map(({ data }) => data);
        ways.forEach(({ direction, button }, k) => {
          if (k > 0 && button === undefined) expect(direction).not.toBe(ways[k - 1]!.direction);
        });
        moves++;
      }
    expect(moves).toBeGreaterThan(40);
  });

  it("takes along as few as can be: none where it goes nowhere, most others never", () => {
    const changed: number[] = [];
    for (const [i, some] of places.entries())
      for (const to of some) {
        const { put, add, remove } = move(planned, turns[i]!, to);
        const isHere = comparePlaces(to, turns[i]!.from) === 0;
        if (isHere) expect([put, add, remove]).toEqual([[], [], []]);
        else changed.push(put.length + add.length + remove.length);
      }
    changed.sort((a, b) => a - b);
    expect(changed[changed.length >> 1]).toBeLessThanOrEqual(6);
  });

  it("keeps pressure where it is told, and the same ids for what only moves", () => {
    const [first, second] = turns as [Mark, Mark];
    const marks = planned.map((one) =>
      one === second ? { ...one, data: { ...one.data, pressure: "build" } } : one,
    );
    for (const to of healing!.places(taskWith(marks), first)!) {
      const after = healed(marks, move(marks, first, to));
      const told = after.filter(({ data }) => data.pressure === "build");
      expect(told.map(({ from }) => from)).toEqual([second.from]);
    }
  });

  it("is for turns: pressure, and the way they begin with, take none along", () => {
    const pressed: Mark = { ...planned[1]!, id: "pressed", data: { pressure: "build" } };
    expect(healing!.places(taskWith([...planned, pressed]), pressed)).toBeUndefined();
    expect(healing!.places(taskWith(planned), planned[0]!)).toBeUndefined();
  });
});

// Slow practice needs more turns: common practice, no source.
describe("bars that are practised slowly", () => {
  const told = (from: number, to: number, tempo: number, marks = planned) =>
    slowly(score, marks, { from, to, tempo, shape: NO_SHAPE, stroke: 6 })!;
  const last = score.bars.length - 1;

  it("have air enough with turns between those that are written, which all stand", () => {
    for (const tempo of [72, 80, 100, 120]) {
      const { more, less, out } = told(0, last, tempo);
      expect(out).toEqual([]);
      expect(less.length).toBeLessThanOrEqual(tempo < 80 ? 2 : 0);
      // a turn that is left out is still written
      if (less.length) continue;
      const all = [...planned, ...more].sort((a, b) => comparePlaces(a.from, b.from));
      const marks = all.map((one, i): Mark => ({ ...one, id: `${i}`, layer: "teacher" }));
      const doubts = check!({ ...taskWith(marks), tempo });
      expect(doubts.filter(({ kind }) => kind === "air" || kind === "held")).toEqual([]);
      all.forEach(({ data }, i) => {
        if (i > 0 && data.button === undefined)
          expect(data.direction).not.toBe(all[i - 1]!.data.direction);
      });
    }
  });

  it("take more the slower they are, and none in tempo", () => {
    const counts = [144, 100, 72, 50].map((tempo) => told(0, last, tempo).more.length);
    expect(counts[0]).toBe(0);
    expect([...counts].sort((a, b) => a - b)).toEqual(counts);
    expect(counts.at(-1)).toBeGreaterThan(4);
  });

  it("keep what is written where leaving it out gives no more air", () => {
    // as slow as this nothing is enough for some bars
    const { less, out } = told(0, last, 12);
    expect(out.length).toBeGreaterThan(0);
    expect(less.every((bar) => planned.some(({ from }) => from.bar === bar))).toBe(true);
    expect(less.length).toBeLessThan(planned.length / 2);
  });

  it("begin in the middle of the piece as far open as they need, the way that is written", () => {
    for (let from = 4; from < last - 4; from += 4) {
      const { begin, more, out } = told(from, from + 3, 72);
      expect(out).toEqual([]);
      expect(begin).toBeGreaterThanOrEqual(0);
      for (const one of more) expect(one.from.bar).toBeGreaterThanOrEqual(from);
    }
  });

  it("are told which plan it is, with the stroke of this player", () => {
    const words = (tempo: number, player = {}) =>
      BELLOWS.told!(planned, score, {
        ...{ from: 0, to: last, tempo, shape: NO_SHAPE, player },
      })!.text.replace(/\p{C}/gu, "");
    expect(words(144)).toBe("the bellows as planned");
    expect(words(80)).toMatch(
      /as planned and, as slow as this, turned also in bar [\d, ]+(and \d+ more)?, in pen/,
    );
    expect(words(144, { stroke: 3 })).toMatch(/turned also/);
  });
});
