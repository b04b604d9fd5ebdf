import { readFileSync } from "node:fs";
import {
  fraction,
  NO_SHAPE,
  perform,
  readFile,
  shapeFrom,
  shapeMoved,
  shapeRecord,
  startOf,
  toNumber,
  type Score,
  type Shape,
  type TimingMark,
} from "../score/index.ts";
import {
  accentRows,
  freeRuns,
  levelAt,
  loudnessOf,
  overlapping,
  peakOf,
  printedLoudness,
  shapeDoubts,
  shaped,
  shapeWords,
  timingIdeas,
  withLevel,
  withLine,
  withTiming,
} from "./index.ts";

/**
 * Four quarters a bar; `marks` are directions put before the quarter of that index, `notes` go into
 * the note elements.
 */
function pieceOf(
  bars: number,
  marks: Record<string, string> = {},
  notes: Record<string, string> = {},
  pitches = "CDEF",
): Score {
  const measure = (bar: number) =>
    `<measure number="${bar + 1}">${bar === 0 ? "<attributes><divisions>12</divisions><time><beats>4</beats><beat-type>4</beat-type></time></attributes>" : ""}${[0, 1, 2, 3].map((q) => `${marks[`${bar}:${q}`] ?? ""}<note><pitch><step>${pitches[q]}</step><octave>4</octave></pitch><duration>12</duration><voice>1</voice><type>quarter</type>${notes[`${bar}:${q}`] ?? ""}</note>`).join("")}${marks[`${bar}:4`] ?? ""}</measure>`;
  return readFile(
    new TextEncoder().encode(
      `<?xml version="1.0"?><score-partwise version="4.0"><part-list><score-part id="P1"><part-name>x</part-name></score-part></part-list><part id="P1">${Array.from({ length: bars }, (_, bar) => measure(bar)).join("")}</part></score-partwise>`,
    ),
  ).score;
}
const say = (inner: string) => `<direction><direction-type>${inner}</direction-type></direction>`;
const level = (name: string) => say(`<dynamics><${name}/></dynamics>`);
const hairpin = (type: string) => say(`<wedge type="${type}"/>`);
const accent = "<notations><articulations><accent/></articulations></notations>";
const dot = "<notations><articulations><staccato/></articulations></notations>";
const at = (bar: number, quarter = 0) => ({ bar, offset: fraction(quarter) });
const levels = (score: Score, shape: Shape = NO_SHAPE) =>
  score.bars.map((bar) => levelAt(score, loudnessOf(score, shape), startOf(bar.index)));

describe("the printed loudness", () => {
  // common practice, no source: a mark holds until the next, a hairpin leads to the level printed
  // at its end
  it("holds a level until the next, and leads a hairpin to its goal", () => {
    const score = pieceOf(6, {
      "0:0": level("p"),
      "1:0": hairpin("crescendo"),
      "3:0": hairpin("stop") + level("f"),
      "5:0": level("pp"),
    });
    expect(levels(score)).toEqual([3, 3, 4.5, 6, 6, 2]);
    expect(levelAt(score, printedLoudness(score), at(5), true)).toBe(6);
  });
  it("lets a hairpin without goal lead one level on, and a contradicted one fall at once", () => {
    expect(
      levels(
        pieceOf(5, { "0:0": level("mf"), "1:0": hairpin("diminuendo"), "2:0": hairpin("stop") }),
      ),
    ).toEqual([5, 5, 4, 4, 4]);
    const sudden = pieceOf(4, {
      "0:0": level("mp"),
      "1:0": hairpin("crescendo"),
      "2:0": hairpin("stop") + level("p"),
    });
    expect(levelAt(sudden, printedLoudness(sudden), at(2), true)).toBe(5);
    expect(levels(sudden)).toEqual([4, 4, 3, 3]);
    expect(shapeDoubts(sudden, [], undefined, NO_SHAPE).map((one) => one.text)).toEqual([
      "The hairpin that grows from bar 2 meets p in bar 3: a sudden softening, or a mark to question.",
    ]);
  });
  it("reads cresc. and dim. in words up to the next level", () => {
    expect(
      levels(
        pieceOf(6, {
          "0:0": level("p"),
          "1:0": say("<words>poco a poco cresc.</words>"),
          "3:0": level("ff"),
          "4:0": say("<words>dim.</words>"),
        }),
      ),
    ).toEqual([3, 3, 5, 7, 7, 6.5]);
  });
  it("is mf where nothing is printed", () => expect(levels(pieceOf(2))).toEqual([5, 5]));
  it("finds the peak where it is first reached", () => {
    const score = pieceOf(6, {
      "0:0": level("p"),
      "2:2": level("ff"),
      "3:0": level("p"),
      "5:0": level("f"),
    });
    expect(peakOf(score, printedLoudness(score), at(0), at(6))).toMatchObject({
      ...at(2, 2),
      level: 7,
    });
    // what was loud until the stretch begins is not in it
    expect(peakOf(score, printedLoudness(score), at(3), at(5))).toMatchObject({
      ...at(3),
      level: 3,
    });
  });
});

