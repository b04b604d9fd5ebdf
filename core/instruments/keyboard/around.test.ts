import { plain } from "../../words/say.ts";
import { readScore, type Score } from "../../score/index.ts";
import { lineOf, scoreOf } from "../../testing.ts";
import { check, propose } from "../propose.ts";
import { lying, ornamentWith } from "./index.ts";

// What lies around the notes: ornaments, the other hand, the pedal, the edition. What is expected
// is common practice, no source.

const fingersOf = (
  score: Score,
  hand: "right" | "left",
  options: Partial<Parameters<typeof propose>[1]> = {},
) => propose(score, { hand, from: 0, to: score.bars.length - 1, ...options });
const line = (found: ReturnType<typeof propose>) =>
  found.notes.map((note) => note.finger ?? "-").join("");

/** One hand's quarters, each with what its `<notations>` hold. */
function signed(
  notes: readonly (readonly [step: string, octave: number, sign?: string])[],
  staff: 1 | 2,
): Score {
  const rest = `<note><rest/><duration>${notes.length}</duration><voice>9</voice><staff>${3 - staff}</staff></note>`;
  const written = notes
    .map(
      ([step, octave, sign]) =>
        `<note><pitch><step>${step}</step><octave>${octave}</octave></pitch>` +
        `<duration>1</duration><voice>1</voice><staff>${staff}</staff>` +
        `${sign ? `<notations>${sign}</notations>` : ""}</note>`,
    )
    .join("");
  return readScore(
    `<score-partwise><part-list/><part id="P1"><measure number="1">` +
      `<attributes><divisions>1</divisions><time><beats>${notes.length}</beats>` +
      `<beat-type>4</beat-type></time><staves>2</staves></attributes>${written}<backup>` +
      `<duration>${notes.length}</duration></backup>${rest}</measure></part>` +
      "</score-partwise>",
  ).score;
}
const ornament = (name: string) => `<ornaments><${name}/></ornaments>`;

describe("ornaments", () => {
  it.each(["right", "left"] as const)(
    "a trill has a strong pair in the %s hand, wherever it lies",
    (hand) => {
      for (const step of ["C", "D", "E", "F", "G", "A", "B"]) {
        const found = fingersOf(
          signed([[step, 4, ornament("trill-mark")]], hand === "right" ? 1 : 2),
          hand,
        );
        // never with the fourth and fifth, and a finger for the note above is free
        expect(hand === "right" ? ["1", "2"] : ["2", "3"]).toContain(found.notes[0]!.finger);
        expect(found.reasons.map(plain).find((reason) => reason.startsWith("The trill"))).toMatch(
          hand === "right" ? /with (1 and 3|2 and 3)\./ : /with (2 and 1|3 and 2)\./,
        );
      }
    },
  );
  it("a mordent goes down, so the thumb of the right hand does not take it, nor the little finger of the left", () => {
    const first = (hand: "right" | "left") =>
      fingersOf(signed([["E", 4, ornament("mordent")]], hand === "right" ? 1 : 2), hand).notes[0]!
        .finger;
    expect(["2", "3"]).toContain(first("right"));
    expect(["1", "2"]).toContain(first("left"));
  });
  it("a turn has a finger free on both sides", () => {
    for (const hand of ["right", "left"] as const)
      expect(["2", "3"]).toContain(
        fingersOf(signed([["G", 4, ornament("turn")]], hand === "right" ? 1 : 2), hand).notes[0]!
          .finger,
      );
  });
  it("changes the fingers that lead to it", () => {
    const notes = [
      ["C", 4],
      ["D", 4],
      ["E", 4],
      ["F", 4],
      ["G", 4],
    ] as const;
    const plain = line(fingersOf(signed(notes, 1), "right"));
    const trilled = fingersOf(
      signed([...notes.slice(0, 4), ["G", 4, ornament("trill-mark")]], 1),
      "right",
    );
    expect(plain).toBe("12345");
    expect(["1", "2", "3"]).toContain(trilled.notes.at(-1)!.finger);
  });
});

