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
  /** Values that may stand there too, such as those of older files; they are not offered. */
  readonly alsoRead?: readonly string[];
  /** How many of them an instrument has that is set up so, from the first; all when absent. */
  readonly offers?: (line: string, setup: Readonly<Record<string, unknown>>) => number;
  /** Whether a second one may take over on the held note (`4-5`), and one may be left (`(3)`). */
  readonly change?: boolean;
  readonly optional?: boolean;
  /** Fingers on keys: which ones play an ornament follows from the finger of its note. */
  readonly onKeys?: true;
  /** Whether it changes how its note is played: what is proposed for the rest hangs on it. */
  readonly decides?: boolean;
  /** Whether it follows from the key: it does not go along to a return on other keys. */
  readonly byPitch?: boolean;
  /**
   * Elements of MusicXML's `<technical>`: one with the value as its text, or one for each value.
   */
  readonly element: string | Readonly<Record<string, ElementOf>>;
  /** How it is drawn over or under a note. */
  readonly look: "digit" | "letter" | "circled";
  /** Whether the same value on several notes of a chord is drawn once: they are one button. */
  readonly once?: boolean;
  /** Values that are drawn otherwise than they are called, and on which side. */
  readonly glyphs?: Readonly<Record<string, Glyph>>;
}

/** An element for a value: by its name, by where it stands, by what it holds. */
export interface ElementOf {
  readonly name: string;
  readonly placement?: "above" | "below";
  readonly text?: string;
  /** The element in it that says so; what holds nothing says so too. */
  readonly holds?: string;
}

export interface Glyph {
  readonly text: string;
  readonly side: "above" | "below";
}

/** All that may be written of an aspect. */
export const valuesIn = ({ symbols, alsoRead = [] }: Aspect): string[] => [
  ...symbols.map(({ value }) => value),
  ...alsoRead,
];

/**
 * A value as it is drawn: both of a silent change, the second one joined to the first.
 *
 * @returns the text, and its side where the aspect says one
 */
export function drawnAs(
  { glyphs }: Pick<Aspect, "glyphs">,
  value: string,
): { readonly text: string; readonly side?: Glyph["side"] } {
  if (!glyphs) return { text: value };
  const plain = value.replaceAll(/[()]/g, "");
  const [first, ...others] = plain.split("-").map((one) => glyphs[one]);
  if (!first) return { text: value };
  const text = [
    first.text,
    // one that goes to the other foot stands with an arrow, as it is on the other side
    ...others.map((one) => (one?.side === first.side ? one.text : `→${one?.text ?? ""}`)),
  ].join("‿");
  return { text: value === plain ? text : `(${text})`, side: first.side };
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

/** The elements of an aspect, each with the value it stands for. */
const elementsOf = ({ element }: Pick<Aspect, "element">): (ElementOf & { value: string })[] =>
  typeof element === "string"
    ? [{ name: element, value: "" }]
    : Object.entries(element).map(([value, one]) => ({ ...one, value }));

/** What an element says: the value it stands for most exactly, else what it holds. */
function valueOf(element: Element, all: ReturnType<typeof elementsOf>): string | undefined {
  const held = element.textContent?.trim() ?? "";
  const placement = element.getAttribute("placement") ?? undefined;
  const named = all.filter(
    ({ name, text, holds }) =>
      name === element.tagName &&
      (text === undefined || text === held) &&
      (holds === undefined || children(element).every(({ tagName }) => tagName === holds)),
  );
  const found =
    named.find((one) => one.placement === placement) ?? named.find((one) => !one.placement);
  return found && (found.value || held);
}

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
    const all = elementsOf(aspect);
    const [first, ...others] = technical.flatMap((one) => {
      const text = valueOf(one, all);
      return text === undefined
        ? []
        : [{ text, takesOver: one.getAttribute("substitution") === "yes" }];
    });
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
  const all = elementsOf(aspect);
  // a note may have several <notations>
  for (const notations of children(note, "notations")) {
    let taken = false;
    for (const technical of children(notations, "technical")) {
      const old = children(technical).filter((one) => valueOf(one, all) !== undefined);
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
    const { name, placement, text, holds }: ElementOf =
      typeof aspect.element === "string"
        ? { name: aspect.element, text: one }
        : (aspect.element[one] ?? { name: "other-technical", text: one });
    const attributes = {
      ...(placement ? { placement } : {}),
      ...(i ? { substitution: "yes" } : {}),
    };
    const made = create(document, name, attributes, text);
    if (holds) made.appendChild(create(document, holds));
    technical.appendChild(made);
  });
}
