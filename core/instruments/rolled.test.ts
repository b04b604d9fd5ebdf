import { perform, readScore, startOf, type Score } from "../score/index.ts";
import { plain } from "../words/say.ts";
import { check, propose } from "./propose.ts";
import { instrument, readingOf, sounded } from "./index.ts";

/** A chord of four quarters, `C2 E3`, as it is printed. */
function chordOf(names: string, sign: string, kind = "piano", staff = 1): Score {
  const notes = names.split(" ").map((name, i) => {
    const [step, octave] = name.split("") as [string, string];
    return (
      `<note>${i ? "<chord/>" : ""}<pitch><step>${step}</step><octave>${octave}</octave></pitch>` +
      `<duration>4</duration><voice>1</voice><staff>${staff}</staff>` +
      `<notations>${sign}</notations></note>`
    );
  });
  const staves = kind === "piano" ? "<staves>2</staves>" : "";
  return readScore(
    `<score-partwise><part-list/><part id="P"><measure number="1"><attributes>` +
      `<divisions>1</divisions><time><beats>4</beats><beat-type>4</beat-type></time>${staves}` +
      `</attributes>${notes.join("")}</measure></part></score-partwise>`,
    readingOf(instrument(kind)),
  ).score;
}
const UP = "<arpeggiate/>";
const DOWN = '<arpeggiate direction="down"/>';

// MusicXML 4.0, arpeggiate: from the lowest note to the highest, but for an arrow down
it.each([
  [UP, [48, 55, 64]],
  [DOWN, [64, 55, 48]],
] as const)("sounds a chord with %s one note after the other, from the beat on", (sign, keys) => {
  const score = chordOf("C3 G3 E4", sign);
  const performance = perform(score, startOf(0), startOf(1));
  expect(performance.notes.every(({ onset }) => onset === 0)).toBe(true);
  const heard = [...sounded(instrument("piano"), performance).notes].sort(
    (a, b) => a.onset - b.onset,
  );
  expect(heard.map(({ midi }) => midi)).toEqual(keys);
  expect(heard[0]!.onset).toBe(0);
  expect(new Set(heard.map(({ onset }) => onset)).size).toBe(3);
  // all are let go together
  for (const { onset, length } of heard) expect(onset + length).toBeCloseTo(4, 9);
  expect(
    sounded(instrument("piano"), perform(chordOf("C3 G3 E4", ""), startOf(0), startOf(1))).notes,
  ).toEqual(expect.arrayContaining([expect.objectContaining({ midi: 64, onset: 0, length: 4 })]));
});

it("rolls both hands as one where their signs have one number, else each by itself", () => {
  const both = (upper: string, lower: string) => {
    const [high, low] = [chordOf("E4 G4", upper), chordOf("C3 G3", lower, "piano", 2)];
    const notes = [...low.notes.map((note) => ({ ...note, id: `${note.id}l` })), ...high.notes];
    const { notes: heard } = sounded(
      instrument("piano"),
      perform({ ...high, notes }, startOf(0), startOf(1)),
    );
    const keys = [...heard].sort((a, b) => a.onset - b.onset || a.midi - b.midi);
    return keys.map(({ midi, onset }) => [midi, onset]);
  };
  const one = both('<arpeggiate number="1"/>', '<arpeggiate number="1"/>');
  expect(one.map(([midi]) => midi)).toEqual([48, 55, 64, 67]);
  expect(new Set(one.map(([, onset]) => onset)).size).toBe(4);
  for (const [upper, lower] of [
    [UP, UP],
    ['<arpeggiate number="1"/>', '<arpeggiate number="2"/>'],
  ] as const)
    expect(both(upper, lower).map(([midi, onset]) => [midi, onset! > 0])).toEqual([
      ...[[48, false], [64, false]],
      ...[[55, true], [67, true]],
    ]); // prettier-ignore
});

// a tenth for a hand that reaches an octave is rolled: common practice, no source
it("fingers a rolled chord that is wider than the hand, and says that it is not held", () => {
  const small = { reach: 165 };
  const of = (sign: string, names = "C3 G3 E4") =>
    propose(chordOf(names, sign, "piano", 2), {
      ...{ hand: "left", from: 0, to: 0, player: small },
    });
  const rolled = of(UP);
  expect(rolled.notes.map(({ finger }) => finger)).toEqual(["5", "2", "1"]);
  expect(rolled.problems.map(({ kind }) => kind)).toEqual(["let go"]);
  expect(plain(rolled.problems[0]!.text)).toMatch(/^Bar 1: C to E is wider than this hand/);
  expect(of("").problems.map(({ kind }) => kind)).toContain("unreachable");
  // two octaves are a leap, no roll
  expect(of(UP, "C2 C4").notes.map(({ finger }) => finger)).toContain(undefined);
  // what the hand reaches is fingered as if it were struck
  const near = (sign: string) => of(sign, "C3 E3 G3 C4").notes.map(({ finger }) => finger);
  expect(near(UP)).toEqual(near(""));
  const score = chordOf("C3 G3 E4", UP, "piano", 2);
  const written = new Map(score.notes.map(({ id }, i) => [id, ["5", "2", "1"][i]!]));
  expect(check(score, written, { player: small })).toEqual([]);
});

it("says of a guitar's chord that it is rolled, and that the thumb strokes it", () => {
  const of = (sign: string, setup = {}) =>
    propose(chordOf("C4 G4 C5 E5", sign, "guitar"), {
      ...{ instrument: "guitar", hand: "hands", from: 0, to: 0, setup },
    });
  const told = (sign: string, setup = {}) => of(sign, setup).reasons.map(plain).join(" ");
  expect(told(UP)).toContain("Rolled from the lowest string to the highest: bar 1.");
  expect(told(DOWN)).toContain("Rolled from the highest string to the lowest: bar 1.");
  expect(told("")).not.toContain("Rolled");
  expect(told("", { chords: "thumb" })).toContain("The thumb strokes across the strings: bar 1.");
});
