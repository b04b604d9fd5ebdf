import fc from "fast-check";
import type { Pitch } from "../../../score/index.ts";
import { LEVER_HARP, PEDAL_HARP, type Harp } from "../strings.ts";
import type { HarpNote } from "../notes.ts";
import { taskOf, type SettingOptions } from "./asked.ts";
import { proposeSettings } from "./index.ts";
import { lookAhead } from "./ahead.ts";
import { UNSET } from "./prices.ts";
import { settle } from "./search.ts";
import type { Move, SettingTask, Span } from "./task.ts";

// The search against trying every spelling and every order of moves.

const SPELLED = ["C", "C#", "D", "D#", "E", "F", "F#", "G", "G#", "A", "A#", "B"];
const pitchOf = (midi: number): Pitch => {
  const [step, sharp] = [...SPELLED[midi % 12]!];
  return {
    step: step as Pitch["step"],
    ...{ alter: sharp ? 1 : 0, octave: Math.floor(midi / 12) - 1 },
  };
};

/** Whether some order of the moves is in time, each as soon as it can be. */
function someOrder(
  left: readonly Move[],
  at: number,
  length: number,
  busy: readonly Span[],
): boolean {
  if (left.length === 0) return true;
  return left.some((move) => {
    let start = Math.max(at, move.release);
    for (const [from, to] of busy)
      if (start + length > from + 1e-9 && start < to - 1e-9) start = to;
    return (
      start + length <= move.deadline + 1e-9 &&
      someOrder(
        left.filter((one) => one !== move),
        start + length,
        length,
        busy,
      )
    );
  });
}

/** The least cost there is, trying each note on each of its strings and left out. */
function byTrying({ movables, notes, move: length, busy }: SettingTask, most: number): number {
  let best = most;
  const walk = (
    at: number,
    values: readonly (number | undefined)[],
    rings: readonly number[],
    moves: readonly Move[],
    cost: number,
    last?: number,
  ): void => {
    if (cost >= best - 1e-9) return;
    const note = notes[at];
    if (!note) {
      best = cost;
      return;
    }
    for (const { movable, value, cost: written, string } of note.chances) {
      // repeated on its string quickly: 0.7
      const own = written + (note.again && last === string ? 0.7 : 0);
      if (movable === undefined) {
        walk(at + 1, values, rings, moves, cost + own, string);
        continue;
      }
      const before = values[movable];
      const after = values.map((old, i) => (i === movable ? value : old));
      const rung = rings.map((old, i) => (i === movable ? Math.max(old, note.until) : old));
      if (before === undefined || before === value) {
        walk(at + 1, after, rung, moves, cost + own, string);
        continue;
      }
      const release = rings[movable]!;
      const move = { movable, from: before, to: value, release, deadline: note.at, note: note.id };
      const { limb } = movables[movable]!;
      const all = [...moves, move].filter((one) => movables[one.movable]!.limb === limb);
      if (!someOrder(all, -Infinity, length, busy[limb] ?? [])) continue;
      // prices as the search has them: a move 1, a second notch 0.15, haste up to 0.3
      const haste = Math.max(0, Math.min(1, 2 - (note.at - release) / length));
      const price = 1 + 0.15 * (Math.abs(value - before) - 1) + 0.3 * haste;
      walk(at + 1, after, rung, [...moves, move], cost + own + price, string);
    }
    walk(at + 1, values, rings, moves, cost + 50);
  };
  walk(
    0,
    movables.map(({ told }) => told),
    movables.map(() => 0),
    [],
    0,
  );
  return best;
}

/** Chords of one to four notes, chromatic, quick and slow. */
const moment = fc.record({
  chord: fc.uniqueArray(fc.integer({ min: 48, max: 71 }), { minLength: 1, maxLength: 4 }),
  gap: fc.constantFrom(0.25, 0.25, 0.5, 0.5, 1, 1.5),
  length: fc.constantFrom(0.25, 0.5, 1, 2),
  left: fc.boolean(),
});
type Made = { chord: number[]; gap: number; length: number; left: boolean }[];
const notesOf = (moments: Made): HarpNote[] => {
  let at = 0;
  return moments.flatMap(({ chord, gap, length, left }, i) => {
    const onset = at;
    at += gap;
    return chord.map((midi, k) => ({
      ...{ id: `${i}.${k}`, midi, pitch: pitchOf(midi), onset, length },
      hand: left ? "left" : "right",
    }));
  });
};

const OPTIONS: SettingOptions = { tempo: 60, secondsPerMove: 0.4 };

/** So many notes have some ten thousand ways to be taken. */
const NOTES = 10;

