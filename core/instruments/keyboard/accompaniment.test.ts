import fc from "fast-check";
import { readFile, readScore, toNumber, withLowerStaff, type Score } from "../../score/index.ts";
import { plain } from "../../words/say.ts";
import { instrument } from "../index.ts";
import { accompany, propose } from "../propose.ts";
import { readingOf } from "../reading.ts";

// A left hand on keys from chord symbols. Primary chords in the positions nearest to the tonic
// (C E G, C F A, B F G under 5 3 1, 5 2 1, 5 2 1), broken chords from low to high and back:
// taught everywhere, from memory. No page of a method was before us.

const how = readingOf(instrument("piano"));
const byFeet = readingOf(instrument("organ"), { layout: "hymn" });
const byHands = readingOf(instrument("organ"), { layout: "manuals" });
const tune = (metre: string, body: string, key = "C") =>
  readFile(new TextEncoder().encode(`X:1\nT:Tune\nM:${metre}\nL:1/4\nK:${key}\n${body}\n`), how);

/** The tune with its left hand, read again. */
function written({ score, xml }: ReturnType<typeof tune>, pattern: string, alternates = true) {
  const found = accompany(score, {
    ...{ instrument: "piano", pattern, alternates, from: 0, to: score.bars.length - 1 },
  })!;
  return {
    reasons: found.reasons.map(plain),
    score: readScore(withLowerStaff(xml, 0, found.bars), how).score,
  };
}

const NAMES = ["C", "C#", "D", "Eb", "E", "F", "F#", "G", "Ab", "A", "Bb", "B"];
const leftIn = (score: Score, bar: number) =>
  score.notes.filter((note) => note.bar === bar && note.hand === "left" && !note.held);
/** What is struck in each bar: keys by name and octave, with lengths in quarters but for one. */
const said = (score: Score): string =>
  score.bars
    .map(({ index }) => {
      const struck = new Map<number, { keys: string[]; length: number }>();
      for (const { offset, length, midi } of leftIn(score, index)) {
        const at = toNumber(offset);
        const one = struck.get(at) ?? { keys: [], length: toNumber(length) };
        one.keys.push(`${NAMES[midi % 12]}${Math.floor(midi / 12) - 1}`);
        struck.set(at, one);
      }
      return [...struck]
        .sort(([a], [b]) => a - b)
        .map(([, { keys, length }]) => keys.join("+") + (length === 1 ? "" : `*${length}`))
        .join(" ");
    })
    .join(" | ");

const FOUR = '"C"e d e f|"F"f e d c|"G7"g f e d|"C"c4';

it("holds the primary chords where they lie nearest to the tonic, under the usual fingers", () => {
  const { score } = written(tune("4/4", FOUR), "held");
  expect(said(score)).toBe("C3+E3+G3*4 | C3+F3+A3*4 | B2+F3+G3*4 | C3+E3+G3*4");
  const { notes, problems } = propose(score, {
    ...{ instrument: "piano", hand: "left", from: 0, to: 3 },
  });
  expect(problems).toEqual([]);
  expect(notes.map(({ finger }) => finger).join(" ")).toBe("5 3 1 5 2 1 5 2 1 5 3 1");
});

it.each([
  ["bass", "C3*4 | F3*4 | G3*4 | C3*4"],
  ["turns", "C3 E3+G3 G2 E3+G3 | F2 C3+F3+A3 C2 C3+F3+A3 | G2 B2+F3+G3 D2 B2+F3+G3 | C3+E3+G3*4"],
  [
    "broken",
    [
      ...["C3 G3 E3 G3 C3 G3 E3 G3", "C3 A3 F3 A3 C3 A3 F3 A3", "B2 G3 F3 G3 B2 G3 F3 G3"].map(
        (bar) => bar.split(" ").join("*0.5 ") + "*0.5",
      ),
      "C3+E3+G3*4",
    ].join(" | "),
  ],
])("goes as it is asked to: %s", (pattern, wanted) => {
  expect(said(written(tune("4/4", FOUR), pattern).score)).toBe(wanted);
});

it("goes by the metre, and anew where a chord changes", () => {
  const waltz = tune("3/4", 'g|"C"e f g|"F"a2 "Fm"a|"C"g3');
  expect(said(written(waltz, "turns").score)).toBe(
    " | C3 E3+G3 E3+G3 | F2 C3+F3+A3 F2 | C3+E3+G3*3",
  );
  expect(said(written(waltz, "broken").score)).toBe(
    [
      ...["", "C3*0.5 G3*0.5 E3*0.5 G3*0.5 E3*0.5 G3*0.5"],
      ...["C3*0.5 A3*0.5 F3*0.5 A3*0.5 C3*0.5 Ab3*0.5", "C3+E3+G3*3"],
    ].join(" | "),
  );
  expect(said(written(tune("6/8", '"G"g3|"C"g3/2 e3/2'), "broken").score)).toMatch(
    /^B2\*0.5 D3\*0.5 G3\*0.5 B2\*0.5 D3\*0.5 G3\*0.5 \| C3\*0.5/,
  );
});

