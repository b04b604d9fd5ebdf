import { NO_SHAPE, readScore, startOf, toNumber } from "../score/index.ts";
import { scoreOf } from "../testing.ts";
import { clarityOf, proposePedal, type PedalStyle } from "./index.ts";

type Bars = readonly (readonly [string, string])[];
const said = (
  bars: Bars,
  metre: [number, number] = [4, 4],
  tempo = 90,
  style: PedalStyle = "harmony",
) => {
  const score = scoreOf(bars, metre);
  return proposePedal(score, { style, from: 0, to: score.bars.length - 1, tempo }).map(
    ({ bar, offset, kind, depth, pedal }) =>
      `${bar + 1}.${offset.num / offset.den} ${pedal ? `${pedal} ` : ""}` +
      `${depth ? (depth === 0.5 ? "half " : "quarter ") : ""}${kind}`,
  );
};
const why = (bars: Bars, metre: [number, number] = [4, 4], tempo = 90) => {
  const score = scoreOf(bars, metre);
  return proposePedal(score, { style: "harmony", from: 0, to: score.bars.length - 1, tempo }).map(
    (mark) => mark.why,
  );
};

// Textbook situations and what a teacher expects; common practice, no source
describe("pedal by harmony", () => {
  it.each<[string, string, Bars, [number, number], number, string[]]>([
    [
      "a bar of one harmony",
      "one pedal holds it",
      [["C5:4", "C3 G3 E4 G3"]],
      [4, 4],
      90,
      ["1.0 down", "1.4 up"],
    ],
    [
      "two bars of one harmony",
      "a harmony can last",
      [
        ["C5:4", "C3 G3 E4 G3"],
        ["C5:4", "C3 G3 E4 G3"],
      ],
      [4, 4],
      90,
      ["1.0 down", "2.4 up"],
    ],
    [
      "a new harmony with the bar",
      "the foot changes with it",
      [
        ["C5:4", "C3 G3 E4 G3"],
        ["D5:4", "G2 D3 B3 D3"],
      ],
      [4, 4],
      90,
      ["1.0 down", "2.0 change", "2.4 up"],
    ],
    [
      "a new bass under the same tune",
      "the foot changes with the bass",
      [
        ["E5:4", "C3 G3 E4 G3"],
        ["E5:4", "A2 E3 C4 E3"],
      ],
      [4, 4],
      90,
      ["1.0 down", "2.0 change", "2.4 up"],
    ],
    [
      "a waltz",
      "the bass rings under its chords, bar by bar",
      [
        ["E5:3", "C3 E4+G4 E4+G4"],
        ["D5:3", "G2 D4+F4 D4+F4"],
        ["C5:3", "C3 E4+G4 E4+G4"],
      ],
      [3, 4],
      120,
      ["1.0 down", "2.0 change", "3.0 change", "3.3 up"],
    ],
    [
      "a chorale",
      "chords the hands cannot join are joined by the foot, each changed; the last they hold",
      [["C5+E5:1 B4+D5:1 A4+C5:1 G4+C5:1", "C3+G3:1 D3+G3:1 F3+C4:1 E3+C4:1"]],
      [4, 4],
      60,
      ["1.0 down", "1.1 change", "1.2 change", "1.3 up"],
    ],
    [
      "a broken accompaniment that changes in the half bar",
      "so does the foot",
      [["E5:2 D5:2", "C4:0.5 G4:0.5 E4:0.5 G4:0.5 B3:0.5 G4:0.5 D4:0.5 G4:0.5"]],
      [4, 4],
      120,
      ["1.0 down", "1.2 change", "1.4 up"],
    ],
    [
      "a low bass far under its chord",
      "the hand must leave it: the foot keeps it",
      [["C5+E5+G5:2 F5+A5+C6:2", "C2:1 C3+G3:1 F2:1 C3+F3:1"]],
      [4, 4],
      90,
      ["1.0 down", "1.2 change", "1.4 up"],
    ],
    [
      "a scale low down",
      "it blurs at once: none",
      [["r:4", "C2:0.5 D2:0.5 E2:0.5 F2:0.5 G2:0.5 A2:0.5 B2:0.5 C3:0.5"]],
      [4, 4],
      90,
      [],
    ],
    ["a slow chromatic bass", "none", [["r:4", "E2:1 F2:1 F#2:1 G2:1"]], [4, 4], 60, []],
    [
      "two voices in counterpoint",
      "the hands join them: none",
      [["C5:0.5 D5:0.5 E5:0.5 F5:0.5 G5 E5", "C4 B3 A3 C4"]],
      [4, 4],
      90,
      [],
    ],
    [
      "chords between rests",
      "rests are to be heard: none",
      [["C5+E5+G5:1 r:1 C5+E5+G5:1 r:1", "C3:1 r:1 C3:1 r:1"]],
      [4, 4],
      80,
      [],
    ],
    [
      "a bass under chords that move away from it",
      "half: the bass stays, the chords are cleared",
      [["C5+E5:1 F5+A5:1 G5+B5:1 C5+E5:1", "C2:1 A4+C5:1 B4+D5:1 G4+C5:1"]],
      [4, 4],
      90,
      ["1.0 down", "1.2 half change", "1.3 up"],
    ],
    [
      "a tune by seconds and sevenths over a broken chord",
      "half down: the chord rings, the tune is not drowned",
      [
        [
          "B5:0.5 A5:0.5 C6:0.5 A5:0.5 F5:0.5 B5:0.5 A5:0.5 G5:0.5",
          "G3:0.5 D4:0.5 B3:0.5 D4:0.5 G3:0.5 D4:0.5 B3:0.5 D4:0.5",
        ],
      ],
      [4, 4],
      90,
      ["1.0 half down", "1.4 up"],
    ],
    [
      "quick octaves by step low down",
      "only a fluttering foot joins without a blur",
      [
        ["r:4", "C2+C3:0.5 D2+D3:0.5 E2+E3:0.5 F2+F3:0.5 G2+G3:0.5 F2+F3:0.5 E2+E3:0.5 D2+D3:0.5"],
        ["C5:4", "C2:1 C4+E4+G4:3"],
      ],
      [4, 4],
      100,
      ["1.0 flutter", "2.0 down", "2.4 up"],
    ],
    [
      "slow octaves by step low down",
      "each is changed",
      [["r:4", "C2+C3:1 D2+D3:1 E2+E3:1 F2+F3:1"]],
      [4, 4],
      80,
      ["1.0 down", "1.1 change", "1.2 change", "1.3 up"],
    ],
    [
      "a line high up by step",
      "the hand joins it: none",
      [["C6:0.5 D6:0.5 E6:0.5 F6:0.5 G6:0.5 F6:0.5 E6:0.5 D6:0.5", "r:4"]],
      [4, 4],
      120,
      [],
    ],
    [
      "a broken chord high up",
      "it hardly ever blurs: one pedal",
      [["C6:0.5 E6:0.5 G6:0.5 C7:0.5 G6:0.5 E6:0.5 C6:0.5 E6:0.5", "r:4"]],
      [4, 4],
      120,
      ["1.0 down", "1.4 up"],
    ],
    [
      "a quick broken accompaniment of one harmony",
      "one pedal",
      [["C5:4", "C4:0.5 G4:0.5 E4:0.5 G4:0.5 C4:0.5 G4:0.5 E4:0.5 G4:0.5"]],
      [4, 4],
      160,
      ["1.0 down", "1.4 up"],
    ],
    [
      "two chords of a hymn",
      "joined by the foot, up with the last, which the hands hold",
      [["C5+E5:1 D5+F5:1", "C3+G3:1 B2+G3:1"]],
      [2, 4],
      60,
      ["1.0 down", "1.1 up"],
    ],
    [
      "detached chords",
      "they are to be short: none",
      [
        [
          "C5+E5:0.5 r:0.5 C5+E5:0.5 r:0.5 B4+D5:0.5 r:0.5 C5+E5:0.5 r:0.5",
          "C3:0.5 r:0.5 C3:0.5 r:0.5 G3:0.5 r:0.5 C3:0.5 r:0.5",
        ],
      ],
      [4, 4],
      72,
      [],
    ],
    [
      "a single line the hand joins",
      "none",
      [
        ["C5 D5 E5 F5", "r:4"],
        ["G5 F5 E5 D5", "r:4"],
      ],
      [4, 4],
      90,
      [],
    ],
  ])("%s: %s", (_, __, bars, metre, tempo, marks) =>
    expect(said(bars, metre, tempo)).toEqual(marks),
  );

  it("says why each mark stands there", () => {
    expect(
      why([
        ["C5:4", "C3 G3 E4 G3"],
        ["D5:4", "G2 D3 B3 D3"],
      ]),
    ).toEqual(["the tones of C ring together", "new harmony: G after C", "the end"]);
  });
  it("is up before a rest of all hands", () => {
    const marks = said(
      [
        ["G5:2 r:2", "C3:1 E4+G4:1 r:2"],
        ["G5:4", "C3 G3 E4 G3"],
      ],
      [4, 4],
      80,
    );
    expect(marks.slice(0, 3)).toEqual(["1.0 down", "1.2 up", "2.0 down"]);
  });
  it("leaves more dry in the dry style, never less", () => {
    for (const bars of [
      [["C5+E5:1 B4+D5:1 A4+C5:1 G4+C5:1", "C3+G3:1 D3+G3:1 F3+C4:1 E3+C4:1"]],
      [
        ["C5:4", "C3 G3 E4 G3"],
        ["D5:4", "C3 F3 A3 F3"],
      ],
    ] as Bars[]) {
      expect(said(bars, [4, 4], 100, "dry").length).toBeLessThanOrEqual(
        said(bars, [4, 4], 100).length,
      );
    }
  });
  it("in the dry style has only a quarter under a tune by step over repeated chords", () => {
    const bars: Bars = [["E5 F5 G5 A5", "C4+E4+G4 C4+E4+G4 C4+E4+G4 C4+E4+G4"]];
    expect(said(bars, [4, 4], 70, "dry")).toEqual(["1.0 quarter down", "1.3 up"]);
    expect(
      proposePedal(scoreOf(bars), { style: "dry", from: 0, to: 0, tempo: 70 })[0]!.why,
    ).toMatch(/^a quarter down: all the way [A-G] would ring into [A-G]; /);
    expect(said(bars, [4, 4], 70)).toEqual(["1.0 down", "1.3 up"]);
  });
  it("stays within the bars that were asked for", () => {
    const score = scoreOf([
      ["C5:4", "C3 G3 E4 G3"],
      ["D5:4", "G2 D3 B3 D3"],
      ["C5:4", "C3 G3 E4 G3"],
    ]);
    for (const [from, to] of [
      [0, 0],
      [1, 1],
      [0, 1],
      [1, 2],
    ] as const) {
      const marks = proposePedal(score, { style: "harmony", from, to, tempo: 90 });
      expect(marks.every((mark) => mark.bar >= from && mark.bar <= to)).toBe(true);
      expect(marks.map((mark) => mark.kind).at(-1)).toBe("up");
    }
  });
  it("changes oftener in a reverberant room than in a dry one", () => {
    const bars: Bars = [
      ["C5:4", "C3 G3 E4 G3"],
      ["D5:4", "C3 A3 F4 A3"],
    ];
    const count = (room: "dry" | "normal" | "reverberant") =>
      proposePedal(scoreOf(bars), { style: "harmony", from: 0, to: 1, tempo: 90, room }).length;
    expect([count("dry"), count("reverberant")]).toEqual([2, 3]);
    const plan = [{ bar: 0, offset: { num: 0, den: 1 }, kind: "down" as const }];
    const clear = (room: "dry" | "normal" | "reverberant") =>
      Math.min(...clarityOf(scoreOf(bars), plan, 0, 1, 90, room).map((one) => one.value));
    expect(clear("dry")).toBeGreaterThan(clear("normal"));
    expect(clear("normal")).toBeGreaterThan(clear("reverberant"));
  });
  it("puts una corda where it stays very soft, and takes it off where it does not", () => {
    const xml = (level: string) =>
      `<direction><direction-type><dynamics><${level}/></dynamics></direction-type></direction>`;
    const bar = (n: number, mark = "") =>
      `<measure number="${n}">${n === 1 ? "<attributes><divisions>1</divisions></attributes>" : ""}${mark}<note>` +
      "<pitch><step>E</step><octave>5</octave></pitch><duration>4</duration>" +
      "</note></measure>";
    const score = readScore(
      `<score-partwise><part-list/><part id="P1">${bar(1, xml("p"))}` +
        `${bar(2, xml("pp"))}${bar(3)}${bar(4, xml("mf"))}${bar(5, xml("ppp"))}` +
        "</part>" +
        "</score-partwise>",
    ).score;
    expect(
      proposePedal(score, { style: "harmony", from: 0, to: 4, tempo: 60 }).map(
        (mark) => `${mark.bar + 1} ${mark.pedal} ${mark.kind}`,
      ),
    ).toEqual(["2 soft down", "4 soft up"]);
    // the teacher's own curve has the word
    const shape = {
      ...NO_SHAPE,
      loudness: [
        { ...startOf(0), level: 6 },
        { ...startOf(3), level: 6 },
        { ...startOf(3), level: 2 },
      ],
    };
    expect(
      proposePedal(score, { style: "harmony", from: 0, to: 4, tempo: 60, shape }).map(
        (mark) => `${mark.bar + 1} ${mark.pedal} ${mark.kind}`,
      ),
    ).toEqual(["4 soft down", "5 soft up"]);
  });
  it("has the sostenuto catch a long bass the hand must leave, and says what it catches", () => {
    const note = (step: string, octave: number, length: number, voice: number, staff: number) =>
      `<note><pitch><step>${step}</step><octave>${octave}</octave></pitch>` +
      `<duration>${length}</duration><voice>${voice}</voice><staff>${staff}</staff>` +
      "</note>";
    const back = "<backup><duration>4</duration></backup>";
    const score = readScore(
      `<score-partwise><part-list/><part id="P1"><measure number="1">` +
        "<attributes><divisions>1</divisions><staves>2</staves></attributes>" +
        `${note("E", 5, 4, 1, 1)}${back}${note("C", 2, 4, 2, 2)}${back}<forward>` +
        `<duration>1</duration></forward>${note("G", 3, 1, 3, 2)}` +
        `${note("B", 3, 1, 3, 2)}${note("A", 3, 0.5, 3, 2)}` +
        `${note("F", 3, 0.5, 3, 2)}</measure>` +
        "</part></score-partwise>",
    ).score;
    const others = proposePedal(score, { style: "harmony", from: 0, to: 0, tempo: 60 }).filter(
      (mark) => mark.pedal,
    );
    expect(others.map((mark) => `${mark.kind} ${toNumber(mark.offset)}`)).toEqual([
      "down 0",
      "up 4",
    ]);
    expect(others[0]!.why).toMatch(/must catch C/);
  });
  it("has nothing to say of silence", () =>
    expect(
      proposePedal(
        scoreOf([
          ["r:4", "r:4"],
          ["C5:4", "C3:4"],
        ]),
        { style: "harmony", from: 0, to: 0, tempo: 90 },
      ),
    ).toEqual([]));
});
