import { say } from "../../words/say.ts";
import { DOMParser, XMLSerializer, type Document, type Element } from "@xmldom/xmldom";
import { ScoreError, type Warning } from "../model/model.ts";
import { UNWRITABLE } from "./xmlTree.ts";

export * from "./xmlTree.ts";

/** Deeper nesting than any score has; it stops files made to exhaust the stack. */
const MAX_DEPTH = 60;

function depthOf(xml: string): number {
  let depth = 0;
  let deepest = 0;
  for (const [, close, empty] of xml.matchAll(
    /<(\/)?[A-Za-z_](?:[^<>"']|"[^"<]*"|'[^'<]*')*?(\/)?>/g,
  )) {
    if (close) depth--;
    else if (!empty) deepest = Math.max(deepest, ++depth);
    if (deepest > MAX_DEPTH) break;
  }
  return deepest;
}

/**
 * Parses the text of a MusicXML file. No outside definition is fetched and no entity of its own is
 * expanded.
 *
 * @throws ScoreError with the line, when it is not well-formed, ends early, or defines entities
 */
export function parseXml(xml: string): { document: Document; root: Element; warnings: Warning[] } {
  const warnings: Warning[] = [];
  const doctype = /<!DOCTYPE[^>[]*(\[)?/.exec(xml);
  if (doctype?.[1] && /<!ENTITY/i.test(xml)) {
    throw new ScoreError(
      say`The file defines XML entities of its own, which a score never needs; it was not read.`,
    );
  }
  if (doctype) {
    warnings.push({
      kind: "doctype",
      message: say`The file points to an outside definition (DOCTYPE). It was not fetched; nothing in the score needs it.`,
    });
  }
  if (!/<[A-Za-z_]/.test(xml))
    throw new ScoreError(
      say`The file is not XML, and no other kind of score this can read: MusicXML (.musicxml, .xml, .mxl), ABC (.abc) or MIDI (.mid).`,
    );
  const stray = strayCharacter(xml);
  if (stray !== undefined)
    throw new ScoreError(
      say`The file holds a character that XML does not allow, near line ${lineAt(xml, stray)}. Export it again from the program it came from.`,
    );
  if (depthOf(xml) > MAX_DEPTH)
    throw new ScoreError(say`The file is nested deeper than any score; it was not read.`);
  let problem: string | undefined;
  try {
    const document = new DOMParser({
      onError: (level, message) => {
        if (level !== "warning" || /unclosed|end tag/i.test(message)) problem ??= message;
      },
    }).parseFromString(xml, "text/xml");
    const root = document.documentElement;
    if (!problem && root) return { document, root, warnings };
  } catch (error) {
    problem ??= error instanceof Error ? error.message : String(error);
  }
  throw new ScoreError(wellFormedness(problem ?? "no element"));
}

function wellFormedness(problem: string): string {
  const line = /\[line:(\d+)|line[: ]+(\d+)/i.exec(problem);
  const at = line ? say` near line ${line[1] ?? line[2]!}` : "";
  const cut = /unclosed|end of|unexpected end|EOF|missing/i.test(problem);
  return cut
    ? say`The file ends too early or a tag is never closed${at}. It may be a broken download; export it again.`
    : say`The file is not well-formed XML${at}. Export it again from the program it came from.`;
}

export const serialize = (document: Document): string =>
  new XMLSerializer().serializeToString(document);

/**
 * Where the text holds such a character, itself or by its number; undefined when it nowhere does.
 */
function strayCharacter(xml: string): number | undefined {
  const at = xml.search(UNWRITABLE);
  if (at >= 0) return at;
  for (const { 1: hex, 2: decimal, index } of xml.matchAll(/&#(?:x([0-9a-f]+)|([0-9]+));/gi)) {
    const code = hex ? parseInt(hex, 16) : Number(decimal);
    if (!(code <= 0x10ffff) || String.fromCodePoint(code).search(UNWRITABLE) >= 0) return index;
  }
  return undefined;
}

const lineAt = (text: string, at: number): number => text.slice(0, at).split("\n").length;
