import { readFileSync } from "node:fs";
import fc from "fast-check";
import { instrument, instruments, valuesOf } from "../index.ts";
import { isBlack, onsets, readFile, type Note } from "../../score/index.ts";
import { lineOf, scoreOf } from "../../testing.ts";
import { propose, proposeNotes } from "../propose.ts";

const fingersOn = (keys: number[], hand: "right" | "left", locks?: ReadonlyMap<string, string>) =>
  propose(lineOf(keys, hand), { hand, from: 0, to: 0, ...(locks ? { locks } : {}) })
    .notes.map((note) => note.finger ?? "-")
    .join("");

describe("piano fingers", () => {
  // common practice, no source: scales and five-finger figures as taught everywhere
  it.each([
    ["C major, right, up", [60, 62, 64, 65, 67, 69, 71, 72], "right", "12312345"],
    ["G major, right, up", [67, 69, 71, 72, 74, 76, 78, 79], "right", "12312345"],
    ["D major, right, up", [62, 64, 66, 67, 69, 71, 73, 74], "right", "12312345"],
    ["A major, right, up", [57, 59, 61, 62, 64, 66, 68, 69], "right", "12312345"],
    ["E major, right, up", [64, 66, 68, 69, 71, 73, 75, 76], "right", "12312345"],
    ["F major, right, up", [65, 67, 69, 70, 72, 74, 76, 77], "right", "12341234"],
    ["B major, left, up", [47, 49, 51, 52, 54, 56, 58, 59], "left", "43214321"],
    ["five fingers, right", [60, 62, 64, 65, 67, 65, 64, 62, 60], "right", "123454321"],
    ["five fingers, left", [48, 50, 52, 53, 55, 53, 52, 50, 48], "left", "543212345"],
    ["C major, left, down", [60, 59, 57, 55, 53, 52, 50, 48], "left", "12312345"],
  ] as const)("%s", (_, keys, hand, taught) => expect(fingersOn([...keys], hand)).toBe(taught));

  it("mirrors: what one hand does upwards the other does downwards about D", () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: -8, max: 8 }), { minLength: 3, maxLength: 9 }),
        (offsets) => {
          expect(
            fingersOn(
              offsets.map((one) => 62 + one),
              "right",
            ),
          ).toBe(
            fingersOn(
              offsets.map((one) => 62 - one),
              "left",
            ),
          );
        },
      ),
      { numRuns: 60 },
    );
  });

  it(
    "never puts one finger on two neighbouring notes of a connected line " +
      "less than a fourth apart (300 random lines)",
    () => {
      fc.assert(
        fc.property(
          fc.array(fc.integer({ min: 48, max: 84 }), { minLength: 2, maxLength: 16 }),
          fc.constantFrom("right" as const, "left" as const),
          (keys, hand) => {
            const fingers = fingersOn(keys, hand);
            for (let i = 1; i < keys.length; i++)
              if (keys[i] !== keys[i - 1] && Math.abs(keys[i]! - keys[i - 1]!) < 5)
                expect(fingers[i]).not.toBe(fingers[i - 1]);
          },
        ),
        { numRuns: 300 },
      );
    },
  );

  it("keeps what the teacher wrote and solves the rest around it", () => {
    const score = lineOf([60, 62, 64, 65, 67], "right");
    const locks = new Map([[score.notes[2]!.id, "1"]]);
    const notes = propose(score, { hand: "right", from: 0, to: 0, locks }).notes.map(
      (note) => note.finger,
    );
    expect(notes[2]).toBe("1");
    expect(notes[3]).toBe("2");
  });

  it("fingers chords in order, and says when one hand cannot take them", () => {
    const score = scoreOf([
      ["C4+E4+G4:2 C4+F4+A4:2", "C3:4"],
      ["C4+C6:4", "C2+E2+G2+C3:4"],
    ]);
    const right = propose(score, { hand: "right", from: 0, to: 1 });
    expect(right.notes.slice(0, 3).map((note) => note.finger)).toEqual(["1", "3", "5"]);
    // the upper note, which is the tune, is kept; the lower one has no finger, and ways out are
    // named
    expect(right.notes.slice(-2).map((note) => note.finger !== undefined)).toEqual([false, true]);
    expect(right.problems).toEqual([
      expect.objectContaining({
        kind: "unreachable",
        bar: 1,
        text: "Bar 2: C4 is past the reach of this hand together with C6.",
      }),
    ]);
    expect(right.problems[0]!.ways.join(" ")).toMatch(/Roll.*left hand.*Leave out C.*pedal/);
    expect(
      propose(score, { hand: "left", from: 1, to: 1 }).notes.map((note) => note.finger),
    ).toEqual(["5", "3", "2", "1"]);
  });

  it("gives returns the fingers of their first time, in the demo piece too, and says so", () => {
    const score = readFile(
      readFileSync(new URL("../../../demo/pieces/the-ferrymans-wheel.musicxml", import.meta.url)),
    ).score;
    const { notes, reasons } = propose(score, { hand: "left", from: 0, to: 78 });
    const inBars = (from: number, to: number) =>
      notes.filter((note) => note.bar >= from && note.bar <= to).map((note) => note.finger);
    expect(inBars(26, 33).slice(1, -1)).toEqual(inBars(1, 8).slice(1, -1));
    expect(inBars(51, 58).slice(1, -1)).toEqual(inBars(1, 8).slice(1, -1));
    expect(reasons.join(" ")).toMatch(/because the music returns/);
    expect(notes.every((note) => note.finger !== undefined)).toBe(true);
    const ninth = notes.filter((note) => note.bar === 73);
    expect(ninth.map((note) => note.finger)).toEqual(["5", "1"]);
    expect(reasons.join(" ")).toMatch(/14 semitones with 1–5 in bar 73/);
    expect(onsets(score.notes, "left").flatMap((onset) => onset.notes)).toHaveLength(notes.length);
  });

  it("knows the black keys", () =>
    expect([60, 61, 62, 63, 64, 65, 66, 67, 68, 69, 70, 71].map(isBlack).map(Number).join("")).toBe(
      "010100101010",
    ));
});

const playedAt = (note: Note) => ({ ...note, at: note.offset, length: note.duration });

describe("instruments", () => {
  it("propose for just the limbs they have a model of, and of the others say that they do not", async () => {
    for (const one of instruments) {
      const models = (await one.hands?.())?.models ?? {};
      expect(one.limbs.filter((limb) => limb.proposed).map(({ id }) => id)).toEqual(
        Object.keys(models),
      );
      for (const [hand, model] of Object.entries(models)) {
        const { notes } = proposeNotes(lineOf([60, 62, 64], "right").notes.map(playedAt), {
          instrument: one.id,
          hand,
        });
        expect([one.id, hand, notes.length, typeof model]).toEqual([one.id, hand, 3, "function"]);
      }
      // a limb may have more than what is proposed of it: a guitar's plucking hand
      if (!one.limbs.every((limb) => limb.proposed)) expect(one.notProposed).toBeDefined();
    }
  });
  it("have the fingers their players have", () => {
    expect(valuesOf(instrument("harp"), "right", "finger")).toEqual(["1", "2", "3", "4"]);
  });
});
