import fc from "fast-check";
import { proposeNotes } from "../../fingering/index.ts";
import { type Note } from "../../score/index.ts";
import { plain } from "../../words/say.ts";
import { scoreOf } from "../../testing.ts";
import { propose } from "../propose.ts";
import { searchedAndLeast } from "../testCheapest.ts";
import { bassHand, type BassSetup } from "./bass/bassHand.ts";
import { BOARDS, buttonsFor, columnName, soundsOf } from "./bass/board.ts";
import { togetherFor } from "./bass/together.ts";
import { isJump, landmarkFor } from "./bass/landmark.ts";
import { buttonsOf } from "./bass/where.ts";
import { fingered, NAMES, played, read } from "./taught/measure.ts";
import { TAUGHT_BASSES, WRITTEN_LAST } from "./taught/basses.ts";
import type { BassWay } from "./bass/ways.ts";

describe("the buttons", () => {
  it("are where the board has them, and sound what they are called", () => {
    const board = BOARDS[120]!;
    const of = (names: string) =>
      buttonsFor(
        board,
        names.split(" ").map((name) => NAMES.indexOf(name)),
      ).map(({ row, column }) => `${row} ${column}`);
    // columns by fifths, the counterbass a third above its column (associations of accordionists,
    // from memory)
    expect(of("C")).toContain("fundamental 0");
    expect(of("E")).toEqual(expect.arrayContaining(["counterbass 0", "fundamental 4"]));
    expect(of("C E G")).toContain("major 0");
    expect(of("A C E")).toContain("minor 3");
    // written out B D F is the button D diminished, for that sounds no fifth (enumerated)
    expect(of("B D F")).toEqual(expect.arrayContaining(["diminished 2"]));
    expect(of("G B D F")).toContain("seventh 1");
    expect(soundsOf({ row: "seventh", column: 1 }).map((one) => NAMES[one])).toEqual([
      ...["G", "B", "F"],
    ]);
    expect(of("C E Ab")).toEqual([]);
    expect([-9, -2, -1, 0, 6, 10].map(columnName)).toEqual(["B♭♭", "B♭", "F", "C", "F♯", "A♯"]);
  });
});

// Fingers that are taught; common practice, no source
const FIGURES: [notes: string, fingers: string, setup?: BassSetup][] = [
  ["C2 D2 E2 F2 G2 A2 B2 C3", "4 2 4_ 5 3 5_ 3_ 4"],
  ["C2 C4+E4+G4 C2 C4+E4+G4", "3 2 3 2"],
  ["C2 C4+E4+G4 G2 C4+E4+G4", "4 3 2 3", { pair: "4-3" }],
  ["A2 A3+C4+E4 A2 A3+C4+E4", "3 2 3 2"],
  ["C2 C4+E4+G4 C4+E4+G4", "3 2 2"],
  ["G2 G3+B3+F4 G2 G3+B3+F4", "3 2 3 2"],
  ["C2 G2 C2 G2", "4 3 4 3 | 3 2 3 2"],
  ["F2 C2 G2", "5 4 3 | 4 3 2"],
];

