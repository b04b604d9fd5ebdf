import { eachDivisions, insertDirection, stripDirections } from "./directions.ts";
import { fieldRecord, fieldsIn, writeFields } from "../xml/fields.ts";
import { add, compare, toNumber, ZERO, type Fraction } from "../model/fraction.ts";
import { parseFraction, toText } from "../model/fractionText.ts";
import { ScoreError, type Place, type Score } from "../model/model.ts";
import { comparePlaces } from "../model/places.ts";
import {
  fieldsOf,
  placeFrom,
  placeMoved,
  placeText,
  spanFrom,
  spanMoved,
  type PlaceText,
} from "../model/spans.ts";
import {
  AMOUNTS,
  lasts,
  levelName,
  SHAPE_MARK,
  velocityOf,
  type Shape,
  type TimingKind,
} from "../model/shape.ts";
import {
  child,
  childText,
  children,
  create,
  parseXml,
  type Document,
  type Element,
} from "../xml/xml.ts";

/** A shape as it is stored and sent: offsets as exact text. */
export interface ShapeRecord {
  loudness?: (PlaceText & { level: number })[];
  timing: { id: string; kind: TimingKind; from: PlaceText; to: PlaceText; amount: number }[];
  leads: { from: PlaceText; to: PlaceText; hand: string; line: "all" | "top" | "bottom" }[];
  touch: { from: PlaceText; to: PlaceText; hand: string; share: number }[];
  out: string[];
  meetings: { id: string; meets: string }[];
  accents: string[];
}

/** A shape as it is stored and sent: offsets as exact text. */
export function shapeRecord({
  loudness,
  timing,
  leads,
  touch,
  out,
  meetings,
  accents,
}: Shape): ShapeRecord {
  return {
    ...(loudness
      ? { loudness: loudness.map((point) => ({ ...placeText(point), level: point.level })) }
      : {}),
    timing: timing.map((mark) => ({ ...mark, from: placeText(mark.from), to: placeText(mark.to) })),
    leads: leads.map((lead) => ({ ...lead, from: placeText(lead.from), to: placeText(lead.to) })),
    touch: touch.map((one) => ({ ...one, from: placeText(one.from), to: placeText(one.to) })),
    out: [...out],
    meetings: meetings.map((one) => ({ ...one })),
    accents: [...accents],
  };
}

const MOST = 5000;

/**
 * The shape a record means for a score.
 * @throws ScoreError in a sentence when a place, a note or a number in it cannot be
 */
export function shapeFrom(record: unknown, score: Pick<Score, "bars" | "notes">): Shape {
  const notes = new Set(score.notes.map((note) => note.id));
  const hands = new Set(score.notes.map((note) => note.hand));
  const fail = (sentence: string): never => {
    throw new ScoreError(sentence);
  };
  const fields = (value: unknown) => fieldsOf(value, "A part of the shape");
  const all = fields(record);
  const list = (name: string): unknown[] => {
    const value = all[name] ?? [];
    if (!Array.isArray(value)) return fail(`"${name}" must be a list.`);
    return value.length > MOST ? fail(`"${name}" is too long; at most ${MOST}.`) : value;
  };
  const place = (value: unknown, what: string, end = false) =>
    placeFrom(value, score.bars, what, end);
  const span = (value: unknown, what: string) => spanFrom(value, score.bars, what);
  const number = (value: unknown, least: number, most: number, what: string): number =>
    typeof value === "number" && value >= least && value <= most
      ? value
      : fail(`${what} must be a number from ${least} to ${most}.`);
  const hand = (value: unknown): string =>
    typeof value === "string" && hands.has(value)
      ? value
      : fail(`"hand" must be one of ${[...hands].join(", ")}.`);
  const note = (value: unknown): string =>
    typeof value === "string" && notes.has(value)
      ? value
      : fail("The shape names a note that is not in the score.");
  const loudness =
    all.loudness === undefined || all.loudness === null
      ? undefined
      : list("loudness").map((one) => ({
          ...place(one, "A point of the loudness", true),
          level: number(fields(one).level, 1, 8, "A level of loudness"),
        }));
  loudness?.sort(comparePlaces);
  const timing = list("timing").map((one) => {
    const { id, kind, from, amount } = fields(one);
    if (typeof kind !== "string" || !Object.hasOwn(AMOUNTS, kind))
      return fail(`"kind" must be one of ${Object.keys(AMOUNTS).join(", ")}.`);
    const name = kind as TimingKind;
    const what = `The mark to ${name}`;
    const ends = lasts(name) ? span(one, what) : { from: place(from, what), to: place(from, what) };
    return {
      id:
        typeof id === "string" && id
          ? id.slice(0, 100)
          : `${name} ${ends.from.bar} ${toText(ends.from.offset)}`,
      kind: name,
      ...ends,
      amount: number(amount, AMOUNTS[name].least, AMOUNTS[name].most, `How much to ${name}`),
    };
  });
  return {
    ...(loudness?.length ? { loudness } : {}),
    timing: timing.sort((a, b) => comparePlaces(a.from, b.from)),
    leads: list("leads").map((one) => {
      const { line } = fields(one);
      return {
        ...span(one, "A leading line"),
        hand: hand(fields(one).hand),
        line: line === "top" || line === "bottom" ? line : ("all" as const),
      };
    }),
    touch: list("touch").map((one) => ({
      ...span(one, "A touch"),
      hand: hand(fields(one).hand),
      share: number(fields(one).share, 0.1, 1.2, "The share of the written length"),
    })),
    out: [...new Set(list("out").map(note))],
    meetings: list("meetings").map((one) => ({
      id: note(fields(one).id),
      meets: note(fields(one).meets),
    })),
    accents: [...new Set(list("accents").map(note))],
  };
}

