import { analyse } from '../form/index.ts';
import { instrument } from '../instruments/index.ts';
import type { Score } from '../score/index.ts';
import { alternativesTo, type Alternative } from './alternatives.ts';
import { differing } from './differing.ts';
import { lay, READY, type Laid, type LineOptions } from './laid.ts';
import { costOf, type Line, type Prices } from './line.ts';
import { apartOf, obeying, outside, type Locks } from './locks.ts';
import { playedIn, type Moment, type Played } from './moments.ts';
import { sharedKeys } from './others.ts';
import { polished } from './polish.ts';
import { outsidePosition, problemsOf, type Problem } from './problems.ts';
import { describe } from './reasons.ts';
import { solve, solveAgain, type Solution } from './solve.ts';
import { classesOf, type Tie } from './ties.ts';
import { parseWritten } from './written.ts';

export interface ProposedNote {
  readonly id: string;
  readonly bar: number;
  readonly midi: number;
  /** Undefined where the hand cannot take the note; a problem says so. */
  readonly finger: string | undefined;
  /** The finger that takes over silently while the key is held. */
  readonly then?: string;
}

export interface Proposal {
  readonly notes: readonly ProposedNote[];
  /** Dimensionless; only to be compared with the cost of other fingers for the same notes. */
  readonly cost: number;
  /** Sentences with bars and numbers. */
  readonly reasons: readonly string[];
  readonly problems: readonly Problem[];
  readonly alternatives: readonly Alternative[];
  /** Notes outside what was asked for that take the same fingers, because they are the same music. */
  readonly elsewhere: readonly ProposedNote[];
}

export interface FingerOptions extends LineOptions, Locks {
  /** How many other ways are wanted. */
  readonly alternatives?: number;
}

export interface ProposeOptions extends FingerOptions {
  /** First and last bar, 0-based, inclusive. */
  readonly from: number;
  readonly to: number;
}

/** Everything the fingers of one hand are chosen from. */
export interface Ready extends Pick<Laid, 'line' | 'model'> {
  readonly ties: readonly Tie[];
  readonly prices: Prices;
}

/** A hand's line with its solution, which the next one can go on from. */
export interface Worked {
  readonly laid: Laid;
  readonly ready: Ready;
  readonly solution: Solution;
}

/**
 * Fingers for one hand in a stretch of bars, in pencil. The whole line of the hand is solved, so that what returns
 * elsewhere counts, and what the teacher has written anywhere is kept and the rest solved around it.
 *
 * @throws RangeError for an instrument or hand nobody registered
 */
export const propose = (score: Score, options: ProposeOptions): Proposal => proposeOn(score, options).proposal;

/**
 * The same, with what the next proposal for this line can go on from.
 *
 * @param before of the same score and options but for locks, positions and bars; only what those can affect is solved again.
 *   Undefined for the first time
 */
export function proposeAfter(score: Score, options: ProposeOptions, before: Worked | undefined): { proposal: Proposal; worked: Worked | undefined } {
  return proposeOn(score, options, { before });
}

function proposeOn(score: Score, options: ProposeOptions, keeping?: { before: Worked | undefined }): { proposal: Proposal; worked: Worked | undefined } {
  const printed = options.school?.edition ? editionOf(score, options) : undefined;
  const all = printed ? { ...options, locks: new Map([...printed, ...(options.locks ?? [])]) } : options;
  const laid = keeping?.before?.laid ?? lay(playedIn(score, options.hand, 0, score.bars.length - 1), { ...options, form: options.form ?? analyse(score) }, score);
  if (!laid) return { proposal: NOTHING, worked: undefined };
  const worked = work(laid, all, keeping);
  const found = proposalOf(worked, all, (moment) => moment.bar >= options.from && moment.bar <= options.to, score);
  const kept = printed ? found.notes.filter((note) => printed.has(note.id) && note.finger === printed.get(note.id)).length : 0;
  return { worked, proposal: kept ? { ...found, reasons: [`${kept} printed ${kept === 1 ? 'finger is' : 'fingers are'} kept, as the edition has them.`, ...found.reasons] } : found };
}

/** The edition's fingers of a hand, where they are fingers of it. */
function editionOf(score: Score, { hand, instrument: kind = 'piano' }: FingerOptions): Map<string, string> {
  const symbols = instrument(kind).limbs.find((limb) => limb.id === hand)?.fingers ?? [];
  return new Map(score.notes.flatMap((note): [string, string][] => (note.hand === hand && note.finger && parseWritten(note.finger, symbols) ? [[note.id, note.finger]] : [])));
}

const NOTHING: Proposal = { notes: [], cost: 0, reasons: [], problems: [], alternatives: [], elsewhere: [] };

/** The share of the work that is done when the line is solved, roughly as measured on long lines. */
const SOLVED = 0.8;

/** The same on notes alone. */
export function proposeNotes(played: readonly Played[], options: FingerOptions, score?: Score): Proposal {
  const laid = lay(played, options, score);
  return laid ? proposalOf(work(laid, options), options, () => true, score) : NOTHING;
}

