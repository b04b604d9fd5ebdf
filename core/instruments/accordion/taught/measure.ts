import { proposeNotes, type Played } from "../../../fingering/index.ts";
import { fraction } from "../../../score/index.ts";
import { bassHand, type BassSetup } from "../bass/bassHand.ts";
import { TAUGHT_BASSES, WRITTEN_LAST, type TaughtBass } from "./basses.ts";

export const NAMES = ["C", "Db", "D", "Eb", "E", "F", "Gb", "G", "Ab", "A", "Bb", "B"];
const midiOf = (name: string): number => {
  const [, step, octave] = /^([A-G]b?)(\d)$/.exec(name)!;
  return 12 * (Number(octave) + 1) + NAMES.indexOf(step!);
};
export const played = (moments: readonly (readonly number[])[]): Played[] =>
  moments.flatMap((keys, i) =>
    keys.map((midi, n) => ({
      ...{ id: `${i}.${n}`, bar: 0, midi, grace: false, staccato: false },
      ...{ at: fraction(i, 2), length: fraction(1, 2) },
    })),
  );
export const read = (text: string) => text.split(" ").map((one) => one.split("+").map(midiOf));

/** Fingers, with `_` after a counterbass: the first choice and so many other ways. */
export function waysFor(
  moments: readonly (readonly number[])[],
  setup: BassSetup = {},
  alternatives = 0,
): string[] {
  const options = { hand: "left", tempo: 90, alternatives };
  const proposed = proposeNotes(played(moments), bassHand(setup), options);
  return [proposed, ...proposed.alternatives].map(({ notes }) => {
    const by = new Map(notes.map((note) => [note.id, note]));
    return moments
      .map((keys, i) => {
        const all = keys.map((_, n) => by.get(`${i}.${n}`)!);
        const of = (one: (typeof all)[number]) =>
          `${one.finger ?? "-"}${one.also?.["row"] === "cb" ? "_" : ""}`;
        return [...new Set(all.map(of))].join("+");
      })
      .join(" ");
  });
}

export const fingered = (moments: readonly (readonly number[])[], setup: BassSetup = {}): string =>
  waysFor(moments, setup)[0]!;

/** How far what is proposed is what is taught, within three other ways too. */
export const bassFigures = () => {
  const isTaught = (fingers: string, ways: readonly string[]) =>
    ways.some((way) => fingers.split(" | ").includes(way));
  const right = (list: readonly TaughtBass[], others: number) =>
    list.filter(({ moments, fingers, setup }) => isTaught(fingers, waysFor(moments, setup, others)))
      .length;
  // what was missed of the first is in the test
  return (
    [
      ["written before any was tried", TAUGHT_BASSES, 45],
      ["in other keys and cadences, written last", WRITTEN_LAST, 43],
    ] as const
  ).map(([when, list, rightWhenFirstTried]) => ({
    what: `accordion, Stradella: basses and chords, 3-2 and 4-3, ${when}`,
    source: "common practice, from memory",
    ...{ items: list.length, rightWhenFirstTried },
    ...{ right: right(list, 0), among: right(list, 3) },
  }));
};
