import { analyse, carryMarks } from "../form/index.ts";
import { instrument, stratumOf } from "../instruments/index.ts";
import { fraction, NO_SHAPE, readScore, startOf, type Score, type Shape } from "../score/index.ts";
import { scoreOf } from "../testing.ts";
import { carryShape, levelAt, printedLoudness, voiceIdeas, withLine } from "./index.ts";

const first = [
  ["C4 D4 E4 F4", "C3:4"],
  ["G4 E4 F4 D4", "G2:4"],
] as const;
// bars 1 and 2 return in 4 and 5, and in 7 and 8
const score = scoreOf([
  ...first,
  ["A4:2 B4:2", "F2:4"],
  ...first,
  ["F#4 A4:2 B4", "D3:4"],
  ...first,
]);
const { returns } = analyse(score);
const at = (bar: number, quarters = 0) => ({ bar, offset: fraction(quarters) });
const note = (bar: number, index: number) =>
  score.notes.filter((one) => one.bar === bar && one.hand === "right")[index]!.id;

describe("a shape carried to where the music returns", () => {
  const shape: Shape = {
    ...NO_SHAPE,
    timing: [
      { id: "b", kind: "broaden", from: at(1), to: at(2), amount: 0.8 },
      { id: "w", kind: "wait", from: at(0, 2), to: at(0, 2), amount: 0.5 },
    ],
    leads: [{ from: at(0), to: at(2), hand: "left", line: "all" }],
    touch: [{ from: at(0), to: at(1), hand: "right", share: 0.5 }],
    out: [note(0, 2)],
    loudness: withLine(score, printedLoudness(score), at(0), at(2), 3, 6),
  };
  const carried = carryShape(score, returns, shape, 0, 1);

  it("takes time, leading lines, touch and notes brought out, each at its place", () => {
    expect(
      carried.shape.timing.map((mark) => `${mark.kind} ${mark.from.bar} ${mark.from.offset.num}`),
    ).toEqual(["wait 0 2", "broaden 1 0", "wait 3 2", "broaden 4 0", "wait 6 2", "broaden 7 0"]);
    expect(new Set(carried.shape.timing.map((mark) => mark.id)).size).toBe(6);
    expect(carried.shape.leads.map((one) => `${one.from.bar}-${one.to.bar}`)).toEqual([
      "0-2",
      "3-5",
      "6-8",
    ]);
    expect(carried.shape.touch.map((one) => `${one.from.bar}-${one.to.bar}`)).toEqual([
      "0-1",
      "3-4",
      "6-7",
    ]);
    expect(carried.shape.out).toEqual([note(0, 2), note(3, 2), note(6, 2)]);
    expect(carried.to).toEqual([
      { from: 3, to: 4 },
      { from: 6, to: 7 },
    ]);
    expect(carried.misfits).toEqual([]);
  });
  it("draws the curve there as it is here, and leaves it between", () => {
    const level = (one: Shape, bar: number, quarters = 0, before = false) =>
      levelAt(score, one.loudness!, at(bar, quarters), before);
    for (const on of [3, 6])
      for (const [bar, quarters] of [
        [0, 0],
        [0, 3],
        [1, 0],
        [1, 2],
      ] as const)
        expect(level(carried.shape, bar + on, quarters)).toBeCloseTo(
          level(shape, bar, quarters),
          2,
        );
    for (const bar of [2, 5])
      for (const quarters of [0, 2])
        expect(level(carried.shape, bar, quarters)).toBeCloseTo(level(shape, bar, quarters), 2);
    expect(level(carried.shape, 2, 0, true)).toBeCloseTo(6, 2);
  });
  it("carries nothing twice, and leaves what the return has of its own", () => {
    expect(carryShape(score, returns, carried.shape, 0, 1)).toMatchObject({
      count: 0,
      shape: carried.shape,
    });
    const own: Shape = {
      ...shape,
      timing: [...shape.timing, { id: "own", kind: "push", from: at(4), to: at(5), amount: 1.2 }],
      leads: [...shape.leads, { from: at(6), to: at(8), hand: "right", line: "all" }],
      loudness: withLine(score, shape.loudness!, at(6), at(8), 7, 2),
    };
    const kept = carryShape(score, returns, own, 0, 1);
    expect(
      kept.shape.timing.filter((mark) => mark.from.bar === 4).map((mark) => mark.kind),
    ).toEqual(["push"]);
    expect(kept.shape.leads.find((one) => one.from.bar === 6)!.hand).toBe("right");
    expect(levelAt(score, kept.shape.loudness!, at(6))).toBe(7);
    expect(kept.misfits).toEqual([
      "bar 5 has time of its own; it stays",
      "bar 7 has its own leading line; it stays",
      "bar 7 has loudness of its own; it stays",
    ]);
  });
  it("takes positions of a hand along, on the keys the music has there", () => {
    const transposed = scoreOf([
      ...first,
      ["A4:2 B4:2", "F2:4"],
      ["G4 A4 B4 C5", "G3:4"],
      ["D5 B4 C5 A4", "D3:4"],
    ]);
    const position = stratumOf(instrument("piano"), "position")!;
    const kept = (id: string, from: number, to: number, thumb: number) => ({
      id,
      layer: "teacher",
      line: "right",
      from: at(from),
      to: at(to),
      data: { thumb },
    });
    const { returns } = analyse(transposed);
    const one = kept("a", 0, 2, 60);
    const { id: _, ...there } = kept("b", 3, 5, 67);
    expect(carryMarks(transposed, returns, position, [one], 0, 1).marks).toEqual([there]);
    expect(
      carryMarks(transposed, returns, position, [one, kept("c", 3, 4, 65)], 0, 1),
    ).toMatchObject({
      marks: [],
      misfits: ["bar 4 has positions of the hands of its own; they stay"],
    });
  });
});