it("lies under a low tune, has the bass that is told, and says what it leaves out", () => {
  const low = written(tune("4/4", '"G"D E F G|"D7"D E F D|"G"G4', "G"), "held");
  expect(said(low.score)).toBe("D3+G3+B3*4 | D3+F#3+C4*4 | D3+G3+B3*4");
  const { score, reasons } = written(
    tune("4/4", '"C/E"e4|"C/D"e4|"Bdim7"f4|"C9"e4|"C6"e4|"Bbmaj7"f4|"C"e4'),
    "held",
  );
  expect(said(score).replaceAll("*4", "")).toBe(
    [
      ...["E3+G3+C4", "D3+E3+G3+C4", "B2+D3+F3+Ab3", "C3+E3+Bb3", "C3+E3+A3"],
      // not A B flat beside each other
      ...["Bb2+D3+A3", "C3+E3+G3"],
    ].join(" | "),
  );
  expect(reasons).toEqual(["C9 is played as C E B♭: bar 4."]);
  const signs = tune("4/4", '"Bo7"f4|"Bo"f4|"C"e4');
  expect(signs.score.symbols?.map(({ name }) => name)).toEqual(["Bdim7", "Bdim", "C"]);
  // two tones alone, a bass that is a tone by another name, a chord nobody knows
  const odd = (pattern: string) =>
    said(written(tune("2/4", '"C5"e2|"Db/F"f2|"C^"e2|"C"e2'), pattern).score);
  expect(odd("held").replaceAll("*2", "")).toBe("C3+G3 | F3+Ab3+C#4 | C3 | C3+E3+G3");
  expect(odd("broken").split(" | ")[0]).toBe("C3*0.5 G3*0.5 C3*0.5 G3*0.5");
  // in turn with its chord a bass never lies over it
  const slash = written(tune("3/4", '"C/G"e f g|"G/B"d2 B|"C"c3'), "turns");
  for (let bar = 0; bar < 3; bar++) {
    const [bass, ...chord] = leftIn(slash.score, bar).map(({ midi }) => midi);
    expect(bass!).toBeLessThan(Math.min(...chord));
  }
});

it("has the bass on the pedals of an organ, a slash bass too, and the chord for the left hand", () => {
  const { score, xml } = tune("4/4", FOUR.replace("G7", "G7/B"));
  const asked = { instrument: "organ", alternates: true, from: 0, to: 3 };
  const played = (pattern: string) => {
    const { bars, layout } = accompany(score, { ...asked, pattern })!;
    expect(layout).toBe(pattern === "manuals" ? "manuals" : "hymn");
    const reading = layout === "hymn" ? byFeet : byHands;
    return readScore(withLowerStaff(xml, 0, bars), reading).score;
  };
  const keysOf = (of: Score, limb: string) =>
    of.notes.filter(({ hand, held }) => hand === limb && !held).map(({ midi }) => midi);
  const both = played("held");
  expect(keysOf(both, "feet")).toEqual([36, 41, 47, 36]);
  const chords = [48, 52, 55, 48, 53, 57, 47, 53, 55, 48, 52, 55];
  expect(keysOf(both, "left")).toEqual(chords);
  for (const hand of ["left", "feet"])
    expect(propose(both, { instrument: "organ", hand, from: 0, to: 3 }).problems).toEqual([]);
  const alone = played("manuals");
  expect([keysOf(alone, "left"), keysOf(alone, "feet")]).toEqual([chords, []]);
  const bass = played("bass");
  expect([keysOf(bass, "left"), keysOf(bass, "feet")]).toEqual([[], [36, 41, 47, 36]]);
});

const SYMBOLS = fc.tuple(
  fc.constantFrom("C", "D", "E", "F", "G", "A", "B", "Bb", "Eb", "F#", "Db"),
  fc.constantFrom("", "m", "7", "m7", "maj7", "dim", "dim7", "sus4", "6", "m7b5", "aug", "9"),
);

it("is within a hand in 300 generated tunes: bars are full, a chord lies alike each time", () => {
  const asked = fc.record({
    metre: fc.constantFrom("2/4", "3/4", "4/4", "2/2", "6/8", "9/8", "3/8", "5/4", "7/8"),
    pattern: fc.constantFrom("held", "bass", "turns", "broken"),
    chords: fc.array(SYMBOLS, { minLength: 1, maxLength: 8 }),
  });
  fc.assert(
    fc.property(asked, ({ metre, pattern, chords }) => {
      const [beats, unit] = metre.split("/").map(Number) as [number, number];
      const eighths = (beats * 8) / unit;
      const body = chords.map(([root, kind]) => `"${root}${kind}"${"c/".repeat(eighths)}`);
      const { score } = written(tune(metre, body.join("|")), pattern);
      const lying = new Map<string, string>();
      for (const { index, length } of score.bars) {
        const left = leftIn(score, index);
        const at = new Map<number, number[]>();
        for (const { offset, midi } of left) {
          const time = toNumber(offset);
          at.set(time, [...(at.get(time) ?? []), midi]);
        }
        const ends = left.map((note) => toNumber(note.offset) + toNumber(note.length));
        expect([Math.min(...at.keys()), Math.max(...ends)]).toEqual([0, toNumber(length)]);
        for (const keys of at.values()) {
          expect(Math.max(...keys) - Math.min(...keys)).toBeLessThanOrEqual(12);
          // no two neighbours in a chord, and nothing over the tune
          expect(Math.max(...keys)).toBeLessThan(72);
          expect(new Set(keys).size).toBe(keys.length);
        }
        const name = chords[index]!.join("");
        const keys = [...new Set(left.map(({ midi }) => midi))].sort((a, b) => a - b).join();
        if (pattern === "held") {
          expect(lying.get(name) ?? keys).toBe(keys);
          lying.set(name, keys);
        }
      }
    }),
    { numRuns: 300 },
  );
});
