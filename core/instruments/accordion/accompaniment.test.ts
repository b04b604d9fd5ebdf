import fc from "fast-check";
import {
  isAdded,
  keysOf,
  readFile,
  readScore,
  toNumber,
  withLowerStaff,
  type Score,
} from "../../score/index.ts";
import { plain } from "../../words/say.ts";
import { instrument } from "../index.ts";
import { accompany, propose } from "../propose.ts";
import { readingOf } from "../reading.ts";
import { chordKeys } from "./bass/letters.ts";

// A left hand from chord symbols. That a bass falls on the beat and the chord after it, that a
// bass in turn is the fifth, and what a simplified chord is: common practice, no source.

const how = readingOf(instrument("accordion"), { layout: null });
const lettered = readingOf(instrument("accordion"), { layout: "letters" });

/** A tune in ABC with chord symbols. */
const tune = (metre: string, body: string) =>
  readFile(new TextEncoder().encode(`X:1\nT:Tune\nM:${metre}\nL:1/4\nK:C\n${body}\n`), how);
const asked = { ...{ instrument: "accordion", pattern: "turns", alternates: true }, from: 0 };

interface Asked {
  readonly pattern?: string;
  readonly alternates?: boolean;
  readonly setup?: Record<string, unknown>;
  readonly from?: number;
  readonly to?: number;
}
/** The tune with its left hand, read again. */
function written({ score, xml }: { score: Score; xml: string }, options: Asked = {}) {
  const found = accompany(score, {
    ...{ ...asked, to: score.bars.length - 1 },
    ...(options as object),
  })!;
  const out = withLowerStaff(xml, 0, found.bars);
  return {
    ...{ xml: out, reasons: found.reasons.map(plain) },
    score: readScore(out, lettered).score,
  };
}
const NAMES = ["C", "C#", "D", "Eb", "E", "F", "F#", "G", "Ab", "A", "Bb", "B"];
/** Bars as text: basses in capitals by name, chords by their keys' name, with lengths. */
function said(score: Score): string {
  const kindOf = (keys: readonly number[]) =>
    ["M", "m", "7", "d"].find(
      (kind) => chordKeys(NAMES[keys[0]! % 12]! + kind)?.join() === keys.join(),
    );
  return score.bars
    .map(({ index }) =>
      score.notes
        .filter((note) => note.bar === index && note.hand === "left" && !note.held)
        .map(
          (note) =>
            `${NAMES[note.midi % 12]}${note.chord ? `:${kindOf(note.chord)}` : ""}` +
            `${toNumber(note.length) === 1 ? "" : `*${toNumber(note.length)}`}`,
        )
        .join(" "),
    )
    .join(" | ");
}

it.each([
  // oom-pah-pah, the bass to the fifth and back while the chord stays
  [
    "3/4",
    '"C"c3|c3|c3|"G7"B3|c d e|c d e',
    "C C:M C:M | G C:M C:M | C C:M C:M | G G:7 G:7 | D G:7 G:7 | G G:7 G:7*1",
  ],
  // oom-pah, root and fifth within the bar, each bar from its root
  [
    "4/4",
    '"Am"c2 c2|c2 c2|"Dm"d4|d e d e',
    "A A:m E A:m | A A:m E A:m | D D:m A D:m | D D:m A D:m*1",
  ],
  // a bass wherever the chord changes
  ["4/4", '"C"c2 "F"c2|"C"c "G7"d "C"c d|c d e f', "C C:M F F:M | C G C C:M | C C:M G C:M*1"],
  [
    "2/4",
    '"F"f2|f c|f/f/ f/f/',
    "F*0.5 F:M*0.5 C*0.5 F:M*0.5 | F*0.5 F:M*0.5 C*0.5 F:M*0.5 | F*0.5 F:M*0.5 C*0.5 F:M*0.5",
  ],
  ["6/8", '"G"g3/2 g3/2|g/g/g/ g/g/g/', "G G:M*0.5 D G:M*0.5 | G G:M*0.5 D G:M*0.5"],
  ["5/4", '"C"c2 c2 c|c d e f g', "C C:M C:M G C:M | C C:M C:M G C:M"],
  // bass and chord together under a long last note
  ["3/4", '"C"c d e|"G7"d e f|"C"c3', "C C:M C:M | G G:7 G:7 | C*3 C:M*3"],
])("goes by the metre: %s", (metre, body, wanted) => {
  expect(said(written(tune(metre, body)).score)).toBe(wanted.replaceAll("*1", ""));
});