describe("the left hand", () => {
  it.each(FIGURES)("%s is %s", (...[notes, fingers, setup]) => {
    expect(fingers.split(" | ")).toContain(fingered(read(notes), setup));
  });

  it("takes 49 basses and chords as they are taught", () => {
    // before anything was done about them 45; three more are other items in another key, and of
    // "G, Em, Am, D7" the root of a minor chord was its counterbass
    const missed = TAUGHT_BASSES.filter(
      ({ moments, fingers, setup }) => !fingers.split(" | ").includes(fingered(moments, setup)),
    );
    expect(TAUGHT_BASSES.length).toBe(49);
    // in other keys and other cadences, when they were first tried
    expect(WRITTEN_LAST.length).toBe(43);
    for (const { name, moments, fingers, setup } of WRITTEN_LAST)
      expect([name, ...fingers.split(" | ")]).toContain(fingered(moments, setup));
    expect(missed.map(({ name }) => name)).toEqual([]);
  });

  it("a scale has one shape in every key where the board has room", () => {
    const scale = (tonic: number) => [0, 2, 4, 5, 7, 9, 11, 12].map((step) => [36 + tonic + step]);
    const shape = fingered(scale(0));
    for (let tonic = 1; tonic < 12; tonic++) expect(fingered(scale(tonic))).toBe(shape);
  });

  it("finds the cheapest there is: 200 lines of eight, basses and chords, with locks", () => {
    const hand = bassHand();
    const moment = fc.oneof(
      fc.integer({ min: 36, max: 50 }).map((key) => [key]),
      fc
        .tuple(fc.integer({ min: 55, max: 66 }), fc.constantFrom([4, 7], [3, 7], [4, 10]))
        .map(([root, tones]) => [root, ...tones.map((tone) => root + tone)]),
    );
    fc.assert(
      fc.property(
        fc.array(moment, { minLength: 8, maxLength: 8 }),
        fc.option(fc.constantFrom("2", "3", "4", "5")),
        (moments, lock) => {
          const locks = new Map(lock ? [["2.0", lock]] : []);
          const isFree = (way: BassWay, at: number) =>
            at !== 2 || !lock || String(way.pressed[way.of[0]!]!.finger) === lock;
          const { found, cost, least } = searchedAndLeast(played(moments), hand, locks, isFree)!;
          expect(found.every(isFree)).toBe(true);
          expect(cost).toBeCloseTo(least, 6);
        },
      ),
      { numRuns: 200 },
    );
  });

  it.each([
    // chords of two buttons: enumerated over the board, as what each button sounds has it
    ["C9", "C E G Bb D"],
    ["Cm9", "C Eb G Bb D"],
    ["C with a major seventh and ninth", "C E G B D"],
    ["C6", "C E G A"],
    ["Cm6", "C Eb G A"],
    ["C7 with a flat ninth", "C E G Bb Db"],
  ])("%s is pressed with chords together, and sounds nothing else", (_, names) => {
    const pitches = names.split(" ").map((name) => NAMES.indexOf(name));
    const { buttons, missing } = togetherFor(BOARDS[120]!, pitches)!;
    expect(missing).toEqual([]);
    expect(new Set(buttons.flatMap(soundsOf))).toEqual(new Set(pitches));
    expect(buttons.length).toBe(2);
    const columns = buttons.map(({ column }) => column);
    expect(Math.max(...columns) - Math.min(...columns)).toBeLessThanOrEqual(4);
  });

  it("says what two buttons lack, and nothing where no button fits", () => {
    const of = (names: string) =>
      togetherFor(
        BOARDS[120]!,
        names.split(" ").map((name) => NAMES.indexOf(name)),
      );
    // an augmented triad: no chord button is a part of it
    expect(of("C E Ab")).toBeUndefined();
    const eleventh = of("C E G Bb D F")!;
    expect(eleventh.missing.length).toBeLessThanOrEqual(1);
    // what lacks a tone is offered and not taken
    const { problems } = proposeNotes(played(read("C3+D3+E3+G3")), bassHand(), {
      hand: "left",
    });
    expect(problems[0]!.ways[0]).toMatch(/^Press .* together: all of it but /);
  });

  it("offers the chord that fills in a third or a sixth, and what comes along", () => {
    const ways = (text: string) =>
      proposeNotes(played(read(text)), bassHand(), { hand: "left" }).problems[0]!.ways;
    expect(ways("G3+B3")).toEqual([
      ...["Press G major: it sounds D too.", "Press E minor: it sounds E too."],
      "Leave out G.",
    ]);
    // the tone is spelled as the chord has it: C E flat G
    expect(ways("G3+C4")).toContain("Press C minor: it sounds E♭ too.");
    // root, fifth and seventh are a seventh chord, whose button leaves out the fifth
    expect(ways("Eb3+Bb3+Db4")[0]).toBe("Press E♭ seventh: it sounds G too.");
    // a third in the bass of what is a third is its own chord first
    expect(ways("Ab3+C4")[0]).toBe("Press A♭ major: it sounds E♭ too.");
    // over a bass that is no part of it: E with G and B over A
    expect(ways("A2+G3+B3")[0]).toBe("Press A and G major: it sounds D too.");
  });

  it("fills a chord in with what is played around it", () => {
    const ways = (right: string) =>
      propose(scoreOf([[right, "G2:2 B2+E3:2"]]), {
        ...{ instrument: "accordion", hand: "left", from: 0, to: 0 },
      }).problems[0]!.ways.map(plain);
    // G sounds in the bass before: E minor, not E major
    expect(ways("B4:4")[0]).toBe("Press E minor: it sounds G too.");
    expect(ways("G#4:4")[0]).toBe("Press E major: it sounds G♯ too.");
  });

  it("says once in a bar what is so several times there", () => {
    const score = scoreOf([["r:4", "B2+E3 A2 B2+E3 B2+E3"]]);
    const { problems } = propose(score, { instrument: "accordion", hand: "left", from: 0, to: 0 });
    expect(problems.map(({ notes }) => notes.length)).toEqual([3]);
  });

  it("puts a finger on each of several chords, and tells which", () => {
    const found = (text: string) =>
      proposeNotes(played(read(text)), bassHand(), { hand: "left", tempo: 90 });
    // a major seventh over its third is C major and E minor, four columns up (common practice)
    const { notes, problems, reasons } = found("E4+G4+B4+C5");
    expect(problems).toEqual([]);
    expect(notes.map(({ also }) => also?.["button"])).toEqual([
      ...["major 0", "major 0", "minor 4", "major 0"],
    ]);
    const [low, , high] = notes.map(({ finger }) => Number(finger));
    expect(low).toBeGreaterThan(high!);
    expect(reasons.join(" ")).toMatch(/Chords pressed together: C major \+ E minor/);
    expect(found("C3+E3+G3+Bb3+D4").problems).toEqual([]);
    // each button has one finger, also between two chords that are taken by one
    const line = found("C2 E4+G4+B4+C5 G2 G3+B3+D4").notes;
    expect(line.every(({ finger }) => Number(finger) >= 2)).toBe(true);
  });

  it("shows several chords on the board", () => {
    const notes = [64, 67, 71, 72].map((midi, i) => ({ id: String(i), midi }) as unknown as Note);
    expect(buttonsOf(BOARDS[120]!, notes, () => false)).toMatchObject([
      { row: "major", column: 0, notes: [{ id: "0" }, { id: "1" }, { id: "3" }] },
      { row: "minor", column: 4, notes: [{ id: "2" }] },
    ]);
  });

  it("finds a far button by the marked one, with a finger that is free", () => {
    const { reasons } = proposeNotes(played(read("C2 C4+E4+G4 E2 E4+Ab4+B4")), bassHand(), {
      ...{ hand: "left", tempo: 90 },
    });
    // four columns up, where E is marked on many boards (common practice)
    expect(plain(reasons.join(" "))).toMatch(
      /from the marked E, where finger [2-5] lies \d notes before: it goes there/,
    );
  });

  it("far from what is marked it rests on the button used last, and the board shows it", () => {
    const at = (column: number, finger?: number) =>
      [{ row: "fundamental", column, finger }] as const;
    // G sharp to F double sharp, beyond every marked button
    expect(isJump([...at(8, 4)], [...at(13, 4)])).toBe(true);
    expect(landmarkFor([at(8, 4)], at(13, 3))).toEqual({
      ...{ column: 8, isMarked: false, finger: 5, free: 1, off: 5 },
    });
    // the finger that has been free the longest; C is nearest
    expect(landmarkFor([at(-5, 5), at(-5, 4), at(-5, 5)], at(1, 4))).toEqual({
      ...{ column: 0, isMarked: true, finger: 3, free: 3, off: 1 },
    });
    // where no finger is written yet, by the columns
    expect([isJump(at(0), at(3)), isJump(at(0), at(4)), isJump(at(0), [])]).toEqual([
      ...[false, true, false],
    ]);
  });

  it("says what no button has, with the way out", () => {
    const { notes, problems } = proposeNotes(played(read("C4+E4+Ab4 C2")), bassHand(), {
      hand: "left",
    });
    expect(problems[0]!.text).toContain(
      "no button, and no bass with a chord, sounds C, E, G sharp",
    );
    expect(notes.at(-1)!.finger).toBeDefined();
    // a small board has no sevenths
    const small = proposeNotes(played(read("G3+B3+D4+F4")), bassHand({ buttons: 48 }), {
      hand: "left",
    });
    expect(small.problems[0]!.ways.join(" ")).toContain("A board with sevenths");
  });
});
