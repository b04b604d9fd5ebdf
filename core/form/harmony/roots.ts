import type { Note } from "../../score/index.ts";
import type { Chord } from "./chords.ts";
import { classOf } from "./kinds.ts";
import type { Placed } from "./voices.ts";

/**
 * Chords that lie alike on the keys from each of their tones: only how they are spelled tells the
 * root.
 */
const EVEN = ["dim7", "aug"];
const LETTERS = "CDEFGAB";

/**
 * The chords with the roots that their spelling says: the tone over which the others are written in
 * thirds.
 */
export function rootsAsSpelled(chords: readonly Chord[], notes: readonly Placed[]): Chord[] {
  let next = 0;
  return chords.map((chord) => {
    const inside: Note[] = [];
    while (next < notes.length && notes[next]!.from < chord.to - 1e-9)
      inside.push(notes[next++]!.note);
    if (!EVEN.includes(chord.kind.symbol)) return chord;
    const letters = new Map(
      inside.map((note) => [classOf(note.midi), LETTERS.indexOf(note.pitch.step)]),
    );
    const tones = chord.kind.tones.map((tone) => (chord.root + tone) % 12);
    const inThirds = (root: number) =>
      chord.kind.tones.filter(
        (tone, i) =>
          letters.has((root + tone) % 12) &&
          letters.has(root) &&
          (letters.get((root + tone) % 12)! - letters.get(root)! + 7) % 7 === 2 * i,
      ).length;
    return {
      ...chord,
      root: tones.reduce((best, one) => (inThirds(one) > inThirds(best) ? one : best), chord.root),
    };
  });
}
