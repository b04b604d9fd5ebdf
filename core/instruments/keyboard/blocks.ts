import { onsets, type Note, type Score } from "../../score/index.ts";
import { firstFinger } from "../../score/marks/written.ts";

/** Notes that lie under one position of the hand, as if struck together. */
export interface Block {
  readonly from: Note;
  readonly to: Note;
  /** Keys from low to high with their fingers. */
  readonly keys: readonly { readonly midi: number; readonly finger: string }[];
  /** How the hand gets to the next one. */
  readonly next?: Move;
}

export interface Move {
  /** Keys both blocks have, with the finger before and after: the pivots. */
  readonly common: readonly {
    readonly midi: number;
    readonly before: string;
    readonly after: string;
  }[];
  /** How far each finger that is used in both goes, in semitones, below 0 downwards. */
  readonly fingers: readonly { readonly finger: string; readonly by: number }[];
}

/**
 * The hand shapes of one hand in some bars: a new one begins where a finger is wanted on another
 * key, or a key by another finger. Notes without a finger are left out.
 */
export function blocks(
  score: Score,
  fingers: ReadonlyMap<string, string>,
  hand: string,
  from: number,
  to: number,
): Block[] {
  const found: { notes: Note[]; keys: Map<number, string> }[] = [];
  for (const { notes, bar } of onsets(score.notes, hand)) {
    if (bar < from || bar > to) continue;
    const named = notes.filter((note) => fingers.has(note.id));
    if (named.length === 0) continue;
    const last = found.at(-1);
    const fits =
      last &&
      named.every((note) => fitsIn(last.keys, note.midi, firstFinger(fingers.get(note.id)!), hand));
    const block = fits ? last : { notes: [], keys: new Map<number, string>() };
    if (!fits) found.push(block);
    for (const note of named) {
      block.notes.push(note);
      block.keys.set(note.midi, firstFinger(fingers.get(note.id)!));
    }
  }
  const sorted = found.map((block) =>
    [...block.keys].sort((a, b) => a[0] - b[0]).map(([midi, finger]) => ({ midi, finger })),
  );
  return found.map((block, i) => ({
    from: block.notes[0]!,
    to: block.notes.at(-1)!,
    keys: sorted[i]!,
    ...(sorted[i + 1] ? { next: moveTo(sorted[i]!, sorted[i + 1]!) } : {}),
  }));
}

/**
 * Whether a key can be added to a shape: its finger is free or there already, and fingers and keys
 * stay in one order.
 */
function fitsIn(
  keys: ReadonlyMap<number, string>,
  midi: number,
  finger: string,
  hand: string,
): boolean {
  const way = hand === "left" ? -1 : 1;
  return [...keys].every(([key, other]) =>
    key === midi
      ? other === finger
      : other !== finger &&
        Math.sign(key - midi) * way === Math.sign(Number(other) - Number(finger)),
  );
}

function moveTo(a: Block["keys"], b: Block["keys"]): Move {
  return {
    common: a.flatMap(({ midi, finger }) =>
      b
        .filter((one) => one.midi === midi)
        .map((one) => ({ midi, before: finger, after: one.finger })),
    ),
    fingers: a.flatMap(({ midi, finger }) =>
      b.filter((one) => one.finger === finger).map((one) => ({ finger, by: one.midi - midi })),
    ),
  };
}
