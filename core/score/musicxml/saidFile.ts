import type { Place } from "../model/model.ts";
import { create, children, type Document, type Element } from "../xml/xmlTree.ts";
import { eachDivisions, insertDirection } from "./directions.ts";

/**
 * Ids of directions that say for whoever reads the file elsewhere what MusicXML has no element for:
 * a position, a turn of the bellows. Exactly it is in fields, or follows from fingers.
 */
export const SAID_MARK = "yr-said-";

/** Words that stand at a place for other readers. */
export interface SaidAt extends Place {
  readonly text: string;
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
  all.forEach(({ bar, offset, text }, i) => {
    const measure = measures[bar];
    if (!measure) return;
    const direction = create(document, "direction", {
      placement: "above",
      id: `${SAID_MARK}${i + 1}`,
    });
    const type = create(document, "direction-type");
    type.appendChild(create(document, "words", {}, text));
    direction.appendChild(type);
    insertDirection(document, measure, divisions[bar]!, offset, direction);
  });
}
