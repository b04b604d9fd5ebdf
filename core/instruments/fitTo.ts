import type { Fit, Played } from "../fingering/index.ts";

const rising = (notes: readonly Played[]) => [...notes].sort((a, b) => a.midi - b.midi);

/** Notes that are tried together to find the most a hand takes. */
const TRIED = 8;

/**
 * What the hand takes of what is struck and held: of held notes the bass is let go last, of struck
 * ones an inner one first, then the lowest.
 *
 * @param able whether some notes can be taken at once
 */
export function fitTo(
  struck: readonly Played[],
  held: readonly Played[],
  able: (notes: readonly Played[]) => boolean,
): Fit {
  const all = rising([...held, ...struck]);
  if (able(all)) return { notes: all, beyond: [], released: [] };
  const alone = rising(struck);
  if (able(alone)) {
    const kept = rising(held).reduce<Played[]>(
      (list, note) => (able(rising([...list, note, ...struck])) ? [...list, note] : list),
      [],
    );
    return {
      notes: rising([...kept, ...struck]),
      beyond: [],
      released: held.filter((note) => !kept.includes(note)),
    };
  }
  const kept = most(alone, able);
  return {
    notes: kept,
    beyond: struck.filter((note) => !kept.includes(note)),
    released: [...held],
  };
}

/** The most notes that can be taken at once, with the highest and the lowest where they can. */
function most(notes: readonly Played[], able: (notes: readonly Played[]) => boolean): Played[] {
  const some = notes.slice(-TRIED);
  let best: Played[] = [];
  const worth = (list: readonly Played[]) =>
    list.length * 10 + (list.includes(notes.at(-1)!) ? 5 : 0) + (list.includes(notes[0]!) ? 2 : 0);
  for (let bits = 1; bits < 1 << some.length; bits++) {
    const list = some.filter((_, i) => bits & (1 << i));
    if (worth(list) > worth(best) && able(list)) best = list;
  }
  return best;
}
