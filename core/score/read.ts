import { listed } from "../words/listed.ts";
import { say } from "../words/say.ts";
import { add, ZERO, compare } from "./model/fraction.ts";
import { readText } from "./musicxml/container.ts";
import { barsWithLetterTwice } from "./musicxml/harpPedalFile.ts";
import { creditsOf } from "./musicxml/credits.ts";
import { abcToXml } from "./files/abc.ts";
import { isAbc, tunesIn } from "./files/abcTunes.ts";
import { isMidi, midiToXml } from "./files/midi.ts";
import { giveIds } from "./musicxml/ids.ts";
import { misfits, nominalLength } from "./musicxml/measure.ts";
import { FINGERING, type Aspect } from "./marks/aspects.ts";
import {
  ScoreError,
  type Bar,
  type LimbName,
  type PrintedMark,
  type Score,
  type Warning,
} from "./model/model.ts";
import { type Layout } from "./musicxml/layouts.ts";
import { choosePart, partsOf, stavesOf, tablatureAfter } from "./musicxml/parts.ts";
import { joinNotes } from "./musicxml/joinNotes.ts";
import {
  chordsOf,
  layoutOf,
  limbFinder,
  readParts,
  type ReadMeasure,
} from "./musicxml/readParts.ts";
import { readRepeats } from "./musicxml/repeats.ts";
import { symbolsIn } from "./musicxml/letters.ts";
import { readStrings } from "./musicxml/stringsFile.ts";
import { toPartwise } from "./musicxml/timewise.ts";
import {
  child,
  childText,
  children,
  parseXml,
  serialize,
  type Document,
  type Element,
} from "./xml/xml.ts";

const USUAL_LIMBS: readonly LimbName[] = [
  { id: "right", name: say`right hand` },
  { id: "left", name: say`left hand` },
  { id: "feet", name: say`feet`, foot: true },
];

/** More than any piece a person learns; it bounds memory and time. */
const MAX_BARS = 5000;
const MAX_NAME = 200;
/** An opera has some forty. */
const MAX_PARTS = 200;

export interface ReadOptions {
  /** The limb of each staff from the top; two hands and the feet when not given. */
  readonly limbs?: readonly LimbName[];
  /** Other ways the instrument has to read staves; from the top staff down when there are none. */
  readonly layouts?: readonly Layout[];
  /** Which of them somebody chose; the one that fits best when nobody did. */
  readonly layout?: string;
  /** What the instrument says of a note; fingers when not given. */
  readonly aspects?: readonly Aspect[];
  /**
   * Which parts are to be practised, by their place in the file; chosen by their staves when not
   * given.
   */
  readonly parts?: readonly number[];
  /** The piece is on paper: it has no notes, and these hands play it. */
  readonly paperHands?: readonly string[];
  /** Notes that another hand takes than their staff says, by note id. */
  readonly handOf?: Readonly<Record<string, string>>;
  /** Which tune of a file that holds several. */
  readonly tune?: number;
  /** What the piece is called when the file does not say. */
  readonly name?: string;
}

export interface Import {
  readonly score: Score;
  /** The original with ids given: what is stored and exported. */
  readonly xml: string;
}

/**
 * Reads an uploaded score file: MusicXML plain or compressed, ABC, or MIDI. A MusicXML original is
 * kept whole in `xml`; the others are written out as MusicXML.
 *
 * @throws ScoreError with the measure where known; nothing is half read
 * @example readFile(file).score.title // => "Lanterns on the Ettle"
 */
export function readFile(file: Uint8Array, options: ReadOptions = {}): Import {
  const { xml, warnings } = exactly(() => toMusicXml(file, options));
  const read = readScore(xml, options);
  return {
    xml: read.xml,
    score: { ...read.score, warnings: [...warnings, ...read.score.warnings] },
  };
}

function toMusicXml(
  file: Uint8Array,
  { tune, name = "Untitled" }: ReadOptions,
): { xml: string; warnings: Warning[] } {
  if (isMidi(file)) return midiToXml(file, name);
  const text = readText(file);
  // MusicXML begins with a tag; an ABC file never does
  const abc = text.xml.replace(/^<\?xml[^>]*\?>\s*/, "");
  if (abc.trimStart().startsWith("<") || !isAbc(abc)) return text;
  const tunes = tunesIn(abc);
  if (tunes.length > 1 && tune === undefined) {
    throw new ScoreError(
      say`The file holds ${tunes.length} tunes. Choose one of them:
        ${listed(tunes.map((one) => one.title))}.`,
      undefined,
      tunes,
    );
  }
  const found = abcToXml(abc, tune ?? tunes[0]?.index ?? 0);
  return { xml: found.xml, warnings: [...text.warnings, ...found.warnings] };
}

