import type { Pitch } from "../model/model.ts";
import { child, children, create, type Document, type Element } from "../xml/xmlTree.ts";
import { SAID_MARK } from "./saidFile.ts";

/** An ornament as other readers see it: a grace note before a note, or a sign on it. */
export interface AdornedAt {
  /** The note's id. */
  readonly note: string;
  readonly grace?: Pitch;
  /** Of the grace note. */
  readonly finger?: string;
  /** An element of MusicXML's `<ornaments>`: `mordent`. */
  readonly sign?: string;
  /** Of a trill: the note it starts on, where that is not the usual one. */
  readonly starts?: "below";
}

const isOurs = (element: Element): boolean =>
  element.getAttribute("id")?.startsWith(SAID_MARK) ?? false;

/** Takes out the graces and signs an earlier export wrote: exactly they are in a field. */
export function stripAdorned(measure: Element): void {
  for (const note of children(measure, "note"))
    if (isOurs(note)) measure.removeChild(note);
    else
      for (const notations of children(note, "notations")) {
        const own = children(notations, "ornaments").filter(isOurs);
        for (const ornaments of own) notations.removeChild(ornaments);
        if (own.length && children(notations).length === 0) note.removeChild(notations);
      }
}

/** Writes graces and signs for whoever reads the file elsewhere. */
export function writeAdorned(
  document: Document,
  measures: readonly Element[],
  all: readonly AdornedAt[],
): void {
  const byNote = new Map(all.map((one) => [one.note, one]));
  for (const measure of measures) {
    stripAdorned(measure);
    for (const note of children(measure, "note")) {
      const id = note.getAttribute("id") ?? "";
      const adorned = byNote.get(id);
      if (adorned?.sign) addSign(document, note, id, adorned);
      if (adorned?.grace)
        measure.insertBefore(
          graceBefore(document, note, { ...adorned, grace: adorned.grace }),
          firstOf(note),
        );
    }
  }
}

/** The first note of a chord: nothing may stand between it and the others. */
function firstOf(note: Element): Element {
  const all = children(note.parentNode as Element, "note");
  let at = all.indexOf(note);
  while (at > 0 && child(all[at], "chord")) at--;
  return all[at]!;
}

function addSign(document: Document, note: Element, id: string, { sign, starts }: AdornedAt): void {
  const ornaments = create(document, "ornaments", { id: `${SAID_MARK}sign-${id}` });
  const attributes = starts ? { "start-note": starts } : {};
  ornaments.appendChild(create(document, sign!, attributes));
  // engravers read the first <notations> alone
  const [first] = children(note, "notations");
  if (first) return void first.appendChild(ornaments);
  const notations = create(document, "notations");
  notations.appendChild(ornaments);
  const after = children(note).find(({ tagName }) => ["lyric", "play", "listen"].includes(tagName));
  note.insertBefore(notations, after ?? null);
}

function graceBefore(
  document: Document,
  note: Element,
  { note: id, grace: pitch, finger }: AdornedAt & { readonly grace: Pitch },
): Element {
  const grace = create(document, "note", { id: `${SAID_MARK}grace-${id}` });
  grace.appendChild(create(document, "grace", { slash: "yes" }));
  const sounding = create(document, "pitch");
  sounding.appendChild(create(document, "step", {}, pitch.step));
  if (pitch.alter) sounding.appendChild(create(document, "alter", {}, String(pitch.alter)));
  sounding.appendChild(create(document, "octave", {}, String(pitch.octave)));
  grace.appendChild(sounding);
  for (const name of ["voice", "type", "staff"]) {
    const text = name === "type" ? "eighth" : child(note, name)?.textContent;
    if (text) grace.appendChild(create(document, name, {}, text));
  }
  if (finger !== undefined) {
    const [notations, technical] = [create(document, "notations"), create(document, "technical")];
    technical.appendChild(create(document, "fingering", {}, finger));
    notations.appendChild(technical);
    grace.appendChild(notations);
  }
  return grace;
}
