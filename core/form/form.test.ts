import { readFileSync } from "node:fs";
import fc from "fast-check";
import { readFile, readScore, type Score } from "../score/index.ts";
import { scoreOf } from "../testing.ts";
import { analyse, differingNotes, formName, segment, similarity, type Return } from "./index.ts";

const brief = ({ from, to, of, relation, hand }: Return) =>
  `${hand} ${from}-${to} of ${of} ${relation}`;
const found = (score: Score) => analyse(score).returns.map(brief);

// Definitions: what a bar holds in a hand is onsets, pitches and sounding lengths; ornaments,
// fingerings and dynamics do not count.
describe("new bars and returns", () => {
  const a = ["C4 D4 E4 F4", "C3:4"] as const;
  const b = ["G4 F4 E4 D4", "G2:4"] as const;
  const c = ["A4:2 B4:2", "F2:2 G2:2"] as const;

  it("finds the longest stretch that returns, per hand and together", () => {
    const score = scoreOf([a, b, c, a, b, ["E5:4", "F2:2 G2:2"]]);
    expect(found(score)).toEqual([
      "right 3-4 of 0 exact",
      "left 3-5 of 0 exact",
      "both 3-4 of 0 exact",
      "both 3-5 of 0 varied",
    ]);
    const form = analyse(score);
    expect([form.newBars, form.newBarsByHand]).toEqual([4, { right: 4, left: 3 }]);
  });

  it("counts a bar of rest as nothing to learn, and a return needs two onsets", () => {
    const score = scoreOf([
      ["C4:4", "r:4"],
      ["r:4", "C3:4"],
      ["C4:4", "r:4"],
      ["D4 E4 F4 G4", "r:4"],
    ]);
    const form = analyse(score);
    expect(form.newBarsByHand).toEqual({ right: 2, left: 1 });
    expect(form.newBars).toBe(3);
    expect(form.returns).toEqual([]);
  });

  it("knows an octave, up or down, in one shift over the whole stretch", () => {
    const up = (text: string) =>
      text.replace(/(\d)(?=[ :]|$)/g, (digit, _, at: number, all: string) =>
        all[at - 1] === ":" ? digit : String(Number(digit) + 1),
      );
    expect(up("C4 D4 A4:2")).toBe("C5 D5 A5:2");
    const score = scoreOf([a, b, [up(a[0]), a[1]], [up(b[0]), "D2:4"]]);
    expect(found(score)).toContain("right 2-3 of 0 octave");
    expect(analyse(score).newBarsByHand.right).toBe(2);
    expect(
      found(scoreOf([a, b, [up(a[0]), "r:4"], [b[0], "r:4"]])).filter((one) =>
        one.startsWith("right"),
      ),
    ).toEqual(["right 2-2 of 0 octave", "right 3-3 of 1 exact"]);
  });

  it("is not led astray by ornaments, fingers, dynamics or ties; but by a longer note", () => {
    const bar = (more: string, length = 24) =>
      `<note><pitch><step>C</step><octave>4</octave></pitch><duration>${length}</duration>` +
      `${more}</note><note><pitch><step>D</step><octave>4</octave></pitch>` +
      `<duration>${48 - length}</duration></note>`;
    const grace = "<note><grace/><pitch><step>B</step><octave>3</octave></pitch></note>";
    const read = (second: string) =>
      found(
        readScore(
          `<score-partwise><part-list/><part id="P"><measure number="1">` +
            `<attributes><divisions>12</divisions></attributes>${bar("")}</measure><measure ` +
            `number="2">${second}</measure></part></score-partwise>`,
        ).score,
      );
    expect(
      read(
        grace +
          bar(
            "<notations><technical><fingering>3</fingering></technical><ornaments>" +
              "<trill-mark/></ornaments></notations>",
          ),
      ),
    ).toEqual(["right 1-1 of 0 exact"]);
    expect(read(bar("", 36))).toEqual([]);
  });

  it("takes the earliest of several, and lists none inside another", () => {
    expect(found(scoreOf([a, b, a, b, a, b])).filter((one) => one.startsWith("both"))).toEqual([
      "both 2-5 of 0 exact",
    ]);
  });

  it("invents nothing: a line that never repeats a bar has no returns (200 generated lines)", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 2, max: 24 }),
        fc.integer({ min: 0, max: 20 }),
        (bars, seed) => {
          const names = ["C", "D", "E", "F", "G", "A", "B"];
          const pitch = (n: number) => `${names[n % 7]}${3 + (Math.floor(n / 7) % 3)}`;
          // each bar has intervals of its own: no two alike in any octave
          const score = scoreOf(
            Array.from(
              { length: bars },
              (_, i) =>
                [
                  `${pitch(seed)} ${pitch(seed + (i % 5) + 1)} ${pitch(seed + Math.floor(i / 5) + 1)}:2`,
                  "r:4",
                ] as const,
            ),
          );
          expect(analyse(score)).toMatchObject({ returns: [], newBars: bars });
        },
      ),
      { numRuns: 200 },
    );
  });

  it("finds every planted return (300 generated hosts)", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 3, max: 9 }),
        fc.integer({ min: 2, max: 3 }),
        fc.boolean(),
        (host, length, octave) => {
          const names = ["C", "D", "E", "F", "G", "A", "B"];
          const bar = (i: number, shift: number) =>
            [
              `C${4 + shift} ${names[i % 7]}${4 + shift} ${names[Math.floor(i / 7)]}${5 + shift}:2`,
              "r:4",
            ] as const;
          const bars = [
            ...Array.from({ length: host }, (_, i) => bar(i, 0)),
            ...Array.from({ length }, (_, i) => bar(i, octave ? 1 : 0)),
          ];
          expect(found(scoreOf(bars))).toEqual([
            `right ${host}-${host + length - 1} of 0 ${octave ? "octave" : "exact"}`,
          ]);
        },
      ),
      { numRuns: 300 },
    );
  });
});

