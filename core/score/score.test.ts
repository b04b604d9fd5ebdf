import { exported } from "../testing.ts";
import { zipSync, strToU8 } from "fflate";
import { beatName, engravable, fraction, readFile, readScore, toText } from "./index.ts";
import { wheel, lanterns, note, measure, wrap, attributes, bytes, why } from "./testFiles.ts";

it("says which beat a place is on, in parts as musicians count them", () => {
  const bar = (beats: number, beatType: number) => ({
    ...wheel.score.bars[8]!,
    metre: { beats, beatType },
    ...{ length: fraction(4 * beats, beatType), nominal: fraction(4 * beats, beatType) },
  });
  const said = (metre: [number, number], ...places: [number, number][]) =>
    places.map(([num, den]) => beatName(bar(...metre), fraction(num, den)));
  expect(said([4, 4], [0, 1], [3, 2], [1, 4], [5, 3], [1, 6], [7, 8], [2, 5])).toEqual([
    ...["1", "2½", "1¼", "2⅔", "1⅙", "1⅞", "1⅖"],
  ]);
  // a dotted quarter is the beat of six quavers; what has no sign of its own is written out
  expect(said([6, 8], [3, 2], [1, 2], [11, 8])).toEqual(["2", "1⅓", "1 11/12"]);
});

