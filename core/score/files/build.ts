import {
  add,
  compare,
  fraction,
  multiply,
  subtract,
  toNumber,
  ZERO,
  type Fraction,
} from "../model/fraction.ts";
import { kindOf } from "../musicxml/letters.ts";
import { ScoreError, type Key, type Metre, type Pitch, type Signs } from "../model/model.ts";

/**
 * Notes struck together, or a rest when there are none. Times in quarters from the start of the
 * bar.
 */
export interface BuiltEvent {
  readonly at: Fraction;
  readonly length: Fraction;
  readonly pitches: readonly BuiltPitch[];
  readonly grace?: readonly Pitch[];
  readonly fermata?: boolean;
  /** A rest that fills its bar, whatever the metre. */
  readonly wholeBar?: boolean;
  readonly staccato?: boolean;
  /** Ornament elements of MusicXML: `trill-mark`. */
  readonly ornaments?: readonly string[];
  readonly fingers?: readonly string[];
  readonly chord?: string;
  /** Letters over it that name the chord it stands for. */
  readonly letter?: string;
}
export interface BuiltPitch extends Pitch {
  readonly tieStart?: boolean;
  readonly tieStop?: boolean;
}
export interface BuiltBar {
  readonly number: string;
  readonly implicit?: boolean;
  /** Given in the first bar and where they change. */
  readonly metre?: Metre;
  readonly key?: Key;
  readonly tempo?: number;
  readonly repeatStart?: boolean;
  readonly repeatEnd?: number;
  /** Numbers of an ending bracket that begins here, and of one that ends here. */
  readonly endingStart?: string;
  readonly endingStop?: string;
  readonly signs?: Signs;
  readonly words?: readonly string[];
  readonly dynamics?: readonly { at: Fraction; text: string }[];
  /** Events of each voice of each staff. */
  readonly staves: readonly (readonly (readonly BuiltEvent[])[])[];
}
export interface BuiltScore {
  readonly title: string;
  readonly composer: string;
  readonly clefs: readonly ("G" | "F")[];
  readonly bars: readonly BuiltBar[];
}

const TYPES: readonly [string, Fraction][] = [
  ["breve", fraction(8)],
  ["whole", fraction(4)],
  ["half", fraction(2)],
  ["quarter", fraction(1)],
  ["eighth", fraction(1, 2)],
  ["16th", fraction(1, 4)],
  ["32nd", fraction(1, 8)],
  ["64th", fraction(1, 16)],
];
const DOTS: readonly Fraction[] = [fraction(1), fraction(3, 2), fraction(7, 4)];
/** Tuplets as notes played in the time of others. */
const TUPLETS: readonly [number, number][] = [
  [3, 2],
  [5, 4],
  [6, 4],
  [7, 4],
  [9, 8],
];

interface Sign {
  readonly length: Fraction;
  readonly xml: string;
}

function signOf(length: Fraction): Sign | undefined {
  for (const [actual, normal] of [[1, 1] as [number, number], ...TUPLETS]) {
    const plain = multiply(length, fraction(actual, normal));
    for (const [type, base] of TYPES) {
      const dots = DOTS.findIndex((dot) => compare(multiply(base, dot), plain) === 0);
      if (dots < 0) continue;
      const time =
        actual === 1
          ? ""
          : `<time-modification><actual-notes>${actual}</actual-notes><normal-notes>${normal}</normal-notes>` +
            "</time-modification>";
      return { length, xml: `<type>${type}</type>${"<dot/>".repeat(dots)}${time}` };
    }
  }
  return undefined;
}

/** Longer than any written note, in quarters. */
const LONGEST = fraction(1000);
/** More tied notes than a length is ever written in. */
const MOST_SIGNS = 200;

/**
 * A length as one note sign, or as several to be tied. @throws ScoreError for one that no piece has
 */
function signs(length: Fraction): Sign[] {
  if (compare(length, LONGEST) > 0)
    throw new ScoreError("The file has a note that is longer than any piece; it may be damaged.");
  const found: Sign[] = [];
  for (let rest = length; rest.num > 0;) {
    const whole = signOf(rest);
    const largest = TYPES.find(([, base]) => compare(base, rest) <= 0);
    // too short to be written: it keeps its time
    const next =
      whole ??
      (largest && found.length < MOST_SIGNS ? signOf(largest[1])! : { length: rest, xml: "" });
    found.push(next);
    rest = subtract(rest, next.length);
  }
  return found;
}

const escape = (text: string): string =>
  text
    .replace(/&/g, "&amp;")
    .replace(/</g, "&lt;")
    .replace(/>/g, "&gt;")
    .replace(/[^\t\n\r\u0020-\uD7FF\uE000-\uFFFD\u{10000}-\u{10FFFF}]/gu, "");

const gcd = (a: number, b: number): number => (b === 0 ? a : gcd(b, a % b));

/** Divisions of a quarter in which all of some times are whole numbers. */
export const finenessOf = (times: readonly Fraction[], least = 1): number =>
  times.reduce((common, { den }) => (common * den) / gcd(common, den), least);

