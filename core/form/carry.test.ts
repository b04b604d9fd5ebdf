import { instrument, pedalMark, stratumOf } from "../instruments/index.ts";
import { scoreOf } from "../testing.ts";
import { plain } from "../words/say.ts";
import { fraction, startOf, type Mark, type Section } from "../score/index.ts";
import {
  analyse,
  carryFingers,
  carryMarks,
  carryRemarks,
  carryWords,
  returnsFor,
  counterpartsOf,
} from "./index.ts";

const first = [
  ["C4 D4 E4 F4", "C3:4"],
  ["G4 E4 F4 D4", "G2:4"],
] as const;
const score = scoreOf([
  ...first,
  ["A4:2 B4:2", "F2:4"],
  ["C5 D5 E5 F5", "C3:4"],
  ["G5 E5 F5 D5", "G2:4"],
  ["D4 E4 F#4 G4", "D3:4"],
  ["A4 F#4 G4 E4", "A2:4"],
  ["C4 D4 E4 F4", "C3:4"],
  ["G4 E4 F4 C4", "G2:4"],
]);
const inBar = (bar: number) =>
  score.notes.filter((note) => note.bar === bar && note.hand === "right");
const written = new Map(
  [...inBar(0), ...inBar(1)].map((note, i) => [note.id, String((i % 5) + 1)]),
);

it("carries fingers to exact, octave, transposed and varied returns, note by note, and says what does not fit", () => {
  const carried = carryFingers(score, analyse(score).returns, written, 0, 1);
  const fingers = new Map(carried.fingerings.map(({ id, finger }) => [id, finger]));
  const row = (bar: number) =>
    inBar(bar)
      .map((note) => fingers.get(note.id) ?? "-")
      .join("");
  expect([3, 4, 5, 6, 7, 8].map(row)).toEqual(["1234", "5123", "1234", "5123", "1234", "512-"]);
  expect(carried.misfits).toEqual(["bar 9: no D for finger 3 of bar 2"]);
  expect(row(2)).toBe("--");
});

it("carries a string only to where the keys are the same", () => {
  const { returns } = analyse(score);
  const bars = (byPitch: boolean) => {
    const carried = carryFingers(score, returnsFor({ byPitch }, returns), written, 0, 1);
    return carried.to.map(({ from, to }) => `${from}-${to}`);
  };
  expect([bars(false), bars(true)]).toEqual([["3-8"], ["7-8"]]);
});

it("leaves what is written there already, and bars that were not chosen", () => {
  const own = new Map([...written, [inBar(3)[0]!.id, "3"]]);
  const carried = carryFingers(score, analyse(score).returns, own, 1, 1);
  expect(carried.fingerings.some(({ id }) => inBar(3).some((note) => note.id === id))).toBe(false);
  expect(
    carried.fingerings.filter(({ id }) => inBar(4).some((note) => note.id === id)),
  ).toHaveLength(4);
});

it("finds what a note is elsewhere, from the first time and from a return, on the same keys and octaves away", () => {
  const { returns } = analyse(score);
  const counterparts = (bar: number, at: number) =>
    counterpartsOf(score, returns, inBar(bar)[at]!).map((note) => `${note.bar}:${note.midi}`);
  expect(counterparts(0, 0)).toEqual(["3:72", "7:60"]);
  expect(counterparts(3, 0)).toEqual(["0:60", "7:60"]);
  expect(counterparts(7, 2)).toEqual(["0:64", "3:76"]);
  // in another key it may want another finger; what does not return has none
  expect(counterparts(5, 2)).toEqual([]);
  expect(counterparts(2, 0)).toEqual([]);
});

