import { compare, toText, type Note, type Score } from '../score/index.ts';

/** What one bar holds in one hand, made comparable. Bars with equal `shape` are the same music up to a transposition. */
export interface BarContent {
  /** Number of the pattern of onsets, intervals and lengths; -1 for a bar in which the hand strikes nothing. */
  readonly shape: number;
  /** Lowest key struck, A4 = 69. */
  readonly base: number;
  /** How many different onsets it has. */
  readonly onsets: number;
}

/** The hands that play in a score, in the order of their first staff. */
export const handsOf = (score: Score): string[] => [
  ...new Set([...score.notes].sort((a, b) => a.staff - b.staff).map((note) => note.hand)),
];

/**
 * The content of every bar in one hand, or in all of them when `hand` is `both`: onsets, pitches and sounding lengths
 * with ties joined; ornaments, fingerings and dynamics do not count.
 */
export function contents(score: Score, hand: string): BarContent[] {
  const perBar: Note[][] = score.bars.map(() => []);
  for (const note of score.notes) {
    if (!note.held && !note.grace && (hand === 'both' || note.hand === hand)) perBar[note.bar]!.push(note);
  }
  const numbers = new Map<string, number>();
  return perBar.map((notes) => {
    if (notes.length === 0) return { shape: -1, base: 0, onsets: 0 };
    const base = Math.min(...notes.map((note) => note.midi));
    const key = patternOf(notes, base, hand === 'both');
    if (!numbers.has(key)) numbers.set(key, numbers.size);
    return { shape: numbers.get(key)!, base, onsets: new Set(notes.map((note) => toText(note.offset))).size };
  });
}

/** Two voices that strike the same key at once are one key struck, for as long as the longer asks. */
function patternOf(notes: readonly Note[], base: number, withHand: boolean): string {
  const struck = new Map<string, Note>();
  for (const note of notes) {
    const key = `${toText(note.offset)} ${note.midi - base}${withHand ? ` ${note.hand}` : ''}`;
    const before = struck.get(key);
    if (!before || compare(before.length, note.length) < 0) struck.set(key, note);
  }
  return [...struck].map(([key, note]) => `${key} ${toText(note.length)}`).sort().join('|');
}