describe("the teacher’s curve", () => {
  const score = pieceOf(8, { "0:0": level("p"), "6:0": level("f") });
  it("is drawn over some bars and leaves the others as they are", () => {
    const points = withLine(score, printedLoudness(score), at(2), at(4), 3, 6);
    expect(levels(score, { ...NO_SHAPE, loudness: points })).toEqual([3, 3, 3, 4.5, 6, 6, 6, 6]);
    const softer = withLine(score, points, at(4), at(5), 2, 2);
    expect(levels(score, { ...NO_SHAPE, loudness: softer })).toEqual([3, 3, 3, 4.5, 2, 2, 6, 6]);
    expect(levelAt(score, softer, at(4), true)).toBe(6);
  });
  it("takes a level at a place in the place of what stood there", () => {
    const points = withLevel(withLevel(printedLoudness(score), at(3), 5), at(3), 7);
    expect(levelAt(score, points, at(3))).toBe(7);
    expect(points.filter((point) => point.bar === 3)).toHaveLength(1);
    expect(withLevel(points, at(3), 99).find((point) => point.bar === 3)!.level).toBe(8);
  });
});

describe("accents in a row", () => {
  // the handbook: graded towards the one that counts most, never all at full force
  it("grow towards the highest and fade after it", () => {
    const score = pieceOf(3, {}, { "0:0": accent, "0:3": accent, "1:2": accent, "1:3": accent });
    const [row] = accentRows(score, NO_SHAPE);
    expect(row).toMatchObject({ most: 3, why: "the last of them" });
    expect(row!.accents.map((one) => Math.round(one.size * 100))).toEqual([40, 60, 80, 100]);
    const chosen = accentRows(score, { ...NO_SHAPE, accents: [row!.accents[1]!.notes[0]!] })[0]!;
    expect([
      chosen.most,
      chosen.why,
      ...chosen.accents.map((one) => Math.round(one.size * 100)),
    ]).toEqual([1, "chosen", 70, 100, 70, 40]);
  });
  it("a strong sign counts most; those far apart are no row", () => {
    const strong = "<notations><articulations><strong-accent/></articulations></notations>";
    expect(accentRows(pieceOf(2, {}, { "0:0": strong, "0:3": accent }), NO_SHAPE)[0]).toMatchObject(
      { most: 0, why: "the strongest sign" },
    );
    expect(accentRows(pieceOf(3, {}, { "0:0": accent, "2:0": accent }), NO_SHAPE)).toEqual([]);
  });
  it("are heard as they are graded", () => {
    const score = pieceOf(1, { "0:0": level("mp") }, { "0:0": accent, "0:3": accent });
    const heard = shaped(score, perform(score, at(0), at(1)), NO_SHAPE, false).notes.map((note) =>
      Math.round(note.loudness * 127),
    );
    expect(heard).toEqual([75 + 6, 75, 75, 75 + 15]);
  });
});

