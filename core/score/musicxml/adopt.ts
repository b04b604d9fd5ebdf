import { say } from "../../words/say.ts";
import { ScoreError } from "../model/model.ts";
import { partsOf, stavesOf } from "./parts.ts";
import {
  child,
  childText,
  children,
  create,
  parseXml,
  serialize,
  type Document,
  type Element,
} from "../xml/xml.ts";

/** A measure of another edition, made to stand in the place of a bar of one's own. */
export interface AdoptedMeasure {
  readonly bar: number;
  /** Part of one's own file, by its place in it. */
  readonly part: number;
  readonly xml: string;
}

/** What holds at a measure because an earlier one said so. */
interface State {
  divisions: string;
  transpose: string;
  clefs: Map<string, string>;
}

const clefName = (clef: Element): string =>
  ["sign", "line", "clef-octave-change"].map((name) => childText(clef, name) ?? "").join("/");

function advance(state: State, measure: Element): void {
  for (const attributes of children(measure, "attributes")) {
    state.divisions = childText(attributes, "divisions") ?? state.divisions;
    const transpose = child(attributes, "transpose");
    if (transpose)
      state.transpose = `${childText(transpose, "chromatic") ?? 0}/${childText(transpose, "octave-change") ?? 0}`;
    for (const clef of children(attributes, "clef"))
      state.clefs.set(clef.getAttribute("number") ?? "1", clefName(clef));
  }
}

const NOTHING: State = { divisions: "1", transpose: "", clefs: new Map() };

/** The state before each measure, and after the last. */
function states(measures: readonly Element[]): State[] {
  const state: State = { ...NOTHING, clefs: new Map() };
  return [...measures, undefined].map((measure) => {
    const before = { ...state, clefs: new Map(state.clefs) };
    if (measure) advance(state, measure);
    return before;
  });
}

/** Clefs to be said so that those of `now` become those of `wanted`. */
function clefsFor(document: Document, now: State, wanted: State): Element[] {
  return [...wanted.clefs]
    .filter(([staff, name]) => now.clefs.get(staff) !== name)
    .map(([staff, name]) => {
      const clef = create(document, "clef", { number: staff });
      const [sign = "", line = "", octave = ""] = name.split("/");
      clef.appendChild(create(document, "sign", {}, sign));
      if (line) clef.appendChild(create(document, "line", {}, line));
      if (octave) clef.appendChild(create(document, "clef-octave-change", {}, octave));
      return clef;
    });
}

function attributesOf(document: Document, divisions: string, clefs: readonly Element[]): Element {
  const attributes = create(document, "attributes");
  attributes.appendChild(create(document, "divisions", {}, divisions));
  for (const clef of clefs) attributes.appendChild(clef);
  return attributes;
}

/** Key, metre and the signs of the road stay one's own: only what is played changes. */
function fit(document: Document, measure: Element, own: Element, prefix: string): void {
  for (const attributes of children(measure, "attributes")) {
    for (const name of [
      "key",
      "time",
      "transpose",
      "staves",
      "measure-style",
      "staff-details",
      "part-symbol",
    ])
      for (const one of children(attributes, name)) attributes.removeChild(one);
    if (children(attributes).length === 0) measure.removeChild(attributes);
  }
  for (const name of ["barline", "print"])
    for (const one of children(measure, name)) measure.removeChild(one);
  for (const barline of children(own, "barline")) {
    const copy = document.importNode(barline, true);
    if (barline.getAttribute("location") === "left") measure.insertBefore(copy, measure.firstChild);
    else measure.appendChild(copy);
  }
  const said = children(own, "attributes")
    .flatMap((one) => children(one))
    .filter((one) => one.tagName === "key" || one.tagName === "time");
  if (said.length) {
    const attributes = create(document, "attributes");
    for (const one of said) attributes.appendChild(document.importNode(one, true));
    measure.insertBefore(attributes, measure.firstChild);
  }
  for (const name of ["number", "id", "implicit"]) {
    const value = own.getAttribute(name);
    if (value === null) measure.removeAttribute(name);
    else measure.setAttribute(name, value);
  }
  for (const note of children(measure, "note"))
    note.setAttribute("id", `${prefix}${note.getAttribute("id") ?? ""}`);
}

