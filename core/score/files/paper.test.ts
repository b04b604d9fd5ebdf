import { paperXml, playingOrder, readScore, roadText, toNumber, type Paper } from "../index.ts";

const plain: Paper = {
  bars: 8,
  metres: [{ bar: 0, beats: 3, beatType: 4 }],
  keys: [{ bar: 0, fifths: -1 }],
  repeats: [],
  lengths: [],
};
const read = (paper: Paper) =>
  readScore(paperXml(paper, "Paper", "Nobody", 2), {
    limbs: ["right", "left"].map((id) => ({ id, name: id })),
    paperHands: ["right", "left"],
  }).score;

describe("a piece on paper", () => {
  it("has its bars, metre, key and hands, and no notes", () => {
    const score = read(plain);
    expect(score.bars.map((bar) => [bar.number, toNumber(bar.length)])).toEqual(
      Array.from({ length: 8 }, (_, i) => [String(i + 1), 3]),
    );
    expect([
      score.bars[0]!.key.fifths,
      score.notes.length,
      score.paperHands,
      score.warnings,
    ]).toEqual([-1, 0, ["right", "left"], []]);
  });
  it("counts a pick-up as bar 0 of its own length", () => {
    const score = read({ ...plain, pickup: "1" });
    expect(score.bars.map((bar) => bar.number).slice(0, 2)).toEqual(["0", "1"]);
    expect(toNumber(score.bars[0]!.length)).toBe(1);
    expect(score.warnings).toEqual([]);
  });
  it("changes metre and key where it is told to, and has odd bars", () => {
    const score = read({
      ...plain,
      metres: [...plain.metres, { bar: 4, beats: 2, beatType: 4 }],
      keys: [...plain.keys, { bar: 4, fifths: 3 }],
      lengths: [{ bar: 6, quarters: "5/2" }],
    });
    expect(score.bars.map((bar) => toNumber(bar.length))).toEqual([3, 3, 3, 3, 2, 2, 2.5, 2]);
    expect(score.bars.map((bar) => bar.key.fifths)).toEqual([-1, -1, -1, -1, 3, 3, 3, 3]);
  });
  // orders as every player takes them; common practice, no source
  it.each<[string, Paper["repeats"], string]>([
    ["a repeat from the beginning", [{ from: 0, to: 3 }], "1–4, 1–8"],
    ["a repeat in the middle, three times", [{ from: 2, to: 3, times: 3 }], "1–4, 3–4, 3–8"],
    [
      "two endings",
      [
        {
          from: 0,
          to: 3,
          endings: [
            { from: 3, to: 3, passes: [1] },
            { from: 4, to: 4, passes: [2] },
          ],
        },
      ],
      "1–4, 1–3, 5–8",
    ],
    [
      "endings 1, 3 and 2, 4",
      [
        {
          from: 0,
          to: 2,
          endings: [
            { from: 2, to: 2, passes: [1, 3] },
            { from: 3, to: 3, passes: [2, 4] },
          ],
        },
      ],
      "1–3, 1–2, 4, 1–3, 1–2, 4–8",
    ],
  ])("is played with %s", (_, repeats, road) => {
    const { bars } = read({ ...plain, repeats });
    expect(roadText(bars, playingOrder(bars))).toBe(road);
  });
  it.each<[string, Paper]>([
    ["A repeat stands after the last", { ...plain, repeats: [{ from: 2, to: 8 }] }],
    [
      "overlap",
      {
        ...plain,
        repeats: [
          { from: 0, to: 4 },
          { from: 3, to: 6 },
        ],
      },
    ],
    ["Say the metre", { ...plain, metres: [{ bar: 1, beats: 3, beatType: 4 }] }],
    ["ends before it begins", { ...plain, repeats: [{ from: 4, to: 2 }] }],
    ["from 1 to 5000 bars", { ...plain, bars: 0 }],
    ["pick-up must be", { ...plain, pickup: "0" }],
  ])("is refused with a sentence: %s", (sentence, paper) =>
    expect(() => read(paper)).toThrow(sentence),
  );
});
