import { proposeNotes, type Played } from "../../../fingering/index.ts";
import { fraction, midiOf, type Pitch } from "../../../score/index.ts";
import { harpHand } from "../fingers/harpHand.ts";
import { PEDAL_HARP } from "../strings.ts";
import { WRITTEN_AFTER } from "./after.ts";
import { FIGURES } from "./figures.ts";
import { WRITTEN_LAST } from "./last.ts";

const pitch = (name: string): Pitch => ({
  step: name[0] as Pitch["step"],
  alter: name.includes("#") ? 1 : name.includes("b") ? -1 : 0,
  octave: Number(name.at(-1)),
});

/** Notes in the writing of the figures; so many quarters each. */
export const notesOf = (text: string, length = 0.25): Played[] =>
  text.split(" ").flatMap((moment, i) =>
    moment.split("+").map((name, n) => ({
      ...{ id: `${i}.${n}`, bar: 0, midi: midiOf(pitch(name)), pitch: pitch(name) },
      ...{ at: fraction(i * length * 16, 16), length: fraction(length * 16, 16) },
      ...{ grace: false, staccato: false },
    })),
  );

/** Fingers as the figures have them: the first choice and so many other ways. */
export function waysFor(text: string, alternatives = 0): string[] {
  const options = { hand: "right", tempo: 60, alternatives };
  const found = proposeNotes(notesOf(text), harpHand(PEDAL_HARP), options);
  return [found, ...found.alternatives].map(({ notes }) => {
    const of = new Map(notes.map(({ id, finger }) => [id, finger]));
    const inMoment = (moment: string, i: number) =>
      moment
        .split("+")
        .map((_, n) => of.get(`${i}.${n}`))
        .join("");
    return text.split(" ").map(inMoment).join(" ");
  });
}

export const fingered = (text: string): string => waysFor(text)[0]!;

/** How far what is proposed is what is taught, within three other ways too. */
export const harpFigures = () =>
  (
    [
      ["while prices were found", FIGURES],
      ["after they were frozen", WRITTEN_AFTER],
      ["last of all", WRITTEN_LAST],
    ] as const
  ).map(([when, list]) => {
    const isTaught = (fingers: string, ways: readonly string[]) =>
      ways.some((way) => fingers.split(" | ").includes(way));
    return {
      what: `harp, fingers: figures that are taught, written ${when}`,
      source: "common practice, from memory",
      items: list.length,
      right: list.filter(([notes, fingers]) => isTaught(fingers, waysFor(notes))).length,
      among: list.filter(([notes, fingers]) => isTaught(fingers, waysFor(notes, 3))).length,
    };
  });