/** A line with what is written over it, solved; on from the time before where there is one. */
export function work(laid: Laid, locks: Locks & Pick<LineOptions, 'onProgress'>, keeping?: { before: Worked | undefined }): Worked {
  const { line, model, ties } = laid;
  const ready = { line, model, ties, prices: obeying(line, model, locks) };
  const apart = apartOf(ties, line, locks);
  const before = keeping?.before?.solution.base;
  const again = before && solveAgain(line, before, ready.prices, apart);
  const solution = again ?? solve(line, { ties, prices: ready.prices, apart, keep: keeping !== undefined, onProgress: (share) => locks.onProgress?.(READY + share * (SOLVED - READY)) });
  return { laid, ready, solution: polished(line, solution, ready.prices) };
}

function proposalOf({ laid, ready, solution }: Worked, options: FingerOptions, within: (moment: Moment) => boolean, score?: Score): Proposal {
  const { line, model } = laid;
  options.onProgress?.(SOLVED);
  const asked = line.moments.flatMap((moment, at) => (within(moment) ? [at] : []));
  const sisters = sistersOf(ready, solution, asked);
  const range = { first: asked[0] ?? 0, last: asked.at(-1) ?? -1 };
  const problems = [
    ...problemsOf(line.moments, asked, model, options.hand, score),
    ...(options.positions?.size ? outsidePosition(asked.flatMap((at) => outside(line.moments[at]!, model, options)), score) : []),
    ...(score ? sharedKeys(line.moments, asked, laid.others, score) : []),
  ].sort((a, b) => a.bar - b.bar);
  return {
    notes: notesOf(line, solution.path, asked, options.locks), cost: costOf(line, solution.path, range), problems, elsewhere: notesOf(line, solution.path, sisters, options.locks),
    reasons: [...describe(ready, solution, asked, score), ...(score ? differing(ready, solution.path, asked, score, laid.otherKey) : [])],
    alternatives: alternativesTo(ready, solution, asked, options.alternatives ?? 0).map((other) => ({
      ...other, notes: notesOf(line, other.path, asked, options.locks), elsewhere: notesOf(line, other.path, sisters, options.locks),
    })),
  };
}

/** Moments a passage must have for its return to be filled in with it; shorter ones are alike by the way. */
const PASSAGE = 8;

/** Moments outside those asked for that are the same music on the same keys, and took the same fingers. */
function sistersOf({ line, ties }: Ready, { path }: Solution, asked: readonly number[]): number[] {
  const classes = classesOf(line.moments.length, ties.filter((tie) => tie.kind === 'same' && tie.run >= PASSAGE), () => true);
  const inside = new Set(asked);
  const wanted = new Map(asked.map((at) => [classes[at]!, path[at]!]));
  return line.moments.flatMap((_, at) => (!inside.has(at) && wanted.get(classes[at]!) === path[at] ? [at] : []));
}

/** The notes of some moments with their fingers, in the order of the score. */
export function notesOf(line: Line, path: readonly number[], asked: readonly number[], locks: ReadonlyMap<string, string> = new Map()): ProposedNote[] {
  const found: ProposedNote[] = [];
  for (const at of asked) {
    const moment = line.moments[at]!;
    const grip = line.grips[at]![path[at]!]!;
    const start = found.length;
    for (let i = 0; i < moment.notes.length; i++) {
      if (!moment.struck[i]) continue;
      const note = moment.notes[i]!;
      const finger = locks.get(note.id) ?? String(grip.fingers[i]);
      const then = grip.then?.[i] ?? laterFinger(line, path, at, note, grip.fingers[i]!);
      found.push(then === undefined ? { id: note.id, bar: note.bar, midi: note.midi, finger } : { id: note.id, bar: note.bar, midi: note.midi, finger, then: String(then) });
    }
    if (moment.doubled.length === 0 && moment.beyond.length === 0 && found.length - start < 2) continue;
    const taken = found.splice(start);
    const doubled = moment.doubled.map(({ note, by }) => {
      const twin = taken.find((one) => one.id === by.id);
      return { ...(twin ?? {}), id: note.id, bar: note.bar, midi: note.midi, finger: locks.get(note.id) ?? twin?.finger };
    });
    const beyond = moment.beyond.map((note) => ({ id: note.id, bar: note.bar, midi: note.midi, finger: locks.get(note.id) }));
    found.push(...[...taken, ...doubled, ...beyond].sort((a, b) => a.midi - b.midi));
  }
  return found;
}

/** The finger a held key has changed to, when it does. */
function laterFinger(line: Line, path: readonly number[], from: number, note: Played, finger: number): number | undefined {
  for (let at = from + 1; at < line.moments.length; at++) {
    const moment = line.moments[at]!;
    const i = moment.notes.indexOf(note);
    if (i < 0 || moment.struck[i]) return undefined;
    const now = line.grips[at]![path[at]!]!.fingers[i]!;
    if (now !== finger) return now;
  }
  return undefined;
}
