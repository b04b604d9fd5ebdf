import { FINGERING, stripAspect, type Aspect } from "../marks/aspects.ts";
import { addBeams } from "./beams.ts";
import { ScoreError } from "../model/model.ts";
import { partsOf } from "./parts.ts";
import { stripAdorned } from "./adornFile.ts";
import { SAID_MARK } from "./saidFile.ts";
import { child, children, childText, parseXml, serialize, type Element } from "../xml/xml.ts";

/**
 * The stored score made ready for engraving: without what is said of notes and without pedal marks,
 * which the screen draws itself so that an edit shows at once, without the parts of others, without
 * the title block and the name of a single part, with signs for several bars written out, with
 * beams where the file has none, and with the `times` of a repeat kept to what can be unfolded.
 *
 * @example engravable(xml).includes("<fingering>") // => false
 */
export function engravable(
  xml: string,
  practised?: readonly number[],
  aspects: readonly Aspect[] = [FINGERING],
): string {
  const { document, root } = parseXml(xml);
  keepParts(root, practised);
  addBeams(document, root);
  for (const part of children(root, "part")) {
    const clefs = new Map<string, string>();
    for (const measure of children(part, "measure")) {
      stripAdorned(measure);
      for (const element of children(measure)) {
        if (element.tagName === "note") for (const one of aspects) stripAspect(element, one);
        if (element.tagName === "direction") {
          for (const type of children(element, "direction-type")) {
            if (child(type, "pedal")) element.removeChild(type);
          }
          const id = element.getAttribute("id") ?? "";
          if (
            id.startsWith("yr-section-") ||
            id.startsWith(SAID_MARK) ||
            !child(element, "direction-type")
          )
            measure.removeChild(element);
        }
        if (element.tagName === "attributes") {
          writeOut(element);
          stripTunings(element, clefs);
        }
        const repeat = child(element.tagName === "barline" ? element : undefined, "repeat");
        if (Number(repeat?.getAttribute("times") ?? 2) > 16) repeat!.setAttribute("times", "16");
      }
    }
  }
  if (!child(root, "part")) throw new ScoreError("The score has no part.");
  for (const name of ["work", "movement-title", "movement-number", "credit"]) {
    for (const element of children(root, name)) root.removeChild(element);
  }
  const names = children(child(root, "part-list") ?? root, "score-part");
  if (names.length === 1) {
    for (const name of ["part-name", "part-abbreviation"]) {
      for (const element of children(names[0]!, name)) element.textContent = "";
    }
  }
  return serialize(document);
}

/**
 * Signs that stand for several bars, which the engraver would draw as one: each bar is to be seen
 * and pointed at.
 */
function writeOut(attributes: Parameters<typeof children>[0]): void {
  for (const style of children(attributes, "measure-style")) {
    for (const name of ["multiple-rest", "measure-repeat", "beat-repeat", "slash"])
      for (const sign of children(style, name)) style.removeChild(sign);
    if (children(style).length === 0) attributes.removeChild(style);
  }
}

/**
 * How strings are tuned makes tablature of a staff for the engraver: it stays only where there is
 * tablature.
 *
 * @param clefs the sign of each staff by its number; those of these attributes are added
 */
function stripTunings(attributes: Element, clefs: Map<string, string>): void {
  const staffOf = (element: Element) => element.getAttribute("number") ?? "1";
  for (const clef of children(attributes, "clef"))
    clefs.set(staffOf(clef), childText(clef, "sign")?.trim() ?? "");
  for (const details of children(attributes, "staff-details"))
    if (clefs.get(staffOf(details)) !== "TAB")
      for (const tuned of children(details, "staff-tuning")) details.removeChild(tuned);
}

/**
 * Takes out all parts but those to practise, by their place in the file, and what the part list
 * says of them.
 */
function keepParts(
  root: Parameters<typeof partsOf>[0],
  practised: readonly number[] | undefined,
): void {
  const parts = partsOf(root);
  if (!practised?.length || practised.length >= parts.length) return;
  const kept = new Set(practised.map((index) => parts[index]?.getAttribute("id")));
  for (const part of children(root, "part"))
    if (!kept.has(part.getAttribute("id"))) root.removeChild(part);
  const list = child(root, "part-list");
  for (const entry of list ? children(list) : []) {
    // brackets may have begun in a part that is gone
    if (
      entry.tagName === "part-group" ||
      (entry.tagName === "score-part" && !kept.has(entry.getAttribute("id")))
    )
      list!.removeChild(entry);
  }
}
