import { say } from "../words/say.ts";
import { analyse } from "../form/index.ts";
import { compare, type Score } from "../score/index.ts";
import { alternativesTo } from "./alternatives.ts";
import { type Line } from "./line.ts";
import { costOf } from "./costs.ts";
import type { HandModel, Locks, Problem } from "./model.ts";
import type { Moment, Played } from "./moment.ts";
import { playedIn } from "./moments.ts";
import { prepareLine, type LineOptions } from "./prepare.ts";
import type { Proposal, ProposedNote } from "./proposal.ts";
import { solveLine, type SolvedLine } from "./solve.ts";
import { toldMoments } from "./told.ts";

export interface FingerOptions extends LineOptions, Locks {
  /** How many other ways are wanted. */
  readonly alternatives?: number;
}

export interface ProposeOptions extends FingerOptions {
  /** First and last bar, 0-based, inclusive. */
  readonly from: number;
  readonly to: number;
  /** What the edition prints, where it is to be kept: obeyed under what is written, and counted. */
  readonly printed?: ReadonlyMap<string, string>;
}

/**
 * Fingers for one hand in a stretch of bars, in pencil. The whole line of the hand is solved, so
 * that what returns elsewhere counts, and what the teacher has written anywhere is kept and the
 * rest solved around it.
 */
export const propose = (score: Score, model: HandModel, options: ProposeOptions): Proposal =>
  proposeAfter(score, model, options, undefined).proposal;

/**
 * The same, with what the next proposal for this line can go on from.
 *
 * @param before of the same score and options but for locks, positions and bars; only what those
 * can affect is solved again.
 * Undefined for the first time
 */
export function proposeAfter(
  score: Score,
  model: HandModel,
  options: ProposeOptions,
  before: SolvedLine | undefined,
): { proposal: Proposal; solved: SolvedLine } {
  const printed = options.printed ?? new Map<string, string>();
  const all = { ...options, locks: new Map([...printed, ...(options.locks ?? [])]) };
  const prepared =
    before?.prepared ??
    prepareLine(
      playedIn(score, options.hand, 0, score.bars.length - 1),
      model,
      { ...options, form: options.form ?? analyse(score) },
      score,
    );
  const solved = solveLine(prepared, all, before);
  const proposal = proposalOf(solved, all, ({ bar }) => bar >= options.from && bar <= options.to);
  const kept = proposal.notes.filter(
    (note) => printed.has(note.id) && note.finger === printed.get(note.id),
  ).length;
  if (kept === 0) return { solved, proposal };
  const said = say`${kept} printed ${kept === 1 ? say`finger is` : say`fingers are`} kept, as the
    edition has them.`;
  return { solved, proposal: { ...proposal, reasons: [said, ...proposal.reasons] } };
}

/**
 * The share of the work that is done when the line is solved, roughly as measured on long lines.
 */
const SOLVED = 0.8;

/** The same on notes alone. */
export const proposeNotes = (
  played: readonly Played[],
  model: HandModel,
  options: FingerOptions,
  score?: Score,
): Proposal =>
  proposalOf(solveLine(prepareLine(played, model, options, score), options), options, () => true);

function proposalOf(
  solved: SolvedLine,
  options: FingerOptions,
  within: (moment: Pick<Moment, "bar">) => boolean,
): Proposal {
  const { line, model, path, prepared } = solved;
  options.onProgress?.(SOLVED);
  const asked = line.moments.flatMap((moment, at) => (within(moment) ? [at] : []));
  const counterparts = counterpartsOf(solved, asked);
  const range = { first: asked[0] ?? 0, last: asked.at(-1) ?? -1 };
  const told = toldMoments(line.moments).filter(within);
  const notes = (way: readonly number[], some: readonly number[]) =>
    notesOf(line, model, way, some, options.locks);
  const withLost = (way: readonly number[]) =>
    withUntaken(notes(way, asked), told, options.locks ?? new Map());
  return {
    notes: withLost(path),
    cost: costOf(line, path, range),
    problems: saidOnce(prepared.plan.problems(solved, told, asked, options)),
    elsewhere: notes(path, counterparts),
    reasons: asked.length ? prepared.plan.reasons(solved, asked) : [],
    ...prepared.plan.moves?.(solved, asked),
    alternatives: unlike(
      withLost(path),
      alternativesTo(solved, asked, options.alternatives ?? 0).map(
        ({ path: other, more, reason }) => ({
          more,
          reason,
          notes: withLost(other),
          elsewhere: notes(other, counterparts),
        }),
      ),
    ),
  };
}

