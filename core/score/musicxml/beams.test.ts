import { engravable, readScore } from "../index.ts";

const TYPES: Readonly<Record<number, string>> = {
  16: "quarter",
  8: "eighth",
  4: "16th",
  2: "32nd",
  12: "eighth",
  6: "16th",
};
const note = (duration: number, more = "") =>
  `<note><pitch><step>C</step><octave>5</octave></pitch><duration>${duration}</duration>` +
  `<voice>1</voice><type>${TYPES[duration]}</type>` +
  `${duration === 12 || duration === 6 ? "<dot/>" : ""}<staff>1</staff>` +
  `${more}</note>`;
const file = (beats: number, unit: number, notes: string) =>
  `<score-partwise><part-list/><part id="P1"><measure number="1">` +
  `<attributes><divisions>16</divisions><time><beats>${beats}</beats>` +
  `<beat-type>${unit}</beat-type></time></attributes>${notes}</measure>` +
  "</part></score-partwise>";
/** Letters for the beams of each note: begin, continue, end, hooks. */
const beams = (xml: string) =>
  engravable(xml)
    .match(/<note>.*?<\/note>/gs)!
    .map(
      (one) =>
        [...one.matchAll(/<beam number="\d">(\w)\w*( hook)?/g)]
          .map(([, letter, hook]) => (hook ? letter!.toUpperCase() : letter))
          .join("") || "-",
    )
    .join(" ");
const row = (...durations: number[]) => durations.map((one) => note(one)).join("");

// beaming by the beat as notation manuals have it (Gould, Behind Bars, from memory)
describe("a file without beams", () => {
  it.each([
    ["eighths of 4/4 by the half bar", 4, 4, row(8, 8, 8, 8, 8, 8, 8, 8), "b c c e b c c e"],
    ["sixteenths by the beat", 2, 4, row(4, 4, 4, 4, 4, 4, 4, 4), "bb cc cc ee bb cc cc ee"],
    ["eighths of 6/8 in threes", 6, 8, row(8, 8, 8, 8, 8, 8), "b c e b c e"],
    ["eighths of 3/4 by the beat", 3, 4, row(8, 8, 8, 8, 8, 8), "b e b e b e"],
    ["a dotted figure with a hook", 1, 4, row(12, 4), "b eB"],
    ["its mirror", 1, 4, row(4, 12), "bF e"],
    ["a quarter alone", 2, 4, row(16, 8, 8), "- b e"],
    ["eighths of 5/8 as two and three", 5, 8, row(8, 8, 8, 8, 8), "b e b c e"],
  ])("is drawn with them: %s", (_, beats, unit, notes, expected) =>
    expect(beams(file(beats, unit, notes))).toBe(expected),
  );

  it("keeps the ones a file has, and puts beams where MusicXML wants them", () => {
    const own =
      note(8, '<beam number="1">begin</beam>') + note(8, '<beam number="1">end</beam>') + row(8, 8);
    expect(beams(file(2, 4, own))).toBe("b e - -");
    expect(
      engravable(file(1, 4, note(8, '<notations><tied type="start"/></notations>') + note(8))),
    ).toMatch(/<staff>1<\/staff><beam number="1">begin<\/beam><notations>/);
  });
  it("is stored as it came", () =>
    expect(readScore(file(1, 4, row(8, 8))).xml).not.toMatch(/<beam/));
});

describe("a title that stands only on the page", () => {
  const page = (credits: string) =>
    readScore(
      `<score-partwise>${credits}<part-list/><part id="P1"><measure number="1">` +
        "<attributes><divisions>1</divisions></attributes><note><pitch>" +
        "<step>C</step><octave>5</octave></pitch><duration>4</duration></note>" +
        "</measure></part></score-partwise>",
    ).score;
  const words = (text: string, more: string, page = "1") =>
    `<credit page="${page}"><credit-words ${more}>${text}</credit-words></credit>`;
  it("is read from the largest words, the composer from the right", () => {
    const score = page(
      words("1", 'font-size="30" justify="center"') +
        words("Evening at the Weir", 'font-size="22" justify="center" default-y="1500"') +
        words("for two hands", 'font-size="14" justify="center"') +
        words("Odile Marrane", 'font-size="10" justify="right" default-y="1400"') +
        words("© 2020", 'font-size="40" justify="center"') +
        words("Another page", 'font-size="50"', "2"),
    );
    expect([score.title, score.composer]).toEqual(["Evening at the Weir", "Odile Marrane"]);
  });
  it("is what the file calls it before that", () => {
    const typed =
      '<credit page="1"><credit-type>composer</credit-type><credit-words>O. ' +
      "Marrane</credit-words></credit><credit " +
      'page="1"><credit-type>title</credit-type><credit-words ' +
      'font-size="8">Weir</credit-words></credit>';
    expect(page(words("Large words", 'font-size="30"') + typed)).toMatchObject({
      title: "Weir",
      composer: "O. Marrane",
    });
    expect(
      page(`<work><work-title>Named</work-title></work>${words("Large words", 'font-size="30"')}`)
        .title,
    ).toBe("Named");
  });
});
