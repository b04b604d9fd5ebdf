import { say } from "../../words/say.ts";
import { FINGERING, writeAspect, type Aspect, type NoteMark } from "../marks/aspects.ts";
import { ScoreError, type FileStrings, type Section } from "../model/model.ts";
import type { Shape } from "../model/shape.ts";
import { writeAdorned, type AdornedAt } from "./adornFile.ts";
import { writeSaid, type SaidAt } from "./saidFile.ts";
import { writeStrings } from "./stringsFile.ts";
import { writeSections } from "./sectionFile.ts";
import { writeMarks, type Mark, type Stratum } from "../marks/strata.ts";
import { writeShape } from "./shapeFile.ts";
import { partsOf, stavesOf } from "./parts.ts";
import { children, parseXml, serialize, type Document, type Element } from "../xml/xml.ts";

/** What the studio adds to an imported score. */
export interface Annotations {
  readonly notes: readonly NoteMark[];
  /** What the instrument says of a note; fingers when not given. */
  readonly aspects?: readonly Aspect[];
  /** Marks by stratum, in order; what is printed of a stratum that is not named stays. */
  readonly marks?: Readonly<Record<string, readonly Mark[]>>;
  readonly sections: readonly Section[];
  /** What is said in words for other readers; none when not given. */
  readonly said?: readonly SaidAt[];
  /** Ornaments for other readers; none when not given. */
  readonly adorned?: readonly AdornedAt[];
  readonly shape?: Shape;
  /** How strings are tuned, where that is not as the file has it. */
  readonly strings?: FileStrings;
}

/**
 * The stored MusicXML with annotations written in MusicXML's own elements: those of the aspects and
 * the strata, and for sections `<rehearsal>` marks plus one `<miscellaneous-field>` each, which
 * holds what a mark cannot say. All that was in the original stays.
 */
export function annotate(
  xml: string,
  annotations: Annotations,
  practised: readonly number[] = [],
  strata: readonly Stratum[] = [],
): string {
  const { document, root } = parseXml(xml);
  root.setAttribute("version", "4.0");
  const parts = children(root, "part");
  writeNotes(document, parts, annotations.notes, annotations.aspects ?? [FINGERING]);
  const part =
    partsOf(root)[practised[0] ?? -1] ??
    parts.find((candidate) => stavesOf(candidate) > 1) ??
    parts[0];
  if (!part) throw new ScoreError(say`The score has no part.`);
  const measures = children(part, "measure");
  const marked = (some: readonly Stratum[]) => {
    for (const stratum of some) {
      const own = annotations.marks?.[stratum.id];
      if (own) writeMarks(document, root, measures, stratum, own);
    }
  };
  if (annotations.strings) writeStrings(document, part, annotations.strings);
  marked(strata.filter((one) => one.write));
  if (annotations.shape) writeShape(document, root, parts, measures, annotations.shape);
  marked(strata.filter((one) => !one.write));
  writeSaid(document, measures, annotations.said ?? []);
  writeAdorned(document, measures, annotations.adorned ?? []);
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
    '<!DOCTYPE score-partwise PUBLIC "-//Recordare//DTD MusicXML 4.0 ' +
    'Partwise//EN" "http://www.musicxml.org/dtds/partwise.dtd">';
  const body = serialize(document).replace(/^\s*<\?xml[^>]*\?>\s*/, "");
  return `<?xml version="1.0" encoding="UTF-8"?>\n${doctype}\n${body}`;
};

function writeNotes(
  document: Document,
  parts: Element[],
  marks: readonly NoteMark[],
  aspects: readonly Aspect[],
): void {
  if (marks.length === 0) return;
  const byNote = new Map<string, NoteMark[]>();
  for (const mark of marks) byNote.set(mark.id, [...(byNote.get(mark.id) ?? []), mark]);
  for (const part of parts) {
    for (const measure of children(part, "measure")) {
      for (const note of children(measure, "note")) {
        for (const { aspect, value } of byNote.get(note.getAttribute("id") ?? "") ?? []) {
          const known = aspects.find((one) => one.id === aspect);
          if (known) writeAspect(document, note, known, value);
        }
      }
    }
  }
}
