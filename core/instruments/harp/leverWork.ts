import { capital } from "../../words/index.ts";
import { say } from "../../words/say.ts";
import { playedBars, spokenName, type Mark } from "../../score/index.ts";
import type { MarkDoubt, MarkTask, ProposedMark, StratumWork } from "../../score/marks/work.ts";
import { isFixed, leversAt, leversText, tunedAlter } from "./leverSetting.ts";
import { withChanges } from "./changes.ts";
import { doubtsOf } from "./doubts.ts";
import { comeTo } from "./onTheRoad.ts";
import { harpNotes } from "./notes.ts";
import { pedalWork, secondsOf } from "./pedalWork.ts";
import { harpOf } from "./setup.ts";
import { proposeInBars, type SettingsInBars } from "./settings/index.ts";
import { called, stringName, stringsFor } from "./strings.ts";

const LEVER_HAND = "left";

const leverHarp = ({ setup }: MarkTask) => harpOf({ ...setup, kind: "lever" });

/** Marks and problems of one task are found together. */
const known = new WeakMap<MarkTask, SettingsInBars>();

function settingsOf(task: MarkTask): SettingsInBars {
  const before = known.get(task);
  if (before) return before;
  const { score, from, to, tempo, written } = task;
  const earlier = written.filter((mark) => mark.from.bar < from);
  const found = proposeInBars(leverHarp(task), score, [from, to], {
    ...{ tempo, secondsPerMove: secondsOf(task) },
    ...(earlier.length ? { start: leversAt(earlier, earlier.at(-1)!.from) } : {}),
  });
  known.set(task, found);
  return found;
}

/** Those up at the beginning, where nothing is written before, and each flip. */
function propose(task: MarkTask): ProposedMark[] {
  const { score, from, written: before } = task;
  const { start, written } = settingsOf(task);
  const harp = leverHarp(task);
  const isOpen = !before.some((mark) => mark.from.bar < from);
  const up = Object.fromEntries(
    Object.entries(start).filter(([name, alter]) => alter !== tunedAlter(harp, name)),
  );
  const marks: ProposedMark[] =
    isOpen && Object.keys(up).length
      ? [
          {
            from: { bar: from, offset: { num: 0, den: 1 } },
            data: up,
            why: say`Levers that are up when bar ${score.bars[from]!.number} begins.`,
          },
        ]
      : [];
  return withChanges(
    marks,
    written.map(({ why, limb, ...change }) => ({
      ...change,
      told: limb ? say`Left hand: ${why}` : why,
    })),
  );
}

const problems = (task: MarkTask): MarkDoubt[] => doubtsOf(task.score, settingsOf(task).problems);

/** What is written, played through: notes that are not set, flips under a ringing string. */
function check(task: MarkTask): MarkDoubt[] {
  const { score, written, from, to, tempo } = task;
  if (written.length === 0) return [];
  const second = tempo / 60;
  const harp = leverHarp(task);
  const found: MarkDoubt[] = [];
  // all of it: the end of a half is played before its beginning comes again
  const played = playedBars(score.bars, 0, score.bars.length - 1);
  const notes = harpNotes(score, played);
  const plucks = notes.filter(({ hand }) => hand === LEVER_HAND).map(({ onset }) => onset);
  const stands = new Map<string, number>();
  const rings = new Map<string, number>();
  const marks = comeTo(written, played);
  let next = 0;
  const flip = ({ mark, at }: { readonly mark: Mark; readonly at: number }) => {
    const { from: place } = mark;
    const { time: _, ...data } = mark.data;
    const bar = score.bars[place.bar]!.number;
    const moved = Object.entries(data as Record<string, number>).filter(
      ([name, alter]) => alter !== (stands.get(name) ?? tunedAlter(harp, name)),
    );
    for (const [name, alter] of moved) {
      if (isFixed(harp, name)) {
        const text = say`Bar ${bar}: ${name} has no lever on this harp.`;
        found.push({ ...place, kind: "missing", text });
        continue;
      }
      // what was written for strings that were tuned otherwise
      const tuned = tunedAlter(harp, name);
      if (alter !== tuned && alter !== tuned + 1) {
        const [down, up, wanted] = [tuned, tuned + 1, alter].map((one) => called(name[0]!, one));
        found.push({
          ...{ ...place, kind: "missing" },
          text: say`Bar ${bar}: ${name} is tuned to ${down!}, and its lever makes it ${up!}: it cannot
            be ${wanted!}.`,
        });
        continue;
      }
      stands.set(name, alter);
      if (next > 0 && (rings.get(name) ?? 0) > at + 1e-6)
        found.push({
          ...{ ...place, kind: "rings" },
          text: say`Bar ${bar}: ${leversText({ [name]: alter })} is set while its string still rings.`,
        });
    }
    if (next === 0 || moved.length === 0) return;
    const before = plucks.findLast((one) => one <= at + 1e-6) ?? -Infinity;
    const after = plucks.find((one) => one > at + 1e-6) ?? Infinity;
    const needed = moved.length * secondsOf(task);
    const has = (after - before) / second;
    if (has < needed - 1e-6)
      found.push({
        ...{ ...place, kind: "hand" },
        text: say`Bar ${bar}: the left hand has ${String(Math.round(has * 10) / 10)} s between what it
          plays; ${moved.length === 1 ? say`a lever takes` : say`${moved.length} levers take`}
          ${String(needed)} s.`,
      });
  };
  for (const note of notes) {
    while (next < marks.length && marks[next]!.at <= note.onset + 1e-6) flip(marks[next++]!);
    const on = stringsFor(harp, note.midi);
    const set = on.find(({ string, alter }) => {
      const name = stringName(string);
      return (stands.get(name) ?? tunedAlter(harp, name)) === alter;
    });
    if (set) {
      const until = note.onset + Math.min(note.length, second);
      const name = stringName(set.string);
      rings.set(name, Math.max(rings.get(name) ?? 0, until));
      continue;
    }
    const place = score.notes.find(({ id }) => id === (note.of ?? note.id))!;
    const [wanted] = on;
    const name = wanted && stringName(wanted.string);
    found.push({
      ...{ bar: place.bar, offset: place.offset, kind: "unset" },
      text: name
        ? say`${capital(note.where!)}: ${spokenName(note.pitch)} is not set; ${name} stands at
            ${called(name[0]!, stands.get(name) ?? tunedAlter(harp, name))}.`
        : say`${capital(note.where!)}: ${spokenName(note.pitch)} is not on this harp.`,
    });
  }
  for (; next < marks.length;) flip(marks[next++]!);
  // the same of a bar is said once
  const once = new Map(found.map((one) => [one.text, one]));
  return [...once.values()]
    .filter(({ bar }) => bar >= from && bar <= to)
    .sort((a, b) => a.bar - b.bar);
}

/** Levers worked out from the notes, and those that are written looked through. */
export const leverWork: StratumWork = { options: pedalWork.options, propose, problems, check };
