import type { Played } from "../../fingering/index.ts";
import { isNatural } from "./neck.ts";
import { add, compare, subtract } from "../../score/index.ts";

/** Notes of a broken chord are no nearer than this, in semitones. */
const SKIP = 3;
const OCTAVE = 12;
/** So many different notes make a chord that is broken. */
const LEAST = 3;
/** Strings of a hand's chord. */
const MOST = 6;

/**
 * Broken chords are held as the chord they are: fingers lie ready for all of it from its first
 * note, which sound until the last of them, so that they stay until the shape changes. Common
 * practice, no source.
 *
 * @param able whether some notes can be taken at once
 * @returns the same notes, those of broken chords lengthened
 */
export function heldAsChords(
  played: readonly Played[],
  able: (notes: readonly Played[]) => boolean,
): Played[] {
  const found = [...played];
  let from = 0;
  while (from < found.length) {
    const to = endOfChord(found, from, able);
    const last = found[to]!;
    const pitches = new Set(found.slice(from, to + 1).map(({ midi }) => midi));
    if (pitches.size >= LEAST) {
      const end = add(last.at, last.length);
      const ready = found[from]!.at;
      for (let i = from + 1; i <= to; i++) found[i] = { ...found[i]!, ready };
      // struck again it is the same string: it sounds to there
      for (let i = from; i < to; i++) {
        const again = found.slice(i + 1, to + 1).find(({ midi }) => midi === found[i]!.midi);
        const until = again ? again.at : end;
        const length = subtract(until, found[i]!.at);
        if (compare(length, found[i]!.length) > 0) found[i] = { ...found[i]!, length };
      }
    }
    from = Math.max(to, from) + 1;
  }
  return found;
}

/** The last note up to which single notes from one on are one chord. */
function endOfChord(
  played: readonly Played[],
  from: number,
  able: (notes: readonly Played[]) => boolean,
): number {
  const chord: Played[] = [played[from]!];
  let last = from;
  /** A note with another a second from it, and the place before the later of them. */
  let second: { pair: readonly Played[]; before: number } | undefined;
  for (let i = from + 1; i < played.length; i++) {
    const [note, before] = [played[i]!, played[i - 1]!];
    // what is touched and let go is no chord that is held
    if (isNatural(note) || isNatural(before)) break;
    // a chord begins anew with each bar, so that a bar that returns is cut as the first time
    if (note.bar !== played[from]!.bar) break;
    if (note.grace || compare(note.at, before.at) === 0) break;
    // a rest, or a note of another value, ends the figure
    if (compare(add(before.at, before.length), note.at) < 0) break;
    if (compare(note.length, played[from]!.length) !== 0) break;
    const isNew = !chord.some(({ midi }) => midi === note.midi);
    if (isNew) {
      const near = chord.filter(({ midi }) => Math.abs(midi - note.midi) < SKIP);
      // a tune that moves by step over a chord does not come from its neighbour
      if (near.length > (second || near[0] !== before ? 0 : 1)) break;
      if (isTune(played, from, i)) break;
      if (chord.length === MOST || !able([...chord, note])) break;
      if (near.length) second = { pair: [...near, note], before: last };
      chord.push(note);
    }
    last = i;
  }
  return !second || isDoubled(second.pair, chord) ? last : second.before;
}

/** Notes of a figure that comes again under a tune. */
const [FEWEST_IN_FIGURE, MOST_IN_FIGURE] = [3, 6];

/**
 * Whether a note goes on with a tune: the figure before it comes again after it, with another note
 * at its top. The hand keeps the figure and lets go of the note that was.
 */
function isTune(played: readonly Played[], from: number, at: number): boolean {
  const { midi, bar } = played[at]!;
  for (let size = FEWEST_IN_FIGURE; size <= MOST_IN_FIGURE && at - size >= from; size++) {
    const rest = played.slice(at + 1, at + size);
    const isAgain =
      rest.length === size - 1 &&
      rest.every((one, k) => one.bar === bar && one.midi === played[at - size + 1 + k]!.midi);
    const top = Math.min(midi, played[at - size]!.midi);
    if (isAgain && rest.every((one) => one.midi < top)) return true;
  }
  return false;
}

/**
 * A seventh lies a second under its root where the chord has the root twice, as B 7 and C 7 have
 * it in first position. What runs by steps or over the black keys has no octave so soon.
 */
const isDoubled = (pair: readonly Played[], chord: readonly Played[]): boolean =>
  pair.some(({ midi }) => chord.some((other) => Math.abs(other.midi - midi) === OCTAVE));
