import { instrument, type Player } from '../instruments/index.ts';
import { add, compare, type Fraction, type PedalMark, type Score } from '../score/index.ts';
import { alternativesTo, type Alternative } from './alternatives.ts';
import { chromatic, quietHand, type School, USUAL_SCHOOL } from './conventions.ts';
import type { HandModel } from './model.ts';
import { momentsOf, playedIn, type Moment, type Played } from './moments.ts';
import { problemsOf, type Problem } from './problems.ts';
import { differing } from './differing.ts';
import { ornaments } from './ornaments.ts';
import { otherHand, sharedKeys } from './others.ts';
import { describe } from './reasons.ts';
import { costOf, freesHand, lineOf, solve, type Line, type Solution } from './solve.ts';
import { classesOf, tiesOf, type Tie } from './ties.ts';
import { firstFinger, parseWritten } from './written.ts';

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

export interface FingerOptions {
  readonly hand: string;
  readonly instrument?: string;
  readonly player?: Player;
  /** Fingers that stay, by note id. */
  readonly locks?: ReadonlyMap<string, string>;
  /** Quarters a minute; decides whether a rest is long enough to free the hand. */
  readonly tempo?: number;
  /** Whether what returns takes the same fingers; it does unless this is false. */
  readonly ties?: boolean;
  /** How many other ways are wanted. */
  readonly alternatives?: number;
  readonly school?: Partial<School>;
  /** Marks of the damper pedal: where it joins, the fingers need not. */
  readonly pedal?: readonly PedalMark[];
  /** Told how much of the work is done, 0 to 1. */
  readonly onProgress?: (share: number) => void;
}

export interface ProposeOptions extends FingerOptions {
  /** First and last bar, 0-based, inclusive. */
  readonly from: number;
  readonly to: number;
}

/** Everything the fingers of one hand are chosen from. */
export interface Ready {
  readonly line: Line;
  readonly model: HandModel;
  readonly ties: readonly Tie[];
  readonly only: ((at: number, grip: number) => boolean) | undefined;
}

/**
 * Fingers for one hand in a stretch of bars, in pencil. The whole line of the hand is solved, so that what returns
 * elsewhere counts, and what the teacher has written anywhere is kept and the rest solved around it.
 *
 * @throws RangeError for an instrument or hand nobody registered
 */
export function propose(score: Score, options: ProposeOptions): Proposal {
  const played = playedIn(score, options.hand, 0, score.bars.length - 1);
  const printed = options.school?.edition ? editionOf(score, options) : undefined;
  const found = proposeNotes(played, printed ? { ...options, locks: new Map([...printed, ...(options.locks ?? [])]) } : options, (moment) => moment.bar >= options.from && moment.bar <= options.to, score);
  const kept = printed ? found.notes.filter((note) => printed.has(note.id) && note.finger === printed.get(note.id)).length : 0;
  return kept ? { ...found, reasons: [`${kept} printed ${kept === 1 ? 'finger is' : 'fingers are'} kept, as the edition has them.`, ...found.reasons] } : found;
}

/** The edition's fingers of a hand, where they are fingers of it. */
function editionOf(score: Score, { hand, instrument: kind = 'piano' }: FingerOptions): Map<string, string> {
  const symbols = instrument(kind).limbs.find((limb) => limb.id === hand)?.fingers ?? [];
  return new Map(score.notes.flatMap((note): [string, string][] => (note.hand === hand && note.finger && parseWritten(note.finger, symbols) ? [[note.id, note.finger]] : [])));
}

/** Whether the damper is down just before a time: what sounds then is joined to what follows. */
function pedalBefore(score: Score, marks: readonly PedalMark[]): (at: Fraction) => boolean {
  const feet = marks.filter((mark) => !mark.pedal).map((mark) => ({ kind: mark.kind, at: add(score.bars[mark.bar]!.start, mark.offset) })).sort((a, b) => compare(a.at, b.at));
  return (at) => {
    const last = feet.findLast((foot) => compare(foot.at, at) < 0);
    return last !== undefined && last.kind !== 'up';
  };
}

const TEMPO = 90;

/** Shares of the work that are done by then, roughly as measured on long lines. */
const [MOMENTS, TABLES, READY, SOLVED] = [0.1, 0.35, 0.45, 0.8];

