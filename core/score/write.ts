import { ScoreError, type Fingering, type PedalMark, type Section } from "./model.ts";
import { writePedal } from "./pedalFile.ts";
import { writePositions, type HandPosition } from "./positions.ts";
import type { Shape } from "./shape.ts";
import { writeSections } from "./sectionFile.ts";
import { writeShape } from "./shapeFile.ts";
import { partsOf, stavesOf } from "./parts.ts";
import {
  child,
  children,
  create,
  parseXml,
  serialize,
  type Document,
  type Element,
} from "./xml.ts";

/** What the studio adds to an imported score. */
export interface Annotations {
  readonly fingerings: readonly Fingering[];
  /** Undefined leaves the printed pedal marks as they are. */
  readonly pedal?: readonly PedalMark[];
  readonly sections: readonly Section[];
  readonly shape?: Shape;
  readonly positions?: readonly HandPosition[];
}

/**
 * The stored MusicXML with annotations written in MusicXML's own elements: `<fingering>`,
 * `<pedal>`, and for sections `<rehearsal>` marks plus one `<miscellaneous-field>` each, which
 * holds what a mark cannot say. All that was in the original stays.
 */
export function annotate(
  xml: string,
  annotations: Annotations,
  mine: readonly number[] = [],
): string {
  const { document, root } = parseXml(xml);
  root.setAttribute("version", "4.0");
  const parts = children(root, "part");
  writeFingerings(document, parts, annotations.fingerings);
  const part =
    partsOf(root)[mine[0] ?? -1] ?? parts.find((candidate) => stavesOf(candidate) > 1) ?? parts[0];
  if (!part) throw new ScoreError("The score has no part.");
  const measures = children(part, "measure");
  if (annotations.pedal) writePedal(document, measures, annotations.pedal);
  if (annotations.shape) writeShape(document, root, parts, measures, annotations.shape);
  writePositions(document, root, annotations.positions ?? []);
  writeSections(document, root, measures, annotations.sections);
  return withDoctype(document);
}

/**
 * Imported files name an outside definition of their own version; what is written is MusicXML 4.0
 * and says so.
 */
const withDoctype = (document: Document): string => {
  // comments may stand before it
  if (document.doctype) document.removeChild(document.doctype);
  const doctype =
    '<!DOCTYPE score-partwise PUBLIC "-//Recordare//DTD MusicXML 4.0 Partwise//EN" "http://www.musicxml.org/dtds/partwise.dtd">';
  const body = serialize(document).replace(/^\s*<\?xml[^>]*\?>\s*/, "");
  return `<?xml version="1.0" encoding="UTF-8"?>\n${doctype}\n${body}`;
};

function writeFingerings(
  document: Document,
  parts: Element[],
  fingerings: readonly Fingering[],
): void {
  if (fingerings.length === 0) return;
  const wanted = new Map(fingerings.map(({ id, finger }) => [id, finger]));
  for (const part of parts) {
    for (const measure of children(part, "measure")) {
      for (const note of children(measure, "note")) {
        const finger = wanted.get(note.getAttribute("id") ?? "");
        if (finger !== undefined) writeFingering(document, note, finger);
      }
    }
  }
}

function writeFingering(document: Document, note: Element, finger: string): void {
  // a note may have several <notations>
  for (const held of children(note, "notations")) {
    for (const technical of children(held, "technical")) {
      const fingerings = children(technical, "fingering");
      for (const old of fingerings) technical.removeChild(old);
      if (fingerings.length && children(technical).length === 0) held.removeChild(technical);
    }
    if (children(held).length === 0) note.removeChild(held);
  }
  if (finger === "") return;
  let notations = child(note, "notations");
  let technical = child(notations, "technical");
  if (!notations) {
    notations = create(document, "notations");
    const after = children(note).find((element) =>
      ["lyric", "play", "listen"].includes(element.tagName),
    );
    note.insertBefore(notations, after ?? null);
  }
  if (!technical) {
    technical = create(document, "technical");
    // always in the same order, so that writing twice changes nothing
    notations.insertBefore(technical, child(notations, "articulations") ?? null);
  }
  // `4-5`: the second finger takes over on the held key
  finger
    .split("-")
    .forEach((one, i) =>
      technical.appendChild(create(document, "fingering", i ? { substitution: "yes" } : {}, one)),
    );
}
