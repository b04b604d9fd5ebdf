import { plain } from "../../words/say.ts";
import { perform, startOf, type Mark } from "../../score/index.ts";
import { instrument, marksHeard, sounded } from "../index.ts";
import { check } from "../propose.ts";
import { registrationText } from "./organ.ts";
import { apart } from "./registration/manuals.ts";
import { REGISTRATION } from "./registration/registration.ts";
import { registrationWork } from "./registration/registrationWork.ts";
import { at, BUSY, scoreOf } from "./testOrgan.ts";

// What stops and manuals do. Common practice, no source.

describe("manuals", () => {
  const doubts = (bars: readonly string[], marks: readonly Mark[], setup: object = {}) =>
    registrationWork.check!({
      ...{ score: scoreOf(bars), from: 0, to: bars.length - 1, tempo: 60, written: marks },
      ...{ options: {}, setup: { ...setup } },
    }).map(({ kind, text }) => `${kind}: ${text.replaceAll(/[\u001b-\u001f]/g, "")}`);
  const APART = at(0, 0, { right: 2, left: 1 });

  it("of a hand are changed between its notes: by nobody else, and in no time but its own", () => {
    expect(doubts([BUSY, BUSY], [APART, at(1, 0, { right: 1 })])).toEqual([]);
    // four crotchets a second leave a quarter of one
    const quick = registrationWork.check!({
      ...{ score: scoreOf([BUSY, BUSY]), from: 0, to: 1, tempo: 240, options: {} },
      written: [APART, at(1, 0, { right: 1 })],
    });
    expect(quick.map(({ kind }) => kind)).toEqual(["no time"]);
  });

  it("are not left while a note is held, nor gone to where they are not", () => {
    const held = "C5 - - - | C4 D4 E4 F4 | C3 - - -";
    expect(doubts([held], [APART, at(0, 2, { right: 1 })])[0]).toMatch(
      /^held: .*the right hand holds C while it goes to\s+manual I/,
    );
    expect(doubts([BUSY], [at(0, 0, { right: 3 })])[0]).toMatch(
      /^no manual: .*manual III is not on this organ; it has\s+2/,
    );
    expect(doubts([BUSY], [at(0, 0, { right: 3 })], { manuals: 3 })).toEqual([]);
    expect(doubts(["C5 D5 E5 F5 | C1 - - - | . . . ."], [APART])[0]).toContain(
      "is beyond the keys of a manual",
    );
  });

  it("keep the hands apart, so that they may have one note", () => {
    const crossed = scoreOf(["C5 E4 G4 C5 | C4 E4 D4 C4 | C3 - - -", BUSY]);
    const asked = { instrument: "organ" };
    const meet = (marks: readonly Mark[]) =>
      check(crossed, new Map(), { ...asked, apart: apart(marks) }).filter(
        ({ kind }) => kind === "hands meet",
      ).length;
    expect(meet([])).toBe(1);
    expect(meet([APART])).toBe(0);
    expect(meet([APART, at(0, 1, { right: 1 })])).toBe(1);
    expect(apart([APART, at(1, 0, { left: 2 })])).toEqual([
      { from: { bar: 0, offset: { num: 0, den: 1 } }, to: { bar: 1, offset: { num: 0, den: 1 } } },
    ]);
  });

  it("are told as organists count them, couplers beside them", () => {
    const text = registrationText({ right: 2, left: 1, couplers: "II to I" });
    expect(text.replaceAll(/[\u001b-\u001f]/g, "")).toBe(
      "right hand II, left hand I, couplers II to I",
    );
  });
});

// A pipe of f feet sounds at 8 / f of what its key says: 12 log2 of it in semitones, rounded.
describe("stops are heard", () => {
  const score = scoreOf([BUSY, BUSY, BUSY, BUSY]);
  const heard = (marks: readonly Mark[], from = 0, to = 4) =>
    sounded(
      instrument("organ"),
      perform(score, startOf(from), startOf(to), {
        marks: marksHeard(new Map([["registration", marks]])),
      }),
    ).notes;
  const pitches = (notes: ReturnType<typeof heard>, hand: string, onset: number) =>
    notes
      .filter((note) => note.hand === hand && note.onset === onset)
      .map(({ midi }) => midi)
      .sort((a, b) => a - b);

  it.each(["32", "16", "10 2/3", "8", "5 1/3", "4", "2 2/3", "2", "1 3/5", "1 1/3", "1"])(
    "%s feet at their pitch",
    (feet) => {
      const [whole, part] = feet.split(" ");
      const [num, den] = (part ?? "0/1").split("/").map(Number) as [number, number];
      const by = Math.round(12 * Math.log2(8 / (Number(whole) + num / den)));
      const hand = feet === "32" ? "feet" : "right";
      const key = hand === "feet" ? 48 : 72;
      expect(pitches(heard([at(0, 0, { stops: `Stop ${feet}` })]), hand, 0)).toEqual([key + by]);
    },
  );

  it("each beside the others, of the pedal under the feet, without their own those of the hands", () => {
    const stops = "Principal 8′, Octave 4′, Subbass 16′";
    const notes = heard([at(0, 0, { stops })]);
    expect(pitches(notes, "right", 0)).toEqual([72, 84]);
    expect(pitches(notes, "feet", 0)).toEqual([36]);
    const coupled = heard([at(0, 0, { stops: "Flute 8, Octave 4" })]);
    expect(pitches(coupled, "feet", 0)).toEqual([48, 60]);
  });

  it("from their place on, also where one begins later; words nobody knows change nothing", () => {
    const marks = [at(1, 0, { stops: "Flute 4" }), at(2, 0, { combination: 3 })];
    expect(pitches(heard(marks), "right", 0)).toEqual([72]);
    expect(pitches(heard(marks), "right", 4)).toEqual([84]);
    expect(pitches(heard(marks), "right", 8)).toEqual([84]);
    expect(pitches(heard(marks, 3), "right", 0)).toEqual([84]);
    expect(pitches(heard([at(0, 0, { stops: "something soft" })]), "right", 0)).toEqual([72]);
  });

  it("a combination brings its stops back, once they are written with its number", () => {
    const marks = [
      at(0, 0, { stops: "Flute 4", combination: 1 }),
      at(1, 0, { stops: "Principal 8, Octave 4" }),
      at(2, 0, { combination: 1 }),
      at(3, 0, { combination: 2 }),
    ];
    const first = (bar: number) => pitches(heard(marks), "right", 4 * bar);
    expect([0, 1, 2, 3].map(first)).toEqual([[84], [72, 84], [84], [84]]);
    const told = plain(REGISTRATION.state!(marks, startOf(2), score)!);
    expect(told).toBe("registration: combination 1, Flute 4");
    // other stops are no longer the combination
    expect(plain(REGISTRATION.state!(marks, startOf(1), score)!)).toBe(
      "registration: Principal 8, Octave 4",
    );
  });

  it("more are louder, and less than so many times as loud", () => {
    const one = heard([at(0, 0, { stops: "Flute 8" })])[0]!.loudness;
    const two = heard([at(0, 0, { stops: "Flute 8, Octave 4" })])[0]!.loudness;
    expect(two).toBeLessThan(one);
    expect(2 * two).toBeGreaterThan(one);
  });
});
