import { say } from "../../words/say.ts";
import type { FileStrings, Pitch, Warning } from "../model/model.ts";
import { midiOf, pitchOfKey } from "../model/pitch.ts";

import { child, childText, children, create, type Document, type Element } from "../xml/xmlTree.ts";

/** Strings of a fretted instrument, and frets a capo may be at. */
const [FEWEST, MOST, LAST_CAPO] = [3, 12, 12];

/**
 * How a file tunes the strings of its parts, the first string first, and where it wants a capo.
 * MusicXML 4.0: `line` counts from the lowest string; `accord` tunes one string otherwise.
 *
 * @param warnings what is incomplete is said there and left
 */
export function readStrings(
  parts: readonly Element[],
  warnings: Warning[],
): FileStrings | undefined {
  const measures = parts.flatMap((part) => children(part, "measure"));
  const details = measures
    .flatMap((measure) => children(measure, "attributes"))
    .flatMap((attributes) => children(attributes, "staff-details"));
  const tuned = details.find((one) => child(one, "staff-tuning"));
  const tuning = tuned && tuningOf(tuned, warnings);
  const capos = details.flatMap((one) => childText(one, "capo") ?? []);
  const capo = capos.map(Number).find((fret) => Number.isInteger(fret) && fret >= 0) ?? 0;
  if (capo > LAST_CAPO)
    warnings.push({
      kind: "strings",
      message: say`The file has a capo at fret ${capo}; it was left out, as none is beyond fret
        ${LAST_CAPO}.`,
    });
  const accords = accordsOf(measures);
  const usable = capo <= LAST_CAPO ? capo : 0;
  return tuning || accords.length > 0 || usable > 0
    ? { ...(tuning ? { tuning } : {}), ...(accords.length ? { accords } : {}), capo: usable }
    : undefined;
}

/** The open strings of a staff, by lines; undefined where one lacks. */
function tuningOf(details: Element, warnings: Warning[]): number[] | undefined {
  const strings = new Map<number, number>();
  for (const one of children(details, "staff-tuning")) {
    const midi = openString(one);
    const line = Number(one.getAttribute("line"));
    if (midi !== undefined && Number.isInteger(line) && line > 0) strings.set(line, midi);
  }
  const lines = Number(childText(details, "staff-lines") ?? NaN);
  const isTablature = lines !== 5;
  const count = Math.max(isTablature && lines > 0 ? lines : 0, ...strings.keys());
  const found = Array.from({ length: Math.min(count, MOST + 1) }, (_, i) => strings.get(count - i));
  const missing = found.flatMap((midi, i) => (midi === undefined ? [i + 1] : []));
  if (found.length >= FEWEST && found.length <= MOST && missing.length === 0)
    return found.map((midi) => midi!);
  warnings.push({
    kind: "strings",
    message:
      missing.length > 0 && count <= MOST
        ? say`The file has ${count} strings, but does not say how ${missing.join(", ")} are tuned;
            its tuning was left out. It can be set in the piece's menu.`
        : say`The file tunes ${count} strings; from ${FEWEST} to ${MOST} can be set.`,
  });
  return undefined;
}

/** Strings that are tuned for this piece, by their numbers. */
const accordsOf = (measures: readonly Element[]): NonNullable<FileStrings["accords"]> =>
  measures
    .flatMap((measure) => children(measure, "direction"))
    .flatMap((direction) => children(direction, "direction-type"))
    .flatMap((type) => children(type, "scordatura"))
    .flatMap((scordatura) => children(scordatura, "accord"))
    .flatMap((accord) => {
      const string = Number(accord.getAttribute("string"));
      const key = openString(accord);
      const isOne = Number.isInteger(string) && string > 0 && string <= MOST;
      return isOne && key !== undefined ? [{ string, key }] : [];
    });

/** The pitch of an open string, A4 = 69; undefined where it is none. */
function openString(tuned: Element): number | undefined {
  const step = childText(tuned, "tuning-step") ?? "";
  const alter = Number(childText(tuned, "tuning-alter") ?? 0);
  const octave = Number(childText(tuned, "tuning-octave") ?? NaN);
  if (!/^[A-G]$/.test(step) || !Number.isInteger(alter) || !Number.isInteger(octave))
    return undefined;
  const midi = midiOf({ step: step as Pitch["step"], alter, octave });
  return midi >= 16 && midi <= 96 ? midi : undefined;
}

/** Elements of `<attributes>` that come after the details of a staff. */
const AFTER = ["transpose", "for-part", "directive", "measure-style"];

/**
 * Writes how the strings are tuned, and the capo, where a part begins. String by string: lines of a
 * staff that are tuned would make tablature of it for others.
 */
export function writeStrings(
  document: Document,
  part: Element,
  { tuning = [], capo }: FileStrings,
): void {
  const measures = children(part, "measure");
  const [first] = measures;
  if (!first) return;
  for (const measure of measures) stripStrings(measure);
  const attributes = child(first, "attributes") ?? create(document, "attributes");
  if (!attributes.parentNode) first.insertBefore(attributes, first.firstChild);
  if (capo > 0) {
    const known = child(attributes, "staff-details");
    const details = known ?? create(document, "staff-details");
    const after = children(attributes).find(({ tagName }) => AFTER.includes(tagName));
    if (!known) attributes.insertBefore(details, after ?? null);
    const size = child(details, "staff-size") ?? null;
    details.insertBefore(create(document, "capo", {}, String(capo)), size);
  }
  const scordatura = create(document, "scordatura");
  tuning.forEach((midi, i) => {
    const { step, alter, octave } = pitchOfKey(midi);
    const accord = create(document, "accord", { string: String(i + 1) });
    accord.appendChild(create(document, "tuning-step", {}, step));
    if (alter) accord.appendChild(create(document, "tuning-alter", {}, String(alter)));
    accord.appendChild(create(document, "tuning-octave", {}, String(octave)));
    scordatura.appendChild(accord);
  });
  const type = create(document, "direction-type");
  type.appendChild(scordatura);
  const direction = create(document, "direction");
  direction.appendChild(type);
  if (tuning.length) first.insertBefore(direction, attributes.nextSibling);
}

/** Takes out what a measure says of tuning and capo, and what it leaves empty. */
function stripStrings(measure: Element): void {
  const drop = (parent: Element, tags: readonly string[]): void => {
    const old = children(parent).filter(({ tagName }) => tags.includes(tagName));
    for (const one of old) parent.removeChild(one);
    if (old.length > 0 && children(parent).length === 0) parent.parentNode!.removeChild(parent);
  };
  for (const attributes of children(measure, "attributes"))
    for (const details of children(attributes, "staff-details"))
      drop(details, ["staff-tuning", "capo"]);
  for (const direction of children(measure, "direction")) {
    const types = children(direction, "direction-type");
    for (const type of types) drop(type, ["scordatura"]);
    if (types.length > 0 && !child(direction, "direction-type")) measure.removeChild(direction);
  }
}
