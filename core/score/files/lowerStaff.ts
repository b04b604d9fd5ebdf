import { finenessOf, voiceXml, type BuiltEvent } from "./build.ts";
import {
  add,
  compare,
  fraction,
  max,
  multiply,
  subtract,
  toNumber,
  ZERO,
  type Fraction,
} from "../model/fraction.ts";
import { toText } from "../model/fractionText.ts";
import { eachDivisions, slotsIn } from "../musicxml/directions.ts";
import { giveIds } from "../musicxml/ids.ts";
import { partsOf } from "../musicxml/parts.ts";
import {
  child,
  children,
  childText,
  create,
  parseXml,
  serialize,
  type Document,
  type Element,
} from "../xml/xml.ts";

/** Ids of notes of a staff that was written to a tune begin with it. */
export const ADDED_MARK = "yr-lower-";

/** Whether a note stands on a staff that was written to a tune. */
export const isAdded = ({ id }: { readonly id: string }): boolean => id.startsWith(ADDED_MARK);

/** What is struck in a bar of the staff below, in order; what is between is silent. */
export interface LowerBar {
  readonly length: Fraction;
  readonly events: readonly BuiltEvent[];
}

const STAFF = 2;
/** No tune has as many voices. */
const VOICE = 5;

/**
 * A score with a bass staff below a part of one staff, written in some bars. Bars that somebody
 * else has written on it stay as they are; what was written by this earlier is written anew.
 *
 * @param part index of the part
 * @param bars by index
 */
export function withLowerStaff(
  xml: string,
  part: number,
  bars: ReadonlyMap<number, LowerBar>,
): string {
  const { document, root } = parseXml(xml);
  const parts = partsOf(root);
  const own = parts[part]!;
  const measures = children(own, "measure");
  twoStaves(document, measures[0]!);
  const ticks = countedIn(own, [...bars.values()]);
  measures.forEach((measure, index) => {
    const bar = bars.get(index) ?? emptyBar(measure, ticks[index]!);
    if (!bar || isWritten(measure)) return;
    strip(measure);
    const { xml: inside } = voiceXml(withRests(bar), VOICE, STAFF, (time) =>
      Math.round(toNumber(multiply(time, ticks[index]!))),
    );
    append(document, measure, ticks[index]!, inside, `${ADDED_MARK}${index}`);
  });
  giveIds(parts);
  return serialize(document);
}

/** A first bar that says that its part has two staves, the lower in the bass. */
function twoStaves(document: Document, measure: Element): void {
  const found = children(measure, "attributes")[0];
  const attributes = found ?? create(document, "attributes");
  if (!found) measure.insertBefore(attributes, measure.firstChild);
  const staves = child(attributes, "staves");
  if (staves) staves.textContent = String(STAFF);
  else
    attributes.insertBefore(
      create(document, "staves", {}, String(STAFF)),
      children(attributes).find(({ tagName }) => !BEFORE_STAVES.has(tagName)) ?? null,
    );
  const clefs = children(attributes, "clef");
  if (clefs.some((clef) => clef.getAttribute("number") === String(STAFF))) return;
  const lower = create(document, "clef", { number: String(STAFF) });
  lower.appendChild(create(document, "sign", {}, "F"));
  lower.appendChild(create(document, "line", {}, "4"));
  const after = children(attributes).find(({ tagName }) => AFTER_CLEF.has(tagName));
  attributes.insertBefore(lower, after ?? null);
}
/** MusicXML's order in `<attributes>`. */
const BEFORE_STAVES = new Set(["footnote", "level", "divisions", "key", "time"]);
const AFTER_CLEF = new Set([
  ...["staff-details", "transpose", "for-part", "directive", "measure-style"],
]);

/** Divisions of a quarter by bar, made fine enough for all that is to be written. */
function countedIn(part: Element, bars: readonly LowerBar[]): Fraction[] {
  const measures = children(part, "measure");
  const times = bars.flatMap(({ length, events }) => [
    length,
    ...events.flatMap((event) => [event.at, event.length]),
  ]);
  const divisions = eachDivisions(measures);
  const counts = [...new Map(divisions.map((count) => [toText(count), count])).values()];
  const factor = finenessOf(counts.flatMap((count) => times.map((time) => multiply(time, count))));
  if (factor === 1) return divisions;
  for (const tag of ["divisions", "duration", "offset"])
    for (const element of Array.from(part.getElementsByTagName(tag)))
      element.textContent = String(Number(element.textContent) * factor);
  return divisions.map((count) => multiply(count, fraction(factor)));
}

/** A bar nobody has written anything into rests. */
function emptyBar(measure: Element, divisions: Fraction): LowerBar | undefined {
  const longest = slotsIn(measure, divisions).slots.reduce(
    (most, { time }) => max(most, time),
    ZERO,
  );
  return onStaff(measure).length > 0 || longest.num === 0
    ? undefined
    : { length: longest, events: [] };
}

const onStaff = (measure: Element): Element[] =>
  children(measure, "note").filter((note) => childText(note, "staff") === String(STAFF));
const idOf = (element: Element): string => element.getAttribute("id") ?? "";

/** Whether somebody else has written notes into the staff. */
const isWritten = (measure: Element): boolean =>
  onStaff(measure).some((note) => !isAdded({ id: idOf(note) }) && !child(note, "rest"));

/** Takes out what stands on the staff: the last voice of the bar, and rests. */
function strip(measure: Element): void {
  const own = new Set(onStaff(measure));
  for (const note of own) {
    let before = note.previousSibling;
    while (before && (before as Element).tagName === "direction") {
      const gone = before as Element;
      before = before.previousSibling;
      if (childText(gone, "staff") === String(STAFF)) measure.removeChild(gone);
    }
    if (before && (before as Element).tagName === "backup") measure.removeChild(before);
    measure.removeChild(note);
  }
}

/** Events with rests between them, so that the staff is full. */
function withRests({ length, events }: LowerBar): BuiltEvent[] {
  if (events.length === 0) return [{ at: ZERO, length, pitches: [], wholeBar: true }];
  const found: BuiltEvent[] = [];
  let at = ZERO;
  const restTo = (to: Fraction) => {
    if (compare(to, at) > 0) found.push({ at, length: subtract(to, at), pitches: [] });
  };
  for (const event of events) {
    restTo(event.at);
    found.push(event);
    at = add(event.at, event.length);
  }
  restTo(length);
  return found;
}

/** Puts a voice at the end of a bar, before its right bar line. */
function append(
  document: Document,
  measure: Element,
  divisions: Fraction,
  inside: string,
  mark: string,
): void {
  const { time: end, before } = slotsIn(measure, divisions).slots.at(-1)!;
  const put = (element: Element) => measure.insertBefore(element, before);
  const back = create(document, "backup");
  back.appendChild(
    create(document, "duration", {}, String(Math.round(toNumber(multiply(end, divisions))))),
  );
  if (compare(end, ZERO) > 0) put(back);
  let made = 0;
  for (const element of children(parseXml(`<measure>${inside}</measure>`).root)) {
    const copy = document.importNode(element, true);
    if (copy.tagName === "note") copy.setAttribute("id", `${mark}.${made++}`);
    put(copy);
  }
}
