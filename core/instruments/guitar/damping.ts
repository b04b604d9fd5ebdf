import { say } from "../../words/say.ts";
import { add, compare, onsets, toNumber, type Score } from "../../score/index.ts";
import { voiceLine } from "../../score/model/lines.ts";
import { quarterOf } from "../looking.ts";
import type { FollowingSign } from "../sign.ts";
import type { WrittenNote } from "./written.ts";

/** A note with its finger. */
export type Stopped = WrittenNote & { readonly finger: number };

/** What is struck together, in order. */
type Line = readonly (readonly Stopped[])[];

/** Strings from this one down are the thumb's. */
const BASS = 4;
/** A rest of all voices that is heard as one, in quarters. */
const HEARD = 1 / 2;
/** An open string that was plucked so many quarters before still rings. */
const RINGS = 4;

/**
 * Open basses that would outlast their value: only open strings do, a finger ends the others. Said
 * where the bass goes on to another string.
 */
export function dampedIn(score: Score, line: Line): FollowingSign[] {
  const isBass = voiceLine(score, "low");
  const all = line.flat();
  const basses = all.filter(({ note, string }) => (isBass ? isBass(note) : string >= BASS));
  return basses.flatMap((one, i): FollowingSign[] => {
    const { note, string, fret } = one;
    if (fret > 0) return [];
    const end = add(quarterOf(score, note), note.length);
    const next = basses[i + 1];
    // struck again it is damped by that; while it rings on below its chord nothing is to do
    if (!next || next.string === string || compare(quarterOf(score, next.note), end) > 0) return [];
    const sames = all.some(
      (other) => other.string === string && compare(quarterOf(score, other.note), end) === 0,
    );
    if (sames || compare(quarterOf(score, next.note), quarterOf(score, note)) === 0) return [];
    return [
      {
        ...{ kind: "damp", from: next.note.id, to: next.note.id, look: "text" },
        text: say`×${string}`,
        stops: { strings: [string], when: "before" },
        name:
          next.string < string
            ? say`the side of the thumb stops string ${string}`
            : say`the thumb stops string ${string} after it has plucked`,
      },
    ];
  });
}

/**
 * Open strings that would ring on in a rest of all voices: basses are the thumb's, the others the
 * fingers'; stopped ones end as the left hand lifts. Common practice, no source. Where a note has
 * no string yet nobody knows what rings.
 *
 * @param line by moment of the hands the notes that have a finger
 */
export function dampedInRests(score: Score, line: Line): FollowingSign[] {
  const moments = onsets(score.notes, "hands");
  const startOf = ({ notes }: (typeof moments)[number]) => toNumber(quarterOf(score, notes[0]!));
  const rings = new Map<number, { readonly isOpen: boolean; readonly at: number }>();
  let silent = -Infinity;
  return moments.slice(0, -1).flatMap((moment, i): FollowingSign[] => {
    const [at, notes] = [startOf(moment), line[i]!];
    for (const { length } of moment.notes) silent = Math.max(silent, at + toNumber(length));
    if (notes.length < moment.notes.length) {
      rings.clear();
      return [];
    }
    // the thumb has left the bass before
    if (notes.some(({ string }) => string >= BASS))
      for (const string of [...rings.keys()]) if (string >= BASS) rings.delete(string);
    for (const { string, fret } of notes) rings.set(string, { isOpen: fret === 0, at });
    if (startOf(moments[i + 1]!) - silent < HEARD) return [];
    const open = [...rings].filter(([, one]) => one.isOpen && silent - one.at <= RINGS);
    rings.clear();
    if (open.length === 0) return [];
    const strings = open.map(([string]) => string).sort((a, b) => b - a);
    const [low, high] = [
      strings.filter((string) => string >= BASS),
      strings.filter((string) => string < BASS),
    ];
    const who = [
      ...(low.length ? [say`the side of the thumb stops ${named(low)}`] : []),
      ...(high.length ? [say`fingers laid back stop ${named(high)}`] : []),
    ];
    const { id } = notes[0]!.note;
    return [
      {
        ...{ kind: "rest", from: id, to: id, look: "text" },
        text: strings.map((string) => `×${string}`).join(" "),
        stops: { strings, when: "rest" },
        name: say`in the rest after it ${who.join(say`, and `)}`,
      },
    ];
  });
}

const named = (strings: readonly number[]): string =>
  strings.length === 1 ? say`string ${strings[0]!}` : say`strings ${strings.join(", ")}`;