/**
 * Bars of another edition, fitted to stand in the place of bars of one's own: with one's own bar
 * numbers, key, metre and repeat signs, and with the clefs and divisions they need said where they
 * begin.
 *
 * @param own one's own score, its parts that are practised, and the first and last bar to be
 * replaced
 * @param other the same of the other edition
 * @param prefix put before the ids of its notes
 * @throws ScoreError when the two cannot stand in one score
 */
export function adopt(
  own: { xml: string; practised: readonly number[]; from: number; to: number },
  other: { xml: string; practised: readonly number[]; from: number; to: number },
  prefix: string,
): AdoptedMeasure[] {
  if (own.to - own.from !== other.to - other.from)
    throw new ScoreError(
      say`The other edition has more or fewer bars here; only a reading of as many bars can be taken
        over.`,
    );
  if (own.practised.length !== other.practised.length)
    throw new ScoreError(
      say`The two editions are not written in the same number of parts; this reading cannot be taken
        over.`,
    );
  const [{ document, root }, source] = [parseXml(own.xml), parseXml(other.xml)];
  return own.practised.flatMap((part, i): AdoptedMeasure[] => {
    const [mineIn, theirsIn] = [partsOf(root)[part]!, partsOf(source.root)[other.practised[i]!]!];
    if (stavesOf(mineIn) !== stavesOf(theirsIn))
      throw new ScoreError(
        say`The two editions are not written on the same staves; this reading cannot be taken
          over.`,
      );
    const [practised, theirs] = [children(mineIn, "measure"), children(theirsIn, "measure")];
    const [before, beforeTheirs] = [states(practised), states(theirs)];
    if (before[own.from]!.transpose !== beforeTheirs[other.from]!.transpose)
      throw new ScoreError(
        say`The two editions transpose differently; this reading cannot be taken over.`,
      );
    return Array.from({ length: own.to - own.from + 1 }, (_, k): AdoptedMeasure => {
      const [bar, from] = [own.from + k, other.from + k];
      const measure = document.importNode(theirs[from]!, true);
      fit(document, measure, practised[bar]!, prefix);
      if (k === 0)
        measure.insertBefore(
          attributesOf(
            document,
            beforeTheirs[from]!.divisions,
            clefsFor(document, NOTHING, beforeTheirs[from]!),
          ),
          measure.firstChild,
        );
      const holder = parseXml("<measure/>").document;
      holder.replaceChild(holder.importNode(measure, true), holder.documentElement!);
      return { bar, part, xml: serialize(holder) };
    });
  });
}

/**
 * Says the clefs a reading needs only where they are not those of the music before it, and takes
 * back what it changed at its end.
 */
function join(
  document: Document,
  first: Element,
  last: Element,
  before: State,
  within: State,
  after: State,
): void {
  for (const attributes of children(first, "attributes").slice(0, 1)) {
    for (const clef of children(attributes, "clef"))
      if (before.clefs.get(clef.getAttribute("number") ?? "1") === clefName(clef))
        attributes.removeChild(clef);
  }
  const back = attributesOf(document, after.divisions, clefsFor(document, within, after));
  last.insertBefore(
    back,
    children(last, "barline").find((one) => one.getAttribute("location") !== "left") ?? null,
  );
}

/**
 * A score with other readings in the place of its own bars, each of them bars that follow one
 * another.
 */
export function withAdopted(xml: string, readings: readonly (readonly AdoptedMeasure[])[]): string {
  if (readings.length === 0) return xml;
  const { document, root } = parseXml(xml);
  partsOf(root).forEach((part, index) => {
    const measures = children(part, "measure");
    const own = states(measures);
    for (const reading of readings) {
      const placed = reading
        .filter((one) => one.part === index && measures[one.bar])
        .map(({ bar, xml: text }) => ({
          bar,
          measure: document.importNode(parseXml(text).root, true),
        }));
      const [first, last] = [placed[0], placed.at(-1)];
      if (!first || !last) continue;
      const within = states(placed.map((one) => one.measure)).at(-1)!;
      join(document, first.measure, last.measure, own[first.bar]!, within, own[last.bar + 1]!);
      for (const { bar, measure } of placed) part.replaceChild(measure, measures[bar]!);
    }
  });
  return serialize(document);
}
