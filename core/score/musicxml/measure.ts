import { say } from "../../words/say.ts";
import {
  add,
  compare,
  equals,
  fraction,
  max,
  multiply,
  subtract,
  toNumber,
  ZERO,
  type Fraction,
} from "../model/fraction.ts";
import { parseDecimal, toText } from "../model/fractionText.ts";
import { readAspects, type Aspect } from "../marks/aspects.ts";
import {
  ScoreError,
  type Key,
  type PrintedMark,
  type Metre,
  type Said,
  type Pitch,
  type Signs,
  type Note,
} from "../model/model.ts";
import { midiOf } from "../model/pitch.ts";
import { readJoins, type Join } from "./joins.ts";
import { SAID_MARK } from "./saidFile.ts";
import { lettersOf, symbolBass, symbolName, type Letters } from "./letters.ts";
import { placeOf, readDirection, staffOf, tempoOf } from "./directionFile.ts";
import { readSigns } from "./signs.ts";
import { child, childText, children, isElement, whole, type Element } from "../xml/xml.ts";

/** What carries over from one measure to the next while a part is read. */
export interface ParserState {
  readonly aspects: readonly Aspect[];
  divisions: Fraction | undefined;
  metre: Metre;
  key: Key;
  /** Semitones to add to the written pitch for the sounding one. */
  transpose: number;
  /** Clef of each staff. */
  clefs: Map<number, string>;
}

export interface RawNote {
  element: Element;
  offset: Fraction;
  duration: Fraction;
  pitch: Pitch;
  midi: number;
  staff: number;
  voice: string;
  grace: boolean;
  slash: boolean;
  tieStart: boolean;
  tieStop: boolean;
  staccato: boolean;
  accent: "accent" | "strong" | undefined;
  ornaments: string[];
  accidental: boolean;
  rolled?: Note["rolled"];
  roll?: Note["roll"];
  /** Slurs, slides and what guitarists call them, as they begin and end on it. */
  joins: Join[];
  printed: Said | undefined;
}

export interface RawMeasure {
  number: string;
  length: Fraction;
  /** A backup that led to before the bar's start. */
  overran: boolean;
  notes: RawNote[];
  marks: Omit<PrintedMark, "bar">[];
  tempo: number | undefined;
  implicit: boolean;
  signs: Signs;
  clefs: { offset: Fraction; staff: number; clef: string }[];
  /** Quarters under fermatas, by onset. */
  holds: Map<string, number>;
  /** Words and chord symbols, of which some may name the chord of a note. */
  letters: Letters[];
}

/** Longest single duration, in quarters: far past any written note, it stops absurd files. */
const MAX_QUARTERS = fraction(10_000);

/** More in one bar than was ever written into one: an absurd file is told at once. */
const MAX_NOTES = 2000;
const MAX_GRACES = 500;
const MAX_MOVES = 2000;

/** Steps of a quarter: finer than any program writes, and what is counted with them stays exact. */
const MAX_DIVISIONS = 100_000;

const fail = (sentence: string, number: string): never => {
  throw new ScoreError(say`Measure ${number}: ${sentence}`, number);
};

function quarters(element: Element, name: string, state: ParserState, number: string): Fraction {
  const text = childText(element, "duration");
  if (text === undefined) return fail(say`a <${name}> has no duration.`, number);
  const value = parseDecimal(text);
  if (!value) return fail(say`the duration "${text.slice(0, 30)}" is not a number.`, number);
  if (value.num < 0) return fail(say`a duration is negative (${text}).`, number);
  if (!state.divisions)
    return fail(say`a duration comes before any <divisions>, so its length is unknown.`, number);
  const length = multiply(value, { num: state.divisions.den, den: state.divisions.num });
  if (compare(length, MAX_QUARTERS) > 0)
    return fail(say`the duration ${text} is longer than any note.`, number);
  return length;
}

