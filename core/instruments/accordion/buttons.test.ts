import fc from "fast-check";
import { propose, proposeNotes, type Played } from "../../fingering/index.ts";
import { fraction } from "../../score/index.ts";
import { buttonHand } from "./buttons/buttonHand.ts";
import { byFifths, chromatic, type Layout } from "./buttons/layout.ts";
import { searchedAndLeast } from "../testCheapest.ts";
import { fromSteps, phraseTwice, tune } from "../testPhrases.ts";
import { layoutFor } from "./buttons/setup.ts";
import type { ButtonWay } from "./buttons/ways.ts";

const NAMES = ["C", "C#", "D", "Eb", "E", "F", "F#", "G", "Ab", "A", "Bb", "B"];
const played = (moments: readonly (readonly number[])[], each = 1): Played[] =>
  moments.flatMap((keys, i) =>
    keys.map((midi, n) => ({
      ...{ id: `${i}.${n}`, bar: 0, midi, grace: false, staccato: false },
      ...{ at: fraction(i, 2), length: fraction(n === 0 ? each : 1, 2) },
    })),
  );
const inRow = (midis: readonly number[]) => midis.map((midi) => [midi]);
const proposed = (moments: readonly (readonly number[])[], layout: Layout, hand = "right") =>
  proposeNotes(played(moments), buttonHand(hand as "right", layout), { hand, tempo: 90 });
const COMPASS = [48, 96] as const;

describe("the buttons", () => {
  it("lie as the systems have them", () => {
    const rowsOf = (layout: Layout) =>
      Array.from({ length: layout.rows }, (_, at) =>
        Array.from({ length: 12 }, (_, i) => 60 + i)
          .filter((midi) => layout.placesOf(midi).some(({ row }) => row === at + 1))
          .map((midi) => NAMES[midi % 12])
          .join(" "),
      );
    // the row at the edge: from memory; that
    // rows go by minor thirds and the fourth and fifth repeat is common practice
    expect(rowsOf(chromatic("C", 5, COMPASS))).toEqual([
      ...["C Eb F# A", "C# E G Bb", "D F Ab B", "C Eb F# A", "C# E G Bb"],
    ]);
    expect(rowsOf(chromatic("B", 5, COMPASS))).toEqual([
      ...["D F Ab B", "C# E G Bb", "C Eb F# A", "D F Ab B", "C# E G Bb"],
    ]);
    // a semitone is the nearest button of the next row
    const [c, sharp] = [60, 61].map((midi) => chromatic("C", 3, COMPASS).placesOf(midi)[0]!);
    expect([sharp!.row - c!.row, (sharp!.x - c!.x) / 19]).toEqual([1, 0.5]);
  });

  it("by fifths are the first rows of the standard bass, an octave higher in each pair", () => {
    const layout = byFifths(28);
    const of = (midi: number) => layout.placesOf(midi).map(({ row, column }) => `${row} ${column}`);
    // C is a fundamental in column 0, E the counterbass beside it and a fundamental in column 4
    expect(of(36)).toContain("2 0");
    expect(of(40)).toEqual(expect.arrayContaining(["3 0", "4 4"]));
    expect(of(48)).toContain("4 0");
    expect(of(27)).toEqual([]);
  });
});

