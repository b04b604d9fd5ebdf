import type { Played } from "@yarrow-ridge/core/fingering";
import { proposeNotes } from "@yarrow-ridge/core/instruments/propose";
import { readScore } from "@yarrow-ridge/core/score";
import { ornamentWork } from "../../core/instruments/ornaments/work.ts";
import { byAStep } from "../../core/instruments/ornaments/slides.ts";
import { pairs, report } from "./measure.ts";
import { bassPage, melody } from "./score.ts";

type Tune = ReturnType<typeof melody>;
interface Limb {
  readonly name: string;
  readonly most: string;
  readonly propose: (notes: readonly Played[]) => unknown;
  readonly page: (count: number) => Tune;
}

/** A melody as a line of the pedals, which go from C2 to G4. */
function pedalLine(count: number): Tune {
  const { played, xml } = melody(count);
  const low = (midi: number): number => (midi > 67 ? low(midi - 12) : midi);
  return { played: played.map((note) => ({ ...note, midi: low(note.midi - 12) })), xml };
}

const LIMBS: readonly Limb[] = [
  {
    name: "feet of an organ",
    most: "<= 0.5",
    propose: (notes) => proposeNotes(notes, { instrument: "organ", hand: "feet" }),
    page: pedalLine,
  },
  {
    name: "basses and chords of an accordion",
    most: "<= 0.5",
    propose: (notes) => proposeNotes(notes, { instrument: "accordion", hand: "left" }),
    page: bassPage,
  },
];

/** Feet, bass buttons and ornaments against engraving the same notes. */
export function benchLimbs(engrave: (xml: string) => void): void {
  for (const { name, most, propose, page } of LIMBS) {
    const { played, xml } = page(1000);
    const found = pairs(
      9,
      () => propose(played),
      () => engrave(xml),
    );
    const { a: proposeMs, b: engraveMs, first: firstMs } = found;
    report(
      `${name}: ${played.length} notes against engraving them`,
      { proposeMs, firstMs, engraveMs },
      found.ratio,
      most,
    );
  }
  const { xml } = melody(1000);
  const { score } = readScore(xml);
  const task = { score, from: 0, to: score.bars.length - 1, tempo: 100, written: [] };
  const work = ornamentWork(score.notes[0]!.hand, byAStep);
  const layers = pairs(
    9,
    () => [1, 2, 3, 4].map((layer) => work.propose!({ ...task, options: { layer } })),
    () => engrave(xml),
  );
  report(
    "ornaments: four layers for 1000 notes of a tune against engraving them",
    { proposeMs: layers.a, engraveMs: layers.b },
    layers.ratio,
    "<= 0.05",
  );
}

/** Whether a note of a long piece costs what one of a short piece does. */
export function benchGrowth(): void {
  const guitar: Limb = {
    name: "strings of a guitar",
    most: "",
    propose: (notes) => proposeNotes(notes, { instrument: "guitar", hand: "hands" }),
    page: melody,
  };
  for (const { name, propose, page } of [...LIMBS, guitar]) {
    const [short, long] = [page(1000).played, page(20_000).played];
    const { a, b, ratio } = pairs(
      3,
      () => propose(long),
      () => propose(short),
    );
    report(
      `${name}: a note of ${long.length} against one of ${short.length}`,
      { longMs: a, shortMs: b },
      (ratio * short.length) / long.length,
      "<= 2",
    );
  }
}
