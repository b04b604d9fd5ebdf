import { tunes, tuneScore } from "../cases/tunes.ts";
import { analyse } from "../form/index.ts";
import type { Score } from "../score/index.ts";
import type { InstrumentRecord } from "./record.ts";
import { instrument, readingOf } from "./index.ts";
import { propose } from "./propose.ts";

// What returns in a tune is taken as the first time, up to two notes at each end. Tunes everybody
// knows, from memory, none of them tuned on; the prices of leaving were set on sixty reels of a
// printed collection. Common practice, no source.

/** Notes of exact returns, and those taken as the first time. */
function returned(score: Score, kind: string, hand: string, setup?: InstrumentRecord) {
  const form = analyse(score);
  const { notes } = propose(score, {
    ...{ instrument: kind, hand, from: 0, to: score.bars.length - 1, tempo: 100, form },
    ...(setup ? { setup } : {}),
  });
  const taken = new Map(
    notes.map(({ id, finger, also }) => [
      id,
      `${finger} ${also?.["string"]} ${also?.["fret"]} ${also?.["button"]}`,
    ]),
  );
  const inBars = (from: number, to: number) =>
    score.notes
      .filter((note) => note.bar >= from && note.bar <= to && !note.held)
      .map(({ id }) => taken.get(id));
  const pairs = form.returns
    .filter(({ relation }) => relation === "exact")
    .flatMap(({ from, to, of, ofTo }) => {
      const [now, before] = [inBars(from, to), inBars(of, ofTo)];
      return now.length === before.length
        ? now.map((one, i) => [one, before[i]] as const).slice(2, -2)
        : [];
    });
  return { all: pairs.length, alike: pairs.filter(([now, before]) => now === before).length };
}

/** A tune as a pedal line, two octaves lower. */
const onPedals = ({ notes, ...score }: Score): Score => ({
  ...score,
  notes: notes.map((note) => ({ ...note, hand: "feet", midi: note.midi - 24 })),
});

it.each([undefined, { feet: "toes" }])("of tunes under two feet, asked for %j", (setup) => {
  let [all, alike] = [0, 0];
  for (const tune of tunes) {
    const score = onPedals(tuneScore(tune, readingOf(instrument("organ"))));
    const found = returned(score, "organ", "feet", setup);
    all += found.all;
    alike += found.alike;
  }
  expect(all).toBeGreaterThan(170);
  expect(alike).toBe(all);
});

it.each([
  // of 178 notes all, 176, all and 174
  ["guitar", "hands", undefined, 1],
  ["harp", "right", undefined, 0.98],
  ["accordion", "right", { treble: "buttons" }, 1],
  ["piano", "right", undefined, 0.97],
] as const)("of tunes on %s", (kind, hand, setup, least) => {
  let [all, alike] = [0, 0];
  for (const tune of tunes) {
    const score = tuneScore(tune, readingOf(instrument(kind)));
    const found = returned(score, kind, hand, setup);
    all += found.all;
    alike += found.alike;
  }
  expect(all).toBeGreaterThan(170);
  expect(alike / all).toBeGreaterThanOrEqual(least);
});
