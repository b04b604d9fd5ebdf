import { exported } from "../../testing.ts";
import fc from "fast-check";
import {
  add,
  beatLength,
  fraction,
  fromNumber,
  leaves,
  nest,
  onePass,
  parseDecimal,
  perform,
  playingOrder,
  readScore,
  sectionsIn,
  startOf,
  toNumber,
  toText,
  type Section,
} from "../index.ts";
import { wheel, lanterns, note, measure, wrap, attributes } from "../testFiles.ts";

describe("export and re-import", () => {
  const sections: Section[] = [
    {
      id: "1",
      name: "A",
      from: startOf(0),
      to: { bar: 9, offset: fraction(3, 2) },
      words: 'light & "stubborn" <b>',
    },
    { id: "2", name: "a′", from: { bar: 3, offset: fraction(1, 2) }, to: startOf(5), words: "" },
  ];
  const notes = wheel.score.notes.filter((one) => !one.held);
  const fingerings = notes.map((one, i) => ({ id: one.id, finger: String((i % 5) + 1) }));
  const pedal = [
    { bar: 2, offset: fraction(0), kind: "down" as const },
    { bar: 2, offset: fraction(1, 3), kind: "change" as const },
    { bar: 3, offset: fraction(2), kind: "up" as const },
  ];
  const out = exported(wheel.xml, { fingerings, pedal, sections });
  const back = readScore(out);

  it("brings fingerings, pedal and sections back", () => {
    expect(back.score.notes.filter((one) => !one.held).map((one) => one.printed?.finger)).toEqual(
      fingerings.map(({ finger }) => finger),
    );
    const marks = back.score.marks
      .filter((mark) => mark.kind === "pedal")
      .map(({ bar, offset, text }) => ({ bar, offset, text }));
    expect(marks).toEqual(pedal.map(({ bar, offset, kind }) => ({ bar, offset, text: kind })));
    expect(sectionsIn(out, 79)).toEqual(sections.map(({ id: _, ...rest }) => rest));
  });

  it("keeps all of the original, and a second export changes nothing", () => {
    const bare = (score: typeof back.score) => score.notes.map(({ printed: _, ...rest }) => rest);
    expect(bare(back.score)).toEqual(bare(wheel.score));
    expect(back.score.bars).toEqual(wheel.score.bars);
    const others = (score: typeof back.score) =>
      score.marks.filter((mark) => mark.kind === "dynamic" || mark.kind === "words");
    expect(others(back.score)).toEqual(others(wheel.score));
    expect(exported(out, { fingerings, pedal, sections })).toBe(out);
  });

  it(
    "takes a printed finger away when the teacher wants none, and leaves " +
      "printed pedal alone when nobody touched it",
    () => {
      const printed = lanterns.score.notes.find((one) => one.printed?.finger !== undefined)!;
      const plain = readScore(
        exported(lanterns.xml, { fingerings: [{ id: printed.id, finger: "" }], sections: [] }),
      ).score;
      expect(plain.notes.find((one) => one.id === printed.id)!.printed?.finger).toBeUndefined();
      expect(plain.notes.filter((one) => one.printed?.finger !== undefined)).toHaveLength(13);
      const untouched = readScore(exported(wheel.xml, { fingerings: [], sections: [] })).score;
      expect(untouched.marks).toEqual(wheel.score.marks);
    },
  );

  it("passes over malformed sections in a foreign file", () => {
    const field = (text: string) =>
      "<identification><miscellaneous><miscellaneous-field " +
      `name="yarrow-ridge:section:1">${text}</miscellaneous-field>` +
      "</miscellaneous></identification>";
    for (const text of [
      "nope",
      "{}",
      '{"name":"A","from":"9:0","to":"1:0"}',
      '{"name":"A","from":"0:0","to":"99:0"}',
      "[]",
      "null",
    ]) {
      expect(
        sectionsIn(wrap(measure("1", attributes() + note("C", 4, 8)), field(text)), 1),
      ).toEqual([]);
    }
  });
});

describe("order and playing", () => {
  it("unfolds repeats and endings", () => {
    const order = playingOrder(wheel.score.bars);
    expect(order.slice(0, 20)).toEqual([
      0, 1, 2, 3, 4, 5, 6, 7, 8, 1, 2, 3, 4, 5, 6, 7, 9, 10, 11, 12,
    ]);
    expect(order).toHaveLength(86);
    expect(onePass(wheel.score.bars, 6, 11)).toEqual([6, 7, 9, 10, 11]);
  });

  // common practice, no source: one full bar plus the beats before the pick-up
  it("counts in one full bar plus the beats before the pick-up", () => {
    const { countIn, notes, beats } = perform(wheel.score, startOf(0), startOf(2));
    expect(countIn.map((beat) => beat.at)).toEqual([-3.5, -2.5, -1.5, -0.5]);
    expect(notes[0]).toMatchObject({ onset: 0, length: 0.5 });
    expect(beats.filter((beat) => beat.strong).map((beat) => beat.at)).toEqual([0.5]);
    expect(perform(wheel.score, startOf(1), startOf(2)).countIn.map((beat) => beat.at)).toEqual([
      -2, -1,
    ]);
  });

  it("beats a compound metre in dotted quarters, and halves staccato", () => {
    expect(toText(beatLength({ metre: { beats: 6, beatType: 8 } }))).toBe("3/2");
    expect(toText(beatLength({ metre: { beats: 3, beatType: 8 } }))).toBe("1/2");
    expect(toText(beatLength({ metre: { beats: 2, beatType: 2 } }))).toBe("2");
  });

  it("plays only the hand that is asked for", () => {
    expect(
      new Set(
        perform(wheel.score, startOf(1), startOf(9), {
          takes: (note) => note.hand === "left",
        }).notes.map((one) => one.hand),
      ),
    ).toEqual(new Set(["left"]));
  });
});

describe("places and time", () => {
  const section = (id: string, from: number, to: number): Section => ({
    id,
    name: id,
    words: "",
    from: startOf(from),
    to: startOf(to),
  });
  it("nests sections; overlap is no nesting", () => {
    const all = [
      section("whole", 0, 16),
      section("half", 0, 8),
      section("over", 6, 12),
      section("cell", 0, 2),
    ];
    expect(nest(all).map(({ section: one, depth }) => [one.id, depth])).toEqual([
      ["whole", 0],
      ["half", 1],
      ["cell", 2],
      ["over", 1],
    ]);
    expect(leaves(all).map((one) => one.id)).toEqual(["cell", "over"]);
  });
  it("is exact: numbers through JSON come back as the fraction they were", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 400 }),
        fc.constantFrom(1, 2, 3, 4, 5, 6, 7, 8, 12, 16, 24, 32),
        (num, den) => {
          expect(fromNumber(num / den)).toEqual(fraction(num, den));
        },
      ),
    );
    fc.assert(
      fc.property(
        fc.integer({ min: -999, max: 999 }),
        fc.integer({ min: 1, max: 99 }),
        fc.integer({ min: -999, max: 999 }),
        fc.integer({ min: 1, max: 99 }),
        (a, b, c, d) => {
          expect(toNumber(add(fraction(a, b), fraction(c, d)))).toBeCloseTo(a / b + c / d, 9);
        },
      ),
    );
    expect(parseDecimal("0.25")).toEqual(fraction(1, 4));
    expect([parseDecimal("1e5"), parseDecimal("NaN"), parseDecimal("")]).toEqual([
      undefined,
      undefined,
      undefined,
    ]);
  });
});
