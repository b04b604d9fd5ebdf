import fc from "fast-check";
import { readScore, type Score } from "../score/index.ts";
import { scoreOf } from "../testing.ts";
import { analyse, contents, type Return } from "./index.ts";
import { Numbers } from "./content.ts";

// Each relation on its own, on invented bars; what it is called follows from the definitions in
// docs and code.

const brief = ({ from, to, of, relation, hand, interval }: Return) =>
  `${hand} ${relation} ${from}-${to} of ${of} ${interval}`;
const found = (score: Score, relation?: Return["relation"]) =>
  analyse(score)
    .returns.filter((one) => relation === undefined || one.relation === relation)
    .map(brief);
const theme = ["C4 D4 E4 F4", "G4 E4:2 D4"] as const;
const apart = [
  ["A4:2 B4:2", "r:4"],
  ["B4 A4:3", "r:4"],
] as const;
const over = (bars: readonly string[]) => bars.map((bar) => [bar, "r:4"] as const);

describe("a transposed return", () => {
  it("is real when every interval is kept", () => {
    expect(
      found(scoreOf([...over(theme), ...apart, ...over(["D4 E4 F#4 G4", "A4 F#4:2 E4"])])),
    ).toEqual(["right transposed 4-5 of 0 2"]);
  });
  it("is tonal when it moves along the scale, and says so", () => {
    const { returns } = analyse(
      scoreOf([...over(theme), ...apart, ...over(["D4 E4 F4 G4", "A4 F4:2 E4"])]),
    );
    expect(returns.map(brief)).toEqual(["right transposed 4-5 of 0 2"]);
    expect(returns[0]!.tonal).toBe(true);
  });
  it("is an octave return when it moves by octaves, and needs two bars otherwise", () => {
    expect(
      found(scoreOf([...over(theme), ...apart, ...over(["C5 D5 E5 F5", "G5 E5:2 D5"])])),
    ).toEqual(["right octave 4-5 of 0 12"]);
    expect(
      found(scoreOf([...over(theme), ...apart, ...over(["D4 E4 F#4 G4"])]), "transposed"),
    ).toEqual([]);
  });
});

describe("an exchanged return", () => {
  const low = ["C3:2 G2:2", "E3 D3 C3:2"] as const;
  const bars = [
    [theme[0], low[0]],
    [theme[1], low[1]],
    ...apart.map(([right]) => [right, "F2:2 A2:2"] as const),
    ["C5:2 G4:2", "C3 D3 E3 F3"],
    ["E5 D5 C5:2", "G3 E3:2 D3"],
  ] as const;
  it("is found in each hand and together", () => {
    expect(found(scoreOf(bars), "exchanged")).toEqual([
      "right exchanged 4-5 of 0 24",
      "left exchanged 4-5 of 0 -12",
      "both exchanged 4-5 of 0 24",
    ]);
  });
});

describe("a return of the rhythm", () => {
  // a rhythm of its own among even bars
  const even = (names: string[]) => names.map((name) => `${name}4 ${name}4 ${name}4 ${name}4`);
  const odd = (a: string, b: string) => [
    `${a}4:1.5 ${b}4:0.5 ${a}4:0.5 ${b}4:1.5`,
    `${b}4:0.5 ${a}4:2.5 ${b}4:1`,
    `${a}4:1 ${b}4:0.5 ${a}4:2.5`,
    `${b}4:2.5 ${a}4:1.5`,
  ];
  it("is told only where the rhythm is telling", () => {
    const score = scoreOf(
      over([...odd("C", "E"), ...even(["C", "D", "E", "F", "G", "A", "B"]), ...odd("D", "G")]),
    );
    expect(found(score, "rhythm")).toEqual(["right rhythm 11-14 of 0 0"]);
    expect(
      found(
        scoreOf(
          over([
            "C4 D4 E4 G4",
            "A4 B4 C5 G4",
            "F4 D4 B3 C4",
            "E4 G4 A4 D4",
            "B4 F4 C4 A4",
            "D5 B4 E4 C4",
          ]),
        ),
        "rhythm",
      ),
    ).toEqual([]);
  });
});