describe("reading a score", () => {
  it("reads head, bars, hands and marks of the demo pieces", () => {
    const { score } = wheel;
    expect([score.title, score.composer, score.bars.length, score.staves]).toEqual([
      "The Ferryman's Wheel",
      "Maud Ferrier-Lisle",
      79,
      2,
    ]);
    expect(score.bars[0]).toMatchObject({
      number: "0",
      metre: { beats: 2, beatType: 4 },
      key: { fifths: 1, mode: "minor" },
      tempo: 88,
    });
    expect(toText(score.bars[0]!.length)).toBe("1/2");
    expect(score.bars[8]!.endings).toEqual([1]);
    expect(score.bars[34]!.metre).toEqual({ beats: 3, beatType: 4 });
    expect(new Set(score.notes.map((one) => one.hand))).toEqual(new Set(["right", "left"]));
    expect(
      score.marks.filter((mark) => mark.kind === "pedal").map((mark) => [mark.bar, mark.text]),
    ).toEqual([
      [59, "down"],
      [60, "change"],
      [61, "change"],
      [62, "change"],
      [62, "up"],
    ]);
    expect(lanterns.score.notes.filter((one) => one.printed?.finger !== undefined)).toHaveLength(
      14,
    );
    expect(score.warnings.map((warning) => warning.kind)).toEqual(["doctype"]);
  });

  it("joins ties over the barline into one sounding length", () => {
    const { score } = readScore(
      wrap(
        measure("1", attributes() + note("C", 4, 4) + note("E", 4, 4, '<tie type="start"/>')) +
          measure("2", note("E", 4, 4, '<tie type="stop"/>') + note("C", 4, 4)),
      ),
    );
    expect(score.notes.map((one) => [toText(one.length), one.held])).toEqual([
      ["2", false],
      ["4", false],
      ["0", true],
      ["2", false],
    ]);
  });

  it("places backup, forward, chords, grace notes and directions exactly", () => {
    const { score } = readScore(
      wrap(
        measure(
          "1",
          attributes(6) +
            note("C", 5, 2) +
            note("D", 5, 2) +
            note("E", 5, 2) +
            "<backup><duration>6</duration></backup><forward><duration>3</duration></forward>" +
            note("C", 3, 3) +
            `<note><chord/><pitch><step>G</step><octave>3</octave></pitch><duration>3</duration></note>` +
            note("A", 4, 0, "<grace/>") +
            note("B", 4, 18) +
            "<direction><direction-type><dynamics><ff/></dynamics></direction-type><offset>-6</offset></direction>",
        ),
      ),
    );
    expect(score.notes.map((one) => `${one.pitch.step} ${toText(one.offset)}`)).toEqual([
      "C 0",
      "D 1/3",
      "C 1/2",
      "G 1/2",
      "E 2/3",
      "A 1",
      "B 1",
    ]);
    expect(score.marks).toEqual([{ kind: "dynamic", bar: 0, offset: fraction(3), text: "ff" }]);
  });

  it("keeps ids that are there, gives the missing ones and replaces doubles, without changing anything else", () => {
    const xml = wrap(
      measure(
        "1",
        attributes() +
          note("C", 4, 4).replace("<note>", '<note id="mine">') +
          note("D", 4, 2).replace("<note>", '<note id="mine">') +
          note("E", 4, 2),
      ),
    );
    const { score, xml: kept } = readScore(xml);
    expect(score.notes[0]!.id).toBe("mine");
    expect(new Set(score.notes.map((one) => one.id)).size).toBe(3);
    expect(score.warnings.map((warning) => warning.kind)).toContain("ids");
    const again = readScore(kept);
    expect(again.score.notes).toEqual(score.notes);
    expect(again.xml).toBe(kept);
  });

  it("takes the keyboard part, or two one-staff parts as the two hands", () => {
    const part = (id: string, octave: number) =>
      `<part id="${id}">${measure("1", attributes() + note("C", octave, 8))}</part>`;
    const two = `<score-partwise><part-list/>${part("P1", 5)}${part("P2", 3)}</score-partwise>`;
    expect(readScore(two).score.notes.map((one) => one.hand)).toEqual(["right", "left"]);
  });

  describe("a file of a singer, a piano and a pedal", () => {
    const list =
      '<part-list><part-group number="1" type="start"/><score-part ' +
      'id="V"><part-name>Voice</part-name></score-part><score-part ' +
      'id="P"><part-name>Piano</part-name></score-part><score-part ' +
      'id="B"><part-name>Pedal</part-name></score-part><part-group number="1" ' +
      'type="stop"/></part-list>';
    const staved = (step: string, octave: number, staff: number) =>
      note(step, octave, 8, `<staff>${staff}</staff>`);
    const file =
      `<score-partwise>${list}<part id="V">${measure("1", attributes() + note("E", 5, 8))}</part><part ` +
      `id="P">` +
      measure(
        "1",
        attributes().replace("</time>", "</time><staves>2</staves>") +
          staved("C", 4, 1) +
          "<backup><duration>8</duration></backup>" +
          staved("C", 3, 2),
      ) +
      "</part><part " +
      `id="B">${measure("1", attributes() + note("C", 2, 8))}</part>` +
      "</score-partwise>";
    const named = (ids: readonly string[]) => ids.map((id) => ({ id, name: id }));
    const heard = (parts?: number[], limbs = ["right", "left"]) =>
      readScore(file, { limbs: named(limbs), ...(parts ? { parts } : {}) }).score.notes.map(
        (one) => `${one.hand} ${one.midi}`,
      );
    it("has the piano practised, and any other part that is chosen, in staves from the top", () => {
      expect(heard()).toEqual(["right 60", "left 48"]);
      expect(heard([0])).toEqual(["right 76"]);
      // who has feet to play with takes the staff below too
      expect(heard(undefined, ["right", "left", "feet"])).toEqual(
        heard([1, 2], ["right", "left", "feet"]),
      );
      expect(heard([1, 2], ["right", "left", "feet"])).toEqual(["right 60", "left 48", "feet 36"]);
      expect(readScore(file, { parts: [1, 2] }).score.parts).toEqual([
        { name: "Voice", staves: 1, practised: false },
        { name: "Piano", staves: 2, practised: true },
        { name: "Pedal", staves: 1, practised: true },
      ]);
      expect(readScore(file).score.warnings.map((one) => one.kind)).toContain("parts");
    });
    it("is drawn with the chosen parts alone, and exported whole", () => {
      const { score, xml } = readScore(file, { limbs: named(["right", "left"]) });
      const drawnXml = engravable(xml, [1]);
      expect([...drawnXml.matchAll(/<(?:part|score-part) id="(\w)"/g)].map(([, id]) => id)).toEqual(
        ["P", "P"],
      );
      expect(drawnXml).toContain(`id="${score.bars[0]!.id}"`);
      const marked = exported(
        xml,
        {
          fingerings: [{ id: score.notes[0]!.id, finger: "3" }],
          pedal: [{ bar: 0, offset: fraction(0), kind: "down" }],
          sections: [],
        },
        [1],
      );
      expect([...marked.matchAll(/<part id="(\w)"/g)].map(([, id]) => id)).toEqual(["V", "P", "B"]);
      expect(/<part id="P">[\s\S]*<pedal[\s\S]*<part id="B">/.test(marked)).toBe(true);
    });
  });

  // common practice, no source: a pick-up and a bar split by a repeat are no mistakes
  it("warns of bars that do not fit the metre, but not of pick-ups and split bars", () => {
    const { score } = readScore(
      wrap(
        measure("0", attributes(2, 3) + note("C", 4, 2)) +
          measure("1", note("C", 4, 6)) +
          measure("2", note("C", 4, 4)) +
          measure("X1", note("C", 4, 2)) +
          measure("3", note("C", 4, 8)) +
          measure("4", note("C", 4, 4)).replace("<measure", '<measure implicit="yes"') +
          measure("5", note("C", 4, 6)),
      ),
    );
    expect(score.warnings).toEqual([
      expect.objectContaining({
        kind: "bars",
        bars: [4],
        message: expect.stringContaining("3") as string,
      }),
    ]);
  });
});