function readAttributes(
  element: Element,
  state: ParserState,
  number: string,
  raw: RawMeasure,
  offset: Fraction,
): void {
  const divisions = childText(element, "divisions");
  if (divisions !== undefined) {
    const value = parseDecimal(divisions);
    if (!value || value.num <= 0)
      return fail(say`<divisions> is "${divisions.slice(0, 30)}"; it must be above zero.`, number);
    if (toNumber(value) > MAX_DIVISIONS)
      return fail(
        say`<divisions> is ${divisions.slice(0, 30)}; up to ${MAX_DIVISIONS} can be read.`,
        number,
      );
    state.divisions = value;
  }
  const key = child(element, "key");
  if (key) {
    const mode = childText(key, "mode");
    const fifths = Math.max(-7, Math.min(7, whole(childText(key, "fifths"), 0)));
    state.key = mode ? { fifths, mode } : { fifths };
  }
  const time = child(element, "time");
  if (time && child(time, "beats")) {
    const parts = (childText(time, "beats") ?? "").split("+").map((n) => whole(n.trim(), 0));
    const beats = parts.reduce((sum, n) => sum + n, 0);
    const beatType = whole(childText(time, "beat-type"), 0);
    if (beats < 1 || beats > 64 || ![1, 2, 4, 8, 16, 32, 64].includes(beatType)) {
      return fail(
        say`the metre ${childText(time, "beats") ?? ""}/${childText(time, "beat-type") ?? ""} cannot
          be counted.`,
        number,
      );
    }
    state.metre = { beats, beatType };
  }
  for (const clef of children(element, "clef")) {
    const staff = whole(clef.getAttribute("number") ?? "1", 1);
    const name = `${childText(clef, "sign") ?? ""}${childText(clef, "line") ?? ""}`;
    const before = state.clefs.get(staff);
    if (before !== undefined && before !== name) raw.clefs.push({ offset, staff, clef: name });
    state.clefs.set(staff, name);
  }
  const transpose = child(element, "transpose");
  if (transpose) {
    state.transpose =
      whole(childText(transpose, "chromatic"), 0) +
      12 * whole(childText(transpose, "octave-change"), 0);
  }
}

const STEPS = ["C", "D", "E", "F", "G", "A", "B"] as const;

function readPitch(note: Element, number: string): Pitch | undefined {
  const pitch = child(note, "pitch");
  if (!pitch) return undefined;
  const step = STEPS.find((name) => name === childText(pitch, "step"));
  const octave = Number(childText(pitch, "octave"));
  const alter = Number(childText(pitch, "alter") ?? 0);
  if (!step || !Number.isInteger(octave) || octave < -1 || octave > 10 || !(Math.abs(alter) <= 3)) {
    return fail(say`a pitch cannot be read.`, number);
  }
  return { step, octave, alter };
}

const ORNAMENTS: Readonly<Record<string, string>> = {
  "trill-mark": "trill",
  turn: "turn",
  "delayed-turn": "delayed turn",
  "inverted-turn": "inverted turn",
  "delayed-inverted-turn": "delayed inverted turn",
  "vertical-turn": "turn",
  "inverted-vertical-turn": "inverted turn",
  shake: "long trill",
  mordent: "mordent",
  "inverted-mordent": "short trill",
  schleifer: "slide",
  tremolo: "tremolo",
  haydn: "turn or trill",
};

function readNote(
  note: Element,
  offset: Fraction,
  duration: Fraction,
  state: ParserState,
  number: string,
): RawNote | undefined {
  const pitch = readPitch(note, number);
  if (!pitch || child(note, "cue")) return undefined;
  const ties = children(note, "tie").map((tie) => tie.getAttribute("type"));
  const notations = children(note, "notations");
  return {
    element: note,
    offset,
    duration,
    pitch,
    midi: midiOf(pitch) + state.transpose,
    staff: Math.max(1, whole(childText(note, "staff"), 1)),
    voice: childText(note, "voice") ?? "1",
    grace: child(note, "grace") !== undefined,
    slash: child(note, "grace")?.getAttribute("slash") === "yes",
    tieStart: ties.includes("start"),
    tieStop: ties.includes("stop"),
    staccato: notations.some((one) => child(child(one, "articulations"), "staccato")),
    accent: notations.some((one) => child(child(one, "articulations"), "strong-accent"))
      ? "strong"
      : notations.some((one) => child(child(one, "articulations"), "accent"))
        ? "accent"
        : undefined,
    ornaments: notations
      .flatMap((one) => children(one, "ornaments"))
      // what we wrote for other readers is in a field
      .filter((one) => !one.getAttribute("id")?.startsWith(SAID_MARK))
      .flatMap((one) => children(one))
      .flatMap((sign) =>
        sign.getAttribute("start-note") === "below" && sign.tagName === "trill-mark"
          ? "trill from below"
          : (ORNAMENTS[sign.tagName] ?? []),
      ),
    accidental: child(note, "accidental") !== undefined,
    ...rolledBy(notations),
    joins: readJoins(notations),
    printed: readAspects(notations, state.aspects),
  };
}

/**
 * By default a chord is rolled from its lowest note to its highest; simultaneous ones with the same
 * number are rolled together (MusicXML 4.0, arpeggiate).
 */