describe("another line on a return", () => {
  const tune = ["C5:2 G5:2", "A5:2 F5:2", "E5:2 C5:2", "D5:2 B4:2"];
  const bass = ["C3:2 D3:2", "E3:2 F3:2", "E3:2 D3:2", "C3:2 B2:2"];
  const piece = (bars: (readonly [string, string])[]): Score => scoreOf(bars);
  const theme = tune.map((one, i) => [one, bass[i]!] as const);

  it("is proposed where a theme comes back note for note and a line under it goes by step", () => {
    const whole = piece([...theme, ["G4:4", "G2:4"], ...theme]);
    const ideas = voiceIdeas(whole, analyse(whole).returns, NO_SHAPE);
    expect(ideas).toEqual([
      {
        lead: { from: startOf(5), to: startOf(9), hand: "left", line: "all" },
        why: "the same as 1–4, note for note; 7 of the 7 moves of this line go by step",
      },
    ]);
    expect(
      voiceIdeas(whole, analyse(whole).returns, {
        ...NO_SHAPE,
        leads: [{ from: startOf(6), to: startOf(7), hand: "right", line: "top" }],
      }),
    ).toEqual([]);
  });
  it("is not where the lower hand only breaks chords, nor where nothing returns", () => {
    const broken = theme.map(
      ([one], i) =>
        [one, ["C3 G3 E3 G3", "F3 C4 A3 C4", "C3 G3 E3 G3", "G2 D3 B2 D3"][i]!] as const,
    );
    const whole = piece([...broken, ["G4:4", "G2:4"], ...broken]);
    expect(voiceIdeas(whole, analyse(whole).returns, NO_SHAPE)).toEqual([]);
    expect(voiceIdeas(piece(theme), analyse(piece(theme)).returns, NO_SHAPE)).toEqual([]);
    const alone = readScore(
      '<score-partwise><part-list/><part id="P1"><measure number="1">' +
        "<attributes><divisions>1</divisions></attributes><note><pitch>" +
        "<step>C</step><octave>4</octave></pitch><duration>4</duration></note>" +
        "</measure></part></score-partwise>",
    ).score;
    expect(voiceIdeas(alone, [], NO_SHAPE)).toEqual([]);
  });
});
