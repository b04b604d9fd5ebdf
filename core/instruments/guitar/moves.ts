import { freesHand, type Placed, type Shift, type Solved } from "../../fingering/index.ts";
import type { Fraction } from "../../score/index.ts";
import { between, type Neck } from "./neck.ts";
import { guideOf } from "./step.ts";
import type { NeckWay } from "./way.ts";

/** Where a moment is. */
const placeOf = ({ line }: Solved<NeckWay>, at: number) => {
  const { bar, notes, struck } = line.moments[at]!;
  return { bar, at: notes[Math.max(0, struck.indexOf(true))]!.at };
};

const wayAt = ({ line, path }: Solved<NeckWay>, at: number): NeckWay => line.ways[at]![path[at]!]!;

const isOpen = ({ notes }: NeckWay): boolean => notes.every(({ finger }) => finger === 0);

/** Positions where they change; open strings have none of their own. */
export function positionsIn(solved: Solved<NeckWay>, asked: readonly number[]): Placed[] {
  let last: number | undefined;
  return asked.flatMap((at): Placed[] => {
    const way = wayAt(solved, at);
    if (isOpen(way) || way.position === last) return [];
    last = way.position;
    return [{ ...placeOf(solved, at), position: way.position }];
  });
}

/** Shifts of the hand, with their way along the neck and the finger that leads. */
export function shiftsIn(neck: Neck, solved: Solved<NeckWay>, asked: readonly number[]): Shift[] {
  return asked.flatMap((at, i): Shift[] => {
    if (i === 0 || asked[i - 1] !== at - 1) return [];
    const [before, now] = [wayAt(solved, at - 1), wayAt(solved, at)];
    if (before.position === now.position || isOpen(now)) return [];
    const guide = guideOf(before, now);
    return [
      {
        ...placeOf(solved, at),
        ...{ from: before.position, to: now.position },
        mm: Math.round(between(neck, before.position, now.position)),
        ...(guide ? { guide: { finger: guide.finger, string: guide.string } } : {}),
      },
    ];
  });
}

/** A finger that is put down, or left, for a moment: where it lies. */
export interface Kept extends When {
  readonly finger: number;
  readonly string: number;
  readonly fret: number;
  /** The moment in which it comes free: the one after that in which it is last needed. */
  readonly free: When;
}

/** A moment by its bar and its quarters from the beginning. */
export interface When {
  readonly bar: number;
  readonly at: Fraction;
}

/** What a finger does from moment to moment of the asked ones that follow each other. */
interface Last {
  readonly at: number;
  readonly string: number;
  readonly fret: number;
}

/**
 * Fingers that stay where they are though their note is over, as their next one is the same;
 * and those that are free before they are needed beside others, so that they can be set early.
 */
export function keptIn(
  solved: Solved<NeckWay>,
  asked: readonly number[],
): { readonly stays: readonly Kept[]; readonly early: readonly Kept[] } {
  const [stays, early]: [Kept[], Kept[]] = [[], []];
  let last = new Map<number, Last>();
  for (const [k, at] of asked.entries()) {
    const { link, notes, struck } = solved.line.moments[at]!;
    const way = wayAt(solved, at);
    const now = placeOf(solved, at);
    // a shift or a rest takes the hand off
    const isAnew =
      asked[k - 1] !== at - 1 ||
      freesHand(link) ||
      (!isOpen(way) && wayAt(solved, at - 1).position !== way.position);
    if (isAnew) last = new Map();
    way.notes.forEach(({ finger, string, fret, natural }, i) => {
      if (finger === 0 || natural) return;
      const before = last.get(finger);
      if (struck[i] && before && before.at < at - 1) {
        const here = { ...now, finger, string, fret, free: placeOf(solved, before.at + 1) };
        if (before.string === string && before.fret === fret) stays.push(here);
        else if (notes.length > 1 && isSilent(solved, string, before.at + 1, at)) early.push(here);
      }
      last.set(finger, { at, string, fret });
    });
  }
  return { stays, early };
}

/** Whether nothing else sounds on a string from one moment up to another. */
function isSilent(solved: Solved<NeckWay>, string: number, from: number, to: number): boolean {
  for (let at = from; at < to; at++)
    if (wayAt(solved, at).notes.some((one) => one.string === string)) return false;
  return true;
}

/** The first bar after a moment in which the hand presses nothing; none where it goes on. */
export function restAfter(
  solved: Solved<NeckWay>,
  asked: readonly number[],
  after: number,
): number | undefined {
  const free = asked.find(
    (at) => at > after && (isOpen(wayAt(solved, at)) || freesHand(solved.line.moments[at]!.link)),
  );
  return free === undefined ? undefined : solved.line.moments[free]!.bar;
}
