import { heardUnder, scoreOf } from "../testing.ts";
import { chordRoughness, clarityOf, curve, roughness } from "./index.ts";

type Bars = readonly (readonly [string, string])[];

describe("dissonance", () => {
  // Sethares 1993: the maximum of exp(−3.5 x) − exp(−5.75 x) is at ln(5.75 / 3.5) / 2.25
  it("is greatest where the published closed form has its maximum", () => {
    const top = Math.log(5.75 / 3.5) / 2.25;
    expect(top).toBeCloseTo(0.2206, 4);
    for (let x = 0; x <= 3; x += 0.001) expect(curve(x)).toBeLessThanOrEqual(curve(top) + 1e-12);
    expect(curve(0)).toBe(0);
  });
  it("scales with the critical band: the same curve at any frequency", () => {
    for (const low of [65, 130, 440, 1760]) {
      const apart = (x: number) => (x * (0.021 * low + 19)) / 0.24;
      for (const x of [0.1, 0.22, 0.5, 1])
        expect(roughness(low, low + apart(x))).toBeCloseTo(curve(x), 12);
    }
  });
  it("of a chord grows octave by octave downwards", () => {
    for (const chord of [
      [60, 64, 67],
      [60, 63, 67],
      [60, 67],
      [60, 64],
    ]) {
      const down = [24, 12, 0, -12, -24].map((by) => chordRoughness(chord.map((key) => key + by)));
      expect([...down].sort((a, b) => a - b)).toEqual(down);
    }
  });
});

describe("clarity", () => {
  const whole = (bar: number) => ({ bar, offset: { num: 0, den: 1 }, kind: "down" as const });
  const clear = (bars: Bars, pedal = true) => {
    const score = scoreOf(bars);
    return Math.min(
      ...clarityOf(score, pedal ? [whole(0)] : [], 0, bars.length - 1, 90).map((one) => one.value),
    );
  };
  it("is whole without pedal, whatever is played", () =>
    expect(
      clear([["C5:4", "C2:0.5 D2:0.5 E2:0.5 F2:0.5 G2:0.5 A2:0.5 B2:0.5 C3:0.5"]], false),
    ).toBe(1));
  it("of the same broken chord sinks octave by octave", () => {
    const at = (octave: number) =>
      clear([["r:4", `C${octave} E${octave} G${octave} C${octave + 1}`]]);
    const values = [6, 5, 4, 3, 2].map(at);
    expect([...values].sort((a, b) => b - a)).toEqual(values);
    expect(values[0]).toBeGreaterThan(values.at(-1)! + 0.05);
  });
  it("names the two tones that rub most, and is restored by a change", () => {
    const score = scoreOf([
      ["r:4", "C2:2 C#2:2"],
      ["r:4", "G2:4"],
    ]);
    const held = clarityOf(score, [whole(0)], 0, 1, 90);
    expect(held[1]).toMatchObject({ bar: 0, worst: [36, 37] });
    expect(held[1]!.value).toBeLessThan(0.8);
    const changed = clarityOf(
      score,
      [whole(0), { bar: 0, offset: { num: 2, den: 1 }, kind: "change" }],
      0,
      1,
      90,
    );
    expect(changed[1]!.value).toBe(1);
  });
  it("grows as the foot goes less far down", () => {
    const score = scoreOf([
      [
        "B5:0.5 A5:0.5 C6:0.5 A5:0.5 F5:0.5 B5:0.5 A5:0.5 G5:0.5",
        "G3:0.5 D4:0.5 B3:0.5 D4:0.5 G3:0.5 D4:0.5 B3:0.5 D4:0.5",
      ],
    ]);
    const least = (depth?: 0.5 | 0.25) =>
      Math.min(
        ...clarityOf(score, [{ ...whole(0), ...(depth ? { depth } : {}) }], 0, 0, 90).map(
          (one) => one.value,
        ),
      );
    const values = [least(), least(0.5), least(0.25), 1];
    expect(values).toEqual([...values].sort((a, b) => a - b));
    expect(values[2]! - values[0]!).toBeGreaterThan(0.1);
  });
  it("is better under a fluttering foot than under one that stays, and worse than without", () => {
    const score = scoreOf([
      ["r:4", "C2+C3:0.5 D2+D3:0.5 E2+E3:0.5 F2+F3:0.5 G2+G3:0.5 F2+F3:0.5 E2+E3:0.5 D2+D3:0.5"],
    ]);
    const least = (marks: Parameters<typeof clarityOf>[1]) =>
      Math.min(...clarityOf(score, marks, 0, 0, 100).map((one) => one.value));
    const flutter = least([{ bar: 0, offset: { num: 0, den: 1 }, kind: "flutter" }]);
    expect(flutter).toBeGreaterThan(least([whole(0)]) + 0.1);
    expect(flutter).toBeLessThan(least([]));
  });
});