describe("differences", () => {
  const withXml = (change: (xml: string) => string) => {
    const note = (step: string, octave: number, more = "") =>
      `<note>${more.includes("grace") ? "<grace/>" : ""}<pitch><step>${step}</step>` +
      `<octave>${octave}</octave></pitch>` +
      (more.includes("grace") ? "" : "<duration>1</duration>") +
      (more.includes("trill")
        ? "<notations><ornaments><trill-mark/></ornaments></notations>"
        : "") +
      "</note>";
    const bar = (number: number, notes: string) =>
      `<measure number="${number}">` +
      (number === 1
        ? "<attributes><divisions>1</divisions><key><fifths>0</fifths>" +
          "<mode>major</mode></key></attributes>"
        : "") +
      `${notes}</measure>`;
    const first = `${note("C", 4)}${note("E", 4)}${note("G", 4)}${note("E", 4)}`;
    const second = `${note("D", 4)}${note("F", 4)}${note("A", 4)}${note("B", 4)}`;
    return readScore(
      change(
        `<score-partwise><part-list/><part id="P1">${bar(1, first)}` +
          bar(2, second) +
          bar(3, `${note("A", 5)}${note("B", 5)}${note("A", 5)}${note("G", 5)}`) +
          `${bar(4, first)}${bar(5, second)}</part>` +
          "</score-partwise>",
      ),
    ).score;
  };
  const ofReturn = (score: Score) =>
    analyse(score)
      .returns.filter((one) => one.from === 3)
      .flatMap((one) => one.differences.map(({ text }) => text));
  /** Changes the text of the fourth measure. */
  const inFourth = (change: (measure: string) => string) =>
    withXml((xml) => xml.replace(/<measure number="4">[\s\S]*?<\/measure>/, change));

  it("of ornaments and grace notes do not hide an exact return, and are told", () => {
    const score = inFourth((measure) =>
      measure.replace(
        "</note>",
        "<notations><ornaments><trill-mark/></ornaments></notations></note><note>" +
          "<grace/><pitch><step>F</step><octave>4</octave></pitch></note>",
      ),
    );
    expect(analyse(score).returns.map(brief)).toEqual(["right exact 3-4 of 0 0"]);
    expect(ofReturn(score)).toEqual([
      "bar 4, right hand, beat 1: trill on C added",
      "bar 4, right hand, beat 2: grace note F added",
    ]);
  });
  it("of a note, a length and an octave are told in words", () => {
    expect(
      ofReturn(
        inFourth((measure) => measure.replace("<step>G</step>", "<step>G</step><alter>1</alter>")),
      ),
    ).toEqual(["bar 4, right hand, beat 3: G sharp instead of G"]);
    expect(
      ofReturn(
        inFourth((measure) =>
          measure.replace("<step>G</step><octave>4", "<step>G</step><octave>5"),
        ),
      ),
    ).toEqual(["bar 4, right hand, beat 3: G an octave higher"]);
  });
  it("of the ending: what led on now closes", () => {
    const score = withXml((xml) =>
      xml.replace(
        /(<measure number="5">[\s\S]*)<step>B<\/step><octave>4/,
        "$1<step>C</step><octave>5",
      ),
    );
    expect(ofReturn(score)).toEqual([
      "bar 5, right hand, beat 4: C instead of B",
      "bar 5: ends on the tonic instead of leading on",
    ]);
  });
});

describe("work", () => {
  it(
    "is whole for new bars, a quarter in another key, the share that differs " +
      "in a varied return, none for what is known",
    () => {
      const score = scoreOf(
        over([
          ...theme,
          "A4:2 B4:2",
          ...theme,
          "D4 E4 F#4 G4",
          "A4 F#4:2 E4",
          "B4 A4:3",
          "C4 D4 E4 F4",
          "G4 E4:2 C4",
        ]),
      );
      expect(analyse(score).work.right).toEqual([
        1,
        1,
        1,
        0,
        0,
        0.25,
        0.25,
        1,
        0,
        expect.closeTo(1 / 3) as number,
      ]);
    },
  );
});

// The quick search against the definition written out plainly, for transposition.
it("agrees with the plain definition of real transposition on 200 pieces made of few bars", () => {
  const BARS = [
    "C4 D4 E4 F4",
    "D4 E4 F#4 G4",
    "G4 A4 B4 C5",
    "E4:2 G4:2",
    "F#4:2 A4:2",
    "A4:4",
    "C5 D5 E5 F5",
    "r:4",
  ];
  const pieces = fc.array(fc.constantFrom(...BARS), { minLength: 3, maxLength: 12 });
  fc.assert(
    fc.property(pieces, (bars) => {
      const score = scoreOf(over(["C4 E4 D4 B3", ...bars]));
      const line = contents(score, "right", new Numbers());
      for (const one of analyse(score).returns.filter(
        (other) => other.relation === "transposed" && !other.tonal,
      )) {
        // every bar the same pattern at the same distance, no octave, two bars at least, nothing
        // silent at the ends
        for (let k = 0; k <= one.to - one.from; k++) {
          const [now, before] = [line[one.from + k]!, line[one.of + k]!];
          expect(now.pattern).toBe(before.pattern);
          if (now.pattern >= 0) expect(now.base - before.base).toBe(one.interval);
        }
        expect(one.interval % 12).not.toBe(0);
        expect(one.to).toBeGreaterThan(one.from);
        expect(line[one.from]!.pattern >= 0 && line[one.to]!.pattern >= 0).toBe(true);
        // it cannot be longer to the right
        const [next, source] = [line[one.to + 1], line[one.ofTo + 1]];
        if (next && source && next.pattern >= 0)
          expect(next.pattern === source.pattern && next.base - source.base === one.interval).toBe(
            false,
          );
      }
    }),
    { numRuns: 200 },
  );
});
