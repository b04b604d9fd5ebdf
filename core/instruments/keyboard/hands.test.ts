import fc from "fast-check";
import { keyboardHand } from "./hand.ts";
import { scoreOf, lineOf } from "../../testing.ts";
import { analyse } from "../../form/index.ts";
import { readScore } from "../../score/index.ts";
import { propose } from "../propose.ts";

const NAMES = ["C", "C#", "D", "D#", "E", "F", "F#", "G", "G#", "A", "A#", "B"];
const name = (key: number) => `${NAMES[key % 12]}${Math.floor(key / 12) - 1}`;

describe("a proposal", () => {
  it("keeps the finger of a held note while others move above it", () => {
    const note = (step: string, octave: number, duration: number, voice: number) =>
      `<note><pitch><step>${step}</step><octave>${octave}</octave></pitch>` +
      `<duration>${duration}</duration><voice>${voice}</voice></note>`;
    const { score } = readScore(
      `<score-partwise><part-list/><part id="P"><measure number="1">` +
        `<attributes><divisions>1</divisions></attributes>${note("C", 5, 4, 1)}<backup>` +
        `<duration>4</duration></backup>${["E", "F", "G", "F"].map((step) => note(step, 5, 1, 2)).join("")}</measure>` +
        "</part></score-partwise>",
    );
    const fingers = new Map(
      propose(score, { hand: "right", from: 0, to: 0 }).notes.map(({ id, finger }) => [
        id,
        Number(finger),
      ]),
    );
    const [held, ...moving] = [...score.notes]
      .sort((a, b) => a.midi - b.midi)
      .map((one) => fingers.get(one.id)!);
    expect(moving).toHaveLength(4);
    for (const finger of moving) expect(finger).toBeGreaterThan(held!);
  });

  it("returns to the same fingers wherever bars return (100 generated pieces)", () => {
    const bar = fc.array(fc.integer({ min: 57, max: 76 }), { minLength: 4, maxLength: 4 });
    fc.assert(
      fc.property(
        fc.array(bar, { minLength: 2, maxLength: 4 }),
        fc.array(bar, { maxLength: 2 }),
        (phrase, between) => {
          const text = (keys: number[]) => keys.map(name).join(" ");
          const bars = [...phrase, ...between, ...phrase].map(
            (keys) => [text(keys), "r:4"] as const,
          );
          const score = scoreOf(bars);
          const { notes } = propose(score, { hand: "right", from: 0, to: bars.length - 1 });
          const inBars = (from: number, to: number) =>
            notes.filter((note) => note.bar >= from && note.bar <= to).map((note) => note.finger);
          for (const found of analyse(score).returns.filter(
            (one) => one.hand === "right" && one.relation === "exact" && one.ofTo < one.from,
          )) {
            const [first, again] = [inBars(found.of, found.ofTo), inBars(found.from, found.to)];
            // the ends are free: one note on each side
            const different = again.filter((finger, i) => finger !== first[i]).length;
            expect(different).toBeLessThanOrEqual(2);
          }
        },
      ),
      { numRuns: 100 },
    );
  });

  it("gives repeated notes and single notes a finger, and nothing where nothing is played", () => {
    const repeated = propose(lineOf([64, 64, 64, 64], "right"), {
      hand: "right",
      from: 0,
      to: 0,
    }).notes.map((note) => note.finger);
    expect(new Set(repeated).size).toBe(1);
    expect(propose(lineOf([64], "left"), { hand: "left", from: 0, to: 0 }).notes).toHaveLength(1);
    expect(propose(lineOf([64], "left"), { hand: "right", from: 0, to: 0 })).toMatchObject({
      notes: [],
    });
  });

  it("refuses hands and instruments nobody registered", () => {
    expect(() => propose(lineOf([60], "right"), { hand: "tail", from: 0, to: 0 })).toThrow(
      /no hand called tail/,
    );
    expect(() =>
      propose(lineOf([60], "right"), { hand: "right", from: 0, to: 0, instrument: "kazoo" }),
    ).toThrow(/no instrument called kazoo/);
  });
});

// a broken chord is played as one hand shape; triads 5-3-1 or 5-2-1 from the bass in the left hand,
// 1-3-5 or 1-2-5 in the right: common practice, from memory
it.each<[string, string, "left" | "right", RegExp]>([
  ["out and back", "C3 E3 G3 E3 A3 C4 E4 C4 G3 B3 D4 B3 C3 E3 G3 E3", "left", /^(5313|5212){4}$/],
  [
    "through the top",
    "C3 G3 E3 G3 D3 A3 F#3 A3 B2 G3 D3 G3 C3 G3 E3 G3",
    "left",
    /^(5131|5121){4}$/,
  ],
  [
    "in the right hand",
    "C4 E4 G4 E4 F4 A4 C5 A4 G4 B4 D5 B4 C4 E4 G4 E4",
    "right",
    /^(1353|1252){4}$/,
  ],
  ["from the top", "G3 E3 C3 E3 A3 F3 D3 F3 B3 G3 D3 G3 A3 F3 C3 F3", "left", /^(1353|1252){4}$/],
  [
    "of a seventh chord in six",
    "C3 E3 G3 B3 G3 E3 D3 F3 A3 C4 A3 F3",
    "left",
    /^(5[34]212[34]){2}$/,
  ],
])("broken chords %s are taken as the chords they are", (_, keys, hand, taught) => {
  const score = scoreOf(
    [
      hand === "left"
        ? [`r:${keys.split(" ").length / 2}`, keys.replaceAll(/(\S+)/g, "$1:0.5")]
        : [keys.replaceAll(/(\S+)/g, "$1:0.5"), `r:${keys.split(" ").length / 2}`],
    ],
    [keys.split(" ").length / 2, 4],
  );
  expect(
    propose(score, { hand, from: 0, to: 0 })
      .notes.map((note) => note.finger)
      .join(""),
  ).toMatch(taught);
});

// the layout of a keyboard: standard
it("a key lies between its neighbours, and white keys one apart, for either hand and in every octave", () => {
  for (const side of ["right", "left"] as const) {
    const { inWhiteKeys, ...hand } = keyboardHand(side);
    const key = (midi: number) => hand.key(midi);
    const places = Array.from({ length: 88 }, (_, i) => inWhiteKeys(key(21 + i)));
    const rising = side === "right" ? places : [...places].reverse();
    rising.slice(1).forEach((place, i) => expect(place - rising[i]!).toBeGreaterThan(0));
    expect(rising.slice(1).every((place, i) => [0.5, 1].includes(place - rising[i]!))).toBe(true);
    expect(inWhiteKeys(key(72)) - inWhiteKeys(key(60))).toBe(side === "right" ? 7 : -7);
  }
});
