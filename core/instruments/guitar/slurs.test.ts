import { readFileSync } from "node:fs";
import { readFile, readScore } from "../../score/index.ts";
import { propose } from "../propose.ts";
import { check } from "./check.ts";

// Slurs and slides. Common practice, no source: one string; up a higher finger, down a lower one or
// the open string; a slide under one finger; what is reached so is not plucked.

const SIGNS = {
  "~": [
    '<technical><hammer-on type="start"/></technical>',
    '<technical><hammer-on type="stop"/></technical>',
  ],
  "/": ['<slide type="start"/>', '<slide type="stop"/>'],
} as const;

/** Quavers; `~` joins two by a slur, `/` by a slide. */
function lineOf(text: string) {
  const parts = text.split(/ /);
  const notes = parts.flatMap((part) => {
    const sign = part.includes("~") ? "~" : part.includes("/") ? "/" : undefined;
    return part.split(/[~/]/).map((name, i) => ({ name, sign: sign ? SIGNS[sign][i] : undefined }));
  });
  const xml = notes
    .map(({ name, sign }) => {
      const [, step, sharp, octave] = /^([A-G])(#?)(\d)$/.exec(name)!;
      return (
        `<note><pitch><step>${step}</step>${sharp ? "<alter>1</alter>" : ""}<octave>${octave}` +
        `</octave></pitch><duration>1</duration>` +
        `${sign ? `<notations>${sign}</notations>` : ""}</note>`
      );
    })
    .join("");
  const score = readScore(
    '<score-partwise><part-list/><part id="P1"><measure number="1"><attributes><divisions>4' +
      `</divisions><time><beats>4</beats><beat-type>4</beat-type></time></attributes>${xml}` +
      "</measure></part></score-partwise>",
  ).score;
  return { ...score, notes: score.notes.map((note) => ({ ...note, hand: "hands" })) };
}

const proposed = (text: string) => {
  const { notes } = propose(lineOf(text), {
    ...{ instrument: "guitar", hand: "hands", from: 0, to: 0, tempo: 60 },
  });
  return {
    places: notes.map(({ finger, also }) => `${also!["string"]}.${also!["fret"]}.${finger}`),
    plucks: notes.map(({ also }) => also!["pluck"] ?? "-").join(" "),
  };
};

it("lie on one string, up by a higher finger, down to a lower one or the open string", () => {
  expect(proposed("E4~F4 G4 F4~E4").places).toEqual(["1.0.0", "1.1.1", "1.3.3", "1.1.1", "1.0.0"]);
  // B3 and C4 on the second string; D4 and B3 would lie nearer on two
  for (const text of ["B3~C4", "D4~B3", "G3~A3", "A3~G3"]) {
    const [from, to] = proposed(text).places.map((one) => one.split(".").map(Number));
    expect(from![0]).toBe(to![0]);
    expect(to![1]! > from![1]! ? to![2]! > from![2]! : to![2]! < from![2]!).toBe(true);
  }
});

it("a slide stays under one finger on one string", () => {
  const [from, to] = proposed("A4/C5 B4").places.map((one) => one.split("."));
  expect([to![0], to![2]]).toEqual([from![0], from![2]]);
});

it("what a slur reaches is not plucked, and the alternation goes on from before", () => {
  const { plucks } = proposed("E4 F4~G4 F4 E4~F4 G4");
  expect(["i m - i m - i", "m i - m i - m"]).toContain(plucks);
});

it("is doubted over two strings, or with fingers that cannot make it", () => {
  const score = lineOf("B3~D4 A4/C5");
  const [b, d, a, c] = score.notes.map(({ id }) => id);
  const doubts = (strings: string, fingers: string) =>
    check(score, new Map([b, d, a, c].map((id, i): [string, string] => [id!, fingers[i]!])), {
      beside: new Map([
        ["string", new Map([b, d, a, c].map((id, i): [string, string] => [id!, strings[i]!]))],
      ]),
    }).map(({ kind, text }) => `${kind}: ${text.replaceAll(/[\u001c-\u001f]/g, "")}`);
  expect(doubts("2211", "0344")).toEqual([]);
  expect(doubts("3211", "4344")[0]).toContain("slurred, but are on strings 3 and 2");
  expect(doubts("2211", "0324")[0]).toContain("have fingers 2 and 4");
});

it("is kept as the demo's dance has it", () => {
  const { score } = readFile(
    readFileSync(
      new URL("../../../demo/pieces/dance-on-the-plank-bridge.musicxml", import.meta.url),
    ),
  );
  expect(score.notes.flatMap(({ reached }) => reached?.how ?? [])).toEqual([
    ...["hammer", "pull", "hammer", "pull", "slide", "slide", "hammer"],
  ]);
});