describe("time", () => {
  const score = pieceOf(4);
  const strict = perform(score, at(0), at(4));
  const mark = (
    kind: TimingMark["kind"],
    from: TimingMark["from"],
    to: TimingMark["to"],
    amount: number,
  ): TimingMark => ({ id: kind, kind, from, to, amount });
  const onsets = (timing: TimingMark[], free = true) =>
    shaped(score, strict, { ...NO_SHAPE, timing }, free).notes.map((note) => note.onset);

  it("is strict until it is asked to be free", () => {
    expect(onsets([mark("broaden", at(1), at(2), 0.5)], false)).toEqual(
      strict.notes.map((note) => note.onset),
    );
    expect(onsets([])).toEqual(strict.notes.map((note) => note.onset));
  });
  // outside check: the time spent is the integral of one over the tempo, here by summing a million
  // small steps
  it.each([
    ["broaden", 0.5],
    ["push", 1.5],
  ] as const)("%s: what comes after is late by the integral of the tempo", (kind, amount) => {
    const steps = 1_000_000;
    let spent = 0;
    for (let i = 0; i < steps; i++) spent += 4 / steps / (1 + (amount - 1) * ((i + 0.5) / steps));
    const found = onsets([mark(kind, at(1), at(2), amount)]);
    expect(found.slice(0, 5)).toEqual([0, 1, 2, 3, 4]);
    expect(found[8]).toBeCloseTo(4 + spent, 6);
    expect(found[9]! - found[8]!).toBeCloseTo(1, 9);
    expect(found[7]! - found[6]!).toBeCloseTo(kind === "broaden" ? 1.5 : 0.8, 0);
  });
  it("waits with the note before held, breathes with it let go", () => {
    const play = (kind: "wait" | "breathe") =>
      shaped(score, strict, { ...NO_SHAPE, timing: [mark(kind, at(2), at(2), 0.5)] }, true).notes;
    expect(play("wait")[8]!.onset).toBe(8.5);
    expect(play("wait")[7]!.length).toBe(1.5);
    expect(play("breathe")[8]!.onset).toBe(8.5);
    expect(play("breathe")[7]!.length).toBe(1);
  });
  it("gathers the middle of a run and is on time at its end", () => {
    const found = onsets([mark("run", at(1), at(3), 0.5)]);
    const gaps = found.slice(1).map((one, i) => one - found[i]!);
    expect(found[12]).toBeCloseTo(12, 9);
    expect(gaps[4]!).toBeGreaterThan(1.2);
    expect(gaps[8]!).toBeLessThan(0.8);
    expect(gaps.slice(4, 8).map((gap) => gap.toFixed(6))).toEqual(
      gaps
        .slice(8, 12)
        .reverse()
        .map((gap) => gap.toFixed(6)),
    );
  });
  it("leans on the long notes and keeps the bar", () => {
    const rhythm = readFile(
      new TextEncoder().encode(
        `<score-partwise><part-list><score-part id="P1"><part-name/></score-part></part-list><part id="P1"><measure number="1"><attributes><divisions>2</divisions></attributes>${[
          [4, "half"],
          [1, "eighth"],
          [1, "eighth"],
          [2, "quarter"],
        ]
          .map(
            ([ticks, type]) =>
              `<note><pitch><step>C</step><octave>5</octave></pitch><duration>${ticks}</duration><type>${type}</type></note>`,
          )
          .join("")}</measure></part></score-partwise>`,
      ),
    ).score;
    const found = shaped(
      rhythm,
      perform(rhythm, at(0), at(1)),
      { ...NO_SHAPE, timing: [mark("lean", at(0), at(1), 0.4)] },
      true,
    );
    const [a, b, c, d] = found.notes.map((note) => note.onset) as [number, number, number, number];
    expect(b - a).toBeGreaterThan(2.2);
    expect(c - b).toBeLessThan(0.45);
    expect([a, found.length]).toEqual([0, 4]);
    expect(d).toBeGreaterThan(c);
  });
  it("of two marks that pull the same bars the newer one stays", () => {
    const two = [mark("broaden", at(0), at(2), 0.8), mark("push", at(1), at(3), 1.2)];
    expect(overlapping(two)).toBeDefined();
    expect(withTiming([two[0]!], two[1]!)).toEqual([two[1]]);
    expect(withTiming([two[0]!], mark("wait", at(1), at(1), 0.5))).toHaveLength(2);
  });
});

