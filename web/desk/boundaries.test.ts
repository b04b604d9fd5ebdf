import { fraction, startOf, toText, type Section } from "@yarrow-ridge/core/score";
import { scoreOf } from "../../core/testing.ts";
import { moveEdge, neighboursIn, sectionAround, snapTo, stepTo } from "./boundaries.ts";

const score = scoreOf([
  ["C4 D4:2 E4", "C3:4"],
  ["F4:4", "C3 D3:3"],
  ["G4:4", "C3:4"],
  ["A4:4", "C3:4"],
]);
const place = (bar: number, offset = fraction(0)) => ({ bar, offset });
const said = ({ bar, offset }: { bar: number; offset: { num: number; den: number } }) =>
  `${bar}+${toText(offset)}`;
const section = (id: string, from: number, to: number): Section => ({
  id,
  name: id,
  words: "",
  from: startOf(from),
  to: startOf(to),
});

describe("boundaries snap", () => {
  it.each([
    ["bar", 0.4, "0+0"],
    ["bar", 0.6, "1+0"],
    ["bar", 3.9, "4+0"],
    ["beat", 0.55, "0+2"],
    ["beat", 0.95, "1+0"],
    ["note", 0.55, "0+3"],
    ["note", 1.3, "1+1"],
    ["note", 1.9, "2+0"],
  ] as const)("to a %s near %d", (snap, axis, wanted) =>
    expect(said(snapTo(score, axis, snap))).toBe(wanted),
  );
  it("and step over bar lines", () => {
    expect(said(stepTo(score, place(0, fraction(3)), 1, "note"))).toBe("1+0");
    expect(said(stepTo(score, place(1), -1, "note"))).toBe("0+3");
    expect(said(stepTo(score, place(3), 1, "bar"))).toBe("4+0");
    expect(said(stepTo(score, place(4), 1, "bar"))).toBe("4+0");
    expect(said(stepTo(score, place(0), -1, "beat"))).toBe("0+0");
  });
});

describe("an edge that is moved", () => {
  const sections = [section("A", 0, 2), section("B", 2, 4), section("a", 0, 1)];
  const told = (moved: Section[] | undefined) =>
    moved?.map(({ id, from, to }) => `${id} ${said(from)} ${said(to)}`);
  it("takes its neighbour along", () =>
    expect(told(moveEdge(sections, "A", "to", place(1, fraction(2)), false))).toEqual([
      "A 0+0 1+2",
      "B 1+2 4+0",
    ]));
  it("moves alone when the two are to overlap", () =>
    expect(told(moveEdge(sections, "A", "to", place(3), true))).toEqual(["A 0+0 3+0"]));
  it("takes what is nested and begins with it along", () =>
    expect(told(moveEdge(sections, "A", "from", place(0, fraction(1)), false))).toEqual([
      "A 0+1 2+0",
      "a 0+1 1+0",
    ]));
  it("does not pass the other edge", () =>
    expect(moveEdge(sections, "B", "from", place(4), false)).toBeUndefined());
});

it("finds the section around a place, and neighbours in a choice", () => {
  const sections = [section("A", 0, 3), section("B", 3, 4), section("a", 1, 3)];
  expect(sectionAround(sections, place(2))?.id).toBe("a");
  expect(sectionAround(sections, place(1))?.id).toBe("A");
  expect(sectionAround(sections, place(3))).toBeUndefined();
  expect(neighboursIn(sections, 2, 3)?.map(({ id }) => id)).toEqual(["A", "B"]);
  expect(neighboursIn(sections, 0, 0)).toBeUndefined();
});
