import { readScore } from "../score/index.ts";
import { instrument, readingOf, type ReadingChoice } from "./index.ts";

// How music for several limbs is written down, and whose its notes are. Common practice, no source.

/** `C4:2` a note and its quarters, several with `+`, `r:1` a rest. */
const line = (text: string, staff: number, voice: number, more = ""): string =>
  text
    .split(" ")
    .map((one) => {
      const [pitches, quarters = "1"] = one.split(":");
      const tail = `<duration>${quarters}</duration><voice>${voice}</voice><staff>${staff}</staff>${more}`;
      if (pitches === "r") return `<note><rest/>${tail}</note>`;
      return pitches!
        .split("+")
        .map((pitch, i) => {
          const [, step, octave] = /([A-G])(\d)/.exec(pitch)!;
          return (
            `<note>${i ? "<chord/>" : ""}<pitch><step>${step}</step><octave>${octave}</octave>` +
            `</pitch>${tail}</note>`
          );
        })
        .join("");
    })
    .join("");
const back = "<backup><duration>4</duration></backup>";
const measure = (staves: number, content: string, clef = "") =>
  `<measure number="1"><attributes><divisions>1</divisions><time>` +
  `<beats>4</beats><beat-type>4</beat-type></time><staves>${staves}</staves>` +
  `${clef}</attributes>${content}</measure>`;
const file = (...parts: string[]) =>
  `<score-partwise><part-list/>${parts.map((part, i) => `<part id="P${i}">${part}</part>`).join("")}</score-partwise>`;
const LYRIC = "<lyric><text>la</text></lyric>";
const sung = measure(1, line("G4 G4 G4 G4", 1, 1, LYRIC));
const read = (xml: string, kind: string, choice: ReadingChoice = {}) =>
  readScore(xml, readingOf(instrument(kind), choice)).score;
/** `right 60 64` for each limb that plays. */
const whose = (xml: string, kind = "organ", choice: ReadingChoice = {}) => {
  const { notes, limbs } = read(xml, kind, choice);
  return limbs
    .map(({ id: limb }) => [
      limb,
      ...notes.filter((note) => note.hand === limb).map((note) => note.midi),
    ])
    .filter((one) => one.length > 1)
    .map((one) => one.join(" "));
};
const hymn = measure(
  2,
  [
    line("G4 A4 B4 G4", 1, 1),
    line("D4 D4 D4 D4", 1, 2),
    line("B3 A3 G3 B3", 2, 3),
    line("G2 F2 G2 G2", 2, 4),
  ].join(back),
);
const invention = measure(2, [line("G4 A4 B4 G4", 1, 1), line("r B3 C4 D4", 2, 2)].join(back));

describe("organ music", () => {
  it("in a part of three staves, two and one, or three parts has the last one for the feet", () => {
    const staves = ["C5 D5 E5 F5", "C4:4", "C2:4"];
    const together = measure(3, staves.map((text, i) => line(text, i + 1, i + 1)).join(back));
    const two = measure(2, [line(staves[0]!, 1, 1), line(staves[1]!, 2, 2)].join(back));
    const single = staves.map((text) => measure(1, line(text, 1, 1)));
    const expected = ["right 72 74 76 77", "left 60", "feet 36"];
    for (const xml of [file(together), file(two, single[2]!), file(...single)])
      expect(whose(xml)).toEqual(expected);
    // with a voice above, in each of the ways
    for (const xml of [file(sung, together), file(sung, two, single[2]!), file(sung, ...single)])
      expect(whose(xml)).toEqual(expected);
  });

  it("in four staves has two for the right hand; the uppermost is left where it is sung", () => {
    const four = (more: string) =>
      file(
        measure(
          4,
          [
            line("C5:4", 1, 1, more),
            line("E4:4", 2, 2),
            line("C4:4", 3, 3),
            line("C2:4", 4, 4),
          ].join(back),
        ),
      );
    expect(whose(four(""))).toEqual(["right 72 64", "left 60", "feet 36"]);
    expect(whose(four(LYRIC))).toEqual(["right 64", "left 60", "feet 36"]);
  });

  it("of a choir in open score has all four voices, words or not", () => {
    const voices = ["G4:4", "D4:4", "B3:4", "G2:4"].map((text) =>
      measure(1, line(text, 1, 1, LYRIC)),
    );
    expect(whose(file(...voices))).toEqual(["right 67 62", "left 59", "feet 43"]);
  });

  it("of a chorale has all four voices though one alone has its words, and horns stand above", () => {
    const names = ["Horn 2", "Soprano", "Alto", "Tenor", "Bass"];
    const lines = ["C5:4", "G4:4", "D4:4", "B3:4", "G2:4"];
    const parts = lines.map((text, i) => measure(1, line(text, 1, 1, i === 1 ? LYRIC : "")));
    const of = (from: number) =>
      file(...parts.slice(from)).replace(
        "<part-list/>",
        `<part-list>${names
          .slice(from)
          .map((name, i) => `<score-part id="P${i}"><part-name>${name}</part-name></score-part>`)
          .join("")}</part-list>`,
      );
    for (const from of [0, 1])
      expect(whose(of(from))).toEqual(["right 67 62", "left 59", "feet 43"]);
    // where the organ has a part of its own, that is the one
    const organ = measure(2, [line("E5:4", 1, 1), line("E3:4", 2, 2)].join(back));
    expect(whose(of(0).replace("</score-partwise>", `<part id="P5">${organ}</part>$&`))).toEqual([
      ...["right 76", "left 52"],
    ]);
  });

  it("of a hymn on two staves gives the lowest voice to the feet, in voices or in chords", () => {
    const expected = ["right 62 67 62 69 62 71 62 67", "left 59 57 55 59", "feet 43 41 43 43"];
    expect(whose(file(hymn))).toEqual(expected);
    const chords = measure(
      2,
      [line("D4+G4 D4+A4 D4+B4 D4+G4", 1, 1), line("G2+B3 F2+A3 G2+G3 G2+B3", 2, 2)].join(back),
    );
    expect(whose(file(chords))).toEqual(expected);
    expect(read(file(hymn), "organ").layout).toMatchObject({ id: "hymn", guessed: true });
  });

  it("takes two independent staves for the hands, and either the other way when told", () => {
    expect(whose(file(invention))).toEqual(["right 67 69 71 67", "left 59 60 62"]);
    expect(read(file(invention), "organ").layout).toMatchObject({ id: "manuals", guessed: true });
    expect(whose(file(hymn), "organ", { layout: "manuals" })).toEqual([
      "right 62 67 62 69 62 71 62 67",
      "left 43 59 41 57 43 55 43 59",
    ]);
    expect(read(file(hymn), "organ", { layout: "manuals" }).layout!.guessed).toBe(false);
    // what does not fit these staves is not taken
    expect(whose(file(invention), "organ", { layout: "open" })).toEqual(whose(file(invention)));
  });
});