/** Eleven notes of one hand in the time of six of the other. */
function elevenToSix(): Score {
  const note = (
    step: string,
    octave: number,
    ticks: number,
    staff: number,
    type: string,
    more = "",
  ) =>
    `<note><pitch><step>${step}</step><octave>${octave}</octave></pitch><duration>${ticks}</duration><voice>${staff}</voice><type>${type}</type>${more}<staff>${staff}</staff></note>`;
  const eleven = Array.from({ length: 11 }, (_, i) =>
    note(
      "CDEFGAB"[i % 7]!,
      5,
      12,
      1,
      "eighth",
      "<time-modification><actual-notes>11</actual-notes><normal-notes>6</normal-notes></time-modification>",
    ),
  ).join("");
  const six = Array.from({ length: 6 }, (_, i) => note("CEG"[i % 3]!, 3, 22, 2, "eighth")).join("");
  return readFile(
    new TextEncoder().encode(
      `<score-partwise><part-list><score-part id="P1"><part-name/></score-part></part-list><part id="P1"><measure number="1"><attributes><divisions>44</divisions><time><beats>3</beats><beat-type>4</beat-type></time><staves>2</staves></attributes>${eleven}<backup><duration>132</duration></backup>${six}</measure></part></score-partwise>`,
    ),
  ).score;
}

describe("a free run", () => {
  // arithmetic: the k-th of six falls after 11k/6 notes of eleven
  it("says where the other hand’s notes fall, and which note of the run they meet", () => {
    const [run] = freeRuns(elevenToSix(), NO_SHAPE);
    expect(run!.notes).toHaveLength(11);
    expect(run!.meetings.map((one) => one.written.toFixed(4))).toEqual(
      [1, 2, 3, 4, 5].map((k) => (1 + (11 * k) / 6).toFixed(4)),
    );
    expect(run!.meetings.map((one) => one.meets)).toEqual([3, 5, 6, 8, 10]);
  });
  it("is played as the teacher moves it", () => {
    const score = elevenToSix();
    const [run] = freeRuns(score, NO_SHAPE);
    const shape = { ...NO_SHAPE, meetings: [{ id: run!.meetings[0]!.id, meets: run!.notes[3]! }] };
    expect(freeRuns(score, shape)[0]!.meetings[0]).toMatchObject({ meets: 4, chosen: true });
    const heard = shaped(score, perform(score, at(0), at(1)), shape, true).notes;
    const onset = (id: string) => heard.find((note) => note.id === id)!.onset;
    expect(onset(run!.meetings[0]!.id)).toBe(onset(run!.notes[3]!));
    expect(freeRuns(pieceOf(4), NO_SHAPE)).toEqual([]);
  });
});

describe("voices and touch", () => {
  const wheel = readFile(
    readFileSync(new URL("../../demo/pieces/the-ferrymans-wheel.musicxml", import.meta.url)),
  ).score;
  const play = (shape: Shape) => shaped(wheel, perform(wheel, at(10), at(12)), shape, false).notes;
  it("what does not lead stays a level under", () => {
    const plain = play(NO_SHAPE);
    const led = play({
      ...NO_SHAPE,
      leads: [{ from: at(10), to: at(12), hand: "right", line: "all" }],
    });
    led.forEach((note, i) =>
      expect(Math.round((plain[i]!.loudness - note.loudness) * 127)).toBe(
        note.hand === "right" ? 0 : 15,
      ),
    );
  });
  it("a note brought out stands out, a detached hand holds a share", () => {
    const plain = play(NO_SHAPE);
    const id = plain[0]!.id;
    const other = play({
      ...NO_SHAPE,
      out: [id],
      touch: [{ from: at(10), to: at(12), hand: "left", share: 0.5 }],
    });
    expect(Math.round((other[0]!.loudness - plain[0]!.loudness) * 127)).toBe(15);
    for (const [i, note] of other.entries())
      if (note.hand === "left") expect(note.length).toBeCloseTo(plain[i]!.length / 2, 9);
  });
});

