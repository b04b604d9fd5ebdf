import { perform, readScore, startOf, type Score } from "../score/index.ts";
import { instrument, readingOf, sounded } from "./index.ts";

/** Notes `E4:1` in quarters, a rest `R:1`; of the instrument's upper limb. */
function scoreOf(
  kind: string,
  text: string,
  notations: Readonly<Record<number, string>> = {},
): Score {
  const notes = text.split(" ").map((token, i) => {
    const [name, length] = token.split(":") as [string, string];
    const what =
      name === "R"
        ? "<rest/>"
        : `<pitch><step>${name[0]}</step><octave>${name[1]}</octave></pitch>`;
    return (
      `<note>${what}<duration>${Number(length) * 2}</duration><voice>1</voice>` +
      `<notations>${notations[i] ?? ""}</notations></note>`
    );
  });
  return readScore(
    `<score-partwise><part-list/><part id="P"><measure number="1"><attributes>` +
      `<divisions>2</divisions><time><beats>16</beats><beat-type>4</beat-type></time>` +
      `<clef><sign>G</sign><line>2</line>${kind === "guitar" ? "<clef-octave-change>-1</clef-octave-change>" : ""}</clef>` +
      `</attributes>${notes.join("")}</measure></part></score-partwise>`,
    readingOf(instrument(kind)),
  ).score;
}

/** Quarters for which each note is heard, with these fingers and strings, `0/1 3/2`. */
function lengthsOf(kind: string, score: Score, places?: string): number[] {
  const told = places?.split(" ").map((one) => one.split("/"));
  const by = (part: number) =>
    new Map(score.notes.flatMap(({ id }, i) => (told?.[i] ? [[id, told[i][part]!] as const] : [])));
  const values = new Map(
    told
      ? [
          ["finger", by(0)],
          ["string", by(1)],
        ]
      : [],
  );
  const performance = perform(score, startOf(0), startOf(1));
  const { notes } = sounded(instrument(kind), performance, { score, values });
  return notes.map(({ length }) => length);
}

// only open strings outlast their value, fretted ones end as the finger lifts: common practice, no
// source
it.each([
  ["an open string over its value", "E4:1 C4:1 D4:14", "0/1 1/2 3/2", [16, 1, 14]],
  ["it until it is plucked again", "E4:1 C4:1 F4:14", "0/1 1/2 1/1", [2, 1, 14]],
  ["a bass until the next one stops it", "A2:1 D3:1 E4:14", "0/5 0/4 0/1", [1, 15, 14]],
  ["nothing in a rest of all voices", "E4:1 R:1 D4:14", "0/1 0/1 3/2", [1, 14]],
  ["a stopped note no longer than its value", "F4:1 R:1 D4:14", "1/1 3/2 3/2", [1, 14]],
])("on a guitar hears %s", (_, text, places, lengths) => {
  expect(lengthsOf("guitar", scoreOf("guitar", text), places)).toEqual(lengths);
});

it("on a guitar leaves alone what nobody has fingered, and what is short by its dot", () => {
  expect(lengthsOf("guitar", scoreOf("guitar", "E4:1 C4:1 D4:14"))).toEqual([1, 1, 14]);
  const short = { 0: "<articulations><staccato/></articulations>" };
  const score = scoreOf("guitar", "E4:1 C4:1 D4:14", short);
  expect(lengthsOf("guitar", score, "0/1 1/2 3/2")).toEqual([0.5, 1, 14]);
});

it("ends what a finger holds when it is needed at another fret", () => {
  // A3 with finger 2 on string 3 is held while the same finger goes to fret 3 of string 2
  const [low, high] = [scoreOf("guitar", "A3:16"), scoreOf("guitar", "E4:2 D4:14")];
  const notes = [
    ...low.notes.map((note) => ({ ...note, id: "held" })),
    ...high.notes.map((note) => ({ ...note, id: `${note.id}h` })),
  ];
  const score = { ...high, notes };
  const heard = (finger: string) => lengthsOf("guitar", score, `2/3 0/1 ${finger}/2`)[0];
  expect(heard("2")).toBe(2);
  expect(heard("4")).toBe(16);
});

it("lets a natural harmonic ring, from which the finger has gone", () => {
  const score = scoreOf("guitar", "E5:1 D4:15");
  const touched = score.notes.map((note, i) =>
    i ? note : { ...note, printed: { harmonic: "natural" } },
  );
  expect(lengthsOf("guitar", score, "3/1 3/2")).toEqual([1, 15]);
  expect(lengthsOf("guitar", { ...score, notes: touched }, "3/1 3/2")).toEqual([16, 15]);
});

it("hears one string where two voices meet on it, each for its own value", () => {
  const score = scoreOf("guitar", "E4:1 F4:15");
  const meets = { ...score.notes[0]!, id: "other", length: { num: 4, den: 1 } };
  const both = { ...score, notes: [score.notes[0]!, meets, score.notes[1]!] };
  expect(lengthsOf("guitar", both, "0/1 0/1 1/1")).toEqual([1, 1, 15]);
  expect(lengthsOf("guitar", both, "0/1 0/1 3/2")).toEqual([16, 16, 15]);
  const stopped = { ...both, notes: both.notes.map((note) => ({ ...note, midi: 65 })) };
  expect(lengthsOf("guitar", stopped, "1/1 1/1 1/1")).toEqual([1, 1, 15]);
});

it("lets a harp ring until a string is plucked again or all are damped, as printed", () => {
  expect(lengthsOf("harp", scoreOf("harp", "C4:1 E4:1 C4:14"))).toEqual([2, 15, 14]);
  const damped = scoreOf("harp", "C4:1 E4:1 R:2 G4:12");
  const mark = { kind: "damp", text: "damp-all", bar: 0, offset: { num: 4, den: 1 } };
  const score = { ...damped, marks: [mark] } as unknown as Score;
  expect(lengthsOf("harp", score)).toEqual([4, 3, 12]);
  const own = { ...score, marks: [{ ...mark, text: "damp", offset: { num: 1, den: 1 } }] };
  expect(lengthsOf("harp", own as unknown as Score)).toEqual([16, 1, 12]);
});

it("rings on every time its bar is played, and changes nothing on keys", () => {
  const score = scoreOf("guitar", "E4:1 C4:1 D4:14");
  const twice = perform(score, startOf(0), startOf(1));
  const { notes } = sounded(instrument("piano"), twice, { score, values: new Map() });
  expect(notes.map(({ length }) => length)).toEqual([1, 1, 14]);
});
