import createVerovioModule from "verovio/wasm";
import { VerovioToolkit } from "verovio/esm";
import { parseMidi } from "midi-file";
import {
  readScore,
  playingOrder,
  repeatsOf,
  roadText,
  secondsOf,
  cutOrder,
  type Score,
} from "../index.ts";

/** One whole-bar note a bar, a step higher in each; `signs` are what stands in it. */
function xmlOf(...bars: string[]): string {
  const measures = bars.map((inside, i) => {
    const [before = "", after = ""] = inside.split("~");
    return (
      `<measure number="${i + 1}">` +
      (i
        ? ""
        : "<attributes><divisions>1</divisions><time><beats>4</beats><beat-type>4</beat-type></time></attributes>") +
      `${before}<note>` +
      `<pitch><step>${"CDEFGAB"[i % 7]}</step><octave>${4 + Math.floor(i / 7)}</octave>` +
      `</pitch><duration>4</duration><type>whole</type></note>${after}</measure>`
    );
  });
  return (
    `<score-partwise version="4.0"><part-list><score-part ` +
    `id="P1"><part-name>x</part-name></score-part></part-list><part id="P1">${measures.join("")}</part>` +
    "</score-partwise>"
  );
}
const piece = (...bars: string[]): Score => readScore(xmlOf(...bars)).score;
const left = '<barline location="left"><repeat direction="forward"/></barline>';
const right = '~<barline location="right"><repeat direction="backward"/></barline>';
const ending = (numbers: string, back = true) =>
  `<barline location="left"><ending number="${numbers}" ` +
  `type="start"/></barline>~<barline location="right"><ending number="${numbers}" ` +
  `type="stop"/>${back ? '<repeat direction="backward"/>' : ""}</barline>`;
const sound = (attributes: string) =>
  `<direction><direction-type><words>x</words></direction-type><sound ${attributes}/></direction>`;
const words = (text: string) =>
  `<direction><direction-type><words>${text}</words></direction-type></direction>`;
const road = (score: Score, repeats: Parameters<typeof playingOrder>[1] = "all") =>
  roadText(score.bars, playingOrder(score.bars, repeats));

// each form of repeat and jump on its own; common practice, no source
const FORMS: [string, string[], string, string][] = [
  ["a repeat from the beginning", [" ", right, " "], "1–2, 1–3", "1–3"],
  ["a repeat between signs", [" ", left, right, " "], "1–3, 2–4", "1–4"],
  ["two repeats", [left, right, left, right], "1–2, 1–4, 3–4", "1–4"],
  [
    "first and second ending",
    [left, ending("1"), ending("2", false), " "],
    "1–2, 1, 3–4",
    "1, 3–4",
  ],
  ["a list of endings", [left, ending("1, 2"), ending("3", false)], "1–2, 1–2, 1, 3", "1, 3"],
  [
    "endings 1 and 3, 2",
    [left, ending("1,3"), ending("2,4"), " "],
    "1–2, 1, 3, 1–2, 1, 3–4",
    "1, 3–4",
  ],
  ["da capo", [" ", " ", sound('dacapo="yes"')], "1–3, 1–3", "1–3, 1–3"],
  [
    "da capo al fine",
    [" ", sound('fine="yes"'), " ", sound('dacapo="yes"')],
    "1–4, 1–2",
    "1–4, 1–2",
  ],
  [
    "dal segno al fine",
    [" ", sound('segno="s"'), sound('fine="yes"'), sound('dalsegno="s"')],
    "1–4, 2–3",
    "1–4, 2–3",
  ],
  [
    "da capo al coda",
    [" ", sound('tocoda="c"'), " ", sound('dacapo="yes"'), sound('coda="c"'), " "],
    "1–4, 1–2, 5–6",
    "1–4, 1–2, 5–6",
  ],
  [
    "dal segno al coda",
    [" ", sound('segno="s"'), sound('tocoda="c"'), sound('dalsegno="s"'), sound('coda="c"')],
    "1–4, 2–3, 5",
    "1–4, 2–3, 5",
  ],
  ["in words alone", [" ", words("Fine"), " ", words("D.C. al Fine")], "1–4, 1–2", "1–4, 1–2"],
  [
    "repeats are not taken again after da capo",
    [left, right, sound('fine="yes"'), sound('dacapo="yes"')],
    "1–2, 1–4, 1–3",
    "1–4, 1–3",
  ],
  [
    "after da capo the last ending",
    [left, ending("1"), ending("2", false) + sound('fine="yes"'), sound('dacapo="yes"')],
    "1–2, 1, 3–4, 1, 3",
    "1, 3–4, 1, 3",
  ],
];

describe("the road", () => {
  it.each(FORMS)("%s", (_, bars, all, none) => {
    const score = piece(...bars);
    expect([road(score), road(score, "none")]).toEqual([all, none]);
  });

  it("takes the repeats that are chosen", () => {
    const score = piece(left, right, left, right);
    expect(repeatsOf(score.bars)).toEqual([
      { from: 0, to: 1, times: 2 },
      { from: 2, to: 3, times: 2 },
    ]);
    expect(road(score, [3])).toBe("1–4, 3–4");
  });

  it("can be cut from bar to bar", () => {
    const score = piece(" ", " ", left, right, " ");
    expect(
      roadText(
        score.bars,
        cutOrder(score.bars, [
          { from: 0, to: 1 },
          { from: 3, to: 4 },
        ]),
      ),
    ).toBe("1–2, 4–5");
  });

  it("never goes in circles", () => {
    expect(
      playingOrder(piece(sound('segno="a"'), sound('dalsegno="a" fine="yes"')).bars).length,
    ).toBeLessThan(10);
  });
});

describe("its length", () => {
  it("follows the tempo, changes of it in proportion, and fermatas", () => {
    const score = piece('<sound tempo="120"/>', " ", '<sound tempo="60"/>');
    const order = playingOrder(score.bars);
    expect(secondsOf(score.bars, order)).toBeCloseTo(2 + 2 + 4);
    expect(secondsOf(score.bars, order, 60)).toBeCloseTo(16);
    const held = readScore(
      '<score-partwise><part-list/><part id="P1"><measure ' +
        'number="1"><attributes><divisions>1</divisions></attributes><sound ' +
        'tempo="60"/><note><pitch><step>C</step><octave>4</octave></pitch>' +
        "<duration>2</duration></note><note><pitch><step>C</step>" +
        "<octave>4</octave></pitch><duration>2</duration><notations><fermata/>" +
        "</notations></note></measure></part></score-partwise>",
    ).score;
    expect(secondsOf(held.bars, [0])).toBeCloseTo(6);
  });
});

describe("an engraver that unfolds repeats by itself", () => {
  // verovio 6.3: what it plays of the same file
  it("plays the bars in the same order", async () => {
    const toolkit = new VerovioToolkit(await createVerovioModule());
    const differing: Record<string, string> = {};
    for (const [name, bars] of FORMS) {
      if (name === "in words alone") continue; // it follows sounds only
      toolkit.loadData(xmlOf(...bars));
      const midi = parseMidi(Buffer.from(toolkit.renderToMIDI(), "base64"));
      const keys = midi.tracks
        .flat()
        .flatMap((event) =>
          event.type === "noteOn" && event.velocity > 0 ? [event.noteNumber] : [],
        );
      const { notes, bars: own } = piece(...bars);
      const played = roadText(
        own,
        keys.map((key) => notes.find((note) => note.midi === key)!.bar),
      );
      if (played !== road(piece(...bars))) differing[name] = played;
    }
    expect(differing).toEqual({});
  });
});
