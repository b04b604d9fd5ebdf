import {
  add,
  compare,
  equals,
  multiply,
  subtract,
  toNumber,
  ZERO,
  type Fraction,
} from "../model/fraction.ts";
import { parseDecimal } from "../model/fractionText.ts";
import {
  child,
  childText,
  children,
  create,
  isElement,
  type Document,
  type Element,
} from "../xml/xmlTree.ts";

/** Takes what some elements say out of all directions, and those that say nothing else then. */
export function stripDirections(measures: readonly Element[], ...tags: string[]): void {
  for (const measure of measures)
    for (const direction of children(measure, "direction")) {
      const types = children(direction, "direction-type");
      const gone = types.filter((type) => tags.some((tag) => child(type, tag)));
      if (gone.length > 0 && gone.length === types.length) measure.removeChild(direction);
      else for (const type of gone) direction.removeChild(type);
    }
}

interface Slot {
  before: Element | null;
  time: Fraction;
}

/**
 * Where something may be put into a measure: before an element, and what time it is there; last at
 * its end.
 */
export function slotsIn(
  measure: Element,
  divisions: Fraction,
): { slots: Slot[]; divisions: Fraction } {
  const found: Slot[] = [];
  let cursor = ZERO;
  let current = divisions;
  const length = (element: Element) =>
    multiply(parseDecimal(childText(element, "duration") ?? "0") ?? ZERO, {
      num: current.den,
      den: current.num,
    });
  for (let node = measure.firstChild; node; node = node.nextSibling) {
    if (!isElement(node)) continue;
    if (node.tagName === "attributes")
      current = parseDecimal(childText(node, "divisions") ?? "") ?? current;
    const chord = child(node, "chord") !== undefined;
    if (
      (node.tagName === "note" && !chord) ||
      node.tagName === "backup" ||
      node.tagName === "forward"
    ) {
      found.push({ before: node, time: cursor });
    }
    if ((node.tagName === "note" && !chord && !child(node, "grace")) || node.tagName === "forward")
      cursor = add(cursor, length(node));
    if (node.tagName === "backup") cursor = subtract(cursor, length(node));
  }
  const right = children(measure, "barline").find(
    (barline) => barline.getAttribute("location") === "right",
  );
  found.push({ before: right ?? null, time: cursor });
  return { slots: found, divisions: current };
}

/**
 * Inserts a `<direction>` at an offset: at the last boundary that is not after it, with `<offset>`
 * for the rest.
 */
export function insertDirection(
  document: Document,
  measure: Element,
  divisions: Fraction,
  offset: Fraction,
  direction: Element,
): void {
  const { slots: places } = slotsIn(measure, divisions);
  const staff = child(direction, "staff");
  const exact = places.filter((slot) => equals(slot.time, offset));
  const near =
    places
      .filter((slot) => compare(slot.time, offset) < 0)
      .sort((a, b) => compare(b.time, a.time))[0] ?? places[0]!;
  const slot = (staff ? exact.at(-1) : exact[0]) ?? near;
  const rest = subtract(offset, slot.time);
  if (rest.num !== 0) {
    const value = multiply(rest, divisions);
    direction.insertBefore(create(document, "offset", {}, decimal(toNumber(value))), staff ?? null);
  }
  measure.insertBefore(direction, slot.before);
}

const decimal = (value: number): string => value.toFixed(6).replace(/\.?0+$/, "");

/** Divisions of a quarter with which each measure begins. */
export function eachDivisions(measures: readonly Element[]): Fraction[] {
  let current: Fraction = { num: 1, den: 1 };
  return measures.map((measure) => {
    const before = current;
    const first = children(measure, "attributes")
      .map((item) => childText(item, "divisions"))
      .find(Boolean);
    current = slotsIn(measure, current).divisions;
    return parseDecimal(first ?? "") ?? before;
  });
}
