import * as engine from "../fingering/index.ts";
import type {
  FingerOptions,
  Played,
  Proposal,
  ProposeOptions,
  SolvedLine,
} from "../fingering/index.ts";
import { playedIn } from "../fingering/moments.ts";
import { parseWritten, type Score } from "../score/index.ts";
import { instrument, instruments, USUAL_INSTRUMENT, valuesOf } from "./index.ts";
import type { Hands } from "./instrument.ts";
import type { Player } from "./keyboard/reach.ts";
import type { InstrumentRecord } from "./record.ts";
import type { CheckOptions, Doubt, Handover, HandoverOptions } from "./review.ts";
import type { AccompanyAsked, AccompanyFound } from "./accompany.ts";
import type { ShareOptions, SharedOut } from "./shareOut.ts";

/** Whose fingers are asked for. */
export interface ForWhom {
  /** The usual one when not given. */
  readonly instrument?: string;
  readonly player?: Player;
  /** How the instrument is set up. */
  readonly setup?: InstrumentRecord;
}

/** Loaded with this file, which screens do not load. */
const HANDS = new Map<string, Hands>();
for (const { id, hands } of instruments) if (hands) HANDS.set(id, await hands());

/** @throws RangeError for an instrument nobody registered */
const handsOf = (kind: string): Hands | undefined => HANDS.get(instrument(kind).id);

const NOTHING: Proposal = {
  notes: [],
  cost: 0,
  reasons: [],
  problems: [],
  alternatives: [],
  elsewhere: [],
};

/**
 * Undefined when nothing is proposed for this limb.
 *
 * @throws RangeError for an instrument or hand nobody registered
 */
function modelOf(hand: string, { instrument: kind = USUAL_INSTRUMENT, player, setup }: ForWhom) {
  const limb = instrument(kind).limbs.find((candidate) => candidate.id === hand);
  if (!limb) throw new RangeError(`no hand called ${hand}`);
  return handsOf(kind)?.models[hand]?.(player, setup);
}

/**
 * Fingers for one hand of an instrument in a stretch of bars, in pencil.
 *
 * @throws RangeError for an instrument or hand nobody registered
 * @example propose(score, { hand: "right", from: 0, to: 0 }).notes[0].finger // => "4"
 */
export const propose = (score: Score, options: ProposeOptions & ForWhom): Proposal =>
  proposeAfter(score, options, undefined).proposal;

/**
 * The same, with what the next proposal for this line can go on from.
 *
 * @param before of the same score and options but for locks, positions and bars, and what is told
 * of aspects that decide how a note is played
 */
export function proposeAfter(
  printed: Score,
  options: ProposeOptions & ForWhom,
  before: SolvedLine | undefined,
): { proposal: Proposal; solved?: SolvedLine } {
  const model = modelOf(options.hand, options);
  if (!model) return { proposal: NOTHING };
  const score = asWritten(printed, options.also, options.instrument);
  const edition = options.school?.edition ? { printed: editionOf(score, options) } : {};
  const found = engine.proposeAfter(score, model, { ...options, ...edition }, before);
  const played = () => playedIn(score, options.hand, options.from, options.to);
  return { ...found, proposal: withAlong(found.proposal, played, options, score) };
}

/** A score as it is played: what is written in aspects that decide how, in the place of print. */
function asWritten(
  score: Score,
  told: ReadonlyMap<string, ReadonlyMap<string, string>> | undefined,
  kind = USUAL_INSTRUMENT,
): Score {
  const deciding = instrument(kind).aspects.flatMap(({ id, decides }) => {
    const values = decides && told?.get(id);
    return values ? [{ id, values }] : [];
  });
  if (deciding.length === 0) return score;
  const notes = score.notes.map((note) => {
    const own = deciding.flatMap(({ id, values }) => {
      const value = values.get(note.id);
      return value === undefined ? [] : [[id, value] as const];
    });
    return own.length
      ? { ...note, printed: { ...note.printed, ...Object.fromEntries<string>(own) } }
      : note;
  });
  return { ...score, notes };
}

