import { compare, toText, type Note, type Score } from "../score/index.ts";

/** One key struck in a bar. */
export interface Struck {
  readonly note: Note;
  /**
   * When, by whom and which key as one number: `slot * KEYS + key`; a transposition adds its
   * semitones.
   */
  readonly code: number;
  /** Number of the sounding length. */
  readonly length: number;
}

/** Room for a key in a code, with a transposition of up to ten octaves either way. */
export const KEYS = 512;
const MIDDLE = 192;

/** Which bars a hand plays in. Of a piece on paper nobody knows, so it is all of them. */
export const playsIn = (score: Score, hand: string): boolean[] =>
  score.paperHands
    ? score.bars.map(() => true)
    : contents(score, hand).map((bar) => bar.pattern >= 0);

/** When and by whom, of a code: equal for keys struck together by one hand. */
export const slotOf = (code: number): number => Math.floor(code / KEYS);
export const keyOf = (code: number): number => (code % KEYS) - MIDDLE;

/**
 * What one bar holds in one hand, made comparable. Bars of equal `pattern` are the same music up to
 * a transposition, of equal `figure` up to a shift along the scale, of equal `rhythm` in onsets and
 * lengths, of equal `attacks` in onsets.
 */
export interface BarContent {
  /** -1, like the other three, for a bar in which the hand strikes nothing. */
  readonly pattern: number;
  readonly figure: number;
  readonly rhythm: number;
  readonly attacks: number;
  /** Lowest key struck, A4 = 69. */
  readonly base: number;
  /** Lowest staff degree struck. */
  readonly degree: number;
  /** How many different onsets it has. */
  readonly onsets: number;
  /** By code: keys struck together stand together, low to high. */
  readonly struck: readonly Struck[];
}

/** Gives each different text a number; share one to compare bars across hands. */
export class Numbers {
  private readonly known = new Map<string, number>();
  of(text: string): number {
    const before = this.known.get(text);
    if (before !== undefined) return before;
    this.known.set(text, this.known.size);
    return this.known.size - 1;
  }
}

/** The hands that play in a score, in the order the instrument has them. */
export function handsOf(score: Score): string[] {
  if (score.paperHands) return [...score.paperHands];
  const playing = new Set(score.notes.map((note) => note.hand));
  return score.limbs.map(({ id }) => id).filter((id) => playing.has(id));
}

const SILENT: BarContent = {
  pattern: -1,
  figure: -1,
  rhythm: -1,
  attacks: -1,
  base: 0,
  degree: 0,
  onsets: 0,
  struck: [],
};

/**
 * The content of every bar in one hand, or in all of them when `hand` is `both`: onsets, pitches
 * and sounding lengths with ties joined; ornaments, fingerings and dynamics do not count.
 */
export function contents(score: Score, hand: string, numbers = new Numbers()): BarContent[] {
  const perBar: Note[][] = score.bars.map(() => []);
  for (const note of score.notes) {
    if (!note.held && !note.grace && (hand === "both" || note.hand === hand))
      perBar[note.bar]!.push(note);
  }
  return perBar.map((notes) =>
    notes.length ? contentOf(notes, hand === "both", numbers) : SILENT,
  );
}

const DEGREES = { C: 0, D: 1, E: 2, F: 3, G: 4, A: 5, B: 6 } as const;

/** Staff degree of a note: seven to the octave, C0 = 0. */
export const degreeOf = (note: Note): number => note.pitch.octave * 7 + DEGREES[note.pitch.step];

/**
 * Two voices that strike the same key at once are one key struck, for as long as the longer asks.
 */
function contentOf(notes: readonly Note[], withHand: boolean, numbers: Numbers): BarContent {
  const struck = new Map<string, Note>();
  for (const note of notes) {
    const key = `${toText(note.offset)} ${note.midi}${withHand ? ` ${note.hand}` : ""}`;
    const before = struck.get(key);
    if (!before || compare(before.length, note.length) < 0) struck.set(key, note);
  }
  const kept = [...struck.values()].sort(
    (a, b) => compare(a.offset, b.offset) || (withHand ? a.staff - b.staff : 0) || a.midi - b.midi,
  );
  const base = Math.min(...kept.map((note) => note.midi));
  const degree = Math.min(...kept.map(degreeOf));
  const name = (kind: string, of: (note: Note) => string): number =>
    numbers.of(
      kind +
        kept
          .map((note) => `${toText(note.offset)} ${of(note)}${withHand ? ` ${note.hand}` : ""}`)
          .join("|"),
    );
  const struckBy = (note: Note) =>
    numbers.of(`o${toText(note.offset)}${withHand ? ` ${note.hand}` : ""}`);
  return {
    pattern: name("s", (note) => `${note.midi - base} ${toText(note.length)}`),
    figure: name("f", (note) => `${degreeOf(note) - degree} ${toText(note.length)}`),
    rhythm: name("r", (note) => toText(note.length)),
    attacks: name("a", () => ""),
    base,
    degree,
    onsets: new Set(kept.map((note) => toText(note.offset))).size,
    struck: kept
      .map((note) => ({
        note,
        code: struckBy(note) * KEYS + note.midi + MIDDLE,
        length: numbers.of(`l${toText(note.length)}`),
      }))
      .sort((a, b) => a.code - b.code),
  };
}
