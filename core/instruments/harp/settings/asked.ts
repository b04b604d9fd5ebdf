import type { HarpNote } from "../notes.ts";
import {
  altersOf,
  letterOf,
  NATURALS,
  PEDALS,
  stringName,
  stringsFor,
  writtenString,
  type Harp,
  type Letter,
  type Setting,
} from "../strings.ts";
import { QUICK } from "./quick.ts";
import type { Chance, Movable, Plucked, SettingTask, Span } from "./task.ts";

export interface SettingOptions {
  /** Quarters a minute. */
  readonly tempo: number;
  readonly secondsPerMove: number;
  /** What stands at the beginning, where somebody said so: by letter, or by string for levers. */
  readonly start?: Readonly<Record<string, number>>;
  /** What the signature asks for: letters no note asks for stand so. */
  readonly signature?: Setting;
  /** Moments that are easily found beside the notes: beats. Quarters. */
  readonly beats?: readonly number[];
  /** Strings that are settled, by note id. */
  readonly on?: ReadonlyMap<string, number>;
  /** Only which notes cannot be had, not what would help: that is looked for one by one. */
  readonly withoutWays?: boolean;
}

/** Feet and what they move; the other hand of a lever harp plays. */
export const FOOT: Readonly<Record<Letter, string>> = {
  ...{ D: "left", C: "left", B: "left" },
  ...{ E: "right", F: "right", G: "right", A: "right" },
};
const LEVER_HAND = "left";

/** A note that is written on another string costs a part of a move. */
const OTHER_SPELLING = 0.3;
/** Seconds after which a string may be altered though it still rings a little. Own figure. */
const RINGS = 1;
/** A note shorter than this rings as long. */
const AT_LEAST = 0.05;

/** What is moved, and what each note asks of it. */
export function taskOf(
  harp: Harp,
  notes: readonly HarpNote[],
  { tempo, secondsPerMove, start = {}, signature, on }: SettingOptions,
): { task: SettingTask; names: readonly string[] } {
  const second = 60 / tempo;
  const isPedal = harp.kind === "pedal";
  const strings = Array.from({ length: harp.strings }, (_, i) => harp.lowest + i);
  const names = isPedal
    ? [...PEDALS]
    : strings.filter((one) => altersOf(harp, one).length > 1).map(stringName);
  const index = new Map(names.map((name, i) => [name, i]));
  const movables = names.map((name): Movable => {
    const letter = name[0] as Letter;
    const tuned = harp.tuning[letter];
    // a lever that was told for strings tuned otherwise says nothing
    const isThere = isPedal || start[name] === tuned || start[name] === tuned + 1;
    const told = isThere ? start[name] : undefined;
    return {
      id: name,
      limb: isPedal ? FOOT[letter] : LEVER_HAND,
      usual: isPedal
        ? (signature ?? NATURALS)[letter]
        : Math.max(tuned, Math.min(tuned + 1, signature?.[letter] ?? tuned)),
      ...(told === undefined ? {} : { told }),
    };
  });
  const chancesOf = ({ id, of = id, midi, pitch }: HarpNote): Chance[] => {
    const settled = on?.get(of);
    const found = stringsFor(harp, midi).filter(
      ({ string }) => settled === undefined || string === settled,
    );
    const written = writtenString(pitch);
    const isThere = found.some(({ string }) => string === written);
    return found.map(({ string, alter }): Chance => {
      const movable = index.get(isPedal ? letterOf(string) : stringName(string));
      const isAltered = movable !== undefined && altersOf(harp, string).length > 1;
      return {
        ...{ string, value: alter, cost: isThere && string !== written ? OTHER_SPELLING : 0 },
        ...(isAltered ? { movable } : {}),
      };
    });
  };
  const plucked = notes.map((note, i): Plucked => {
    const at = note.onset * second;
    const rings = Math.min(RINGS, Math.max(AT_LEAST, note.length * second));
    const before = notes[i - 1];
    const again = before?.midi === note.midi && at - before.onset * second < QUICK - 1e-9;
    const one = { id: note.id, at, until: at + rings, chances: chancesOf(note) };
    return again ? { ...one, again } : one;
  });
  const busy = isPedal
    ? {}
    : { [LEVER_HAND]: joined(notes.filter(({ hand }) => hand === LEVER_HAND)).map(inSeconds) };
  function inSeconds([from, to]: Span): Span {
    return [from * second, to * second];
  }
  return { task: { movables, notes: plucked, move: secondsPerMove, busy }, names };
}

/** When a hand plays: notes that touch are one stretch. Quarters. */
function joined(notes: readonly HarpNote[]): Span[] {
  const found: Span[] = [];
  for (const { onset, length } of notes) {
    const last = found.at(-1);
    if (last && onset <= last[1] + 1e-9)
      found[found.length - 1] = [last[0], Math.max(last[1], onset + length)];
    else found.push([onset, onset + length]);
  }
  return found;
}