describe("of what is not on one note", () => {
  // bars 1 and 2 return in 4 and 5, and in 7 and 8
  const piece = scoreOf([
    ["C4 D4 E4 F4", "C3:4"],
    ["G4 E4 F4 D4", "G2:4"],
    ["A4:2 B4:2", "F2:4"],
    ["C4 D4 E4 F4", "C3:4"],
    ["G4 E4 F4 D4", "G2:4"],
    ["F#4 A4:2 B4", "D3:4"],
    ["C4 D4 E4 F4", "C3:4"],
    ["G4 E4 F4 D4", "G2:4"],
  ]);
  const { returns } = analyse(piece);
  const at = (bar: number, quarters = 0) => ({ bar, offset: fraction(quarters) });
  const marks = [
    { ...at(0), kind: "down" as const },
    { ...at(1), kind: "change" as const },
    { ...at(1, 3), kind: "up" as const },
    { ...at(6), kind: "down" as const },
  ].map((one, i) => pedalMark(one, String(i)));
  const pedal = stratumOf(instrument("piano"), "pedal")!;

  it("pedal goes to whole returns; bars with pedal of their own keep it", () => {
    const carried = carryMarks(piece, returns, pedal, marks, 0, 1);
    expect(
      carried.marks.map(({ from, data }) => `${from.bar} ${from.offset.num} ${String(data.kind)}`),
    ).toEqual(["3 0 down", "4 0 change", "4 3 up", "7 0 change", "7 3 up"]);
    expect(carried.misfits).toEqual(["bar 7 has pedal marks of its own; they stay"]);
  });
  it("what is written for one time of a repeat stays there", () => {
    const harp = stratumOf(instrument("harp"), "harp-pedals")!;
    const set = (id: string, bar: number, data: Mark["data"]): Mark => ({
      ...{ id, layer: "", from: at(bar), data },
    });
    const settings = [set("each", 0, { F: 1 }), set("second", 1, { F: 0, time: 2 })];
    const carried = carryMarks(piece, returns, harp, settings, 0, 1);
    expect(carried.marks.map(({ from, data }) => [from.bar, data])).toEqual([
      [3, { F: 1 }],
      [6, { F: 1 }],
    ]);
  });
  it("pedals of a harp stay where the music returns on other notes, levers in other octaves too", () => {
    const found = analyse(score).returns;
    const bars = (id: string, data: Mark["data"]) => {
      const stratum = stratumOf(instrument("harp"), id)!;
      const set = [{ id: "1", layer: "", from: startOf(0), data }];
      const carried = carryMarks(score, found, stratum, set, 0, 1);
      return [carried.marks.map(({ from }) => from.bar), carried.misfits.map(plain)];
    };
    const anew = (bar: number, name: string) =>
      `bar ${bar} comes back on other notes; its ${name} are to be found anew`;
    expect(bars("harp-pedals", { F: 0 })).toEqual([[3, 7], [anew(6, "pedal settings")]]);
    const levers = [4, 6].map((bar) => anew(bar, "lever settings"));
    expect(bars("harp-levers", { F4: 0 })).toEqual([[7], levers]);
    expect(bars("ornaments", { kind: "mordent", by: 2 })).toEqual([[3, 5, 7], []]);
  });
  it("ornaments go along by degree, where the tune comes back on other steps of its key", () => {
    const steps = scoreOf([
      ["C5 D5 E5 C5", "C3:4"],
      ["E5 F5 G5 E5", "C3:4"],
      ["A4:2 B4:2", "F2:4"],
      ["D5 E5 F5 D5", "D3:4"],
      ["F5 G5 A5 F5", "D3:4"],
    ]);
    const ornaments = stratumOf(instrument("piano"), "ornaments")!;
    const carried = (...all: [number, Mark["data"]][]) =>
      carryMarks(
        steps,
        analyse(steps).returns,
        ornaments,
        all.map(([quarter, data], i) => ({
          ...{ id: String(i), layer: "", from: { bar: 0, offset: fraction(quarter) }, data },
        })),
        0,
        1,
      ).marks.map(({ from, data }) => [from.bar, data]);
    // C has B a half step below, D has C a whole one; E has F a half step above, F has G
    expect(
      carried([0, { kind: "mordent", by: 1 }], [2, { kind: "grace", side: "above", by: 1 }]),
    ).toEqual([
      [3, { kind: "mordent", by: 2 }],
      [3, { kind: "grace", side: "above", by: 2 }],
    ]);
    // a half step under a note stays one, in the key or not
    expect(carried([1, { kind: "grace", side: "below", by: 1 }])).toEqual([
      [3, { kind: "grace", side: "below", by: 1 }],
    ]);
  });
  it("a note on a bar goes to the bars, a note on a note to what it has become, each once", () => {
    const note = piece.notes.find(
      (one) => one.bar === 1 && one.hand === "right" && one.offset.num === 2,
    )!;
    const remarks = [
      { id: "1", ...at(0), text: "breathe" },
      { id: "2", bar: 1, offset: note.offset, noteId: note.id, text: "lean" },
    ];
    const carried = carryRemarks(piece, returns, remarks, 0, 1).remarks;
    expect(carried.map((one) => `${one.bar} ${one.text}`)).toEqual([
      "3 breathe",
      "6 breathe",
      "4 lean",
      "7 lean",
    ]);
    expect(
      carried
        .filter((one) => one.noteId)
        .map((one) => piece.notes.find((other) => other.id === one.noteId)!.midi),
    ).toEqual([65, 65]);
    expect(
      carryRemarks(
        piece,
        returns,
        [...remarks, ...carried.map((one, i) => ({ ...one, id: `c${i}` }))],
        0,
        1,
      ).remarks,
    ).toEqual([]);
  });
  it("words go to sections that are the return, unless they have their own", () => {
    const section = (id: string, from: number, to: number, words = ""): Section => ({
      id,
      name: id,
      words,
      from: startOf(from),
      to: startOf(to),
    });
    const sections = [
      { ...section("A", 0, 2, "gliding"), about: { dynamics: "grow" as const } },
      section("B", 2, 3),
      section("A2", 3, 5),
      section("A3", 6, 8, "mine"),
    ];
    expect(carryWords(piece, returns, sections, sections[0]!)).toEqual({
      sections: [{ id: "A2", words: "gliding", about: { dynamics: "grow" } }],
      to: [{ from: 3, to: 4 }],
      misfits: ["A3 (7–8) has words of its own; they stay"],
    });
  });
});
