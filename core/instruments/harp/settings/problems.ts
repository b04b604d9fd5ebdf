import { capital } from "../../../words/index.ts";
import { say } from "../../../words/say.ts";
import { spokenName, timeText } from "../../../score/index.ts";
import type { HarpNote } from "../notes.ts";
import { called, stringsFor, type Harp } from "../strings.ts";
import { taskOf, type SettingOptions } from "./asked.ts";
import { settleRoughly } from "./search.ts";
import type { SettingTask } from "./task.ts";

/** A note that cannot be had as things are. */
export interface SettingProblem {
  readonly kind: "off" | "late";
  readonly note: string;
  readonly text: string;
  readonly ways: readonly string[];
}

/** Shares of the tempo at which a note may be had that cannot at the tempo itself. */
const SLOWER = [0.8, 0.65, 0.5];
/** Seconds of the quickest move. From memory. */
const QUICKEST = 0.25;
/** Seconds on either side of a note that are looked at for what would help. */
const AROUND = 4;

/** Why notes cannot be had, and what would help. */
export function problemsIn(
  harp: Harp,
  notes: readonly HarpNote[],
  taken: ReadonlySet<string>,
  options: SettingOptions,
  { notes: plucked, movables }: SettingTask,
): SettingProblem[] {
  const missed = notes.map((note, i) => ({ note, i })).filter(({ note }) => !taken.has(note.id));
  const plays = byScore(notes);
  const missedOf = byScore(missed.map(({ note }) => note));
  // what is so each time is said once, with what helps the first time
  const once = missed.filter(({ note }) => missedOf.get(ofScore(note))![0] === note);
  const late = once.filter(({ i }) => plucked[i]!.chances.length > 0).map(({ note }) => note);
  const waysOf = waysOut(harp, notes, options.withoutWays ? [] : late, options);
  return once.map(({ note, i }): SettingProblem => {
    const name = spokenName(note.pitch);
    const where = whereOf(missedOf.get(ofScore(note))!, plays.get(ofScore(note))!.length);
    const { chances } = plucked[i]!;
    if (chances.length === 0)
      return {
        ...{ kind: "off", note: ofScore(note) },
        text: say`${where}${name} is not on this harp.`,
        ways: octavesOf(harp, note),
      };
    const on = chances
      .map(({ movable, value }) =>
        called(movable === undefined ? name : movables[movable]!.id, value),
      )
      .join(say` or `);
    return {
      ...{ kind: "late", note: ofScore(note) },
      text: say`${where}${name} cannot be prepared: there is no time to set ${on}.`,
      ways: [...(waysOf.get(note.id) ?? []), say`Leave it out.`],
    };
  });
}

/** The note of the score. */
const ofScore = ({ id, of = id }: HarpNote): string => of;

/** Notes by the note of the score they are. */
function byScore(notes: readonly HarpNote[]): Map<string, HarpNote[]> {
  const found = new Map<string, HarpNote[]>();
  for (const note of notes) {
    const others = found.get(ofScore(note));
    if (others) others.push(note);
    else found.set(ofScore(note), [note]);
  }
  return found;
}

/** Where the times are at which a note is missed, of so many; nothing for notes by themselves. */
function whereOf(missed: readonly HarpNote[], plays: number): string {
  const { bar } = missed[0]!;
  if (!bar) return "";
  if (missed.length === plays) return say`${capital(bar)}: `;
  const times = missed.map(({ time }) => timeText(time!)).join(say` and `);
  return say`${capital(bar)}, ${times}: `;
}

/** What gives notes that come too late their time, by note: tried, not guessed. */
function waysOut(
  harp: Harp,
  notes: readonly HarpNote[],
  missed: readonly HarpNote[],
  options: SettingOptions,
): Map<string, string[]> {
  const found = new Map<string, string[]>();
  const around = (AROUND * options.tempo) / 60;
  for (const late of stretches(missed, around)) {
    const [from, to] = [late[0]!.onset, late.at(-1)!.onset];
    const near = notes.filter(({ onset }) => onset >= from - around && onset <= to + around);
    // what stands at the beginning is only known there
    const { start, ...other } = options;
    const here = near[0] === notes[0] && start ? { ...other, start } : other;
    const helped = (played: readonly HarpNote[], changed: Partial<SettingOptions>) => {
      const { taken } = settleRoughly(taskOf(harp, played, { ...here, ...changed }).task);
      return (id: string) => taken.has(id);
    };
    const add = (id: string, way: string) => found.set(id, [...(found.get(id) ?? []), way]);
    let left = late.map(({ id }) => id);
    for (const share of SLOWER) {
      if (left.length === 0) break;
      const tempo = Math.round(options.tempo * share);
      const isThere = helped(near, { tempo });
      for (const id of left.filter(isThere)) add(id, say`At ${tempo} a minute there is time.`);
      left = left.filter((id) => !isThere(id));
    }
    const all = late.map(({ id }) => id);
    if (options.secondsPerMove > QUICKEST)
      for (const id of all.filter(helped(near, { secondsPerMove: QUICKEST })))
        add(id, say`With a move of ${String(QUICKEST)} s there is time.`);
    const stopped = near.map((note) => ({ ...note, length: 0 }));
    for (const id of all.filter(helped(stopped, {})))
      add(id, say`Let what rings before it end sooner.`);
  }
  return found;
}

/** Notes with less than so many quarters from one to the next. */
function stretches(notes: readonly HarpNote[], apart: number): HarpNote[][] {
  const found: HarpNote[][] = [];
  for (const note of notes) {
    const last = found.at(-1);
    if (last && note.onset - last.at(-1)!.onset < apart) last.push(note);
    else found.push([note]);
  }
  return found;
}

/** Octaves in which a note is there. */
const octavesOf = (harp: Harp, { midi }: HarpNote): string[] =>
  [
    stringsFor(harp, midi + 12).length > 0 ? say`Play it an octave higher.` : [],
    stringsFor(harp, midi - 12).length > 0 ? say`Play it an octave lower.` : [],
  ].flat();
