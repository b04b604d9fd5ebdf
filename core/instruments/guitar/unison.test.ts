import { readScore } from "../../score/index.ts";
import { instrument } from "../index.ts";
import { check, propose } from "../propose.ts";

// One pitch twice at once. Common practice, no source: a chord that has it twice means two strings;
// two voices that meet in one note, with two stems, are one string.

const { aspects } = instrument("guitar");

interface Written {
  /** As `E4`; a `+` before it: in the chord of the note before. */
  readonly name: string;
  readonly voice?: number;
  readonly string?: number;
  readonly quarters?: number;
}

function read(notes: readonly Written[]) {
  let xml = "";
  let voiceNow = 1;
  for (const { name, voice = 1, string, quarters = 4 } of notes) {
    const [, chord, step, octave] = /^(\+?)([A-G])(\d)$/.exec(name)!;
    if (voice !== voiceNow) xml += "<backup><duration>4</duration></backup>";
    voiceNow = voice;
    const technical = string
      ? `<notations><technical><string>${string}</string></technical></notations>`
      : "";
    xml +=
      `<note>${chord ? "<chord/>" : ""}<pitch><step>${step}</step><octave>${octave}</octave>` +
      `</pitch><duration>${quarters}</duration><voice>${voice}</voice>${technical}</note>`;
  }
  const { score } = readScore(
    '<score-partwise version="4.0"><part-list><score-part id="P1"><part-name/></score-part>' +
      '</part-list><part id="P1"><measure number="1"><attributes><divisions>1</divisions><time>' +
      `<beats>4</beats><beat-type>4</beat-type></time></attributes>${xml}</measure></part>` +
      "</score-partwise>",
    { aspects },
  );
  return { ...score, notes: score.notes.map((note) => ({ ...note, hand: "hands" })) };
}

const proposed = (notes: readonly Written[]) =>
  propose(read(notes), { ...{ instrument: "guitar", hand: "hands" }, from: 0, to: 0 });
const places = ({ notes }: ReturnType<typeof proposed>) =>
  notes.map(({ also }) => `${also?.["string"]}.${also?.["fret"]}`).sort();

it("lies on two strings where a chord has it twice, each with a finger that plucks it", () => {
  const found = proposed([{ name: "E4" }, { name: "+E4" }]);
  expect(places(found)).toEqual(["1.0", "2.5"]);
  expect(new Set(found.notes.map(({ also }) => also!["pluck"])).size).toBe(2);
  expect(found.problems).toEqual([]);
  // the end of many a piece in E: the open string and the second string's fifth fret in a chord
  expect(places(proposed([{ name: "E3" }, { name: "+E4" }, { name: "+E4" }]))).toContain("2.5");
});

it("is one note where two voices meet in it, and nothing is doubted", () => {
  const two = [{ name: "E4" }, { name: "E4", voice: 2 }];
  const found = proposed(two);
  expect(places(found)).toEqual(["1.0", "1.0"]);
  const written = (aspect: "finger" | "string") =>
    new Map(
      found.notes.map((note) => [
        note.id,
        aspect === "finger" ? note.finger! : note.also!["string"]!,
      ]),
    );
  const doubts = check(read(two), written("finger"), {
    instrument: "guitar",
    beside: new Map([["string", written("string")]]),
  });
  expect(doubts).toEqual([]);
});

it("lies on two strings where two voices print them, and rings on while the other is struck", () => {
  const voices: Written[] = [
    { name: "E4", string: 2, quarters: 1 },
    { name: "E4", string: 2, quarters: 3 },
    { name: "E4", voice: 2, string: 1 },
  ];
  // both of the first voice beside the one that lasts
  const strings = new Map(read(voices).notes.map(({ id, printed }) => [id, printed!["string"]!]));
  const found = propose(read(voices), {
    ...{ instrument: "guitar", hand: "hands", from: 0, to: 0 },
    also: new Map([["string", strings]]),
  });
  expect(places(found)).toEqual(["1.0", "2.5", "2.5"]);
  expect(found.problems).toEqual([]);
});

it("is one note where the neck has it once, or a chord leaves it no second string", () => {
  expect(places(proposed([{ name: "E2" }, { name: "+E2" }]))).toEqual(["6.0", "6.0"]);
  const full = ["E2", "+B2", "+E3", "+G3", "+B3", "+E4", "+E4"].map((name) => ({ name }));
  const found = proposed(full);
  const [problem] = found.problems;
  expect(problem!.kind).toBe("too many");
  expect(problem!.ways.map((one) => one.replaceAll(/[\u001b-\u001f]/g, ""))).toContain(
    "Play E4 once.",
  );
});