it("goes half as often, or is held, as somebody asks", () => {
  const waltz = tune("3/4", '"C"c3|"F"f2 "G7"f|"C"c d e|c d e');
  expect(said(written(waltz, { pattern: "half" }).score)).toBe(
    "C C:M*2 | F F:M G | C C:M*2 | G C:M*2",
  );
  expect(said(written(waltz, { pattern: "held" }).score)).toBe(
    "C*3 C:M*3 | F*2 F:M*2 G G:7 | C*3 C:M*3 | C*3 C:M*3",
  );
  // half as often, a chord of half a bar has both still
  expect(said(written(tune("4/4", '"C"c2 "F"f2|"C"c d e f'), { pattern: "half" }).score)).toBe(
    "C C:M F F:M | C*2 C:M*2",
  );
  expect(said(written(waltz, { alternates: false }).score)).toBe(
    "C C:M C:M | F F:M G | C C:M C:M | C C:M C:M",
  );
});

it("has a bass and a chord struck together on two buttons, under two fingers", () => {
  const { score } = written(tune("3/4", '"Bb"d3|"F7"c3|"Gm"d3'), { pattern: "held" });
  const { notes } = propose(score, { instrument: "accordion", hand: "left", from: 0, to: 2 });
  expect(notes.map(({ also }) => also?.["button"])).toEqual([
    ...["fundamental -2", "major -2", "fundamental -1", "seventh -1"],
    ...["fundamental 1", "minor 1"],
  ]);
  // the chord lies in the row beyond: its finger is the one nearer to the thumb
  for (let i = 0; i < notes.length; i += 2)
    expect(Number(notes[i]!.finger)).toBeGreaterThan(Number(notes[i + 1]!.finger));
});

it("rests in a pick-up, before the first symbol and where no chord is played", () => {
  expect(said(written(tune("3/4", 'G|"C"c d e|"N.C."c d e|"G7"d e f|c d e')).score)).toBe(
    " | C C:M C:M |  | G G:7 G:7 | D G:7 G:7",
  );
  expect(said(written(tune("4/4", 'c d e f|"C"c d e f|g a b c')).score)).toBe(
    " | C C:M G C:M | C C:M G C:M",
  );
});

it("plays what has no button as the nearest that has, and says so", () => {
  const { score, reasons } = written(
    tune(
      "2/2",
      '"Cmaj7"c d e f|"Am7"c d e f|"Gsus4"g a g f|"D9"d e f d|"C/E"e f g e|"Bdim"b a b a',
    ),
  );
  expect(said(score)).toBe(
    [
      ...["C C:M G C:M", "A A:m E A:m", "G G:M D G:M", "D D:7 A D:7"],
      // its own bass stays; a chord without a fifth has no other one
      ...["E C:M E C:M", "B B:d B B:d"],
    ].join(" | "),
  );
  expect(reasons).toEqual([
    expect.stringMatching(/^Cmaj7 .* as C M: bar 1\.$/),
    expect.stringMatching(/^Am7 .* as A m: bar 2\.$/),
    expect.stringMatching(/^Gsus4 .* as G M: bar 3\.$/),
    expect.stringMatching(/^D9 .* as D 7: bar 4\.$/),
  ]);
});

it("keeps to the buttons the board has", () => {
  // twelve buttons: B flat to A, major chords alone. From memory
  const small = written(tune("4/4", '"Am"a2 a2|"G7"b4|a b c d'), { setup: { buttons: 12 } });
  // no E to take turns with
  expect(said(small.score)).toBe("A A:M A A:M | G G:M D G:M | G G:M D G:M");
  expect(small.reasons).toHaveLength(2);
});

it("is written below a tune whose file counts in decimals, too coarsely for it", () => {
  const { score, xml } = tune("2/4", '"C"c d|"G7"d2|"C"c2');
  // a quarter is one, and a half of it 0.5: valid by the schema
  const coarse = xml
    .replace("<divisions>4</divisions>", "<divisions>0.5</divisions>")
    .replaceAll(/<duration>(\d+)<\/duration>/g, (_, n) => `<duration>${Number(n) / 8}</duration>`);
  expect(coarse).toContain("<duration>0.5</duration>");
  expect(said(written({ score, xml: coarse }).score)).toBe(said(written({ score, xml }).score));
});

it("is written again in the bars that are asked for, and keeps what somebody wrote", () => {
  const waltz = tune("3/4", '"C"c3|"F"f2 f|"C"c d e|c d e');
  const once = written(waltz);
  expect(once.score.notes.filter(({ hand }) => hand === "left").every(isAdded)).toBe(true);
  const again = written(once, { pattern: "held", from: 1, to: 2 });
  expect(said(again.score)).toBe("C C:M C:M | F*3 F:M*3 | C*3 C:M*3 | G C:M C:M");
  // the same twice is the same file
  expect(written(again, { pattern: "held", from: 1, to: 2 }).xml).toBe(again.xml);
  const theirs = once.xml.replaceAll('id="yr-lower-1.', 'id="theirs-');
  expect(said(written({ ...once, xml: theirs }, { pattern: "held" }).score)).toBe(
    "C*3 C:M*3 | F F:M F:M | C*3 C:M*3 | C*3 C:M*3",
  );
});

