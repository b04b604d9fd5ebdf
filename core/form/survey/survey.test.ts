import { readFileSync } from "node:fs";
import { readFile, readScore, type Score } from "../../score/index.ts";
import { scoreOf } from "../../testing.ts";
import { surveyFor } from "../../instruments/survey.ts";

const demo = (name: string) =>
  readFile(readFileSync(new URL(`../../../demo/pieces/${name}.musicxml`, import.meta.url))).score;
const of = (score: Score, more: object = {}) => surveyFor(score, { instrument: "piano", ...more });

describe("the survey of the demo piece", () => {
  const found = of(demo("the-ferrymans-wheel"));
  it("has the facts a teacher finds with a pencil", () => {
    // read from the score by hand
    expect(found).toMatchObject({
      bars: 79,
      playedBars: 86,
      loudest: { mark: "ff", bars: [49] },
      softest: { mark: "pp", bars: [35, 77] },
      peakIsHighest: false,
      meters: [
        { bar: 0, beats: 2, beatType: 4 },
        { bar: 34, beats: 3, beatType: 4 },
        { bar: 35, beats: 2, beatType: 4 },
      ],
      oddBars: [
        { bar: 0, text: "a pick-up" },
        { bar: 34, text: "a single bar of 3/4" },
      ],
    });
    expect(found.range).toEqual([
      {
        hand: "right",
        lowest: { pitch: "E4", bars: [38, 41, 62, 76] },
        highest: { pitch: "B6", bars: [51] },
      },
      {
        hand: "left",
        lowest: { pitch: "E2", bars: [38, 41, 77, 78] },
        highest: { pitch: "E4", bars: [12, 15, 20, 23] },
      },
    ]);
    expect(found.stretches).toEqual([
      { bar: 73, offset: 0, hand: "left", notes: "A2–B3", semitones: 14, millimetres: 193 },
    ]);
    expect(found.keys[0]).toMatchObject({ tonic: "E", mode: "minor", from: "ear" });
    expect(found.workFirst[0]).toMatchObject({ bar: 73 });
  });
  it("follows the player: a hand that takes a tenth has no stretch here", () =>
    expect(of(demo("the-ferrymans-wheel"), { reach: 212 }).stretches).toEqual([]));
  it("follows the tempo", () =>
    expect(of(demo("the-ferrymans-wheel"), { tempo: 44 }).seconds).toBeGreaterThan(
      found.seconds * 1.9,
    ));
});

describe("in the small", () => {
  const triplet = (pitch: string) =>
    `<note><pitch><step>${pitch}</step><octave>5</octave></pitch>` +
    "<duration>2</duration><voice>1</voice><staff>1</staff></note>";
  const eighth = (pitch: string) =>
    `<note><pitch><step>${pitch}</step><octave>3</octave></pitch>` +
    "<duration>3</duration><voice>2</voice><staff>2</staff></note>";
  const bars = (count: number, left: string) =>
    readScore(
      `<score-partwise><part-list/><part id="P1">` +
        Array.from(
          { length: count },
          (_, i) =>
            `<measure number="${i + 1}">` +
            `${i ? "" : "<attributes><divisions>6</divisions><time><beats>2</beats><beat-type>4</beat-type></time><staves>2</staves></attributes>"}` +
            `${["C", "D", "E", "F", "G", "A"].map(triplet).join("")}<backup>` +
            `<duration>12</duration></backup>${left}</measure>`,
        ).join("") +
        "</part>" +
        "</score-partwise>",
    ).score;

  it("finds three against two on its beats", () => {
    expect(of(bars(1, ["C", "D", "E", "F"].map(eighth).join(""))).polyrhythms).toEqual([
      { bar: 0, offset: 0, ratio: "3:2", hand: "right" },
      { bar: 0, offset: 1, ratio: "3:2", hand: "right" },
    ]);
  });
  it("feels 6/8 where 2/4 is written in triplets all through", () => {
    const held =
      "<note><pitch><step>C</step><octave>3</octave></pitch>" +
      "<duration>12</duration><voice>2</voice><staff>2</staff></note>";
    expect(of(bars(6, held)).feltMetre).toEqual({ written: "2/4", felt: "6/8", share: 1 });
    expect(
      of(scoreOf(Array.from({ length: 8 }, () => ["C4:0.5 D4:0.5 E4 F4 G4", "C3:4"] as const)))
        .feltMetre,
    ).toBeUndefined();
  });
  it("finds leaps in centimetres, repeated notes, crossing and shared hands", () => {
    const found = of(
      scoreOf([
        ["C4 C6 C4 C4", "C3 E4 C3 C3"],
        ["A5 A5 A5 A5", "G2:2 A5:2"],
      ]),
    );
    // two octaves: 24 × 13.75 mm
    expect(found.leaps.find((one) => one.hand === "right")).toMatchObject({
      bar: 0,
      offset: 1,
      semitones: 24,
      centimetres: 33,
    });
    expect(found.repeatedNotes).toEqual([{ bar: 1, hand: "right", text: "A5 4 times" }]);
    expect(found.betweenHands).toEqual([
      { bar: 0, kind: "interlocking" },
      { bar: 1, kind: "sharing" },
    ]);
    expect(of(scoreOf([["C4 D4 E4 F4", "C3 G4 C3 C3"]])).betweenHands).toEqual([
      { bar: 0, kind: "crossing" },
    ]);
  });
  it("names notes that the instrument does not have", () => {
    const score = scoreOf([["C8:4", "C3:4"]]);
    expect(of(score).outside).toEqual([]);
    // from memory: organ manuals go up to about C7
    expect(of(score, { instrument: "organ" }).outside).toEqual([
      { bar: 0, hand: "right", text: "C8 is above the organ" },
    ]);
  });
});
