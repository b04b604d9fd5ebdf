import { analyse } from "../form/index.ts";
import { instrument, linesOf, readingOf } from "../instruments/index.ts";
import { readScore } from "../score/index.ts";
import { inBars } from "./lines.ts";
import { cover, earned, linesIn, ridge, unitsOf } from "./index.ts";

// What is practised apart and together on each instrument. Common practice, no source.

const bar = (number: number, staves: readonly string[]) =>
  `<measure number="${number}">` +
  (number === 1
    ? "<attributes><divisions>4</divisions><time><beats>4</beats>" +
      `<beat-type>4</beat-type></time><staves>${staves.length}</staves>` +
      "</attributes>"
    : "") +
  `${staves.join("<backup><duration>16</duration></backup>")}</measure>`;
const note = (step: string, octave: number, staff: number, voice = staff, more = "", grace = "") =>
  `<note>${grace}<pitch><step>${step}</step><octave>${octave}</octave>` +
  `</pitch>${grace ? "" : "<duration>16</duration>"}<voice>${voice}</voice>` +
  `<staff>${staff}</staff>${more}</note>`;
const scoreFor = (kind: string, bars: readonly (readonly string[])[]) =>
  readScore(
    `<score-partwise><part-list/><part id="P1">${bars.map((staves, i) => bar(i + 1, staves)).join("")}</part>` +
      "</score-partwise>",
    readingOf(instrument(kind)),
  ).score;
const STEPS = "CDEFGABC";
const organBars = (feet: (i: number) => boolean) =>
  Array.from({ length: 8 }, (_, i) => [
    note(STEPS[i]!, 5, 1),
    note(STEPS[(i * 3) % 7]!, 4, 2),
    feet(i) ? note(STEPS[(i * 2) % 7]!, 2, 3) : "<note><rest/><duration>16</duration></note>",
  ]);
const plan = (kind: string, score: ReturnType<typeof scoreFor>) =>
  unitsOf(score, analyse(score), cover(score, []), 80, linesOf(instrument(kind)));
/** Lines in which four bars are practised. */
const fours = (kind: string, score: ReturnType<typeof scoreFor>, from: number) =>
  plan(kind, score)
    .filter((unit) => unit.from === from && unit.kind === "four")
    .map((unit) => unit.hands);

it("an organist takes each limb alone, then each hand with the feet and both hands, then all", () => {
  const score = scoreFor(
    "organ",
    organBars(() => true),
  );
  expect(fours("organ", score, 0)).toEqual([
    ...["right", "left", "feet", "left-feet", "right-feet", "hands"],
    "both",
  ]);
  const units = plan("organ", score);
  const first = units.find((unit) => unit.hands === "left-feet")!;
  expect(first.after).toEqual(["0-3-left", "0-3-feet"]);
  expect(first.why).toMatch(/^New material, left hand and feet first/);
});

it("where the feet are silent nothing is asked of them, and the hands together are all there is", () => {
  const score = scoreFor(
    "organ",
    organBars((i) => i < 4),
  );
  expect(fours("organ", score, 4)).toEqual(["right", "left", "both"]);
});

it("a hand that only holds on is nothing to practise apart", () => {
  const tied = (type: string) => `<tie type="${type}"/>`;
  const held = (bar: number) =>
    note("C", 3, 2).replace("</note>", `${bar ? tied("stop") : ""}${tied("start")}</note>`);
  const score = scoreFor(
    "piano",
    Array.from({ length: 8 }, (_, i) => [note(STEPS[i]!, 5, 1), held(i)]),
  );
  expect(fours("piano", score, 4)).toEqual(["both"]);
});

it("a guitarist takes melody and bass where two voices are written", () => {
  const two = scoreFor("guitar", [
    [note("E", 4, 1, 1), note("A", 2, 1, 2)],
    [note("F", 4, 1, 1), note("G", 2, 1, 2)],
  ]);
  const { apart, whole } = linesIn(two, linesOf(instrument("guitar")));
  expect([apart.map((line) => line.name), whole.id]).toEqual([["melody", "bass"], "hands"]);
  const one = scoreFor("guitar", [[note("E", 4, 1)], [note("F", 4, 1)]]);
  expect(linesIn(one, linesOf(instrument("guitar"))).apart).toEqual([]);
});

