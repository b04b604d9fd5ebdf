import { readFileSync } from "node:fs";
import { comparePlaces, NO_SHAPE, quartersAt, readScore, toNumber } from "../../score/index.ts";
import type { Mark, Place } from "../../score/index.ts";
import type { Healed, MarkTask } from "../../score/marks/work.ts";
import { instrument, readingOf } from "../index.ts";
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
