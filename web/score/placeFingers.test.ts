import { fraction, type Aspect, type Note } from "@yarrow-ridge/core/score";
import { inVoices, type NoteBox, type PageBoxes } from "./geometry.ts";
import { DIGIT, place, type Said } from "./placeFingers.ts";

// Where things said of notes stand: our own look, no source.

const box = (id: string, midi: number, x: number, beat: number): NoteBox => ({
  note: {
    ...{ id, midi, bar: 0, hand: "hands", offset: fraction(beat), length: fraction(1) },
  } as unknown as Note,
  ...{ x, y: 1000 - midi, width: 200, top: 900, bottom: 1100, staff: 1 },
});
const boxes: PageBoxes = {
  ...{ width: 5000, height: 3000, words: [] },
  notes: [box("low", 48, 500, 0), box("mid", 55, 500, 0), box("top", 60, 500, 0)].concat(
    box("alone", 62, 2000, 1),
  ),
  bars: [{ bar: 0, left: 0, right: 5000, top: 800, bottom: 1200, staves: [] }],
};
const aspect = (id: string, look: Aspect["look"]): Aspect => ({
  id,
  look,
  name: id,
  names: id,
  lines: ["hands"],
  symbols: [],
  element: id,
});
const said = (id: string, look: Aspect["look"], values: Record<string, string>): Said => ({
  aspect: aspect(id, look),
  values: new Map(Object.entries(values).map(([note, finger]) => [note, { finger, look: "ink" }])),
});
const written = [
  said("finger", "digit", { low: "3", mid: "2", top: "1", alone: "4" }),
  said("pluck", "letter", { low: "p", mid: "i", top: "m", alone: "a" }),
];
const placed = place(boxes, written, () => false);
const of = (note: string, id: string) =>
  placed.find((one) => one.box.note.id === note && one.aspect.id === id)!;

it("stacks a chord in the order of its notes, each kind in a column of its own", () => {
  const fingers = ["low", "mid", "top"].map((note) => of(note, "finger"));
  expect(fingers.map(({ text }) => text)).toEqual(["3", "2", "1"]);
  // the lowest note's nearest to the staff, one digit apart, in one column
  expect(fingers.map(({ y }) => y - fingers[0]!.y)).toEqual([0, -DIGIT, -2 * DIGIT]);
  expect(new Set(fingers.map(({ x }) => x))).toEqual(new Set([500]));
  for (const note of ["low", "mid", "top"]) {
    expect(of(note, "pluck").y).toBe(of(note, "finger").y);
    expect(of(note, "pluck").x - 500).toBeGreaterThanOrEqual(DIGIT * 0.75);
  }
});

it("puts what is said of the lower of two voices under their one staff", () => {
  const voiced = (voice: string, one: NoteBox): NoteBox => ({
    ...one,
    note: { ...one.note, voice },
  });
  const notes = boxes.notes.map((one) => voiced(one.note.id === "low" ? "2" : "1", one));
  const sides = (staves: number) => {
    const bars = [
      {
        ...boxes.bars[0]!,
        staves: Array.from({ length: staves }, () => ({ top: 800, bottom: 1200 })),
      },
    ];
    return new Set(
      place({ ...boxes, bars, notes: inVoices(notes, bars) }, written, () => false).map(
        (one) => `${one.box.note.id} ${one.side}`,
      ),
    );
  };
  expect(sides(1)).toEqual(new Set(["low below", "mid above", "top above", "alone above"]));
  // on two staves a voice has room on its own side
  expect(sides(2)).toEqual(new Set(["low above", "mid above", "top above", "alone above"]));
});

it("stacks what is said of a single note over it", () => {
  const [finger, pluck] = [of("alone", "finger"), of("alone", "pluck")];
  expect([finger.x, pluck.x]).toEqual([2000, 2000]);
  expect(finger.y - pluck.y).toBe(DIGIT);
});
