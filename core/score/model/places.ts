import { beatLength, lead } from "./beats.ts";
import { add, compare, toNumber, ZERO, type Fraction } from "./fraction.ts";
import type { Bar, Note, Place, Score, Section } from "./model.ts";

/** Negative where the first place is earlier, 0 where they are the same: for sorting. */
export const comparePlaces = (a: Place, b: Place): number =>
  a.bar - b.bar || compare(a.offset, b.offset);

/** The first place of a bar, an index. */
export const startOf = (bar: number): Place => ({ bar, offset: ZERO });

/** The index of the last bar that a stretch ending at `to` touches. */
export const lastBarOf = (to: Place): number => (to.offset.num === 0 ? to.bar - 1 : to.bar);

/** Printed numbers of a stretch as people write it: `5–8`, `12`. */
export function barSpan(bars: readonly Pick<Bar, "number">[], from: number, to: number): string {
  const [a, b] = [bars[from]?.number ?? String(from + 1), bars[to]?.number ?? String(to + 1)];
  return from === to ? a : `${a}–${b}`;
}

/**
 * The stretch that printed numbers name, such as `12` or `9-12`, in bar indexes.
 *
 * @returns nothing where a bar is not there, or the last lies before the first
 * @example barsNamed([{ number: "1" }, { number: "2" }], "1–2") // => [0, 1]
 */
export function barsNamed(
  bars: readonly Pick<Bar, "number">[],
  text: string,
): [from: number, to: number] | undefined {
  const find = (name: string) => bars.findIndex(({ number }) => number === name.trim());
  const [from, to] = text.split(/[-–]/);
  const [first, last] = [find(from!), find(to ?? from!)];
  return first < 0 || last < first ? undefined : [first, last];
}

/**
 * Where a place lies on an axis on which every bar is 1 wide: bar index plus the share of the bar
 * that has passed.
 */
export function barAxis(bars: readonly Partial<Pick<Bar, "length">>[], place: Place): number {
  const length = bars[place.bar]?.length;
  return length
    ? place.bar + Math.min(1, toNumber(place.offset) / toNumber(length))
    : Math.min(place.bar, bars.length);
}

export interface Nested<T extends Section = Section> {
  readonly section: T;
  readonly depth: number;
}

const contains = (outer: Section, inner: Section): boolean =>
  outer.id !== inner.id &&
  comparePlaces(outer.from, inner.from) <= 0 &&
  comparePlaces(outer.to, inner.to) >= 0 &&
  (comparePlaces(outer.from, inner.from) < 0 || comparePlaces(outer.to, inner.to) > 0);

/** Sections in order of place, each with how many others contain it. Overlap is no nesting. */
export function nest<T extends Section>(sections: readonly T[]): Nested<T>[] {
  return [...sections]
    .sort((a, b) => comparePlaces(a.from, b.from) || comparePlaces(b.to, a.to))
    .map((section) => ({
      section,
      depth: sections.filter((outer) => contains(outer, section)).length,
    }));
}

/** Sections that contain no other: what practice is cut from. */
export const leaves = <T extends Section>(sections: readonly T[]): T[] =>
  nest(sections)
    .map(({ section }) => section)
    .filter((section) => !sections.some((inner) => contains(section, inner)));

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
