import { analyse } from "../form/index.ts";
import { instrument, valuesOf } from "../instruments/index.ts";
import type { Score } from "../score/index.ts";
import { alternativesTo, type Alternative } from "./alternatives.ts";
import { differing } from "./differing.ts";
import { lay, type LineOptions } from "./laid.ts";
import { leaving } from "./leaving.ts";
import { costOf, type Line } from "./line.ts";
import { outside, type Locks } from "./locks.ts";
import { playedIn, type Moment, type Played } from "./moments.ts";
import { sharedKeys } from "./others.ts";
import { outsidePosition, problemsOf, type Problem } from "./problems.ts";
import { describe } from "./reasons.ts";
import { work, type Worked } from "./solve.ts";
import { parseWritten } from "./written.ts";

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
  /**
   * Notes outside what was asked for that take the same fingers, because they are the same music.
   */
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

/**
 * Fingers for one hand in a stretch of bars, in pencil. The whole line of the hand is solved, so
 * that what returns elsewhere counts, and what the teacher has written anywhere is kept and the
 * rest solved around it.
 *
 * @throws RangeError for an instrument or hand nobody registered
 */
export const propose = (score: Score, options: ProposeOptions): Proposal =>
  proposeAfter(score, options, undefined).proposal;

/**
 * The same, with what the next proposal for this line can go on from.
 *
 * @param before of the same score and options but for locks, positions and bars; only what those
 * can affect is solved again.
 * Undefined for the first time
 */
export function proposeAfter(
  score: Score,
  options: ProposeOptions,
  before: Worked | undefined,
): { proposal: Proposal; worked: Worked | undefined } {
  const printed = options.school?.edition ? editionOf(score, options) : undefined;
  const all = printed
    ? { ...options, locks: new Map([...printed, ...(options.locks ?? [])]) }
    : options;
  const laid =
    before?.laid ??
    lay(
      playedIn(score, options.hand, 0, score.bars.length - 1),
      { ...options, form: options.form ?? analyse(score) },
      score,
    );
  if (!laid) return { proposal: NOTHING, worked: undefined };
  const worked = work(laid, all, before);
  const found = proposalOf(
    worked,
    all,
    (moment) => moment.bar >= options.from && moment.bar <= options.to,
    score,
  );
  const kept = printed
    ? found.notes.filter((note) => printed.has(note.id) && note.finger === printed.get(note.id))
        .length
    : 0;
  return {
    worked,
    proposal: kept
      ? {
          ...found,
          reasons: [
            `${kept} printed ${kept === 1 ? "finger is" : "fingers are"} kept, as the edition has them.`,
            ...found.reasons,
          ],
        }
      : found,
  };
}

/** The edition's fingers of a hand, where they are fingers of it. */
function editionOf(
  score: Score,
  { hand, instrument: kind = "piano" }: FingerOptions,
): Map<string, string> {
  const symbols = valuesOf(instrument(kind), hand, "finger");
  return new Map(
    score.notes.flatMap((note): [string, string][] =>
      note.hand === hand && note.printed?.finger && parseWritten(note.printed.finger, symbols)
        ? [[note.id, note.printed.finger]]
        : [],
    ),
  );
}

const NOTHING: Proposal = {
  notes: [],
  cost: 0,
  reasons: [],
  problems: [],
  alternatives: [],
  elsewhere: [],
};

/**
 * The share of the work that is done when the line is solved, roughly as measured on long lines.
 */
const SOLVED = 0.8;

/** The same on notes alone. */
export function proposeNotes(
  played: readonly Played[],
  options: FingerOptions,
  score?: Score,
): Proposal {
  const laid = lay(played, options, score);
  return laid ? proposalOf(work(laid, options), options, () => true, score) : NOTHING;
}

function proposalOf(
  worked: Worked,
  options: FingerOptions,
  within: (moment: Moment) => boolean,
  score?: Score,
): Proposal {
  const { laid, line, model, path } = worked;
  options.onProgress?.(SOLVED);
  const asked = line.moments.flatMap((moment, at) => (within(moment) ? [at] : []));
  const sisters = sistersOf(worked, asked);
  const range = { first: asked[0] ?? 0, last: asked.at(-1) ?? -1 };
  const problems = [
    ...problemsOf(line.moments, asked, model, options.hand, score),
    ...(options.positions?.size
      ? outsidePosition(
          asked.flatMap((at) => outside(line.moments[at]!, model, options)),
          score,
        )
      : []),
    ...(score ? sharedKeys(line.moments, asked, laid.others, score) : []),
  ].sort((a, b) => a.bar - b.bar);
  return {
    notes: notesOf(line, path, asked, options.locks),
    cost: costOf(line, path, range),
    problems,
    elsewhere: notesOf(line, path, sisters, options.locks),
    reasons: [
      ...describe(worked, asked, score),
      ...(score
        ? [...differing(worked, asked, score, laid.otherKey), ...leaving(worked, asked, score)]
        : []),
    ],
    alternatives: alternativesTo(worked, asked, options.alternatives ?? 0).map(
      ({ path: other, more, reason }) => ({
        more,
        reason,
        notes: notesOf(line, other, asked, options.locks),
        elsewhere: notesOf(line, other, sisters, options.locks),
      }),
    ),
  };
}

/**
 * Moments outside those asked for that are the same music on the same keys, in passages, and took
 * the same fingers.
 */
function sistersOf(
  { stars, path, laid: { passages } }: Worked,
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
  path: readonly number[],
  asked: readonly number[],
  locks: ReadonlyMap<string, string> = new Map(),
): ProposedNote[] {
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
      found.push(
        then === undefined
          ? { id: note.id, bar: note.bar, midi: note.midi, finger }
          : { id: note.id, bar: note.bar, midi: note.midi, finger, then: String(then) },
      );
    }
    if (moment.doubled.length === 0 && moment.beyond.length === 0 && found.length - start < 2)
      continue;
    const taken = found.splice(start);
    const doubled = moment.doubled.map(({ note, by }) => {
      const twin = taken.find((one) => one.id === by.id);
      return {
        ...(twin ?? {}),
        id: note.id,
        bar: note.bar,
        midi: note.midi,
        finger: locks.get(note.id) ?? twin?.finger,
      };
    });
    const beyond = moment.beyond.map((note) => ({
      id: note.id,
      bar: note.bar,
      midi: note.midi,
      finger: locks.get(note.id),
    }));
    found.push(...[...taken, ...doubled, ...beyond].sort((a, b) => a.midi - b.midi));
  }
  return found;
}

/** The finger a held key has changed to, when it does. */
function laterFinger(
  line: Line,
  path: readonly number[],
  from: number,
  note: Played,
  finger: number,
): number | undefined {
  for (let at = from + 1; at < line.moments.length; at++) {
    const moment = line.moments[at]!;
    const i = moment.notes.indexOf(note);
    if (i < 0 || moment.struck[i]) return undefined;
    const now = line.grips[at]![path[at]!]!.fingers[i]!;
    if (now !== finger) return now;
  }
  return undefined;
}
