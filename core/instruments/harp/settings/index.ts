import { say } from "../../../words/say.ts";
import { playedTogether, spokenName, type PlayedBar, type Score } from "../../../score/index.ts";
import { beatsIn, harpNotes, signatureOf, type HarpNote } from "../notes.ts";
import { called, type Harp } from "../strings.ts";
import { writtenChanges, type WrittenChange } from "../onTheRoad.ts";
import { taskOf, type SettingOptions } from "./asked.ts";
import { layMoves } from "./lay.ts";
import { problemsIn, type SettingProblem } from "./problems.ts";
import { settle } from "./search.ts";

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
