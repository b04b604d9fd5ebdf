import { proposeNotes } from "../../propose.ts";
import type { FingerOptions, Played } from "../../../fingering/index.ts";
import type { Taught } from "./keyboard.ts";

const fingersOf = (notes: readonly { finger: string | undefined }[]): string =>
  notes.map((note) => note.finger ?? "-").join("");

export interface Match {
  readonly name: string;
  readonly seen: boolean;
  readonly fingers: string;
  readonly accepted: readonly string[];
  /** Any taught variant, the one most teach, and any of the first three ways. */
  readonly exact: boolean;
  readonly strict: boolean;
  readonly amongThree: boolean;
  /** Notes as in the nearest accepted variant. */
  readonly notes: number;
  readonly of: number;
}

/** What is proposed for something taught, against what is taught. */
export function match(taught: Taught, options: Partial<FingerOptions> = {}): Match {
  const { notes, alternatives } = proposeNotes(taught.notes, {
    hand: taught.hand,
    alternatives: 2,
    ...options,
  });
  return judge(
    taught,
    fingersOf(notes),
    alternatives.map((one) => fingersOf(one.notes)),
  );
}

export function judge(taught: Taught, fingers: string, others: readonly string[]): Match {
  const { accepted } = taught;
  const alike = (variant: string) => [...variant].filter((one, i) => one === fingers[i]).length;
  return {
    name: `${taught.name}, ${taught.hand}`,
    seen: taught.seen,
    fingers,
    accepted,
    exact: accepted.includes(fingers),
    strict: accepted[0] === fingers,
    amongThree: [fingers, ...others].some((one) => accepted.includes(one)),
    notes: Math.max(...accepted.map(alike)),
    of: fingers.length,
  };
}

/**
 * Hidden in a longer phrase: the same notes with others before and after; only their own fingers
 * are judged, the ends of a line free.
 */
export function matchEmbedded(
  taught: Taught,
  before: readonly number[],
  after: readonly number[],
  options: Partial<FingerOptions> = {},
): Match {
  const first = taught.notes[0]!;
  const quarter = { num: 1, den: 1 };
  const make = (midi: number, at: number, id: string): Played => ({
    ...first,
    midi,
    at: { num: at, den: 1 },
    length: quarter,
    id,
  });
  const start = before.length;
  const inside = taught.notes.map((note) => ({
    ...note,
    at: { num: note.at.num + start * note.at.den, den: note.at.den },
  }));
  const last = Math.round(taught.notes.at(-1)!.at.num / taught.notes.at(-1)!.at.den) + start + 1;
  const notes = [
    ...before.map((midi, i) => make(midi, i, `b${i}`)),
    ...inside,
    ...after.map((midi, i) => make(midi, last + i, `a${i}`)),
  ];
  const fingers = new Map(
    proposeNotes(notes, { hand: taught.hand, ...options }).notes.map((note) => [
      note.id,
      note.finger ?? "-",
    ]),
  );
  const found = taught.notes.map((note) => fingers.get(note.id)!).join("");
  const chord = taught.notes.every((note) => note.at.num === first.at.num);
  const middle = (text: string) => (chord ? text : text.slice(1, -1));
  return judge({ ...taught, accepted: taught.accepted.map(middle) }, middle(found), []);
}

export interface Share {
  readonly exact: number;
  readonly strict: number;
  readonly amongThree: number;
  readonly of: number;
  readonly seen: string;
  readonly unseen: string;
  /** Share of notes. */
  readonly notes: number;
}

export function share(matches: readonly Match[]): Share {
  const count = (list: readonly Match[], what: (one: Match) => boolean) => list.filter(what).length;
  const half = (seen: boolean) => {
    const list = matches.filter((one) => one.seen === seen);
    return `${count(list, (one) => one.exact)}/${list.length}`;
  };
  return {
    exact: count(matches, (one) => one.exact),
    strict: count(matches, (one) => one.strict),
    amongThree: count(matches, (one) => one.amongThree),
    of: matches.length,
    seen: half(true),
    unseen: half(false),
    notes:
      matches.reduce((sum, one) => sum + one.notes, 0) /
      matches.reduce((sum, one) => sum + one.of, 0),
  };
}