function differing(harp: Harp, runs: number, most: number, seed: number): number {
  let count = 0;
  fc.assert(
    fc.property(fc.array(moment, { minLength: 3, maxLength: most }), (moments) => {
      const { task } = taskOf(harp, notesOf(moments).slice(0, NOTES), OPTIONS);
      const { cost } = settle(task);
      if (byTrying(task, cost) < cost - 1e-6) count++;
    }),
    { numRuns: runs, seed },
  );
  return count;
}

it("finds the best pedals there are: 1,000 sequences with chords", () => {
  expect(differing(PEDAL_HARP, 1000, 6, 1501)).toBe(0);
});

it("finds the best pedals there are: 300 passages with notes quickly repeated", () => {
  let again = 0;
  const repeated = fc.record({
    ...{ midi: fc.integer({ min: 54, max: 66 }), times: fc.constantFrom(1, 2, 3, 4) },
    gap: fc.constantFrom(0.1, 0.15, 0.3),
  });
  fc.assert(
    fc.property(fc.array(repeated, { minLength: 2, maxLength: 4 }), (groups) => {
      let at = 0;
      const notes = groups.flatMap(({ midi, times, gap }, i) =>
        Array.from({ length: times }, (_, k): HarpNote => {
          const onset = at;
          at += gap;
          return {
            ...{ id: `${i}.${k}`, midi, pitch: pitchOf(midi), onset, length: gap },
            hand: "right",
          };
        }),
      );
      const { task } = taskOf(PEDAL_HARP, notes.slice(0, NOTES), OPTIONS);
      again += task.notes.filter((note) => note.again).length;
      const { cost } = settle(task);
      expect(byTrying(task, cost + 1e-3)).toBeGreaterThan(cost - 1e-6);
    }),
    { numRuns: 300, seed: 1504 },
  );
  expect(again).toBeGreaterThan(300);
});

it("never costs less than what is looked ahead to, and just that where there is time for all", () => {
  let dearer = 0;
  const long = fc.array(moment, { minLength: 80, maxLength: 120 });
  fc.assert(
    fc.property(long, (moments) => {
      // one note at a time, the others of its chord left out
      const notes = notesOf(moments).filter(({ id }) => id.endsWith(".0"));
      const unset = new Int8Array(7).fill(UNSET);
      for (const [tempo, isEasy] of [
        [5, true],
        [240, false],
      ] as const) {
        const { task } = taskOf(PEDAL_HARP, notes, { tempo, secondsPerMove: 0.3 });
        const least = lookAhead(task)!(0, unset);
        const { cost } = settle(task);
        if (isEasy) expect(cost).toBeCloseTo(least, 6);
        else expect(cost).toBeGreaterThan(least - 1e-6);
        if (cost > least + 1e-6) dearer++;
      }
    }),
    { numRuns: 12, seed: 1505 },
  );
  expect(dearer).toBeGreaterThan(6);
});

it("finds the best levers there are: 300 passages, the left hand busy now and then", () => {
  expect(differing(LEVER_HARP, 300, 6, 1502)).toBe(0);
});

/** `PIECES=1000` for all that the figures tell of. */
const PIECES = Number(process.env["PIECES"] ?? 40);

it("never asks a foot for two things, or moves what rings: generated pieces", () => {
  let [missed, moved] = [0, 0];
  fc.assert(
    fc.property(fc.array(moment, { minLength: 8, maxLength: 24 }), (moments) => {
      const notes = notesOf(moments);
      const { start, changes, strings } = proposeSettings(PEDAL_HARP, notes, OPTIONS);
      moved += changes.length;
      // played through: what stands when each note is plucked
      const events = [
        ...changes.map((change) => ({ at: change.onset + 0.4, change })),
        ...notes.map((note) => ({ at: note.onset, note })),
      ].sort((a, b) => a.at - b.at || ("change" in a ? -1 : 1));
      const stands: Record<string, number> = { ...start };
      const rings: Record<string, number> = {};
      for (const event of events) {
        if ("change" in event) {
          const { name, to, onset, from } = event.change;
          expect(stands[name]).toBe(from);
          expect(onset).toBeGreaterThanOrEqual((rings[name] ?? 0) - 1e-6);
          stands[name] = to;
          continue;
        }
        const { id, onset, length } = event.note;
        const on = strings.get(id);
        if (!on) {
          missed++;
          continue;
        }
        const letter = "CDEFGAB"[on.string % 7]!;
        expect(stands[letter]).toBe(on.alter);
        rings[letter] = Math.max(rings[letter] ?? 0, onset + Math.min(1, length));
      }
      for (const foot of ["left", "right"]) {
        const own = changes.filter(({ limb }) => limb === foot).map(({ onset }) => onset);
        own.forEach((at, i) => i && expect(at - own[i - 1]!).toBeGreaterThanOrEqual(0.4 - 1e-6));
      }
    }),
    { numRuns: PIECES, seed: 1503 },
  );
  expect(moved).toBeGreaterThan(5 * PIECES);
  expect(missed).toBeGreaterThan(0);
});
