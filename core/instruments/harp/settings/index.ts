import { say } from "../../../words/say.ts";
import { playedTogether, spokenName, type PlayedBar, type Score } from "../../../score/index.ts";
import { beatsIn, harpNotes, signatureOf, type HarpNote } from "../notes.ts";
import {
  altersOf,
  called,
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
import { writtenChanges, type WrittenChange } from "../onTheRoad.ts";
import { layMoves } from "./lay.ts";
import { problemsIn, type SettingProblem } from "./problems.ts";
import { QUICK } from "./quick.ts";
import { settle } from "./search.ts";
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

/** A pedal or a lever that is moved. Quarters from the beginning. */
export interface Change {
  readonly onset: number;
  /** The letter of a pedal, or the name of a lever's string: `F4`. */
  readonly name: string;
  readonly from: number;
  readonly to: number;
  readonly limb: string;
  readonly earliest: number;
  readonly latest: number;
  /** The note it is for. */
  readonly note: string;
  readonly why: string;
}

export interface Settings {
  readonly start: Readonly<Record<string, number>>;
  readonly changes: readonly Change[];
  /** The string of each note that has one. */
  readonly strings: ReadonlyMap<string, { readonly string: number; readonly alter: number }>;
  readonly problems: readonly SettingProblem[];
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

/**
 * How the pedals or levers stand at the beginning, and each change with its time.
 *
 * @param notes in the order of the music
 */
export function proposeSettings(
  harp: Harp,
  notes: readonly HarpNote[],
  options: SettingOptions,
): Settings {
  const asked = taskOf(harp, notes, options);
  const { task, names } = asked;
  const found = settle(task);
  const second = 60 / options.tempo;
  const moments = [...notes.map(({ onset }) => onset), ...(options.beats ?? [])];
  const beats = [...new Set(moments)].sort((a, b) => a - b).map((at) => at * second);
  const byId = new Map(notes.map((note) => [note.id, note]));
  const laid = layMoves(found.moves, task.movables, task.move, beats, task.busy);
  return {
    start: Object.fromEntries(names.map((name, i) => [name, found.start[i]!])),
    changes: laid.map(({ movable, from, to, limb, at, earliest, latest, note }) => ({
      ...{ name: names[movable]!, from, to, limb, note },
      onset: at / second,
      earliest: earliest / second,
      latest: latest / second,
      why: whyOf(names[movable]!, to, byId.get(note)!, at - earliest),
    })),
    strings: new Map(
      [...found.taken].map(([id, { string, value }]) => [id, { string, alter: value }]),
    ),
    problems: problemsIn(harp, notes, new Set(found.taken.keys()), options, task),
  };
}

const whyOf = (name: string, to: number, note: HarpNote, room: number): string =>
  say`${called(name, to)} for ${spokenName(note.pitch)}${note.where ? say` in ${note.where}` : ""};
    ${room < 0.05 ? say`there is just time for it` : say`it may come ${seconds(room)} s earlier`}.`;

const seconds = (value: number): string => String(Math.round(value * 10) / 10);

export interface SettingsInBars extends Settings {
  /** The changes as they are written in the bars. */
  readonly written: readonly WrittenChange[];
}

/**
 * The same for bars of a score, along the road; onsets count from where they begin. What is played
 * more than once is plucked on the same string each time; a part of what is repeated is looked at
 * by itself.
 */
export function proposeInBars(
  harp: Harp,
  score: Score,
  [from, to]: readonly [from: number, to: number],
  options: Omit<SettingOptions, "signature" | "beats" | "on">,
): SettingsInBars {
  const played = playedTogether(score.bars, from, to);
  const once = played.filter(({ time }) => time === 1);
  const signature = signatureOf(score.bars[from]!.key.fifths);
  const along = (bars: readonly PlayedBar[], more: Partial<SettingOptions> = {}) =>
    proposeSettings(harp, harpNotes(score, bars), {
      ...{ ...options, signature, beats: beatsIn(score, bars) },
      ...more,
    });
  const asOnce = () => along(once, { withoutWays: true }).strings;
  const found =
    once.length === played.length
      ? along(once)
      : along(played, { on: againOn(score, played, asOnce()) });
  const idOf = new Map(harpNotes(score, played).map(({ id, of = id }) => [id, of]));
  return {
    ...found,
    strings: new Map([...found.strings].filter(([id]) => idOf.get(id) === id)),
    written: writtenChanges(score.bars, played, found.start, found.changes),
  };
}

/** The strings of notes that come more than once, as they were taken the first time. */
function againOn(score: Score, played: readonly PlayedBar[], strings: Settings["strings"]) {
  const again = new Set(played.filter(({ time }) => time > 1).map(({ bar }) => bar));
  return new Map(
    score.notes.flatMap(({ id, bar }): [string, number][] => {
      const taken = strings.get(id);
      return taken && again.has(bar) ? [[id, taken.string]] : [];
    }),
  );
}

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
    const told = start[name];
    const tuned = harp.tuning[letter];
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
