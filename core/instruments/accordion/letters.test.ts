import fc from "fast-check";
import { keysOf, perform, readScore, startOf, type Score } from "../../score/index.ts";
import { plain } from "../../words/say.ts";
import { instrument } from "../index.ts";
import { propose } from "../propose.ts";
import { readingOf } from "../reading.ts";
import { chordKeys } from "./bass/letters.ts";
import { soundingIn } from "./bellows/air.ts";
import { NO_SHAPE } from "../../score/index.ts";

// Accordion notation: single notes above the third line of the bass staff are chords, named by
// letters M m 7 d; letters hold on; B.S. lets basses go higher. Rules of accordion associations,
// from memory.

const SPELLED = ["C", "C#", "D", "Eb", "E", "F", "F#", "G", "Ab", "A", "Bb", "B"];

/** A quarter on the bass staff by its name, `C3`, `Bb2`; after it what stands with it. */
const note = (name: string, inside = "", isBeside = false): string => {
  const [, step, sign, octave] = /^([A-G])([#b]?)(\d)$/.exec(name)!;
  const alter = sign ? `<alter>${sign === "#" ? 1 : -1}</alter>` : "";
  return (
    `<note>${isBeside ? "<chord/>" : ""}<pitch><step>${step}</step>${alter}` +
    `<octave>${octave}</octave></pitch><duration>1</duration><voice>2</voice>` +
    `<staff>2</staff>${inside}</note>`
  );
};
const lyric = (text: string) => `<lyric><text>${text}</text></lyric>`;
const words = (text: string, staff = "<staff>2</staff>") =>
  `<direction><direction-type><words>${text}</words></direction-type>${staff}</direction>`;
const symbol = (step: string, kind: string, staff = "") =>
  `<harmony><root><root-step>${step}</root-step></root><kind>${kind}</kind>${staff}</harmony>`;

const HEAD =
  "<attributes><divisions>1</divisions><key><fifths>0</fifths></key><time><beats>3</beats>" +
  "<beat-type>4</beat-type></time><staves>2</staves><clef number='1'><sign>G</sign>" +
  "<line>2</line></clef><clef number='2'><sign>F</sign><line>4</line></clef></attributes>";
const TUNE =
  "<note><pitch><step>E</step><octave>5</octave></pitch><duration>3</duration><voice>1</voice>" +
  "<staff>1</staff></note>";

/** Bars of three quarters on the bass staff, under a held note. */
function read(bars: readonly string[], layout?: string, over = ""): Score {
  const measures = bars.map(
    (left, i) =>
      `<measure number="${i + 1}">${i ? "" : HEAD}${over}${TUNE}` +
      `<backup><duration>3</duration></backup>${left}</measure>`,
  );
  const xml =
    `<?xml version="1.0"?><score-partwise version="4.0"><part-list><score-part id="P1">` +
    `<part-name>Accordion</part-name></score-part></part-list>` +
    `<part id="P1">${measures.join("")}</part></score-partwise>`;
  return readScore(xml, readingOf(instrument("accordion"), { layout: layout ?? null })).score;
}
const left = ({ notes }: Score) => notes.filter(({ hand }) => hand === "left");
const chords = (score: Score) => left(score).map((one) => one.chord?.join(" ") ?? "-");
const key = (name: string) => chordKeys(name)!.join(" ");
const buttons = (score: Score) =>
  propose(score, { instrument: "accordion", hand: "left", from: 0, to: score.bars.length - 1 });

it("reads letters as words, as lyrics and as chord symbols of the bass staff", () => {
  const score = read([
    note("C3") + words("M") + note("C4") + note("C4"),
    note("A2") + note("A3", lyric("m")) + note("A3", lyric("m")),
    note("G2") + symbol("G", "dominant", "<staff>2</staff>") + note("G3") + note("G3"),
    note("B2") + words("Bdim") + note("B3") + note("B3"),
  ]);
  expect(score.layout).toMatchObject({ id: "letters", guessed: true });
  expect(chords(score)).toEqual([
    ...["-", key("C"), key("C"), "-", key("Am"), key("Am")],
    ...["-", key("G7"), key("G7"), "-", key("Bd"), key("Bd")],
  ]);
  expect(buttons(score).notes.map(({ also }) => also?.["button"])).toEqual(
    ["major 0", "minor 3", "seventh 1", "diminished 5"].flatMap((chord) => [
      `fundamental ${chord.split(" ")[1]}`,
      chord,
      chord,
    ]),
  );
});

it("lets a letter hold on for its root, and B.S. keep high notes basses until the next one", () => {
  const score = read([
    note("D3") + note("D4", lyric("m")) + note("D4"),
    note("G2") + note("G3", lyric("7")) + note("D4"),
    words("B.S.") + note("G3") + note("F3") + note("E3"),
    note("D3") + note("D4", lyric("M")) + note("D4"),
  ]);
  expect(chords(score)).toEqual([
    ...["-", key("Dm"), key("Dm"), "-", key("G7"), key("Dm")],
    ...["-", "-", "-", "-", key("D"), key("D")],
  ]);
});

it("asks nothing where nothing is named, and offers what chord symbols over the tune could mean", () => {
  const waltz = [note("C3") + note("C4") + note("C4"), note("G2") + note("G3") + note("G3")];
  expect(read(waltz).layout).toBeUndefined();
  const over = read(waltz, undefined, symbol("C", "major"));
  expect(over.layout?.id).toBe("written");
  expect(over.layout?.others.map(({ id, name }) => [id, plain(name)])).toEqual([
    ["letters", "bass chords as single notes with letters"],
  ]);
  expect(chords(over)).toEqual(["-", "-", "-", "-", "-", "-"]);
  // a symbol on another root names no chord of this one
  expect(chords(read(waltz, "letters", symbol("C", "major")))).toEqual([
    ...["-", key("C"), key("C"), "-", "-", "-"],
  ]);
});

it("reads every kind of chord symbol it knows, and says which it does not", () => {
  const under = (root: string, kind: string) =>
    symbol(root, kind, "<staff>2</staff>") + note(`${root}4`) + note(`${root}4`);
  const score = read(
    [
      note("C3") + under("C", "suspended-fourth"),
      note("D3") + under("D", "power"),
      note("E3") + under("E", "augmented-seventh"),
      note("G2") + note("G3", lyric("7")) + note("G3"),
      note("G2") + under("G", "Neapolitan"),
      // no chord is played: what stood before holds
      note("G2") + "<harmony><kind>none</kind><staff>2</staff></harmony>" + note("G3") + note("G3"),
    ],
    "letters",
  );
  const classes = left(score).map((one) => one.chord?.map((midi) => midi % 12).join(" ") ?? "-");
  expect(classes).toEqual([
    ...["-", "0 5 7", "0 5 7", "-", "2 9", "2 9", "-", "4 8 0 2", "4 8 0 2"],
    ...["-", "7 11 5", "7 11 5", "-", "-", "-", "-", "7 11 5", "7 11 5"],
  ]);
  expect(score.warnings.map(({ kind, message }) => [kind, plain(message)])).toContainEqual([
    "chords",
    "No chord is known by the symbol in bar 5: what stands under it is read as single basses.",
  ]);
  // what no button has is said with what is missing
  const { problems } = buttons(score);
  expect(problems.map(({ bar, text, ways }) => [bar, plain(text), ...ways.map(plain)])).toEqual(
    [0, 1, 2].map((bar) => [
      bar,
      ...[
        [
          "Bar 1: no button, and no two of them, sound C, F, G.",
          "Press C major: it sounds E and not F.",
          "Press C minor: it sounds E♭ and not F.",
          "Play C alone, as a bass.",
        ],
        [
          "Bar 2: no button, and no two of them, sound D, A.",
          "Press D major: it sounds F♯ too.",
          "Press D minor: it sounds F too.",
          "Play D alone, as a bass.",
        ],
        [
          "Bar 3: no button, and no two of them, sound E, G♯, B♯, D.",
          "Press E seventh: all of it but B♯.",
          "Play E alone, as a bass.",
        ],
      ][bar]!,
    ]),
  );
});

it("leaves what is written out, and what words say that are no letters", () => {
  const score = read(
    [
      note("C3") +
        words("C") +
        note("E3") +
        note("G3", "", true) +
        note("C4", "", true) +
        note("C4"),
      words("A") + note("A2") + words("dolce") + note("A3") + words("F") + note("A3"),
      // fingers under notes, not chords of a fifth or a second
      note("G2") + note("G3", lyric("5")) + note("G3", lyric("2")),
      note("C3") + note("C4", lyric("M")) + note("C4"),
    ],
    "letters",
  );
  expect(chords(score).slice(8, 11)).toEqual(["-", "-", "-"]);
  expect(chords(score).slice(0, 8)).toEqual(["-", "-", "-", "-", "-", "-", "-", "-"]);
});

it("does not take a part with letters for one that is sung", () => {
  const part = (id: string, notes: string, clef: string) =>
    `<part id="${id}"><measure number="1"><attributes><divisions>1</divisions>${clef}</attributes>` +
    `${notes.replaceAll("<staff>2</staff>", "")}</measure></part>`;
  const xml =
    `<?xml version="1.0"?><score-partwise version="4.0"><part-list>` +
    `<score-part id="P1"><part-name>Right</part-name></score-part>` +
    `<score-part id="P2"><part-name>Left</part-name></score-part></part-list>` +
    part("P1", note("E5") + note("F5") + note("G5"), "") +
    part("P2", note("C3") + note("C4", lyric("M")) + note("C4", lyric("M")), "") +
    `</score-partwise>`;
  const { score } = readScore(xml, readingOf(instrument("accordion")));
  expect(score.parts.map(({ practised }) => practised)).toEqual([true, true]);
  expect(chords(score)).toEqual(["-", key("C"), key("C")]);
});

it("takes a named chord that no button has with two chord buttons, and shows both", () => {
  const score = read([note("D3") + note("D4", lyric("m7")) + note("D4", lyric("m7"))], "letters");
  const named = left(score)[1]!;
  // D minor and F major together are all of it
  expect(instrument("accordion").chordKeys!("Dm7")).toBeUndefined();
  expect(keysOf(named).map((one) => one % 12)).toEqual([2, 5, 9, 0]);
  expect(buttons(score).notes[1]!.also?.["button"]).toBe("minor 2");
  expect(buttons(score).problems).toEqual([]);
});

it("says which button a diminished triad is, and nothing of sevenths that are named", () => {
  const written = read([
    note("B2") + note("B3") + note("D4", "", true) + note("F4", "", true) + note("G2"),
  ]);
  expect(buttons(written).reasons.map(plain)).toContain(
    "B D F is the button D diminished: a diminished button sounds no flat fifth of its own name.",
  );
  const named = read([note("G2") + note("G3", lyric("7")) + note("B3", lyric("d"))]);
  expect(buttons(named).reasons.map(plain).join()).not.toMatch(/is the button|a tone less/);
});

const bar = fc.record({
  root: fc.integer({ min: 0, max: 11 }),
  kind: fc.constantFrom("M", "m", "7", "d"),
  how: fc.constantFrom("words", "lyric"),
});

it("fingers, sounds and blows a piece with letters just as the same written out: 200 pieces", () => {
  let count = 0;
  fc.assert(
    fc.property(fc.array(bar, { minLength: 2, maxLength: 8 }), (bars) => {
      const named = bars.map(({ root, kind, how }) => {
        const name = SPELLED[root]!;
        const inside = how === "lyric" ? lyric(kind) : "";
        const chord = note(`${name}4`, inside);
        return note(`${name}2`) + (how === "words" ? words(kind) : "") + chord + chord;
      });
      const out = bars.map(({ root, kind }) => {
        const name = SPELLED[root]!;
        const chord = chordKeys(name + (kind === "M" ? "" : kind))!
          .map((midi, i) => note(SPELLED[midi % 12]! + (Math.floor(midi / 12) - 1), "", i > 0))
          .join("");
        return note(`${name}2`) + chord + chord;
      });
      const [letters, written] = [read(named, "letters"), read(out, "written")];
      const heard = (score: Score) =>
        perform(score, startOf(0), startOf(score.bars.length))
          .notes.filter(({ hand }) => hand === "left")
          .map(({ midi, onset, length }) => [onset, midi, length].join());
      expect(heard(letters).sort()).toEqual(heard(written).sort());
      const taken = (score: Score) =>
        new Set(
          buttons(score).notes.map(
            ({ id, finger, also }) =>
              `${at(score, id)} ${finger} ${also?.["button"]} ${also?.["row"]}`,
          ),
        );
      const at = (score: Score, id: string) => {
        const one = score.notes.find((other) => other.id === id)!;
        return `${one.bar} ${one.offset.num}/${one.offset.den}`;
      };
      expect(taken(letters)).toEqual(taken(written));
      const blown = (score: Score) =>
        soundingIn(score, 0, score.bars.length - 1, NO_SHAPE, { stroke: 6, couplers: [] });
      expect(blown(letters)).toEqual(blown(written));
      count++;
    }),
    { numRuns: 200, seed: 1601 },
  );
  expect(count).toBe(200);
});
