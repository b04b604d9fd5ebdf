import { analyse } from "../form/index.ts";
import type { Proposal } from "../fingering/index.ts";
import type { Score } from "../score/model/model.ts";
import type { MarkTask, ProposedMark } from "../score/marks/work.ts";
import {
  graceId,
  layerOf,
  onKeys,
  ornamentsOn,
  toFinger,
  type Adornment,
  type Ornament,
  type Slides,
} from "./ornaments/index.ts";
import { instrument } from "./index.ts";
import { propose, type ForWhom } from "./propose.ts";

/** An ornament of a layer, with the finger of its grace or of its note. */
export interface FingeredOrnament extends Adornment {
  readonly finger: string | undefined;
}

/**
 * The ornaments of a layer with their fingers, over those that are written.
 *
 * @param task of the stratum of ornaments
 */
export function ornamentsFor(
  task: MarkTask,
  options: TogetherOptions,
): { layer: number; ornaments: FingeredOrnament[] } {
  const { hand, instrument: kind } = options;
  const { layer, found } = layerOf(task, hand, slidesOn(kind));
  const all = ornamentsOn(task.score, hand, task.written);
  for (const { note, data } of found) all.set(note.id, data);
  const { adorned } = fingersTogether(task.score, all, options);
  const fingerOf = ({ note, data }: Adornment) =>
    adorned.get(data.kind === "grace" ? graceId(note.id) : note.id);
  return { layer, ornaments: found.map((one) => ({ ...one, finger: fingerOf(one) })) };
}

/**
 * Pencilled ornaments with fingers on their graces, which go with those of the tune; a finger that
 * stands on one stays.
 *
 * @param marks of the bars of the task
 */
export function withGraceFingers(
  { score, from, to, written }: MarkTask,
  marks: readonly ProposedMark[],
  options: TogetherOptions,
): ProposedMark[] {
  const { hand } = options;
  const others = written.filter((one) => one.from.bar < from || one.from.bar > to);
  const all = ornamentsOn(score, hand, [...others, ...marks]);
  const locks = new Map(options.locks);
  for (const [note, { finger, how }] of all) {
    const id = how === "slid" ? note : graceId(note);
    // what is written on the tune goes before a grace that slides into it
    if (finger && !locks.has(id)) locks.set(id, finger);
  }
  const { adorned } = fingersTogether(score, all, { ...options, locks });
  return marks.map((mark) => {
    const [note] = ornamentsOn(score, hand, [mark]).keys();
    const isGrace = note !== undefined && mark.data.kind === "grace";
    const finger = isGrace ? adorned.get(graceId(note))?.replace(/\D.*/, "") : undefined;
    return finger ? { ...mark, data: { ...mark.data, finger } } : mark;
  });
}

/** What is asked for: whose fingers, and those that are written. */
export interface TogetherOptions extends ForWhom {
  readonly hand: string;
  /** Quarters a minute. */
  readonly tempo?: number;
  /** By note id; they stay. */
  readonly locks?: ReadonlyMap<string, string>;
}

/** Where one finger of an instrument can slide. */
const slidesOn = (kind: string | undefined): Slides =>
  (kind === undefined ? undefined : instrument(kind).slides) ?? onKeys;

/** Fingers of the bare tune, and of the adorned one: the same on every note of the tune. */
export interface Together {
  readonly bare: ReadonlyMap<string, string>;
  /** Those of grace notes too, by the ids of `graceId`. */
  readonly adorned: ReadonlyMap<string, string>;
}

/**
 * Fingers for a tune bare and adorned, chosen together so that nothing is relearnt. On keys one
 * search knows of both. Elsewhere they are those of the bare tune with its ornaments fitted in, or
 * those of the adorned tune with its ornaments left out, whichever costs less in both.
 *
 * @param ornaments by note id
 */
export function fingersTogether(
  score: Score,
  ornaments: ReadonlyMap<string, Ornament>,
  { locks = new Map(), ...whom }: TogetherOptions,
): Together {
  const { score: adorned, school } = toFinger(score, ornaments, slidesOn(whom.instrument));
  const form = analyse(score);
  const fingers = (of: Score, under: ReadonlyMap<string, string>): Proposal =>
    propose(of, { ...whom, from: 0, to: of.bars.length - 1, form, locks: under, school });
  const said = ({ notes }: Proposal) =>
    new Map(
      notes.flatMap(({ id, finger }): [string, string][] =>
        finger === undefined ? [] : [[id, finger]],
      ),
    );
  const isTune = new Set(score.notes.map(({ id }) => id));
  const ofTune = (all: ReadonlyMap<string, string>) =>
    new Map([...all].filter(([id]) => isTune.has(id)));
  const free = fingers(adorned, locks);
  const isOnKeys = school.gracesLater;
  const best = isOnKeys ? { bare: ofTune(said(free)), adorned: said(free) } : cheaper();
  for (const [note, { how, side }] of ornaments) {
    const finger = best.adorned.get(note);
    if (!how || finger === undefined) continue;
    if (how === "slid") best.adorned.set(graceId(note), finger);
    else if (isOnKeys && best.adorned.get(graceId(note)) === finger && !locks.has(graceId(note)))
      best.adorned.set(graceId(note), beside(finger, side === "above", whom.hand));
  }
  return best;

  function cheaper() {
    const bare = fingers(score, locks);
    const fitted = fingers(adorned, said(bare));
    const stripped = fingers(score, ofTune(said(free)));
    return bare.cost + fitted.cost <= free.cost + stripped.cost
      ? { bare: said(bare), adorned: said(fitted) }
      : { bare: said(stripped), adorned: said(free) };
  }
}

/** The finger beside one, on the side of a higher or lower note; within the hand at its edge. */
function beside(finger: string, isAbove: boolean, hand: string): string {
  const first = Number.parseInt(finger, 10);
  const next = first + (isAbove === (hand !== "left") ? 1 : -1);
  return String(next > 5 ? 4 : next < 1 ? 2 : next);
}
