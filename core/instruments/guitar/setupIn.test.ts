import { keyNamed, keyOfName, readScore } from "../../score/index.ts";
import { plain } from "../../words/say.ts";
import { instrument } from "../index.ts";
import { propose } from "../propose.ts";
import { readingOf } from "../reading.ts";

// staff-tuning counts its lines from the lowest, capo raises the open strings, accord tunes one
// string otherwise: MusicXML 4.0.

const tuned = (names: string) =>
  names
    .split(" ")
    .map((name, i) => {
      const [, step, sign, octave] = /^(.)(.?)(\d)$/.exec(name)!;
      const alter = sign ? `<tuning-alter>${sign === "#" ? 1 : -1}</tuning-alter>` : "";
      return (
        `<staff-tuning line="${i + 1}"><tuning-step>${step}</tuning-step>${alter}` +
        `<tuning-octave>${octave}</tuning-octave></staff-tuning>`
      );
    })
    .join("");
const note = (step: string, octave: number, technical = "") =>
  `<note><pitch><step>${step}</step><octave>${octave}</octave></pitch><duration>4</duration>` +
  `${technical && `<notations><technical>${technical}</technical></notations>`}</note>`;
const at = (string: number, fret: number) => `<string>${string}</string><fret>${fret}</fret>`;

function read(details: string, notes = note("E", 3), before = "") {
  const xml =
    `<?xml version="1.0"?><score-partwise version="4.0"><part-list><score-part id="P1">` +
    `<part-name>Guitar</part-name></score-part></part-list><part id="P1"><measure number="1">` +
    `<attributes><divisions>1</divisions>` +
    `<staff-details>${details}</staff-details></attributes>${before}${notes}</measure></part>` +
    `</score-partwise>`;
  const guitar = instrument("guitar");
  const { score } = readScore(xml, readingOf(guitar, { layout: "sounding" }));
  const asked = guitar.setupIn!(score);
  return {
    score,
    setup: asked?.setup,
    said: asked && plain(asked.text),
    warned: score.warnings.map(({ message }) => plain(message)),
  };
}
const SIX = "<staff-lines>6</staff-lines>";
const USUAL = "E2 A2 D3 G3 B3 E4";

it("reads tuning and capo, from the lowest line up", () => {
  expect(read(SIX + tuned("D2 A2 D3 G3 B3 E4"))).toMatchObject({
    setup: { tuning: [64, 59, 55, 50, 45, 38] },
    said: "the strings are E4 B3 G3 D3 A2 D2",
    warned: [],
  });
  expect(read(`${SIX}${tuned("D2 A2 D3 F#3 A3 D4")}<capo>2</capo>`)).toMatchObject({
    setup: { tuning: [62, 57, 54, 50, 45, 38], capo: 2 },
    said: "the strings are D4 A3 F#3 D3 A2 D2, and the capo is at fret 2",
  });
  // four strings in fifths, and a high fourth string
  expect(read("<staff-lines>4</staff-lines>" + tuned("G3 D4 A4 E5")).setup).toEqual({
    tuning: [76, 69, 62, 55],
  });
  expect(read("<staff-lines>4</staff-lines>" + tuned("G4 C4 E4 A4")).setup).toEqual({
    tuning: [69, 64, 60, 67],
  });
});

it("says nothing of the usual strings, also where they are written an octave higher", () => {
  expect(read(SIX + tuned(USUAL)).setup).toBeUndefined();
  expect(read(SIX + tuned("E3 A3 D4 G4 B4 E5")).setup).toBeUndefined();
  expect(read(SIX).setup).toBeUndefined();
});

it("tunes single strings as a scordatura says", () => {
  const accord =
    '<direction><direction-type><scordatura><accord string="6"><tuning-step>D</tuning-step>' +
    "<tuning-octave>2</tuning-octave></accord></scordatura></direction-type></direction>";
  expect(read(SIX + tuned(USUAL), note("E", 3), accord).setup).toEqual({
    tuning: [64, 59, 55, 50, 45, 38],
  });
});

it("tunes the usual strings where a scordatura names some, and all there are where it names all", () => {
  const accords = (names: string) =>
    `<direction><direction-type><scordatura>${names
      .split(" ")
      .map((one) => {
        const [string, name] = one.split(":") as [string, string];
        return (
          `<accord string="${string}"><tuning-step>${name[0]}</tuning-step>` +
          `<tuning-octave>${name[1]}</tuning-octave></accord>`
        );
      })
      .join("")}</scordatura></direction-type></direction>`;
  const of = (names: string) => read(SIX, note("E", 3), accords(names)).setup;
  expect(of("6:D2 5:G2")).toEqual({ tuning: [64, 59, 55, 50, 43, 38] });
  expect(of("1:A4 2:E4 3:C4 4:G4")).toEqual({ tuning: [69, 64, 60, 67] });
});

it("takes a capo as the printed frets mean it: part of the pitch, or not", () => {
  const capo = `${SIX}${tuned(USUAL)}<capo>3</capo>`;
  // the open sixth string with a capo at fret 3 sounds G
  expect(read(capo, note("G", 2, at(6, 0)) + note("C", 3, at(5, 0))).setup).toEqual({ capo: 3 });
  expect(read(capo, note("E", 2, at(6, 0)) + note("A", 2, at(5, 0))).setup).toBeUndefined();
});

it("says what is incomplete, and keeps the notes", () => {
  const seven = `<staff-lines>7</staff-lines>${tuned("B1 E2 A2 D3 G3")}`;
  const { setup, warned, score } = read(seven);
  expect(setup).toBeUndefined();
  expect(score.notes).toHaveLength(1);
  expect(warned).toEqual([
    "The file has 7 strings, but does not say how 1, 2 are tuned; its tuning was left out. It can " +
      "be set in the piece's menu.",
  ]);
  expect(read(`${SIX}${tuned(USUAL)}<capo>99</capo>`).warned).toEqual([
    "The file has a capo at fret 99; it was left out, as none is beyond fret 12.",
  ]);
  const lines = Array.from({ length: 40 }, () => "E2").join(" ");
  expect(read(`<staff-lines>40</staff-lines>${tuned(lines)}`).warned).toEqual([
    "The file tunes 40 strings; from 3 to 12 can be set.",
  ]);
});

it("fingers what the file's tuning makes an open string", () => {
  const { score, setup } = read(SIX + tuned("D2 A2 D3 G3 B3 E4"), note("D", 2));
  const fingered = (own: typeof setup) =>
    propose(score, {
      ...{ instrument: "guitar", hand: "hands", from: 0, to: 0 },
      ...(own ? { setup: own } : {}),
    }).notes.map(({ finger, also }) => [finger, also?.["string"]]);
  expect(fingered(setup)).toEqual([["0", "6"]]);
  expect(fingered(undefined)).toEqual([]);
});

it("names keys as strings are called, and reads the names", () => {
  for (let midi = 16; midi <= 96; midi++) expect(keyOfName(keyNamed(midi))).toBe(midi);
  expect([40, 45, 50, 55, 59, 64].map(keyNamed).join(" ")).toBe(USUAL);
  expect(["e4", "B♭3", "F#3", "H2", "E", "40"].map(keyOfName)).toEqual([
    ...[64, 58, 54, undefined, undefined, undefined],
  ]);
});
