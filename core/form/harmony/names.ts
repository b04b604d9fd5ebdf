import type { Score } from "../../score/index.ts";
import { hear } from "./analyse.ts";
import type { Chord } from "./chords.ts";
import { spellingOf } from "./spelling.ts";
import type { Placed } from "./voices.ts";

/** A chord with its name as the score spells it, and the notes that sound in it. */
export interface NamedChord extends Chord {
  /** Root and kind: `D7`, `F#m`. */
  readonly symbol: string;
  /** With its bass, where that is another tone: `D7/F#`. */
  readonly name: string;
  readonly notes: readonly Placed[];
}

/** The chords of a piece by their names; worked out once for each score. */
export function chordsNamed(score: Score): readonly NamedChord[] {
  const known = named.get(score) ?? name(score);
  named.set(score, known);
  return known;
}

const named = new WeakMap<Score, readonly NamedChord[]>();

function name(score: Score): NamedChord[] {
  const { notes, chords } = hear(score);
  const spelling = spellingOf(score);
  let next = 0;
  return chords.map((chord): NamedChord => {
    const inside: Placed[] = [];
    while (next < notes.length && notes[next]!.from < chord.to - 1e-9) inside.push(notes[next++]!);
    const sounding = inside.map((one) => one.note);
    const symbol = `${spelling.root(sounding, chord.root, chord.kind)}${chord.kind.symbol}`;
    return {
      ...chord,
      symbol,
      name: chord.bass === chord.root ? symbol : `${symbol}/${spelling.tone(sounding, chord.bass)}`,
      notes: inside,
    };
  });
}
