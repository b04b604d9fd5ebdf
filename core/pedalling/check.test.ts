import { scoreOf } from "../testing.ts";
import type { PedalMark } from "../score/index.ts";
import { checkPedal, clarityOf, proposePedal } from "./index.ts";

type Bars = readonly (readonly [string, string])[];
const mark = (text: string): PedalMark => {
  const [where, kind] = text.split(" ");
  const [bar, offset] = where!.split("+");
  return {
    bar: Number(bar) - 1,
    offset: { num: Math.round(Number(offset ?? 0) * 4), den: 4 },
    kind: kind as "down",
  };
};
const doubts = (bars: Bars, plan: string[], tempo = 90) => {
  const score = scoreOf(bars);
  return checkPedal(score, plan.map(mark), 0, bars.length - 1, tempo);
};
const kinds = (...args: Parameters<typeof doubts>) => doubts(...args).map((one) => one.kind);

const CHORD: Bars[number] = ["C5:4", "C3 G3 E4 G3"];

// What a teacher hears; common practice, no source
describe("a written pedal", () => {
  it("of one harmony in a bar is let stand", () =>
    expect(kinds([CHORD, ["D5:4", "G2 D3 B3 D3"]], ["1 down", "2 change", "2+4 up"])).toEqual([]));
  it("blurs where a low line steps through it, and says which tones", () => {
    const found = doubts(
      [["r:4", "C2:0.5 D2:0.5 E2:0.5 F2:0.5 G2:0.5 A2:0.5 B2:0.5 C3:0.5"]],
      ["1 down", "1+4 up"],
    );
    expect(found.map((one) => one.kind)).toEqual(["blur"]);
    expect(found[0]!.text).toMatch(
      /^Bar 1, beat \d½?: [A-G] rings into [A-G]\. Change before it\.$/,
    );
  });
  it("blurs less high up: the same line three octaves higher is let stand", () => {
    expect(
      kinds(
        [["C6:0.5 D6:0.5 E6:0.5 F6:0.5 G6:0.5 A6:0.5 B6:0.5 C7:0.5", "r:4"]],
        ["1 down", "1+4 up"],
      ),
    ).toEqual([]);
  });
  it("fills a rest of both hands", () => {
    const found = doubts(
      [["C5+E5:1 r:1 C5+E5:1 r:1", "C3:1 r:1 C3:1 r:1"]],
      ["1 down", "1+4 up"],
      60,
    );
    expect(found.map((one) => [one.kind, one.text])).toContainEqual([
      "rest",
      "Bar 1, beat 1: the rest after it is filled by the pedal; up as the hands leave.",
    ]);
    expect(
      kinds(
        [["C5+E5:1 r:1 C5+E5:1 r:1", "C3:1 r:1 C3:1 r:1"]],
        ["1 down", "1+1 up", "1+2 down", "1+3 up"],
        60,
      ),
    ).toEqual([]);
  });
  it("loses a bass the hand has left", () => {
    const bars: Bars = [["E5:1 G5+C6:1 G5+C6:2", "C2:1 r:3"]];
    expect(kinds(bars, ["1 down", "1+2 change", "1+4 up"], 80)).toEqual(["bass lost"]);
    expect(doubts(bars, ["1 down", "1+2 change", "1+4 up"], 80)[0]!.text).toMatch(
      /takes away the bass C/,
    );
    expect(kinds(bars, ["1 down", "1+4 up"], 80)).toEqual([]);
  });
  it("holds what is to be detached", () => {
    const score = scoreOf([["C5 D5 E5 F5", "r:4"]]);
    const detached = { ...score, notes: score.notes.map((note) => ({ ...note, staccato: true })) };
    const found = (plan: string[]) =>
      checkPedal(detached, plan.map(mark), 0, 0, 60).filter((one) => one.kind === "staccato")
        .length;
    expect(found(["1 down", "1+4 up"])).toBe(4);
    expect(found([])).toBe(0);
  });
  it("keeps the bass at a half change, and clears what is above it", () => {
    const bars: Bars = [["E5:1 G5+C6:1 G5+C6:2", "C2:1 r:3"]];
    const half = ["1 down", "1+2 change", "1+4 up"]
      .map(mark)
      .map((one) => (one.kind === "change" ? { ...one, depth: 0.5 as const } : one));
    expect(checkPedal(scoreOf(bars), half, 0, 0, 80)).toEqual([]);
    // the low C rubs against the D above it only while it rings on
    const score = scoreOf([["r:4", "C2:1 E3:1 C#2:2"]]);
    const value = (change: PedalMark) =>
      clarityOf(score, [mark("1 down"), change], 0, 0, 60).at(-1)!.value;
    expect(value(mark("1+2 change"))).toBe(1);
    expect(value({ ...mark("1+2 change"), depth: 0.5 })).toBeLessThan(1);
  });
  it("moves faster than a foot can", () =>
    expect(kinds([CHORD], ["1 down", "1+0.25 change", "1+4 up"], 120)).toContain("too fast"));
  it("stands where nothing can be heard", () =>
    expect(kinds([["r:4", "r:4"], CHORD], ["1 down", "1+2 up", "2 down", "2+4 up"])).toEqual([
      "nothing",
    ]));
  it("proposed by the program is nothing the program doubts (in style by harmony, six textbook passages)", () => {
    const passages: Bars[] = [
      [CHORD],
      [CHORD, ["D5:4", "G2 D3 B3 D3"]],
      [
        ["E5:4", "C3 G3 E4 G3"],
        ["E5:4", "A2 E3 C4 E3"],
      ],
      [["C5+E5:1 B4+D5:1 A4+C5:1 G4+C5:1", "C3+G3:1 D3+G3:1 F3+C4:1 E3+C4:1"]],
      [["C5+E5+G5:2 F5+A5+C6:2", "C2:1 C3+G3:1 F2:1 C3+F3:1"]],
      [
        ["G5:2 r:2", "C3:1 E4+G4:1 r:2"],
        ["G5:4", "C3 G3 E4 G3"],
      ],
    ];
    for (const bars of passages) {
      const score = scoreOf(bars);
      expect(
        checkPedal(
          score,
          proposePedal(score, { style: "harmony", from: 0, to: bars.length - 1, tempo: 80 }),
          0,
          bars.length - 1,
          80,
        ),
      ).toEqual([]);
    }
  });
});