/** MusicXML from bars that another format was read into. */
export function buildXml({ title, composer, clefs, bars }: BuiltScore): string {
  const times = bars.flatMap((bar) =>
    bar.staves.flat(2).flatMap((event) => [event.at, event.length]),
  );
  const divisions = finenessOf(times, 4);
  const ticks = (time: Fraction): number =>
    Math.round(toNumber(multiply(time, fraction(divisions))));
  const staves = clefs.length;
  const measures = bars.map((bar, index) => {
    const number = escape(bar.number).replace(/"/g, "");
    return (
      `<measure number="${number}"${bar.implicit ? ' implicit="yes"' : ""}>` +
      `${barlineLeft(bar)}${attributes(bar, index, divisions, clefs)}` +
      `${directions(bar, staves, ticks)}${voices(bar, staves, ticks)}` +
      `${barlineRight(bar)}</measure>`
    );
  });
  return (
    `<?xml version="1.0" encoding="UTF-8"?>
<score-partwise version="4.0"><work><work-title>${escape(title)}</work-title></work>` +
    `<identification><creator type="composer">${escape(composer)}</creator></identification>` +
    "<part-list><score-part " +
    `id="P1"><part-name></part-name></score-part></part-list><part id="P1">\n${measures.join("\n")}\n</part>` +
    "</score-partwise>"
  );
}

function attributes(
  { metre, key }: BuiltBar,
  index: number,
  divisions: number,
  clefs: readonly ("G" | "F")[],
): string {
  const inside =
    (index === 0 ? `<divisions>${divisions}</divisions>` : "") +
    (key
      ? `<key><fifths>${key.fifths}</fifths>${key.mode ? `<mode>${key.mode}</mode>` : ""}</key>`
      : "") +
    (metre
      ? `<time><beats>${metre.beats}</beats><beat-type>${metre.beatType}</beat-type></time>`
      : "") +
    (index === 0
      ? (clefs.length > 1 ? `<staves>${clefs.length}</staves>` : "") +
        clefs
          .map(
            (clef, i) =>
              `<clef${clefs.length > 1 ? ` number="${i + 1}"` : ""}><sign>${clef}</sign>` +
              `<line>${clef === "G" ? 2 : 4}</line></clef>`,
          )
          .join("")
      : "");
  return inside ? `<attributes>${inside}</attributes>` : "";
}

function directions(
  { tempo, signs: jump = {}, words = [], dynamics = [] }: BuiltBar,
  staves: number,
  ticks: (time: Fraction) => number,
): string {
  const found: string[] = [];
  const put = (type: string, sound = "", offset = 0) =>
    found.push(
      `<direction placement="above"><direction-type>${type}</direction-type>` +
        (offset ? `<offset>${offset}</offset>` : "") +
        `${staves > 1 ? "<staff>1</staff>" : ""}${sound ? `<sound ${sound}/>` : ""}` +
        "</direction>",
    );
  if (tempo)
    put(
      `<metronome><beat-unit>quarter</beat-unit><per-minute>${Math.round(tempo)}</per-minute></metronome>`,
      `tempo="${tempo}"`,
    );
  for (const text of words) put(`<words>${escape(text)}</words>`);
  for (const one of dynamics) put(`<dynamics><${one.text}/></dynamics>`, "", ticks(one.at));
  if (jump.segno) put("<segno/>", 'segno="segno"');
  if (jump.coda) put("<coda/>", 'coda="coda"');
  if (jump.toCoda) put("<words>To Coda</words>", 'tocoda="coda"');
  if (jump.fine) put("<words>Fine</words>", 'fine="yes"');
  if (jump.jump === "capo") put("<words>D.C.</words>", 'dacapo="yes"');
  if (jump.jump === "segno") put("<words>D.S.</words>", 'dalsegno="segno"');
  return found.join("");
}

const barlineLeft = ({ repeatStart, endingStart }: BuiltBar): string =>
  repeatStart || endingStart !== undefined
    ? `<barline location="left">` +
      (endingStart === undefined
        ? ""
        : `<ending number="${escape(endingStart)}" type="start">` +
          `${escape(endingStart)}</ending>`) +
      `${repeatStart ? '<repeat direction="forward"/>' : ""}</barline>`
    : "";

const barlineRight = ({ repeatEnd, endingStop }: BuiltBar): string =>
  repeatEnd || endingStop
    ? `<barline location="right">` +
      (endingStop ? `<ending number="${escape(endingStop)}" type="stop"/>` : "") +
      (repeatEnd
        ? `<repeat direction="backward"${repeatEnd > 2 ? ` times="${repeatEnd}"` : ""}/>`
        : "") +
      "</barline>"
    : "";

function voices(bar: BuiltBar, staves: number, ticks: (time: Fraction) => number): string {
  let cursor = 0;
  const found: string[] = [];
  bar.staves.forEach((ofStaff, staff) =>
    ofStaff.forEach((events, v) => {
      if (events.length === 0) return;
      if (cursor) found.push(`<backup><duration>${cursor}</duration></backup>`);
      const written = voiceXml(
        events,
        staff * 4 + v + 1,
        staves > 1 ? staff + 1 : undefined,
        ticks,
      );
      found.push(written.xml);
      cursor = written.ticks;
    }),
  );
  return found.join("");
}

/**
 * One voice of a bar, from its beginning.
 *
 * @param staff where there is more than one
 * @param ticks MusicXML's divisions for a time in quarters
 */
export function voiceXml(
  events: readonly BuiltEvent[],
  voice: number,
  staff: number | undefined,
  ticks: (time: Fraction) => number,
): { readonly xml: string; readonly ticks: number } {
  const found: string[] = [];
  let at = ZERO;
  let cursor = 0;
  for (const event of events) {
    if (compare(event.at, at) > 0) {
      const gap = ticks(subtract(event.at, at));
      found.push(`<forward><duration>${gap}</duration></forward>`);
      cursor += gap;
    }
    found.push(notes(event, voice, staff ? `<staff>${staff}</staff>` : "", ticks));
    cursor += ticks(event.length);
    at = add(event.at, event.length);
  }
  return { xml: found.join(""), ticks: cursor };
}

const stepXml = (name: string, text: string): string =>
  `<${name}-step>${text[0]}</${name}-step>` +
  (text[1] ? `<${name}-alter>${text[1] === "#" ? 1 : -1}</${name}-alter>` : "");

/** A chord symbol; what is no chord stands as words. */
function harmonyXml(symbol: string): string {
  const text = symbol.replaceAll("♭", "b").replaceAll("♯", "#");
  const match = /^([A-G][#b]?)([^/]*)(?:\/([A-G][#b]?))?$/.exec(text);
  if (!match)
    return `<direction placement="above"><direction-type><words>${escape(symbol)}</words></direction-type></direction>`;
  const [, root = "", kind = "", bass] = match;
  return (
    `<harmony><root>${stepXml("root", root)}</root><kind text="${escape(kind).replace(/"/g, "")}">` +
    `${kindOf(kind) ?? "other"}</kind>${bass ? `<bass>${stepXml("bass", bass)}</bass>` : ""}</harmony>`
  );
}

const letterXml = ({ letter }: BuiltEvent, staff: string): string =>
  letter === undefined
    ? ""
    : `<direction placement="above"><direction-type><words>${escape(letter)}</words>` +
      `</direction-type>${staff}</direction>`;

const pitchXml = ({ step, alter, octave }: Pitch): string =>
  `<pitch><step>${step}</step>${alter ? `<alter>${alter}</alter>` : ""}<octave>${octave}</octave></pitch>`;

function notes(
  event: BuiltEvent,
  voice: number,
  staff: string,
  ticks: (time: Fraction) => number,
): string {
  const parts = event.wholeBar ? [{ length: event.length, xml: "" }] : signs(event.length);
  const harmony = (event.chord ? harmonyXml(event.chord) : "") + letterXml(event, staff);
  const grace = (event.grace ?? [])
    .map(
      (pitch) =>
        `<note><grace/>${pitchXml(pitch)}<voice>${voice}</voice><type>eighth</type>${staff}</note>`,
    )
    .join("");
  return (
    harmony +
    grace +
    parts
      .map(({ length, xml }, i) => {
        const duration = `<duration>${ticks(length)}</duration>`;
        if (event.pitches.length === 0)
          return (
            `<note>${event.wholeBar ? '<rest measure="yes"/>' : "<rest/>"}${duration}<voice>` +
            `${voice}</voice>${xml}${staff}</note>`
          );
        return event.pitches
          .map((pitch, p) => {
            const stop = i > 0 || pitch.tieStop;
            const start = i < parts.length - 1 || pitch.tieStart;
            const first = i === 0 && p === 0;
            const technical =
              i === 0 && event.fingers?.[p]
                ? `<technical><fingering>${escape(event.fingers[p])}</fingering></technical>`
                : "";
            const ornaments =
              first && event.ornaments?.length
                ? `<ornaments>${event.ornaments.map((one) => `<${one}/>`).join("")}</ornaments>`
                : "";
            const inside =
              `${stop ? '<tied type="stop"/>' : ""}${start ? '<tied type="start"/>' : ""}` +
              `${ornaments}${technical}` +
              (first && event.staccato ? "<articulations><staccato/></articulations>" : "") +
              (first && event.fermata ? "<fermata/>" : "");
            return (
              `<note>${p ? "<chord/>" : ""}${pitchXml(pitch)}${duration}` +
              `${stop ? '<tie type="stop"/>' : ""}${start ? '<tie type="start"/>' : ""}` +
              "<voice>" +
              `${voice}</voice>${xml}${staff}${inside ? `<notations>${inside}</notations>` : ""}</note>`
            );
          })
          .join("");
      })
      .join("")
  );
}
