import { add, beatLength, compare, notesByBar, toNumber, ZERO, type Fraction, type Score } from '../../score/index.ts';
import { soundingIn } from './keys.ts';

/** A chord heard from a beat on. */
export interface HeardChord {
  readonly bar: number;
  /** Quarters from the start of the bar. */
  readonly offset: number;
  /** Such as `G`, `Em`, `D7/F#`; empty where no chord is clear. */
  readonly name: string;
}

/** Chord kinds as semitones above the root, the common ones first. Common practice, no source. */
const KINDS: readonly [string, readonly number[]][] = [
  ['', [0, 4, 7]], ['m', [0, 3, 7]], ['7', [0, 4, 7, 10]], ['m7', [0, 3, 7, 10]], ['maj7', [0, 4, 7, 11]], ['dim', [0, 3, 6]], ['m7b5', [0, 3, 6, 10]],
  ['dim7', [0, 3, 6, 9]], ['aug', [0, 4, 8]], ['sus4', [0, 5, 7]], ['6', [0, 4, 7, 9]],
];
/** What a tone that is missing, or one that does not belong, costs against one that sounds. */
const MISSING = 0.25;
const STRANGE = 1.1;
/** How much better the parts of a bar must fit than the whole for each change of chord. */
const CHANGE = 0.3;
/** How much a later kind in the list must be better. */
const RARER = 0.01;

interface Guess {
  readonly name: string;
  /** How well it fits: 1 is all and only its tones. */
  readonly value: number;
}

const NAMES = {
  sharps: ['C', 'C#', 'D', 'D#', 'E', 'F', 'F#', 'G', 'G#', 'A', 'A#', 'B'], flats: ['C', 'Db', 'D', 'Eb', 'E', 'F', 'Gb', 'G', 'Ab', 'A', 'Bb', 'B'],
  none: ['C', 'C#', 'D', 'Eb', 'E', 'F', 'F#', 'G', 'G#', 'A', 'Bb', 'B'],
};
const rootName = (pitch: number, fifths: number): string => NAMES[fifths > 0 ? 'sharps' : fifths < 0 ? 'flats' : 'none'][pitch]!;

/** The name of the chord that fits best what sounds, by how long; undefined when nothing does well. */
export const chordOf = (sounding: readonly { midi: number; quarters: number }[], fifths: number): string | undefined => guess(sounding, fifths)?.name;

function guess(sounding: readonly { midi: number; quarters: number }[], fifths: number): Guess | undefined {
  const total = sounding.reduce((sum, one) => sum + one.quarters, 0);
  if (total === 0) return undefined;
  const share = new Array<number>(12).fill(0);
  for (const { midi, quarters } of sounding) share[((midi % 12) + 12) % 12]! += quarters / total;
  const bass = Math.min(...sounding.map((one) => one.midi)) % 12;
  let best: { root: number; kind: string; value: number } | undefined;
  KINDS.forEach(([kind, tones], k) => {
    for (let root = 0; root < 12; root++) {
      const inside = tones.map((tone) => (root + tone) % 12);
      const covered = inside.reduce((sum, pitch) => sum + share[pitch]!, 0);
      const missing = inside.filter((pitch) => share[pitch] === 0).length;
      const value = covered - STRANGE * (1 - covered) - MISSING * missing - RARER * k + (root === bass ? 0.12 : 0) + (share[root]! > 0 ? 0.05 : -0.2);
      if (!best || value > best.value + 1e-9) best = { root, kind, value };
    }
  });
  if (!best || best.value < 0.35) return undefined;
  return { name: `${rootName(best.root, fifths)}${best.kind}${best.root === bass ? '' : `/${rootName(bass, fifths)}`}`, value: best.value };
}

/**
 * Chords through a piece: one for the whole bar, one for each half, or one for each beat, whichever fits best with as
 * few changes as can be. A chord that goes on is listed once.
 */
export function chordsOf(score: Score): HeardChord[] {
  const byBar = notesByBar(score).map((notes) => notes.filter((note) => !note.grace));
  const found: HeardChord[] = [];
  const put = (bar: number, offset: number, name: string | undefined) => {
    if (name !== undefined && found.at(-1)?.name !== name) found.push({ bar, offset, name });
  };
  for (const bar of score.bars) {
    const { start, length, key } = bar;
    const hear = (from: Fraction, to: Fraction) => guess(soundingIn(score, byBar[bar.index]!, add(start, from), add(start, to)), key.fifths);
    const beat = beatLength(bar);
    const beats: Fraction[] = [];
    for (let at = ZERO; compare(at, length) < 0; at = add(at, beat)) beats.push(at);
    const halves = beats.length > 2 && beats.length % 2 === 0 ? [beats[0]!, beats[beats.length / 2]!] : [];
    const ways = [[ZERO], halves, beats].filter((places) => places.length > 0).map((places) => {
      const heard = places.map((at, i) => hear(at, places[i + 1] ?? length));
      return { places, heard, value: heard.reduce((sum, one) => sum + (one?.value ?? 0), 0) / places.length - CHANGE * (places.length - 1) };
    }).sort((a, b) => b.value - a.value)[0]!;
    ways.places.forEach((at, i) => put(bar.index, toNumber(at), ways.heard[i]?.name));
  }
  return found;
}
