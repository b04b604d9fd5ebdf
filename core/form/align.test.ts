import fc from "fast-check";
import { readScore, renameNotes } from "../score/index.ts";
import { scoreOf } from "../testing.ts";
import { alignBars, correction, linesOfBoth } from "./index.ts";

const STEPS = ["C", "D", "E", "F", "G", "A", "B"];
/** Bars that are all different, by number. */
const bar = (n: number) =>
  [
    `${STEPS[n % 7]}4 ${STEPS[(n * 3 + 1) % 7]}5 ${STEPS[Math.floor(n / 7) % 7]}4 ${STEPS[(n * 5) % 7]}5`,
    `${STEPS[(n * 2) % 7]}3:4`,
  ] as const;
const pieceOf = (numbers: readonly number[]) => scoreOf(numbers.map(bar));

it("finds every bar again past bars put in and taken out (200 pieces)", () => {
  const changes = fc.record({
    length: fc.integer({ min: 4, max: 24 }),
    out: fc.array(fc.nat(23), { maxLength: 2 }),
    into: fc.array(fc.nat(23), { maxLength: 2 }),
  });
  fc.assert(
    fc.property(changes, ({ length, out, into }) => {
      const before = Array.from({ length }, (_, i) => i);
      const kept = before.filter((n) => !out.includes(n));
      const after = [...kept];
      // bars of another kind, numbered past all others
      into.forEach((at, i) => after.splice(Math.min(at, after.length), 0, 30 + i));
      fc.pre(kept.length > 1);
      const lines = linesOfBoth(pieceOf(before), pieceOf(after));
      const pairs = alignBars(lines.a.get("both")!, lines.b.get("both")!);
      // each bar stands once, in order
      expect(pairs.flatMap(({ a }) => a ?? [])).toEqual(before);
      expect(pairs.flatMap(({ b }) => b ?? [])).toEqual(after.map((_, i) => i));
      for (const n of kept) expect(pairs.find(({ a }) => a === n)!.b).toBe(after.indexOf(n));
    }),
    { numRuns: 200 },
  );
});

it("finds every note again whose music is the same, and names the others", () => {
  const before = pieceOf([0, 1, 2, 3]);
  const after = scoreOf([bar(0), bar(20), bar(1), ["C4 D4 E4 F4", bar(2)[1]], bar(3)]);
  const { bars, notes, gone } = correction(before, after);
  expect(bars).toEqual([0, 2, 3, 4]);
  for (const [now, old] of notes) {
    const [a, b] = [
      before.notes.find((note) => note.id === old)!,
      after.notes.find((note) => note.id === now)!,
    ];
    expect([b.midi, b.offset, b.hand, b.bar]).toEqual([a.midi, a.offset, a.hand, bars[a.bar]]);
  }
  expect(gone.every((note) => note.bar === 2 && note.hand === "right")).toBe(true);
  expect(notes.size + gone.length).toBe(before.notes.length);
});

it("gives ids away without doubling any", () => {
  const note = (id: string) =>
    `<note id="${id}"><pitch><step>C</step><octave>4</octave></pitch><duration>1</duration></note>`;
  const xml =
    `<score-partwise><part-list/><part id="P1"><measure number="1" id="m">` +
    `<attributes><divisions>1</divisions></attributes>${note("a")}${note("b")}${note("c")}</measure>` +
    "</part></score-partwise>";
  const renamed = renameNotes(xml, new Map([["a", "b"]]), ["c"]);
  const ids = readScore(renamed).score.notes.map((one) => one.id);
  expect(ids[0]).toBe("b");
  expect(new Set(ids).size).toBe(3);
  expect(ids).not.toContain("c");
});
