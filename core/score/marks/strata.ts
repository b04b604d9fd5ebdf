import { say } from "../../words/say.ts";
import type { TSchema } from "@sinclair/typebox";
import { parseFraction } from "../model/fractionText.ts";
import { fieldRecord, fieldsIn, writeFields } from "../xml/fields.ts";
import { ScoreError, type Place, type Score } from "../model/model.ts";
import { comparePlaces } from "../model/places.ts";
import { fieldsOf, placeFrom, placeMoved, placeText, spanFrom, spanMoved } from "../model/spans.ts";
import type { PlaceText } from "../model/spans.ts";
import type { ControllerSet, MarkedAt, Performance } from "../model/performance.ts";
import type { Shape } from "../model/shape.ts";
import type { Mark, MarkData, Printed } from "./mark.ts";
import type { StratumWork } from "./work.ts";
import { parseXml, type Document, type Element } from "../xml/xml.ts";

/** The layer that holds unless another comes over it, and that for a small hand. */
export const TEACHER = "teacher";
export const SMALL_HAND = "small-hand";

/** The same as it is stored and sent: offsets as exact text. */
export interface MarkRecord {
  readonly id: string;
  readonly layer: string;
  readonly line?: string;
  readonly from: PlaceText;
  readonly to?: PlaceText;
  readonly data: MarkData;
}

export type { Mark, MarkData, Printed } from "./mark.ts";

type Read = Pick<Score, "bars" | "notes">;

/** A mark that is made with one key. */
export interface MarkSign {
  readonly key: string;
  readonly name: string;
  /** What it writes; nothing when it takes away what stands there. */
  readonly data:
    MarkData | ((marks: readonly Mark[], at: Place, score: Read) => MarkData | undefined);
}

/** What may be chosen before marks are suggested: an option of the work. */
export interface MarkChoice {
  readonly id: string;
  readonly name: string;
  /** What it is called where nothing is chosen. */
  readonly usual: string;
  readonly values: readonly { readonly value: string | number; readonly name: string }[];
}

/** Bars as they are practised. */
export interface Stretch {
  readonly from: number;
  readonly to: number;
  /** Quarters a minute. */
  readonly tempo: number;
  readonly shape: Shape;
  /** Marks of other kinds, by stratum. */
  readonly others?: ReadonlyMap<string, readonly Mark[]>;
  /** What is known of the player. */
  readonly player?: Readonly<Record<string, unknown>>;
}

/** What whoever practises some bars must know, and marks that are drawn in pencil for it. */
export interface Told {
  readonly text: string;
  readonly also?: readonly Printed[];
}

/** From a place up to another, or to the end. */
export interface Apart {
  readonly from: Place;
  readonly to?: Place;
}

