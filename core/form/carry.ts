import { notesByBar, pitchText, spokenName, toText, type Note, type Score } from '../score/index.ts';
import type { Return } from './returns.ts';

/** What was written in some bars, carried to where they return. */
export interface Carried {
  /** Fingers for notes that have none yet. */
  readonly fingerings: readonly { id: string; finger: string }[];
  /** The returns they were carried to: first and last bar. */
  readonly to: readonly { from: number; to: number }[];
  /** Where a finger does not fit, in sentences. */
  readonly misfits: readonly string[];
}

const KINDS: readonly Return['relation'][] = ['exact', 'octave', 'transposed', 'varied'];

/**
 * Carries fingers of bars `from` to `to` to every return of them in the same hand, transposed or octave-shifted where
 * that is what it is. Notes that already have a finger keep it.
 *
 * @param fingers what is written, by note id
 */
export function carryFingers(score: Score, returns: readonly Return[], fingers: ReadonlyMap<string, string>, from: number, to: number): Carried {
  const byBar = notesByBar(score);
  const found = new Map<string, string>();
  const misfits: string[] = [];
  const reached: { from: number; to: number }[] = [];
  const struck = (bar: number, hand: string) => byBar[bar]!.filter((note) => note.hand === hand && !note.held && !note.grace);
  for (const one of returns) {
    if (one.hand === 'both' || !KINDS.includes(one.relation) || one.ofTo < from || one.of > to) continue;
    const before = found.size;
    const [first, last] = [Math.max(one.of, from), Math.min(one.ofTo, to)];
    for (let bar = first; bar <= last; bar++) {
      const there = bar - one.of + one.from;
      const targets = struck(there, one.hand);
      for (const note of struck(bar, one.hand)) {
        const finger = fingers.get(note.id);
        if (finger === undefined || finger === '') continue;
        const twin = one.tonal ? sameRank(note, struck(bar, one.hand), targets) : targets.find((other) => toText(other.offset) === toText(note.offset) && other.midi === note.midi + one.interval);
        if (!twin) misfits.push(`bar ${score.bars[there]!.number}: no ${one.interval ? pitchText(note.midi + one.interval, score.bars[there]!.key.fifths) : spokenName(note.pitch)} for finger ${finger} of bar ${score.bars[bar]!.number}`);
        else if (!fingers.has(twin.id) && !found.has(twin.id)) found.set(twin.id, finger);
      }
    }
    if (found.size > before) reached.push({ from: first - one.of + one.from, to: last - one.of + one.from });
  }
  return { fingerings: [...found].map(([id, finger]) => ({ id, finger })), to: reached, misfits: [...new Set(misfits)] };
}

/** The note that stands at the same moment in the same place of its chord. */
function sameRank(note: Note, own: readonly Note[], targets: readonly Note[]): Note | undefined {
  const at = (notes: readonly Note[]) => notes.filter((other) => toText(other.offset) === toText(note.offset)).sort((a, b) => a.midi - b.midi);
  return at(targets)[at(own).indexOf(note)];
}
