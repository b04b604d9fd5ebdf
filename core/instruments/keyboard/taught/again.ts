import { analyse, handsOf, type Return } from "../../../form/index.ts";
import { equals, isBlack, type Note, type Score } from "../../../score/index.ts";
import { propose } from "../../propose.ts";

/** How often notes of returns take the finger of the first time. */
export interface Agreement {
  readonly relation: "exact" | "octave" | "transposed" | "varied";
  readonly returns: number;
  readonly notes: number;
  readonly alike: number;
  /** Where they do not, with both fingers. */
  readonly different: readonly string[];
}

const RELATIONS = ["exact", "octave", "transposed", "varied"] as const;

/**
 * Notes at each end of a return, and either side of what is changed in it, that may take other
 * fingers.
 */
const ENDS = 2;

/**
 * Proposed fingers of everything the form of some pieces says returns in a hand, against the first
 * time.
 */
export function agreements(
  scores: readonly (readonly [name: string, score: Score, ...unknown[]])[],
): Agreement[] {
  const found = RELATIONS.map((relation) => ({
    relation,
    returns: 0,
    notes: 0,
    alike: 0,
    different: [] as string[],
  }));
  for (const [name, score] of scores) {
    const form = analyse(score);
    for (const hand of handsOf(score).filter((one) => one === "right" || one === "left")) {
      const { notes } = propose(score, { hand, from: 0, to: score.bars.length - 1, form });
      const fingers = new Map(notes.map((note) => [note.id, note.finger]));
      for (const one of form.returns.filter((other) => other.hand === hand)) {
        const count = found.find(({ relation }) => relation === one.relation);
        if (!count) continue;
        count.returns++;
        for (const [note, counterpart] of unchanged(score, one)) {
          count.notes++;
          if (fingers.get(note.id) === fingers.get(counterpart.id)) count.alike++;
          else
            count.different.push(
              `${name}, ${hand} hand, bar ${note.bar} as bar ${counterpart.bar}: ` +
                `${fingers.get(note.id)} and ${fingers.get(counterpart.id)}`,
            );
        }
      }
    }
  }
  return found;
}

/**
 * Notes of a return beside those of the first time, on keys of the same colour, that are unchanged
 * with two notes either side of them.
 */
function unchanged(score: Score, { hand, from, to, of, interval }: Return): [Note, Note][] {
  const inBar = (bar: number) =>
    score.notes.filter(
      (note) => note.bar === bar && note.hand === hand && !note.held && !note.grace,
    );
  const pairs = Array.from({ length: to - from + 1 }, (_, i) => i).flatMap((i) => {
    const before = inBar(of + i);
    return inBar(from + i).map((note): [Note, Note] | undefined => {
      const counterpart = before.find(
        (one) => equals(one.offset, note.offset) && one.midi === note.midi - interval,
      );
      return counterpart && isBlack(counterpart.midi) === isBlack(note.midi)
        ? [note, counterpart]
        : undefined;
    });
  });
  return pairs.filter(
    (pair, i): pair is [Note, Note] =>
      pair !== undefined &&
      pairs.slice(Math.max(0, i - ENDS), i + ENDS + 1).filter((one) => one).length === 2 * ENDS + 1,
  );
}
