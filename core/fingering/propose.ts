import { contents, plainReturns } from '../form/index.ts';
import { instrument } from '../instruments/index.ts';
import { add, compare, onsets, toNumber, type Fraction, type Note, type Onset, type Score } from '../score/index.ts';
import { describe } from './reasons.ts';
import type { Grip, HandModel } from './model.ts';
import { cheapest } from './search.ts';

export interface ProposedNote {
  readonly id: string;
  readonly bar: number;
  readonly midi: number;
  /** Undefined where the hand cannot take the note; `reasons` says so. */
  readonly finger: string | undefined;
}

export interface Proposal {
  readonly notes: readonly ProposedNote[];
  /** Sentences with bars and numbers. */
  readonly reasons: readonly string[];
}

export interface ProposeOptions {
  readonly hand: string;
  /** First and last bar, 0-based, inclusive. */
  readonly from: number;
  readonly to: number;
  readonly instrument?: string;
  /** Fingers that stay: by note id. Also those outside the range count, where its bars return them. */
  readonly locks?: ReadonlyMap<string, string>;
  /** Quarters a minute; decides whether a rest is long enough to free the hand. */
  readonly tempo?: number;
}

/** A rest this long in seconds frees the hand for any finger. Common practice, no source. */
const FREE_AFTER = 0.35;

/** One moment of the search: what is struck together with what is still held down from before. */
interface Moment {
  readonly onset: Onset;
  readonly notes: readonly Note[];
  readonly keys: readonly number[];
  /** Seconds of silence before it. */
  readonly rest: number;
}

interface State extends Grip {
  readonly moment: Moment;
}

/**
 * Fingers for one hand in a stretch of bars, in pencil. What the teacher has written is kept and the rest solved
 * around it; bars that return exactly take the fingers of their first time, except the first and last note.
 *
 * @throws RangeError for an instrument or hand nobody registered
 */
export function propose(score: Score, options: ProposeOptions): Proposal {
  const limb = instrument(options.instrument ?? 'piano').limbs.find((candidate) => candidate.id === options.hand);
  if (!limb) throw new RangeError(`no hand called ${options.hand}`);
  if (!limb.model) return { notes: [], reasons: [] };
  const own = options.locks ?? new Map<string, string>();
  const moments = momentsOf(score, options, limb.model);
  const free = solve(moments, limb.model, own);
  const known = new Map([...free, ...own]);
  const { ties: tied, returned } = tiesFrom(score, options, known);
  const fingers = tied.size === 0 ? free : solve(moments, limb.model, new Map([...tied, ...own]));
  const notes = moments.flatMap(({ onset }) => onset.notes.map((note): ProposedNote => ({
    id: note.id, bar: note.bar, midi: note.midi, finger: own.get(note.id) ?? fingers.get(note.id),
  })));
  return { notes, reasons: describe(score, options.hand, notes, returned) };
}

function momentsOf(score: Score, { hand, from, to, tempo = 90 }: ProposeOptions, model: HandModel): Moment[] {
  const inRange = onsets(score.notes, hand).filter((onset) => onset.bar >= from && onset.bar <= to);
  let sounding: { note: Note; end: Fraction }[] = [];
  let silentSince: Fraction | undefined;
  return inRange.map((onset) => {
    const at = add(score.bars[onset.bar]!.start, onset.offset);
    const grace = onset.notes[0]!.grace;
    const rest = silentSince && !grace ? Math.max(0, (toNumber(at) - toNumber(silentSince)) * (60 / tempo)) : 0;
    sounding = sounding.filter(({ note, end }) => compare(end, at) > 0 && !onset.notes.some((struck) => struck.midi === note.midi));
    const heldOver = grace ? [] : sounding.map(({ note }) => note);
    const notes = [...heldOver, ...onset.notes]
      .map((note) => ({ note, key: model.key(note.midi) }))
      .sort((a, b) => a.key - b.key);
    for (const note of onset.notes) {
      const end = add(at, note.length);
      if (!note.grace) sounding.push({ note, end });
      if (!silentSince || compare(end, silentSince) > 0) silentSince = end;
    }
    return { onset, notes: notes.map(({ note }) => note), keys: notes.map(({ key }) => key), rest };
  });
}

