import { lead, beatLength } from "./beats.ts";
import { add, compare, fraction, multiply, type Fraction } from "./fraction.ts";
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
  const { num, den } = beatLength(bar);
  const beats = multiply(add(offset, lead(bar)), fraction(den, num));
  const whole = Math.floor(beats.num / beats.den);
  const rest = beats.num - whole * beats.den;
  const part = rest === 0 ? "" : `${rest}/${beats.den}`;
  return `${whole + 1}${PARTS[part] ?? ` ${part}`}`;
}

/** Parts of a beat that have a sign of their own. */
const PARTS: Readonly<Record<string, string>> = {
  ...{ "": "", "1/2": "½", "1/4": "¼", "3/4": "¾", "1/3": "⅓", "2/3": "⅔", "1/6": "⅙", "5/6": "⅚" },
  ...{
    "1/8": "⅛",
    "3/8": "⅜",
    "5/8": "⅝",
    "7/8": "⅞",
    "1/5": "⅕",
    "2/5": "⅖",
    "3/5": "⅗",
    "4/5": "⅘",
  },
};

/** The notes of each bar, by bar index. */
export function notesByBar(score: Pick<Score, "bars" | "notes">): Note[][] {
  const found: Note[][] = score.bars.map(() => []);
  for (const note of score.notes) found[note.bar]!.push(note);
  return found;
}
