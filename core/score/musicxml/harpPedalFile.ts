import { timeIn, timeText } from "../order/played.ts";
import { eachDivisions, insertDirection, stripDirections } from "./directions.ts";
import type { Place } from "../model/model.ts";
import { children, childText, create, type Document, type Element } from "../xml/xmlTree.ts";

/**
 * Pedals that are set at a place: letters and how many semitones they alter; `time` where only one
 * of the times the bar is played.
 */
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

/** Which time words beside a diagram say, in one direction with it. */
const timeBeside = (direction: Element): number | undefined =>
  children(direction, "direction-type")
    .flatMap((type) => children(type, "words"))
    .map((words) => timeIn(words.textContent ?? ""))
    .find((time) => time !== undefined);

/** With the time that is said beside it. */
export const withTime = (direction: Element, pedals: HarpPedals): HarpPedals => {
  const time = timeBeside(direction);
  return time === undefined ? pedals : { ...pedals, time };
};

/** The letter of the time in a printed mark. */
const TIME = "t";

/** As a printed mark says it: `F1 B-1`, `t2 F1` the second time only. */
export const harpPedalsText = ({ time, ...pedals }: HarpPedals): string =>
  [
    ...(time === undefined ? [] : [`${TIME}${time}`]),
    ...[...ORDER].flatMap((letter) => (letter in pedals ? `${letter}${pedals[letter]}` : [])),
  ].join(" ");

/** The other way round. */
export const harpPedalsIn = (text: string): HarpPedals =>
  Object.fromEntries(
    text.split(" ").map((one) => [one[0] === TIME ? "time" : one[0]!, Number(one.slice(1))]),
  );

/** Takes the time away with the diagram it is of. */
function stripTime(direction: Element): void {
  const types = children(direction, "direction-type");
  if (!types.some((type) => children(type, "harp-pedals").length)) return;
  for (const type of types)
    if (children(type, "words").some((words) => timeIn(words.textContent ?? "")))
      direction.removeChild(type);
}

/** Puts diagrams in the place of all that are there. */
export function writeHarpPedals(
  document: Document,
  measures: readonly Element[],
  marks: readonly (Place & { readonly pedals: HarpPedals })[],
): void {
  for (const measure of measures)
    for (const direction of children(measure, "direction"))
      if (timeBeside(direction) !== undefined) stripTime(direction);
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
    if (pedals["time"] !== undefined) {
      const said = create(document, "direction-type");
      said.appendChild(create(document, "words", {}, timeText(pedals["time"])));
      direction.appendChild(said);
    }
    direction.appendChild(type);
    insertDirection(document, measure, divisions[bar]!, offset, direction);
  }
}