describe("the other hand in the way", () => {
  it("a key both hands have is a problem with a way out, in the proposal and in the check", () => {
    const score = scoreOf([["C4 D4 E4 F4", "C4:1 r:3"]]);
    const [problem] = fingersOf(score, "right").problems;
    expect(problem).toMatchObject({
      kind: "hands meet",
      bar: 0,
      text: "Bar 1: both hands have C at once.",
      ways: ["Let one hand take it."],
    });
    expect(check(score, new Map()).map((doubt) => doubt.kind)).toEqual(["hands meet"]);
    const held = fingersOf(scoreOf([["G4 F4 E4 F4", "E4:4"]]), "right").problems;
    expect(held.map((one) => one.text)).toEqual(["Bar 1: E is still under the other hand."]);
    expect(fingersOf(scoreOf([["C4 D4 E4 F4", "C3:4"]]), "right").problems).toEqual([]);
  });
  it("the thumb keeps out of where the hands interlock", () => {
    const free = fingersOf(scoreOf([["E4 G4 E4 G4", "C3:4"]]), "right");
    const tangled = fingersOf(scoreOf([["E4 G4 E4 G4", "F4:4"]]), "right");
    const thumbs = (found: ReturnType<typeof propose>) =>
      found.notes.filter((note) => note.finger === "1").length;
    expect(thumbs(free)).toBeGreaterThan(0);
    expect(thumbs(tangled)).toBeLessThan(thumbs(free));
  });
});

describe("the pedal", () => {
  it("makes going from key to key cheaper, and never one finger on two keys in a row", () => {
    const score = scoreOf([["C4:0.5 E4:0.5 G4:0.5 C5:0.5 E5:0.5 G5:0.5 C6:0.5 G5:0.5", "r:4"]]);
    const pedal = [{ bar: 0, offset: { num: 0, den: 1 }, kind: "down" as const }];
    const [dry, joined] = [fingersOf(score, "right"), fingersOf(score, "right", { pedal })];
    expect(joined.cost).toBeLessThan(dry.cost);
    joined.notes.forEach((note, i) => expect(note.finger).not.toBe(joined.notes[i - 1]?.finger));
  });
});

describe("the edition’s fingers as a school", () => {
  const printed = (finger: string) => `<technical><fingering>${finger}</fingering></technical>`;
  const score = signed(
    [
      ["C", 4, printed("2")],
      ["D", 4, printed("3")],
      ["E", 4],
      ["F", 4],
      ["G", 4, printed("9")],
    ],
    1,
  );
  it("are kept to the letter, the rest is solved around them, and it is said", () => {
    const kept = fingersOf(score, "right", { school: { edition: true } });
    expect(line(kept).slice(0, 2)).toBe("23");
    expect(kept.reasons[0]).toBe("2 printed fingers are kept, as the edition has them.");
    expect(line(fingersOf(score, "right"))).toBe("12345");
  });
  it("give way to the teacher’s", () => {
    expect(
      line(
        fingersOf(score, "right", {
          school: { edition: true },
          locks: new Map([[score.notes[0]!.id, "1"]]),
        }),
      ).slice(0, 2),
    ).toBe("13");
  });
});

describe("a group of a sequence in which a black key asks for another finger", () => {
  it("is said with both notes and their fingers", () => {
    // broken thirds a step higher each time: F sharp stands where E stood
    const score = scoreOf([
      ["C4:0.5 E4:0.5 D4:0.5 F4:0.5 E4:0.5 G4:0.5 F4:0.5 D4:0.5", "r:4"],
      ["D4:0.5 F#4:0.5 E4:0.5 G4:0.5 F#4:0.5 A4:0.5 G4:0.5 E4:0.5", "r:4"],
      ["E4:0.5 G4:0.5 F#4:0.5 A4:0.5 G4:0.5 B4:0.5 A4:0.5 F#4:0.5", "r:4"],
    ]);
    const found = fingersOf(score, "right");
    const said = found.reasons.map(plain).filter((reason) => / is black, /.test(reason));
    expect(said.length).toBeGreaterThan(0);
    for (const reason of said) {
      const [, now, finger, before, was] =
        /^Bar [23]: (.+) takes ([1-5]), where (.+) of the first time \(bar [12]\) has ([1-5]): F sharp is black, [EG] white\.$/.exec(
          reason,
        )!;
      expect(now).not.toBe(before);
      expect(finger).not.toBe(was);
    }
    // within a bar it is no return
    const inBar = fingersOf(
      lineOf(
        [
          60, 64, 62, 65, 64, 67, 65, 62, 62, 66, 64, 67, 66, 69, 67, 64, 64, 67, 66, 69, 67, 71,
          69, 66,
        ],
        "right",
      ),
      "right",
    )
      .reasons.map(plain)
      .filter((reason) => / is black, /.test(reason));
    expect(inBar[0]).toMatch(
      /^Bar 1: .+ takes [1-5], where .+ in the group before has [1-5]: F sharp is black, [EG] white\.$/,
    );
    // on white keys alone there is nothing to say
    expect(
      fingersOf(
        scoreOf([
          ["C4:0.5 E4:0.5 D4:0.5 F4:0.5 E4:0.5 G4:0.5 F4:0.5 D4:0.5", "r:4"],
          ["D4:0.5 F4:0.5 E4:0.5 G4:0.5 F4:0.5 A4:0.5 G4:0.5 E4:0.5", "r:4"],
        ]),
        "right",
      ).reasons.filter((reason) => / is black, /.test(reason)),
    ).toEqual([]);
  });
});

