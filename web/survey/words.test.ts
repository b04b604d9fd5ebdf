import { plain } from "@yarrow-ridge/core/words";
import { scoreOf } from "../../core/testing.ts";
import { intervalName, relationText } from "../piece/relations.ts";
import { readCut } from "./cut.ts";

// names of intervals as musicians count them; common practice
it.each([
  [0, "at the same pitch"],
  [1, "a semitone higher"],
  [-2, "a whole tone lower"],
  [-5, "a fourth lower"],
  [7, "a fifth higher"],
  [12, "an octave higher"],
  [-24, "2 octaves lower"],
  [19, "a fifth and an octave higher"],
  [-15, "a minor third and an octave lower"],
])("calls %i semitones %s", (semitones, name) => expect(plain(intervalName(semitones))).toBe(name));

it("says how a return relates to its first time", () => {
  const one = {
    from: 4,
    to: 7,
    of: 0,
    ofTo: 3,
    hand: "right",
    interval: 0,
    tonal: false,
    differences: [] as { bar: number; offset: number; text: string }[],
    relation: "exact" as const,
  };
  const difference = { bar: 4, offset: 0, text: "x" };
  expect(plain(relationText(one))).toBe("exactly");
  expect(plain(relationText({ ...one, differences: [difference] }))).toBe(
    "the same but for ornaments (1 difference)",
  );
  expect(plain(relationText({ ...one, relation: "transposed", interval: 2, tonal: true }))).toBe(
    "a whole tone higher, along the scale",
  );
  expect(
    plain(
      relationText({
        ...one,
        relation: "varied",
        interval: -7,
        differences: [difference, difference],
      }),
    ),
  ).toBe("a fifth lower, changed: 2 differences");
  expect(plain(relationText({ ...one, relation: "varied", differences: [difference] }))).toBe(
    "changed: 1 difference",
  );
});

describe("a cut as a person writes it", () => {
  const score = scoreOf(Array.from({ length: 8 }, () => ["C4:4", "C3:4"] as const));
  it.each([
    [
      "1–3, 6–8",
      [
        [0, 2],
        [5, 7],
      ],
    ],
    [
      "1-3,6-8",
      [
        [0, 2],
        [5, 7],
      ],
    ],
    ["5", [[4, 4]]],
    [" 2 – 2 ", [[1, 1]]],
  ])("reads %s", (text, stretches) => expect(readCut(text, score)).toEqual(stretches));
  it.each(["", "x", "3–1", "1–9", "1–"])("does not read %j", (text) =>
    expect(readCut(text, score)).toBeUndefined(),
  );
});