describe("a hand on buttons", () => {
  it.each(["C", "B"] as const)(
    "has one shape of a scale in every key on five rows: %s",
    (system) => {
      for (const steps of [
        [0, 2, 4, 5, 7, 9, 11, 12, 14, 16, 17, 19, 21, 23, 24],
        [0, 2, 3, 5, 7, 8, 11, 12],
      ]) {
        const shape = (tonic: number) => {
          const layout = chromatic(system, 5, COMPASS);
          const notes = inRow(steps.map((step) => 60 + tonic + step));
          const all = proposed(notes, layout).notes;
          const rows = all.map(({ also }) => Number(also!["buttonRow"]));
          const base = Math.min(...rows);
          return all.map(({ finger }, i) => `${finger}/${rows[i]! - base}`).join(" ");
        };
        const first = shape(0);
        for (let tonic = 1; tonic < 12; tonic++) expect(shape(tonic)).toBe(first);
        expect(first).not.toContain("undefined");
      }
    },
  );

  it("on three rows has a shape for each row the key begins on, three in all", () => {
    const shapes = Array.from({ length: 12 }, (_, tonic) =>
      proposed(
        inRow([0, 2, 4, 5, 7, 9, 11, 12].map((step) => 60 + tonic + step)),
        chromatic("C", 3, COMPASS),
      )
        .notes.map(({ finger, also }) => `${finger}/${also!["buttonRow"]}`)
        .join(" "),
    );
    expect(new Set(shapes).size).toBe(3);
    // keys a minor third apart are one
    shapes.forEach((shape, tonic) => expect(shape).toBe(shapes[tonic % 3]));
  });

  it("goes up a chromatic scale along the slant, finger after finger", () => {
    const { notes } = proposed(inRow([60, 61, 62, 63, 64, 65]), chromatic("C", 3, COMPASS));
    expect(notes.map(({ also }) => also!["buttonRow"]).join("")).toBe("123123");
    expect(notes.slice(0, 3).map(({ finger }) => finger)).toEqual(["1", "2", "3"]);
  });

  it("takes what returns in another key in the same shape, on other buttons", () => {
    const hand = buttonHand("right", chromatic("C", 5, COMPASS));
    let [notes, alike] = [0, 0];
    fc.assert(
      fc.property(tune, fc.constantFrom(1, 2, 4, 5, -1, -2, -5), (steps, by) => {
        const { score, form } = phraseTwice(fromSteps(steps, [62, 79]), by, [72, 67, 72, 67]);
        const found = propose(score, hand, {
          ...{ hand: "right", from: 0, to: score.bars.length - 1, tempo: 100, form },
        }).notes;
        for (let i = 2; i < 10; i++) {
          notes++;
          if (found[i]!.finger === found[16 + i]!.finger) alike++;
        }
      }),
      { numRuns: 100, seed: 11 },
    );
    expect(alike / notes).toBeGreaterThanOrEqual(0.97);
  });

  it("obeys fingers and rows that are told, and keeps what is held", () => {
    const hand = buttonHand("right", chromatic("C", 5, COMPASS));
    const { notes } = proposeNotes(played(inRow([60, 62, 64])), hand, {
      ...{ hand: "right", tempo: 90, locks: new Map([["1.0", "4"]]) },
      also: new Map([["buttonRow", new Map([["0.0", "4"]])]]),
    });
    expect(notes[0]!.also!["buttonRow"]).toBe("4");
    expect(notes[1]!.finger).toBe("4");
    // a minim under two crotchets
    const held: Played[] = [
      ...played([[60, 64]], 2),
      { ...played([[65]])[0]!, id: "later", at: fraction(1, 2) },
    ];
    const found = proposeNotes(held, hand, { hand: "right", tempo: 90 });
    expect(found.problems).toEqual([]);
    expect(new Set(found.notes.map(({ finger }) => finger)).size).toBe(3);
  });

  it("says what is not on the buttons, and what one hand does not take", () => {
    const layout = chromatic("C", 3, COMPASS);
    const { problems } = proposed([[40], [50, 62, 74, 86]], layout);
    expect(problems.map(({ kind }) => kind)).toEqual(["unreachable", "too many"]);
    expect(problems[0]!.ways[0]).toContain("octave higher");
    const { notes } = proposed([[40], [60]], layout);
    expect(notes.map(({ finger }) => typeof finger)).toEqual(["undefined", "string"]);
  });

  it("with four fingers of a left hand takes a free bass of every system", () => {
    for (const freeBass of ["C", "B", "fifths"] as const) {
      const layout = layoutFor("left", { bass: "free", freeBass })!;
      const line = inRow([36, 38, 40, 41, 43, 45, 47, 48]);
      const { notes, problems } = proposed([...line, [43, 47, 50]], layout, "left");
      expect(problems).toEqual([]);
      expect(notes.every(({ finger }) => "2345".includes(finger!))).toBe(true);
    }
    expect(layoutFor("left", {})).toBeUndefined();
    expect(layoutFor("right", { treble: "keys" })).toBeUndefined();
  });

  it("finds the cheapest there is: 200 passages of eight, two notes at once, with locks", () => {
    const layouts = [
      ...(["C", "B"] as const).flatMap((one) =>
        [3, 5].map((rows) => chromatic(one, rows, COMPASS)),
      ),
      byFifths(48),
    ];
    const moment = fc.oneof(
      fc.integer({ min: 55, max: 79 }).map((key) => [key]),
      fc
        .tuple(fc.integer({ min: 55, max: 70 }), fc.integer({ min: 3, max: 9 }))
        .map(([low, up]) => [low, low + up]),
    );
    fc.assert(
      fc.property(
        fc.array(moment, { minLength: 8, maxLength: 8 }),
        fc.constantFrom(...layouts),
        fc.option(fc.constantFrom("2", "3", "4")),
        (moments, layout, lock) => {
          const hand = buttonHand("right", layout);
          const locks = new Map(lock ? [["2.0", lock]] : []);
          const obeys = (way: ButtonWay, at: number) =>
            !lock || at !== 2 || String(way.notes[0]!.finger) === lock;
          const searched = searchedAndLeast(played(moments), hand, locks, obeys);
          if (!searched) return;
          const { found, cost, least } = searched;
          expect(found.every(obeys)).toBe(true);
          expect(cost).toBeCloseTo(least, 6);
        },
      ),
      { numRuns: 200, seed: 1601 },
    );
  });
});
