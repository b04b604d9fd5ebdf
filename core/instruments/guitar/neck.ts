import type { Note, Said } from "../../score/index.ts";

/** A fretted neck as it is set up: strings, capo, frets, length. */
export interface Neck {
  /** Open strings as MIDI numbers, string 1 first; a high fourth string is nothing wrong. */
  readonly tuning: readonly number[];
  /** The fret the capo stands at, 0 for none; frets are counted from it. */
  readonly capo: number;
  /** Frets of the whole neck. */
  readonly frets: number;
  /** Millimetres of the open string. */
  readonly scale: number;
}

/** e′ b g d A E, 19 frets, 650 mm. Common practice, no source. */
export const USUAL_NECK: Neck = {
  tuning: [64, 59, 55, 50, 45, 40],
  capo: 0,
  frets: 19,
  scale: 650,
};

/** The fret at which a neck meets the body, from the nut. Common practice, no source. */
export const BODY = 12;

/** A place on the neck. */
export interface Place {
  /** 1 for the first string. */
  readonly string: number;
  /** 0 for the open string (at the capo). */
  readonly fret: number;
}

/**
 * Frets over which a string touched lightly sounds in two, three, four or five parts, and semitones
 * of that above the open string. Acoustics: 12 log2 of the number of parts, to the nearest fret.
 */
const NODES = [
  { fret: 12, above: 12 },
  { fret: 7, above: 19 },
  { fret: 19, above: 19 },
  { fret: 5, above: 24 },
  { fret: 4, above: 28 },
  { fret: 9, above: 28 },
  { fret: 16, above: 28 },
];

/** Whether a natural harmonic sounds weak there: in five parts, where no fret is quite a node. */
export const isWeak = (fret: number): boolean =>
  NODES.some((one) => one.fret === fret && one.above === 28);

/** Whether a note is a natural harmonic. */
export const isNatural = ({ printed }: { readonly printed?: Said }): boolean =>
  printed?.["harmonic"] === "natural";

/** A natural harmonic that was touched before: it keeps its string, and no finger. */
export const ringing = <N extends { readonly printed?: Said }>(note: N): N =>
  isNatural(note) ? { ...note, printed: { ...note.printed, harmonic: RINGS } } : note;

const RINGS = "rings";

/** Whether a note keeps a string and no finger. */
export const isRinging = ({ printed }: { readonly printed?: Said }): boolean =>
  printed?.["harmonic"] === RINGS;

/**
 * Where a note lies, the lowest fret first; a natural harmonic where its string is touched.
 *
 * @param note A4 = 69, as it sounds
 * @example placesOf(USUAL_NECK, { midi: 64 })[0] // => { string: 1, fret: 0 }
 */
export function placesOf(
  { tuning, capo, frets }: Neck,
  note: { readonly midi: number; readonly printed?: Said },
): Place[] {
  const isPart = isNatural(note) || isRinging(note);
  const found: Place[] = [];
  tuning.forEach((open, i) => {
    const above = note.midi - open - capo;
    const at = isPart ? NODES.filter((one) => one.above === above) : [{ fret: above }];
    for (const { fret } of at)
      if (fret >= 0 && fret <= frets - capo) found.push({ string: i + 1, fret });
  });
  return found.sort((a, b) => a.fret - b.fret || a.string - b.string);
}

/**
 * What a tablature line has of some notes: string and fret of each that has a string or a finger.
 * A note without a string is where its pitch lies lowest on the neck; finger 0 is an open string.
 *
 * @param strings numbers of strings by note id
 * @param fingers left-hand fingers by note id
 * @returns without notes whose string does not have the pitch
 * @example
 *   [...tablatureOf(USUAL_NECK, [{ id: "e", midi: 64 }], new Map([["e", "2"]]), new Map())]
 *   // => [["e", { string: 2, fret: 5 }]]
 */
export function tablatureOf(
  neck: Neck,
  notes: readonly Pick<Note, "id" | "midi" | "printed">[],
  strings: ReadonlyMap<string, string>,
  fingers: ReadonlyMap<string, string>,
): Map<string, Place> {
  const found = new Map<string, Place>();
  for (const note of notes) {
    const { id } = note;
    const [told, finger] = [strings.get(id), fingers.get(id)];
    if (told === undefined && finger === undefined) continue;
    const fits = ({ string, fret }: Place) =>
      told === undefined ? finger !== "0" || fret === 0 : String(string) === told;
    const place = placesOf(neck, note).find(fits);
    if (place) found.set(id, place);
  }
  return found;
}

/**
 * Millimetres from the nut, or the capo, to a fret: each fret halves the string's twelfth root.
 * Arithmetic; the old rule takes 1/17.817 of what is left.
 */
export const toFret = ({ scale, capo }: Neck, fret: number): number =>
  scale * (shareOf(capo) - shareOf(fret + capo));

/** What is left of a string above a fret; a long line asks for the same few again and again. */
const shareOf = (fret: number): number => SHARES[fret] ?? 2 ** (-fret / 12);
const SHARES = Array.from({ length: 48 }, (_, fret) => 2 ** (-fret / 12));

/** Millimetres between two frets. */
export const between = (neck: Neck, a: number, b: number): number =>
  Math.abs(toFret(neck, b) - toFret(neck, a));

const ROMAN = [
  ...["I", "II", "III", "IV", "V", "VI", "VII", "VIII", "IX", "X", "XI", "XII"],
  ...["XIII", "XIV", "XV", "XVI", "XVII", "XVIII", "XIX", "XX", "XXI", "XXII", "XXIII", "XXIV"],
];

/**
 * A position as guitarists write it.
 */
export const roman = (position: number): string => ROMAN[position - 1] ?? String(position);

/** A tuning by its name; what is changed of the usual one is said of strings by their numbers. */
interface Tuning {
  readonly name: string;
  readonly tuning: readonly number[];
}

/** Tunings of six strings that players know, the usual one first. Common practice, no source. */
export const TUNINGS: readonly Tuning[] = [
  { name: "E A D G B E", tuning: [64, 59, 55, 50, 45, 40] },
  { name: "D A D G B E", tuning: [64, 59, 55, 50, 45, 38] },
  { name: "D A D G B D", tuning: [62, 59, 55, 50, 45, 38] },
  { name: "D G D G B D", tuning: [62, 59, 55, 50, 43, 38] },
  { name: "D A D G A D", tuning: [62, 57, 55, 50, 45, 38] },
  { name: "C A D G B E", tuning: [64, 59, 55, 50, 45, 36] },
];