/**
 * Reads MusicXML text. @throws ScoreError
 *
 * @example readScore(xml).score.bars.length // => 24
 */
export function readScore(text: string, options: ReadOptions = {}): Import {
  return exactly(() => readDocument(text, options));
}

/**
 * Times that do not fit exact numbers, and nesting too deep, are faults of the file. @throws
 * ScoreError
 */
function exactly<T>(read: () => T): T {
  try {
    return read();
  } catch (error) {
    if (error instanceof RangeError)
      throw new ScoreError(
        say`The score holds times or nesting that cannot be counted exactly; it was not read.`,
      );
    throw error;
  }
}

function readDocument(text: string, options: ReadOptions): Import {
  const { document, root: top, warnings } = parseXml(text);
  const root = top.tagName === "score-timewise" ? toPartwise(document, top) : top;
  if (root.tagName !== "score-partwise") {
    throw new ScoreError(
      say`The file is XML, but no score: it begins with <${root.tagName.slice(0, 40)}>.`,
    );
  }
  const parts = partsOf(root);
  if (parts.length === 0) throw new ScoreError(say`The score has no part with measures in it.`);
  warnings.push(...giveIds(parts));
  const limbs = options.limbs ?? USUAL_LIMBS;
  const layouts = options.paperHands ? [] : (options.layouts ?? []);
  const sizes = layouts.length
    ? layouts.map(({ staves }) => staves.length)
    : Array.from({ length: limbs.length }, (_, i) => i + 1).slice(limbs.length > 1 ? 1 : 0);
  if (parts.length > MAX_PARTS)
    throw new ScoreError(say`The score has ${parts.length} parts; up to ${MAX_PARTS} can be read.`);
  const candidates = choosePart(parts, options.parts, sizes, warnings);
  const aspects = options.aspects ?? [FINGERING];
  const read = readParts(parts, candidates, aspects);
  const layout = layoutOf(
    read,
    layouts,
    options.layout,
    limbs.map(({ id }) => id),
  );
  // a staff that somebody else sings is not to be practised, nor is a part of nothing else
  const own = read.filter((one) =>
    layout.staves.slice(one.above, one.above + one.staves).some((limb) => limb !== undefined),
  );
  const practised = own.map(({ part }) => part);
  const first = own[0]!.measures;
  const readings = own.map(({ measures }) => measures.slice(0, first.length));
  const bars = joinBars(first, practised[0]!, parts[0]!, readings);
  if (bars.length > MAX_BARS)
    throw new ScoreError(
      say`The score has ${bars.length} measures; up to ${MAX_BARS} can be read.`,
    );
  const offsets = own.map((_, i) => own.slice(0, i).reduce((sum, { staves }) => sum + staves, 0));
  const { handOf } = options;
  const written = joinNotes(
    readings,
    offsets,
    limbFinder(own, layout),
    layout.sounds,
    chordsOf(own, layout, warnings),
  );
  const notes = handOf
    ? written.map((note) =>
        Object.hasOwn(handOf, note.id)
          ? { ...note, hand: handOf[note.id]!, writtenFor: note.hand }
          : note,
      )
    : written;
  if (notes.length === 0 && !options.paperHands)
    throw new ScoreError(say`The score has no notes in it, only rests or empty measures.`);
  const odd = misfits(first.map((raw, i) => ({ ...raw, ...bars[i]!, implicit: raw.implicit })));
  if (odd.length) {
    const names = odd
      .slice(0, 12)
      .map((i) => bars[i]!.number)
      .join(", ");
    warnings.push({
      kind: "bars",
      message: say`${odd.length === 1 ? say`Bar` : say`Bars`}
        ${names}${odd.length > 12 ? say` and more` : ""}: the notes do not add up to the metre. They
          were kept as they are.`,
      bars: odd,
    });
  }
  const twice = practised.flatMap((part) => barsWithLetterTwice(children(part, "measure")));
  if (twice.length)
    warnings.push({
      kind: "bars",
      message: say`${twice.length === 1 ? say`Bar` : say`Bars`}
        ${[...new Set(twice)].map((i) => bars[i]?.number ?? i + 1).join(", ")}: a pedal diagram sets one letter
        twice. The last one counts; look at it on the harp.`,
      bars: [...new Set(twice)].filter((i) => i < bars.length),
    });
  const strings = readStrings(
    practised.flatMap((part) => [part, tablatureAfter(parts, part) ?? []].flat()),
    warnings,
  );
  const marks: PrintedMark[] = readings.flatMap((part) =>
    part.flatMap((raw, bar) => raw.marks.map((mark) => ({ ...mark, bar }))),
  );
  const symbols = symbolsIn(own).flatMap((inBar, bar) =>
    [...inBar]
      .sort((a, b) => compare(a.offset, b.offset))
      .map(({ offset, text, bass }) => ({ bar, offset, name: text, ...(bass ? { bass } : {}) })),
  );
  const score: Score = {
    title: named(titleOf(root), "title", warnings) || options.name || "Untitled",
    composer: named(composerOf(root), "composer", warnings),
    staves: options.paperHands
      ? practised.reduce((sum, part) => sum + stavesOf(part), 0)
      : notes.reduce((most, note) => Math.max(most, note.staff), 1),
    ...(options.paperHands ? { paperHands: options.paperHands } : {}),
    parts: parts.map((part, i) => ({
      name: nameOfPart(root, part, i),
      staves: stavesOf(part),
      practised: practised.includes(part),
    })),
    limbs,
    ...(layout.choice ? { layout: layout.choice } : {}),
    ...(strings ? { strings } : {}),
    bars,
    notes,
    clefChanges: readings.flatMap((part, p) =>
      part.flatMap((raw, bar) =>
        raw.clefs.map((one) => ({ ...one, bar, staff: one.staff + offsets[p]! })),
      ),
    ),
    marks: marks.sort((a, b) => a.bar - b.bar || compare(a.offset, b.offset)),
    ...(symbols.length ? { symbols } : {}),
    warnings,
  };
  return { score, xml: serialized(document) };
}

