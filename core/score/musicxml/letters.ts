import { compare, toNumber, type Fraction } from "../model/fraction.ts";
import type { Pitch } from "../model/model.ts";
import { child, childText, children, type Element } from "../xml/xml.ts";

/** The D in the middle of a bass staff: in accordion notation what lies higher is a chord. */
export const THIRD_LINE = 50;

/**
 * How a staff names chords: a single note is the root, letters over or under it say which chord.
 */
export interface ChordLetters {
  readonly limb: string;
  /** Notes higher than this key stand for chords, A4 = 69. */
  readonly above: number;
  /** The keys of a chord by its name, `C`, `F#m`, `Bb7`; undefined where it is no chord. */
  readonly keysOf: (name: string) => readonly number[] | undefined;
}

/** Something that may name a chord: words, or a chord symbol. */
export interface Letters {
  readonly offset: Fraction;
  /** Where it says so itself. */
  readonly staff: number | undefined;
  readonly text: string;
  readonly isSymbol: boolean;
  /** Of a symbol, the bass that is not its root. */
  readonly bass?: string;
}

/** MusicXML's kinds of chords, as they are written after the root. */
const KINDS: ReadonlyMap<string, string> = new Map(
  Object.entries({
    ...{ major: "", minor: "m", dominant: "7", diminished: "dim" },
    ...{ "diminished-seventh": "dim7" },
    ...{ "major-seventh": "maj7", "minor-seventh": "m7", "half-diminished": "m7b5" },
    ...{ "major-sixth": "6", "minor-sixth": "m6", augmented: "aug", "augmented-seventh": "7#5" },
    ...{ "major-minor": "mM7", "dominant-ninth": "9", "major-ninth": "maj9", "minor-ninth": "m9" },
    ...{ "dominant-11th": "11", "minor-11th": "m11", "dominant-13th": "13", "minor-13th": "m13" },
    ...{
      "major-13th": "maj13",
      "suspended-second": "sus2",
      "suspended-fourth": "sus4",
      power: "5",
    },
  }),
);
/** Other ways to write some of them. Common practice, no source. */
const ALSO = {
  ...{ M: "major", maj: "major", min: "minor", "-": "minor", "+": "augmented", o: "diminished" },
  ...{ o7: "diminished-seventh", "°": "diminished", "°7": "diminished-seventh" },
  ...{ sus: "suspended-fourth", ø7: "half-diminished" },
  ...{ M7: "major-seventh", min7: "minor-seventh", "-7": "minor-seventh", ø: "half-diminished" },
};
const BY_SIGN: ReadonlyMap<string, string> = new Map([
  ...Object.entries(ALSO),
  // where two kinds are written alike the first is meant
  ...[...KINDS].reverse().map(([kind, sign]) => [sign, kind] as const),
]);

/**
 * MusicXML's kind of a chord by what is written after its root, `m7`; undefined for one nobody
 * knows.
 */
export const kindOf = (sign: string): string | undefined => BY_SIGN.get(sign);

const SIGNS = ["bb", "b", "", "#", "##"];
const signOf = (alter: number): string => SIGNS[alter + 2] ?? "";

/** After a root, where a symbol has a kind that is not among them. */
const NO_KIND = "?";

/**
 * The name of a chord symbol, `Am7`: with a question mark where its kind is not known; empty where
 * it has no root, as where no chord is played.
 */
export function symbolName(harmony: Element): string {
  const root = child(harmony, "root");
  const kind = childText(harmony, "kind") ?? "";
  const step = childText(root, "root-step");
  if (!root || !step || kind === "none") return "";
  // tones that are added or left out are no buttons of their own
  return `${step}${signOf(Number(childText(root, "root-alter") ?? 0))}${KINDS.get(kind) ?? NO_KIND}`;
}

/** What words say of chords; N.C. is a symbol for no chord at all. */
export const lettersOf = (text: string): Pick<Letters, "text" | "isSymbol"> =>
  NO_CHORD.test(text) ? { text: "", isSymbol: true } : { text, isSymbol: false };
const NO_CHORD = /^\(?n\.? ?c\.?\)?$/i;