describe("what contradicts itself", () => {
  const loud = {
    "0:0": level("p"),
    "2:0": level("ff"),
    "3:0": level("p"),
    "5:0": level("ff"),
    "6:0": level("mf"),
  };
  const score = pieceOf(8, loud);
  // the handbook: a whole piece shaped towards the wrong peak
  it("a climax that is not the loudest place", () => {
    expect(shapeDoubts(score, [], at(6), NO_SHAPE)).toMatchObject([
      {
        kind: "climax",
        bar: 6,
        text: "The climax you set, bar 7, is mf, but bar 3 is louder: ff. Move the climax, or keep bar 3 under it.",
      },
    ]);
    expect(shapeDoubts(score, [], at(5), NO_SHAPE)).toEqual([]);
  });
  it("two peaks where there is no climax", () => {
    expect(shapeDoubts(score, [], undefined, NO_SHAPE)).toMatchObject([
      {
        kind: "peaks",
        text: "Bars 3, 6 are all ff, the loudest of the piece. One climax, not 2: set it in the form, and keep the others under it.",
      },
    ]);
  });
  it("a section that is said to grow and does not", () => {
    const section = {
      id: "s",
      name: "B",
      from: at(3),
      to: at(5),
      words: "",
      about: { dynamics: "grow" as const },
    };
    expect(shapeDoubts(score, [section], at(5), NO_SHAPE)).toMatchObject([
      { kind: "section", text: "Section B is to grow, but its marks go from p to p: it holds." },
    ]);
    expect(
      shapeDoubts(score, [section], at(5), {
        ...NO_SHAPE,
        loudness: withLine(score, printedLoudness(score), at(3), at(5), 3, 5),
      }),
    ).toEqual([]);
  });
  it("a detached line on one level", () => {
    const dots = Object.fromEntries(
      [0, 1].flatMap((bar) => [0, 1, 2, 3].map((q) => [`${bar}:${q}`, dot])),
    );
    expect(shapeDoubts(pieceOf(3, {}, dots), [], undefined, NO_SHAPE)).toMatchObject([
      {
        kind: "level",
        bar: 0,
        text: "Bars 1–2, right: 8 detached notes, all mf. A detached line still has a shape: where does it go?",
      },
    ]);
    expect(
      shapeDoubts(
        pieceOf(
          3,
          { "0:0": level("p") + hairpin("crescendo"), "2:0": hairpin("stop") + level("f") },
          dots,
        ),
        [],
        undefined,
        NO_SHAPE,
      ),
    ).toEqual([]);
  });
});

describe("where the time could give", () => {
  // common practice, no source: the printed word, a breath between sections, a moment before the
  // climax, the end
  const score = pieceOf(12, {
    "2:0": say("<words>poco rit.</words>"),
    "3:0": say("<words>a tempo</words>"),
    "6:2": say("<words>accel.</words>"),
  });
  const section = { id: "s", name: "B", from: at(4), to: at(8), words: "" };
  it("is told by what is printed, the sections, the climax and the end", () => {
    const ideas = timingIdeas(score, [section], at(7), NO_SHAPE);
    expect(ideas.map(({ mark }) => [mark.kind, mark.from.bar, mark.to.bar, mark.amount])).toEqual([
      ["broaden", 2, 3, 0.9],
      ["breathe", 4, 4, 0.25],
      ["push", 6, 8, 1.12],
      ["wait", 7, 7, 0.25],
      ["broaden", 10, 12, 0.75],
    ]);
    expect(ideas[0]!.why).toBe("“poco rit.” is printed in bar 3");
    // what is taken up is not said again
    expect(
      timingIdeas(score, [section], at(7), { ...NO_SHAPE, timing: ideas.map((one) => one.mark) }),
    ).toEqual([]);
  });
});