it("says where a pedal diagram sets one letter twice, and keeps the last", () => {
  const set = (step: string, alter: number) =>
    `<pedal-tuning><pedal-step>${step}</pedal-step><pedal-alter>${alter}</pedal-alter></pedal-tuning>`;
  const diagram = (inside: string) =>
    `<direction><direction-type><harp-pedals>${inside}</harp-pedals></direction-type></direction>`;
  const { score } = readScore(
    wrap(
      measure("1", attributes() + diagram(set("D", 0) + set("F", 1)) + note("C", 4, 8)) +
        measure("2", diagram(set("B", -1) + set("B", 0)) + note("C", 4, 8)),
    ),
  );
  expect(score.warnings).toEqual([
    expect.objectContaining({
      bars: [1],
      message: expect.stringContaining("a pedal diagram sets one letter twice") as string,
    }),
  ]);
  expect(score.marks.map(({ text }) => text)).toEqual(["D0 F1", "B0"]);
});

describe("what is refused, with a sentence and the place", () => {
  const good = measure("1", attributes() + note("C", 4, 8));
  it.each([
    ["", /empty/],
    ["hello", /not XML/],
    ["<html><body/></html>", /no score.*<html>/],
    ["<score-timewise/>", /no part with measures/],
    ["<score-partwise><part-list/></score-partwise>", /no part/],
    [wrap(good).slice(0, -40), /ends too early|never closed/],
    [wrap(good).replace("</note>", "</nope>"), /never closed|well-formed/],
    [wrap(measure("1", attributes() + "<note><rest/><duration>8</duration></note>")), /no notes/],
    [wrap(measure("7", note("C", 4, 8))), /Measure 7.*before any <divisions>/],
    [wrap(measure("3", attributes(0) + note("C", 4, 8))), /Measure 3.*above zero/],
    [wrap(measure("4", attributes() + note("C", 4, "abc"))), /Measure 4.*"abc" is not a number/],
    [wrap(measure("4", attributes() + note("C", 4, -8))), /Measure 4.*negative/],
    [wrap(measure("1", attributes() + note("C", 4, "1e300"))), /not a number/],
    [wrap(measure("1", attributes() + note("H", 4, 8))), /Measure 1.*pitch/],
    [wrap(measure("1", attributes(2, 0) + note("C", 4, 8))), /metre 0\/4/],
    [`<!DOCTYPE x [<!ENTITY a "b">]>${wrap(good).replace(/^<\?xml.*?\?>/, "")}`, /entities/],
    [
      `<score-partwise>${"<a>".repeat(100_000)}${"</a>".repeat(100_000)}</score-partwise>`,
      /nested/,
    ],
  ])("%#", (text, sentence) => expect(why(text)).toMatch(sentence));

  it("refuses a zip that holds no score, and stops a zip bomb at the limit", () => {
    expect(why(zipSync({ "readme.txt": strToU8("hello") }))).toMatch(/no score/);
    expect(why(new Uint8Array([0x50, 0x4b, 3, 4, 9, 9, 9]))).toMatch(/zip/);
    const bomb = zipSync({ "score.xml": new Uint8Array(40 * 1024 * 1024) }, { level: 9 });
    expect(bomb.length).toBeLessThan(1024 * 1024);
    expect(why(bomb)).toMatch(/more than 20 MB/);
    expect(why(new Uint8Array(20 * 1024 * 1024 + 1).fill(0x20))).toMatch(/more than 20 MB/);
  });
});

