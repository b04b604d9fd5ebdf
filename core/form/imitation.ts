import {
  add,
  compare,
  onsets,
  subtract,
  toNumber,
  toText,
  type Fraction,
  type Place,
  type Score,
} from "../score/index.ts";
import { degreeOf, handsOf } from "./content.ts";

/** One hand takes up what another has just begun. */
export interface Imitation {
  readonly leader: string;
  readonly follower: string;
  /** Where the leader begins, and where the follower does. */
  readonly from: Place;
  readonly entry: Place;
  /** Quarters the follower comes later. */
  readonly distance: number;
  /** Scale steps the follower lies higher (or lower, below 0). */
  readonly steps: number;
  /** Notes imitated. */
  readonly notes: number;
  /** A whole passage in canon rather than the head of a theme. */
  readonly canon: boolean;
}

/** Notes that must be taken up before it is called imitation, and before it is called a canon. */
const LEAST = 6;
const CANON = 24;
/** Quarters after which a repetition in another hand is a return, not an imitation. */
const FARTHEST = 16;

interface Line {
  readonly at: Fraction[];
  readonly place: Place[];
  readonly degree: number[];
  /** From each note to the next: steps and time, as one text. */
  readonly move: string[];
}

/** The top notes of a hand; in chords the lower ones accompany. */
function lineOf(score: Score, hand: string): Line {
  const line = onsets(
    score.notes.filter((note) => !note.grace),
    hand,
  );
  const at = line.map((onset) => add(score.bars[onset.bar]!.start, onset.offset));
  const degree = line.map((onset) => degreeOf(onset.notes.at(-1)!));
  const move = at.map((time, i) =>
    i + 1 < at.length ? `${degree[i + 1]! - degree[i]!} ${toText(subtract(at[i + 1]!, time))}` : "",
  );
  return { at, degree, move, place: line.map(({ bar, offset }) => ({ bar, offset })) };
}

/**
 * Passages in which a hand follows another at a distance, in order of time; none inside another of
 * the same hands.
 */
export function imitations(score: Score): Imitation[] {
  const lines = new Map(handsOf(score).map((hand) => [hand, lineOf(score, hand)]));
  return [...lines]
    .flatMap(([leader, a]) =>
      [...lines]
        .filter(([hand]) => hand !== leader)
        .flatMap(([follower, b]) => follow(leader, a, follower, b)),
    )
    .sort((a, b) => a.from.bar - b.from.bar || compare(a.from.offset, b.from.offset));
}

function follow(leader: string, a: Line, follower: string, b: Line): Imitation[] {
  const heads = new Map<string, number[]>();
  const head = (line: Line, i: number) => line.move.slice(i, i + LEAST - 1).join("|");
  for (let i = 0; i + LEAST <= a.at.length; i++)
    heads.set(head(a, i), [...(heads.get(head(a, i)) ?? []), i]);
  const found: (Imitation & { readonly start: number; readonly end: number })[] = [];
  for (let j = 0; j + LEAST <= b.at.length; j++) {
    for (const i of heads.get(head(b, j)) ?? []) {
      const distance = toNumber(subtract(b.at[j]!, a.at[i]!));
      if (distance <= 0 || distance > FARTHEST || !isMelody(a, i)) continue;
      let notes = LEAST;
      while (
        i + notes < a.at.length &&
        j + notes < b.at.length &&
        a.move[i + notes - 1] === b.move[j + notes - 1]
      )
        notes++;
      if (found.some((one) => one.distance === distance && one.start <= j && one.end >= j + notes))
        continue;
      found.push({
        leader,
        follower,
        from: a.place[i]!,
        entry: b.place[j]!,
        distance,
        steps: b.degree[j]! - a.degree[i]!,
        notes,
        canon: notes >= CANON,
        start: j,
        end: j + notes,
      });
    }
  }
  // an entry is heard against what came last: of several distances the longest match counts, then
  // the nearest
  return found
    .filter(
      (one) =>
        !found.some(
          (other) =>
            other !== one &&
            other.start <= one.start &&
            other.end >= one.end &&
            (other.notes > one.notes || other.distance < one.distance),
        ),
    )
    .map(({ start: _, end: __, ...one }) => one);
}

/**
 * A scale in one rhythm or a repeated note is in every piece: a theme has at least three different
 * moves.
 */
const isMelody = (line: Line, i: number): boolean =>
  new Set(line.move.slice(i, i + LEAST - 1)).size >= 3;