describe("a shape as it is kept", () => {
  const score = pieceOf(8, { "0:0": level("p"), "4:0": level("f") });
  const shape: Shape = {
    ...NO_SHAPE,
    loudness: [
      { ...at(0), level: 3 },
      { ...at(7, 1), level: 6 },
    ],
    timing: [
      { id: "a", kind: "broaden", from: at(6), to: at(8), amount: 0.8 },
      { id: "b", kind: "wait", from: at(3, 2), to: at(3, 2), amount: 0.5 },
    ],
    leads: [{ from: at(0), to: at(4), hand: "right", line: "all" }],
    touch: [{ from: at(2), to: at(3), hand: "right", share: 0.5 }],
    out: [score.notes[5]!.id],
  };
  it("comes back whole, and says itself in words", () => {
    const kept = shapeFrom(JSON.parse(JSON.stringify(shapeRecord(shape))), score);
    expect(shapeRecord(kept)).toEqual(
      shapeRecord({ ...shape, timing: [shape.timing[1]!, shape.timing[0]!] }),
    );
    expect(shapeWords(score, shape, at(0), at(4), (hand) => `${hand} hand`)).toEqual([
      "p to mf",
      "right hand leads",
      "wait before bar 4",
      "right hand detached, about half of each note",
      "bring out a note in bar 2",
    ]);
    // for one hand alone: what it does itself, and whom it stays under
    expect(shapeWords(score, shape, at(0), at(4), (hand) => `${hand} hand`, "right")).toEqual([
      "p to mf",
      "right hand leads",
      "wait before bar 4",
      "right hand detached, about half of each note",
      "bring out a note in bar 2",
    ]);
    expect(shapeWords(score, shape, at(0), at(4), (hand) => `${hand} hand`, "left")).toEqual([
      "p to mf",
      "stay under the right hand",
      "wait before bar 4",
    ]);
    expect(shapeWords(score, shape, at(4), at(8), (hand) => hand)).toEqual([
      "mf to f",
      "broaden bars 7–8",
    ]);
    expect(shapeWords(pieceOf(2), NO_SHAPE, at(0), at(2), (hand) => hand)).toEqual([]);
  });
  it.each([
    [{ loudness: [{ bar: 9, offset: "0", level: 3 }] }, /lies after the last bar; the piece has 8/],
    [{ loudness: [{ bar: 0, offset: "0", level: 12 }] }, /from 1 to 8/],
    [{ loudness: 3 }, /must be a list/],
    [
      { timing: [{ id: "x", kind: "hurry", from: { bar: 0 }, amount: 1 }] },
      /"kind" must be one of broaden/,
    ],
    [
      {
        timing: [
          {
            kind: "broaden",
            from: { bar: 2, offset: "0" },
            to: { bar: 1, offset: "0" },
            amount: 0.8,
          },
        ],
      },
      /ends before it begins/,
    ],
    [
      {
        timing: [
          {
            kind: "broaden",
            from: { bar: 0, offset: "0" },
            to: { bar: 1, offset: "0" },
            amount: NaN,
          },
        ],
      },
      /from 0.4 to 0.98/,
    ],
    [{ out: ["nobody"] }, /not in the score/],
    [
      { leads: [{ from: { bar: 0 }, to: { bar: 1 }, hand: "third" }] },
      /"hand" must be one of right/,
    ],
    [{ touch: [null] }, /cannot be read/],
  ])("refuses %j in a sentence", (record, sentence) =>
    expect(() => shapeFrom(record, score)).toThrow(sentence),
  );
  it("goes with its bars into a corrected file", () => {
    // a bar came in before the fourth, the sixth is gone
    const bars = [0, 1, 2, 4, 5, undefined, 6, 7];
    const moved = shapeMoved(shapeRecord(shape), bars, new Set([score.notes[5]!.id]));
    expect(moved).toMatchObject({
      loudness: [{ bar: 0 }, { bar: 7 }],
      timing: [{ from: { bar: 6 }, to: { bar: 8 } }, { from: { bar: 4 } }],
      leads: [{ from: { bar: 0 }, to: { bar: 5 } }],
      out: [],
    });
    expect(toNumber(shapeFrom(moved, score).loudness![1]!.offset)).toBe(1);
  });
});
