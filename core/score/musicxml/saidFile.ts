import type { Place } from "../model/model.ts";
import { create, children, type Document, type Element } from "../xml/xmlTree.ts";
import { eachDivisions, insertDirection } from "./directions.ts";

/**
 * Ids of directions that say for whoever reads the file elsewhere what MusicXML has no element for:
 * a position, a turn of the bellows. Exactly it is in fields, or follows from fingers.
 */
export const SAID_MARK = "yr-said-";

/** Words, or a bracket over some notes, that stand at a place for other readers. */
export interface SaidAt extends Place {
  readonly text?: string;
  readonly bracket?: {
    readonly to: Place;
    /** From 1, each for what may overlap: one hand's brackets have the same. */
    readonly number: number;
    readonly staff: number;
    readonly below: boolean;
    /** Broken lines are of what lies down: a barre. */
    readonly line: "solid" | "dashed";
  };
}

/** Puts words in the place of all those an earlier export put there. */
export function writeSaid(
  document: Document,
  measures: readonly Element[],
  all: readonly SaidAt[],
): void {
  for (const measure of measures)
    for (const direction of children(measure, "direction"))
      if (direction.getAttribute("id")?.startsWith(SAID_MARK)) measure.removeChild(direction);
  const divisions = eachDivisions(measures);
  let made = 0;
  const put = ({ bar, offset }: Place, placement: string, what: Element, staff?: number) => {
    const measure = measures[bar];
    if (!measure) return;
    const direction = create(document, "direction", { placement, id: `${SAID_MARK}${++made}` });
    const type = create(document, "direction-type");
    type.appendChild(what);
    direction.appendChild(type);
    if (staff !== undefined) direction.appendChild(create(document, "staff", {}, `${staff}`));
    insertDirection(document, measure, divisions[bar]!, offset, direction);
  };
  for (const { text, bracket, ...place } of all) {
    if (text) put(place, "above", create(document, "words", {}, text));
    if (!bracket) continue;
    const { to, number, staff, below, line } = bracket;
    const end = (type: "start" | "stop") =>
      create(document, "bracket", {
        ...{ type, number: `${number}`, "line-type": line },
        "line-end": below ? "up" : "down",
      });
    put(place, below ? "below" : "above", end("start"), staff);
    put(to, below ? "below" : "above", end("stop"), staff);
  }
}
