import { fraction, parseWritten, readScore, startOf, writtenText } from "../../score/index.ts";
import { scoreOf } from "../../testing.ts";
import { plain } from "../../words/say.ts";
import type { FingerOptions } from "../../fingering/index.ts";
import { check, propose, redistribute } from "../propose.ts";
import { blocks, verticals } from "./index.ts";

const named = (score: ReturnType<typeof scoreOf>, hand: string, fingers: string) => {
  const notes = score.notes.filter((note) => note.hand === hand);
  return notes.map((note, i): [string, string] => [note.id, fingers.split(" ")[i]!]);
};

describe("what is written over a note", () => {
  it.each(["3", "4-5", "(3)", "(4-5)"])("%s is read and given back", (text) => {
    expect(writtenText(parseWritten(text, ["1", "2", "3", "4", "5"])!)).toBe(text);
  });
  it.each(["", "6", "4-4", "4-", "-4", "(4", "4)", "4-5-1", "4 5", "p"])("%s is none", (text) =>
    expect(parseWritten(text, ["1", "2", "3", "4", "5"])).toBeUndefined(),
  );
  it("knows the fingers of other instruments", () =>
    expect(parseWritten("p", ["p", "i", "m", "a"])).toEqual({ finger: "p" }));
});

describe("shapes", () => {
  // a broken chord is one shape; its inversion begins with the key they share: common practice, no
  // source
  it("gathers broken chords as if struck at once, with what stays and how far the fingers go", () => {
    const score = scoreOf([
      ["C4 E4 G4 E4", "r:4"],
      ["E4 G4 C5 G4", "r:4"],
    ]);
    const found = blocks(score, new Map(named(score, "right", "1 3 5 3 1 2 5 2")), "right", 0, 1);
    expect(found.map((shape) => shape.keys)).toEqual([
      [
        { midi: 60, finger: "1" },
        { midi: 64, finger: "3" },
        { midi: 67, finger: "5" },
      ],
      [
        { midi: 64, finger: "1" },
        { midi: 67, finger: "2" },
        { midi: 72, finger: "5" },
      ],
    ]);
    expect(found[0]!.next).toEqual({
      common: [
        { midi: 64, before: "3", after: "1" },
        { midi: 67, before: "5", after: "2" },
      ],
      fingers: [
        { finger: "1", by: 4 },
        { finger: "5", by: 5 },
      ],
    });
    expect(found[1]!.next).toBeUndefined();
  });

  it("begins a new one where the thumb passes under", () => {
    const score = scoreOf([["C4 D4 E4 F4 G4 A4 B4 C5", "r:8"]], [8, 4]);
    const found = blocks(score, new Map(named(score, "right", "1 2 3 1 2 3 4 5")), "right", 0, 0);
    expect(found.map((shape) => shape.keys.map((one) => one.midi))).toEqual([
      [60, 62, 64],
      [65, 67, 69, 71, 72],
    ]);
  });

  it("sees the left hand the other way round", () => {
    const score = scoreOf([["r:4", "C3 E3 G3 E3"]]);
    expect(blocks(score, new Map(named(score, "left", "5 3 1 3")), "left", 0, 0)).toHaveLength(1);
  });
});

describe("both hands together", () => {
  it("lists where they strike at once, with the fingers they share", () => {
    const score = scoreOf([["C5:1 D5:1 E5:2", "C3:2 G3:2"]]);
    const fingers = new Map([...named(score, "right", "1 2 3"), ...named(score, "left", "5 3")]);
    const found = verticals(score, fingers, ["right", "left"], 0, 0);
    expect(found.map((one) => [one.offset.num / one.offset.den, one.same])).toEqual([
      [0, []],
      [2, ["3"]],
    ]);
  });

  it("knows where three against two meets", () => {
    const score = scoreOf(
      [["C5:2/3 D5:2/3 E5:2/3 F5:2", "C3:1 D3:1 E3:2"]].map(
        ([right, left]) => [right!.replace(/2\/3/g, "0.6666666666666666"), left!] as const,
      ),
    );
    expect(verticals(score, new Map(), ["right", "left"], 0, 0).map((one) => one.meeting)).toEqual([
      false,
      true,
    ]);
  });
});