/** One kind of marks between notes, with all that is done to them. */
export interface Stratum {
  /** The word for it in code, API and database. */
  readonly id: string;
  /** Many of them on screen, one at the beginning of a sentence. */
  readonly name: string;
  readonly one: string;
  /** Of its tab at the desk; none where marks are made among the hands. */
  readonly tab?: string;
  /** Whether an instrument that is set up so has it; every one when absent. */
  readonly within?: (setup: Readonly<Record<string, unknown>>) => boolean;
  readonly extent: "place" | "span";
  /** Whether each layer has its own; else they are the teacher's. */
  readonly layered: boolean;
  /** Whether each hand or foot has its own. */
  readonly lined: boolean;
  /** Of a mark's data. */
  readonly schema: TSchema;
  /**
   * What is typed at a place, of strata that have no line; without them marks are made in another
   * way.
   */
  readonly signs?: readonly MarkSign[];
  /** What stands there, for reports: `pedal down`. */
  readonly words: (mark: Pick<Mark, "line" | "data">) => string;
  /** What is wrong with a mark that its schema cannot see; a sentence. */
  readonly fault?: (mark: Mark, score: Read) => string | undefined;
  /** Why marks of one layer, in order, cannot stand together; a sentence with the bar. */
  readonly clash?: (marks: readonly Mark[], score: Read) => string | undefined;
  /** What the file prints; it stands until the first edit, which takes it over. */
  readonly printed?: (score: Score) => readonly Printed[];
  /** A mark may hold only one of the times its bar is played: `time` of its data. */
  readonly times?: boolean;
  /** Writes them in MusicXML's own elements, over what is printed; without it they are fields. */
  readonly write?: (
    document: Document,
    measures: readonly Element[],
    marks: readonly Mark[],
  ) => void;
  /** What is worked out for them; loaded where it is asked for. Without it nothing is. */
  readonly work?: () => Promise<StratumWork>;
  /** What a teacher may choose of it. */
  readonly choices?: readonly MarkChoice[];
  /** Its work is the same at every tempo. */
  readonly untimed?: true;
  /** Its work looks through what is written and suggests nothing. */
  readonly onlyLooks?: true;
  /** Others go along with one that is moved: its work says which. */
  readonly heals?: true;
  /** Aspects of notes that its work looks at. */
  readonly reads?: readonly string[];
  /** Other kinds of marks that its work looks at. */
  readonly looksAt?: readonly string[];
  /** Fields of the player's record that its work is asked with. */
  readonly asks?: readonly string[];
  /** What holds at a place because of the marks up to it, in words; nothing when undefined. */
  readonly state?: (marks: readonly Mark[], at: Place, score: Read) => string | undefined;
  /** What holds must be set before one begins there: it is told with each stretch practised. */
  readonly setBefore?: true;
  /** What whoever practises some bars at a tempo must know of them; nothing when undefined. */
  readonly told?: (marks: readonly Mark[], score: Score, how: Stretch) => Told | undefined;
  /** The score with its notes spelled for what they are played on; tempo in quarters a minute. */
  readonly spells?: (
    score: Score,
    marks: readonly Mark[],
    tempo: number,
    setup: Readonly<Record<string, unknown>>,
  ) => Score;
  /** Where hands play on keys of their own, so that they are not in each other's way. */
  readonly apart?: (marks: readonly Mark[]) => readonly Apart[];
  /** The score with what they add to its notes; they are practised and heard layer by layer. */
  readonly adorns?: (score: Score, marks: readonly Mark[]) => Score;
  /** What marks make of what is heard; those of this stratum, in order. Silent when absent. */
  readonly sound?: (performance: Performance, marks: readonly MarkedAt[]) => Performance;
  /** What marks are in a MIDI file, where it has a controller for them. */
  readonly controllers?: (marks: readonly MarkedAt[], length: number) => readonly ControllerSet[];
  /** Whether it holds where the music comes back so many semitones away; always when absent. */
  readonly holdsAt?: (semitones: number) => boolean;
  /** What a mark says where the music comes back; the same when absent. */
  readonly moved?: (data: MarkData, move: Moved) => MarkData;
}

/** Where a mark goes along to. */
export interface Moved {
  readonly semitones: number;
  readonly from: Place;
  readonly to: Place;
  readonly score: Score;
}

/** A mark as it is stored and sent. */
export const markRecord = ({ id, layer, line, from, to, data }: Mark): MarkRecord => ({
  id,
  layer,
  ...(line === undefined ? {} : { line }),
  from: placeText(from),
  ...(to ? { to: placeText(to) } : {}),
  data,
});

/**
 * The mark a record means for a score. Its data must have been checked against the schema.
 *
 * @throws ScoreError in a sentence when its hand or a place cannot be
 */
export function markFrom(record: MarkRecord, score: Read, stratum: Stratum): Mark {
  const { id, layer, line, data } = record;
  if (stratum.lined && !score.notes.some((note) => note.hand === line))
    throw new ScoreError(
      say`${stratum.one} belongs to a hand that has notes, not to "${String(line).slice(0, 20)}".`,
    );
  const where =
    stratum.extent === "span"
      ? spanFrom(record, score.bars, stratum.one)
      : { from: placeAsWritten(record.from, score, stratum) };
  const mark = { id, layer, ...(stratum.lined ? { line: line! } : {}), ...where, data };
  const fault = stratum.fault?.(mark, score);
  if (fault) throw new ScoreError(fault);
  return mark;
}

