import { lead, beatLength } from "./beats.ts";
import { compare, type Fraction, toNumber, add } from "./fraction.ts";
import type { Note, Bar, Score } from "./model.ts";

/** Notes struck together in one hand, low to high: what one hand position has to do at once. */
export interface Onset {
  readonly bar: number;
  readonly offset: Note["offset"];
  readonly notes: readonly Note[];
}

/**
 * The struck notes of a hand grouped by onset, in order. Grace notes stand alone before their main
 * note.
 */
export function onsets(notes: readonly Note[], hand: string): Onset[] {
  const found: { bar: number; offset: Note["offset"]; grace: boolean; notes: Note[] }[] = [];
  for (const note of notes) {
    if (note.hand !== hand || note.held) continue;
    const last = found.at(-1);
    if (
      last &&
      !note.grace &&
      !last.grace &&
      last.bar === note.bar &&
      compare(last.offset, note.offset) === 0
    )
      last.notes.push(note);
    else found.push({ bar: note.bar, offset: note.offset, grace: note.grace, notes: [note] });
  }
  for (const onset of found) onset.notes.sort((a, b) => a.midi - b.midi);
  return found;
}

/**
 * Which beat a place is on, as musicians say it: beat 1 is where the bar begins, `2½` half-way from
 * the second to the third. A pick-up counts from its full bar.
 */
export function beatName(bar: Bar, offset: Fraction): string {
  const inBar = toNumber(add(offset, lead(bar))) / toNumber(beatLength(bar)) + 1;
  const whole = Math.floor(inBar + 1e-9);
  const rest = inBar - whole;
  const part = [
    [0, ""],
    [0.5, "½"],
    [0.25, "¼"],
    [0.75, "¾"],
    [1 / 3, "⅓"],
    [2 / 3, "⅔"],
  ].find(([value]) => Math.abs((value as number) - rest) < 1e-6)?.[1];
  return `${whole}${part ?? rest.toFixed(2).slice(1)}`;
}

/** The notes of each bar, by bar index. */
export function notesByBar(score: Pick<Score, "bars" | "notes">): Note[][] {
  const found: Note[][] = score.bars.map(() => []);
  for (const note of score.notes) found[note.bar]!.push(note);
  return found;
}