/** The bass of a chord symbol, where it says one. */
export function symbolBass(harmony: Element): string | undefined {
  const bass = child(harmony, "bass");
  const step = childText(bass, "bass-step");
  return step && `${step}${signOf(Number(childText(bass, "bass-alter") ?? 0))}`;
}

/** Words sung under a note, or letters that name its chord. */
export const lyricsOf = (note: Element): string[] =>
  children(note, "lyric").flatMap((lyric) => childText(lyric, "text")?.trim() || []);

/** Whether a name is one of a chord symbol of a known kind. */
export const isSymbolName = (name: string): boolean => {
  const [root] = /^[A-G](##|bb|#|b)?/.exec(name) ?? [];
  return root !== undefined && SYMBOL_KINDS.has(name.slice(root.length));
};
const SYMBOL_KINDS: ReadonlySet<string> = new Set(KINDS.values());

/** Kinds of chords as letters say them: those of a button, then others. Common practice. */
const KIND = "(M|m|7|d|maj|min|dim|dim7|maj7|m7|m7b5|6|m6|aug|9)";
const KIND_ALONE = new RegExp(`^${KIND}$`);
const NAME = new RegExp(`^[A-G](##|bb|#|b)?${KIND}?$`);

/** Whether letters name a chord; a lone 2 or 5 is somebody's finger. */
export const isChordName = (name: string): boolean => NAME.test(name);

/** Letters whatever they name, to see whether there are any. */
export const ANY_LETTERS: Pick<ChordLetters, "above" | "keysOf"> = {
  above: THIRD_LINE,
  keysOf: (name) => (isChordName(name) ? [] : undefined),
};

/** Whether words under a note name a chord, so that nobody sings them. */
export const isChordLetter = (text: string): boolean => KIND_ALONE.test(text);

/** Notes stay basses from there on, however high they lie: until a letter comes. */
const BASS_SOLO = /^(b\.? ?s\.?|bass solo)$/i;

const nameOf = ({ step, alter }: Pitch): string => `${step}${signOf(alter)}`;

/** The name of a chord on a root, from letters; undefined where they name a chord on another. */
function chordName(pitch: Pitch, text: string): string | undefined {
  const written = text.replace("♯", "#").replace("♭", "b").replace(/\/.*$/, "").trim();
  const root = /^[A-G](##|bb|#|b)?/.exec(written)?.[0];
  if (root === undefined) return nameOf(pitch) + written;
  return root === nameOf(pitch) ? written : undefined;
}

/** By bar the chord symbols of some parts. */
export const symbolsIn = (
  parts: readonly { readonly measures: readonly Pick<Measures<Lettered>, "letters">[] }[],
): Letters[][] =>
  Array.from({ length: Math.max(0, ...parts.map(({ measures }) => measures.length)) }, (_, bar) =>
    parts.flatMap(({ measures }) =>
      (measures[bar]?.letters ?? []).filter(({ isSymbol }) => isSymbol),
    ),
  );

/** A note of a staff with its element. */
interface Lettered {
  readonly element: Element;
  readonly offset: Fraction;
  readonly pitch: Pitch;
  readonly midi: number;
  readonly staff: number;
  readonly grace: boolean;
}

/** What of a part the letters of one of its staves are looked for in, bar by bar. */
interface Measures<One> {
  readonly notes: readonly One[];
  readonly letters: readonly Letters[];
}

/** The chord names of the notes of a staff that stand for chords. */
export interface Named<One> {
  readonly names: ReadonlyMap<One, string>;
  /** Notes that may stand for a chord, and how many of them have letters of their own. */
  readonly able: number;
  readonly own: number;
  /** Notes under a symbol of their root whose kind is not known. */
  readonly unnamed: readonly One[];
}

/**
 * The chords that single notes of a staff stand for. Letters hold on for the same root; where a
 * note has none at all the chord symbol that holds there says it, if it is on that root.
 *
 * @param symbols by bar, chord symbols of all parts
 */
export function chordNames<One extends Lettered>(
  measures: readonly Measures<One>[],
  staff: number,
  { above, keysOf }: Pick<ChordLetters, "above" | "keysOf">,
  symbols: readonly (readonly Letters[])[],
): Named<One> {
  const names = new Map<One, string>();
  /** The chord last named, by its root. */
  const last = new Map<string, string>();
  /** What the note before on a root was, for one that is tied to it. */
  const before = new Map<string, string>();
  const named = ({ pitch }: One, texts: readonly Text[]): string | undefined =>
    texts
      .filter(({ text, isSymbol }) => isSymbol || isLetterOn(pitch, text))
      .map(({ text }) => chordName(pitch, text))
      .find((name) => name !== undefined && keysOf(name));
  const unnamed: One[] = [];
  let [able, own, isSolo] = [0, 0, false];
  let symbol: Letters | undefined;
  measures.forEach(({ notes, letters }, bar) => {
    const texts = letters.filter((one) => one.text !== "" && isOf(one, staff));
    const high = notes.filter((one) => one.staff === staff && one.midi > above && !one.grace);
    const [together, over] = [byOffset(high), byOffset(texts)];
    const solos = inOrder(texts.filter(({ text }) => BASS_SOLO.test(text)));
    const next = inOrder(symbols[bar] ?? []);
    for (const note of inOrder(high)) {
      while (isUpTo(next[0], note)) symbol = aChord(next.shift()!);
      while (isUpTo(solos[0], note)) isSolo = solos.shift() !== undefined;
      const at = toNumber(note.offset);
      const isAlone = together.get(at)!.length === 1;
      const beside = isAlone ? (over.get(at) ?? []) : [];
      const sung = lyricsOf(note.element).map((text) => ({ text, isSymbol: false }));
      const said = named(note, [...sung, ...beside]);
      if (isAlone || said) able++;
      if (said) {
        own++;
        isSolo = false;
        last.set(nameOf(note.pitch), said);
      }
      // what a symbol says of its own root goes before the letter that stood last
      const isItsRoot = symbol !== undefined && chordName(note.pitch, symbol.text) !== undefined;
      const holds = (): string | undefined =>
        symbol && isItsRoot ? named(note, [symbol]) : last.get(nameOf(note.pitch));
      const tied = goesOn(note) ? before.get(nameOf(note.pitch)) : undefined;
      const name = said ?? tied ?? (isAlone && !isSolo ? holds() : undefined);
      if (name) names.set(note, name);
      if (name) before.set(nameOf(note.pitch), name);
      else if (isItsRoot && isAlone && !isSolo) unnamed.push(note);
    }
    if (solos.length) isSolo = true;
    if (next.length) symbol = aChord(next.at(-1)!);
  });
  return { names, able, own, unnamed };
}

/** Whether a note is tied to the one before. */
const goesOn = ({ element }: Lettered): boolean =>
  children(element, "tie").some((tie) => tie.getAttribute("type") === "stop");

/** Whether letters may be meant for a staff: what says no staff stands over the first. */
const isOf = ({ staff: own, text, isSymbol }: Letters, staff: number): boolean =>
  own === staff || (own === undefined && !isSymbol && (staff === 1 || isChordLetter(text)));

/** A symbol that names a chord; where none is played there is none. */
const aChord = (symbol: Letters): Letters | undefined => (symbol.text === "" ? undefined : symbol);

type Text = Pick<Letters, "text" | "isSymbol">;

/** Whether letters name a chord on a root; what is no kind of theirs may be somebody's finger. */
const isLetterOn = (pitch: Pitch, text: string): boolean => {
  const name = chordName(pitch, text);
  return name !== undefined && isChordName(name);
};

interface Placed {
  readonly offset: Fraction;
}
const inOrder = <T extends Placed>(all: readonly T[]): T[] =>
  [...all].sort((a, b) => compare(a.offset, b.offset));
const isUpTo = (one: Placed | undefined, note: Placed): boolean =>
  one !== undefined && compare(one.offset, note.offset) <= 0;

/** Things that stand at the same place of a bar. */
function byOffset<T extends Placed>(all: readonly T[]): Map<number, T[]> {
  const found = new Map<number, T[]>();
  for (const one of all) {
    const at = toNumber(one.offset);
    const there = found.get(at);
    if (there) there.push(one);
    else found.set(at, [one]);
  }
  return found;
}
