import type { Unit } from "@yarrow-ridge/core/practice";
import { triesIn, visitsIn, type AttemptRow } from "./log.ts";
import { reached } from "./reached.ts";

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
  const found = visitsIn([section, other, whole], triesIn([...learnt, ...log]), tempos, []);
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

// Two slips in a later visit take the last step away: common practice, no source.
it("lets a step go that was lost in a later visit, until it is earned again", () => {
  const at = (...log: AttemptRow[]) =>
    reached([section], triesIn([learnt[0]!, ...log]), "three-to-one", [], "2030-01-09").promotions;
  const slip = (day: number) => tried(section, day, { result: "slip", bar: 3 });
  expect(at()).toMatchObject([{ from: 0, to: 7, tempo: 88 }]);
  expect(at(slip(4))).toHaveLength(1);
  expect(at(slip(4), slip(4))).toEqual([]);
  const again = tried(section, 5, { promoted: true });
  expect(at(slip(4), slip(4), again)).toHaveLength(2);
});