/** A mark may stand at the end of a bar: an up there is of the bar that ends, not of the next. */
function placeAsWritten(from: PlaceText, { bars }: Read, stratum: Stratum): Place {
  placeFrom(from, bars, stratum.one, true);
  return { bar: from.bar, offset: parseFraction(from.offset)! };
}

/** Marks in the order of the music; those at one place as they were written. */
export const inOrder = <M extends Pick<Mark, "from">>(marks: readonly M[]): M[] =>
  [...marks].sort((a, b) => comparePlaces(a.from, b.from));

/** Of marks in order one that stands where another of its kind does; none when there is none. */
export const twiceAt = (
  marks: readonly Mark[],
  areOneKind: (a: Mark, b: Mark) => boolean = () => true,
): Mark | undefined =>
  marks.find((mark, i) => {
    for (let k = i - 1; k >= 0 && comparePlaces(marks[k]!.from, mark.from) === 0; k--)
      if (areOneKind(marks[k]!, mark)) return true;
    return false;
  });

/** Says that two marks stand at one place, of strata that have one there. `told` has the bar. */
export const oneAtAPlace =
  (
    told: (bar: string) => string,
    areOneKind?: (a: Mark, b: Mark) => boolean,
  ): NonNullable<Stratum["clash"]> =>
  (marks, { bars }) => {
    const twice = twiceAt(marks, areOneKind);
    return twice && told(bars[twice.from.bar]?.number ?? String(bars.length));
  };

/** Two marks of one line at once, where there are any: of spans that may not overlap. */
export function overlapOf(marks: readonly Mark[]): readonly [Mark, Mark] | undefined {
  const sorted = inOrder(marks);
  for (const [i, one] of sorted.entries()) {
    const before = sorted.slice(0, i).findLast((other) => other.line === one.line);
    if (before && comparePlaces(before.to ?? before.from, one.from) > 0) return [before, one];
  }
  return undefined;
}

/**
 * A mark in a corrected score, whose bars are elsewhere; none when the bar it begins or ends in is
 * gone.
 */
export const markMoved = (
  record: MarkRecord,
  bars: readonly (number | undefined)[],
): MarkRecord[] =>
  record.to
    ? spanMoved({ ...record, to: record.to }, bars)
    : placeMoved(record.from, bars).map((from) => ({ ...record, from }));

const prefixOf = (stratum: Pick<Stratum, "id">): string => `yarrow-ridge:${stratum.id}:`;

/** Names a field has for the mark itself; data that uses one of them stands apart. */
const OWN: readonly string[] = ["hand", "from", "to", "data"];

/** Writes the marks of a stratum into a document. */
export function writeMarks(
  document: Document,
  root: Element,
  measures: readonly Element[],
  stratum: Stratum,
  marks: readonly Mark[],
): void {
  if (stratum.write) return stratum.write(document, measures, marks);
  const fields = marks.map(markRecord).map(({ line, from, to, data }) => ({
    ...(line === undefined ? {} : { hand: line }),
    from,
    ...(to ? { to } : {}),
    ...(Object.keys(data).some((key) => OWN.includes(key)) ? { data } : data),
  }));
  return writeFields(document, root, prefixOf(stratum), fields);
}

/**
 * The marks an exported score brings back in fields; those that do not fit it are left.
 *
 * @param known whether data is what the stratum's schema asks for
 */
export function marksIn(
  xml: string,
  score: Read,
  stratum: Stratum,
  known: (data: MarkData) => boolean,
): Printed[] {
  if (stratum.write) return [];
  const found = fieldsIn(parseXml(xml).root, prefixOf(stratum)).flatMap((field, i): Mark[] => {
    try {
      const { hand, from, to, ...rest } = fieldsOf(fieldRecord(field), stratum.one);
      const data = (rest.data ?? rest) as MarkData;
      if (!known(data)) return [];
      const record = { id: String(i), layer: "", line: hand, from, to, data } as MarkRecord;
      return [markFrom(record, score, stratum)];
    } catch (error) {
      if (error instanceof ScoreError) return [];
      throw error;
    }
  });
  return stratum.clash?.(inOrder(found), score) ? [] : found;
}
