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
  const capo = capos.map(Number).find((fret) => Number.isInteger(fret) && fret >= 0);
  if (capo !== undefined && capo > LAST_CAPO)
    warnings.push({
      kind: "strings",
      message: say`The file has a capo at fret ${capo}; it was left out, as none is beyond fret
        ${LAST_CAPO}.`,
    });
  const retuned = tuning && withAccords(tuning, measures);
  const usable = capo !== undefined && capo <= LAST_CAPO ? capo : 0;
  return retuned || usable > 0
    ? { ...(retuned ? { tuning: retuned } : {}), capo: usable }
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

/** Strings that are tuned otherwise for this piece. */
function withAccords(tuning: readonly number[], measures: readonly Element[]): number[] {
  const found = [...tuning];
  const accords = measures
    .flatMap((measure) => children(measure, "direction"))
    .flatMap((direction) => children(direction, "direction-type"))
    .flatMap((type) => children(type, "scordatura"))
    .flatMap((scordatura) => children(scordatura, "accord"));
  for (const accord of accords) {
    const string = Number(accord.getAttribute("string"));
    const midi = openString(accord);
    if (midi !== undefined && found[string - 1] !== undefined) found[string - 1] = midi;
  }
  return found;
}

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

/** Writes how the strings are tuned, and the capo, where a part begins: from the lowest line up. */
export function writeStrings(
  document: Document,
  part: Element,
  { tuning = [], capo }: FileStrings,
): void {
  const [first] = children(part, "measure");
  if (!first) return;
  const attributes = child(first, "attributes") ?? create(document, "attributes");
  if (!attributes.parentNode) first.insertBefore(attributes, first.firstChild);
  const known = child(attributes, "staff-details");
  const details = known ?? create(document, "staff-details");
  if (!known)
    attributes.insertBefore(
      details,
      children(attributes).find(({ tagName }) => AFTER.includes(tagName)) ?? null,
    );
  for (const old of children(details))
    if (["staff-tuning", "capo"].includes(old.tagName)) details.removeChild(old);
  // tablature has a line for each string, notation has five
  const lines = child(details, "staff-lines");
  if (lines && lines.textContent?.trim() !== "5") lines.textContent = String(tuning.length);
  const size = child(details, "staff-size") ?? null;
  [...tuning].reverse().forEach((midi, i) => {
    const { step, alter, octave } = pitchOfKey(midi);
    const tuned = create(document, "staff-tuning", { line: String(i + 1) });
    tuned.appendChild(create(document, "tuning-step", {}, step));
    if (alter) tuned.appendChild(create(document, "tuning-alter", {}, String(alter)));
    tuned.appendChild(create(document, "tuning-octave", {}, String(octave)));
    details.insertBefore(tuned, size);
  });
  if (capo > 0) details.insertBefore(create(document, "capo", {}, String(capo)), size);
}
