import { adopt, withAdopted } from "./adopt.ts";
import { readScore, type Score } from "../index.ts";
import { pitchName } from "../model/pitch.ts";

const measure = (number: number, head: string, notes: string, tail = "") =>
  `<measure number="${number}" id="m${number}">${head}${notes}${tail}</measure>`;
const note = (step: string, octave: number, duration: number) =>
  `<note><pitch><step>${step}</step><octave>${octave}</octave></pitch>` +
  `<duration>${duration}</duration><voice>1</voice></note>`;
const score = (measures: string[]) =>
  readScore(
    `<score-partwise><part-list/><part id="P1">${measures.join("")}</part></score-partwise>`,
  );
const clef = (sign: string, line: number) =>
  `<clef><sign>${sign}</sign><line>${line}</line></clef>`;
const time = "<time><beats>4</beats><beat-type>4</beat-type></time>";
const keysIn = (read: Score, bar: number) =>
  read.notes
    .filter((one) => one.bar === bar)
    .map((one) => `${pitchName(one.pitch)} ${one.duration.num}/${one.duration.den}`);

const own = score([
  measure(
    1,
    `<attributes><divisions>1</divisions>${time}${clef("G", 2)}</attributes>`,
    note("C", 5, 4),
  ),
  measure(
    2,
    "",
    note("D", 5, 1) + note("E", 5, 1) + note("F", 5, 1) + note("G", 5, 1),
    '<barline location="right"><repeat direction="backward"/></barline>',
  ),
  measure(3, "", note("A", 5, 4)),
]);
// the other edition counts in sixteenths, stands in the bass clef, and has a bar more at its
// beginning
const other = score([
  measure(
    1,
    `<attributes><divisions>4</divisions>${time}${clef("F", 4)}</attributes>`,
    note("G", 3, 16),
  ),
  measure(2, "", note("C", 3, 16)),
  measure(3, "", note("D", 3, 8) + note("G", 3, 8)),
  measure(4, "", note("A", 3, 16)),
]);

describe("a reading of another edition", () => {
  const adopted = adopt(
    { xml: own.xml, practised: [0], from: 1, to: 1 },
    { xml: other.xml, practised: [0], from: 2, to: 2 },
    "r1-",
  );
  const now = readScore(withAdopted(own.xml, [adopted])).score;

  it("stands in the place of one's own bar, and the bars around it sound as before", () => {
    expect([0, 1, 2].map((bar) => keysIn(now, bar))).toEqual([
      ["C5 4/1"],
      ["D3 2/1", "G3 2/1"],
      ["A5 4/1"],
    ]);
  });
  it("keeps one's own bar ids, repeat and metre", () => {
    expect(now.bars.map(({ id, number, repeatEnd }) => [id, number, repeatEnd])).toEqual(
      own.score.bars.map(({ id, number, repeatEnd }) => [id, number, repeatEnd]),
    );
  });
  it("says the clef it needs where it begins and takes it back where it ends", () => {
    expect(now.clefChanges.map(({ bar, clef: name }) => [bar, name])).toEqual([
      [1, "F4"],
      [1, "G2"],
    ]);
  });
  it("gives its notes ids of their own, and all others keep theirs", () => {
    const ids = (read: Score, bar: number) =>
      read.notes.filter((one) => one.bar === bar).map((one) => one.id);
    expect(ids(now, 1).every((id) => id.startsWith("r1-"))).toBe(true);
    expect([ids(now, 0), ids(now, 2)]).toEqual([ids(own.score, 0), ids(own.score, 2)]);
  });
  it("is refused when it has another number of bars", () => {
    expect(() =>
      adopt(
        { xml: own.xml, practised: [0], from: 1, to: 2 },
        { xml: other.xml, practised: [0], from: 2, to: 2 },
        "x",
      ),
    ).toThrow("more or fewer bars");
  });
  it("leaves the original when nothing is adopted", () => {
    expect(withAdopted(own.xml, [])).toBe(own.xml);
  });
});
