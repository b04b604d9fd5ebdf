import { chordClasses, glissandiOf } from "../glissando.ts";
import { pedalsText } from "../setting.ts";
import {
  LEVER_HARP,
  naturalOf,
  NATURALS,
  PEDAL_HARP,
  PEDALS,
  stringAt,
  stringName,
} from "../strings.ts";
import { called, stringsFor, type Alter, type Harp, type Setting } from "../strings.ts";
import type { HarpNote } from "../notes.ts";
import { FOOT, type SettingOptions } from "./asked.ts";
import { proposeSettings } from "./index.ts";

// Situations every harpist knows. Common practice, no source, where nothing else is said.

const ALTERS: Readonly<Record<string, number>> = { "": 0, "#": 1, b: -1, "##": 2, bb: -2 };
const STEPS = "C D EF G A B";

/** Written pitches at a beat, so many beats long: `[0, 1, "C4 E4"]`; beats are seconds. */
type At = readonly [onset: number, length: number, pitches: string, hand?: string];
const played = (...moments: readonly At[]): HarpNote[] =>
  moments.flatMap(([onset, length, pitches, hand = "right"], i) =>
    pitches.split(" ").map((name): HarpNote => {
      const [, step, sign, octave] = /^([A-G])(##|bb|#|b|)(-?\d)$/.exec(name)!;
      const pitch = { step: step as "C", alter: ALTERS[sign!]!, octave: Number(octave) };
      const midi = 12 * (pitch.octave + 1) + STEPS.indexOf(step!) + pitch.alter;
      return { id: `${i} ${name}`, pitch, midi, onset, length, hand };
    }),
  );
const inRow = (each: number, names: string): At[] =>
  names.split(" ").map((name, i): At => [i * each, each, name]);
const ask = (
  moments: readonly At[],
  over: Partial<SettingOptions> = {},
  harp: Harp = PEDAL_HARP,
) => {
  const found = proposeSettings(harp, played(...moments), {
    ...{ tempo: 60, secondsPerMove: 0.5 },
    ...over,
  });
  const start = Object.entries(found.start).flatMap(([name, alter]) =>
    alter ? [called(name, alter)] : [],
  );
  return {
    ...found,
    started: start.join(" "),
    changed: found.changes.map(({ name, to }) => called(name, to)).join(" "),
    missed: found.problems.map(({ note }) => note.split(" ")[1]).join(" "),
  };
};
const signature = (...sharps: string[]): Setting => ({
  ...NATURALS,
  ...Object.fromEntries(
    sharps.map((name): [string, number] => [name[0]!, name[1] === "b" ? -1 : 1]),
  ),
});

const CHROMATIC = "C4 C#4 D4 D#4 E4 F4 F#4 G4 G#4 A4 A#4 B4 C5";
const plain = { started: "", changed: "", missed: "" };

describe("pedals", () => {
  it.each<[why: string, moments: At[], options: Partial<SettingOptions>, found: object]>([
    ["a scale in C needs none", inRow(0.2, "C4 D4 E4 F4 G4 A4 B4 C5"), {}, plain],
    [
      "the signature stands at the start, asked for or not",
      inRow(0.5, "D4 E4 G4"),
      { signature: signature("F#", "C#") },
      { started: "C♯ F♯", changed: "" },
    ],
    [
      "a trill A–A flat is played on two strings, as A–G sharp",
      inRow(0.125, "A4 Ab4 A4 Ab4 A4 Ab4 A4"),
      {},
      { started: "G♯", changed: "", missed: "" },
    ],
    [
      "D–E flat–E quick: the E is an F flat",
      inRow(0.125, "D4 Eb4 E4 Eb4 D4 Eb4 E4"),
      {},
      { started: "E♭ F♭", changed: "", missed: "" },
    ],
    [
      "D, G and A naturals exist once: quick G, G sharp, A cannot be",
      inRow(0.125, "G4 G#4 A4 G#4 G4"),
      {},
      { changed: "", missed: "A4" },
    ],
    [
      "C and C sharp quick: two strings that stand beside each other",
      inRow(0.125, "C4 C#4 C4 C#4"),
      {},
      { changed: "", missed: "" },
    ],
    [
      "F and F sharp quick: the F sharp is a G flat",
      inRow(0.125, "F4 F#4 F4 F#4 F4"),
      {},
      { started: "G♭", changed: "", missed: "" },
    ],
    [
      "after C and D, C sharp and D sharp at once: one of them by the other foot",
      [
        [0, 0.5, "C4 D4"],
        [1.2, 0.5, "C#4 D#4"],
      ],
      { start: NATURALS },
      { changed: "E♭ C♯", missed: "" },
    ],
    [
      "two feet move at once",
      [...inRow(0.25, "C4 F4"), [1, 1, "C#4 F#4 G4 D4"]],
      { start: NATURALS },
      { changed: "C♯ F♯", missed: "" },
    ],
    [
      "one foot does not: F sharp and G sharp are both on its pedals, however they are spelled",
      [
        [0, 0.5, "F4 G4 A4 E4"],
        [1, 0.5, "F#4 G#4"],
      ],
      {},
      { missed: "G#4" },
    ],
    [
      "with time for two moves it does",
      [
        [0, 0.5, "F4 G4 A4 E4"],
        [1.5, 0.5, "F#4 G#4"],
      ],
      {},
      { changed: "F♯ G♯", missed: "" },
    ],
    [
      "no pedal under a ringing string: A flat under a held A is G sharp",
      [
        [0, 1, "A4"],
        [0.5, 0.5, "Ab4"],
      ],
      {},
      { started: "G♯", changed: "", missed: "" },
    ],
    [
      "a string that has rung for long may be altered",
      [
        [0, 8, "A3 G4"],
        [4, 1, "Ab4 G4"],
      ],
      {},
      { changed: "A♭", missed: "" },
    ],
    [
      "what is written stays on its string: B sharp",
      inRow(0.5, "C#4 D#4 E#4 F#4 G#4 A#4 B#4"),
      {},
      { started: "D♯ C♯ B♯ E♯ F♯ G♯ A♯", changed: "" },
    ],
    ["a double sharp is respelled", inRow(0.5, "F##4 E4"), {}, plain],
    [
      "a written C flat is kept, a B is not wanted",
      inRow(0.5, "Cb4 Db4 Eb4"),
      {},
      { started: "D♭ C♭ E♭", changed: "" },
    ],
    [
      "from a setting that is told there is no time before the first note",
      inRow(0.5, "F#4 C4"),
      { start: { ...NATURALS } },
      { changed: "", missed: "F#4" },
    ],
    [
      "but before a later one",
      inRow(1, "C4 F#4"),
      { start: { ...NATURALS } },
      { changed: "F♯", missed: "" },
    ],
    [
      "from C to E flat in two beats: three pedals, two of them on one foot",
      [
        [0, 1, "C4 E4 G4 A4 B4"],
        [2, 1, "Eb4 G4 Bb4 Ab4"],
      ],
      {},
      { missed: "" },
    ],
    [
      "a slow chromatic scale can be had where each note ends before the next",
      CHROMATIC.split(" ").map((name, i): At => [i, 0.5, name]),
      {},
      { missed: "" },
    ],
    [
      "and not where they ring on: G, G sharp and A are on two strings",
      inRow(1, CHROMATIC),
      {},
      { missed: "A4" },
    ],
  ])("%s", (_, moments, options, found) => {
    expect(ask(moments, options)).toMatchObject(found);
  });

  it.each<[why: string, moments: At[], strings: string]>([
    ["a quick one is had on two strings by turns", inRow(0.12, "C5 C5 C5 C5 C5"), "C5 B4 C5 B4 C5"],
    ["a slow one stays on its own", inRow(0.25, "C5 C5 C5 C5 C5"), "C5 C5 C5 C5 C5"],
    ["so does one that is on one string alone", inRow(0.12, "D5 D5 D5 D5"), "D5 D5 D5 D5"],
    [
      "and one whose other string is needed as it is",
      [...inRow(0.12, "B4 C5 C5 C5"), [0.5, 1, "B4"]],
      "B4 C5 C5 C5 B4",
    ],
  ])("a repeated note: %s", (_, moments, strings) => {
    const found = ask(moments);
    expect(found.missed).toBe("");
    const notes = played(...moments).map(({ id }) => stringName(found.strings.get(id)!.string));
    expect(notes.join(" ")).toBe(strings);
  });

  it("say what cannot be, and the way out", () => {
    const { missed, problems } = ask(inRow(0.125, "G4 G#4 A4 G#4 G4"));
    expect(missed).not.toBe("");
    expect(problems[0]!.text).toContain("cannot be prepared");
    // the only A and the only G: G sharp must wait, or go
    expect(problems[0]!.ways).toContain("Leave it out.");
    const off = ask(inRow(1, "B0 C4")).problems[0]!;
    expect(off).toMatchObject({ kind: "off", ways: ["Play it an octave higher."] });
    const slow = ask([
      [0, 0.5, "F4 G4 A4 E4"],
      [1, 0.5, "F#4 G#4"],
    ]).problems[0]!;
    expect(slow.ways[0]).toMatch(/^At \d+ a minute there is time\.$/);
  });

  // Each way out is tried by itself here, on the whole of it.
  it("name only ways that help, for each note that comes too late, however many they are", () => {
    const hurried = [0, 8, 16, 24, 32, 40].flatMap((at): At[] => [
      ...[...inRow(0.5, "G4 A4 G#4 A4 E4 E4"), ...inRow(0.4, "A4 G#4 G4 G#4 A4")].map(
        ([onset, length, names], i): At => [at + (i < 6 ? 0 : 3) + onset, length, names],
      ),
    ]);
    const { problems } = ask(hurried, { tempo: 110 });
    expect(problems.length).toBeGreaterThanOrEqual(12);
    let [quicker, slower] = [0, 0];
    for (const { note, ways } of problems) {
      const at = Number(note.split(" ")[0]);
      const near = hurried.filter(([onset]) => Math.abs(onset - hurried[at]![0]) < 6);
      const isMissed = (moments: readonly At[], over: Partial<SettingOptions>): boolean => {
        const { problems: left } = ask(moments, { tempo: 110, ...over });
        const index = moments.findIndex(([onset]) => onset === hurried[at]![0]);
        return left.some((one) => one.note.startsWith(`${index} `));
      };
      for (const way of ways) {
        const tempo = /At \D*(\d+)\D* a minute/.exec(way)?.[1];
        if (tempo) {
          expect(isMissed(near, { tempo: Number(tempo) })).toBe(false);
          slower++;
        }
        if (way.includes("With a move")) {
          expect(isMissed(near, { secondsPerMove: 0.25 })).toBe(false);
          quicker++;
        }
        if (way.includes("Let what rings"))
          expect(
            isMissed(
              near.map(([onset, , names]): At => [onset, 0, names]),
              {},
            ),
          ).toBe(false);
      }
      expect(ways.at(-1)).toBe("Leave it out.");
    }
    expect(Math.min(quicker, slower)).toBeGreaterThan(0);
  });

  it("are moved as late as there is time, on a beat, between earliest and latest", () => {
    const [change] = ask(inRow(1, "F4 G4 A4 C5 F#4"), { start: NATURALS }).changes;
    expect(change).toMatchObject({ name: "F", from: 0, to: 1, limb: "right", onset: 3 });
    expect([change!.earliest, change!.latest]).toEqual([1, 3.5]);
    expect(change!.why).toBe("F♯ for F sharp; it may come 2 s earlier.");
  });

  it("D, C and B are the left foot's, E, F, G and A the right one's", () => {
    const of = (foot: string) => PEDALS.filter((letter) => FOOT[letter] === foot).join("");
    expect([of("left"), of("right")]).toEqual(["DCB", "EFGA"]);
  });
});

// Every pitch class but D, G and A natural is on two strings (arithmetic).
it("has each pitch on the strings it is on", () => {
  const count = (midi: number) => stringsFor(PEDAL_HARP, midi).length;
  expect([60, 61, 62, 63, 64, 65, 66, 67, 68, 69, 70, 71].map(count)).toEqual([
    ...[2, 2, 1, 2, 2, 2, 2, 1, 2, 1, 2, 2],
  ]);
  // C1 and D1 have no disc, nothing lies beyond the first and the last string
  expect([count(24), count(25), count(23), count(103), count(104)]).toEqual([1, 0, 0, 1, 0]);
});

describe("levers", () => {
  const KEYS: Readonly<Record<string, string>> = {
    ...{ Eb: "Eb4 F4 G4 Ab4 Bb4 C5 D5 Eb5", Bb: "Bb3 C4 D4 Eb4 F4 G4 A4 Bb4" },
    ...{ F: "F4 G4 A4 Bb4 C5 D5 E5 F5", C: "C4 D4 E4 F4 G4 A4 B4 C5" },
    ...{ G: "G4 A4 B4 C5 D5 E5 F#5 G5", D: "D4 E4 F#4 G4 A4 B4 C#5 D5" },
    ...{ A: "A3 B3 C#4 D4 E4 F#4 G#4 A4", E: "E4 F#4 G#4 A4 B4 C#5 D#5 E5" },
  };
  it.each(Object.entries(KEYS))("tuned to E flat, %s major needs no flip", (_, scale) => {
    expect(ask(inRow(0.1, scale), {}, LEVER_HARP)).toMatchObject({ changed: "", missed: "" });
  });
  it.each([
    ["C minor", "C4 D4 Eb4 F4 G4 Ab4 B4 C5"],
    ["G minor", "G4 A4 Bb4 C5 D5 Eb5 F#5 G5"],
    ["E minor", "E4 F#4 G4 A4 B4 C5 D#5 E5"],
  ])("nor does harmonic %s", (_, scale) => {
    expect(ask(inRow(0.1, scale), {}, LEVER_HARP)).toMatchObject({ changed: "", missed: "" });
  });
  it("B major has no A sharp there: it is asked of the B flat string, which is needed as B", () => {
    const quick = ask(inRow(0.1, "A#4 B4 A#4 B4"), {}, LEVER_HARP);
    expect(quick.missed).not.toBe("");
  });
  it("are flipped one string at a time, by a left hand that is free long enough", () => {
    const moments: At[] = [
      [0, 1, "F4"],
      [0, 2, "C3", "left"],
      [3, 1, "F#4"],
      [3, 1, "F5"],
    ];
    const { changes } = ask(moments, {}, LEVER_HARP);
    expect(changes).toHaveLength(1);
    expect(changes[0]).toMatchObject({ name: "F4", from: 0, to: 1, limb: "left" });
    expect(changes[0]!.onset).toBeGreaterThanOrEqual(2);
    // a left hand that plays all along has no time
    const full = moments.map((one): At => (one[3] ? [0, 3, "C3", "left"] : one));
    expect(ask(full, {}, LEVER_HARP).missed).toBe("F#4");
  });
});

describe("glissandi", () => {
  /** Settings with no string beside the chord. */
  const glissandoSettings = (classes: readonly number[]): Setting[] =>
    glissandiOf(classes).flatMap(({ setting, foreign }) => (foreign.length ? [] : [setting]));
  const chord = (root: number, ...steps: number[]) => steps.map((step) => (root + step) % 12);
  const SHARP = ["C", "C♯", "D", "E♭", "E", "F", "F♯", "G", "A♭", "A", "B♭", "B"];
  const roots = (...steps: number[]) =>
    SHARP.filter((_, root) => glissandoSettings(chord(root, ...steps)).length > 0).join(" ");

  it("are the settings that all 2,187 leave over", () => {
    const every: Setting[] = Array.from({ length: 3 ** 7 }, (_, n) => ({
      ...Object.fromEntries(
        PEDALS.map((letter, i) => [letter, ((Math.floor(n / 3 ** i) % 3) - 1) as Alter]),
      ),
    })) as unknown as Setting[];
    const key = (setting: Setting) => PEDALS.map((letter) => setting[letter]).join();
    for (let classes = 1; classes < 4096; classes += 37) {
      const wanted = Array.from({ length: 12 }, (_, i) => i).filter((i) => classes & (1 << i));
      const left = every.filter((setting) => {
        const sounds = new Set(
          PEDALS.map((one) => (naturalOf(stringAt(one, 4)) + setting[one]) % 12),
        );
        return wanted.every((one) => sounds.has(one)) && sounds.size === wanted.length;
      });
      expect(glissandoSettings(wanted).map(key).sort()).toEqual(left.map(key).sort());
    }
  });

  // enumerated, and as orchestration textbooks list them (from memory)
  it("of a diminished seventh and of a dominant ninth are there on every root", () => {
    expect(roots(0, 3, 6, 9)).toBe(SHARP.join(" "));
    expect(roots(0, 4, 7, 10, 2)).toBe(SHARP.join(" "));
    expect(roots(0, 2, 4, 7, 9)).toBe(SHARP.join(" "));
    expect(roots(0, 4, 7, 10)).toBe("C♯ E F♯ A♭ B");
    expect(roots(0, 3, 6, 10)).toBe("C D F G B♭");
    expect(roots(0, 4, 7)).toBe("");
  });

  it("move as few pedals as they can, and say which strings stay outside", () => {
    const bFlat = glissandiOf(chordClasses("B♭9")!, { ...NATURALS, B: -1, E: -1 });
    expect(bFlat[0]!.moved).toHaveLength(Math.min(...bFlat.map(({ moved }) => moved.length)));
    expect(pedalsText(bFlat[0]!.setting)).toBe("D♮ C♮ B♭ E♯ F♮ G♯ A♭");
    // of C E G no D and no A is a string: they stay
    const [plain] = glissandiOf(chordClasses("c e g")!, { ...NATURALS, A: -1 });
    expect(plain).toMatchObject({ foreign: ["D", "A"], setting: { D: 0, A: -1, B: 1 } });
    expect(["H7", "", "C", "C C"].map(chordClasses)).toEqual([
      undefined,
      undefined,
      [0, 4, 7],
      undefined,
    ]);
  });
});