it("plays of symbols that crowd each other what can be played", () => {
  // none a thirty-second later
  const crowded = tune("2/4", '"C"c/ c/4c/4 c|"G7"c/8"C"c/8c/4 c/ c');
  const symbols = Array.from({ length: 4000 }, (_, i) => ({
    ...{ bar: 1, offset: { num: i, den: 3000 } },
    name: NAMES[i % 12]!.replace("Ab", "A"),
  }));
  const { bars } = accompany(
    { ...crowded.score, symbols },
    { ...asked, to: crowded.score.bars.length - 1 },
  )!;
  expect(bars.get(1)!.events.length).toBeLessThanOrEqual(10);
  // of those at one place the last
  const zero = { num: 0, den: 1 };
  const twice = ["C", "F"].map((name) => ({ bar: 1, offset: zero, name }));
  const { bars: last } = accompany(
    { ...crowded.score, symbols: twice },
    { ...asked, to: crowded.score.bars.length - 1 },
  )!;
  expect(last.get(1)!.events[0]!.pitches).toMatchObject([{ step: "F" }]);
  expect(said(written(crowded).score).split(" | ")[1]).toMatch(/^G\*0\.5 G:7\*0\.5/);
});

const ROOTS = ["C", "D", "E", "F", "G", "A", "B", "Bb", "Eb", "F#"];
const generated = fc.record({
  metre: fc.constantFrom(
    "2/4",
    "3/4",
    "4/4",
    "2/2",
    "6/8",
    "9/8",
    "12/8",
    "3/8",
    "5/4",
    "7/8",
    "6/4",
  ),
  pattern: fc.constantFrom("turns", "half", "held"),
  alternates: fc.boolean(),
  bars: fc.array(
    fc.option(
      fc.tuple(fc.constantFrom(...ROOTS), fc.constantFrom("", "m", "7", "dim", "m7", "maj7")),
      { nil: undefined },
    ),
    { minLength: 1, maxLength: 8 },
  ),
  /** Eighths from the beginning of each bar to a second chord. */
  later: fc.integer({ min: 1, max: 5 }),
});

it("fills 300 generated tunes: bars are full, basses change with the chords, the tune stays", () => {
  fc.assert(
    fc.property(generated, ({ metre, pattern, alternates, bars, later }) => {
      const [beats, unit] = metre.split("/").map(Number) as [number, number];
      const eighths = (beats * 8) / unit;
      const symbol = (chord: readonly [string, string] | undefined) =>
        chord ? `"${chord.join("")}"` : "";
      const body = bars.map((one, i) =>
        Array.from({ length: eighths }, (_, k) =>
          k === 0 ? symbol(one) : i % 2 && k === later ? '"G7"' : "",
        )
          .map((text) => `${text}c/`)
          .join(""),
      );
      const before = tune(metre, body.join("|"));
      const { score } = written(before, { pattern, alternates });
      const right = (of: Score) =>
        of.notes
          .filter(({ staff }) => staff === 1)
          .map(({ id, bar, offset, midi }) => [id, bar, offset, midi]);
      expect(right(score)).toEqual(right(before.score));
      expect(score.bars.map(({ length }) => length)).toEqual(
        before.score.bars.map(({ length }) => length),
      );
      let sounding: string | undefined;
      for (const { index, length } of score.bars) {
        const left = score.notes.filter((note) => note.bar === index && note.hand === "left");
        const symbols = (before.score.symbols ?? []).filter(({ bar }) => bar === index);
        const first = symbols.find(({ offset }) => toNumber(offset) === 0)?.name ?? sounding;
        // no gap from the first chord on, whatever is struck in it
        if (first !== undefined) {
          const covered = new Set(
            left.flatMap(({ offset, duration }) =>
              Array.from(
                { length: Math.round(toNumber(duration) * 8) },
                (_, k) => Math.round(toNumber(offset) * 8) + k,
              ),
            ),
          );
          expect(covered.size).toBe(Math.round(toNumber(length) * 8));
        }
        for (const { name, offset } of symbols) {
          const isNew = name !== sounding;
          sounding = name;
          if (!isNew) continue;
          const at = left.filter(
            (note) => toNumber(note.offset) === toNumber(offset) && !note.held,
          );
          const bass = at.find((note) => !note.chord)!;
          expect(NAMES[bass.midi % 12]).toBe(/^[A-G][#b]?/.exec(name)![0]);
        }
        // a chord button sounds the root of its symbol, and notes lie where the notation has them
        for (const note of left) {
          expect(note.midi > 50).toBe(note.chord !== undefined);
          if (note.chord) expect(keysOf(note)[0]! % 12).toBe(note.midi % 12);
        }
      }
      // all of it is on the board
      if (sounding !== undefined)
        expect(
          propose(score, { instrument: "accordion", hand: "left", from: 0, to: bars.length - 1 })
            .problems,
        ).toEqual([]);
    }),
    { numRuns: 300, seed: 11 },
  );
});