describe("checking", () => {
  it("doubts fingers that sound together twice or crossed, but no slide from black to white", () => {
    const score = scoreOf([["C4+E4+G4:2 Eb4:1 D4:1", "r:4"]]);
    const kinds = (fingers: string) =>
      check(score, new Map(named(score, "right", fingers))).map((one) => one.kind);
    expect(kinds("1 3 5 2 2")).toEqual([]);
    expect(kinds("1 1 5 2 1")).toEqual(["same finger"]);
    expect(kinds("3 1 5 2 1")).toEqual(["crossed"]);
    expect(
      check(score, new Map(named(score, "right", "1 3 5 3 3"))).map((one) => one.kind),
    ).toEqual([]);
  });

  it("says where both hands have one key", () => {
    const score = scoreOf([["C4:4", "C4:4"]]);
    expect(check(score, new Map())).toEqual([
      expect.objectContaining({
        kind: "hands meet",
        text: "Bar 1, beat 1: both hands have C. One of them takes it.",
      }),
    ]);
  });

  it("doubts a finger that does not lie over its key in the position the hand keeps", () => {
    const score = scoreOf([["C4 E4 G4 A4", "C3:4"]]);
    const positions = [{ hand: "right", from: startOf(0), to: startOf(1), thumb: 60 }];
    const fingers = new Map(named(score, "right", "1 2 5 5"));
    expect(
      check(score, fingers, { positions })
        .filter((one) => one.kind === "position")
        .map((one) => one.text),
    ).toEqual(["Bar 1, beat 2: 2 on E, where 3 lies over it in the position the hand is to keep."]);
    expect(check(score, fingers).filter((one) => one.kind === "position")).toEqual([]);
  });

  it("measures with the hand of the player", () => {
    const score = scoreOf([["C4+C5:4", "r:4"]]);
    const fingers = new Map(named(score, "right", "1 5"));
    expect(check(score, fingers, { player: { reach: 165 } })).toEqual([]);
    expect(check(score, fingers, { player: { reach: 150 } }).map((one) => one.kind)).toEqual([
      "unreachable",
    ]);
  });
});

describe("giving notes over", () => {
  it("does so where it helps, and not where the other hand has its own to do", () => {
    const free = scoreOf([["C4+E5:4", "r:4"]]);
    expect(redistribute(free, { from: 0, to: 0 }).map((one) => [one.to, one.text])).toEqual([
      ["left", "Bar 1, beat 1: the left hand can take C."],
    ]);
    // the left hand holds an octave far below
    const busy = scoreOf([["C4+E5:4", "C2+C3:4"]]);
    expect(redistribute(busy, { from: 0, to: 0 })).toEqual([]);
  });
});

describe("giving an inner line over", () => {
  const note = (pitch: string, duration: number, voice: number, staff: number) =>
    `<note><pitch><step>${pitch[0]}</step><octave>${pitch[1]}</octave>` +
    `</pitch><duration>${duration}</duration><voice>${voice}</voice><staff>${staff}</staff>` +
    "</note>";
  const line = (pitches: string, duration: number, voice: number, staff: number) =>
    pitches
      .split(" ")
      .map((pitch) => note(pitch, duration, voice, staff))
      .join("");
  const bar = (left: string) =>
    readScore(
      `<score-partwise><part-list/><part id="P1"><measure number="1">` +
        `<attributes><divisions>2</divisions><staves>2</staves></attributes>${line("E5 F5 G5 E5", 2, 1, 1)}<backup>` +
        `<duration>8</duration></backup>${line("G4 A4 B4 A4 G4 F4 E4 F4", 1, 2, 1)}<backup>` +
        `<duration>8</duration></backup>${left}</measure></part></score-partwise>`,
    ).score;

  it("proposes the whole line where the other hand is idle, says which and what it does to the sound", () => {
    const [found, ...more] = redistribute(bar(note("C4", 1, 5, 2)), { from: 0, to: 0 });
    expect(found).toMatchObject({
      to: "left",
      text: "Bar 1: the left hand can take the inner line G A B A G F … (8 notes).",
      sound: expect.stringContaining("the voices are kept") as string,
    });
    expect(found!.notes).toHaveLength(8);
    expect(found!.gain).toBeGreaterThan(6);
    expect(more).toEqual([]);
  });
  it("does not where the other hand is as busy", () => {
    expect(
      redistribute(bar(line("C3 D3 E3 F3 G3 F3 E3 D3", 1, 5, 2)), { from: 0, to: 0 }).filter(
        (one) => one.text.includes("inner line"),
      ),
    ).toEqual([]);
  });
});

