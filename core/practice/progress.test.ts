import { analyse } from "../form/index.ts";
import { scoreOf } from "../testing.ts";
import { ridge } from "./index.ts";

describe("the ridge", () => {
  const score = scoreOf([
    ["C4 D4 E4 F4", "C3:4"],
    ["G4:4", "E3 F3 G3 A3"],
    ["C4 D4 E4 F4", "C3:4"],
    ["A4:4", "r:4"],
    ["r:4", "r:4"],
  ]);
  const { isNew } = analyse(score);
  const secure = (promotions: Parameters<typeof ridge>[2]) =>
    ridge(score, { isNew, returns: [] }, promotions).map((bar) => [bar.secure, bar.together]);

  it("is the lowest over the hands a bar uses; together counts for each; returns share", () => {
    expect(secure([{ from: 0, to: 0, hands: "right", tempo: 60 }])).toEqual([
      [0, 0],
      [0, 0],
      [0, 0],
      [0, 0],
      [0, 0],
    ]);
    expect(
      secure([
        { from: 0, to: 0, hands: "right", tempo: 60 },
        { from: 0, to: 0, hands: "left", tempo: 72 },
      ]),
    ).toEqual([
      [60, 0],
      [0, 0],
      [60, 0],
      [0, 0],
      [0, 0],
    ]);
    expect(
      secure([
        { from: 0, to: 1, hands: "both", tempo: 66 },
        { from: 0, to: 0, hands: "right", tempo: 80 },
      ]),
    ).toEqual([
      [66, 66],
      [66, 66],
      [66, 66],
      [0, 0],
      [0, 0],
    ]);
    expect(secure([{ from: 3, to: 3, hands: "right", tempo: 50 }])[3]).toEqual([50, 0]);
  });
});
