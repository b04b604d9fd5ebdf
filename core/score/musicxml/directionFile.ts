import { add, fraction, max, multiply, toNumber, ZERO, type Fraction } from "../model/fraction.ts";
import { fromNumber, parseDecimal } from "../model/fractionText.ts";
import type { PrintedMark } from "../model/model.ts";
import { SHAPE_MARK } from "../model/shape.ts";
import { harpPedalsText, readHarpPedals, withTime } from "./harpPedalFile.ts";
import { readPedal } from "./pedalFile.ts";
import { readReeds, reedsText } from "./reedsFile.ts";
import { SAID_MARK } from "./saidFile.ts";
import { child, children, childText, whole, type Element } from "../xml/xml.ts";

const HAIRPINS: Record<string, string> = { crescendo: "grow", diminuendo: "fade", stop: "end" };

/** Where a direction or a chord symbol stands, moved as it says. */
export function placeOf(element: Element, cursor: Fraction, divisions = fraction(1)): Fraction {
  // a third of a quarter may stand here as 0.333333
  const shift = fromNumber(toNumber(parseDecimal(childText(element, "offset") ?? "0") ?? ZERO));
  return max(ZERO, add(cursor, multiply(shift, { num: divisions.den, den: divisions.num })));
}

/** The staff it says it belongs to. */
export function staffOf(element: Element): number | undefined {
  const staff = whole(childText(element, "staff"), 0);
  return staff > 0 ? staff : undefined;
}

/** Reads one `<direction>`: the marks it has, and a tempo. */
export function readDirection(
  direction: Element,
  cursor: Fraction,
  divisions: Fraction | undefined,
): { marks: Omit<PrintedMark, "bar">[]; tempo?: number } {
  const offset = placeOf(direction, cursor, divisions);
  const marks: Omit<PrintedMark, "bar">[] = [];
  const pedal = readPedal(direction);
  // words that say for the reader what a field says exactly
  const id = direction.getAttribute("id") ?? "";
  const ours = id.startsWith(SHAPE_MARK) || id.startsWith(SAID_MARK);
  for (const type of children(direction, "direction-type")) {
    for (const item of children(type)) {
      if (item.tagName === "dynamics") {
        for (const dynamic of children(item))
          marks.push({ kind: "dynamic", offset, text: dynamic.tagName });
      } else if (item.tagName === "wedge") {
        const kind = HAIRPINS[item.getAttribute("type") ?? ""];
        if (kind) marks.push({ kind: "hairpin", offset, text: kind });
      } else if (item.tagName === "harp-pedals") {
        const pedals = readHarpPedals(item);
        const text = harpPedalsText(withTime(direction, pedals));
        if (Object.keys(pedals).length) marks.push({ kind: "harp-pedals", offset, text });
      } else if (item.tagName === "accordion-registration") {
        const reeds = readReeds(item);
        if (reeds) marks.push({ kind: "reeds", offset, text: reedsText(reeds) });
      } else if (item.tagName === "damp" || item.tagName === "damp-all") {
        marks.push({ kind: "damp", offset, text: item.tagName });
      } else if ((ours && item.tagName === "words") || pedal.words.has(item)) {
        // says for the reader what is read elsewhere
        continue;
      } else if (item.tagName === "words" || item.tagName === "rehearsal") {
        marks.push({
          kind: item.tagName,
          offset,
          text: (item.textContent ?? "").trim().slice(0, 200),
        });
      }
    }
  }
  for (const { kind, ...how } of pedal.marks)
    marks.push({ kind: "pedal", offset, text: kind, ...how });
  const tempo = tempoOf(child(direction, "sound"));
  return tempo === undefined ? { marks } : { marks, tempo };
}

export function tempoOf(sound: Element | undefined): number | undefined {
  const tempo = Number(sound?.getAttribute("tempo") || NaN);
  return tempo >= 10 && tempo <= 400 ? tempo : undefined;
}
