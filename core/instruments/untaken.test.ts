import { plain } from "../words/say.ts";
import { scoreOf } from "../testing.ts";
import type { Score } from "../score/index.ts";
import { propose } from "./propose.ts";

// What an instrument does not have is said in its own bar, whatever is played around it, also where
// only that bar is asked for. Arithmetic.

const CASES = [
  ["guitar", "hands", {}, "E4 F4 G4 A4", "C8 r D8 C8"],
  ["harp", "right", {}, "E4 F4 G4 A4", "C8 r D8 C8"],
  ["organ", "feet", {}, "C3 D3 E3 F3", "C5 r D5 C5"],
  ["accordion", "right", { treble: "buttons" }, "E4 F4 G4 A4", "C8 r D8 C8"],
  // a fifth alone is no chord of a button
  ["accordion", "left", {}, "C2 G2 C2 G2", "C3+D3+E3+F3 r C3+D3+E3+F3 r"],
] as const;

it.each(CASES)("%s, %s: in its own bar, by itself", (instrument, hand, setup, has, lacks) => {
  const here: Score = scoreOf([
    [has, "r:4"],
    [lacks, "r:4"],
    [has, "r:4"],
  ]);
  const score: Score = { ...here, notes: here.notes.map((note) => ({ ...note, hand })) };
  const asked = (from: number, to: number) =>
    propose(score, { instrument, hand, from, to, setup, tempo: 90 });
  const alone = asked(1, 1);
  const own = score.notes.filter(({ bar }) => bar === 1).map(({ id }) => id);
  expect(alone.notes.map(({ id }) => id)).toEqual(own);
  const said = alone.problems.flatMap(({ notes }) => notes);
  expect(said.length).toBeGreaterThan(0);
  for (const { bar, text } of alone.problems) {
    expect(bar).toBe(1);
    expect(plain(text)).toMatch(/^Bar 2: /);
  }
  for (const { id, finger } of alone.notes) if (said.includes(id)) expect(finger).toBeUndefined();
  expect(asked(0, 0).problems).toEqual([]);
  expect(asked(2, 2).problems).toEqual([]);
  const whole = asked(0, 2);
  expect(whole.problems.map(({ bar, text }) => [bar, text])).toEqual(
    alone.problems.map(({ bar, text }) => [bar, text]),
  );
  expect(whole.notes.map(({ id }) => id)).toEqual(score.notes.map(({ id }) => id));
});

it("notes that have the same name are told apart by their octaves", () => {
  // a stretch no hand takes, with an octave in it; the third only there is called by its name
  const said = (hand: string, notes: string) => {
    const score = scoreOf([hand === "left" ? ["r:4", notes] : [notes, "r:4"]]);
    const asked = { instrument: "piano", hand, from: 0, to: 0, tempo: 90 };
    return plain(
      propose(score, asked)
        .problems.map(({ text }) => text)
        .join(" "),
    );
  };
  const wide = said("right", "Eb3+G4+Eb5:4");
  expect(wide).toMatch(/E♭3|D♯3/);
  expect(wide).toMatch(/E♭5|D♯5/);
  expect(wide).not.toMatch(/G4/);
  expect(said("right", "C3+E5:4")).toMatch(/\bC\b.*\bE\b/);
});
