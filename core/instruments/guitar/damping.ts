import { say } from "../../words/say.ts";
import { add, compare, onsets, subtract, toNumber, type Score } from "../../score/index.ts";
import { voiceLine } from "../../score/model/lines.ts";
import { toText } from "../../score/model/fractionText.ts";
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
/** Of so many stopped strings it is said that the hand lifts; a line ends by itself. */
const CHORD = 2;
/** Two notes so near each other jar, in semitones. */
const STEP = 2;
/** An open string that was plucked so many quarters before still rings. */
const RINGS = 4;

const startOf = (score: Score, { note }: Stopped) => quarterOf(score, note);
const endOf = (score: Score, one: Stopped) => add(startOf(score, one), one.note.length);

/** Open strings that would outlast their value: only open ones do, a finger ends the others. */
export const dampedIn = (score: Score, line: Line): FollowingSign[] => [
  ...dampedBasses(score, line),
  ...dampedSteps(score, line),
];

/**
 * Open basses: said where the bass goes on to another string, and where it rests while a voice
 * above it goes on.
 */
function dampedBasses(score: Score, line: Line): FollowingSign[] {
  const isBass = voiceLine(score, "low");
  const all = line.flat();
  const basses = all.filter(({ note, string }) => (isBass ? isBass(note) : string >= BASS));
  const struckAt = new Map<string, Stopped[]>();
  for (const other of all) {
    const at = toText(startOf(score, other));
    struckAt.set(at, [...(struckAt.get(at) ?? []), other]);
  }
  return basses.flatMap((one, i): FollowingSign[] => {
    const { string, fret } = one;
    if (fret > 0) return [];
    const end = endOf(score, one);
    const next = basses[i + 1];
    const then = next && startOf(score, next);
    if (then && compare(then, startOf(score, one)) === 0) return [];
    // struck again it is damped by that; while it rings on below its chord nothing is to do
    const struck = struckAt.get(toText(end)) ?? [];
    if (struck.some((other) => other.string === string)) return [];
    if (then && compare(then, end) <= 0) return [goneOn(one, next)];
    const rest = then ? toNumber(subtract(then, end)) : Infinity;
    if (!isBass || rest < HEARD) return [];
    const goesOn = all.some(
      (other) => compare(startOf(score, other), end) < 0 && compare(endOf(score, other), end) > 0,
    );
    return struck[0] || goesOn ? [rested(one, struck[0])] : [];
  });
}

const goneOn = ({ string }: Stopped, next: Stopped): FollowingSign => ({
  ...{ kind: "damp", from: next.note.id, to: next.note.id, look: "text" },
  text: say`×${string}`,
  stops: { strings: [string], when: "before" },
  name:
    next.string < string
      ? say`the side of the thumb stops string ${string}`
      : say`the thumb stops string ${string} after it has plucked`,
});

/** A bass that rests below a tune, by what is plucked when its value is over, if anything is. */
function rested(bass: Stopped, struck: Stopped | undefined): FollowingSign {
  const { string } = bass;
  const { id } = (struck ?? bass).note;
  return {
    ...{ kind: "damp", from: id, to: id, look: "text" },
    text: say`×${string}`,
    stops: { strings: [string], when: struck ? "before" : "after" },
    name: say`the bass rests: the thumb comes back to string ${string}`,
  };
}

/**
 * Open strings of a tune that would jar with the step that follows on the string below: the finger
 * that stops that leans on them. Common practice, no source. Quick notes are over before it is
 * heard, and wider intervals make a chord.
 */
function dampedSteps(score: Score, line: Line): FollowingSign[] {
  const voices = new Map<string, Stopped[][]>();
  for (const notes of line)
    for (const voice of new Set(notes.map(({ note }) => note.voice))) {
      const tune = voices.get(voice) ?? [];
      tune.push(notes.filter(({ note }) => note.voice === voice));
      voices.set(voice, tune);
    }
  return [...voices.values()].flatMap((tune) =>
    tune.flatMap(([one, ...others], i): FollowingSign[] => {
      const [next, ...more] = tune[i + 1] ?? [];
      if (!one || others.length > 0 || one.fret > 0 || one.string >= BASS) return [];
      if (!next || more.length > 0 || next.finger === 0 || next.string !== one.string + 1)
        return [];
      const isStep = Math.abs(next.note.midi - one.note.midi) <= STEP;
      const isOver = compare(startOf(score, next), endOf(score, one)) === 0;
      if (!isStep || !isOver || toNumber(next.note.length) < HEARD) return [];
      return [
        {
          ...{ kind: "damp", from: next.note.id, to: next.note.id, look: "text" },
          text: say`×${one.string}`,
          stops: { strings: [one.string], when: "before" },
          name: say`finger ${next.finger} leans on string ${one.string} and stops it`,
        },
      ];
    }),
  );
}

/**
 * Open strings that would ring on in a rest of all voices: basses are the thumb's, the others the
 * fingers', and a chord that is stopped ends as the left hand lifts. Common practice, no source.
 * Where a note has no string yet nobody knows what rings.
 *
 * @param line by moment of the hands the notes that have a finger
 */
export function dampedInRests(score: Score, line: Line): FollowingSign[] {
  const moments = onsets(score.notes, "hands");
  const startOf = ({ notes }: (typeof moments)[number]) => toNumber(quarterOf(score, notes[0]!));
  const rings = new Map<number, { readonly isOpen: boolean; readonly at: number; end: number }>();
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
    for (const { string, fret, note } of notes)
      rings.set(string, { isOpen: fret === 0, at, end: at + toNumber(note.length) });
    if (startOf(moments[i + 1]!) - silent < HEARD) return [];
    const open = [...rings].filter(([, one]) => one.isOpen && silent - one.at <= RINGS);
    const stopped = [...rings].filter(([, one]) => !one.isOpen && one.end >= silent);
    rings.clear();
    const lifts = stopped.length >= CHORD;
    if (open.length === 0 && !lifts) return [];
    const strings = open.map(([string]) => string).sort((a, b) => b - a);
    const [low, high] = [
      strings.filter((string) => string >= BASS),
      strings.filter((string) => string < BASS),
    ];
    const who = [
      ...(low.length ? [say`the side of the thumb stops ${named(low)}`] : []),
      ...(high.length ? [say`fingers laid back stop ${named(high)}`] : []),
      ...(lifts ? [say`the left hand lifts off ${stopped.length} strings`] : []),
    ];
    const { id } = notes[0]!.note;
    return [
      {
        ...{ kind: "rest", from: id, to: id, look: "text" },
        text: strings.map((string) => `×${string}`).join(" ") || say`lift`,
        stops: { strings, when: "rest" },
        name: say`in the rest after it ${who.join(say`, and `)}`,
      },
    ];
  });
}

const named = (strings: readonly number[]): string =>
  strings.length === 1 ? say`string ${strings[0]!}` : say`strings ${strings.join(", ")}`;