/** Other ways, but for those that are written like one before: they differ in what is not. */
function unlike(first: readonly ProposedNote[], others: Proposal["alternatives"]) {
  const written = (notes: readonly ProposedNote[]) =>
    notes.map(({ id, finger, then, also }) => [id, finger, then, also?.["string"]].join()).join();
  if (others.length === 0) return others;
  const known = new Set([written(first)]);
  return others.filter(({ notes }) => {
    const text = written(notes);
    if (known.has(text)) return false;
    known.add(text);
    return true;
  });
}

/**
 * Moments outside those asked for that are the same music on the same keys, in passages, and took
 * the same fingers.
 */
function counterpartsOf(
  { stars, path, prepared: { passages } }: SolvedLine,
  asked: readonly number[],
): number[] {
  const inside = new Set(asked);
  return stars
    .filter((star) => star.keys === "same")
    .flatMap(({ moments }) => {
      const first = moments.find((at) => inside.has(at));
      // the first time stands in a passage if a later one does
      const long = moments.filter(
        (at, i) => passages.has(at) || (i === 0 && moments.some((other) => passages.has(other))),
      );
      return first === undefined
        ? []
        : long.filter((at) => !inside.has(at) && path[at] === path[first]);
    })
    .sort((a, b) => a - b);
}

/** The notes of some moments with their fingers, in the order of the score. */
export function notesOf(
  line: Line,
  model: HandModel,
  path: readonly number[],
  asked: readonly number[],
  locks: ReadonlyMap<string, string> = new Map(),
): ProposedNote[] {
  const found: ProposedNote[] = [];
  for (const at of asked) {
    const moment = line.moments[at]!;
    const way = line.ways[at]![path[at]!]!;
    const start = found.length;
    for (let i = 0; i < moment.notes.length; i++) {
      if (!moment.struck[i]) continue;
      const note = moment.notes[i]!;
      const own = model.written(way, i);
      const finger = locks.get(note.id) ?? own.value;
      const then = own.then ?? later(line, model, path, at, note, own.value);
      found.push({
        id: note.id,
        bar: note.bar,
        midi: note.midi,
        finger,
        ...(then === undefined ? {} : { then }),
        ...(own.also ? { also: own.also } : {}),
      });
    }
    if (moment.doubled.length === 0 && moment.beyond.length === 0 && found.length - start < 2)
      continue;
    const taken = found.splice(start);
    const doubled = moment.doubled.map(({ note, by }) => {
      const counterpart = taken.find((one) => one.id === by.id);
      return {
        ...(counterpart ?? {}),
        id: note.id,
        bar: note.bar,
        midi: note.midi,
        finger: locks.get(note.id) ?? counterpart?.finger,
      };
    });
    const beyond = moment.beyond
      .filter((note) => compare(note.at, moment.at) === 0)
      .map((note) => untaken(note, locks));
    found.push(...[...taken, ...doubled, ...beyond].sort((a, b) => a.midi - b.midi));
  }
  return found;
}

/** Problems of one bar that are said in the same words are one, of all their notes. */
function saidOnce(problems: readonly Problem[]): Problem[] {
  const found = new Map<string, Problem>();
  for (const one of problems) {
    const before = found.get(one.text);
    found.set(one.text, before ? { ...before, notes: [...before.notes, ...one.notes] } : one);
  }
  return [...found.values()];
}

/** A note that nobody takes, with what is locked on it. */
const untaken = ({ id, bar, midi }: Played, locks: ReadonlyMap<string, string>): ProposedNote => ({
  ...{ id, bar, midi },
  finger: locks.get(id),
});

/** Notes with those of moments that nobody takes, in the order of the score. */
function withUntaken(
  notes: ProposedNote[],
  told: readonly Moment[],
  locks: ReadonlyMap<string, string>,
): ProposedNote[] {
  const lost = told.filter((moment) => moment.notes.length === 0);
  if (lost.length === 0) return notes;
  const others = lost.flatMap(({ beyond }) => beyond.map((note) => untaken(note, locks)));
  const at = new Map(
    told.flatMap((one) =>
      [...one.notes.filter((_, i) => one.struck[i]), ...one.beyond].map(({ id }) => [id, one.at]),
    ),
  );
  for (const { doubled } of told)
    for (const { note, by } of doubled) at.set(note.id, at.get(by.id) ?? note.at);
  return [...notes, ...others].sort((a, b) => compare(at.get(a.id)!, at.get(b.id)!));
}

/** What a held note has changed to, when it does. */
function later(
  line: Line,
  model: HandModel,
  path: readonly number[],
  from: number,
  note: Played,
  value: string,
): string | undefined {
  for (let at = from + 1; at < line.moments.length; at++) {
    const moment = line.moments[at]!;
    const i = moment.notes.indexOf(note);
    if (i < 0 || moment.struck[i]) return undefined;
    const now = model.written(line.ways[at]![path[at]!], i).value;
    if (now !== value) return now;
  }
  return undefined;
}