it("has other ways although the teacher has written one finger on two keys elsewhere", () => {
  const score = scoreOf(
    [
      ["C4 D4 E4 F4 G4 A4 B4 C5", "r:8"],
      ["E5 C5 A4 F4 D4 F4 A4 C5", "r:8"],
    ],
    [8, 4],
  );
  const second = score.notes.filter((note) => note.bar === 1);
  const ways = (locks: ReadonlyMap<string, string>) =>
    propose(score, { hand: "right", from: 0, to: 0, alternatives: 2, locks }).alternatives.length;
  expect(ways(new Map())).toBe(2);
  expect(
    ways(
      new Map([
        [second[2]!.id, "3"],
        [second[3]!.id, "3"],
      ]),
    ),
  ).toBe(2);
});

describe("other ways", () => {
  const scale = scoreOf([["C4 D4 E4 F4 G4 A4 B4 C5", "r:8"]], [8, 4]);
  const ways = (more: Partial<FingerOptions>) =>
    propose(scale, { hand: "right", from: 0, to: 0, alternatives: 3, ...more });

  it(
    "differ from the first choice and from each other in two notes or more, " +
      "cost more, and say what is otherwise",
    () => {
      const { notes, alternatives } = ways({});
      const all = [notes, ...alternatives.map((one) => one.notes)].map((list) =>
        list.map((one) => one.finger).join(""),
      );
      expect(alternatives).toHaveLength(3);
      all.forEach((one, i) =>
        all
          .slice(i + 1)
          .forEach((other) =>
            expect(
              [...one].filter((finger, k) => finger !== other[k]).length,
            ).toBeGreaterThanOrEqual(2),
          ),
      );
      for (const one of alternatives) {
        expect(one.more).toBeGreaterThanOrEqual(0);
        expect(one.reason).toMatch(/^[\w\d ;–+]+.*\.$/);
      }
      expect(alternatives.map((one) => one.more)).toEqual(
        [...alternatives.map((one) => one.more)].sort((a, b) => a - b),
      );
    },
  );

  it("leave a beginner fewer passes of the thumb: what costs double is done less", () => {
    const passes = (level: "beginner" | "usual") => {
      const fingers = propose(scoreOf([["C4 D4 E4 G4 A4 G4 E4 C4", "r:8"]], [8, 4]), {
        hand: "right",
        from: 0,
        to: 0,
        player: { level },
      }).notes.map((one) => Number(one.finger));
      return fingers.filter((finger, i) => i > 0 && finger === 1 && i < 5).length;
    };
    expect(passes("beginner")).toBeLessThanOrEqual(passes("usual"));
    expect(passes("beginner")).toBe(0);
  });

  it("give an organist silent changes where a pianist lifts", () => {
    // slow notes that climb over more than a hand, to be joined by the fingers alone: common
    // practice on the organ, no source
    const slow = scoreOf([["C4:4 E4:4 G4:4 E4:4 A4:4 F4:4 B4:4 G4:4 C5:4", "r:36"]], [36, 4]);
    const changes = (instrument: string) =>
      propose(slow, { hand: "right", from: 0, to: 0, instrument, tempo: 60 }).notes.filter(
        (one) => one.then !== undefined,
      ).length;
    expect(changes("organ")).toBeGreaterThan(changes("piano"));
  });

  it("let an organist's thumb slide under a held voice, where a pianist lets go", () => {
    // a held note over a line that goes down further than the fingers: the thumb glissando of
    // organ methods, from memory
    const score = scoreOf([["G5:4", "r:4"]], [4, 4]);
    const [held] = score.notes;
    const line = ["E", "D", "C", "B"].map((step, i) => ({
      ...{ ...held!, id: `v${i}`, voice: "2", midi: [76, 74, 72, 71][i]! },
      pitch: { step: step as "E", alter: 0, octave: i < 3 ? 5 : 4 },
      ...{ offset: fraction(i), length: fraction(1), duration: fraction(1) },
    }));
    const both = {
      ...score,
      notes: [line[0]!, held!, ...line.slice(1)],
    };
    const found = propose(both, { hand: "right", from: 0, to: 0, instrument: "organ", tempo: 60 });
    const fingers = new Map(found.notes.map(({ id, finger }) => [id, finger]));
    expect(fingers.get(held!.id)).toBe("5");
    expect(line.map(({ id }) => fingers.get(id)).slice(-2)).toEqual(["1", "1"]);
    expect(found.reasons.map(plain).join(" ")).toContain(
      "Under a held voice the thumb slides to the key beside it in bar 1.",
    );
    const written = new Map([...fingers].flatMap(([id, one]) => (one ? [[id, one] as const] : [])));
    const doubts = (instrument: string) =>
      check(both, written, { instrument }).map(({ kind }) => kind);
    expect(doubts("organ")).toEqual([]);
    expect(doubts("piano")).toContain("same finger");
  });
});