/** The same on notes alone. `within` tells which moments are asked for; all unless given. */
export function proposeNotes(played: readonly Played[], options: FingerOptions, within: (moment: Moment) => boolean = () => true, score?: Score): Proposal {
  const ready = prepare(played, options, score);
  if (!ready) return { notes: [], cost: 0, reasons: [], problems: [], alternatives: [], elsewhere: [] };
  const { line } = ready;
  const progress = options.onProgress ?? (() => undefined);
  progress(READY);
  const solution = solve(line, { ties: ready.ties, ...(ready.only ? { only: ready.only } : {}) });
  progress(SOLVED);
  const asked = line.moments.flatMap((moment, at) => (within(moment) ? [at] : []));
  const notes = notesOf(line, solution.path, asked, options.locks);
  const sisters = sistersOf(ready, solution, asked);
  const range = { first: asked[0] ?? 0, last: asked.at(-1) ?? -1 };
  const problems = [...problemsOf(line.moments, asked, ready.model, options.hand, score), ...(score ? sharedKeys(line.moments, asked, score, options.hand) : [])].sort((a, b) => a.bar - b.bar);
  return {
    notes, cost: costOf(line, solution.path, range), problems, elsewhere: notesOf(line, solution.path, sisters, options.locks),
    reasons: [...describe(ready, solution, asked, score), ...(score ? differing(ready, solution.path, asked, score) : [])],
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

/** Undefined when nothing is proposed for this limb. */
export function prepare(played: readonly Played[], options: FingerOptions, score?: Score): Ready | undefined {
  const limb = instrument(options.instrument ?? 'piano').limbs.find((candidate) => candidate.id === options.hand);
  if (!limb) throw new RangeError(`no hand called ${options.hand}`);
  const model = limb.model?.(options.player);
  if (!model) return undefined;
  const school = { ...USUAL_SCHOOL, ...options.school };
  const moments = momentsOf(played, model, options.tempo ?? TEMPO, score && options.pedal?.length ? pedalBefore(score, options.pedal) : undefined);
  const conventions = [chromatic(moments, school.chromatic), quietHand(moments, model.lie), ...ornaments(moments, model), ...(score ? [otherHand(moments, score, options.hand, model)] : [])];
  options.onProgress?.(MOMENTS);
  const line = lineOf(moments, model, conventions, true);
  options.onProgress?.(TABLES);
  const locks = options.locks ?? new Map<string, string>();
  const only = locks.size ? obeying(line, locks) : undefined;
  const found = options.ties === false ? [] : tiesOf(moments, moments.map((moment) => freesHand(moment.link)), model.lie, school.groups);
  return { line, model, ties: agreeing(found, line, locks), only };
}

/** Grips that have the teacher's fingers where there are any; where that cannot be, all of them. */
function obeying(line: Line, locks: ReadonlyMap<string, string>): (at: number, grip: number) => boolean {
  const allowed = line.moments.map((moment, at) => {
    const wanted = moment.notes.map((note, i) => (moment.struck[i] && locks.has(note.id) ? firstFinger(locks.get(note.id)!) : undefined));
    if (!wanted.some((one) => one !== undefined)) return undefined;
    const fits = line.grips[at]!.map((grip) => wanted.every((one, i) => one === undefined || (one === String(grip.fingers[i]) && !grip.then)));
    return fits.includes(true) ? fits : undefined;
  });
  return (at, grip) => allowed[at]?.[grip] ?? true;
}

/** Where the teacher has written different fingers on what would be tied, his word stands and the tie is given up. */
function agreeing(ties: readonly Tie[], line: Line, locks: ReadonlyMap<string, string>): readonly Tie[] {
  if (locks.size === 0 || ties.length === 0) return ties;
  const words = line.moments.map((moment) => {
    const written = moment.notes.map((note, i) => (moment.struck[i] ? firstFinger(locks.get(note.id) ?? '') : ''));
    return written.some((one) => one !== '') ? written.join(' ') : undefined;
  });
  const classes = classesOf(line.moments.length, ties, () => true);
  const said = new Map<number, Set<string>>();
  words.forEach((word, at) => {
    if (word !== undefined) said.set(classes[at]!, (said.get(classes[at]!) ?? new Set()).add(word));
  });
  const apart = (at: number) => words[at] !== undefined && said.get(classes[at]!)!.size > 1;
  return ties.filter(({ at, of }) => !apart(at) && !apart(of));
}

/** The notes of some moments with their fingers, in the order of the score. */
export function notesOf(line: Line, path: readonly number[], asked: readonly number[], locks: ReadonlyMap<string, string> = new Map()): ProposedNote[] {
  return asked.flatMap((at) => {
    const moment = line.moments[at]!;
    const grip = line.grips[at]![path[at]!]!;
    const taken = moment.notes.flatMap((note, i) => {
      if (!moment.struck[i]) return [];
      const then = grip.then?.[i] ?? laterFinger(line, path, at, note, grip.fingers[i]!);
      return [{ id: note.id, bar: note.bar, midi: note.midi, finger: locks.get(note.id) ?? String(grip.fingers[i]), ...(then === undefined ? {} : { then: String(then) }) }];
    });
    if (moment.doubled.length === 0 && moment.beyond.length === 0 && taken.length < 2) return taken;
    const doubled = moment.doubled.flatMap(({ note, by }) => {
      const twin = taken.find((one) => one.id === by.id);
      return [{ ...(twin ?? {}), id: note.id, bar: note.bar, midi: note.midi, finger: locks.get(note.id) ?? twin?.finger }];
    });
    const beyond = moment.beyond.map((note) => ({ id: note.id, bar: note.bar, midi: note.midi, finger: locks.get(note.id) }));
    return [...taken, ...doubled, ...beyond].sort((a, b) => a.midi - b.midi);
  });
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