describe("guitar music", () => {
  const neck = (clef: string, text = "E3 B3 G4 E4") => file(measure(1, line(text, 1, 1), clef));
  const G = "<clef><sign>G</sign><line>2</line></clef>";
  const G8 = "<clef><sign>G</sign><line>2</line><clef-octave-change>-1</clef-octave-change></clef>";
  it("sounds an octave lower where the file does not say so itself", () => {
    expect(whose(neck(G), "guitar")).toEqual(["hands 40 47 55 52"]);
    expect(whose(neck(G8), "guitar")).toEqual(["hands 52 59 67 64"]);
    // nothing below the lowest string as it is written
    expect(whose(neck(G, "E2 B2 G3 E3"), "guitar")).toEqual(["hands 40 47 55 52"]);
    expect(whose(neck(G), "guitar", { layout: "sounding" })).toEqual(["hands 52 59 67 64"]);
  });
  it("sounds where tablature says, which has no octave of its own", () => {
    const tab = "<clef><sign>TAB</sign><line>5</line></clef>";
    expect(whose(neck(tab), "guitar")).toEqual(["hands 52 59 67 64"]);
  });
  it("has the notes once where the tablature is a part of its own, with strings and frets", () => {
    const tab = "<clef><sign>TAB</sign><line>5</line></clef>";
    const fretted = line(
      "E2:4",
      1,
      1,
      "<notations><technical><string>6</string><fret>0</fret></technical></notations>",
    );
    const score = read(
      file(measure(1, line("E2:4", 1, 1), G8), measure(1, fretted, tab)),
      "guitar",
    );
    expect(score.notes.map(({ midi, printed }) => [midi, printed])).toEqual([
      [40, { string: "6", fret: "0" }],
    ]);
    expect(score.parts.map((part) => part.practised)).toEqual([true, false]);
  });
  it("gives each of two notes of one pitch the string of its own in the tablature", () => {
    const tab = "<clef><sign>TAB</sign><line>5</line></clef>";
    let string = 0;
    const technical = "<notations><technical><string>?</string></technical></notations>";
    const fretted = line("E4+E4:4", 1, 1, technical).replaceAll("?", () => String(++string));
    const score = read(
      file(measure(1, line("E4+E4:4", 1, 1), G8), measure(1, fretted, tab)),
      "guitar",
    );
    expect(score.notes.map(({ printed }) => printed!["string"])).toEqual(["1", "2"]);
    // written twice and fretted once it is one string, not that of its octave
    string = 0;
    const once = line("E4+E3:4", 1, 1, technical).replaceAll("?", () => String(++string));
    const both = read(
      file(measure(1, line("E4+E4+E3:4", 1, 1), G8), measure(1, once, tab)),
      "guitar",
    );
    expect(both.notes.map(({ midi, printed }) => [midi, printed!["string"]])).toEqual(
      expect.arrayContaining([
        [64, "1"],
        [64, "1"],
        [52, "2"],
      ]),
    );
    expect(both.notes.filter(({ printed }) => printed!["string"] === "2").length).toBe(1);
  });
  it("of a song is the part that is not sung", () => {
    const xml = file(sung, measure(1, line("E2 B2 G3 E3", 1, 1), G8));
    expect(whose(xml, "guitar")).toEqual(["hands 40 47 55 52"]);
  });
});

it("staves a file uses without saying so are read all the same, a staff past all reason is the last", () => {
  const unsaid = (staff: number) =>
    file(
      measure(2, `${line("C5:4", 1, 1)}${back}${line("C3:4", staff, 2)}`).replace(
        "<staves>2</staves>",
        "",
      ),
    );
  expect(whose(unsaid(2), "piano")).toEqual(["right 72", "left 48"]);
  expect(whose(unsaid(9999), "piano")).toEqual(["right 72", "left 48"]);
});

it("a pianist’s two hands are two staves or two parts, also where words stand under one", () => {
  expect(whose(file(hymn), "piano")).toEqual([
    "right 62 67 62 69 62 71 62 67",
    "left 43 59 41 57 43 55 43 59",
  ]);
  expect(read(file(hymn), "piano").layout).toBeUndefined();
  expect(whose(file(sung, measure(1, line("C3:4", 1, 1))), "piano")).toEqual([
    "right 67 67 67 67",
    "left 48",
  ]);
});