it("an accordionist learns the bare tune before its ornaments, if it is ornamented", () => {
  const bars = (grace: string) =>
    Array.from({ length: 4 }, (_, i) => [
      `${grace}${note(STEPS[i]!, 5, 1)}`,
      note(STEPS[i + 2]!, 3, 2),
    ]);
  const plain = scoreFor("accordion", bars(""));
  const graced = scoreFor("accordion", bars(note("D", 5, 1, 1, "", "<grace/>")));
  const lines = (score: typeof plain) =>
    linesIn(score, linesOf(instrument("accordion"))).apart.map((line) => line.id);
  expect(lines(plain)).toEqual(["right", "left"]);
  expect(lines(graced)).toEqual(["tune", "right", "left"]);
});

it("ornaments that are written come layer by layer, each where it adds something", () => {
  const plain = scoreFor(
    "piano",
    Array.from({ length: 8 }, (_, i) => [
      note(STEPS[i % 7]!, 5, 1),
      note(STEPS[(3 * i) % 7]!, 3, 2),
    ]),
  );
  const at = (bar: number, layer: number) => ({
    ...{ id: `${bar}`, layer: "teacher", from: { bar, offset: { num: 0, den: 1 } } },
    data: { kind: "mordent", by: 1, layer },
  });
  const { strata } = instrument("piano");
  const { adorns } = strata.find(({ id }) => id === "ornaments")!;
  const score = adorns!(plain, [at(1, 1), at(2, 3), at(5, 1)]);
  const lines = linesOf(instrument("piano"));
  expect(linesIn(plain, lines).apart.map(({ id }) => id)).toEqual(["right", "left"]);
  const { apart } = linesIn(score, lines);
  expect(apart.map(({ id }) => id)).toEqual(["tune", "tune-1", "right", "left"]);
  const said = apart.slice(0, 3).map((line) => inBars(score, line)(0, 3));
  expect(said.map((text) => [...text].filter((sign) => sign === "~").length)).toEqual([0, 1, 2]);
  const units = unitsOf(score, analyse(plain), cover(plain, []), 80, lines);
  // four bars by four: in the second the hand alone has all there is
  const alone = units.filter(({ kind }) => kind === "four" || kind === "section");
  const inFirst = alone.filter(({ from, to }) => from === 0 && to === 3);
  const inSecond = alone.filter(({ from, to }) => from === 4 && to === 7);
  const handsIn = (some: readonly { hands: string }[]) => some.map(({ hands }) => hands);
  expect(handsIn(inFirst)).toEqual(expect.arrayContaining(["tune", "tune-1", "right", "left"]));
  expect(handsIn(inSecond)).toEqual(expect.arrayContaining(["tune", "right", "left"]));
  expect(handsIn(inSecond)).not.toContain("tune-1");
  const right = inFirst.find(({ hands }) => hands === "right")!;
  expect(right.after).toEqual(["0-3-tune", "0-3-tune-1"]);
  expect(right.work).toBeLessThan(inFirst.find(({ hands }) => hands === "tune")!.work);
});

describe("what was earned", () => {
  const score = scoreFor(
    "organ",
    organBars(() => true),
  );
  const lines = linesOf(instrument("organ"));
  const at = (hands: string, tempo = 60) => ({ from: 0, to: 7, hands, tempo });
  it("with the left hand and the feet holds for either alone, not for the right", () => {
    const units = ["right", "left", "feet", "left-feet", "both"].map((hands) => ({
      key: hands,
      from: 0,
      to: 3,
      hands,
    }));
    expect(Object.fromEntries(earned(units, [at("left-feet")], lines))).toEqual({
      ...{ right: 0, left: 60, feet: 60, "left-feet": 60, both: 0 },
    });
  });
  it("lifts a bar once all that play in it are lifted", () => {
    const secure = (...log: ReturnType<typeof at>[]) =>
      ridge(score, analyse(score), log, lines)[0]!.secure;
    expect(secure(at("left-feet"))).toBe(0);
    expect(secure(at("left-feet"), at("right", 50))).toBe(50);
    expect(secure(at("both", 40))).toBe(40);
  });
});
