import type { Fit, Played } from "../../fingering/moment.ts";

const NONE: readonly never[] = [];

/** Whether a hand takes some notes at once, its keys ascending. */
type Able = (notes: readonly Played[]) => boolean;

/**
 * What the hand can take of what is struck and held; it lets go of held notes first, then leaves
 * the struck ones furthest to the thumb's side.
 */
export function fitOf(
  struck: readonly Played[],
  held: readonly Played[],
  key: (midi: number) => number,
  able: Able,
): Fit {
  // one note is always in reach
  if (struck.length === 1 && held.length === 0)
    return { notes: struck, beyond: NONE, released: NONE };
  const rising = (notes: readonly Played[]) => [...notes].sort((a, b) => key(a.midi) - key(b.midi));
  const all = rising([...held, ...struck]);
  if (able(all)) return { notes: all, beyond: NONE, released: NONE };
  const alone = rising(struck);
  if (able(alone)) {
    // as many of the held notes as stay in reach, the latest first
    const kept = [...held]
      .reverse()
      .reduce<Played[]>(
        (list, note) => (able(rising([...list, note, ...struck])) ? [...list, note] : list),
        [],
      );
    return {
      notes: rising([...kept, ...struck]),
      beyond: [],
      released: held.filter((note) => !kept.includes(note)),
    };
  }
  const kept = largest(alone.slice(-12), able);
  return {
    notes: rising(kept),
    beyond: struck.filter((note) => !kept.includes(note)),
    released: [...held],
  };
}

/**
 * The largest choice of notes that is in reach; of equally large ones that with the outer note,
 * then with the inner ones nearest to it.
 */
function largest(notes: readonly Played[], able: Able): readonly Played[] {
  const top = notes.at(-1)!;
  for (let count = Math.min(5, notes.length - 1); count > 1; count--) {
    const found = chosen(notes.slice(0, -1), count - 1).find((some) => able([...some, top]));
    if (found) return [...found, top];
  }
  return [top];
}

/** Every choice of so many notes, those near the end of the list first. */
function chosen<T>(list: readonly T[], count: number): T[][] {
  if (count === 0) return [[]];
  if (list.length < count) return [];
  const [last, others] = [list.at(-1)!, list.slice(0, -1)];
  return [...chosen(others, count - 1).map((some) => [...some, last]), ...chosen(others, count)];
}
