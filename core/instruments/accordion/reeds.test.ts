import { annotate, NO_SHAPE, perform, readScore, startOf, type Mark } from "../../score/index.ts";
import { scoreOf } from "../../testing.ts";
import { bellowsWork } from "./bellows/bellowsWork.ts";
import { airAlong } from "./bellows/written.ts";
import { feetOf, REEDS, reedsAt, reedsCalled } from "./reeds/reeds.ts";

// Reeds of four, eight and sixteen foot sound an octave higher, as written, an octave lower: facts
// of organ and accordion building. What they take of the air: from memory, as in air.ts.

const plain = (text: string) => text.replaceAll(/[\u001b-\u001f]/g, "");
const at = (bar: number, data: Mark["data"]): Mark => ({
  ...{ id: `r${bar}`, layer: "teacher", data },
  from: { bar, offset: { num: 0, den: 1 } },
});
const BARS: [string, string][] = Array.from({ length: 8 }, () => [
  "C5:1 D5:1 E5:1 F5:1",
  "C3:1 E3+G3+C4:1 C3:1 E3+G3+C4:1",
]);
const score = scoreOf(BARS);

it("are drawn from their place on, one of eight foot before", () => {
  const marks = [at(2, { low: true, middle: 2 }), at(5, { high: true })];
  const standing = (bar: number) =>
    reedsCalled(reedsAt(marks, { bar, offset: { num: 0, den: 1 } }));
  expect([0, 2, 4, 5].map(standing)).toEqual(["8′", "16′ 8′ 8′", "16′ 8′ 8′", "4′"]);
  expect(feetOf({ high: true, middle: 3, low: true })).toEqual(["16", "8", "8", "8", "4"]);
});

it("are typed: one more, or none; the last one pushed in is no sign", () => {
  const type = (keys: string) => {
    let marks: Mark[] = [];
    for (const key of keys) {
      const { data } = REEDS.signs!.find((one) => one.key === key)!;
      const made = (data as (m: Mark[], p: Mark["from"], s: typeof score) => Mark["data"])(
        marks,
        { bar: 0, offset: { num: 0, den: 1 } },
        score,
      );
      marks = made ? [at(0, made)] : [];
    }
    return marks[0] && plain(REEDS.words(marks[0]));
  };
  expect(type("m")).toBe("8′ 8′");
  expect(type("mh")).toBe("8′ 8′ 4′");
  expect(type("lmmm")).toBe("16′");
  expect(type("hmmm")).toBe("4′");
  expect(type("hh")).toBe("8′");
  expect(type("mmm")).toBeUndefined();
});

it("take air: longer reeds and more of them empty the bellows sooner, from where they are drawn", () => {
  const open = (reeds: readonly Mark[], bar: number) =>
    airAlong(score, [], { tempo: 120, shape: NO_SHAPE, stroke: 30, reeds }).find(
      (one) => one.bar === bar,
    )!.open;
  const usual = open([], 7);
  expect(open([at(0, { low: true, middle: 1, high: true })], 7)).toBeGreaterThan(usual * 1.1);
  expect(open([at(0, { high: true })], 7)).toBeLessThan(usual);
  const later = [at(4, { low: true, middle: 2 })];
  expect(open(later, 4)).toBeCloseTo(open([], 4));
  expect(open(later, 7)).toBeGreaterThan(usual);
  // the plan of the bellows turns more often with them
  const turns = (others: readonly Mark[]) =>
    bellowsWork.propose!({
      ...{ score, from: 0, to: 7, tempo: 60, written: [], options: { stroke: 5 } },
      others: new Map([["reeds", others]]),
    }).length;
  expect(turns([at(0, { low: true, middle: 3, high: true })])).toBeGreaterThan(turns([]));
});

it("are heard in their octaves, in the right hand alone", () => {
  const played = perform(score, startOf(0), startOf(2));
  const marks = [{ at: 4, stratum: "reeds", data: { low: true, high: true } }];
  const heard = REEDS.sound!(played, marks).notes;
  const keys = (hand: string, from: number, to: number) =>
    heard.filter((one) => one.hand === hand && one.onset >= from && one.onset < to);
  expect(keys("right", 0, 4).map(({ midi }) => midi)).toEqual([72, 74, 76, 77]);
  expect(keys("right", 4, 5).map(({ midi }) => midi)).toEqual([84, 60]);
  expect(keys("left", 4, 8)).toHaveLength(keys("left", 0, 4).length);
});

it("come back from a file as its own registration signs, in place of those that were there", () => {
  const note = "<note><pitch><step>C</step><octave>5</octave></pitch><duration>4</duration></note>";
  const printed =
    "<direction><direction-type><accordion-registration><accordion-high/><accordion-middle>2" +
    "</accordion-middle></accordion-registration></direction-type></direction>";
  const xml =
    '<score-partwise version="4.0"><part-list><score-part id="P1"><part-name/></score-part>' +
    '</part-list><part id="P1"><measure number="1"><attributes><divisions>1</divisions><time>' +
    `<beats>4</beats><beat-type>4</beat-type></time></attributes>${printed}${note}</measure>` +
    `<measure number="2">${note}</measure></part></score-partwise>`;
  const read = readScore(xml);
  const before = REEDS.printed!(read.score);
  expect(before.map(({ data }) => data)).toEqual([{ high: true, middle: 2 }]);
  const marks = [at(0, { low: true }), at(1, { middle: 3 })];
  const out = annotate(read.xml, { notes: [], sections: [], marks: { reeds: marks } }, [], [REEDS]);
  expect(out.match(/<accordion-registration>/g)).toHaveLength(2);
  expect(REEDS.printed!(readScore(out).score).map(({ from, data }) => [from.bar, data])).toEqual([
    [0, { low: true }],
    [1, { middle: 3 }],
  ]);
});
