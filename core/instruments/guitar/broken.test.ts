import { proposeNotes, type Played } from "../../fingering/index.ts";
import { fraction } from "../../score/index.ts";
import { leftHand } from "./leftHand.ts";
import { pitchNamed } from "./taught/measure.ts";

// A tune over broken chords. The anonymous study in E minor that every guitarist plays, from
// memory: the tune goes along the first string, the second and third stay open under it.

const E = ["E2", "B3", "G3"] as const;
const B7 = ["B2", "B3", "A3"] as const;
const STUDY: readonly (readonly [tune: string, under: readonly string[], frets: string])[] = [
  ["B4 B4 B4", E, "7 7 7"],
  ["B4 A4 G4", E, "7 5 3"],
  ["G4 F#4 E4", E, "3 2 0"],
  ["E4 G4 B4", E, "0 3 7"],
  ["E5 E5 E5", E, "12 12 12"],
  ["E5 D5 C5", E, "12 10 8"],
  ["F#4 F#4 F#4", B7, "2 2 2"],
  ["F#4 G4 F#4", B7, "2 3 2"],
  ["E4 E4 E4", E, "0 0 0"],
];

const note = (
  name: string,
  bar: number,
  at: [number, number],
  length: [number, number],
): Played => ({
  ...{ id: `${bar}.${at.join("/")}.${name}`, bar, midi: pitchNamed(name) },
  ...{ at: fraction(...at), length: fraction(...length), grace: false, staccato: false },
});

/** A bass, and triplets over it whose first note is the tune. */
const played = STUDY.flatMap(([tune, [bass, ...inner]], bar) => [
  note(bass!, bar, [9 * bar, 3], [3, 1]),
  ...tune
    .split(" ")
    .flatMap((one, beat) =>
      [one, ...inner].map((name, i) => note(name, bar, [9 * bar + 3 * beat + i, 3], [1, 3])),
    ),
]);

it("keeps to the first string, over strings that stay open", () => {
  const { notes } = proposeNotes(played, leftHand(), { hand: "hands", tempo: 90 });
  const places = new Map(
    notes.map(({ id, also }) => [id, `${also?.["string"]}.${also?.["fret"]}`]),
  );
  STUDY.forEach(([tune, [, second, third], frets], bar) => {
    tune.split(" ").forEach((name, beat) => {
      const at = (i: number, one: string) =>
        places.get(`${bar}.${9 * bar + 3 * beat + i}/3.${one}`);
      expect([bar, beat, at(0, name)]).toEqual([bar, beat, `1.${frets.split(" ")[beat]}`]);
      expect(at(1, second!)).toBe("2.0");
      expect(at(2, third!)).toBe(third === "A3" ? "3.2" : "3.0");
    });
  });
});