function rolledBy(notations: readonly Element[]): Pick<RawNote, "rolled" | "roll"> {
  const [sign] = notations.flatMap((one) => children(one, "arpeggiate"));
  if (!sign) return {};
  const number = sign.getAttribute("number");
  return {
    rolled: sign.getAttribute("direction") === "down" ? "down" : "up",
    ...(number ? { roll: number } : {}),
  };
}

const within = (count: number, most: number, what: string, number: string): void => {
  if (count > most)
    fail(say`it has more than ${most} ${what}; no bar of music has so many.`, number);
};

/** Reads one `<measure>` of a part, advancing `state`. @throws ScoreError naming the measure */
export function readMeasure(measure: Element, state: ParserState, index: number): RawMeasure {
  const number = (measure.getAttribute("number") ?? String(index + 1)).slice(0, 12);
  const raw: RawMeasure = {
    number,
    length: ZERO,
    overran: false,
    notes: [],
    marks: [],
    tempo: undefined,
    implicit: measure.getAttribute("implicit") === "yes",
    signs: readSigns(measure),
    clefs: [],
    holds: new Map(),
    letters: [],
  };
  let cursor = ZERO;
  let chordStart = ZERO;
  const count = { notes: 0, graces: 0, moves: 0 };
  for (let node = measure.firstChild; node; node = node.nextSibling) {
    if (!isElement(node)) continue;
    const element = node;
    switch (element.tagName) {
      case "attributes":
        readAttributes(element, state, number, raw, cursor);
        break;
      case "backup":
        within(++count.moves, MAX_MOVES, say`moves back and forward`, number);
        cursor = subtract(cursor, quarters(element, "backup", state, number));
        if (cursor.num < 0) [cursor, raw.overran] = [ZERO, true];
        break;
      case "forward":
        within(++count.moves, MAX_MOVES, say`moves back and forward`, number);
        cursor = add(cursor, quarters(element, "forward", state, number));
        break;
      case "note": {
        // a grace we wrote for other readers is in a field
        if (element.getAttribute("id")?.startsWith(SAID_MARK)) break;
        const grace = child(element, "grace") !== undefined;
        if (grace) within(++count.graces, MAX_GRACES, say`grace notes`, number);
        else within(++count.notes, MAX_NOTES, "notes", number);
        const duration = grace ? ZERO : quarters(element, "note", state, number);
        const chord = child(element, "chord") !== undefined;
        if (!chord) chordStart = cursor;
        const note = readNote(element, chordStart, duration, state, number);
        if (note) raw.notes.push(note);
        if (!chord && children(element, "notations").some((one) => child(one, "fermata"))) {
          raw.holds.set(
            toText(cursor),
            Math.max(raw.holds.get(toText(cursor)) ?? 0, toNumber(duration)),
          );
        }
        if (!chord) cursor = add(cursor, duration);
        break;
      }
      case "direction": {
        const { marks, tempo } = readDirection(element, cursor, state.divisions);
        raw.marks.push(...marks);
        for (const { kind, offset, text } of marks)
          if (kind === "words")
            raw.letters.push({ offset, staff: staffOf(element), ...lettersOf(text) });
        raw.tempo ??= tempo;
        break;
      }
      case "harmony": {
        const text = symbolName(element);
        const offset = placeOf(element, cursor, state.divisions);
        const bass = symbolBass(element);
        raw.letters.push({
          ...{ offset, text, staff: staffOf(element), isSymbol: true },
          ...(bass ? { bass } : {}),
        });
        break;
      }
      case "sound":
        raw.tempo ??= tempoOf(element);
        break;
    }
    raw.length = max(raw.length, cursor);
  }
  return raw;
}

export const nominalLength = (metre: Metre): Fraction => fraction(metre.beats * 4, metre.beatType);

/**
 * Indexes of bars that do not fit their metre and are neither a pick-up (first bar, or marked as
 * uncounted), a last bar, nor one half of a bar split by a repeat.
 */
export function misfits(
  bars: { length: Fraction; nominal: Fraction; implicit: boolean }[],
): number[] {
  return bars.flatMap((bar, i) => {
    if (equals(bar.length, bar.nominal)) return [];
    const short = compare(bar.length, bar.nominal) < 0;
    const edge = i === 0 || i === bars.length - 1;
    const completed = [bars[i - 1], bars[i + 1]].some(
      (other) => other && toNumber(add(bar.length, other.length)) === toNumber(bar.nominal),
    );
    return short && (edge || bar.implicit || completed) ? [] : [i];
  });
}
