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
 * Broken chords are held as the chord they are: its notes sound until the last of them, so that
 * fingers stay until the shape changes. Common practice, no source.
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
      if (near.length > (second ? 0 : 1)) break;
      if (chord.length === MOST || !able([...chord, note])) break;
      if (near.length) second = { pair: [...near, note], before: last };
      chord.push(note);
    }
    last = i;
  }
  return !second || isDoubled(second.pair, chord) ? last : second.before;
}

/**
 * A seventh lies a second under its root where the chord has the root twice, as B 7 and C 7 have
 * it in first position. What runs by steps or over the black keys has no octave so soon.
 */
const isDoubled = (pair: readonly Played[], chord: readonly Played[]): boolean =>
  pair.some(({ midi }) => chord.some((other) => Math.abs(other.midi - midi) === OCTAVE));
