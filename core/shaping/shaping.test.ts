import { NO_SHAPE, perform, readFile, type TimingMark } from "../score/index.ts";
import {
  accentRows,
  levelAt,
  overlapping,
  peakOf,
  printedLoudness,
  shapeDoubts,
  shaped,
  withLevel,
  withLine,
  withTiming,
} from "./index.ts";
import { pieceOf, say, level, hairpin, accent, at, levels } from "./testPieces.ts";

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
  // common practice, no source: graded towards the one that counts most, never all at full force
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
              `<note><pitch><step>C</step><octave>5</octave></pitch><duration>${ticks}</duration>` +
              `<type>${type}</type></note>`,
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