/** What of a stored shape still fits a score that is read otherwise now. */
export function shapeKept(record: ShapeRecord, score: Pick<Score, "bars" | "notes">): Shape {
  const attempt = (one: Partial<ShapeRecord>): boolean => {
    try {
      shapeFrom(one, score);
      return true;
    } catch (error) {
      if (error instanceof ScoreError) return false;
      throw error;
    }
  };
  if (attempt(record)) return shapeFrom(record, score);
  const lists = Object.entries(record).map(([name, list]) => [
    name,
    (list as unknown[]).filter((one) => attempt({ [name]: [one] })),
  ]);
  return shapeFrom(Object.fromEntries(lists), score);
}

/**
 * A stored shape in a corrected file: `bars` tells where each bar went, undefined when it is gone.
 */
export function shapeMoved(
  record: ShapeRecord,
  bars: readonly (number | undefined)[],
  gone: ReadonlySet<string>,
): ShapeRecord {
  const place = <T extends PlaceText>(one: T) => placeMoved(one, bars);
  const span = <T extends { from: PlaceText; to: PlaceText }>(one: T) => spanMoved(one, bars);
  const timing = record.timing.flatMap((mark) =>
    lasts(mark.kind) ? span(mark) : place(mark.from).map((from) => ({ ...mark, from, to: from })),
  );
  return {
    ...(record.loudness ? { loudness: record.loudness.flatMap(place) } : {}),
    timing,
    leads: record.leads.flatMap(span),
    touch: record.touch.flatMap(span),
    out: record.out.filter((id) => !gone.has(id)),
    meetings: record.meetings.filter((one) => !gone.has(one.id) && !gone.has(one.meets)),
    accents: record.accents.filter((id) => !gone.has(id)),
  };
}

const FIELD = "yarrow-ridge:shape:";

/** The shape an exported score brings back; one that does not fit the score is passed over. */
export function shapeIn(xml: string, score: Score): Shape | undefined {
  const record = fieldRecord(fieldsIn(parseXml(xml).root, FIELD)[0] ?? "");
  try {
    return record && shapeFrom(record, score);
  } catch (error) {
    if (error instanceof ScoreError) return undefined;
    throw error;
  }
}

/** Hundredths of MIDI's 90 for a note brought out. */
const OUT = "130";
const WORDS: Readonly<Record<TimingKind, string>> = {
  broaden: "broaden",
  push: "push on",
  wait: "wait",
  breathe: "",
  lean: "lean on the long notes",
  run: "slow – fast – slow",
};

