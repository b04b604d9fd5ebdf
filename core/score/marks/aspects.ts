import { say } from "../../words/say.ts";
import { child, children, create, type Document, type Element } from "../xml/xmlTree.ts";
import type { Said } from "../model/model.ts";

/** A sign that may stand on a note. */
export interface NoteSymbol {
  /** What is stored and shown. */
  readonly value: string;
  /** What is typed for it: `p`, `4`, `shift+3`. */
  readonly key: string;
  /** What it is called: `thumb`. */
  readonly name: string;
}

/**
 * One thing that is said of a note: the finger, the string, the finger that plucks, toe or heel.
 * A note may have several. Plain data, so that it can be sent to a worker.
 */
export interface Aspect {
  /** The word for it in code, API and database. */
  readonly id: string;
  /** The word for it on screen, and for several. */
  readonly name: string;
  readonly names: string;
  /** Whose notes it is said of. */
  readonly lines: readonly string[];
  /** In the order they are offered; none of what is only read. */
  readonly symbols: readonly NoteSymbol[];
  /** Whether a second one may take over on the held note (`4-5`), and one may be left (`(3)`). */
  readonly change?: boolean;
  readonly optional?: boolean;
  /** Whether it follows from the key: it does not go along to a return on other keys. */
  readonly byPitch?: boolean;
  /**
   * Elements of MusicXML's `<technical>`: one with the value as its text, or one for each value.
   */
  readonly element: string | Readonly<Record<string, string>>;
  /** How it is drawn over or under a note. */
  readonly look: "digit" | "letter" | "circled";
}

/** A value written on a note. */
export interface NoteMark {
  /** Note id. */
  readonly id: string;
  readonly aspect: string;
  /** Empty where the teacher wants none although one is printed. */
  readonly value: string;
}

/** Numbered fingers, as most instruments write them. */
export const fingering = (lines: readonly string[], symbols: readonly string[]): Aspect => ({
  id: "finger",
  name: say`finger`,
  names: say`fingers`,
  lines,
  symbols: symbols.map((value) => ({ value, key: value, name: FINGERS[value] ?? value })),
  change: true,
  optional: true,
  element: "fingering",
  look: "digit",
});

const FINGERS: Readonly<Record<string, string>> = { "0": say`open string` };

/** What is read where no instrument says more. */
export const FINGERING = fingering(["right", "left"], ["1", "2", "3", "4", "5"]);

/** Longer ones are no value but a remark. */
const LONGEST = 8;

const elementsOf = ({
  element,
}: Pick<Aspect, "element">): readonly (readonly [string, string])[] =>
  typeof element === "string"
    ? [[element, ""]]
    : Object.entries(element).map(([value, name]) => [name, value] as const);

/**
 * What is printed on a note. The first one counts, and those that take over from it silently
 * (`4-5`); alternatives are left to the original.
 */
export function readAspects(
  notations: readonly Element[],
  aspects: readonly Aspect[],
): Said | undefined {
  const technical = notations
    .flatMap((one) => children(one, "technical"))
    .flatMap((one) => children(one));
  if (technical.length === 0) return undefined;
  const said: Record<string, string> = {};
  for (const aspect of aspects) {
    const names = new Map(elementsOf(aspect));
    const [first, ...others] = technical
      .filter((one) => names.has(one.tagName))
      .map((one) => ({
        text: names.get(one.tagName) || (one.textContent?.trim() ?? ""),
        takesOver: one.getAttribute("substitution") === "yes",
      }));
    if (!first) continue;
    const value = [first, ...others.filter((one) => one.takesOver)]
      .map((one) => one.text)
      .join("-");
    if (value.length <= LONGEST) said[aspect.id] = value;
  }
  return Object.keys(said).length ? said : undefined;
}

/** Takes out what a note says of an aspect, with the parents that leaves empty. */
export function stripAspect(note: Element, aspect: Pick<Aspect, "element">): void {
  const names = elementsOf(aspect).map(([name]) => name);
  // a note may have several <notations>
  for (const notations of children(note, "notations")) {
    let taken = false;
    for (const technical of children(notations, "technical")) {
      const old = children(technical).filter((one) => names.includes(one.tagName));
      for (const one of old) technical.removeChild(one);
      if (old.length && children(technical).length === 0) notations.removeChild(technical);
      taken ||= old.length > 0;
    }
    if (taken && children(notations).length === 0) note.removeChild(notations);
  }
}

/** Writes an aspect on a note in the place of what stood there; an empty value writes none. */
export function writeAspect(
  document: Document,
  note: Element,
  aspect: Aspect,
  value: string,
): void {
  stripAspect(note, aspect);
  if (value === "") return;
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
  const parts = aspect.change ? value.split("-") : [value];
  parts.forEach((one, i) => {
    const attributes = i ? { substitution: "yes" } : {};
    const made =
      typeof aspect.element === "string"
        ? create(document, aspect.element, attributes, one)
        : create(document, aspect.element[one] ?? "other-technical", attributes);
    technical.appendChild(made);
  });
}