describe("characters XML 1.0 does not allow (section 2.2, Char)", () => {
  const titled = (title: string) =>
    bytes(
      wrap(
        measure("1", attributes() + note("C", 4, 8)),
        `<work><work-title>${title}</work-title></work>`,
      ),
    );
  it.each(["\u0000", "\u000b", "\uffff", "&#0;", "&#x1F;", "&#xFFFE;", "&#x110000;"])(
    "refuses them, written out or by number, with the line",
    (text) => {
      expect(why(titled(`a${text}`))).toMatch(/a character that XML does not allow, near line \d+/);
    },
  );
  it("takes all others", () => {
    expect(readFile(titled("&#233;&#x1F600;\u{10FFFF}")).score.title).toBe("é😀\u{10FFFF}");
  });
});

describe("what is accepted all the same", () => {
  const xml = wrap(
    measure("1", attributes() + note("C", 4, 8)),
    "<work><work-title>Étude</work-title></work>",
  );
  it("reads .mxl through its container, and without one", () => {
    const container =
      '<container><rootfiles><rootfile full-path="in/x.xml"/></rootfiles></container>';
    expect(
      readFile(
        zipSync({
          "META-INF/container.xml": strToU8(container),
          "other.xml": strToU8("<a/>"),
          "in/x.xml": strToU8(xml),
        }),
      ).score.title,
    ).toBe("Étude");
    expect(readFile(zipSync({ "piece.musicxml": strToU8(xml) })).score.title).toBe("Étude");
  });
  it("reads a timewise score as the same music", () => {
    const parts = lanterns.xml;
    const measures = [...parts.matchAll(/<measure ([^>]*)>([\s\S]*?)<\/measure>/g)].map(
      ([, attributes, inside]) => `<measure ${attributes}><part id="P1">${inside}</part></measure>`,
    );
    const head = /<score-partwise[^>]*>([\s\S]*?)<part /.exec(parts)![1]!;
    const timewise = readFile(
      bytes(
        `<?xml version="1.0"?><!DOCTYPE score-timewise PUBLIC "-//Recordare//DTD ` +
          `MusicXML 4.0 Timewise//EN" ` +
          `"http://www.musicxml.org/dtds/timewise.dtd"><score-timewise ` +
          `version="4.0">${head}${measures.join("")}</score-timewise>`,
      ),
    );
    expect({ ...timewise.score, warnings: [] }).toEqual({
      ...readScore(parts).score,
      warnings: [],
    });
    expect(timewise.xml).toMatch(/<score-partwise/);
    expect(timewise.xml).not.toMatch(/timewise/);
  });
  it("reads UTF-16, a byte-order mark, and text whose declared encoding is wrong", () => {
    const utf16 = new Uint8Array([
      0xff,
      0xfe,
      ...new Uint8Array(
        new Uint16Array([...xml.replace("UTF-8", "UTF-16")].map((char) => char.charCodeAt(0)))
          .buffer,
      ),
    ]);
    expect(readFile(utf16).score).toMatchObject({ title: "Étude", warnings: [] });
    expect(readFile(bytes(`\uFEFF${xml}`)).score.title).toBe("Étude");
    const wrong = readFile(bytes(xml.replace("UTF-8", "UTF-16")));
    expect([wrong.score.title, wrong.score.warnings.map((warning) => warning.kind)]).toEqual([
      "Étude",
      ["encoding"],
    ]);
    const latin = Uint8Array.from([...xml].map((char) => char.charCodeAt(0)));
    expect([
      readFile(latin).score.title,
      readFile(latin).score.warnings.map((warning) => warning.kind),
    ]).toEqual(["Étude", ["encoding"]]);
  });
  it("fetches no DOCTYPE, shows markup in titles as text, shortens long ones", () => {
    const { score } = readFile(
      bytes(
        `<!DOCTYPE score-partwise SYSTEM "http://127.0.0.1:1/x.dtd">` +
          wrap(
            measure("1", attributes() + note("C", 4, 8)),
            `<work><work-title>&lt;b&gt;${"x".repeat(300)}</work-title></work>`,
          ).replace(/^<\?xml.*?\?>/, ""),
      ),
    );
    expect(score.title.startsWith("<b>x")).toBe(true);
    expect(score.title).toHaveLength(200);
    expect(score.warnings.map((warning) => warning.kind).sort()).toEqual(["doctype", "title"]);
  });
});
