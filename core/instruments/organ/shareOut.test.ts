import { scoreOf } from "../../testing.ts";
import { ORGAN_LAYOUTS } from "./layouts.ts";
import { propose, shareOut } from "../propose.ts";
import type { Score } from "../../score/index.ts";

// Who takes which voice on an organ. Common practice, no source.

const plain = (text: string) => text.replaceAll(/[\u001b-\u001f]/g, "");
const asked = { instrument: "organ", from: 0 };
const shared = (score: Score, texture: string, over: object = {}) => {
  const found = shareOut(score, { ...asked, texture, to: score.bars.length - 1, ...over });
  const by = new Map(found.given.map(({ note, hand }) => [note.id, hand]));
  const names = score.notes
    .filter(({ held }) => !held)
    .map(({ id, midi }) => `${midi}:${by.get(id)?.[0] ?? "-"}`);
  return { ...found, hands: names.sort().join(" ") };
};

const HYMN = scoreOf([
  ["C5+G4:1 D5+G4:1 E5+G4:1 C5+G4:1", "E4+C3:1 D4+B2:1 C4+C3:1 E4+C3:1"],
  ["F5+A4:2 E5+G4:2", "C4+F2:2 C4+C3:2"],
]);

it("a hymn: soprano and alto right, tenor left, the bass for the feet", () => {
  const { given, problems, reasons } = shared(HYMN, "hymn");
  expect(problems).toEqual([]);
  expect(reasons).toEqual([]);
  expect(given).toHaveLength(HYMN.notes.length);
  const bassOf = (bar: number) =>
    given
      .filter(({ note, hand }) => note.bar === bar && hand === "feet")
      .map(({ note }) => note.midi);
  expect(bassOf(0)).toEqual([48, 47, 48, 48]);
  for (const { note, hand, why } of given) {
    const upper = note.midi >= 67;
    expect(hand).toBe(upper ? "right" : note.midi >= 60 ? "left" : "feet");
    expect(["soprano", "alto", "tenor", "the bass"]).toContain(plain(why));
  }
});

it("the alto changes sides where the right hand does not reach it, and it is said", () => {
  // a twelfth under the soprano in the second half
  const wide = scoreOf([["C5+G4:2 G5+C4:2", "E4+C3:2 G3+C3:2"]]);
  const { given, reasons } = shared(wide, "hymn");
  const handOf = (midi: number, at: number) =>
    given.find(({ note }) => note.midi === midi && note.offset.num === at)!.hand;
  expect(handOf(67, 0)).toBe("right");
  expect(handOf(60, 2)).toBe("left");
  expect(plain(reasons[0]!)).toMatch(/left hand takes the alto .* bar 1/);
  // a voice that leaps away over an alto that is held
  const leaping = scoreOf([["C5+G4:2 G4:2", "E4+C3:4"]]);
  const held = shareOut(
    {
      ...leaping,
      notes: leaping.notes.map((note) =>
        note.midi === 64 ? { ...note, midi: 65, pitch: { step: "F", alter: 0, octave: 4 } } : note,
      ),
    },
    { ...asked, texture: "hymn", to: 0 },
  );
  expect(held.problems).toEqual([]);
});

it("a trio: each line its own, by the voices of the file also where they cross", () => {
  const crossing = scoreOf([["C5:1 E4:1 C5:1 D5:1", "E4:1 G4:1 E4:1 F4:1"]]);
  const notes = [
    ...crossing.notes,
    ...["C3", "G2", "C3", "B2"].map((_, i) => {
      const one = crossing.notes.filter(({ hand }) => hand === "left")[i]!;
      return { ...one, id: `p${i}`, midi: 40 + i, staff: 3, voice: "5", hand: "left" };
    }),
  ];
  const { given } = shareOut({ ...crossing, notes }, { ...asked, texture: "trio", to: 0 });
  const by = new Map(given.map(({ note, hand }) => [note.id, hand]));
  for (const note of notes)
    expect(by.get(note.id)).toBe(
      note.id.startsWith("p") ? "feet" : note.hand === "left" ? "left" : "right",
    );
});

it("a solo: one line right, what lies between left; what a hand does not reach is said", () => {
  const solo = scoreOf([["G5:2 A5:2", "E4+C4+G3+C3:2 F4+A3+F3:2"]]);
  const { hands, problems } = shared(solo, "solo");
  expect(hands).toBe("48:f 53:f 55:l 57:l 60:l 64:l 65:l 79:r 81:r");
  expect(problems).toEqual([]);
  const wide = scoreOf([["G5:4", "G4+E4+C4+A3+F3+C3+F2:4"]]);
  const found = shared(wide, "solo").problems[0]!;
  expect(plain(found.text)).toMatch(/^bar 1: the left hand does not reach /i);
  expect(plain(found.ways.join(" "))).toContain("Leave out");
});

it("what the pedals do not have stays with the left hand, and other instruments have no such ways", () => {
  const low = scoreOf([["C5+G4:4", "E4+B0:4"]]);
  const { given, reasons } = shared(low, "hymn");
  expect(given.find(({ note }) => note.midi === 23)!.hand).toBe("left");
  expect(plain(reasons[0]!)).toContain("pedals do not have");
  expect(shareOut(HYMN, { instrument: "piano", texture: "hymn", from: 0, to: 0 }).given).toEqual(
    [],
  );
  expect(ORGAN_LAYOUTS.map(({ id }) => id)).toContain("hymn");
});

it("leaves each limb what it can finger", () => {
  const { given } = shared(HYMN, "hymn");
  const by = new Map(given.map(({ note, hand }) => [note.id, hand]));
  const score = { ...HYMN, notes: HYMN.notes.map((one) => ({ ...one, hand: by.get(one.id)! })) };
  for (const hand of ["right", "left", "feet"]) {
    const { notes, problems } = propose(score, { ...asked, hand, to: 1 });
    expect(problems).toEqual([]);
    expect(notes.every(({ finger }) => finger !== undefined)).toBe(true);
  }
});