const serialized = (document: Document): string => {
  const xml = serialize(document);
  return xml.startsWith("<?xml") ? xml : `<?xml version="1.0" encoding="UTF-8"?>\n${xml}`;
};

function named(text: string, what: string, warnings: Warning[]): string {
  const name = text.replace(/\s+/g, " ").trim();
  if (name.length <= MAX_NAME) return name;
  warnings.push({
    kind: "title",
    message: say`The ${what} has ${name.length} characters; it was shortened to ${MAX_NAME}.`,
  });
  return `${name.slice(0, MAX_NAME - 1)}…`;
}

/** What the file says of itself comes before what stands on its first page. */
const titleOf = (root: Element): string =>
  childText(child(root, "work"), "work-title") ||
  childText(root, "movement-title") ||
  creditsOf(root).title;

function composerOf(root: Element): string {
  const creators = children(child(root, "identification") ?? root, "creator");
  return (
    (
      creators.find((item) => item.getAttribute("type") === "composer") ?? creators[0]
    )?.textContent?.trim() || creditsOf(root).composer
  );
}

function nameOfPart(root: Element, part: Element, index: number): string {
  const entry = children(child(root, "part-list") ?? root, "score-part").find(
    (one) => one.getAttribute("id") === part.getAttribute("id"),
  );
  return (
    (childText(entry, "part-name") ?? "").replace(/\s+/g, " ").slice(0, MAX_NAME) ||
    `Part ${index + 1}`
  );
}

/**
 * Ids are those of the part that is drawn first; repeat signs may stand in the first part of the
 * file alone.
 */
function joinBars(
  raws: ReadMeasure[],
  part: Element,
  firstInFile: Element,
  readings: ReadMeasure[][],
): Bar[] {
  const elements = children(part, "measure");
  const own = readRepeats(elements);
  const repeats = own.some((one) => one.repeatEnd || one.repeatStart || one.endings)
    ? own
    : readRepeats(children(firstInFile, "measure"));
  let start = ZERO;
  return raws.map((raw, index) => {
    const nominal = nominalLength(raw.metre);
    const lengths = readings.map((reading) => reading[index]?.length ?? ZERO);
    let length = lengths.reduce((a, b) => (compare(a, b) >= 0 ? a : b));
    if (length.num === 0) length = nominal;
    const bar: Bar = {
      index,
      id: elements[index]?.getAttribute("id") ?? `b${index}`,
      number: raw.number,
      start,
      length,
      nominal,
      metre: raw.metre,
      key: raw.key,
      ...(repeats[index] ?? { repeatStart: false }),
      ...(raw.tempo === undefined ? {} : { tempo: raw.tempo }),
      ...signsAndHolds(
        readings.map((reading) => reading[index]).filter((one) => one !== undefined),
      ),
    };
    start = add(start, length);
    return bar;
  });
}

function signsAndHolds(parts: readonly ReadMeasure[]): Pick<Bar, "signs" | "held"> {
  const signs = Object.assign({}, ...parts.map((part) => part.signs)) as NonNullable<Bar["signs"]>;
  const holds = new Map<string, number>();
  for (const part of parts)
    for (const [at, quarters] of part.holds) holds.set(at, Math.max(holds.get(at) ?? 0, quarters));
  const held = [...holds.values()].reduce((sum, quarters) => sum + quarters, 0);
  return { ...(Object.keys(signs).length ? { signs } : {}), ...(held ? { held } : {}) };
}