/** Writes a shape as standard marks and words, and exactly in a field of its own. */
export function writeShape(
  document: Document,
  root: Element,
  parts: readonly Element[],
  measures: readonly Element[],
  shape: Shape,
): void {
  for (const measure of measures) {
    for (const direction of children(measure, "direction"))
      if (direction.getAttribute("id")?.startsWith(SHAPE_MARK)) measure.removeChild(direction);
  }
  const isEmpty =
    !shape.loudness &&
    [shape.timing, shape.leads, shape.touch, shape.out, shape.meetings, shape.accents].every(
      (list) => list.length === 0,
    );
  writeFields(document, root, FIELD, isEmpty ? [] : [shapeRecord(shape)]);
  const divisions = eachDivisions(measures);
  let count = 0;
  const put = (
    { bar, offset }: Place,
    placement: "above" | "below",
    item: Element,
    sound?: Record<string, string>,
  ) => {
    const measure = measures[Math.min(bar, measures.length - 1)];
    if (!measure) return;
    const direction = create(document, "direction", { placement, id: `${SHAPE_MARK}${++count}` });
    const type = create(document, "direction-type");
    type.appendChild(item);
    direction.appendChild(type);
    if (sound) direction.appendChild(create(document, "sound", sound));
    const at = bar < measures.length ? offset : lengthOf(measure, divisions.at(-1)!);
    insertDirection(
      document,
      measure,
      divisions[Math.min(bar, measures.length - 1)]!,
      at,
      direction,
    );
  };
  const words = (place: Place, said: string) =>
    put(place, "above", create(document, "words", { "font-style": "italic" }, said));
  if (shape.loudness) {
    stripDirections(measures, "dynamics", "wedge");
    shape.loudness.forEach((point, i, points) => {
      const [before, next] = [points[i - 1], points[i + 1]];
      const slope = (a: typeof point | undefined, b: typeof point | undefined) =>
        a && b && comparePlaces(a, b) < 0 && Math.abs(b.level - a.level) >= 0.5
          ? Math.sign(b.level - a.level)
          : 0;
      const [here, on] = [slope(before, point), slope(point, next)];
      if (here !== 0) put(point, "below", create(document, "wedge", { type: "stop" }));
      const isStep =
        !before || (comparePlaces(before, point) === 0 && before.level !== point.level);
      const isGoal = here !== 0 && here !== on && !(next && comparePlaces(next, point) === 0);
      if (isStep || isGoal) {
        const dynamics = create(document, "dynamics");
        dynamics.appendChild(create(document, levelName(point.level)));
        // in hundredths of MIDI's 90
        put(point, "below", dynamics, {
          dynamics: String(Math.round((velocityOf(point.level) / 90) * 100)),
        });
      }
      if (on !== 0)
        put(
          point,
          "below",
          create(document, "wedge", { type: on > 0 ? "crescendo" : "diminuendo" }),
        );
    });
  }
  for (const mark of shape.timing) {
    if (mark.kind === "breathe") writeBreath(document, parts, measures, divisions, mark.from);
    else words(mark.from, WORDS[mark.kind]);
    if ((mark.kind === "broaden" || mark.kind === "push") && mark.to.bar < measures.length)
      words(mark.to, "a tempo");
  }
  const hand = (name: string) => ({ right: "r.h.", left: "l.h." })[name] ?? name;
  for (const lead of shape.leads)
    words(lead.from, `${lead.line === "all" ? "" : `${lead.line} of `}${hand(lead.hand)} leads`);
  for (const touch of shape.touch)
    words(
      touch.from,
      `${hand(touch.hand)} ` +
        (touch.share >= 0.95
          ? "legato"
          : `detached, ${Math.round(touch.share * 100)} % of each note`),
    );
  const out = new Set(shape.out);
  measures.forEach((measure, bar) => {
    let said = false;
    for (const one of children(measure, "note")) {
      if (!out.has(one.getAttribute("id") ?? "")) {
        if (one.getAttribute("dynamics") === OUT) one.removeAttribute("dynamics");
        continue;
      }
      one.setAttribute("dynamics", OUT);
      if (!said) words({ bar, offset: ZERO }, "bring out");
      said = true;
    }
  });
}

function lengthOf(measure: Element, divisions: Fraction): Fraction {
  const ticks = children(measure, "note")
    .filter((note) => !child(note, "chord") && childText(note, "staff") !== "2")
    .reduce((sum, note) => sum + Number(childText(note, "duration") ?? 0), 0);
  return parseFraction(String(ticks / toNumber(divisions))) ?? ZERO;
}

/** A breath mark on the last note that begins before the place. */
function writeBreath(
  document: Document,
  parts: readonly Element[],
  measures: readonly Element[],
  divisions: readonly Fraction[],
  place: Place,
): void {
  const bar = place.offset.num === 0 ? place.bar - 1 : place.bar;
  const measure = measures[bar];
  if (!measure || parts.length === 0) return;
  let [at, last]: [Fraction, Element | undefined] = [ZERO, undefined];
  for (const element of children(measure)) {
    if (element.tagName === "backup") break;
    if (element.tagName !== "note" || child(element, "chord") || child(element, "grace")) continue;
    if (place.offset.num > 0 && compare(at, place.offset) >= 0) break;
    if (child(element, "pitch")) last = element;
    const ticks = parseFraction(childText(element, "duration") ?? "0") ?? ZERO;
    at = add(at, { num: ticks.num * divisions[bar]!.den, den: ticks.den * divisions[bar]!.num });
  }
  if (!last) return;
  let notations = child(last, "notations");
  if (!notations) {
    notations = create(document, "notations");
    last.insertBefore(
      notations,
      children(last).find((element) => ["lyric", "play", "listen"].includes(element.tagName)) ??
        null,
    );
  }
  let articulations = child(notations, "articulations");
  if (!articulations) {
    articulations = create(document, "articulations");
    notations.appendChild(articulations);
  }
  if (!child(articulations, "breath-mark"))
    articulations.appendChild(create(document, "breath-mark"));
}
