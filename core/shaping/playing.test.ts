import { readFileSync } from "node:fs";
import {
  NO_SHAPE,
  perform,
  readFile,
  shapeFrom,
  shapeMoved,
  shapeRecord,
  toNumber,
  type Score,
  type Shape,
} from "../score/index.ts";
import {
  freeRuns,
  printedLoudness,
  shapeDoubts,
  shaped,
  shapeWords,
  timingIdeas,
  withLine,
} from "./index.ts";
import { pieceOf, say, level, hairpin, dot, at } from "./testPieces.ts";

function elevenToSix(): Score {
  const note = (
    step: string,
    octave: number,
    ticks: number,
    staff: number,
    type: string,
    more = "",
  ) =>
    `<note><pitch><step>${step}</step><octave>${octave}</octave></pitch>` +
    `<duration>${ticks}</duration><voice>${staff}</voice><type>${type}</type>${more}<staff>` +
    `${staff}</staff></note>`;
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
      "<score-partwise><part-list><score-part " +
        `id="P1"><part-name/></score-part></part-list><part id="P1"><measure ` +
        `number="1"><attributes><divisions>44</divisions><time><beats>3</beats>` +
        `<beat-type>4</beat-type></time><staves>2</staves></attributes>${eleven}<backup>` +
        `<duration>132</duration></backup>${six}</measure></part>` +
        "</score-partwise>",
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
  // common practice, no source: a whole piece shaped towards the wrong peak
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
        text:
          "Bars 3, 6 are all ff, the loudest of the piece. One climax, not 2: set " +
          "it in the form, and keep the others under it.",
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
    expect(shapeWords(score, shape, at(0), at(4), (hand) => `${hand} hand`, ["right"])).toEqual([
      "p to mf",
      "right hand leads",
      "wait before bar 4",
      "right hand detached, about half of each note",
      "bring out a note in bar 2",
    ]);
    expect(shapeWords(score, shape, at(0), at(4), (hand) => `${hand} hand`, ["left"])).toEqual([
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
