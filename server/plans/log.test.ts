import type { Unit } from "@yarrow-ridge/core/practice";
import { visitsIn, type AttemptRow } from "./log.ts";

const unit = (from: number, to: number, kind: Unit["kind"]): Unit => ({
  ...{ key: `${from}-${to}-both`, from, to, hands: "both", kind, section: "" },
  ...{ steps: [80, 88], after: [], work: 1, why: "" },
});
const section = unit(0, 7, "section");
const other = unit(8, 15, "section");
const whole = unit(0, 15, "piece");
let position = 0;
const tried = (of: Unit, day: number, over: Partial<AttemptRow> = {}): AttemptRow => ({
  ...{ id: `t${++position}`, cardId: "c", assignmentId: "a", unit: of.key, hands: "both" },
  ...{ fromBar: of.from, toBar: of.to, tempo: 88, result: "clean", slips: null, bar: null },
  ...{ promoted: false, position, at: new Date(2030, 0, day, 12) },
  ...over,
});
const learnt = [tried(section, 1, { promoted: true }), tried(other, 1, { promoted: true })];
const visits = (...log: AttemptRow[]) => {
  const tempos = new Map([section, other, whole].map(({ key }) => [key, 88]));
  const found = visitsIn([section, other, whole], [...learnt, ...log], tempos, []);
  return [section, other].map(({ key }) =>
    found.get(key)!.map(({ day, slips }) => `${Number(day.slice(-2))}:${slips}`),
  );
};

// A run-through visits what it goes through: common practice, no source.
it("counts a run-through as a visit of its sections, a slip where it was", () => {
  expect(visits(tried(section, 3))).toEqual([["1:0", "3:0"], ["1:0"]]);
  expect(visits(tried(whole, 4))).toEqual([
    ["1:0", "4:0"],
    ["1:0", "4:0"],
  ]);
  expect(visits(tried(whole, 4, { result: "slip", bar: 10 }))).toEqual([
    ["1:0", "4:0"],
    ["1:0", "4:1"],
  ]);
  // where nobody knows, and below its tempo, it tells nothing
  expect(visits(tried(whole, 4, { result: "slip" }))).toEqual([["1:0"], ["1:0"]]);
  expect(visits(tried(whole, 4, { tempo: 80 }))).toEqual([["1:0"], ["1:0"]]);
});
