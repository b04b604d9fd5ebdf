import { eachDivisions, insertDirection, stripDirections } from "./directions.ts";
import type { Place } from "../model/model.ts";
import { child, childText, create, type Document, type Element } from "../xml/xmlTree.ts";

/** Reeds that sound: 4 foot, how many of 8 foot, 16 foot; as MusicXML's registration has them. */
export interface Reeds {
  readonly high?: true;
  readonly middle?: number;
  readonly low?: true;
}

/** What a registration sign of a file draws; nothing where it has no dot. */
export function readReeds(item: Element): Reeds | undefined {
  const middle = Number(childText(item, "accordion-middle") ?? 0);
  const found: Reeds = {
    ...(child(item, "accordion-high") ? { high: true } : {}),
    ...(middle >= 1 && middle <= 3 ? { middle: Math.round(middle) } : {}),
    ...(child(item, "accordion-low") ? { low: true } : {}),
  };
  return Object.keys(found).length ? found : undefined;
}

/** As a printed mark says it: `high 2 low`. */
export const reedsText = ({ high, middle, low }: Reeds): string =>
  [high ? "high" : "", middle ?? "", low ? "low" : ""].filter((one) => one !== "").join(" ");

/** The other way round. */
export function reedsIn(text: string): Reeds {
  const parts = text.split(" ");
  const middle = parts.map(Number).find((one) => one > 0);
  return {
    ...(parts.includes("high") ? { high: true } : {}),
    ...(middle === undefined ? {} : { middle }),
    ...(parts.includes("low") ? { low: true } : {}),
  };
}

const SIGN = "accordion-registration";

/** Puts registration signs in the place of all that are there. */
export function writeReeds(
  document: Document,
  measures: readonly Element[],
  marks: readonly (Place & { readonly reeds: Reeds })[],
): void {
  stripDirections(measures, SIGN);
  const divisions = eachDivisions(measures);
  for (const { bar, offset, reeds } of marks) {
    const measure = measures[bar];
    if (!measure) continue;
    const direction = create(document, "direction", { placement: "above" });
    const type = create(document, "direction-type");
    const sign = create(document, SIGN);
    if (reeds.high) sign.appendChild(create(document, "accordion-high"));
    if (reeds.middle)
      sign.appendChild(create(document, "accordion-middle", {}, String(reeds.middle)));
    if (reeds.low) sign.appendChild(create(document, "accordion-low"));
    type.appendChild(sign);
    direction.appendChild(type);
    insertDirection(document, measure, divisions[bar]!, offset, direction);
  }
}
