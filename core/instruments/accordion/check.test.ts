import { scoreOf } from "../../testing.ts";
import { check, propose } from "../propose.ts";

// What nobody would let stand. Common practice, no source.

type Said = Readonly<Record<number, string>>;

/** Doubts about values written on notes of a hand, by their places in it. */
function doubts(
  bars: [right: string, left: string][],
  hand: "right" | "left",
  values: Said,
  { setup, rows = {} }: { setup?: object; rows?: Said } = {},
) {
  const score = scoreOf(bars);
  const notes = score.notes.filter((note) => note.hand === hand);
  const by = (said: Said) =>
    new Map(Object.entries(said).map(([at, value]) => [notes[Number(at)]!.id, value]));
  return check(score, by(values), {
    instrument: "accordion",
    beside: new Map([["buttonRow", by(rows)]]),
    ...(setup ? { setup: { ...setup } } : {}),
  }).map(({ kind, text }) => `${kind}: ${text.replaceAll(/[\u001b-\u001f]/g, "")}`);
}

const BUTTONS = { treble: "buttons", system: "C", rows: 3 };

it("keys of the right hand are looked through as those of every keyboard", () => {
  const bars: [string, string][] = [["C5+E5:2 r:2", "r:4"]];
  expect(doubts(bars, "right", { 0: "1", 1: "3" })).toEqual([]);
  expect(doubts(bars, "right", { 0: "3", 1: "3" })[0]).toMatch(/^same finger/);
});

it("buttons: rows that have not the note, one finger twice, a grip that is none", () => {
  const bars: [string, string][] = [["C5:1 D5:1 C5+E5:2", "r:4"]];
  expect(doubts(bars, "right", { 0: "1", 1: "2" }, { setup: BUTTONS, rows: { 1: "3" } })).toEqual(
    [],
  );
  const [wrong] = doubts(bars, "right", {}, { setup: BUTTONS, rows: { 1: "2" } });
  expect(wrong).toMatch(/^other pitch: bar 1, beat 2: row 2 has no D; row 3 has it\.$/i);
  const twice = doubts(bars, "right", { 2: "2", 3: "2" }, { setup: BUTTONS });
  expect(twice).toMatchObject([
    expect.stringMatching(/^same finger: bar 1, beat 3: C, E at once, two with 2\.$/i),
  ]);
  const crossed = doubts(bars, "right", { 2: "5", 3: "1" }, { setup: BUTTONS });
  expect(crossed[0]).toMatch(/^unreachable: .* cannot be taken with 5, 1\.$/);
});

it("a standard bass: one button under two fingers, a bass and its chord under one", () => {
  const bars: [string, string][] = [["r:4", "C2:1 C4+E4+G4:1 F2+C4+E4+G4:2"]];
  expect(doubts(bars, "left", { 0: "3", 1: "2", 2: "2", 3: "2" })).toEqual([]);
  expect(doubts(bars, "left", { 1: "2", 2: "3", 3: "2" })[0]).toContain(
    "one button, and fingers 2 and 3 on its notes",
  );
  expect(doubts(bars, "left", { 4: "2", 5: "2", 6: "2", 7: "2" })[0]).toContain("both with 2");
});

it("has nothing to say against what it proposes itself, on any side", () => {
  const bars = Array.from({ length: 4 }, (): [string, string] => [
    "C5:1 E5+G5:1 D5:1 B4+D5:1",
    "C3:1 E3:1 G3:1 C3:1",
  ]);
  for (const setup of [{}, BUTTONS, { ...BUTTONS, system: "B", rows: 5, bass: "free" }]) {
    const score = scoreOf(bars);
    const all = (["right", "left"] as const).flatMap(
      (hand) => propose(score, { instrument: "accordion", hand, from: 0, to: 3, setup }).notes,
    );
    expect(all.every(({ finger }) => finger !== undefined)).toBe(true);
    const rows = all.flatMap(({ id, also }): [string, string][] =>
      also?.["buttonRow"] ? [[id, also["buttonRow"]]] : [],
    );
    const found = check(score, new Map(all.map(({ id, finger }) => [id, finger!])), {
      ...{ instrument: "accordion", setup },
      beside: new Map([["buttonRow", new Map(rows)]]),
    });
    expect(found).toEqual([]);
  }
});