/** Fingers by note id; a note the hand cannot take is absent. */
function solve(moments: readonly Moment[], model: HandModel, locks: ReadonlyMap<string, string>): Map<string, string> {
  const found = new Map<string, string>();
  const playable: Moment[] = [];
  const states: State[][] = [];
  for (const moment of moments) {
    const options = statesOf(moment, model, locks);
    if (options.length) {
      playable.push(moment);
      states.push(options);
    }
  }
  const solution = cheapest<State>({
    states,
    hold: (_, state) => clamp(model.hold(state)),
    step: (_, a, b) => clamp(stepCost(model, a, b)),
    turn: (_, a, b, c) => (b.moment.rest > FREE_AFTER || c.moment.rest > FREE_AFTER ? 0 : model.turn(a, b, c)),
  });
  solution?.path.forEach((state) => state.moment.notes.forEach((note, i) => found.set(note.id, String(state.fingers[i]))));
  return found;
}

/** A lock may ask for what is priced as impossible: dearer than anything else, but the rest is still solved. */
const IMPOSSIBLE = 1e5;
const clamp = (cost: number): number => Math.min(cost, IMPOSSIBLE);

function stepCost(model: HandModel, a: State, b: State): number {
  if (b.moment.rest > FREE_AFTER) return 0;
  const kept = b.moment.notes.some((note, i) => {
    const before = a.moment.notes.indexOf(note);
    return before >= 0 && a.fingers[before] !== b.fingers[i];
  });
  if (kept) return Infinity;
  const connected = b.moment.rest === 0 && !a.moment.onset.notes[0]!.staccato;
  return model.step(a, b, connected);
}

/** All ways to take a moment; held keys are let go when hand or number does not allow them any more. */
function statesOf(moment: Moment, model: HandModel, locks: ReadonlyMap<string, string>): State[] {
  const build = (subject: Moment): State[] => {
    const ways = model.choices(subject.keys.length).map((fingers) => ({ keys: subject.keys, fingers, moment: subject }));
    const able = ways.filter((state) => model.hold(state) < Infinity);
    const obeying = (list: State[]) => list.filter((state) => subject.notes.every((note, i) =>
      !locks.has(note.id) || locks.get(note.id) === String(state.fingers[i])));
    const locked = obeying(able);
    return locked.length ? locked : able.length ? able : [];
  };
  const whole = build(moment);
  if (whole.length) return whole;
  const struck = moment.notes.map((note, i) => ({ note, key: moment.keys[i]! })).filter(({ note }) => moment.onset.notes.includes(note));
  if (struck.length === moment.notes.length) return [];
  return build({ ...moment, notes: struck.map(({ note }) => note), keys: struck.map(({ key }) => key) });
}

/**
 * For notes in bars that return exactly in this hand, the finger of the first time; for the first time itself too,
 * so that solving again around the return cannot move it.
 */
function tiesFrom(score: Score, { hand, from, to }: ProposeOptions, known: ReadonlyMap<string, string>): { ties: Map<string, string>; returned: number } {
  const ties = new Map<string, string>();
  const returned = new Set<string>();
  const struck = score.notes.filter((note) => note.hand === hand && !note.held && !note.grace);
  const inBar = new Map<number, Note[]>();
  for (const note of struck) inBar.set(note.bar, [...(inBar.get(note.bar) ?? []), note]);
  for (const found of plainReturns(contents(score, hand))) {
    if (found.relation !== 'exact' || found.to < from || found.from > to) continue;
    const pairs: [Note, Note, string | undefined][] = [];
    for (let bar = found.from; bar <= found.to; bar++) {
      const first = inBar.get(found.of + bar - found.from) ?? [];
      (inBar.get(bar) ?? []).forEach((note, i) => {
        const twin = first[i];
        if (twin?.midi === note.midi) pairs.push([note, twin, ties.get(twin.id) ?? known.get(twin.id)]);
      });
    }
    const inRange = (note: Note) => note.bar >= from && note.bar <= to;
    for (const [note, twin, finger] of pairs.slice(1, -1)) {
      if (!finger || !inRange(note)) continue;
      ties.set(note.id, finger);
      returned.add(note.id);
      if (inRange(twin)) ties.set(twin.id, finger);
    }
  }
  return { ties, returned: returned.size };
}
