import { fraction, readScore } from "../../score/index.ts";
import { plain } from "../../words/say.ts";
import { neckSigns } from "./signs.ts";
import { placedSigns } from "../harp/fingers/signs.ts";

// What guitarists and harpists write over notes. Common practice, no source.

/** Quarters in bars of four; `+` joins a chord. */
function scoreOf(text: string, length = 1) {
  const notes = text.split(" ");
  const xml = (name: string, chord: boolean) => {
    const [, step, sign, octave] = /^([A-G])([#b]?)(\d)$/.exec(name)!;
    const alter = sign === "#" ? 1 : sign === "b" ? -1 : 0;
    return (
      `<note>${chord ? "<chord/>" : ""}<pitch><step>${step}</step><alter>${alter}</alter>` +
      `<octave>${octave}</octave></pitch><duration>${length}</duration></note>`
    );
  };
  const bars: string[] = [];
  for (let at = 0; at < notes.length; at += 4)
    bars.push(
      `<measure number="${at / 4 + 1}">` +
        (at
          ? ""
          : "<attributes><divisions>1</divisions><time><beats>4</beats>" +
            "<beat-type>4</beat-type></time></attributes>") +
        notes
          .slice(at, at + 4)
          .map((moment) =>
            moment
              .split("+")
              .map((name, i) => xml(name, i > 0))
              .join(""),
          )
          .join("") +
        "</measure>",
    );
  const score = readScore(
    `<score-partwise><part-list/><part id="P1">${bars.join("")}</part></score-partwise>`,
  ).score;
  return score;
}

/**
 * Signs of notes with `string.finger` each, in the order of the score.
 *
 * @param held quarters the first note lasts
 */
function onNeck(text: string, places: string, held = 1) {
  const read = scoreOf(text);
  const notes = read.notes.map((note, i) => ({
    ...{ ...note, hand: "hands" },
    ...(i ? {} : { length: fraction(held) }),
  }));
  const score = { ...read, notes };
  const told = places.split(/[ +]/).map((one) => one.split("."));
  const values = (of: number) =>
    new Map(score.notes.map(({ id }, i): [string, string] => [id, told[i]![of]!]));
  const signs = neckSigns(
    score,
    new Map([
      ["string", values(0)],
      ["finger", values(1)],
    ]),
    {},
  );
  const at = (id: string) => score.notes.findIndex((note) => note.id === id);
  return signs.map(({ kind, text: shown, from, to }) => `${kind} ${shown} ${at(from)}-${at(to)}`);
}

it("names a position where it changes, and takes a stretch for none", () => {
  expect(onNeck("E2 F2 G2 A2", "6.0 6.1 6.3 5.0")).toEqual(["position I 1-1"]);
  // second position, then the seventh
  expect(onNeck("A4 B4 C#5 D5 E5", "1.1 1.3 1.1 1.2 1.4")).toEqual([
    ...["position V 0-0", "position IX 2-2"],
  ]);
  // the fourth finger a fret further up: G sharp at fret 4, A at fret 5, in the first position
  expect(onNeck("F4 A4 F4 G4", "1.1 1.4 1.1 1.3")).toEqual(["position I 0-0"]);
});

it("a finger over strings of one fret is a barre, from its first note to its last", () => {
  expect(onNeck("F2+C3+F3+A3+C4+F4", "6.1+5.3+4.4+3.2+2.1+1.1")).toEqual(["barre B I 0-5"]);
  expect(onNeck("F3+A3+C4+F4", "4.3+3.2+2.1+1.1")).toEqual(["barre ½B I 2-3"]);
  // the third finger on three strings says so; the position is the first finger's
  expect(onNeck("B2+F#3+B3+D#4 B2+F#3+B3+D#4", "5.1+4.3+3.3+2.3 5.1+4.3+3.3+2.3")).toEqual([
    ...["barre ½B IV (3) 1-7", "position II 0-0"],
  ]);
  // broken it is the same; an open string under it would not sound
  expect(onNeck("F2 C3 F3 F4", "6.1 5.3 4.4 1.1")).toEqual(["barre B I 0-3"]);
  // one finger at one fret in two bars is no barre
  expect(
    onNeck("A2 E3 A3 C4 E2 B2 E3 G#3", "5.0 4.2 3.3 2.1 6.0 5.2 4.3 3.1").filter((one) =>
      one.startsWith("barre"),
    ),
  ).toEqual([]);
});

it("an open bass that goes on to another string is damped, and who does it is said", () => {
  const bass = onNeck("A2 E2 A2 A2", "5.0 6.0 5.0 5.0");
  // to the lower string: the thumb comes back; to the higher one: its side; again: nothing
  expect(bass).toEqual(["damp ×5 1-1", "damp ×6 2-2"]);
  // stopped basses end as the finger lifts
  expect(onNeck("C3 B2", "5.3 5.2")).toEqual(["position I 0-0"]);
});

it("an open bass is damped where it rests below a tune that goes on", () => {
  // quavers E D C D over an A of a quarter, which rests for another
  const note = (name: string, voice: number, length: number) =>
    `<note>${name ? `<pitch><step>${name[0]}</step><octave>${name[1]}</octave></pitch>` : "<rest/>"}` +
    `<duration>${length}</duration><voice>${voice}</voice></note>`;
  const signs = (last: string) => {
    const { score } = readScore(
      '<score-partwise><part-list/><part id="P1"><measure number="1"><attributes><divisions>2' +
        "</divisions><time><beats>2</beats><beat-type>4</beat-type></time></attributes>" +
        `${note("E4", 1, 1)}${note("D4", 1, 1)}${note("C4", 1, 1)}${note("D4", 1, 1)}` +
        `<backup><duration>4</duration></backup>${note("A2", 2, 2)}${note(last, 2, 2)}` +
        "</measure></part></score-partwise>",
    );
    const notes = score.notes.map((one) => ({ ...one, hand: "hands" }));
    const places = new Map([
      ...[
        ["E4", "1.0"],
        ["D4", "2.3"],
        ["C4", "2.1"],
        ["A2", "5.0"],
        ["E2", "6.0"],
      ],
    ] as [string, string][]);
    const values = (which: number) =>
      new Map(
        notes.map(({ id, pitch }) => [
          id,
          places.get(`${pitch.step}${pitch.octave}`)!.split(".")[which]!,
        ]),
      );
    const told = new Map([
      ["string", values(0)],
      ["finger", values(1)],
    ]);
    return neckSigns({ ...score, notes }, told, {}).flatMap(({ kind, text, from, name }) =>
      kind === "damp"
        ? [`${text} at ${notes.find(({ id }) => id === from)!.pitch.step}: ${plain(name)}`]
        : [],
    );
  };
  const leans = "×1 at D: finger 3 leans on string 1 and stops it";
  expect(signs("")).toEqual(["×5 at C: the bass rests: the thumb comes back to string 5", leans]);
  // it goes on at once: the thumb stops it after it has plucked
  expect(signs("E2")).toEqual(["×5 at E: the thumb stops string 5 after it has plucked", leans]);
});

it("an open string is damped by the finger of the step after it, where both would be heard", () => {
  const damps = (notes: string, places: string) =>
    onNeck(notes, places).filter((one) => one.startsWith("damp"));
  expect(damps("E4 D4", "1.0 2.3")).toEqual(["damp ×1 1-1"]);
  // a third makes a chord with it; a step on its own string ends it
  expect(damps("E4 C4", "1.0 2.1")).toEqual([]);
  expect(damps("E4 F4", "1.0 1.1")).toEqual([]);
});

it("open strings that would ring on in a rest are damped, by thumb and fingers", () => {
  // A with its open fifth and the open first string, a quarter of rest, then E
  const read = scoreOf("A2+E4 C3 A2 E2");
  const [bass, top, , , next] = read.notes.map((note) => ({ ...note, hand: "hands" }));
  const of = (places: string, at: number, bare?: number) => {
    const told = places.split(" ").map((one) => one.split("."));
    const notes = [bass!, top!, { ...next!, offset: fraction(at) }];
    const more = bare === undefined ? [] : [{ ...next!, id: "bare", offset: fraction(bare) }];
    const values = (which: number) =>
      new Map(notes.map(({ id }, i): [string, string] => [id, told[i]![which]!]));
    return neckSigns(
      { ...read, notes: [bass!, top!, ...more, notes[2]!] },
      new Map([
        ["string", values(0)],
        ["finger", values(1)],
      ]),
      {},
    ).flatMap(({ kind, text, name }) => (kind === "rest" ? [[text, plain(name)]] : []));
  };
  expect(of("5.0 1.0 6.0", 2)).toEqual([
    [
      "×5 ×1",
      "in the rest after it the side of the thumb stops string 5, and fingers laid back stop string 1",
    ],
  ]);
  // no rest, and strings that the left hand lets go by lifting
  expect(of("5.0 1.0 6.0", 1)).toEqual([]);
  expect(of("6.5 2.5 6.0", 2)).toEqual([
    ["lift", "in the rest after it the left hand lifts off 2 strings"],
  ]);
  // a note that has no finger yet sounds in what would be the rest
  expect(of("5.0 1.0 6.0", 2, 1)).toEqual([]);
});

it("fingers placed together have a bracket", () => {
  const score = scoreOf("C4 D4 E4 F4 G4 A4 B4 C5");
  const fingers = new Map(
    score.notes.map(({ id }, i): [string, string] => [id, String(4 - (i % 4))]),
  );
  const hand = score.notes[0]!.hand;
  expect(hand).toBe("right");
  const at = (id: string) => score.notes.findIndex((note) => note.id === id);
  expect(
    placedSigns(score, new Map([["finger", fingers]]), {}).map(
      ({ from, to }) => `${at(from)}-${at(to)}`,
    ),
  ).toEqual(["0-3", "4-7"]);
});

it("has no other position while a finger holds a note: the others lie close together", () => {
  // B7 in VII: the bass under the first finger at VII, C and F sharp by 4 and 2 at VIII and VII
  const chord = ["B2 C5 F#4 D#4", "6.1 1.4 2.2 3.3"] as const;
  expect(onNeck(...chord, 4)).toEqual(["position VII 0-0"]);
  expect(onNeck(...chord)).not.toEqual(["position VII 0-0"]);
});

// MusicXML 4.0: damp and damp-all are directions; engravers here draw neither
it("strings that are damped as printed are shown at the note there, or the one before", () => {
  const damp = (name: string, offset = 0) =>
    `<direction><direction-type><${name}/></direction-type><offset>${offset}</offset></direction>`;
  const note = (step: string) =>
    `<note><pitch><step>${step}</step><octave>4</octave></pitch><duration>2</duration></note>`;
  const { score } = readScore(
    `<score-partwise><part-list/><part id="P1"><measure number="1"><attributes>` +
      `<divisions>1</divisions></attributes>${note("C")}${damp("damp")}${note("D")}` +
      `${damp("damp-all", -1)}</measure></part></score-partwise>`,
  );
  const of = (following: typeof neckSigns) =>
    following(score, new Map(), {}).map(
      ({ from, text }) =>
        `${score.notes.find(({ id }) => id === from)!.pitch.step} ${plain(text ?? "")}`,
    );
  expect(of(neckSigns)).toEqual(["D ×", "D × all"]);
  // they stand in the file already: no words go out beside them
  expect(neckSigns(score, new Map(), {}).every(({ inFile }) => inFile)).toBe(true);
  expect(of(placedSigns)).toEqual(["D ⊕", "D ⊕ all"]);
});
