import { annotate, fraction, readScore } from "../../score/index.ts";
import { check, propose } from "../propose.ts";
import { instrument } from "../index.ts";
import { placesOf, USUAL_NECK } from "./neck.ts";

// Natural harmonics. Acoustics: a string touched at 1/2, 1/3, 1/4, 1/5 of its length sounds the
// octave, the twelfth, two octaves, two octaves and a major third over the open string. Fret n
// lies 1 - 2^(-n/12) of the length from the nut.

const { aspects } = instrument("guitar");
const HARMONIC = "<technical><harmonic><natural/></harmonic></technical>";

/** Crotchets; `*` is a harmonic in the file. */
function read(text: string) {
  const xml = text
    .split(" ")
    .map((name) => {
      const [, step, sharp, octave, sign] = /^([A-G])(#?)(\d)(\*?)$/.exec(name)!;
      return (
        `<note><pitch><step>${step}</step>${sharp ? "<alter>1</alter>" : ""}<octave>${octave}` +
        `</octave></pitch><duration>1</duration><type>quarter</type>` +
        `${sign ? `<notations>${HARMONIC}</notations>` : ""}</note>`
      );
    })
    .join("");
  const found = readScore(
    '<score-partwise version="4.0"><part-list><score-part id="P1"><part-name/></score-part>' +
      '</part-list><part id="P1"><measure number="1"><attributes><divisions>1</divisions><time>' +
      `<beats>4</beats><beat-type>4</beat-type></time></attributes>${xml}</measure></part>` +
      "</score-partwise>",
    { aspects },
  );
  const notes = found.score.notes.map((note) => ({ ...note, hand: "hands" }));
  return { ...found, score: { ...found.score, notes } };
}

const asked = { ...{ instrument: "guitar", hand: "hands" }, from: 0, to: 0 };
const placed = (text: string, also?: ReadonlyMap<string, ReadonlyMap<string, string>>) => {
  const found = propose(read(text).score, { ...asked, ...(also ? { also } : {}) });
  const places = found.notes.map(({ also: one }) => `${one?.["string"]}.${one?.["fret"]}`);
  return { ...found, places };
};
const plain = (text: string) => text.replaceAll(/[\u001b-\u001f]/g, "");

it("lie where the touched part of the string sounds the note", () => {
  /** The least number of parts that has a node within a fifth of a fret. */
  const partsAt = (fret: number) =>
    [2, 3, 4, 5].find((n) =>
      Array.from({ length: n - 1 }, (_, k) => (k + 1) / n).some(
        (node) => Math.abs(-12 * Math.log2(1 - node) - fret) < 0.2,
      ),
    );
  const open = USUAL_NECK.tuning[0]!;
  const found = Array.from({ length: 19 }, (_, i) => i + 1).filter((fret) => {
    const parts = partsAt(fret);
    if (!parts) return false;
    const midi = Math.round(open + 12 * Math.log2(parts));
    const places = placesOf(USUAL_NECK, { midi, printed: { harmonic: "natural" } });
    expect(places).toContainEqual({ string: 1, fret });
    return true;
  });
  expect(found).toEqual([4, 5, 7, 9, 12, 16, 19]);
  // and nowhere else
  for (let midi = open; midi < open + 30; midi++)
    for (const { string, fret } of placesOf(USUAL_NECK, { midi, printed: { harmonic: "natural" } }))
      if (string === 1) expect(found).toContain(fret);
});

it("are read, proposed over the fret, and said", () => {
  const found = placed("E5* B5* E5 B3");
  // the twelfth fret of the first string; a third of a string; then stopped and open
  expect(found.places[0]).toBe("1.12");
  expect(["1.7", "1.19"]).toContain(found.places[1]);
  expect(found.places[3]).toBe("2.0");
  expect(found.problems).toEqual([]);
  expect(plain(found.reasons.join(" "))).toContain(
    "Touch over the fret itself and let go at once: string 1 at fret XII",
  );
});

it("ring on as open strings do: the finger is free while they sound", () => {
  // a minim of E at the twelfth fret over a stopped F that no hand reaches from there
  const { score } = read("E5* F2 E4 E4");
  const two = fraction(2);
  const notes = score.notes.map((note, i) => (i === 0 ? { ...note, length: two } : note));
  const found = propose({ ...score, notes }, asked);
  expect(found.problems).toEqual([]);
  expect(found.notes.slice(0, 2).map(({ also }) => also?.["fret"])).toEqual(["12", "1"]);
});

it("are what the teacher says over what is printed", () => {
  const { notes } = read("E5 B4 D5* G4").score;
  const told = new Map([
    [
      "harmonic",
      new Map([
        [notes[0]!.id, "natural"],
        [notes[1]!.id, "natural"],
        [notes[2]!.id, ""],
      ]),
    ],
  ]);
  expect(placed("E5 B4 D5* G4", told).places.slice(0, 2)).toEqual(["1.12", "2.12"]);
  // a stopped d″ is never on the fifth fret of the fourth string
  expect(["1.10", "2.15", "3.19"]).toContain(placed("E5 B4 D5* G4", told).places[2]);
  expect(["4.5", "3.7"]).toContain(placed("E5 B4 D5* G4").places[2]);
});

it("that no string has, and notes beyond the neck that a string has so, are said with ways out", () => {
  const wrong = placed("F4* E4 E4 E4").problems[0]!;
  expect(plain(wrong.text)).toMatch(/no open string of this neck has F.*as a natural harmonic/);
  expect(plain(wrong.ways[0]!)).toContain("stopped");
  const high = placed("E6 E4 E4 E4").problems[0]!;
  expect(plain(high.ways.join(" "))).toContain("natural harmonic: string 1 at fret V");
});

it("are doubted on a string that does not have them", () => {
  const { score } = read("E5* B4* E4 E4");
  const [e, b] = score.notes.map(({ id }) => id);
  const doubts = (first: string, second: string) =>
    check(score, new Map(), {
      ...{ instrument: "guitar" },
      beside: new Map([["string", new Map([[e!, first], [b!, second]])]]), // prettier-ignore
    }).map(({ kind }) => kind);
  expect(doubts("1", "2")).toEqual([]);
  expect(doubts("2", "2")).toEqual(["other pitch"]);
});

it("come back from a file as they went out; what is artificial is left alone", () => {
  const { xml, score } = read("E5* B4 E4 E4");
  const written = annotate(xml, {
    aspects,
    notes: [{ id: score.notes[1]!.id, aspect: "harmonic", value: "natural" }],
    sections: [],
  });
  expect(written.match(/<harmonic>\s*<natural\/>\s*<\/harmonic>/g)).toHaveLength(2);
  const back = readScore(written, { aspects }).score.notes.map(
    ({ printed }) => printed?.["harmonic"],
  );
  expect(back).toEqual(["natural", "natural", undefined, undefined]);
  const artificial = xml.replace("<natural/>", "<artificial/>");
  expect(readScore(artificial, { aspects }).score.notes[0]!.printed).toBeUndefined();
});