describe("the other pedals, heard", () => {
  const at = (offset: number) => ({ bar: 0, offset: { num: offset, den: 1 } });
  it("the sostenuto keeps what it caught and nothing struck since; una corda is softer", () => {
    const score = scoreOf([["C5:1 E5:1 G5:1 C6:1", "C3:1 r:3"]]);
    const heard = heardUnder(score, [
      { ...at(0), kind: "down", pedal: "sostenuto" },
      { ...at(2), kind: "down", pedal: "soft" },
      { ...at(3), kind: "up", pedal: "sostenuto" },
    ]);
    expect(heard.filter((note) => note.hand === "right").map((note) => note.length)).toEqual([
      3, 1, 1, 1,
    ]);
    expect(heard.find((note) => note.hand === "left")!.length).toBe(3);
    const right = heard.filter((note) => note.hand === "right").map((note) => note.loudness);
    expect(right[2]).toBeLessThan(right[1]!);
    expect(right[1]).toBe(right[0]);
  });
  it("a foot half-way down keeps the bass longer than the top, and both shorter than one all the way", () => {
    const score = scoreOf([
      ["C5:1 r:3", "C2:1 r:3"],
      ["r:4", "r:4"],
      ["r:4", "r:4"],
      ["r:4", "r:4"],
    ]);
    const lengths = (depth?: 0.5 | 0.25) =>
      heardUnder(score, [{ ...at(0), kind: "down", ...(depth ? { depth } : {}) }]).map(
        (note) => note.length,
      );
    const [whole, half, quarter] = [lengths(), lengths(0.5), lengths(0.25)];
    for (const [top, bass] of [half, quarter]) expect(bass!).toBeGreaterThan(top! + 1);
    expect(whole.every((length, i) => length > half[i]! && half[i]! > quarter[i]!)).toBe(true);
  });
  it("a flutter clears the top again and again and keeps the bass", () => {
    const score = scoreOf([["C5:1 E5:1 G5:2", "C2:1 r:3"]]);
    const heard = heardUnder(score, [{ ...at(0), kind: "flutter" }]);
    expect(heard.find((note) => note.hand === "left")!.length).toBe(4);
    expect(heard.find((note) => note.midi === 72)!.length).toBeLessThanOrEqual(1.5);
  });
});

describe("the damper, heard", () => {
  it("lets what the hand has left ring until the foot moves, and a key struck again damp itself", () => {
    const score = scoreOf([["C5:1 E5:1 C5:1 r:1", "r:4"]]);
    const mark = (quarters: number, kind: "down" | "change" | "up") => ({
      bar: 0,
      offset: { num: quarters, den: 1 },
      kind,
    });
    const lengths = (marks: ReturnType<typeof mark>[]) =>
      heardUnder(score, marks).map((note) => note.length);
    expect(lengths([])).toEqual([1, 1, 1]);
    expect(lengths([mark(0, "down"), mark(4, "up")])).toEqual([2, 3, 2]);
    expect(lengths([mark(0, "down"), mark(3, "change"), mark(4, "up")])).toEqual([2, 2, 1]);
    expect(lengths([mark(2, "down"), mark(4, "up")])).toEqual([1, 1, 2]);
  });
});
