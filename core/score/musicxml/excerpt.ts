import { child, children, parseXml, serialize, type Document, type Element } from "../xml/xml.ts";

/** What stands in `<attributes>` in the order of MusicXML 4.0, and goes on until it changes. */
const LASTING = [
  "divisions",
  "key",
  "time",
  "staves",
  "part-symbol",
  "instruments",
  "clef",
  "staff-details",
  "transpose",
];

/** Elements with a beginning and an end, told by `type` and `number`. */
const SPANNING = [
  "tied",
  "slur",
  "glissando",
  "slide",
  "wedge",
  "octave-shift",
  "bracket",
  "dashes",
  "pedal",
];
const BEGINS = ["start", "crescendo", "diminuendo", "up", "down", "resume"];
const ENDS = ["stop", "discontinue"];

const tags = (parent: Element, name: string): Element[] =>
  Array.from(parent.getElementsByTagName(name));

/** An element goes, and with it what holds nothing else. */
function take(element: Element): void {
  const parent = element.parentNode as Element | null;
  if (!parent) return;
  parent.removeChild(element);
  if (/^(direction-type|direction|notations)$/.test(parent.tagName) && !holds(parent)) take(parent);
}
const holds = (parent: Element): boolean =>
  parent.tagName === "direction"
    ? child(parent, "direction-type") !== undefined
    : children(parent).length > 0;

/** The attributes in force after some measures, one of each kind and number or staff. */
function inForce(measures: readonly Element[]): Element[] {
  const found = new Map<string, Element>();
  for (const measure of measures)
    for (const attributes of children(measure, "attributes"))
      for (const one of children(attributes)) {
        const name = one.tagName;
        if (!LASTING.includes(name)) continue;
        const number = one.getAttribute("number");
        // a key for all staves takes the place of those for single ones
        if (!number)
          for (const key of found.keys()) if (key.startsWith(`${name} `)) found.delete(key);
        found.set(`${name} ${number ?? ""}`, one);
      }
  return [...found.values()].sort(
    (a, b) => LASTING.indexOf(a.tagName) - LASTING.indexOf(b.tagName),
  );
}

/** The first measure says itself what was in force before it. */
function head(document: Document, measure: Element, before: readonly Element[]): void {
  const first = children(measure)[0];
  const own = first?.tagName === "attributes" ? first : undefined;
  const said = new Set(
    (own ? children(own) : []).map((one) => `${one.tagName} ${one.getAttribute("number") ?? ""}`),
  );
  const attributes = document.createElement("attributes");
  const all = [
    ...before
      .filter((one) => !said.has(`${one.tagName} ${one.getAttribute("number") ?? ""}`))
      .map((one) => one.cloneNode(true) as Element),
    ...(own ? children(own) : []),
  ];
  const place = (name: string) => {
    const at = LASTING.indexOf(name);
    return at < 0 ? LASTING.length : at;
  };
  for (const one of all.sort((a, b) => place(a.tagName) - place(b.tagName)))
    attributes.appendChild(one);
  if (own) measure.removeChild(own);
  measure.insertBefore(attributes, measure.firstChild);
}

/** The last direction that set a tempo before, so that the excerpt is as fast as it was. */
const lastTempo = (measures: readonly Element[]): Element | undefined =>
  measures
    .flatMap((measure) => children(measure, "direction"))
    .findLast((one) => tags(one, "metronome").length > 0 || tags(one, "sound").length > 0);

/** What begins or ends outside is left out: ties, slurs, wedges, lines. */
function closeSpans(measures: readonly Element[]): void {
  for (const name of SPANNING) {
    const open = new Map<string, Element>();
    for (const one of measures.flatMap((measure) => tags(measure, name))) {
      const type = one.getAttribute("type") ?? "";
      const key = `${one.getAttribute("number") ?? "1"} ${name === "tied" ? pitchOf(one) : ""}`;
      if (ENDS.includes(type)) {
        if (!open.delete(key)) take(one);
      } else if (BEGINS.includes(type)) open.set(key, one);
    }
    for (const one of open.values()) take(one);
  }
  // the sounding tie follows the written one
  for (const note of measures.flatMap((measure) => children(measure, "note"))) {
    const written = tags(note, "tied").map((one) => one.getAttribute("type"));
    for (const tie of children(note, "tie"))
      if (!written.includes(tie.getAttribute("type"))) note.removeChild(tie);
  }
}
const pitchOf = (tied: Element): string => {
  let note: Element | null = tied;
  while (note && note.tagName !== "note") note = note.parentNode as Element | null;
  const pitch = note && child(note, "pitch");
  return `${pitch?.textContent?.replace(/\s+/g, "") ?? ""} ${child(note ?? undefined, "voice")?.textContent ?? ""}`;
};

/**
 * Some bars of a score as a score of their own: with the key, the clefs and the tempo in force, and
 * without what begins or ends outside.
 *
 * @param from index of the first bar, in written order
 * @param to index of the last, inclusive
 * @example readScore(excerpt(xml, 8, 15)).score.bars.length // => 8
 */
export function excerpt(xml: string, from: number, to: number): string {
  const { document, root } = parseXml(xml);
  for (const part of children(root, "part")) {
    const measures = children(part, "measure");
    const [before, kept] = [measures.slice(0, from), measures.slice(from, to + 1)];
    const [first] = kept;
    if (!first) continue;
    const tempo = lastTempo(before)?.cloneNode(true);
    head(document, first, inForce(before));
    if (tempo && !lastTempo([first]))
      first.insertBefore(tempo, children(first)[0]?.nextSibling ?? null);
    closeSpans(kept);
    for (const one of measures) if (!kept.includes(one)) part.removeChild(one);
  }
  // places that were told in fields of ours are those of the whole piece
  const identification = child(root, "identification");
  const fields = child(identification, "miscellaneous");
  if (fields) identification!.removeChild(fields);
  return serialize(document);
}
