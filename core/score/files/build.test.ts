import fc from "fast-check";
import {
  add,
  fraction,
  notesByBar,
  readScore,
  toText,
  ZERO,
  type Fraction,
  type Pitch,
} from "../index.ts";
import { buildXml, type BuiltBar, type BuiltEvent } from "./build.ts";

// What other formats are read into is written as MusicXML: whatever goes in must come out of the
// reader again.

const LENGTHS: readonly Fraction[] = [
  fraction(1),
  fraction(1, 2),
  fraction(1, 4),
  fraction(3, 2),
  fraction(2),
  fraction(3),
  fraction(1, 3),
  fraction(2, 3),
  fraction(5, 4),
  fraction(1, 5),
  fraction(7, 8),
];
const pitch = fc.record({
  step: fc.constantFrom("C", "D", "E", "F", "G", "A", "B"),
  alter: fc.constantFrom(-1, 0, 0, 0, 1),
  octave: fc.integer({ min: 2, max: 6 }),
}) as fc.Arbitrary<Pitch>;
const chord = fc.uniqueArray(pitch, {
  minLength: 0,
  maxLength: 3,
  selector: ({ step, octave }) => `${step}${octave}`,
});
const line = fc
  .array(fc.tuple(fc.constantFrom(...LENGTHS), chord), { minLength: 1, maxLength: 8 })
  .map((events): BuiltEvent[] => {
    let at = ZERO;
    return events.map(([length, pitches]) => {
      const event = { at, length, pitches };
      at = add(at, length);
      return event;
    });
  });
const pieces = fc
  .array(fc.tuple(line, line), { minLength: 1, maxLength: 6 })
  .filter((bars) => bars.flat(2).some((event) => event.pitches.length > 0));

it("comes out of the reader as it went in: 300 generated pieces of two hands", () => {
  fc.assert(
    fc.property(pieces, fc.string({ maxLength: 40 }), (bars, title) => {
      const built = bars.map(([right, left], i): BuiltBar => ({
        number: String(i + 1),
        ...(i ? {} : { metre: { beats: 4, beatType: 4 }, key: { fifths: 0 } }),
        staves: [[right], [left]],
      }));
      const { score } = readScore(
        buildXml({ title, composer: '<&">', clefs: ["G", "F"], bars: built }),
      );
      expect(score.composer).toBe('<&">');
      const read = notesByBar(score).map((notes) =>
        notes
          .filter((note) => !note.held)
          .map(
            (note) =>
              `${note.hand} ${toText(note.offset)} ${note.pitch.step}${note.pitch.alter}${note.pitch.octave} ` +
              toText(note.length),
          )
          .sort(),
      );
      const wanted = bars.map((hands) =>
        hands
          .flatMap((events, h) =>
            events.flatMap((event) =>
              event.pitches.map(
                (one) =>
                  `${h ? "left" : "right"} ${toText(event.at)} ${one.step}${one.alter}${one.octave} ` +
                  toText(event.length),
              ),
            ),
          )
          .sort(),
      );
      expect(read).toEqual(wanted);
    }),
    { numRuns: 300 },
  );
});

it("writes marks where they belong", () => {
  const note: BuiltEvent = {
    at: ZERO,
    length: fraction(4),
    pitches: [{ step: "C", alter: 0, octave: 4 }],
    fermata: true,
    ornaments: ["turn"],
    fingers: ["3"],
    chord: "D7/F#",
    grace: [{ step: "D", alter: 0, octave: 4 }],
  };
  const bars: BuiltBar[] = [
    {
      number: "1",
      metre: { beats: 4, beatType: 4 },
      key: { fifths: 2, mode: "major" },
      tempo: 72,
      repeatStart: true,
      dynamics: [{ at: ZERO, text: "mf" }],
      staves: [[[note]]],
    },
    { number: "2", endingStart: "1", endingStop: "1", repeatEnd: 2, staves: [[[note]]] },
    { number: "3", endingStart: "2", endingStop: "2", signs: { jump: "capo" }, staves: [[[note]]] },
  ];
  const xml = buildXml({ title: "x", composer: "", clefs: ["G"], bars });
  const { score } = readScore(xml);
  expect(score.bars[0]).toMatchObject({
    repeatStart: true,
    tempo: 72,
    key: { fifths: 2, mode: "major" },
    held: 4,
  });
  expect(score.bars.map((bar) => [bar.endings, bar.repeatEnd, bar.signs])).toEqual([
    [undefined, undefined, undefined],
    [[1], 2, undefined],
    [[2], undefined, { jump: "capo" }],
  ]);
  expect(score.notes[1]).toMatchObject({ printed: { finger: "3" }, ornaments: ["turn"] });
  expect(score.notes[0]).toMatchObject({ grace: true, pitch: { step: "D" } });
  expect(score.marks).toEqual(
    expect.arrayContaining([expect.objectContaining({ kind: "dynamic", text: "mf" })]),
  );
  expect(xml).toContain(
    "<harmony><root><root-step>D</root-step></root><kind " +
      'text="7">dominant</kind><bass><bass-step>F</bass-step>' +
      "<bass-alter>1</bass-alter></bass></harmony>",
  );
});

it("reads chord symbols back as they are written, whatever their sign", () => {
  const written = ["Bb", "F♯m7", "E♭maj7", "Cdim", "Gsus4", "A7", "Dm7b5", "Ch", "B♭/D"];
  const events = written.map((chord, i) => ({
    ...{ chord, at: fraction(i), length: fraction(1) },
    pitches: [{ step: "C", alter: 0, octave: 4 } as const],
  }));
  const bars = [{ number: "1", metre: { beats: 9, beatType: 4 }, staves: [[events]] }];
  const { symbols } = readScore(buildXml({ title: "", composer: "", clefs: ["G"], bars })).score;
  expect(symbols!.map(({ name, bass }) => (bass ? [name, bass] : name))).toEqual([
    ...["Bb", "F#m7", "Ebmaj7", "Cdim", "Gsus4", "A7", "Dm7b5", "C?"],
    ["Bb", "D"],
  ]);
});

it("refuses a length no piece has", () => {
  const endless: BuiltEvent = {
    at: ZERO,
    length: fraction(1_000_000),
    pitches: [{ step: "C", alter: 0, octave: 4 }],
  };
  expect(() =>
    buildXml({
      title: "",
      composer: "",
      clefs: ["G"],
      bars: [{ number: "1", staves: [[[endless]]] }],
    }),
  ).toThrow(/longer than any piece/);
});