describe("suggested sections", () => {
  const wheel = readFile(
    readFileSync(new URL("../../demo/pieces/the-ferrymans-wheel.musicxml", import.meta.url)),
  ).score;
  const form = analyse(wheel);

  it("cut the demo piece where its music returns, name what comes back alike, and say why", () => {
    const sections = segment(wheel, form);
    expect(sections.map((one) => `${one.label} ${one.from}`)).toEqual([
      "A 0",
      "B 10",
      "B′ 18",
      "A′ 26",
      "link 34",
      "A″ 35",
      "C 43",
      "A‴ 51",
      "B″ 59",
      "coda 67",
    ]);
    sections.forEach((one, i) => {
      expect(one.to + 1).toBe(sections[i + 1]?.from ?? 79);
      expect(one.reason).not.toBe("");
    });
    expect(formName(wheel, sections)).toBeUndefined();
  });

  it("nest: phrases lie inside their section, one after the other", () => {
    for (const grain of ["coarse", "medium", "fine"] as const) {
      for (const section of segment(wheel, form, grain)) {
        section.children.forEach((phrase, i) => {
          expect(phrase.from).toBe(i === 0 ? section.from : section.children[i - 1]!.to + 1);
          expect(phrase.to - phrase.from).toBeGreaterThan(0);
        });
        if (section.children.length) expect(section.children.at(-1)!.to).toBe(section.to);
      }
    }
  });

  it("are no fewer at a finer grain", () => {
    const count = (grain: "coarse" | "medium" | "fine") => segment(wheel, form, grain).length;
    expect(count("coarse")).toBeLessThanOrEqual(count("medium"));
    expect(count("medium")).toBeLessThanOrEqual(count("fine"));
  });

  it("leave a piece without returns whole", () => {
    const score = scoreOf([
      ["C4 D4 E4 F4", "C3:4"],
      ["D4:2 E4:2", "D3:4"],
      ["F4:3 E4", "E3:4"],
    ]);
    expect(segment(score, analyse(score))).toHaveLength(1);
  });
});

describe("the picture of a piece against itself", () => {
  const score = scoreOf([
    ["C4 D4 E4 F4", "C3:4"],
    ["G4:2 A4:2", "G2:4"],
    ["C5 D5 E5 F5", "C3:4"],
    ["D4 E4 F#4 G4", "C3:4"],
    ["C4 D4 E4 G4", "C3:4"],
    ["r:4", "C3:4"],
  ]);
  it("shows what is the same, an octave or a key away, changed, and new", () => {
    const { size, values } = similarity(score, "right");
    const at = (i: number, j: number) => values[i * size + j]!;
    expect([at(0, 0), at(2, 0), at(3, 0), at(5, 5)]).toEqual([255, 225, 190, 0]);
    expect(at(4, 0)).toBeGreaterThan(at(1, 0));
    for (let i = 0; i < size; i++) for (let j = 0; j < size; j++) expect(at(i, j)).toBe(at(j, i));
  });
  it("marks the notes of two places that differ, a transposition allowed for", () => {
    const names = (a: number, b: number) =>
      score.notes
        .filter((note) => differingNotes(score, "right", a, b).has(note.id))
        .map((note) => `${note.bar} ${note.midi}`);
    expect(names(0, 3)).toEqual([]);
    expect(names(0, 4)).toEqual(["0 65", "4 67"]);
  });
});
