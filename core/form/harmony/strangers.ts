import type { Chord } from "./chords.ts";
import { classOf } from "./kinds.ts";
import type { Placed } from "./voices.ts";

/** What a note does that is no tone of its chord, in the textbooks' words. */
export type Stranger =
  "passing" | "neighbour" | "suspension" | "anticipation" | "appoggiatura" | "free";

const isStep = (by: number): boolean => by !== 0 && Math.abs(by) <= 2;

/**
 * What a note does against a chord; undefined for a tone of it. Common practice, as textbooks of
 * harmony have it.
 *
 * @param next the chord after it
 */
export function strangerIn(
  { note, before, after, accent, to }: Placed,
  chord: Chord,
  next: Chord | undefined,
): Stranger | undefined {
  if (chord.kind.tones.includes((classOf(note.midi) - chord.root + 12) % 12)) return undefined;
  const [from, on] = [
    before ? note.midi - before.note.midi : 0,
    after ? after.note.midi - note.midi : 0,
  ];
  if (before && from === 0 && after && isStep(on) && accent > 0) return "suspension";
  if (after && on === 0 && next && to >= next.from - 1e-9 && accent === 0) return "anticipation";
  if (before && after && isStep(from) && isStep(on)) return from * on > 0 ? "passing" : "neighbour";
  if (after && isStep(on) && accent >= after.accent) return "appoggiatura";
  return "free";
}
