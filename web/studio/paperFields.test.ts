import { plain } from "@yarrow-ridge/core/words";
import { NO_PAPER, fieldsOf, paperOf, type PaperFields } from "./paperFields.ts";

const filled: PaperFields = {
  ...NO_PAPER,
  bars: "32",
  metre: "6/8",
  pickup: "1",
  fifths: -2,
  mode: "minor",
  tempo: "88",
  metres: [{ bar: "17", metre: "3/4" }],
  keys: [{ bar: "17", fifths: 1, mode: "major" }],
  repeats: [{ from: "0", to: "8", times: "", endings: "7–8, 9–10" }],
  lengths: [{ bar: "16", beats: "5" }],
};

it("counts a pick-up as bar 0 and beats in the metre's own", () => {
  expect(paperOf(filled)).toEqual({
    bars: 33,
    metres: [
      { bar: 0, beats: 6, beatType: 8 },
      { bar: 17, beats: 3, beatType: 4 },
    ],
    keys: [
      { bar: 0, fifths: -2, mode: "minor" },
      { bar: 17, fifths: 1, mode: "major" },
    ],
    pickup: "1/2",
    repeats: [
      {
        from: 0,
        to: 8,
        endings: [
          { from: 7, to: 8, passes: [1] },
          { from: 9, to: 10, passes: [2] },
        ],
      },
    ],
    lengths: [{ bar: 16, quarters: "5/2" }],
    tempo: 88,
  });
});
it("without a pick-up bar 1 is the first", () =>
  expect(
    paperOf({ ...NO_PAPER, bars: "8", repeats: [{ from: "1", to: "8", times: "3", endings: "" }] }),
  ).toMatchObject({ bars: 8, repeats: [{ from: 0, to: 7, times: 3 }] }));
it("comes back as it was filled in", () => {
  const paper = paperOf(filled);
  expect(typeof paper === "string" ? paper : fieldsOf(paper)).toEqual(filled);
});
it.each([
  ["1", "1"],
  ["1½", "3/2"],
  ["½", "1/2"],
  ["1.5", "3/2"],
  ["3/2", "3/2"],
])("a pick-up of %s beats is %s quarters", (text, quarters) =>
  expect(paperOf({ ...NO_PAPER, bars: "4", pickup: text })).toMatchObject({ pickup: quarters }),
);
it.each<[Partial<PaperFields>, string]>([
  [{ bars: "" }, "how many bars"],
  [{ bars: "0" }, "how many bars"],
  [{ metre: "4" }, "no metre"],
  [{ pickup: "x" }, "no number of beats"],
  [{ repeats: [{ from: "1", to: "9", times: "", endings: "" }] }, "bar 9 is not in the piece"],
  [{ repeats: [{ from: "a", to: "4", times: "", endings: "" }] }, "no bar number"],
  [{ lengths: [{ bar: "2", beats: "" }] }, "no number of beats for bar 2"],
  [{ metres: [{ bar: "3", metre: "0/4" }] }, "no metre"],
])("%j is told", (fields, sentence) =>
  expect(plain(paperOf({ ...NO_PAPER, bars: "8", ...fields }) as string)).toContain(sentence),
);