/** A proposal with what another hand does on the same notes. */
function withAlong(
  proposal: Proposal,
  played: () => readonly Played[],
  options: FingerOptions & ForWhom,
  score: Score | undefined,
): Proposal {
  const along = handsOf(options.instrument ?? USUAL_INSTRUMENT)?.along?.[options.hand];
  if (!along) return proposal;
  const all = played();
  const add = (notes: Proposal["notes"]) => {
    const { values, reasons = [] } = along(notes, all, options, score);
    return {
      notes: notes.map((note) => ({ ...note, also: { ...note.also, ...values.get(note.id) } })),
      reasons,
    };
  };
  const first = add(proposal.notes);
  return {
    ...proposal,
    notes: first.notes,
    reasons: [...proposal.reasons, ...first.reasons],
    alternatives: proposal.alternatives.map((one) => ({ ...one, notes: add(one.notes).notes })),
  };
}

/**
 * What a hand costs in each bar where it is fingered best, in the units of its prices; nothing
 * where no fingers are proposed.
 *
 * @throws RangeError for an instrument or hand nobody registered
 */
export function costsByBar(score: Score, options: FingerOptions & ForWhom): number[] {
  const whole = { ...options, from: 0, to: -1 };
  const { solved } = proposeAfter(score, whole, undefined);
  return solved ? engine.costByBar(solved.line, solved.path, score.bars.length) : [];
}

/** The same on notes alone. */
export function proposeNotes(
  played: readonly Played[],
  options: FingerOptions & ForWhom,
  score?: Score,
): Proposal {
  const model = modelOf(options.hand, options);
  if (!model) return NOTHING;
  const found = engine.proposeNotes(played, model, options, score);
  return withAlong(found, () => played, options, score);
}

/** The edition's fingers of a hand, where they are fingers of it. */
function editionOf(
  score: Score,
  { hand, instrument: kind = USUAL_INSTRUMENT }: FingerOptions & ForWhom,
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

/**
 * Looks through fingers that are written, printed or typed.
 *
 * @example check(score, new Map()) // => []
 */
export const check = (
  score: Score,
  fingers: ReadonlyMap<string, string>,
  { instrument: kind = USUAL_INSTRUMENT, ...options }: CheckOptions & ForWhom = {},
): Doubt[] =>
  handsOf(kind)?.review.check(asWritten(score, options.beside, kind), fingers, options) ?? [];

/** What one hand might take from another. */
export const redistribute = (
  score: Score,
  { instrument: kind = USUAL_INSTRUMENT, ...options }: HandoverOptions & ForWhom,
): Handover[] => handsOf(kind)?.review.redistribute(score, options) ?? [];

/**
 * The voices of some bars shared out to the limbs of an instrument, note by note.
 *
 * @returns nothing where the instrument has no such ways
 */
export const shareOut = (
  score: Score,
  { instrument: kind = USUAL_INSTRUMENT, ...options }: ShareOptions & ForWhom,
): SharedOut => handsOf(kind)?.shareOut?.(score, options) ?? NOT_SHARED;

const NOT_SHARED: SharedOut = { given: [], reasons: [], problems: [] };

/**
 * A staff below a tune from its chord symbols.
 *
 * @returns undefined where the instrument has none
 */
export const accompany = (
  score: Score,
  { instrument: kind = USUAL_INSTRUMENT, ...asked }: AccompanyAsked & Pick<ForWhom, "instrument">,
): AccompanyFound | undefined => handsOf(kind)?.accompany?.(score, asked);

export type { AccompanyAsked, AccompanyFound } from "./accompany.ts";
export type { CheckOptions, Doubt, Handover, HandoverOptions } from "./review.ts";
export type { ShareOptions, SharedOut } from "./shareOut.ts";