describe("a return in another key in which a black key asks for another finger", () => {
  it("is said with both notes, their fingers and the bar of the first time", () => {
    // C major up and down, then F major, whose fourth finger lies on B flat: taught everywhere
    const tune = (first: string, second: string): [string, string][] =>
      [first, second].map((bar) => [bar, "r:4"]);
    const score = scoreOf([
      ...tune(
        "C4:0.5 D4:0.5 E4:0.5 F4:0.5 G4:0.5 A4:0.5 B4:0.5 C5:0.5",
        "B4:0.5 A4:0.5 G4:0.5 F4:0.5 E4:0.5 D4:0.5 C4",
      ),
      ["r:4", "r:4"],
      ...tune(
        "F4:0.5 G4:0.5 A4:0.5 Bb4:0.5 C5:0.5 D5:0.5 E5:0.5 F5:0.5",
        "E5:0.5 D5:0.5 C5:0.5 Bb4:0.5 A4:0.5 G4:0.5 F4",
      ),
    ]);
    const found = fingersOf(score, "right");
    expect(line(found)).toBe("123123454321321123412343214321");
    const said = found.reasons.map(plain).filter((reason) => / is black, /.test(reason));
    expect(said).toEqual([
      "Bar 4: B flat takes 4, where F of the first time (bar 1) has 1: B flat is black, F white.",
      "Bar 4: C takes 1, where G of the first time (bar 1) has 2: B flat is black, F white.",
      expect.stringMatching(/of the first time \(bar [12]\)/),
    ]);
  });
});

describe("the position of a hand", () => {
  const keys = (held: Parameters<typeof lying>[0], hand: string, fifths: number) =>
    lying(held, hand, fifths)
      .map((one) => `${one.finger}:${one.midi}${one.idle ? "" : "!"}`)
      .join(" ");
  it("lies over the scale beside the keys it is on", () => {
    expect(keys([{ midi: 60, finger: "1" }], "right", 0)).toBe("1:60! 2:62 3:64 4:65 5:67");
    // D major has F sharp and C sharp
    expect(keys([{ midi: 62, finger: "1" }], "right", 2)).toBe("1:62! 2:64 3:66 4:67 5:69");
    // the left hand is its mirror: the little finger lies lowest
    expect(keys([{ midi: 55, finger: "1" }], "left", 0)).toBe("1:55! 2:53 3:52 4:50 5:48");
    expect(
      keys(
        [
          { midi: 60, finger: "1" },
          { midi: 72, finger: "5" },
        ],
        "right",
        0,
      ),
    ).toBe("1:60! 2:62 3:64 4:71 5:72!");
  });
  it("is not known without a finger", () =>
    expect(lying([{ midi: 60, finger: "" }], "right", 0)).toEqual([]));
});

// upper neighbour away from the thumb in the right hand, towards it in the left; thumb and third
// trill as well as thumb and second: common practice, no source
describe("the fingers of an ornament", () => {
  it.each<
    [sign: string, finger: number, others: number[], hand: string, fingers: number[] | undefined]
  >([
    ["trill", 2, [], "right", [2, 3]],
    ["trill", 2, [], "left", [2, 1]],
    ["mordent", 3, [], "right", [3, 2]],
    ["mordent", 3, [], "left", [3, 4]],
    ["turn", 2, [], "right", [2, 3, 1]],
    ["trill", 1, [], "right", [1, 3]],
    ["trill", 1, [3], "right", [1, 2]],
    ["trill", 5, [], "right", undefined],
    ["trill", 2, [3], "right", undefined],
    ["tremolo", 2, [], "right", undefined],
  ])("a %s on %s, %j held, %s hand: %j", (sign, finger, others, hand, fingers) =>
    expect(ornamentWith([sign], finger, others, hand)).toEqual(fingers),
  );
});
