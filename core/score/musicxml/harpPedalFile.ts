import { eachDivisions, insertDirection, stripDirections } from "./directions.ts";
import type { Place } from "../model/model.ts";
import { children, childText, create, type Document, type Element } from "../xml/xmlTree.ts";

/** Pedals that are set at a place: letters and how many semitones they alter. */
export type HarpPedals = Readonly<Record<string, number>>;

/** The order of the pedals in a diagram, as the MusicXML documentation asks for it. */
const ORDER = "DCBEFGA";

/** What a pedal diagram of a file sets; of a letter that is there twice the last one counts. */
export function readHarpPedals(item: Element): HarpPedals {
  return Object.fromEntries(
    children(item, "pedal-tuning").flatMap((tuning): [string, number][] => {
      const letter = childText(tuning, "pedal-step") ?? "";
      const alter = Number(childText(tuning, "pedal-alter") ?? NaN);
      return /^[A-G]$/.test(letter) && [-1, 0, 1].includes(alter) ? [[letter, alter]] : [];
    }),
  );
}

/** Bars, by index, with a pedal diagram that has one letter twice. */
export const barsWithLetterTwice = (measures: readonly Element[]): number[] =>
  measures.flatMap((measure, bar) => {
    const diagrams = children(measure, "direction")
      .flatMap((direction) => children(direction, "direction-type"))
      .flatMap((type) => children(type, "harp-pedals"));
    const isTwice = diagrams.some((diagram) => {
      const letters = children(diagram, "pedal-tuning").map((one) => childText(one, "pedal-step"));
      return new Set(letters).size < letters.length;
    });
    return isTwice ? [bar] : [];
  });

/** As a printed mark says it: `F1 B-1`. */
export const harpPedalsText = (pedals: HarpPedals): string =>
  [...ORDER].flatMap((letter) => (letter in pedals ? `${letter}${pedals[letter]}` : [])).join(" ");

/** The other way round. */
export const harpPedalsIn = (text: string): HarpPedals =>
  Object.fromEntries(text.split(" ").map((one) => [one[0]!, Number(one.slice(1))]));

/** Puts diagrams in the place of all that are there. */
export function writeHarpPedals(
  document: Document,
  measures: readonly Element[],
  marks: readonly (Place & { readonly pedals: HarpPedals })[],
): void {
  stripDirections(measures, "harp-pedals");
  const divisions = eachDivisions(measures);
  for (const { bar, offset, pedals } of marks) {
    const measure = measures[bar];
    if (!measure) continue;
    const direction = create(document, "direction", { placement: "below" });
    const type = create(document, "direction-type");
    const diagram = create(document, "harp-pedals");
    for (const letter of [...ORDER].filter((one) => one in pedals)) {
      const tuning = create(document, "pedal-tuning");
      tuning.appendChild(create(document, "pedal-step", {}, letter));
      tuning.appendChild(create(document, "pedal-alter", {}, String(pedals[letter])));
      diagram.appendChild(tuning);
    }
    type.appendChild(diagram);
    direction.appendChild(type);
    insertDirection(document, measure, divisions[bar]!, offset, direction);
  }
}
