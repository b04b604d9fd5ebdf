import { tunes, tuneScore } from "../../cases/tunes.ts";
import { instrument, readingOf } from "../index.ts";
import { propose } from "../propose.ts";

// Tunes everybody knows, from memory, none of them tuned on. A hand stays where it lies while it
// can, and no finger slides through a tune. Common practice, no source.

const places = tunes.flatMap((tune) => {
  const score = tuneScore(tune, readingOf(instrument("guitar")));
  const last = score.bars.length - 1;
  const found = propose(score, {
    instrument: "guitar",
    hand: "hands",
    from: 0,
    to: last,
    tempo: 100,
  });
  const line = found.notes.map(({ finger, also }) => ({
    finger: Number(finger),
    ...{ string: also?.["string"], fret: Number(also?.["fret"]) },
  }));
  return [{ line, shifts: found.shifts?.length ?? 0 }];
});
const notes = places.reduce((sum, { line }) => sum + line.length, 0);

it("are taken with few shifts", () => {
  const shifts = places.reduce((sum, one) => sum + one.shifts, 0);
  expect(notes).toBeGreaterThan(400);
  // 9 in 1,121 notes; 31 where one finger was a shape that slides
  expect(shifts / notes).toBeLessThan(0.015);
});

it("and no finger slides over more than two frets", () => {
  const slides = places.flatMap(({ line }) =>
    line.slice(1).filter((now, i) => {
      const before = line[i]!;
      const stays = now.finger > 0 && before.finger === now.finger && before.string === now.string;
      return stays && Math.abs(before.fret - now.fret) > 2;
    }),
  );
  expect(slides).toEqual([]);
});
