import { scoreOf } from "../testing.ts";
import { analyse, formName, type Segment } from "./index.ts";

// Sequences, imitation and grounds, each made on purpose; terms as music theory has them, common
// practice, no source.

const right = (bars: string[]) => bars.map((bar) => [bar, "r:4"] as const);

describe("a sequence", () => {
  it("is a cell that moves by step: its length, how often and which way", () => {
    const { sequences } = analyse(
      scoreOf(
        right(["C5 B4:0.5 A4:0.5 G4:2", "B4 A4:0.5 G4:0.5 F4:2", "A4 G4:0.5 F4:0.5 E4:2", "C4:4"]),
      ),
    );
    expect(sequences).toEqual([
      expect.objectContaining({
        hand: "right",
        statements: 3,
        steps: -1,
        cell: 4,
        from: { bar: 0, offset: { num: 0, den: 1 } },
        to: { bar: 3, offset: { num: 0, den: 1 } },
      }),
    ]);
  });
  it("may be shorter than a bar", () => {
    const { sequences } = analyse(
      scoreOf(
        right(["C4:0.5 E4:0.5 D4:1 D4:0.5 F4:0.5 E4:1", "E4:0.5 G4:0.5 F4:1 F4:0.5 A4:0.5 G4:1"]),
      ),
    );
    expect(sequences).toEqual([expect.objectContaining({ statements: 4, steps: 1, cell: 2 })]);
  });
  it("is neither a scale nor a repetition nor two statements", () => {
    expect(analyse(scoreOf(right(["C4 D4 E4 F4", "G4 A4 B4 C5"]))).sequences).toEqual([]);
    expect(analyse(scoreOf(right(["C4 E4 D4:2", "C4 E4 D4:2", "C4 E4 D4:2"]))).sequences).toEqual(
      [],
    );
    expect(analyse(scoreOf(right(["C4 E4 D4:2", "D4 F4 E4:2", "B4:4"]))).sequences).toEqual([]);
  });
});

describe("imitation", () => {
  const subject = ["C5 D5:0.5 E5:0.5 F5 D5", "E5:1.5 C5:0.5 B4 C5"];
  it("is heard when the other hand takes the theme up, at its distance and interval", () => {
    const { imitations } = analyse(
      scoreOf([
        [subject[0]!, "r:4"],
        [subject[1]!, "C3 D3:0.5 E3:0.5 F3 D3"],
        ["G4:4", "E3:1.5 C3:0.5 B2 C3"],
      ]),
    );
    expect(imitations).toEqual([
      expect.objectContaining({
        leader: "right",
        follower: "left",
        distance: 4,
        steps: -14,
        notes: 9,
        canon: false,
        from: { bar: 0, offset: { num: 0, den: 1 } },
        entry: { bar: 1, offset: { num: 0, den: 1 } },
      }),
    ]);
  });
  it("is a canon when it goes on", () => {
    const tune = [
      ...subject,
      "A4 G4:0.5 F4:0.5 E4:0.5 F4:1.5",
      "G4:0.5 A4:0.5 B4 C5:2",
      "E5 D5:0.5 C5:0.5 D5 G4",
      "A4:1.5 B4:0.5 C5:2",
    ];
    const low = tune.map((bar) =>
      bar.replace(
        /([A-G])(\d)/g,
        (_, step: string, octave: string) => `${step}${Number(octave) - 1}`,
      ),
    );
    const { imitations } = analyse(
      scoreOf([...tune, "C5:4"].map((bar, i) => [bar, i === 0 ? "r:4" : low[i - 1]!] as const)),
    );
    expect(imitations[0]).toMatchObject({
      leader: "right",
      follower: "left",
      distance: 4,
      steps: -7,
      canon: true,
    });
  });
  it("is not every scale that both hands play", () => {
    expect(
      analyse(
        scoreOf([
          ["C5 D5 E5 F5", "r:4"],
          ["G5 A5 B5 C6", "C3 D3 E3 F3"],
          ["C5:4", "G3 A3 B3 C4"],
        ]),
      ).imitations,
    ).toEqual([]);
  });
});

describe("a ground", () => {
  const bass = ["C3:2 G2:2", "A2:2 E2:2"];
  const above = [
    "E4 F4 G4 A4",
    "C5 B4 A4:2",
    "G4:2 E4:2",
    "C4 E4 A4 C5",
    "G4 E4 D4:2",
    "E4 C4 A3:2",
  ];
  it("is a bass that keeps returning: its length, how often, in which mode", () => {
    const { grounds } = analyse(scoreOf(above.map((bar, i) => [bar, bass[i % 2]!] as const)));
    expect(grounds).toEqual([
      { hand: "left", from: 0, to: 5, length: 2, statements: 3, mode: "major" },
    ]);
  });
  it("is not one note held on", () => {
    expect(analyse(scoreOf(above.map((bar) => [bar, "C3:2 C3:2"] as const))).grounds).toEqual([]);
  });
});

describe("the name of a form", () => {
  const plain = scoreOf(right(["C4:4", "D4:4"]));
  const cut = (labels: string[]): Segment[] =>
    labels.map((label, i) => ({ label, from: i * 8, to: i * 8 + 7, reason: "", children: [] }));
  it.each([
    [["A", "B", "A′"], "ternary"],
    [["A", "B"], "binary"],
    [["A", "A′", "A″", "A‴"], "variations"],
    [["A", "B", "A", "C", "A"], "rondo"],
    [["A", "B", "C", "D"], "through-composed"],
    [["A", "A", "B", "link", "A", "coda"], "ternary"],
  ])("of %j is %s", (labels, name) => {
    const found = formName(plain, cut(labels))!;
    expect(found.name).toBe(name);
    expect(found.caveat).toMatch(/\.$/);
  });
  it("is left open where none holds", () =>
    expect(formName(plain, cut(["A", "B", "A", "C", "B"]))).toBeUndefined());
});
