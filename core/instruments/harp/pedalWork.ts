import { capital } from "../../words/index.ts";
import { say } from "../../words/say.ts";
import { Type } from "@sinclair/typebox";
import { playedBars, spokenName, type Mark } from "../../score/index.ts";
import type { MarkDoubt, MarkTask, ProposedMark, StratumWork } from "../../score/marks/work.ts";
import { withChanges } from "./changes.ts";
import { doubtsOf, placeOf } from "./doubts.ts";
import { comeTo } from "./onTheRoad.ts";
import { harpNotes, type HarpNote } from "./notes.ts";
import { pedalsText, settingAt } from "./setting.ts";
import { FOOT } from "./settings/asked.ts";
import { proposeInBars, type SettingsInBars } from "./settings/index.ts";
import { letterOf, PEDALS, stringsFor, writtenString, type Letter } from "./strings.ts";
import { harpOf, USUAL_MOVE } from "./setup.ts";

/** Seconds a move takes: as asked, as the harp is set up, or as usual. */
export const secondsOf = ({ options, setup }: MarkTask): number =>
  (options as { secondsPerMove?: number }).secondsPerMove ??
  (setup as { move?: number } | undefined)?.move ??
  USUAL_MOVE;

const pedalHarp = ({ setup }: MarkTask) => harpOf({ ...setup, kind: "pedal" });

interface Found extends SettingsInBars {
  /** Nothing is written before, so that any setting may begin. */
  readonly isOpen: boolean;
}

/** Marks and problems of one task are found together. */
const known = new WeakMap<MarkTask, Found>();

function settingsOf(task: MarkTask): Found {
  const found = known.get(task) ?? settingsIn(task);
  known.set(task, found);
  return found;
}

/** The settings of some bars, from where they begin. */
function settingsIn(task: MarkTask): Found {
  const { score, from, to, tempo, written } = task;
  const earlier = written.filter((mark) => mark.from.bar < from);
  const found = proposeInBars(pedalHarp(task), score, [from, to], {
    ...{ tempo, secondsPerMove: secondsOf(task) },
    ...(earlier.length ? { start: settingAt(earlier, earlier.at(-1)!.from) } : {}),
  });
  return {
    ...found,
    isOpen: earlier.length === 0,
  };
}

function propose(task: MarkTask): ProposedMark[] {
  const { score, from } = task;
  const { start, written, isOpen } = settingsOf(task);
  const marks: ProposedMark[] = isOpen
    ? [
        {
          from: { bar: from, offset: { num: 0, den: 1 } },
          data: start,
          why: say`As the pedals stand when bar ${score.bars[from]!.number} begins.`,
        },
      ]
    : [];
  return withChanges(
    marks,
    written.map(({ why, limb, ...change }) => ({
      ...change,
      told: limb ? say`${limb === "left" ? say`Left foot` : say`Right foot`}: ${why}` : why,
    })),
  );
}

const problems = (task: MarkTask): MarkDoubt[] => doubtsOf(task.score, settingsOf(task).problems);

/** What is written, played through: notes that are not set, feet that come too late. */
function check(task: MarkTask): MarkDoubt[] {
  const { score, written, from, to, tempo } = task;
  const second = tempo / 60;
  const move = secondsOf(task) * second;
  const harp = pedalHarp(task);
  const found: MarkDoubt[] = [];
  const rings = new Map<Letter, number>();
  const moved = new Map<string, { at: number; letters: string }>();
  // all of it: the end of a half is played before its beginning comes again
  const played = playedBars(score.bars, 0, score.bars.length - 1);
  const marks = comeTo(written, played);
  let next = 0;
  let stands = settingAt([], { bar: 0, offset: { num: 0, den: 1 } });
  const number = (bar: number) => score.bars[bar]!.number;
  const set = ({ mark, at }: { readonly mark: Mark; readonly at: number }) => {
    const letters = PEDALS.filter(
      (letter) => letter in mark.data && mark.data[letter] !== stands[letter],
    );
    const isStart = next === 0;
    stands = { ...stands, ...mark.data };
    if (isStart) return;
    for (const letter of letters)
      if ((rings.get(letter) ?? 0) > at + 1e-6)
        found.push({
          ...{ ...mark.from, kind: "rings" },
          text: say`Bar ${number(mark.from.bar)}: ${pedalsText({ [letter]: stands[letter] })} is set
            while its string still rings.`,
        });
    for (const foot of new Set(letters.map((letter) => FOOT[letter]))) {
      const own = letters.filter((letter) => FOOT[letter] === foot);
      const last = moved.get(foot);
      const name = foot === "left" ? say`the left foot` : say`the right foot`;
      if (own.length > 1)
        found.push({
          ...{ ...mark.from, kind: "foot" },
          text: say`Bar ${number(mark.from.bar)}: ${name} has ${own.length} pedals at once,
            ${own.join(", ")}; it moves one at a time.`,
        });
      else if (last && at - last.at < move - 1e-6)
        found.push({
          ...{ ...mark.from, kind: "foot" },
          text: say`Bar ${number(mark.from.bar)}: ${name} has
            ${String(Math.round(((at - last.at) / second) * 10) / 10)} s from ${last.letters} to
            ${own.join(", ")}; a move takes ${String(secondsOf(task))} s.`,
        });
      if (own.length > 0) moved.set(foot, { at, letters: own.join(", ") });
    }
  };
  const playedNote = (note: HarpNote) => {
    const on = stringsFor(harp, note.midi);
    const written = writtenString(note.pitch);
    const sounding = on.filter(
      ({ string, alter }) => harp.fixed.includes(string) || stands[letterOf(string)] === alter,
    );
    const taken = sounding.find(({ string }) => string === written) ?? sounding[0];
    const until = note.onset + Math.min(note.length, second);
    if (taken) {
      // what has no disc does not mind its pedal
      if (harp.fixed.includes(taken.string)) return;
      const letter = letterOf(taken.string);
      rings.set(letter, Math.max(rings.get(letter) ?? 0, until));
      return;
    }
    const asked = letterOf(written);
    found.push({
      ...{ ...placeOf(score, note.of ?? note.id), kind: "unset" },
      text:
        on.length === 0
          ? say`${capital(note.where!)}: ${spokenName(note.pitch)} is not on this harp.`
          : say`${capital(note.where!)}: ${spokenName(note.pitch)} is not set; the pedals stand at
              ${pedalsText({ [asked]: stands[asked] })}.`,
    });
  };
  for (const note of harpNotes(score, played)) {
    while (next < marks.length && marks[next]!.at <= note.onset + 1e-6) {
      set(marks[next]!);
      next++;
    }
    playedNote(note);
  }
  for (; next < marks.length; next++) set(marks[next]!);
  // the same of a bar is said once
  const once = new Map(found.map((one) => [one.text, one]));
  return written.length === 0
    ? []
    : [...once.values()]
        .filter(({ bar }) => bar >= from && bar <= to)
        .sort((a, b) => a.bar - b.bar);
}

/** Pedals worked out from the notes, and those that are written looked through. */
export const pedalWork: StratumWork = {
  options: Type.Object(
    {
      secondsPerMove: Type.Optional(
        Type.Number({
          minimum: 0.1,
          maximum: 5,
          description: "seconds a pedal takes, 0.1 to 5",
        }),
      ),
    },
    { additionalProperties: false },
  ),
  propose,
  problems,
  check,
};
