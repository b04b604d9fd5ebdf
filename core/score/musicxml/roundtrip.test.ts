import { exported } from "../../testing.ts";
import fc from "fast-check";
import {
  fraction,
  fromNumber,
  onsets,
  readScore,
  sectionsIn,
  startOf,
  toNumber,
  type PedalMark,
  type Score,
  type Section,
} from "../index.ts";

// Generated scores: two staves, two voices, chords, rests, ties, triplets, grace notes, pick-ups,
// changes of key and metre, repeats. Whatever is read must be read the same after an export, and
// what was annotated must come back.

interface GeneratedNote {
  kind: "note" | "rest" | "chord" | "grace";
  step: string;
  alter: number;
  octave: number;
  length: number;
  tie: boolean;
  staccato: boolean;
  finger: string | undefined;
}
const generatedNote: fc.Arbitrary<GeneratedNote> = fc.record({
  kind: fc.constantFrom("note", "note", "note", "rest", "chord", "grace"),
  step: fc.constantFrom("C", "D", "E", "F", "G", "A", "B"),
  alter: fc.constantFrom(0, 0, 0, 1, -1),
  octave: fc.integer({ min: 2, max: 6 }),
  length: fc.constantFrom(2, 3, 4, 6, 12, 24),
  tie: fc.boolean(),
  staccato: fc.boolean(),
  finger: fc.constantFrom(undefined, undefined, "1", "5"),
});
interface GeneratedBar {
  right: GeneratedNote[];
  inner: GeneratedNote[];
  left: GeneratedNote[];
  key: number | undefined;
  dynamic: string | undefined;
  pedal: boolean;
  repeat: "forward" | "backward" | undefined;
}
const generatedBar: fc.Arbitrary<GeneratedBar> = fc.record({
  right: fc.array(generatedNote, { minLength: 1, maxLength: 6 }),
  inner: fc.array(generatedNote, { maxLength: 3 }),
  left: fc.array(generatedNote, { minLength: 1, maxLength: 4 }),
  key: fc.option(fc.integer({ min: -7, max: 7 }), { nil: undefined }),
  dynamic: fc.constantFrom(undefined, undefined, "p", "ff"),
  pedal: fc.boolean(),
  repeat: fc.constantFrom(undefined, undefined, undefined, "forward", "backward"),
});

function noteXml(note: GeneratedNote, staff: number, voice: number): string {
  const pitch =
    `<pitch><step>${note.step}</step>${note.alter ? `<alter>${note.alter}</alter>` : ""}<octave>` +
    `${note.octave}</octave></pitch>`;
  const place = `<voice>${voice}</voice><staff>${staff}</staff>`;
  const notations =
    note.staccato || note.finger
      ? "<notations>" +
        (note.staccato ? "<articulations><staccato/></articulations>" : "") +
        (note.finger ? `<technical><fingering>${note.finger}</fingering></technical>` : "") +
        "</notations>"
      : "";
  const duration = `<duration>${note.length}</duration>`;
  if (note.kind === "rest") return `<note><rest/>${duration}${place}</note>`;
  if (note.kind === "grace") return `<note><grace/>${pitch}${place}</note>`;
  const tie = note.tie ? '<tie type="start"/>' : "";
  const first = `<note>${pitch}${duration}${tie}${place}${notations}</note>`;
  const third =
    "<note><chord/>" +
    pitch.replace(/<octave>\d/, `<octave>${(note.octave % 6) + 1}`) +
    `${duration}${place}</note>`;
  return note.kind === "chord" ? first + third : first;
}

const sum = (notes: readonly GeneratedNote[]) =>
  notes.filter((note) => note.kind !== "grace").reduce((total, note) => total + note.length, 0);

function scoreXml(bars: readonly GeneratedBar[]): string {
  const measures = bars.map((bar, index) => {
    const head =
      index === 0
        ? "<attributes><divisions>12</divisions><key><fifths>0</fifths></key><time>" +
          "<beats>4</beats><beat-type>4</beat-type></time><staves>2</staves>" +
          "</attributes>"
        : bar.key === undefined
          ? ""
          : `<attributes><key><fifths>${bar.key}</fifths></key></attributes>`;
    const dynamic = bar.dynamic
      ? `<direction><direction-type><dynamics><${bar.dynamic}/></dynamics></direction-type><staff>1</staff></direction>`
      : "";
    const pedal = bar.pedal
      ? `<direction><direction-type><pedal type="${index % 2 ? "stop" : "start"}"/>` +
        "</direction-type><staff>2</staff></direction>"
      : "";
    const line = (notes: readonly GeneratedNote[], staff: number, voice: number) =>
      notes.map((note) => noteXml(note, staff, voice)).join("");
    const back = (notes: readonly GeneratedNote[]) =>
      sum(notes) ? `<backup><duration>${sum(notes)}</duration></backup>` : "";
    const repeat = bar.repeat
      ? `<barline location="${bar.repeat === "forward" ? "left" : "right"}"><repeat ` +
        `direction="${bar.repeat}"/></barline>`
      : "";
    return (
      `<measure number="${index + 1}">${bar.repeat === "forward" ? repeat : ""}` +
      `${head}${dynamic}${line(bar.right, 1, 1)}${back(bar.right)}` +
      `${line(bar.inner, 1, 2)}${back(bar.inner)}${pedal}${line(bar.left, 2, 3)}` +
      `${bar.repeat === "backward" ? repeat : ""}</measure>`
    );
  });
  const safe =
    "<note><pitch><step>C</step><octave>4</octave></pitch><duration>12</duration><staff>1</staff></note>";
  return (
    `<score-partwise version="4.0"><part-list><score-part ` +
    `id="P1"><part-name>Piano</part-name></score-part></part-list><part ` +
    `id="P1">${measures.join("")}<measure number="end">${safe}</measure>` +
    "</part></score-partwise>"
  );
}

