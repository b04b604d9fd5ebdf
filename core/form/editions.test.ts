import { readFileSync } from "node:fs";
import { readFile, readScore } from "../score/index.ts";
import { scoreOf } from "../testing.ts";
import { compareEditions } from "./index.ts";

type Bars = (readonly [string, string])[];
const base: Bars = [
  ["C4 D4 E4 F4", "C3:4"],
  ["G4 A4 B4 C5", "G2:4"],
  ["A4 F4 D4 B3", "F2:4"],
  ["E4 G4 F4 D4", "G2:4"],
  ["C4:4", "C3:4"],
];
const of = (a: Bars, b: Bars) => compareEditions(scoreOf(a), scoreOf(b));
const pairs = (found: ReturnType<typeof of>) =>
  found.bars.map(({ a, b }) => `${a ?? "-"}:${b ?? "-"}`).join(" ");

// truth made by known changes of invented music
describe("two editions", () => {
  it("that are the same differ in nothing", () => {
    const found = of(base, base);
    expect(pairs(found)).toBe("0:0 1:1 2:2 3:3 4:4");
    expect(found.bars.flatMap((one) => one.differences)).toEqual([]);
    expect(found.totals[0]).toEqual(found.totals[1]);
    expect(found.totals[0]).toMatchObject({ bars: 5, playedBars: 5, newBars: 5 });
  });
  it("are aligned past inserted and missing bars", () => {
    expect(pairs(of(base, [...base.slice(0, 2), ["D4 D4 E4 E4", "D3:4"], ...base.slice(2)]))).toBe(
      "0:0 1:1 -:2 2:3 3:4 4:5",
    );
    expect(pairs(of(base, [...base.slice(0, 1), ...base.slice(3)]))).toBe("0:0 1:- 2:- 3:1 4:2");
  });
  it("differ in notes and lengths, said in words", () => {
    const other: Bars = base.map((bar, i) => (i === 2 ? ["A4 F#4 D4:2", "F2:4"] : bar));
    const found = of(base, other);
    expect(pairs(found)).toBe("0:0 1:1 2:2 3:3 4:4");
    expect(
      found.bars.flatMap((one) => one.differences.map((difference) => difference.text)),
    ).toEqual([
      "bar 3, right hand, beat 2: F sharp instead of F",
      "bar 3, right hand, beat 3: D for 2 crotchets instead of 1 crotchet",
      "bar 3, right hand, beat 4: without B",
    ]);
  });
  it("differ in fingers, dynamics and repeats", () => {
    const file = readFileSync(
      new URL("../../demo/pieces/lanterns-on-the-ettle.musicxml", import.meta.url),
      "utf8",
    );
    const changed = readScore(
      file
        .replace("<p/>", "<f/>")
        .replace(
          /(<measure number="2">)/,
          '$1<barline location="left"><repeat direction="forward"/></barline>',
        )
        .replace("<fingering>5</fingering>", "<fingering>4</fingering>"),
    ).score;
    const texts = compareEditions(
      readFile(new TextEncoder().encode(file)).score,
      changed,
    ).bars.flatMap((one) => one.differences.map((difference) => difference.text));
    expect(texts).toEqual(
      expect.arrayContaining([
        expect.stringMatching(/finger 4 instead of 5/),
        expect.stringMatching(/f instead of p/),
        "bar 2: a repeat sign",
      ]),
    );
    expect(texts).toHaveLength(3);
  });
});
