import { readFileSync } from "node:fs";
import { NO_SHAPE, readScore, startOf, type Mark, type Score } from "../../score/index.ts";
import type { MarkTask, ProposedMark } from "../../score/marks/work.ts";
import { isFixed, leversAt, leversText, stringsOf, withLever } from "./leverSetting.ts";
import { leverWork } from "./leverWork.ts";
import { taskOf as settingTask } from "./settings/asked.ts";
import { harpOf, tunedTo } from "./setup.ts";
import { LEVER_HARP, stringName } from "./strings.ts";
import { keysWithoutFlips, tuningsFor } from "./tunings.ts";

const note = (step: string, octave: number, alter: number, staff: number) =>
  `<note><pitch><step>${step}</step>${alter ? `<alter>${alter}</alter>` : ""}<octave>${octave}</octave>` +
  `</pitch><duration>1</duration><voice>${staff}</voice><staff>${staff}</staff></note>`;
/** Bars of four quarters: the upper hand's notes, and after a bar line the lower hand's. */
function scoreIn(fifths: number, ...bars: string[]): Score {
  const line = (text: string, staff: number) =>
    text
      .split(" ")
      .map((one) => {
        if (one === "r")
          return `<note><rest/><duration>1</duration><voice>${staff}</voice><staff>${staff}</staff></note>`;
        const [, step, sign, octave] = /^([A-G])([#b]?)(\d)$/.exec(one)!;
        return note(step!, Number(octave), sign === "#" ? 1 : sign === "b" ? -1 : 0, staff);
      })
      .join("");
  const measures = bars.map((bar, i) => {
    const [upper, lower = "r r r r"] = bar.split(" | ") as [string, string?];
    return (
      `<measure number="${i + 1}">` +
      (i
        ? ""
        : `<attributes><divisions>1</divisions><key><fifths>${fifths}</fifths></key>` +
          "<time><beats>4</beats><beat-type>4</beat-type></time><staves>2</staves></attributes>") +
      `${line(upper, 1)}<backup><duration>4</duration></backup>${line(lower, 2)}</measure>`
    );
  });
  return readScore(
    `<score-partwise version="4.0"><part-list><score-part id="P1"><part-name>x</part-name>` +
      `</score-part></part-list><part id="P1">${measures.join("")}</part></score-partwise>`,
  ).score;
}
const scoreOf = (...bars: string[]): Score => scoreIn(0, ...bars);
const taskOf = (score: Score, over: Partial<MarkTask> = {}): MarkTask => ({
  ...{ score, from: 0, to: score.bars.length - 1, tempo: 60, written: [], shape: NO_SHAPE },
  ...{ setup: { kind: "lever" }, options: {} },
  ...over,
});
const proposed = (score: Score, over?: Partial<MarkTask>) =>
  leverWork.propose!(taskOf(score, over));
const inked = (marks: readonly ProposedMark[]): Mark[] =>
  marks.map(({ from, data }, i) => ({ id: String(i), layer: "teacher", from, data }));
const doubts = (score: Score, written: readonly Mark[], over?: Partial<MarkTask>) =>
  leverWork.check!(taskOf(score, { ...over, written }));
const plain = (text: string) => text.replace(/\p{C}/gu, "");

// common practice, no source: a harp tuned to E flat has its B, E and A strings raised for C major

it("needs no lever in the key it is tuned to, and three letters of them in C", () => {
  expect(proposed(scoreIn(-3, "Eb4 F4 G4 Ab4", "Bb4 C5 D5 Eb5"))).toEqual([]);
  const [start, ...rest] = proposed(scoreOf("C4 D4 E4 F4", "G4 A4 B4 C5"));
  expect(rest).toEqual([]);
  // every string of the three letters, as the signature has them
  expect(plain(leversText(start!.data))).toBe("E♮2–6 A♮2–6 B♮2–5");
});

it("flips a lever with the left hand where it is free, with the reason, and its own check agrees", () => {
  const score = scoreOf("F4 G4 C5 F4 | F3 r r r", "C5 G4 F#4 G4 | r r r C3");
  const marks = proposed(score);
  expect(marks).toHaveLength(2);
  expect(marks[1]!.data).toEqual({ F4: 1 });
  expect(plain(marks[1]!.why)).toMatch(/^Left hand: F♯4 for F sharp in bar 2/);
  expect(doubts(score, inked(marks))).toEqual([]);
});

it("names what is not set, what is flipped under a ringing string, and a hand that is not free", () => {
  const score = scoreOf("F4 G4 C5 F#4 | C3 G3 C3 G3", "F#4 G4 C5 F#4 | C3 G3 C3 G3");
  const start = { id: "0", layer: "t", from: startOf(0), data: { E4: 0 } };
  expect(doubts(score, [start]).map(({ kind, bar }) => `${kind} ${bar}`)).toContain("unset 0");
  const flip = (quarters: number) => [
    start,
    { id: "1", layer: "t", from: { bar: 0, offset: { num: quarters, den: 2 } }, data: { F4: 1 } },
  ];
  const kinds = (quarters: number, tempo: number) =>
    new Set(doubts(score, flip(quarters), { tempo }).map(({ kind }) => kind));
  expect(kinds(1, 60)).toContain("rings");
  expect(kinds(5, 60)).toEqual(new Set());
  // at this tempo a quarter is shorter than a flip
  expect(kinds(5, 200)).toContain("hand");
});

it("a string is told only where it changes, and taken back", () => {
  const first = withLever([], startOf(0), LEVER_HARP, "E4", 0)!;
  const marks: Mark[] = [{ id: "1", layer: "t", from: startOf(0), data: first }];
  expect(withLever(marks, startOf(1), LEVER_HARP, "E4", 0)).toBeUndefined();
  expect(withLever(marks, startOf(1), LEVER_HARP, "E4", -1)).toEqual({ E4: -1 });
  expect(withLever(marks, startOf(0), LEVER_HARP, "E4", -1)).toBeUndefined();
  expect(leversAt(marks, startOf(3))).toEqual({ E4: 0 });
  expect(stringsOf(LEVER_HARP)).toHaveLength(34);
  expect(plain(leversText({ F2: 1, F3: 1, F4: 1, C5: 0 }))).toBe("F♯2–4 C♮5");
});

it.each(["lanterns-on-the-ettle", "rain-on-the-weir", "evening-on-the-upper-sallow"])(
  "%s on a harp with levers: what is proposed its own check lets stand, but for what is said",
  (name) => {
    const file = new URL(`../../../demo/pieces/${name}.musicxml`, import.meta.url);
    const { score } = readScore(readFileSync(file, "utf8"));
    const task = taskOf(score, { tempo: 70 });
    const marks = leverWork.propose!(task);
    const said = leverWork.problems!(task);
    const found = doubts(score, inked(marks), { tempo: 70 });
    // no flip is late or under a ringing string; notes without a string are those that were said
    expect(found.filter(({ kind }) => kind === "rings")).toEqual([]);
    expect(found.filter(({ kind }) => kind === "unset").length).toBeLessThanOrEqual(said.length);
  },
);

it("says what was written for strings that were tuned otherwise, and takes it for nothing", () => {
  const score = scoreOf("E4 F4 Eb4 F4");
  const own: Mark = { ...{ id: "1", layer: "teacher", from: startOf(0) }, data: { E4: -1, F4: 0 } };
  // an E that is tuned to E flat can be E natural; one tuned to E natural only E sharp. Mechanics
  const texts = (tuning: string) =>
    doubts(score, [own], { setup: { kind: "lever", tuning } }).map(({ text }) => plain(text));
  expect(texts("Eb").join(" ")).not.toContain("is tuned to");
  expect(texts("C")).toContain(
    "Bar 1: E4 is tuned to E♮, and its lever makes it E♯: it cannot be E♭.",
  );
  expect(texts("C").join(" ")).toContain("E flat is not set");
  // nor is it where a proposal begins
  const harp = harpOf({ kind: "lever", tuning: "C" });
  const asked = { tempo: 60, secondsPerMove: 0.5, start: { E4: -1, F4: 1 } };
  const { movables } = settingTask(harp, [], asked).task;
  const told = (id: string) => movables.find((one) => one.id === id)!.told;
  expect([told("E4"), told("F4")]).toEqual([undefined, 1]);
});

// small harps have levers on C and F alone: common practice, no source
it("flips no lever that is not there", () => {
  const few = { kind: "lever", tuning: "C", fixed: ["D", "E", "G", "A", "B"] };
  const harp = harpOf(few);
  expect(stringsOf(harp).filter((name) => !isFixed(harp, name))).toEqual([
    ...["C2", "F2", "C3", "F3", "C4", "F4", "C5", "F5", "C6", "F6"],
  ]);
  // C and F can be sharp: C, G and D major
  expect(keysWithoutFlips(harp)).toEqual(["C", "G", "D"]);
  const score = scoreOf("G4 F#4 G#4 G4");
  const kinds = leverWork.problems!(taskOf(score, { setup: few })).map(({ text }) => plain(text));
  expect(kinds.length).toBe(1);
  expect(kinds[0]).toContain("G sharp is not on this harp");
  const own: Mark = {
    ...{ id: "1", layer: "teacher", from: startOf(0) },
    data: { F4: 1, G4: 1 },
  };
  const texts = doubts(score, [own], { setup: few }).map(({ text }) => plain(text));
  expect(texts).toContain("Bar 1: G4 has no lever on this harp.");
  // one string alone
  const one = harpOf({ kind: "lever", fixed: ["B2"] });
  expect(one.fixed.map(stringName)).toEqual(["B2"]);
  expect(harpOf({ fixed: [] }).fixed).toEqual([]);
  expect(harpOf().fixed.map(stringName)).toEqual(["C1", "D1", "G7"]);
});

// keys by tuning: arithmetic of letters; the eight of E flat as harpists know them, from memory
it("knows the keys that need no flip, and which tuning saves most of them", () => {
  const keys = (tuning: string) =>
    keysWithoutFlips({ ...LEVER_HARP, tuning: tunedTo(tuning) }).join(" ");
  expect(keys("Eb")).toBe("E♭ B♭ F C G D A E");
  expect(keys("F")).toBe("F C G D A E B F♯");
  expect(keys("C")).toBe("C G D A E B F♯ C♯");
  const tried = (...bars: string[]) =>
    tuningsFor(LEVER_HARP, scoreIn(-4, ...bars), { tempo: 60, secondsPerMove: 0.5 });
  // D flat beside C: on a harp without a D flat string the C lever goes up and down
  const some = tried("C5 Db5 C5 Db5 | C3 G3 C3 G3", "Ab4 Bb4 C5 Db5 | F3 C3 F3 C3");
  expect(some[0]).toEqual({ tuning: "Ab", flips: 0, missing: 0 });
  const asItIs = some.find(({ tuning }) => tuning === "Eb")!;
  expect(asItIs.flips + asItIs.missing).toBeGreaterThan(0);
  expect(some.map(({ missing }) => missing)).toEqual(
    some.map(({ missing }) => missing).sort((a, b) => a - b),
  );
  // where all are as good nobody tunes
  expect(tried("G4 G4 C5 C5")[0]!.tuning).toBe("Eb");
});
