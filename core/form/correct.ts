import { notesByBar, toText, type Note, type Score } from "../score/index.ts";
import { alignBars, linesOfBoth } from "./align.ts";

/** How a corrected score relates to the one that was annotated. */
export interface Correction {
  /** For each old bar its index in the new score; undefined where it is gone. */
  readonly bars: readonly (number | undefined)[];
  /** Old note id by new note id, for notes whose music is the same. */
  readonly notes: ReadonlyMap<string, string>;
  /** Old notes that have no counterpart. */
  readonly gone: readonly Note[];
}

const key = (note: Note): string =>
  `${toText(note.offset)} ${note.midi} ${note.staff} ${note.grace} ${note.held}`;

/**
 * Finds every old bar and note again in a corrected score: bars by what they hold, notes by bar,
 * onset, staff and key.
 */
export function correction(before: Score, after: Score): Correction {
  const lines = linesOfBoth(before, after);
  const bars: (number | undefined)[] = before.bars.map(() => undefined);
  // a piece on paper has nothing to be told by but the order of its bars
  if (before.paperHands)
    bars.forEach((_, bar) => {
      bars[bar] = bar < after.bars.length ? bar : undefined;
    });
  else
    for (const { a, b } of alignBars(lines.a.get("both")!, lines.b.get("both")!))
      if (a !== undefined) bars[a] = b;
  const [old, now] = [notesByBar(before), notesByBar(after)];
  const notes = new Map<string, string>();
  const gone: Note[] = [];
  old.forEach((inBar, bar) => {
    const there = bars[bar] === undefined ? [] : [...now[bars[bar]]!];
    for (const note of inBar) {
      const at = there.findIndex((other) => key(other) === key(note));
      if (at < 0) gone.push(note);
      else notes.set(there.splice(at, 1)[0]!.id, note.id);
    }
  });
  return { bars, notes, gone };
}