const scores = fc
  .array(generatedBar, { minLength: 1, maxLength: 6 })
  .map((bars) => readScore(scoreXml(bars)));
const withoutWarnings = ({ warnings: _, ...score }: Score) => score;

const fingersWanted = fc.array(fc.constantFrom("1", "2", "3", "4", "5", ""), {
  minLength: 1,
  maxLength: 12,
});
const pedalWanted = fc.array(
  fc.tuple(fc.nat(6), fc.constantFrom(0, 0.25, 1 / 3, 0.5, 2 / 3, 1, 1.5)),
  { maxLength: 8 },
);
const words = fc
  .string({ unit: "grapheme", maxLength: 40 })
  .map((one) => `${one}\u0085\u2028\u0007`);

/** Pedal marks in the order of their places, no two at one. */
function pedalAt(score: Score, wanted: readonly (readonly [number, number])[]): PedalMark[] {
  const places = new Map(
    wanted.map(([bar, share]) => {
      const at = score.bars[bar % score.bars.length]!;
      const offset = fromNumber(Math.min(toNumber(at.length), share));
      return [`${at.index} ${offset.num}/${offset.den}`, { bar: at.index, offset }] as const;
    }),
  );
  return [...places.values()]
    .sort((a, b) => a.bar - b.bar || toNumber(a.offset) - toNumber(b.offset))
    .map((place, i) => ({
      ...place,
      kind: (["down", "change", "up"] as const)[i % 3]!,
      ...(i % 3 < 2 && i % 4 > 1 ? { depth: ([0.5, 0.25] as const)[i % 2]! } : {}),
    }));
}

// an export takes its time: each generated score is looked at from all sides
describe("generated scores", () => {
  it("have bars without gaps, every note at one onset, and are read the same after an export (150 scores)", () => {
    fc.assert(
      fc.property(scores, ({ score, xml }) => {
        bars(score);
        for (const hand of ["right", "left"]) eachAtOneOnset(score, hand);
        const again = readScore(exported(xml, { fingerings: [], sections: [] }));
        expect(withoutWarnings(again.score)).toEqual(withoutWarnings(score));
      }),
      { numRuns: 150 },
    );
  });

  it("bring fingers, pedal and sections back exactly, whatever their words, and nothing else moves (150 scores)", () => {
    fc.assert(
      fc.property(
        scores,
        fingersWanted,
        pedalWanted,
        fc.tuple(words, words, fc.nat(3)),
        ({ score, xml }, fingers, wanted, [name, about, from]) => {
          const fingerings = score.notes
            .slice(0, fingers.length)
            .map((note, i) => ({ id: note.id, finger: fingers[i]! }));
          const pedal = pedalAt(score, wanted);
          const section: Section = {
            id: "x",
            name: `N${name}`,
            words: about,
            from: startOf(Math.min(from, score.bars.length - 1)),
            to: startOf(score.bars.length),
          };
          const out = exported(xml, { fingerings, pedal, sections: [section] });
          const again = readScore(out).score;
          const printed = (notes: Score["notes"]) =>
            new Map(notes.map((note) => [note.id, note.printed?.finger]));
          const expected = printed(score.notes);
          for (const { id, finger } of fingerings) expected.set(id, finger || undefined);
          expect(printed(again.notes)).toEqual(expected);
          expect(pedalIn(again)).toEqual(pedal);
          const { id: _, ...written } = section;
          expect(sectionsIn(out, score.bars.length)).toEqual([written]);
          // what the reader is told of the depth is no word of the piece
          for (const kind of ["words", "dynamic"] as const)
            expect(marksOf(again, kind)).toEqual(marksOf(score, kind));
          expect(again.notes.map(withoutFinger)).toEqual(score.notes.map(withoutFinger));
          const cleared = exported(out, { fingerings: [], pedal: [], sections: [] });
          expect(cleared).not.toContain("damper-pedal");
        },
      ),
      { numRuns: 150 },
    );
  });
});

function bars(score: Score): void {
  let start = fraction(0);
  for (const bar of score.bars) {
    expect(bar.start).toEqual(start);
    start = fromNumber(toNumber(start) + toNumber(bar.length));
  }
}

function eachAtOneOnset(score: Score, hand: string): void {
  const groups = onsets(score.notes, hand);
  expect(groups.flatMap((group) => group.notes.map((note) => note.id)).sort()).toEqual(
    score.notes
      .filter((note) => note.hand === hand && !note.held)
      .map((note) => note.id)
      .sort(),
  );
  const at = groups.map((group) => toNumber(score.bars[group.bar]!.start) + toNumber(group.offset));
  at.slice(1).forEach((time, i) => expect(time).toBeGreaterThan(at[i]! - 1e-9));
}

const marksOf = (score: Score, kind: "words" | "dynamic" | "pedal") =>
  score.marks.filter((mark) => mark.kind === kind);
const pedalIn = (score: Score) =>
  marksOf(score, "pedal").map(({ bar, offset, text, depth }) => ({
    bar,
    offset,
    kind: text,
    ...(depth ? { depth } : {}),
  }));
const withoutFinger = ({ printed, ...note }: Score["notes"][number]) => {
  const { finger: _, ...rest } = printed ?? {};
  return { ...note, ...rest };
};
